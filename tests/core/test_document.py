"""The design document: schema, reach, errors, versions."""

from __future__ import annotations

import json
from typing import Any, get_args
from unittest import TestCase, mock

from hypothesis import given
from hypothesis import strategies as st
from jsonschema import Draft202012Validator

from sabaka_core import ParameterError, build_report, hive_text, load_hive, validate_hive
from sabaka_core.document import load
from sabaka_core.document.hive import VERSION, HiveSystem
from sabaka_core.document.schema import hive_schema
from sabaka_core.hive.systems import SYSTEMS
from tests.core.support import EXAMPLES, ROOT, chamber, items, sound

FORMER = ROOT / "tests" / "fixtures" / "v1"


def problems(document: Any) -> dict[str, str]:
    """Fields and reasons of what is wrong with a document."""
    try:
        validate_hive(document)
    except ParameterError as error:
        return {p.field: p.reason for p in error.problems}
    return {}


class Schema(TestCase):
    """Independent validator: jsonschema reads the published schema."""

    def setUp(self) -> None:
        self.validator = Draft202012Validator(hive_schema())
        Draft202012Validator.check_schema(hive_schema())

    def test_every_example_and_its_export_satisfy_the_schema(self) -> None:
        for file in sorted(EXAMPLES.glob("*.json")):
            with self.subTest(file.stem):
                hive = load_hive(file.read_bytes())
                self.validator.validate(json.loads(file.read_text("utf-8")))
                self.validator.validate(json.loads(hive_text(hive)))

    def test_an_example_is_stored_as_it_is_written(self) -> None:
        """Round trip: loading and writing a design file changes not a character."""
        for file in sorted(EXAMPLES.glob("*.json")):
            with self.subTest(file.stem):
                self.assertEqual(hive_text(load_hive(file.read_bytes())), file.read_text("utf-8"))

    def test_every_system_has_an_example(self) -> None:
        systems = {load_hive(f.read_bytes()).system for f in EXAMPLES.glob("*.json")}
        self.assertEqual(systems, set(get_args(HiveSystem)))
        self.assertEqual(systems, set(SYSTEMS))


class BadInput(TestCase):
    """Regression."""

    def test_each_wrong_value_is_named_at_its_field(self) -> None:
        section = "/chambers/0/section"
        cases: list[tuple[str, list[str | int], Any, str]] = [
            ("/chambers/0/length_mm", ["chambers", 0, "length_mm"], -5, "more than 0"),
            ("/chambers/0/length_mm", ["chambers", 0, "length_mm"], 0, "more than 0"),
            ("/chambers/0/length_mm", ["chambers", 0, "length_mm"], 1e9, "at most 20000"),
            ("/chambers/0/length_mm", ["chambers", 0, "length_mm"], "wide", "a number"),
            ("/chambers/0/length_mm", ["chambers", 0, "length_mm"], True, "a number"),
            ("/chambers/0/length_mm", ["chambers", 0, "length_mm"], float("nan"), "more than 0|finite"),
            (f"{section}/top_mm", ["chambers", 0, "section", "top_mm"], float("inf"), "at most|finite"),
            (f"{section}/slope_deg", ["chambers", 0, "section", "slope_deg"], 61, "less than 60"),
            (f"{section}/kind", ["chambers", 0, "section", "kind"], "blob", "trapezoid"),
            ("/comb_types/0/width_mm", ["comb_types", 0, "width_mm"], 900, "at most 200"),
            ("/comb_types/0/id", ["comb_types", 0, "id"], "Not An Id", "Small letters"),
            ("/name", ["name"], "  ", "Nothing was typed"),
            ("/choices/bee_space_mm", ["choices", "bee_space_mm"], 5, "at least 6"),
            ("/surprise", ["surprise"], 1, "No such field"),
            ("/chambers/0/entrances/0/setting", ["chambers", 0, "entrances", 0, "setting"], "ajar", "one of"),
            (
                "/chambers/0/run/items/16/thickness_mm",
                ["chambers", 0, "run", "items", 16, "thickness_mm"],
                None,
                "a number",
            ),
        ]
        for pointer, path, value, words in cases:
            with self.subTest(pointer, value=value):
                document: Any = sound()
                here = document
                for step in path[:-1]:
                    here = here[step]
                here[path[-1]] = value
                found = problems(document)
                match = [field for field in found if field == pointer or pointer.startswith(field)]
                self.assertTrue(match, found)
                self.assertRegex(found[match[0]], words)

    def test_references_have_to_resolve(self) -> None:
        document = sound()
        items(document)[0]["type"] = "elm"
        self.assertRegex(next(iter(problems(document).values())), "no comb type “elm”")
        document = sound()
        document["colonies"][0]["chamber"] = "attic"
        self.assertRegex(next(iter(problems(document).values())), "no chamber “attic”")
        document = sound()
        document["comb_types"].append(document["comb_types"][0])
        self.assertRegex(next(iter(problems(document).values())), "Two comb types")

    def test_files_that_are_no_designs(self) -> None:
        for text, code in (
            (b"", "not-json"),
            (b"{", "not-json"),
            (b"\xff\xfe", "not-json"),
            (b"[]", "not-an-object"),
            (b"{}", "wrong-format"),
            (b'{"format": "sabaka-hive"}', "bad-version"),
            (b'{"format": "sabaka-hive", "version": true}', "bad-version"),
            (b'{"format": "sabaka-hive", "version": 5}', "newer-version"),
            (b'{"format": "sabaka-hive", "version": 1, "x": NaN}', "not-a-number"),
            (b'{"x": ' + b"9" * 5000 + b"}", "not-a-number"),
            (b"[" * 100_000, "too-deep"),
            (b"[" * 40 + b"]" * 40, "too-deep"),
            (b'"' + b"a" * 2_000_000 + b'"', "too-large"),
            (json.dumps({"x": [0] * 501}).encode(), "too-many"),
        ):
            with self.subTest(text[:30]), self.assertRaises(ParameterError) as caught:
                load_hive(text)
            self.assertEqual(caught.exception.code, code)

    def test_a_newer_file_says_which_version_it_is_and_that_nothing_changed(self) -> None:
        with self.assertRaisesRegex(ParameterError, "newer Sabaka .version 7.*Nothing was changed"):
            validate_hive(sound() | {"version": 7})

    @given(
        st.recursive(
            st.none() | st.booleans() | st.floats() | st.text(), lambda c: st.lists(c) | st.dictionaries(st.text(), c)
        )
    )
    def test_whatever_is_sent_is_refused_with_a_field_problem(self, raw: Any) -> None:
        self.assertTrue(problems(raw))

    def test_impossible_cavities_are_named_when_asked_for_a_report(self) -> None:
        def refused(document: dict[str, Any]) -> str:
            with self.assertRaises(ParameterError) as caught:
                build_report(validate_hive(document))
            return caught.exception.field

        document = sound()
        document["choices"]["floor_gap_mm"] = 200.0
        chamber(document)["section"] = {"kind": "trapezoid", "top_mm": 430.0, "floor_mm": 300.0, "height_mm": 210.0}
        self.assertEqual(refused(document), "/choices/floor_gap_mm")
        document = sound()
        chamber(document)["litter"] = {"kind": "deep", "depth_mm": 280.0}
        self.assertEqual(refused(document), "/chambers/0/litter/depth_mm")
        document = sound()
        chamber(document)["section"] = {"kind": "trapezoid", "top_mm": 50.0, "floor_mm": 45.0, "height_mm": 210.0}
        self.assertEqual(refused(document), "/chambers/0/section/top_mm")
        document = sound()
        document["comb_types"][0]["width_mm"] = 150.0
        chamber(document)["length_mm"] = 100.0
        self.assertEqual(refused(document), "/chambers/0/length_mm")
        document = sound()
        document["comb_types"] = []
        items(document)[:] = []
        self.assertEqual(refused(document), "/comb_types")


class Versions(TestCase):
    """Regression."""

    def test_version_1_of_every_system_still_opens(self) -> None:
        """Kept files of version 1: each comes up as the current version and can be reported on."""
        files = sorted(FORMER.glob("*.json"))
        kept = {json.loads(f.read_text("utf-8"))["system"] for f in files}
        # All eleven of that time; a system that came later has no such file.
        self.assertEqual(len(kept), 11)
        self.assertLessEqual(kept, set(get_args(HiveSystem)))
        validator = Draft202012Validator(hive_schema())
        for file in files:
            with self.subTest(file.stem):
                self.assertEqual(json.loads(file.read_text("utf-8"))["version"], 1)
                hive = load_hive(file.read_bytes())
                validator.validate(json.loads(hive_text(hive)))
                self.assertTrue(build_report(hive).metrics)

    def test_version_2_writes_down_what_a_frame_is_made_of(self) -> None:
        old = json.loads((FORMER / "two-chamber.json").read_text("utf-8"))
        self.assertNotIn("lug_thickness_mm", old["comb_types"][0])
        new = load.migrate(old)
        self.assertEqual((new["version"], new["comb_types"][0]["lug_thickness_mm"]), (VERSION, 9.5))
        self.assertEqual(new["comb_types"][0]["depth_mm"], old["comb_types"][0]["depth_mm"])

    def test_a_former_document_that_is_wrong_is_named_all_the_same(self) -> None:
        for broken in ("frames", [1, "frame"], None):
            with self.subTest(broken):
                self.assertTrue(problems({"format": "sabaka-hive", "version": 1, "comb_types": broken}))

    def test_an_older_document_is_brought_up_step_by_step(self) -> None:
        """With one version more to come: every migration runs in turn, and only then validation."""

        def further(raw: dict[str, Any]) -> dict[str, Any]:
            return raw | {"version": VERSION + 1, "seen": True}

        with mock.patch.object(load, "VERSION", VERSION + 1), mock.patch.dict(load.MIGRATIONS, {VERSION: further}):
            current = load.migrate(json.loads((FORMER / "bowline.json").read_text("utf-8")))
        self.assertTrue(current["seen"])
        self.assertEqual(current["version"], VERSION + 1)

    def test_a_current_document_is_left_alone(self) -> None:
        document = sound()
        self.assertIs(load.migrate(document), document)
