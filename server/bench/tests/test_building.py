"""Building over HTTP: what the core says; files belong to their keeper."""

from __future__ import annotations

import io
import json
import time
import zipfile
from typing import Any
from unittest.mock import patch

from django.contrib.auth.models import User
from django.test import TestCase
from pypdf import PdfReader

from sabaka_core import validate_hive
from sabaka_core.base.budget import OverBudgetError
from server.designs.services import create_design
from tests.core.support import example


class Building(TestCase):
    """Independent reader: pypdf and zipfile read what a job has made."""

    def setUp(self) -> None:
        self.keeper = User.objects.create_user("wren-test")
        self.client.force_login(self.keeper)

    def post(self, path: str, **body: Any) -> Any:
        return self.client.post(path, json.dumps(body), content_type="application/json")

    def asked(self, **what: Any) -> Any:
        answer = self.post("/api/studies/", document=example("bowline"), asked={"building": what})
        return answer.json()["chapters"]["building"]

    def test_the_plan_has_every_part(self) -> None:
        answer = self.asked()
        parts = next(table["lines"] for table in answer["tables"] if table["key"] == "parts")
        numbers = [line["cells"][0]["template"].split(".")[0] for line in parts]
        self.assertEqual(numbers, [str(n) for n in range(1, len(parts) + 1)])
        self.assertFalse([f for f in answer["findings"] if f["severity"] == "error"])

    def test_the_search_answers_either_way(self) -> None:
        self.assertIsNone(self.asked()["tried"])
        answer = self.post("/api/studies/", document=example("bowline"), asked={"building": {"parts": ["helps"]}})
        # At once, or under a job where this machine takes longer for it than an answer may.
        if answer.status_code == 200:
            self.assertIn("Searched", answer.json()["chapters"]["building"]["tried"]["template"])
        else:
            self.assertEqual(self.client.delete(f"/api/jobs/{answer.json()['id']}").json()["state"], "ended")

    def test_files_are_their_keepers(self) -> None:
        design = create_design(self.keeper, validate_hive(example("bowline")), "Begun")
        address = f"/api/designs/{design.pk}/workshop"
        begun = self.client.post(f"{address}/workshop.zip?measure=in")
        self.assertEqual(begun.status_code, 202)
        job = self.over(begun.json()["id"])
        self.assertEqual((job["state"], job["file"]), ("done", "bowline.workshop.zip"))
        archive = self.client.get(f"/api/jobs/{job['id']}/file")
        self.assertEqual(archive["Content-Disposition"], 'attachment; filename="bowline.workshop.zip"')
        with zipfile.ZipFile(io.BytesIO(archive.content)) as files:
            self.assertIn("parts.dxf", files.namelist())
            self.assertIn(" in.", PdfReader(io.BytesIO(files.read("booklet.pdf"))).pages[0].extract_text())
        self.assertEqual(self.client.post(f"{address}/anything.exe").status_code, 422)
        self.client.force_login(User.objects.create_user("somebody-else"))
        for name in ("parts.dxf", "workshop.zip"):
            self.assertEqual(self.client.post(f"{address}/{name}").status_code, 404)
        self.assertEqual(self.client.get(f"/api/jobs/{job['id']}/file").status_code, 422)

    def test_a_file_that_takes_long_comes_by_a_job(self) -> None:
        """The same file either way, of the kind that its name says."""
        design = create_design(self.keeper, validate_hive(example("bowline")), "Begun")
        address = f"/api/designs/{design.pk}/workshop/templates.pdf"
        at_once = self.client.post(address)
        self.assertEqual((at_once.status_code, at_once["Content-Type"]), (200, "application/pdf"))
        with patch("server.jobs.api.written", side_effect=OverBudgetError):
            begun = self.client.post(address)
        self.assertEqual(begun.status_code, 202)
        job = self.over(begun.json()["id"])
        self.assertEqual((job["state"], job["file"]), ("done", "bowline.templates.pdf"))
        later = self.client.get(f"/api/jobs/{job['id']}/file")
        self.assertEqual(later["Content-Type"], "application/pdf")
        pages = [len(PdfReader(io.BytesIO(each.content)).pages) for each in (at_once, later)]
        self.assertEqual(pages[0], pages[1])

    def over(self, ident: str) -> dict[str, Any]:
        """A job once it is over; whoever waits asks."""
        job: dict[str, Any] = {"state": "waiting"}
        for _ in range(600):
            if job["state"] not in ("waiting", "running"):
                break
            time.sleep(0.1)
            job = self.client.get(f"/api/jobs/{ident}").json()
        return job
