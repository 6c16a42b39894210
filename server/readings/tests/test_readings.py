"""Readings over HTTP: kept once, refused one by one, shown on charts, warned of; what a hive taught."""

from __future__ import annotations

import csv
import io
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import uuid4

from django.test import Client
from django.utils import timezone

from sabaka_core import validate_hive
from sabaka_core.learning.simulated import simulated
from sabaka_core.learning.story import planner_of
from server.readings.models import Device, ReadingDay
from server.readings.services import thin_old
from server.yard.models import Member
from server.yard.tests.test_yard import JSON, YardCase


class ReadingsCase(YardCase):
    """Door."""

    def setUp(self) -> None:
        super().setUp()
        answer = self.client.post(f"/api/hives/{self.hive.id}/devices", {"name": "scale"}, content_type=JSON)
        self.key, self.device = answer.json()["key"], answer.json()["id"]

    def send(self, readings: list[dict[str, Any]], key: str | None = None) -> Any:
        headers = {"X-Sabaka-Key": self.key if key is None else key}
        return Client().post("/api/readings/", {"readings": readings}, content_type=JSON, headers=headers)

    def read(self, day: int, time: str, kind: str = "weight", value: float = 40.0, **says: Any) -> dict[str, Any]:
        return {"at": f"{self.at(day)[:10]}T{time}Z", "kind": kind, "value": value, **says}


class Incoming(ReadingsCase):
    """Door."""

    def test_each_reading_is_kept_once_and_what_cant_be_is_named(self) -> None:
        later = (timezone.now() + timedelta(days=2)).strftime("%Y-%m-%dT%H:%MZ")
        sent = [
            self.read(5, "10:00"),
            self.read(5, "10:00"),
            self.read(5, "10:00", value=44.0),
            self.read(5, "10:10", value=900.0),
            self.read(5, "10:10", "inside", 95.0),
            self.read(5, "10:20", "inside", 95.0, unit="F"),
            self.read(5, "10:30", "inside", 20.0, unit="kg"),
            {"at": later, "kind": "weight", "value": 40.0},
            {"at": "2000-01-01T00:00Z", "kind": "weight", "value": 40.0},
        ]
        answer = self.send(sent).json()
        self.assertEqual((answer["kept"], answer["again"]), (2, 1))
        why = {each["number"]: each["code"] for each in answer["refused"]}
        self.assertEqual(
            why,
            {2: "twice", 3: "out-of-range", 4: "out-of-range", 6: "wrong-unit", 7: "future-reading", 8: "before-built"},
        )
        fahrenheit = next(each["reason"] for each in answer["refused"] if each["number"] == 4)
        self.assertIn("looks like °F", fahrenheit)
        again = self.send(sent[:1]).json()
        self.assertEqual((again["kept"], again["again"]), (0, 1))

    def test_too_many_at_once_are_refused_whole_and_nothing_is_lost(self) -> None:
        one = self.read(5, "10:00")
        answer = self.send([one] * 10_000)
        self.assertEqual(answer.json()["problems"][0]["code"], "too-many")
        self.assertEqual(ReadingDay.objects.count(), 0)

    def test_a_key_that_leaked_is_renewed(self) -> None:
        self.assertEqual(self.send([self.read(5, "10:00")], "guessed").status_code, 401)
        address = f"/api/hives/{self.hive.id}/devices/{self.device}/key"
        new = self.client.post(address).json()["key"]
        self.assertEqual(self.send([self.read(5, "10:00")]).status_code, 401)
        self.assertEqual(self.send([self.read(5, "10:00")], new).json()["kept"], 1)
        self.assertNotIn(new, str(Device.objects.values_list()))

    def test_members_look_and_keepers_set_up(self) -> None:
        Member.objects.create(yard=self.yard, user=self.tern, role=Member.Role.HELPER)
        other = Client()
        other.force_login(self.tern)
        self.assertEqual(other.get(f"/api/hives/{self.hive.id}/readings").status_code, 200)
        answer = other.post(f"/api/hives/{self.hive.id}/devices", {"name": "mine"}, content_type=JSON)
        self.assertEqual(answer.status_code, 422)


class Shown(ReadingsCase):
    """Door."""

    def test_a_line_has_its_peaks_and_no_more_points_than_a_screen(self) -> None:
        sent = [
            self.read(day, f"{m // 60:02}:{m % 60:02}", value=40.0) for day in range(5, 25) for m in range(0, 1440, 10)
        ]
        sent[1234]["value"] = 55.0
        for start in range(0, len(sent), 2000):
            self.assertEqual(self.send(sent[start : start + 2000]).status_code, 200)
        page = self.client.get(
            f"/api/hives/{self.hive.id}/readings?first={self.at(0)[:10]}&last={self.at(30)[:10]}"
        ).json()
        (chart,) = page["charts"]
        values = chart["series"][0]["values"]
        self.assertLessEqual(len(values), 2000)
        self.assertIn(55.0, values)
        self.assertEqual(page["devices"][0]["name"], "scale")

    def test_hours_outlive_what_they_were_made_of(self) -> None:
        self.send([self.read(5, "10:00", value=40.0), self.read(5, "10:30", value=42.0)])
        thinned = thin_old((datetime.fromisoformat(self.at(5)) + timedelta(days=500)).date())
        self.assertEqual(thinned, 1)
        page = self.client.get(
            f"/api/hives/{self.hive.id}/readings?first={self.at(0)[:10]}&last={self.at(30)[:10]}"
        ).json()
        self.assertEqual(page["charts"][0]["series"][0]["values"], [41.0])
        self.assertEqual(self.send([self.read(5, "10:10")]).json()["refused"][0]["code"], "too-old")

    def test_a_table_goes_out_and_comes_in_again(self) -> None:
        """Independent parser: csv reads it."""
        self.send([self.read(5, "10:00"), self.read(5, "10:10", "inside", 34.5), self.read(6, "10:00", value=41.25)])
        file = self.client.get(f"/api/hives/{self.hive.id}/readings.csv").content
        rows = list(csv.DictReader(io.StringIO(file.decode())))
        self.assertEqual([float(row["value"]) for row in rows], [34.5, 40.0, 41.25])
        answer = self.client.post(f"/api/hives/{self.hive.id}/devices", {"name": "other"}, content_type=JSON).json()
        address = f"/api/hives/{self.hive.id}/devices/{answer['id']}/readings"
        taken = self.client.post(address, file, content_type="text/csv")
        self.assertEqual(taken.json()["kept"], 3)
        for broken in (
            b"at,kind\n",
            b"at,kind,value\nnow,weight,3\n",
            b"\xff\xfe\x00",
            b"at,kind,value\n2026-05-05T10:00,mood,3\n",
        ):
            self.assertEqual(self.client.post(address, broken, content_type="text/csv").status_code, 422)


class BesideTheStudies(ReadingsCase):
    """Door."""

    def test_what_was_read_lies_over_the_season_and_the_winter(self) -> None:
        sent = []
        for day in range(2, 50, 2):
            for hour in (3, 4, 5):
                kinds = (("weight", 40 + day / 10), ("outside", 12.0), ("inside", 34.0), ("humidity", 60.0))
                sent += [self.read(day, f"{hour:02}:00", kind, value) for kind, value in kinds]
        self.assertEqual(self.send(sent).json()["refused"], [])
        self.put({"at": self.at(55)})
        assert self.hive.design is not None
        parts = {"parts": ["drawings"]}
        body = {
            "document": self.hive.design.document,
            "asked": {"season": parts, "winter": parts},
            "built": str(self.hive.design_id),
        }
        said = self.client.post("/api/studies/", body, content_type=JSON).json()["chapters"]
        season = {each["key"]: each for each in said["season"]["charts"]["season-bees"]["series"]}
        weighed = [value for value in season["read-honey"]["values"] if value is not None]
        self.assertGreaterEqual(len(weighed), 3)
        # What came from one reading to the last is what the scale says: 0.1 kg a day.
        self.assertAlmostEqual(weighed[-1] - weighed[0], 0.1 * 14 * (len(weighed) - 1), delta=0.7)
        winter = {each["key"]: each for each in said["winter"]["charts"]["winter-year"]["series"]}
        for key, value in (("read-outside", 12.0), ("read-inside", 34.0), ("read-humidity", 60.0)):
            read = {each for each in winter[key]["values"] if each is not None}
            self.assertEqual(read, {value})
        # Warmer than the winter's own curves: the scale goes up to it.
        warmth = next(each for each in said["winter"]["charts"]["winter-year"]["axes"] if each["key"] == "warmth")
        self.assertGreaterEqual(warmth["most"], 34.0)


class Warned(ReadingsCase):
    """Door."""

    def test_a_swarm_a_cold_nest_and_a_silent_device(self) -> None:
        now = timezone.now().astimezone(UTC)
        sent = []
        for hours in range(30, 0, -1):
            at = (now - timedelta(hours=hours)).strftime("%Y-%m-%dT%H:%MZ")
            sent.append({"at": at, "kind": "weight", "value": 40.0 if hours > 12 else 37.8})
        self.send(sent)
        (alarm,) = self.client.get(f"/api/hives/{self.hive.id}/alarms").json()
        self.assertEqual((alarm["kind"], alarm["name"]), ("weight-lost", "Bowline"))
        self.assertIn("2.2 kg", alarm["words"])
        self.assertEqual(len(self.client.get(f"/api/yards/{self.yard.id}/alarms").json()), 1)
        Device.objects.update(last_at=now - timedelta(hours=9))
        kinds = [each["kind"] for each in self.client.get(f"/api/hives/{self.hive.id}/alarms").json()]
        self.assertIn("silent", kinds)
        # Somebody was there, and took honey: no alarm.
        visit = (now - timedelta(hours=12)).strftime("%Y-%m-%dT%H:%M")
        self.put({"at": visit, "honey": [{"kg": 2.0}]})
        kinds = [each["kind"] for each in self.client.get(f"/api/hives/{self.hive.id}/alarms").json()]
        self.assertNotIn("weight-lost", kinds)


class Taught(ReadingsCase):
    """Door."""

    def seen(self, days: range) -> None:
        document = validate_hive(self.hive.document)
        rows = {row.day: row for row in planner_of(document, timezone.localdate().isoformat()).run().days}
        (run,) = self.runs()
        combs = sum(item["kind"] == "comb" for item in run["items"])
        for number in days:
            ordinal = self.day.toordinal() + number
            row = rows.get(ordinal)
            covered = round(row.need.covered * 0.8, 1) if row else 5.0
            full = [dict(item, contents="honey") if item["kind"] == "comb" else item for item in run["items"]]
            self.assertGreater(combs, 0)
            self.put({"at": self.at(number), "found": [dict(run, items=full)], "covered": covered})

    def learned(self) -> dict[str, Any]:
        found: dict[str, Any] = self.client.get(f"/api/hives/{self.hive.id}/learned").json()
        return found

    def test_too_few_visits_teach_nothing_and_it_can_be_turned_off(self) -> None:
        self.seen(range(5, 16, 10))
        self.assertEqual(self.learned()["learned"]["state"], "too-few")
        self.client.post(f"/api/hives/{self.hive.id}/learns", {"on": False}, content_type=JSON)
        self.assertEqual(self.learned(), {"on": False})

    def test_a_hive_and_its_design_are_taught(self) -> None:
        self.seen(range(5, 56, 10))
        found = self.learned()["learned"]
        self.assertEqual((found["state"], found["visits"]), ("learned", 6))
        self.assertEqual([number["name"] for number in found["numbers"]], ["laying", "loss", "flow"])
        for number in found["numbers"]:
            self.assertLess(number["low"], number["high"])
        taught = self.client.get(f"/api/designs/{self.hive.design_id}/taught").json()
        self.assertIn("Built one, it needed", taught["words"])
        # Of another colony nothing was learned.
        came = {"kind": "came", "day": self.at(50)[:10], "how": "swarm", "hive": str(self.hive.id)}
        life = {"name": "the June swarm", "events": [came]}
        self.client.put(f"/api/yards/{self.yard.id}/colonies/{uuid4()}", life, content_type=JSON)
        self.assertEqual(self.learned()["learned"]["state"], "too-few")


class Simulated(ReadingsCase):
    """Property."""

    def test_a_simulated_month_is_taken_in_but_for_what_no_clock_can_say(self) -> None:
        rows = planner_of(validate_hive(self.hive.document), timezone.localdate().isoformat()).run().days[:30]
        kept = refused = 0
        first = rows[0].day
        self.hive.built_on = self.hive.built_on.fromordinal(first)
        self.hive.save()
        for day in simulated(rows, 3, 60, first + 20):
            answer = self.send([{"at": s.at, "kind": s.kind, "value": s.value} for s in day]).json()
            kept, refused = kept + answer["kept"], refused + len(answer["refused"])
        self.assertGreater(kept, 30 * 24 * 4 * 0.85)
        self.assertLess(refused, 3 * 24 * 4)
