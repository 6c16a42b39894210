"""The design document: schema, reach, errors, versions."""

from __future__ import annotations

import json
from typing import Any, get_args
from unittest import TestCase, mock

from hypothesis import given
from hypothesis import strategies as st
from jsonschema import Draft202012Validator

from sabaka_core import ParameterError, build_report, hive_text, load_hive, validate_hive
from sabaka_core.analysis import SYSTEMS
from sabaka_core.document import load
from sabaka_core.document.hive import HiveSystem
from sabaka_core.document.schema import hive_schema
from sabaka_core.errors import InfeasibleError
from tests.core.support import EXAMPLES, ROOT, chamber, items, sound

STUBS = ROOT / "tests" / "fixtures" / "systems"


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

    def test_version_1_holds_a_stub_of_each_of_the_eleven_systems(self) -> None:
        stubs = {load_hive(f.read_bytes()).system: f for f in STUBS.glob("*.json")}
        self.assertEqual(set(stubs), set(get_args(HiveSystem)))
        for system, file in stubs.items():
            with self.subTest(system):
                self.validator.validate(json.loads(file.read_text("utf-8")))

    def test_a_system_that_is_not_offered_yet_says_so(self) -> None:
        for file in STUBS.glob("*.json"):
            hive = load_hive(file.read_bytes())
            with self.subTest(hive.system):
                if hive.system in SYSTEMS:
                    build_report(hive)
                else:
                    with self.assertRaisesRegex(InfeasibleError, "not offered yet"):
                        build_report(hive)


class BadInput(TestCase):
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
            ("/comb_types/0/id", ["comb_types", 0, "id"], "Not An Id", "pattern"),
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
            (b'{"format": "sabaka-hive", "version": 2}', "newer-version"),
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
        chamber(document)["length_mm"] = 30.0
        self.assertEqual(refused(document), "/chambers/0/length_mm")
        document = sound()
        document["comb_types"] = []
        items(document)[:] = []
        self.assertEqual(refused(document), "/comb_types")


class Versions(TestCase):
    def test_an_older_document_is_brought_up_step_by_step(self) -> None:
        """With a version 2 to come: the migration of version 1 runs, and only then validation."""

        def from_1(raw: dict[str, Any]) -> dict[str, Any]:
            return raw | {"version": 2, "seen": True}

        with mock.patch.object(load, "VERSION", 2), mock.patch.dict(load.MIGRATIONS, {1: from_1}):
            current = load.migrate(sound())
        self.assertTrue(current["seen"])
        self.assertEqual(current["version"], 2)

    def test_a_current_document_is_left_alone(self) -> None:
        document = sound()
        self.assertIs(load.migrate(document), document)
