"""Lifting and winter over HTTP: what the core says, refusals at their field, the card of a kept design."""

from __future__ import annotations

import json
from typing import Any

from django.contrib.auth.models import User
from django.test import TestCase

from sabaka_core import validate_hive
from sabaka_core.show.lifting import lifting_report
from sabaka_core.show.winter import winter_report
from server.designs.services import create_design
from tests.core.support import example


class Judged(TestCase):
    def setUp(self) -> None:
        self.keeper = User.objects.create_user("wren-test")
        self.client.force_login(self.keeper)

    def post(self, path: str, **body: Any) -> Any:
        return self.client.post(path, json.dumps(body), content_type="application/json")

    def test_both_are_the_cores(self) -> None:
        document = example("bowline")
        hive = validate_hive(document)
        self.assertEqual(
            self.post("/api/judged/lift", document=document).json(), json.loads(lifting_report(hive).model_dump_json())
        )
        core = json.loads(winter_report(hive, 3).model_dump_json())
        self.assertEqual(self.post("/api/judged/winter", document=document, month=3).json(), core)

    def test_refusals_name_the_field(self) -> None:
        tall = example("bowline") | {"lifting": {"height_mm": 5000.0}}
        answer = self.post("/api/judged/lift", document=tall)
        self.assertEqual((answer.status_code, answer.json()["problems"][0]["field"]), (422, "/lifting/height_mm"))
        wet = example("bowline") | {"wintering": {"humidity": 130.0}}
        answer = self.post("/api/judged/winter", document=wet)
        self.assertEqual((answer.status_code, answer.json()["problems"][0]["field"]), (422, "/wintering/humidity"))

    def test_the_card_is_its_keepers(self) -> None:
        design = create_design(self.keeper, validate_hive(example("bowline")), "Begun")
        answer = self.client.get(f"/api/designs/{design.pk}/winter-card")
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "application/pdf"))
        self.client.force_login(User.objects.create_user("somebody-else"))
        self.assertEqual(self.client.get(f"/api/designs/{design.pk}/winter-card").status_code, 404)
