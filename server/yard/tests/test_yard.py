"""The yard book over HTTP: visits kept once, refused in words, seen by members only."""

from __future__ import annotations

from datetime import timedelta
from typing import Any
from unittest.mock import patch
from uuid import UUID, uuid4

from django.contrib.auth.models import User
from django.test import Client, TestCase
from django.utils import timezone

from server.designs.services import create_design
from server.yard.models import BuiltHive, Member, VisitEntry, Yard
from server.yard.services import build_hive, make_yard
from tests.core.support import opened

JSON = "application/json"


class YardCase(TestCase):
    """A keeper with one hive in one yard."""

    def setUp(self) -> None:
        self.wren = User.objects.create_user("wren2", password="salt-marsh-row-9")
        self.tern = User.objects.create_user("tern2", password="salt-marsh-row-8")
        design = create_design(self.wren, opened("sloped-top-bar").model_copy(update={"name": "Bowline"}))
        self.yard = make_yard(self.wren, "Saltmarsh Row", "by the rope-walk")
        self.day = timezone.localdate() - timedelta(days=60)
        self.hive = build_hive(self.wren, self.yard, design, self.day)
        self.client = Client()
        self.client.force_login(self.wren)

    def at(self, days: int, time: str = "10:00") -> str:
        return f"{(self.day + timedelta(days=days)).isoformat()}T{time}"

    def runs(self) -> list[dict[str, Any]]:
        stands: list[dict[str, Any]] = self.client.get(f"/api/hives/{self.hive.id}").json()["stands"]
        return stands

    def put(self, entry: dict[str, Any], ident: UUID | None = None, client: Client | None = None) -> Any:
        address = f"/api/hives/{self.hive.id}/visits/{ident or uuid4()}"
        return (client or self.client).put(address, entry, content_type=JSON)


class Visits(YardCase):
    """Door."""

    def test_a_visit_is_kept_once_however_often_it_is_sent(self) -> None:
        ident, entry = uuid4(), {"at": self.at(10), "found": self.runs(), "queen": "seen"}
        first, again = self.put(entry, ident), self.put(entry, ident)
        self.assertEqual((first.status_code, again.status_code), (200, 200))
        self.assertEqual((first.json()["again"], again.json()["again"]), (False, True))
        self.assertEqual(VisitEntry.objects.count(), 1)

    def test_the_hive_stands_as_it_was_left(self) -> None:
        (run,) = self.runs()
        for item in run["items"]:
            if item["kind"] == "comb":
                item["contents"] = "honey"
        self.put({"at": self.at(5), "found": self.runs(), "left": [run]})
        contents = {item.get("contents") for item in self.runs()[0]["items"] if item["kind"] == "comb"}
        self.assertEqual(contents, {"honey"})
        visit = VisitEntry.objects.get()
        self.client.delete(f"/api/hives/{self.hive.id}/visits/{visit.id}")
        contents = {item.get("contents") for item in self.runs()[0]["items"] if item["kind"] == "comb"}
        self.assertEqual(contents, {"empty"})

    def test_two_devices_at_the_same_hour_are_both_kept_and_say_so(self) -> None:
        Member.objects.create(yard=self.yard, user=self.tern, role=Member.Role.HELPER)
        other = Client()
        other.force_login(self.tern)
        entry = {"at": self.at(10), "found": self.runs()}
        self.assertFalse(self.put(entry).json()["beside"])
        self.assertTrue(self.put(entry | {"at": self.at(10, "10:40")}, client=other).json()["beside"])
        self.assertFalse(self.put(entry | {"at": self.at(10, "15:00")}, client=other).json()["beside"])
        page = self.client.get(f"/api/hives/{self.hive.id}").json()
        self.assertEqual([visit["by"] for visit in page["visits"]], ["wren2", "tern2", "tern2"])

    def test_what_cant_be_is_refused_at_its_field_and_nothing_is_kept(self) -> None:
        (run,) = self.runs()
        strange = {**run, "items": [*run["items"], {"kind": "comb", "id": "c99", "type": "brood"}]}
        later = (timezone.now() + timedelta(hours=5)).strftime("%Y-%m-%dT%H:%M")
        wrong = {
            "at": {"at": later},
            "found/0/items": {"at": self.at(10), "found": [strange]},
            "honey/0/kg": {"at": self.at(10), "honey": [{"kg": 900}]},
            "temper": {"at": self.at(10), "temper": "furious"},
        }
        for field, entry in wrong.items():
            answer = self.put(entry)
            with self.subTest(field):
                self.assertEqual(answer.status_code, 422)
                self.assertIn(field, [problem["field"] for problem in answer.json()["problems"]])
        self.assertEqual(VisitEntry.objects.count(), 0)

    def test_the_clock_at_the_hive_may_be_ahead_of_the_servers(self) -> None:
        there = (timezone.now() + timedelta(hours=10)).strftime("%Y-%m-%dT%H:%M")
        self.assertEqual(self.put({"at": there}).status_code, 422)
        self.assertEqual(self.put({"at": there, "zone_minutes": 600}).status_code, 200)

    def test_each_visit_stands_beside_its_plan(self) -> None:
        self.put({"at": self.at(10), "found": self.runs(), "covered": 6})
        (visit,) = self.client.get(f"/api/hives/{self.hive.id}").json()["visits"]
        by_name = {each["what"]: each for each in visit["against"]}
        self.assertEqual(set(by_name), {"covered", "brood", "stores", "follower_mm"})
        self.assertAlmostEqual(by_name["covered"]["seen"] - by_name["covered"]["planned"], by_name["covered"]["by"])

    def test_what_is_due_can_be_ticked_off(self) -> None:
        self.put({"at": self.at(50), "found": self.runs(), "queen": "put-in"})
        page = self.client.get(f"/api/yards/{self.yard.id}").json()
        candy = next(each for each in page["due"] if "candy" in each["words"])
        self.assertTrue(candy["overdue"])
        self.assertTrue(page["hives"][0]["urgent"])
        self.client.post(f"/api/hives/{self.hive.id}/done", {"key": candy["key"]}, content_type=JSON)
        page = self.client.get(f"/api/yards/{self.yard.id}").json()
        self.assertNotIn(candy["key"], [each["key"] for each in page["due"]])


class Building(YardCase):
    """Door."""

    def test_a_hive_knows_which_revision_it_was_built_from(self) -> None:
        design = self.hive.design
        assert design is not None
        found = self.client.get(f"/api/yards/built?design={design.id}").json()
        self.assertEqual([(hive["id"], hive["revision"]) for hive in found], [(str(self.hive.id), 1)])
        made = self.client.post(
            f"/api/yards/{self.yard.id}/hives",
            {"design": str(design.id), "built_on": self.day.isoformat(), "name": "Bowline the second"},
            content_type=JSON,
        )
        self.assertEqual(made.json()["name"], "Bowline the second")
        design.delete()
        self.assertEqual(self.client.get(f"/api/hives/{self.hive.id}").status_code, 200)

    def test_in_another_climate_its_hives_are_planned_anew(self) -> None:
        address = f"/api/yards/{self.yard.id}"
        before = self.hive.plan
        said = {"name": "Saltmarsh Row", "climate": "mediterranean", "layout": "in a row, doors to the south"}
        self.assertEqual(self.client.patch(address, said, content_type=JSON).status_code, 204)
        self.hive.refresh_from_db()
        self.assertNotEqual(self.hive.plan, before)
        page = self.client.get(address).json()
        self.assertEqual((page["climate"], page["layout"]), ("mediterranean", "in a row, doors to the south"))
        answer = self.client.patch(address, said | {"climate": "moon"}, content_type=JSON)
        self.assertEqual(answer.json()["problems"][0]["field"], "climate")
        # As the designs say again, the plan is the first one.
        self.client.patch(address, said | {"climate": ""}, content_type=JSON)
        self.hive.refresh_from_db()
        self.assertEqual(self.hive.plan, before)

    def test_names_and_days_that_cant_be(self) -> None:
        self.assertEqual(self.client.post("/api/yards/", {"name": "  "}, content_type=JSON).status_code, 422)
        design = self.hive.design
        assert design is not None
        entry = {"design": str(design.id), "built_on": "2026-02-30"}
        answer = self.client.post(f"/api/yards/{self.yard.id}/hives", entry, content_type=JSON)
        self.assertEqual(answer.status_code, 422)

    def test_a_hive_that_cant_be_planned_is_kept_all_the_same(self) -> None:
        with patch("server.yard.services.planned_year", side_effect=_cant_be_planned):
            hive = build_hive(self.wren, self.yard, self.hive.design, self.day, "Unplanned")  # type: ignore[arg-type]
        self.assertIsNone(hive.plan)
        page = self.client.get(f"/api/hives/{hive.id}").json()
        self.assertEqual(page["due"], [])


def _cant_be_planned(_: object) -> None:
    from sabaka_core import ParameterError

    raise ParameterError("/season/climate", "moon", "There is no such climate.")


class WhoseYards(YardCase):
    """Door: what lies in a yard that one isn't in doesn't exist."""

    def test_helpers_write_and_lookers_on_read(self) -> None:
        other = Client()
        other.force_login(self.tern)
        member = Member.objects.create(yard=self.yard, user=self.tern, role=Member.Role.LOOKER)
        self.assertEqual(other.get(f"/api/hives/{self.hive.id}").status_code, 200)
        self.assertEqual(self.put({"at": self.at(10)}, client=other).status_code, 422)
        member.role = Member.Role.HELPER
        member.save()
        self.assertEqual(self.put({"at": self.at(10)}, client=other).status_code, 200)
        self.put({"at": self.at(20)})
        mine = VisitEntry.objects.get(author=self.wren)
        self.assertEqual(other.delete(f"/api/hives/{self.hive.id}/visits/{mine.id}").status_code, 422)

    def test_a_keeper_says_who_is_in_it_and_one_always_stays(self) -> None:
        address = f"/api/yards/{self.yard.id}/members"
        self.assertEqual(self.client.post(address, {"name": "nobody"}, content_type=JSON).status_code, 422)
        self.assertEqual(
            self.client.post(address, {"name": "Tern2", "role": "helper"}, content_type=JSON).status_code, 204
        )
        other = Client()
        other.force_login(self.tern)
        self.assertEqual(other.post(address, {"name": "tern2", "role": "keeper"}, content_type=JSON).status_code, 422)
        mine, his = (Member.objects.get(user=user) for user in (self.wren, self.tern))
        self.assertEqual(other.delete(f"{address}/{mine.pk}").status_code, 422)
        self.assertEqual(self.client.delete(f"{address}/{mine.pk}").status_code, 422)
        answer = self.client.post(address, {"name": "wren2", "role": "looker"}, content_type=JSON)
        self.assertEqual(answer.status_code, 422)
        page = self.client.get(f"/api/yards/{self.yard.id}").json()
        self.assertEqual([(m["name"], m["role"]) for m in page["members"]], [("wren2", "keeper"), ("tern2", "helper")])
        # Whoever will may leave.
        self.assertEqual(other.delete(f"{address}/{his.pk}").status_code, 204)
        self.assertEqual(other.get(f"/api/yards/{self.yard.id}").status_code, 404)

    def test_a_name_of_another_hives_visit_is_no_way_in(self) -> None:
        ident = uuid4()
        self.put({"at": self.at(10)}, ident)
        elsewhere = build_hive(self.wren, self.yard, self.hive.design, self.day, "Elsewhere")  # type: ignore[arg-type]
        answer = self.client.put(f"/api/hives/{elsewhere.id}/visits/{ident}", {"at": self.at(10)}, content_type=JSON)
        self.assertEqual(answer.status_code, 404)
        self.assertEqual((BuiltHive.objects.count(), Yard.objects.count()), (2, 1))
