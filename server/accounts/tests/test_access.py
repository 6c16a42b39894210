"""Who comes in: names that can't be mistaken, tries that are counted, sessions that end."""

from __future__ import annotations

import json
from typing import Any

from django.contrib.auth.models import User
from django.test import Client, TestCase

from server.accounts.models import SignedIn, Tried
from server.accounts.throttle import LIMITS
from server.designs.demo import DEMO_HIVES
from server.yard.models import Yard

PASSWORD = "rope-walk-77"


class Access(TestCase):
    """Door."""

    def call(self, page: Client, path: str, address: str = "192.0.2.7", **body: str) -> Any:
        return page.post(f"/api/{path}", json.dumps(body), content_type="application/json", REMOTE_ADDR=address)

    def registered(self, name: str = "tern") -> Client:
        page = Client()
        self.assertEqual(self.call(page, "register", name=name, password=PASSWORD).status_code, 200)
        return page

    def signed_in(self, page: Client) -> bool:
        return bool(page.get("/api/me").json()["signed_in"])

    def test_a_name_that_cannot_be_told_from_another_is_refused(self) -> None:
        self.registered("Straße")
        for name in (
            "te\u200brn",
            "tern\u2060",
            "t\u00adern",
            "te\u034frn",
            "\u3164\u3164",
            "tern\ufe0f",
            "tern\U000e0041",
            "\ue000tern",
            "..",
            "STRASSE",
            "stra\u00dfe",
        ):
            with self.subTest(ascii(name)):
                answer = self.call(Client(), "register", name=name, password=PASSWORD)
                self.assertEqual((answer.status_code, answer.json()["problems"][0]["field"]), (422, "name"))

    def test_a_name_is_found_by_any_case_and_said_as_it_was_written(self) -> None:
        self.registered("Tern of the Marsh")
        self.assertEqual(
            self.call(Client(), "register", name="TERN OF THE MARSH", password=PASSWORD).json()["problems"][0]["code"],
            "name-taken",
        )
        page = Client()
        said = self.call(page, "sign-in", name="tern of the  MARSH", password=PASSWORD).json()
        self.assertEqual(said["name"], "Tern of the Marsh")

    def test_of_two_accounts_from_before_that_differ_by_case_each_comes_into_his_own(self) -> None:
        for name in ("tern", "Tern"):
            User.objects.create_user(name, password=f"{PASSWORD}-{name}", first_name=name)
        for name in ("tern", "Tern"):
            page = Client()
            said = self.call(page, "sign-in", name=name, password=f"{PASSWORD}-{name}").json()
            self.assertEqual((said.get("name"), page.session["_auth_user_id"]), (name, str(self.pk(name))))

    def pk(self, name: str) -> int:
        return User.objects.get(username=name).pk

    def test_passwords_of_blanks_or_digits_are_refused(self) -> None:
        for password in (" " * 12, "\u3000" * 12, "\u200b" * 12, "4711081547110"):
            with self.subTest(ascii(password)):
                answer = self.call(Client(), "register", name="tern", password=password)
                self.assertEqual((answer.status_code, answer.json()["problems"][0]["field"]), (422, "password"))

    def test_tries_for_one_name_from_one_place_are_stopped_and_its_keeper_comes_in_from_elsewhere(self) -> None:
        self.registered()
        stranger = Client()
        for _ in range(8):
            self.assertEqual(self.call(stranger, "sign-in", name="tern", password="wrong").status_code, 422)
        stopped = self.call(stranger, "sign-in", name="TERN", password=PASSWORD)
        self.assertEqual((stopped.status_code, stopped.json()["problems"][0]["code"]), (429, "locked-out"))
        self.assertGreater(int(stopped["Retry-After"]), 800)
        self.assertEqual(self.call(Client(), "sign-in", "192.0.2.8", name="tern", password=PASSWORD).status_code, 200)

    def test_tries_of_many_names_from_one_place_are_stopped(self) -> None:
        self.registered()
        for i in range(60):
            self.call(Client(), "sign-in", name=f"keeper {i}", password=PASSWORD)
        self.assertEqual(self.call(Client(), "sign-in", name="tern", password=PASSWORD).status_code, 429)

    def test_who_comes_in_begins_to_count_anew(self) -> None:
        self.registered()
        for _ in range(3):
            for _ in range(6):
                self.call(Client(), "sign-in", name="tern", password="wrong")
            self.assertEqual(self.call(Client(), "sign-in", name="tern", password=PASSWORD).status_code, 200)

    def test_accounts_from_one_place_are_counted(self) -> None:
        most = next(limit.most for limit in LIMITS if limit.what == "register")
        for i in range(most):
            self.registered(f"keeper {i}")
        refused = self.call(Client(), "register", name="one more", password=PASSWORD)
        self.assertEqual(refused.status_code, 429)

    def test_nothing_that_is_counted_can_be_read_back(self) -> None:
        self.call(Client(), "sign-in", name="tern", password="wrong")
        kept = str(Tried.objects.values().get())
        self.assertNotIn("tern", kept)
        self.assertNotIn("192.0.2.7", kept)

    def test_a_new_password_signs_out_everywhere_else(self) -> None:
        here, there = self.registered(), Client()
        self.call(there, "sign-in", name="tern", password=PASSWORD)
        for old, new, field in (("wrong-one", "another-rope-88", "old"), (PASSWORD, "short", "new")):
            problem = self.call(here, "password", old=old, new=new).json()["problems"][0]
            self.assertEqual(problem["field"], field)
        self.assertEqual(self.call(here, "password", old=PASSWORD, new="another-rope-88").status_code, 200)
        self.assertEqual((self.signed_in(here), self.signed_in(there)), (True, False))
        self.assertEqual(self.call(Client(), "sign-in", name="tern", password=PASSWORD).status_code, 422)
        self.assertEqual(self.call(Client(), "sign-in", name="tern", password="another-rope-88").status_code, 200)

    def test_signed_out_everywhere_but_here_and_nobody_else_is(self) -> None:
        here, there, other = self.registered(), Client(), self.registered("plover")
        self.call(there, "sign-in", name="tern", password=PASSWORD)
        self.assertEqual(self.call(here, "sign-out-everywhere").status_code, 200)
        self.assertEqual([self.signed_in(page) for page in (here, there, other)], [True, False, True])
        self.assertEqual(SignedIn.objects.count(), 2)

    def test_the_demo_is_put_back_as_it_was(self) -> None:
        page = Client()
        self.call(page, "demo")
        for card in page.get("/api/designs").json():
            page.delete(f"/api/designs/{card['id']}")
        self.assertEqual(self.call(page, "reset-demo").status_code, 200)
        self.assertEqual(len(page.get("/api/designs").json()), len(DEMO_HIVES))
        self.assertEqual(Yard.objects.count(), 1)
        self.assertEqual(self.call(self.registered(), "reset-demo").status_code, 422)
        self.assertEqual(self.call(page, "password", old="", new="another-rope-88").status_code, 422)
