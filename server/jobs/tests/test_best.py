"""The best hive out of what is there, over HTTP: sought by a job, heard of, taken onto the shelf."""

from __future__ import annotations

import time
from typing import Any

from django.contrib.auth.models import User
from django.test import TestCase

PLANK = {"label": "", "length": "2.4 m", "width": "290", "thickness": "22", "count": "3"}
SHEET = {"label": "", "length": "2440", "width": "1220", "thickness": "12", "count": "1"}
SOUGHT: dict[str, Any] = {
    "answers": {"frames": ["langstroth-shallow"]},
    "boards": [PLANK, SHEET],
    "units": "mm",
    "wish": "money",
    "frames_owned": "20",
}


class Best(TestCase):
    """Door."""

    def setUp(self) -> None:
        self.client.force_login(User.objects.create_user("fender"))

    def post(self, path: str, body: dict[str, Any]) -> Any:
        return self.client.post(f"/api/brief/{path}", body, content_type="application/json")

    def test_sought_and_taken(self) -> None:
        job = self.post("best", SOUGHT).json()
        start = time.monotonic()
        while job["state"] in ("waiting", "running") and time.monotonic() - start < 60:
            time.sleep(0.1)
            job = self.client.get(f"/api/jobs/{job['id']}").json()
        self.assertEqual((job["state"], job["share"]), ("done", 1.0))
        table = next(each for each in job["chapters"]["best"]["tables"] if each["key"] == "best")
        taken = self.post("take", SOUGHT | {"key": table["lines"][0]["key"], "name": "Turk’s Head"}).json()
        hive = taken["design"]["document"]
        self.assertEqual(hive["name"], "Turk’s Head")
        self.assertEqual(hive["building"]["frames_on_hand"], 20)
        self.assertEqual([board["length_mm"] for board in hive["boards"]], [2400.0, 2440.0])

    def test_what_is_wrong_names_its_field(self) -> None:
        for change, field in (
            ({"combs": "half"}, "/combs"),
            ({"combs": "2.5"}, "/combs"),
            ({"length": "long"}, "/length"),
            ({"frames_owned": "-1"}, "/frames_owned"),
            ({"boards": [PLANK | {"length": ""}]}, "/boards/0/length"),
        ):
            with self.subTest(field, **change):
                answer = self.post("best", SOUGHT | change)
                self.assertEqual(answer.status_code, 422)
                self.assertEqual(answer.json()["problems"][0]["field"], field)

    def test_a_key_that_was_never_found(self) -> None:
        answer = self.post("take", SOUGHT | {"key": "long-shallow/9/9", "name": "Nowhere"})
        self.assertEqual((answer.status_code, answer.json()["problems"][0]["field"]), (422, "key"))
