"""Moving in over HTTP: what the core says, and the files of a kept design."""

from __future__ import annotations

import json
from typing import Any

from django.contrib.auth.models import User
from django.test import TestCase

from sabaka_core import validate_hive
from server.designs.models import Design
from server.designs.services import create_design
from tests.core.support import example, said


class Moving(TestCase):
    """Door."""

    def setUp(self) -> None:
        self.keeper = User.objects.create_user("wren-test")
        self.client.force_login(self.keeper)

    def post(self, path: str, **body: Any) -> Any:
        return self.client.post(path, json.dumps(body), content_type="application/json")

    def asked(self, document: Any, **what: Any) -> Any:
        return self.post("/api/studies/", document=document, asked={"moving": what})

    def test_the_plan_is_the_cores(self) -> None:
        document = example("deep-horizontal")
        core = json.loads(said(validate_hive(document), "moving").model_dump_json())
        self.assertEqual(self.asked(document).json()["chapters"]["moving"], core)

    def test_each_stage_has_its_rod(self) -> None:
        document = example("deep-horizontal")
        moments = [self.asked(document, parts=["moment"], at=n).json()["chapters"]["moving"] for n in (0, 3)]
        first, last = (moment["drawings"]["rod"] for moment in moments)
        self.assertEqual(first["name"], "rod")
        self.assertNotEqual(first["shapes"], last["shapes"])

    def test_a_wrong_day_is_refused_at_its_field(self) -> None:
        document = example("deep-horizontal") | {"moving": {"day": "2026-02-30"}}
        answer = self.asked(document)
        self.assertEqual((answer.status_code, answer.json()["problems"][0]["field"]), (422, "/moving/day"))

    def test_files_and_the_box_belong_to_their_keeper(self) -> None:
        hive = validate_hive(example("deep-horizontal"))
        design = create_design(self.keeper, hive, "Begun")
        for end, kind in (("moving-page", "application/pdf"), ("moving-calendar", "text/calendar")):
            answer = self.client.get(f"/api/designs/{design.pk}/{end}")
            self.assertEqual((answer.status_code, answer["Content-Type"]), (200, kind))
            self.assertIn("attachment", answer["Content-Disposition"])
        kept = self.post(f"/api/designs/{design.pk}/conversion-box")
        self.assertEqual(kept.status_code, 200)
        self.assertEqual(Design.objects.get(pk=kept.json()["id"]).system, "conversion-box")
        self.client.force_login(User.objects.create_user("somebody-else"))
        for end in ("moving-page", "moving-calendar"):
            self.assertEqual(self.client.get(f"/api/designs/{design.pk}/{end}").status_code, 404)

    def test_the_chart_has_every_pair(self) -> None:
        chart = self.client.get("/api/moving/matrix").json()
        self.assertEqual(len(chart["cells"]), len(chart["frames"]) * len(chart["hives"]))
