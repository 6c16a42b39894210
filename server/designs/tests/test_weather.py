"""Days of weather in a keeper's store: brought once, named by designs, carried by archives, and nobody else's."""

from __future__ import annotations

import json
from datetime import date, timedelta
from typing import Any
from unittest.mock import patch

from django.contrib.auth.models import User
from django.test import TestCase

from sabaka_core import load_hive
from server.designs.models import Design, Revision, WeatherDays
from server.designs.services import create_design
from tests.core.support import EXAMPLES


def table(shift: float = 0.0) -> str:
    """A year of days of 10 °C, one of them missing, somewhat warmer if wanted."""
    days = [date(2023, 1, 1) + timedelta(days=n) for n in range(365) if n != 40]
    return "date,mean,rain\n" + "\n".join(f"{day.isoformat()},{10 + shift},0.4" for day in days)


class Weather(TestCase):
    """Door."""

    def setUp(self) -> None:
        self.keeper = User.objects.create_user("Wren")
        self.client.force_login(self.keeper)
        self.design = create_design(self.keeper, load_hive((EXAMPLES / "bowline.json").read_bytes()), "Begun")

    def post(self, path: str, body: dict[str, Any]) -> Any:
        return self.client.post(path, json.dumps(body), content_type="application/json")

    def bring(self, shift: float = 0.0, name: str = "mast") -> str:
        answer = self.post("/api/weather/", {"table": table(shift), "name": name})
        self.assertEqual(answer.status_code, 200, answer.content)
        return str(answer.json()["sha"])

    def use(self, sha: str, document: Any = None) -> Any:
        edit = {"do": "use-weather", "sha": sha, "name": "mast"}
        return self.post("/api/bench/edit", {"document": document or self.design.document, "edit": edit, "asked": {}})

    def test_30_they_are_a_thing_of_their_own_with_owner_name_and_hash(self) -> None:
        sha = self.bring()
        row = WeatherDays.objects.get()
        self.assertEqual((row.owner, row.name, row.sha), (self.keeper, "mast", sha))
        self.assertLess(len(row.packed), 400)
        self.assertIn("1 of them filled", row.words)
        self.assertEqual(self.bring(name="the mast on the dyke"), sha)
        self.assertEqual([each["name"] for each in self.client.get("/api/weather/").json()], ["the mast on the dyke"])

    def test_30_a_design_names_them_and_neither_an_answer_nor_a_revision_holds_them(self) -> None:
        sha = self.bring()
        answer = self.use(sha)
        self.assertEqual(answer.status_code, 200, answer.content)
        document = answer.json()["document"]
        self.assertEqual(document["season"]["weather"], {"name": "mast", "sha": sha})
        self.assertLess(len(answer.content), 40_000)
        save = {"base_revision": 1, "document": document, "label": "Weather"}
        self.assertEqual(
            self.client.put(
                f"/api/designs/{self.design.pk}", json.dumps(save), content_type="application/json"
            ).status_code,
            200,
        )
        kept = json.dumps(Revision.objects.order_by("-number")[0].document)
        self.assertIn(sha, kept)
        self.assertNotIn("2023-05-05", kept)

    def test_30_season_winter_and_their_cards_are_planned_by_them(self) -> None:
        document = self.use(self.bring()).json()["document"]
        asked = {"winter": {}, "season": {}}
        for chapter in self.post("/api/studies/", {"document": document, "asked": asked}).json()["chapters"].values():
            self.assertIn("mast: 365 days", chapter["lead"]["template"])
        Design.objects.filter(pk=self.design.pk).update(document=document)
        for card in ("season-card", "winter-card"):
            self.assertEqual(self.client.get(f"/api/designs/{self.design.pk}/{card}").status_code, 200)

    def test_30_an_exported_archive_carries_them_to_another_keeper(self) -> None:
        sha = self.bring()
        Design.objects.filter(pk=self.design.pk).update(document=self.use(sha).json()["document"])
        archive = self.client.get(f"/api/designs/{self.design.pk}/file")
        self.assertEqual(archive["Content-Type"], "application/zip")
        other = User.objects.create_user("Tern")
        self.client.force_login(other)
        answer = self.client.post("/api/designs/import", archive.content, content_type="application/octet-stream")
        self.assertEqual(answer.status_code, 200, answer.content)
        self.assertEqual(WeatherDays.objects.get(owner=other).sha, sha)
        self.assertEqual(answer.json()["document"]["season"]["weather"]["sha"], sha)
        broken = self.client.post("/api/designs/import", archive.content[:300], content_type="application/octet-stream")
        self.assertEqual(broken.status_code, 422)

    def test_30_another_keepers_days_are_not_there(self) -> None:
        sha = self.bring()
        self.client.force_login(User.objects.create_user("Tern"))
        self.assertEqual(self.client.get("/api/weather/").json(), [])
        refused = self.use(sha)
        self.assertEqual(refused.status_code, 422)
        self.assertIn("bring their table", refused.json()["reason"])

    def test_30_a_table_that_cannot_be_read_names_its_line(self) -> None:
        answer = self.post("/api/weather/", {"table": table().replace("2023-02-14,10", "2023-02-14,warm")})
        self.assertEqual(answer.status_code, 422)
        self.assertIn("Line 45", answer.json()["reason"])
        self.assertEqual(WeatherDays.objects.count(), 0)
        odd = self.post("/api/weather/", {"table": table(), "name": "a\x00b"})
        self.assertEqual(odd.status_code, 422)

    def test_30_a_full_store_says_so_with_its_field(self) -> None:
        with patch("server.designs.weather.MOST_TABLES", 1):
            self.bring()
            refused = self.post("/api/weather/", {"table": table(3.0), "name": "second"})
            self.assertEqual((refused.status_code, refused.json()["problems"][0]["field"]), (422, "table"))
            # The same days again are the same thing.
            self.bring(name="mast again")

    def test_30_without_the_days_the_means_of_the_design_stand(self) -> None:
        document = self.use(self.bring(5.0)).json()["document"]
        WeatherDays.objects.all().delete()
        answer = self.post("/api/studies/", {"document": document, "asked": {"season": {"parts": []}}}).json()
        self.assertIn("mast: 365 days", answer["chapters"]["season"]["lead"]["template"])
        self.assertEqual(
            self.client.get(f"/api/designs/{self.design.pk}/file")["Content-Type"], "application/json; charset=utf-8"
        )
