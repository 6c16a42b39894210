"""Every call there is on the yard book, by the API's own description: another keeper meets nothing in any of them."""

from __future__ import annotations

import io
from typing import Any
from uuid import uuid4

from django.test import Client
from PIL import Image

from server.api import api
from server.readings.models import Device
from server.yard.models import ColonyEntry, Link, Member, Photo, Trial, VisitEntry
from server.yard.services import build_hive
from server.yard.tests.test_yard import JSON, YardCase

_OURS = ("/yards", "/hives", "/feeds", "/links", "/shared")


class EveryRoute(YardCase):
    """Door."""

    def setUp(self) -> None:
        super().setUp()
        self.put({"at": self.at(10), "found": self.runs()})
        self.visit = VisitEntry.objects.get()
        picture = io.BytesIO()
        Image.new("RGB", (20, 20)).save(picture, "JPEG")
        address = f"/api/hives/{self.hive.id}/visits/{self.visit.pk}/photos/{uuid4()}"
        self.client.put(address, picture.getvalue(), content_type="image/jpeg")
        came = {"kind": "came", "day": self.at(3)[:10], "how": "swarm", "hive": str(self.hive.id)}
        life = {"name": "the June swarm", "events": [came]}
        self.client.put(f"/api/yards/{self.yard.id}/colonies/{uuid4()}", life, content_type=JSON)
        self.client.post(f"/api/hives/{self.hive.id}/links", {"days": 5}, content_type=JSON)
        trial = {"name": "Wide", "change": "wider", "measure": "honey_kg", "begun_on": self.at(0)[:10]}
        assert self.hive.design is not None
        beside = build_hive(self.wren, self.yard, self.hive.design, self.day, "Beside")
        trial |= {"changed": [str(self.hive.pk)], "others": [str(beside.pk)]}
        self.client.post(f"/api/yards/{self.yard.id}/trials", trial, content_type=JSON)
        self.client.post(f"/api/hives/{self.hive.id}/devices", {"name": "scale"}, content_type=JSON)
        # What is sent with a call, so that it would be answered if it were one's own.
        self.bodies: dict[tuple[str, str], Any] = {
            ("patch", "/yards/{ident}"): {"name": "Mine"},
            ("post", "/yards/{ident}/hives"): {"design": str(self.hive.design_id), "built_on": self.at(0)[:10]},
            ("post", "/yards/{ident}/members"): {"name": "tern2"},
            ("put", "/yards/{ident}/colonies/{colony}"): life,
            ("patch", "/hives/{ident}"): {"name": "Mine", "built_on": self.at(0)[:10]},
            ("put", "/hives/{ident}/visits/{visit}"): {"at": self.at(10)},
            ("post", "/hives/{ident}/done"): {"key": "x"},
            ("post", "/hives/{ident}/measured"): {"path": "/chambers/0/length_mm", "text": "900"},
            ("post", "/hives/{ident}/links"): {"days": 3},
            ("post", "/links/designs/{ident}"): {"days": 3},
            ("post", "/yards/{ident}/trials"): trial,
            ("patch", "/yards/{ident}/trials/{trial}"): {"verdict": "mine"},
            ("post", "/hives/{ident}/devices"): {"name": "mine"},
            ("post", "/hives/{ident}/learns"): {"on": False},
        }

    def calls(self) -> list[tuple[str, str, str]]:
        """Method, pattern and address of every call with something of this keeper's in it."""
        found = []
        for path, operations in api.get_openapi_schema()["paths"].items():
            pattern = path.removeprefix("/api")
            if not pattern.startswith(_OURS):
                continue
            mine = self.yard.pk if pattern.startswith("/yards") else self.hive.pk
            filled = {
                "ident": self.hive.design_id if pattern.startswith("/links") else mine,
                "visit": self.visit.pk,
                "photo": Photo.objects.get().pk,
                "colony": ColonyEntry.objects.get().pk,
                "member": Member.objects.order_by("pk")[0].pk,
                "link": Link.objects.get().pk,
                "secret": "guessed",
                "trial": Trial.objects.get().pk,
                "device": Device.objects.get().pk,
            }
            address = f"/api{pattern}".format(**filled)
            queries = {
                "/yards/built": f"?design={self.hive.design_id}",
                "/hives/{ident}/visits": "?before=2026-01-01T10:00",
            }
            found += [(method, pattern, address + queries.get(pattern, "")) for method in operations]
        return found

    def ask(self, client: Client, method: str, pattern: str, address: str) -> int:
        answer = getattr(client, method)(address, self.bodies.get((method, pattern)), content_type=JSON)
        return int(answer.status_code)

    def test_another_keeper_meets_nothing(self) -> None:
        other = Client()
        other.force_login(self.tern)
        calls = [call for call in self.calls() if call[1] not in ("/yards/",)]
        self.assertGreater(len(calls), 40)
        for call in calls:
            with self.subTest(call[:2]):
                self.assertEqual(self.ask(other, *call), 404)
        self.assertEqual(other.get("/api/yards/").json(), [])
        self.assertEqual((VisitEntry.objects.count(), Photo.objects.count(), ColonyEntry.objects.count()), (1, 1, 1))

    def test_whoever_isnt_signed_in_is_asked_to(self) -> None:
        for method, pattern, address in self.calls():
            if not pattern.startswith(("/feeds", "/shared")):
                with self.subTest(f"{method} {pattern}"):
                    self.assertEqual(self.ask(Client(), method, pattern, address), 401)

    def test_a_member_of_the_yard_meets_them_all(self) -> None:
        """Property: the calls are sound ones, so that it is the stranger who is refused above."""
        Member.objects.create(yard=self.yard, user=self.tern, role=Member.Role.LOOKER)
        other = Client()
        other.force_login(self.tern)
        for method, pattern, address in self.calls():
            if (
                method == "get"
                and not pattern.startswith(("/feeds", "/shared", "/links"))
                and pattern != "/yards/built"
            ):
                with self.subTest(pattern):
                    self.assertEqual(self.ask(other, method, pattern, address), 200)
