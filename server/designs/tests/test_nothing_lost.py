"""Regression tests of saves that come twice, come late, or hold what can't be."""

from __future__ import annotations

import json
from typing import Any

import vobject
from django.test import TestCase

from server.designs.models import Design, Revision
from server.designs.tests.test_designs import Keeper
from tests.core.support import example, sound


class Saves(TestCase):
    """Regression."""

    def setUp(self) -> None:
        self.wren = Keeper("wren-test")
        self.design = self.wren.begin()

    def save(self, base: int, notes: str, **more: Any) -> Any:
        body = {"base_revision": base, "document": self.design["document"] | {"notes": notes}, "label": "Typed"}
        return self.wren.call("PUT", f"/{self.design['id']}", body | more)

    def kinds(self) -> list[str]:
        return list(Revision.objects.order_by("number").values_list("kind", flat=True))

    def test_4_a_stale_save_of_what_stands_is_no_conflict_and_no_revision(self) -> None:
        self.save(1, "one")
        again = self.save(1, "one")
        self.assertEqual((again.status_code, again.json()["revision"]), (200, 2))
        self.assertEqual(self.kinds(), ["made", "saved"])

    def test_4_what_follows_a_save_whose_answer_was_lost_is_no_conflict(self) -> None:
        self.save(1, "one", save_id="a")
        after = self.save(1, "two", save_id="b", unanswered=["a"])
        self.assertEqual((after.status_code, after.json()["revision"]), (200, 3))
        self.assertEqual(self.kinds(), ["made", "saved", "saved"])

    def test_4_another_windows_save_in_between_still_is_one(self) -> None:
        self.save(1, "one", save_id="a")
        self.save(2, "another window", save_id="x")
        late = self.save(1, "two", save_id="b", unanswered=["a"])
        self.assertEqual(late.status_code, 409)
        self.assertEqual(self.kinds(), ["made", "saved", "saved", "aside"])

    def test_1_a_late_save_sent_twice_is_kept_aside_once(self) -> None:
        self.save(1, "first")
        kept = [self.save(1, "late").json()["kept_as"] for _ in range(2)]
        self.assertEqual(kept, [3, 3])
        self.assertEqual(self.save(1, "later").json()["kept_as"], 4)

    def test_7_sizes_that_cannot_be_are_refused_and_nothing_is_stored(self) -> None:
        document = self.design["document"]
        document["comb_types"][0]["width_mm"] = 1.0
        answer = self.save(1, "thin bars")
        self.assertEqual(answer.status_code, 422)
        self.assertEqual(answer.json()["problems"][0]["field"], "/comb_types/0/width_mm")
        file = self.wren.call("POST", "/import", json.dumps(document).encode(), "application/octet-stream")
        self.assertEqual(file.status_code, 422)
        self.assertEqual(self.kinds(), ["made"])

    def test_7_a_design_saved_beyond_them_opens_is_mended_and_may_come_back(self) -> None:
        """What stands in the store from before is read, saved with other changes, and brought back after a mend."""
        design = Design.objects.get()
        design.document["comb_types"][0]["width_mm"] = 1.0
        design.document["chambers"][0]["length_mm"] = 20_000.0
        design.save()
        Revision.objects.update(document=design.document)
        opened = self.wren.call("GET", f"/{self.design['id']}").json()["document"]
        self.assertEqual(opened["comb_types"][0]["width_mm"], 1.0)
        body = {"document": opened, "edit": {"do": "look"}, "asked": {"shape": {"parts": ["findings", "mends"]}}}
        report = self.wren.client.post("/api/bench/edit", json.dumps(body), "application/json").json()["report"]
        codes = [f["code"] for f in report["chapters"]["shape"]["findings"] if f["code"] == "beyond-reach"]
        self.assertEqual(len(codes), 2)
        self.design["document"] = opened
        self.assertEqual(self.save(1, "noted").status_code, 200)
        mended = json.loads(json.dumps(opened))
        mended["comb_types"][0]["width_mm"], mended["chambers"][0]["length_mm"] = 35.0, 1200.0
        self.design["document"] = mended
        self.assertEqual(self.save(2, "mended").status_code, 200)
        self.design["document"] = opened
        self.assertEqual(self.save(3, "undone").status_code, 200)
        card = self.wren.call("GET", "").json()[0]
        self.assertGreaterEqual(card["errors"], 2)

    def test_9_control_characters_are_refused_in_names_and_labels(self) -> None:
        for name in ("two\nlines", "a\rb", "a\x00b", "\x1b[2J", "\u202egnp"):
            with self.subTest(ascii(name)):
                begun = self.wren.call("POST", "", {"name": name, "preset": "bowline"})
                self.assertEqual((begun.status_code, begun.json()["problems"][0]["field"]), (422, "/name"))
                renamed = self.wren.call("PATCH", f"/{self.design['id']}", {"name": name})
                self.assertEqual(renamed.status_code, 422)
                labelled = self.save(1, "x", label=name)
                self.assertEqual((labelled.status_code, labelled.json()["problems"][0]["field"]), (422, "label"))

    def test_8_numbers_and_words_that_no_field_holds(self) -> None:
        """No answer is a server error, whatever is sent."""
        ident, document = self.design["id"], self.design["document"]
        calls: list[tuple[str, str, Any]] = [
            ("PUT", f"/{ident}", {"base_revision": 10**30, "document": document}),
            ("PUT", f"/{ident}", {"base_revision": 1, "document": document, "save_id": "\ud800"}),
            ("PUT", f"/{ident}", {"base_revision": 1, "document": document, "unanswered": ["x"] * 60}),
            ("GET", f"/{ident}/revisions/{10**30}", None),
            ("POST", f"/{ident}/revisions/{10**30}/bring-back", None),
            ("GET", f"/{ident}/drawings/section?box={10**30}", None),
            ("POST", "", {"name": "x" * 4_000}),
            ("PATCH", f"/{ident}", {"name": "\ud800"}),
            ("POST", "/compare", {"document": sound(), "preset": "\x00"}),
            ("POST", "", {"name": "x", "preset": "../granny"}),
        ]
        for method, path, body in calls:
            with self.subTest(method + path[-20:]):
                answer = self.wren.call(method, path, body)
                self.assertIn(answer.status_code, (404, 422))
                self.assertTrue(answer.json()["reason"])

    def test_8_every_file_of_a_hive_whose_name_has_two_lines(self) -> None:
        design = Design.objects.get()
        design.document["name"] = design.name = "Bow\r\nline"
        design.save()
        for path in ("season-card", "winter-card", "moving-page", "moving-calendar", "workshop/parts.dxf", "file"):
            with self.subTest(path):
                how = "POST" if path.startswith("workshop") else "GET"
                answer = self.wren.call(how, f"/{self.design['id']}/{path}")
                self.assertEqual(answer.status_code, 200)
                self.assertNotIn("\n", answer["Content-Disposition"])


class Preset(TestCase):
    """Regression."""

    def test_7_every_example_can_be_imported(self) -> None:
        wren = Keeper("wren-test")
        for name in ("side-by-side", "tree-cavity", "granny"):
            body = json.dumps(example(name)).encode()
            self.assertEqual(wren.call("POST", "/import", body, "application/octet-stream").status_code, 200)


class Calendars(TestCase):
    """Independent reader (vobject): events keep their UID through every save, and a copy has its own."""

    def events(self, keeper: Keeper, ident: str) -> dict[str, Any]:
        file = keeper.call("GET", f"/{ident}/moving-calendar").content.decode()
        return {e.summary.value.split(": ", 1)[1]: e for e in vobject.readOne(file).vevent_list}

    def test_32_put_off_after_a_download_and_copied(self) -> None:
        wren = Keeper("wren-test")
        design = wren.begin()
        first = self.events(wren, design["id"])
        moved = wren.save(design, 1, name="Marline II", moving={"day": "2026-06-02"})
        self.assertEqual(moved.status_code, 200)
        second = self.events(wren, design["id"])
        self.assertEqual({t: e.uid.value for t, e in second.items()}, {t: e.uid.value for t, e in first.items()})
        self.assertEqual({e.sequence.value for e in first.values()}, {"0"})
        self.assertEqual({e.sequence.value for e in second.values()}, {"1"})
        copy = wren.call("POST", "/import", json.dumps(moved.json()["document"]).encode(), "application/octet-stream")
        others = {e.uid.value for e in self.events(wren, copy.json()["id"]).values()}
        self.assertFalse(others & {e.uid.value for e in first.values()})
