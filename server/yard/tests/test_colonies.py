"""Colonies over HTTP: where they live when, their queens, two in one place, what can't be."""

from __future__ import annotations

from typing import Any
from uuid import UUID, uuid4

from server.designs.services import create_design
from server.yard.models import ColonyEntry
from server.yard.services import build_hive
from server.yard.tests.test_yard import JSON, YardCase
from tests.core.support import opened


class Colonies(YardCase):
    """Door."""

    def keep(self, events: list[dict[str, Any]], ident: UUID | None = None, name: str = "the June swarm") -> Any:
        address = f"/api/yards/{self.yard.id}/colonies/{ident or uuid4()}"
        return self.client.put(address, {"name": name, "events": events}, content_type=JSON)

    def came(self, day: int = 5, **says: Any) -> dict[str, Any]:
        return {"kind": "came", "day": self.at(day)[:10], "how": "swarm", "hive": str(self.hive.id), **says}

    def on(self, kind: str, day: int, **says: Any) -> dict[str, Any]:
        return {"kind": kind, "day": self.at(day)[:10], **says}

    def of_hive(self) -> list[dict[str, Any]]:
        found: list[dict[str, Any]] = self.client.get(f"/api/hives/{self.hive.id}").json()["colonies"]
        return found

    def test_a_colony_lives_from_swarm_to_its_end(self) -> None:
        ident = uuid4()
        year = self.day.year
        events = [self.came(queen={"year": year})]
        for more, said in (
            (self.on("marked", 10, queen={"year": year, "marked": True, "clipped": True}), "clipped"),
            (self.on("swarmed", 20), "queen not known"),
            (self.on("requeened", 30, queen={"year": year, "of": "own cell"}), "own cell"),
        ):
            events.append(more)
            self.assertEqual(self.keep(events, ident).status_code, 204)
            (colony,) = self.of_hive()
            self.assertIn(said, colony["queen_words"])
        page = self.client.get(f"/api/yards/{self.yard.id}").json()
        self.assertIn("the June swarm", page["hives"][0]["colonies"][0]["words"])
        self.keep([*events, self.on("died", 40, note="wasps")], ident)
        (colony,) = self.of_hive()
        self.assertEqual((colony["ended"], colony["hive"]), (self.at(40)[:10], ""))
        self.assertIn("wasps", colony["events"][-1]["words"])
        self.assertEqual(self.client.get(f"/api/yards/{self.yard.id}").json()["hives"][0]["colonies"], [])

    def test_two_in_one_place_are_refused_and_in_two_places_of_a_divided_hive_kept(self) -> None:
        self.assertEqual(self.keep([self.came()]).status_code, 204)
        answer = self.keep([self.came(20)], name="another")
        problem = answer.json()["problems"][0]
        self.assertEqual((answer.status_code, problem["code"]), (422, "two-in-one-place"))
        self.assertIn("the June swarm lives there", problem["reason"])
        divided = create_design(self.wren, opened("kept/figure-of-eight"))
        hive = build_hive(self.wren, self.yard, divided, self.day)
        places = self.client.get(f"/api/hives/{hive.id}").json()["places"]
        self.assertEqual(len(places), 2)
        for place in places:
            entry = self.came(6, hive=str(hive.id), place=place)
            self.assertEqual(self.keep([entry], name=f"in {place}").status_code, 204)

    def test_a_hive_is_free_again_when_its_colony_has_moved_or_was_united(self) -> None:
        first, second = uuid4(), uuid4()
        assert self.hive.design is not None
        other = build_hive(self.wren, self.yard, self.hive.design, self.day, "The other")
        self.keep([self.came(), self.on("moved", 10, hive=str(other.id))], first)
        self.assertEqual(self.keep([self.came(10)], second, "the second").status_code, 204)
        # United into the other one, from where it lived.
        united = [self.came(10), self.on("united", 20, into=str(first))]
        self.assertEqual(self.keep(united, second, "the second").status_code, 204)
        self.assertEqual(self.keep([self.came(20)], name="the third").status_code, 204)
        # The one that others came from stays in the book.
        answer = self.client.delete(f"/api/yards/{self.yard.id}/colonies/{first}")
        self.assertEqual(answer.status_code, 422)
        self.assertEqual(self.client.delete(f"/api/yards/{self.yard.id}/colonies/{second}").status_code, 204)
        self.assertEqual(self.client.delete(f"/api/yards/{self.yard.id}/colonies/{first}").status_code, 204)
        # Nor is a hive taken away that somebody lived in.
        self.assertEqual(self.client.delete(f"/api/hives/{other.id}").status_code, 204)
        self.assertEqual(self.client.delete(f"/api/hives/{self.hive.id}").status_code, 422)

    def test_what_cant_be_is_refused_at_its_field(self) -> None:
        later = self.at(400)[:10]
        cases = {
            "events/0/kind": [self.on("died", 5)],
            "events/1/kind": [self.came(), self.came(6)],
            "events/1/day": [self.came(), self.on("swarmed", 2)],
            "events/0/day": [self.came(-3)],
            "events/0/hive": [self.came(hive=str(uuid4()))],
            "events/0/place": [self.came(place="attic")],
            "events/0/parent": [self.came(how="split", parent=str(uuid4()))],
            "events/0/queen/year": [self.came(queen={"year": self.day.year + 1})],
            "events/2/kind": [self.came(), self.on("died", 6), self.on("swarmed", 7)],
            "events": [],
        }
        for field, events in cases.items():
            answer = self.keep(events)
            with self.subTest(field):
                self.assertEqual(answer.status_code, 422)
                self.assertIn(field, [problem["field"] for problem in answer.json()["problems"]])
        answer = self.keep([self.came() | {"day": later}])
        self.assertIn("future", answer.json()["reason"])
        self.assertEqual(ColonyEntry.objects.count(), 0)
