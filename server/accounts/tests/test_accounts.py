"""Accounts over HTTP."""

from __future__ import annotations

import json
from typing import Any

from django.contrib.auth.models import User
from django.test import Client, TestCase, override_settings

from server.designs.demo import DEMO_HIVES


class Accounts(TestCase):
    """Door."""

    def setUp(self) -> None:
        self.page = Client(enforce_csrf_checks=True)
        self.page.get("/")

    def call(self, path: str, **body: str) -> Any:
        token = self.page.cookies["csrftoken"].value
        return self.page.post(
            f"/api/{path}", json.dumps(body), content_type="application/json", headers={"X-CSRFToken": token}
        )

    def me(self) -> dict[str, Any]:
        me: dict[str, Any] = self.page.get("/api/me").json()
        return me

    def test_made_signed_out_and_signed_in_again(self) -> None:
        self.assertTrue(self.call("register", name="tern", password="rope-walk-77").json()["signed_in"])
        self.assertEqual(self.me()["name"], "tern")
        self.assertFalse(self.call("sign-out").json()["signed_in"])
        self.assertTrue(self.call("sign-in", name="tern", password="rope-walk-77").json()["signed_in"])

    def test_what_is_wrong_is_said_at_its_field(self) -> None:
        self.call("register", name="tern", password="rope-walk-77")
        for path, name, password, field, words in (
            ("register", "tern", "rope-walk-78", "name", "taken"),
            ("register", "x", "rope-walk-78", "name", "2 to 60"),
            ("register", "dunlin", "short", "password", "too short"),
            ("register", "dunlin", "password123", "password", "too common"),
            ("sign-in", "tern", "wrong-one-88", "password", "don't match"),
            ("sign-in", "nobody", "wrong-one-88", "password", "don't match"),
        ):
            with self.subTest(path, name=name):
                answer = self.call(path, name=name, password=password)
                self.assertEqual(answer.status_code, 422)
                problem = answer.json()["problems"][0]
                self.assertEqual(problem["field"], field)
                self.assertIn(words, problem["reason"])

    def test_too_many_tries_are_locked_out(self) -> None:
        self.call("register", name="tern", password="rope-walk-77")
        self.call("sign-out")
        for _ in range(8):
            self.call("sign-in", name="tern", password="wrong-one-88")
        answer = self.call("sign-in", name="tern", password="rope-walk-77")
        self.assertIn("Too many tries", answer.json()["reason"])

    def test_the_demo_account_opens_with_one_click_and_its_hives(self) -> None:
        self.assertEqual(self.call("demo").json()["name"], "Wren, Saltmarsh Row")
        names = {card["name"] for card in self.page.get("/api/designs").json()}
        self.assertEqual(names, set(DEMO_HIVES.values()))
        self.assertLessEqual({"Bowline", "Sheepshank", "Granny"}, names)

    @override_settings(DEMO=False)
    def test_a_server_without_a_demo_offers_none(self) -> None:
        self.assertFalse(self.me()["demo_offered"])
        self.assertEqual(self.call("demo").status_code, 422)

    def test_calls_from_another_page_are_refused(self) -> None:
        answer = self.page.post("/api/demo", "{}", content_type="application/json")
        self.assertEqual(answer.status_code, 403)

    def test_the_page_carries_a_policy_that_loads_nothing_from_elsewhere(self) -> None:
        self.assertIn("default-src 'self'", self.page.get("/")["Content-Security-Policy"])

    def test_10_a_name_is_the_same_however_its_accents_are_typed(self) -> None:
        """é as one sign and as e with an accent; Unicode Standard Annex 15."""
        for typed, again in (("Andre\u0301", "Andr\u00e9"), ("\u00c5sa", "A\u030asa"), ("\uff37ren77", "Wren77")):
            with self.subTest(ascii(typed)):
                self.assertEqual(self.call("register", name=typed, password="rope-walk-77").status_code, 200)
                self.call("sign-out")
                for name in (typed, again, f" {typed} "):
                    self.assertEqual(self.call("sign-in", name=name, password="rope-walk-77").status_code, 200)
                    self.call("sign-out")
                taken = self.call("register", name=again, password="rope-walk-78")
                self.assertIn("taken", taken.json()["reason"])

    def test_10_the_demos_name_cannot_be_registered(self) -> None:
        for name in ("wren", "Wren", " WREN ", "\uff57ren"):
            with self.subTest(ascii(name)):
                answer = self.call("register", name=name, password="rope-walk-77")
                self.assertEqual((answer.status_code, answer.json()["problems"][0]["field"]), (422, "name"))

    def test_10_an_account_of_the_demos_name_is_not_handed_to_visitors(self) -> None:
        """One made before the name was kept for the demo: whoever opens the demo gets another keeper."""
        owner = User.objects.create_user("wren", password="rope-walk-77")
        self.assertEqual(self.call("demo").status_code, 200)
        visitor = User.objects.get(pk=self.page.session["_auth_user_id"])
        self.assertNotEqual(visitor, owner)
        self.assertFalse(visitor.has_usable_password())
        self.assertEqual(self.page.get("/api/designs").json()[0]["name"], "Bowline")
        self.call("sign-out")
        self.call("demo")
        self.assertEqual(self.page.session["_auth_user_id"], str(visitor.pk))
        owner.refresh_from_db()
        self.assertTrue(owner.has_usable_password())

    def test_9_control_characters_are_refused_in_a_keepers_name(self) -> None:
        for name in ("two\nlines", "a\x00b", "a\x1b[2J", "\u202egnp"):
            with self.subTest(ascii(name)):
                answer = self.call("register", name=name, password="rope-walk-77")
                self.assertEqual((answer.status_code, answer.json()["problems"][0]["field"]), (422, "name"))

    def test_8_names_and_passwords_of_any_length_are_answered(self) -> None:
        for path in ("register", "sign-in"):
            for name, password in (("x" * 4_000, "rope-walk-77"), ("tern", "y" * 4_000), ("\ud800", "rope-walk-77")):
                with self.subTest(path, name=ascii(name)[:12]):
                    self.assertEqual(self.call(path, name=name, password=password).status_code, 422)
