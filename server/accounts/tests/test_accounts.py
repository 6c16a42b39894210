"""Accounts over HTTP."""

from __future__ import annotations

import json
from typing import Any

from django.test import Client, TestCase, override_settings


class Accounts(TestCase):
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
        self.assertEqual(names, {"Bowline", "Sheepshank", "Granny"})

    @override_settings(DEMO=False)
    def test_a_server_without_a_demo_offers_none(self) -> None:
        self.assertFalse(self.me()["demo_offered"])
        self.assertEqual(self.call("demo").status_code, 422)

    def test_calls_from_another_page_are_refused(self) -> None:
        answer = self.page.post("/api/demo", "{}", content_type="application/json")
        self.assertEqual(answer.status_code, 403)

    def test_the_page_carries_a_policy_that_loads_nothing_from_elsewhere(self) -> None:
        self.assertIn("default-src 'self'", self.page.get("/")["Content-Security-Policy"])
