"""The bench over HTTP: an edit in, a design and its report out."""

from __future__ import annotations

import json
from typing import Any

from django.contrib.auth.models import User
from django.test import TestCase

from sabaka_core import build_report, validate_hive
from sabaka_core.kit.chapter import Asked
from tests.core.support import example


class Bench(TestCase):
    """Door."""

    def setUp(self) -> None:
        self.client.force_login(User.objects.create_user("wren-test"))

    def edit(self, document: Any, asked: Any = None, **edit: Any) -> Any:
        body = json.dumps({"document": document, "edit": edit, "asked": asked or {"shape": {"parts": ["metrics"]}}})
        return self.client.post("/api/bench/edit", body, content_type="application/json")

    def test_looking_changes_nothing_and_reports_as_the_core_does(self) -> None:
        asked = {"shape": {"parts": ["metrics", "findings", "mends"]}, "run": {"parts": ["tables"]}}
        answer = self.edit(example("granny"), asked, do="look").json()
        self.assertEqual((answer["document"], answer["patch"]), (example("granny"), []))
        core = build_report(
            validate_hive(example("granny")), {name: Asked.model_validate(each) for name, each in asked.items()}
        )
        self.assertEqual(answer["report"], json.loads(core.model_dump_json()))

    def test_an_edit_comes_with_its_way_back(self) -> None:
        there = self.edit(example("bowline"), do="set", path="/chambers/0/length_mm", text="46 1/2 in").json()
        self.assertAlmostEqual(there["document"]["chambers"][0]["length_mm"], 1181.1)
        back = self.edit(there["document"], do="patch", patch=there["inverse"]).json()
        self.assertEqual(back["document"], example("bowline"))

    def test_refusals_name_the_field(self) -> None:
        answer = self.edit(example("bowline"), do="set", path="/chambers/0/length_mm", text="1/0")
        self.assertEqual(answer.status_code, 422)
        problem = answer.json()["problems"][0]
        self.assertEqual((problem["field"], problem["code"]), ("/chambers/0/length_mm", "divide-by-zero"))

    def test_wishes_that_cannot_be_met_say_what_could(self) -> None:
        answer = self.edit(example("bowline"), do="move-follower", side="far", text="100")
        self.assertEqual(answer.status_code, 422)
        self.assertIn("nearest place is 125 mm", answer.json()["reason"])

    def test_what_is_no_edit_is_refused(self) -> None:
        for edit in (
            {"do": "paint"},
            {"do": "set", "path": "no pointer", "text": "1"},
            {"do": "drop", "handle": "x", "x_mm": 1e9},
        ):
            with self.subTest(edit):
                answer = self.edit(example("bowline"), **edit)
                self.assertEqual(answer.status_code, 422)
                self.assertTrue(answer.json()["problems"])

    def test_bodies_that_are_not_to_be_read(self) -> None:
        for body, status in (
            (b"{", 422),
            (b'{"document": ' + b"[" * 60 + b"]" * 60 + b"}", 422),
            (b'{"document": NaN}', 422),
            (b'"' + b"a" * 10_000_000 + b'"', 413),
        ):
            with self.subTest(body[:20]):
                answer = self.client.post("/api/bench/edit", body, content_type="application/json")
                self.assertEqual(answer.status_code, status)
                self.assertTrue(answer.json()["reason"])
