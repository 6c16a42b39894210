"""Studies over HTTP: what the core says, refusals at their field, the card of a kept design."""

from __future__ import annotations

import json
from typing import Any

from django.contrib.auth.models import User
from django.test import TestCase

from sabaka_core import validate_hive
from server.designs.services import create_design
from tests.core.support import example, said


class Studies(TestCase):
    """Door."""

    def setUp(self) -> None:
        self.keeper = User.objects.create_user("wren-test")
        self.client.force_login(self.keeper)

    def post(self, path: str, **body: Any) -> Any:
        return self.client.post(path, json.dumps(body), content_type="application/json")

    def test_both_are_the_cores(self) -> None:
        document = example("bowline")
        hive = validate_hive(document)
        core = {"winter": said(hive, "winter", 3), "lifting": said(hive, "lifting")}
        answer = self.post("/api/studies/", document=document, asked={"winter": {"at": 3}, "lifting": {}}).json()
        self.assertEqual(
            answer, {"chapters": {name: json.loads(each.model_dump_json()) for name, each in core.items()}}
        )

    def test_refusals_name_the_field(self) -> None:
        tall = example("bowline") | {"lifting": {"height_mm": 5000.0}}
        answer = self.post("/api/studies/", document=tall, asked={"lifting": {}})
        self.assertEqual((answer.status_code, answer.json()["problems"][0]["field"]), (422, "/lifting/height_mm"))
        wet = example("bowline") | {"wintering": {"humidity": 130.0}}
        answer = self.post("/api/studies/", document=wet, asked={"winter": {}})
        self.assertEqual((answer.status_code, answer.json()["problems"][0]["field"]), (422, "/wintering/humidity"))

    def test_only_what_is_asked_for_is_answered(self) -> None:
        asked = {"winter": {"parts": ["findings"]}}
        chapter = self.post("/api/studies/", document=example("bowline"), asked=asked).json()["chapters"]["winter"]
        self.assertTrue(chapter["findings"])
        self.assertFalse(any(chapter[part] for part in ("metrics", "tables", "drawings", "helps", "forms")))
        unknown = self.post("/api/studies/", document=example("bowline"), asked={"weather": {}})
        self.assertEqual((unknown.status_code, unknown.json()["problems"][0]["field"]), (422, "asked"))

    def test_the_card_is_its_keepers(self) -> None:
        design = create_design(self.keeper, validate_hive(example("bowline")), "Begun")
        answer = self.client.get(f"/api/designs/{design.pk}/winter-card")
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "application/pdf"))
        self.client.force_login(User.objects.create_user("somebody-else"))
        self.assertEqual(self.client.get(f"/api/designs/{design.pk}/winter-card").status_code, 404)
