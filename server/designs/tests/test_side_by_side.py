"""Designs side by side over HTTP."""

from __future__ import annotations

import json
import time
from typing import Any

from django.contrib.auth.models import User
from django.test import TestCase

from server.designs.tests.test_designs import Keeper


class SideBySide(TestCase):
    """Door."""

    def setUp(self) -> None:
        self.tern = Keeper("tern")
        self.first, self.second = self.tern.begin("Marline"), self.tern.begin("Cleat")
        self.tern.save(self.first, 1, notes="Changed")

    def asked(self, *sides: dict[str, Any]) -> Any:
        return self.tern.call("POST", "/side-by-side", {"sides": list(sides)})

    def paper(self, *sides: dict[str, Any]) -> Any:
        return self.tern.call("POST", "/side-by-side.pdf?measure=in", {"sides": list(sides), "hidden": []})

    def test_designs_and_a_state_of_one(self) -> None:
        answer = self.asked(
            {"design": self.first["id"]}, {"design": self.first["id"], "revision": 1}, {"design": self.second["id"]}
        )
        self.assertEqual(answer.status_code, 202)
        job = answer.json()
        for _ in range(600):
            if job["state"] not in ("waiting", "running"):
                break
            time.sleep(0.1)
            job = json.loads(self.tern.client.get(f"/api/jobs/{job['id']}").content)
        self.assertEqual((job["state"], job["reason"]), ("done", ""))
        columns = job["chapters"]["several"]["tables"][0]["columns"]
        self.assertEqual(columns, ["", "Marline", "Marline, revision 1", "Cleat"])

    def test_somebody_elses_are_not_there(self) -> None:
        other = Keeper("plover").begin()
        self.assertEqual(self.asked({"design": self.first["id"]}, {"design": other["id"]}).status_code, 404)
        self.assertEqual(self.paper({"design": self.first["id"]}, {"design": other["id"]}).status_code, 404)
        self.assertEqual(User.objects.count(), 2)

    def test_on_paper(self) -> None:
        first, second = {"design": self.first["id"]}, {"design": self.second["id"], "revision": 1}
        page = self.paper(first, second)
        self.assertEqual((page.status_code, page.content[:5]), (200, b"%PDF-"))
        for wrong in ([{"design": "nothing"}, first], [first], [first, second | {"revision": "x"}]):
            self.assertEqual(self.paper(*wrong).status_code, 422)
