"""Stored designs over HTTP: saving, conflicts, revisions, files, and whose they are."""

from __future__ import annotations

import json
from typing import Any

from django.contrib.auth.models import User
from django.test import Client, TestCase, TransactionTestCase

from sabaka_core import load_hive
from server.designs.demo import DEMO_HIVES, DEMO_KEEPER, demo_keeper
from server.designs.models import Design, Revision
from tests.core.support import EXAMPLES, example


class Keeper:
    """A signed-in keeper's calls."""

    def __init__(self, name: str) -> None:
        self.client = Client()
        self.client.force_login(User.objects.create_user(name))

    def call(self, method: str, path: str, body: Any = None, kind: str = "application/json") -> Any:
        data = body if isinstance(body, bytes) else json.dumps(body)
        return self.client.generic(method, f"/api/designs{path}", data, kind)

    def begin(self, name: str = "Marline") -> dict[str, Any]:
        design: dict[str, Any] = self.call("POST", "", {"name": name, "preset": "bowline"}).json()
        return design

    def save(self, design: dict[str, Any], base: int, **changes: Any) -> Any:
        body = {"base_revision": base, "document": design["document"] | changes, "label": "Typed"}
        return self.call("PUT", f"/{design['id']}", body)


class Saving(TestCase):
    """Door."""

    def setUp(self) -> None:
        self.wren = Keeper("wren-test")
        self.design = self.wren.begin()

    def test_a_save_is_a_revision(self) -> None:
        saved = self.wren.save(self.design, 1, notes="Stands by the wall.")
        self.assertEqual((saved.status_code, saved.json()["revision"]), (200, 2))
        again = self.wren.call("GET", f"/{self.design['id']}").json()
        self.assertEqual(again["document"]["notes"], "Stands by the wall.")

    def test_saving_what_is_there_makes_no_revision(self) -> None:
        self.assertEqual(self.wren.save(self.design, 1).json()["revision"], 1)

    def test_a_stale_save_is_refused_and_both_versions_are_kept(self) -> None:
        self.wren.save(self.design, 1, notes="first")
        late = self.wren.save(self.design, 1, notes="second")
        self.assertEqual(late.status_code, 409)
        answer = late.json()
        self.assertEqual(answer["current"]["document"]["notes"], "first")
        kept = self.wren.call("GET", f"/{self.design['id']}/revisions/{answer['kept_as']}").json()
        self.assertEqual(kept["document"]["notes"], "second")
        now = self.wren.call("GET", f"/{self.design['id']}").json()
        self.assertEqual((now["revision"], now["document"]["notes"]), (2, "first"))
        self.assertEqual(self.wren.save(self.design, 2, notes="third").json()["revision"], 4)

    def test_a_design_that_cannot_be_used_is_not_saved(self) -> None:
        chambers = json.loads(json.dumps(self.design["document"]["chambers"]))
        chambers[0]["length_mm"] = -4
        answer = self.wren.save(self.design, 1, chambers=chambers)
        self.assertEqual(answer.status_code, 422)
        self.assertEqual(answer.json()["problems"][0]["field"], "/chambers/0/length_mm")
        self.assertEqual(Revision.objects.count(), 1)

    def test_any_revision_can_be_brought_back(self) -> None:
        self.wren.save(self.design, 1, notes="changed")
        back = self.wren.call("POST", f"/{self.design['id']}/revisions/1/bring-back").json()
        self.assertEqual((back["revision"], back["document"]), (3, self.design["document"]))
        listed = self.wren.call("GET", f"/{self.design['id']}/revisions").json()
        self.assertEqual(
            [(r["number"], r["kind"], r["current"]) for r in listed],
            [(3, "brought back", True), (2, "saved", False), (1, "made", False)],
        )


class Shelf(TestCase):
    """Door."""

    def setUp(self) -> None:
        self.wren = Keeper("wren-test")

    def names(self) -> list[str]:
        return [card["name"] for card in self.wren.call("GET", "").json()]

    def test_rename_duplicate_delete_and_put_back(self) -> None:
        ident = self.wren.begin("Hitch")["id"]
        renamed = self.wren.call("PATCH", f"/{ident}", {"name": "Clove Hitch"}).json()
        self.assertEqual((renamed["name"], renamed["document"]["name"]), ("Clove Hitch", "Clove Hitch"))
        self.wren.call("POST", f"/{ident}/duplicate")
        self.assertEqual(self.wren.call("POST", f"/{ident}/duplicate").json()["name"], "Clove Hitch, copy 2")
        self.assertEqual(self.wren.call("DELETE", f"/{ident}").status_code, 204)
        self.assertEqual(self.names(), ["Clove Hitch, copy 2", "Clove Hitch, copy 1"])
        self.assertEqual(self.wren.call("GET", f"/{ident}").status_code, 404)
        self.wren.call("POST", f"/{ident}/restore")
        self.assertIn("Clove Hitch", self.names())

    def test_an_empty_name_is_refused_at_its_field(self) -> None:
        ident = self.wren.begin()["id"]
        answer = self.wren.call("PATCH", f"/{ident}", {"name": " "})
        self.assertEqual((answer.status_code, answer.json()["problems"][0]["field"]), (422, "/name"))

    def test_a_card_counts_what_wants_mending(self) -> None:
        self.wren.call("POST", "/import", (EXAMPLES / "granny.json").read_bytes(), "application/octet-stream")
        card = self.wren.call("GET", "").json()[0]
        self.assertEqual((card["errors"], card["warnings"]), (6, 8))
        self.assertEqual(card["rod"]["name"], "rod")

    def test_a_stored_design_that_can_no_longer_be_read_still_has_a_card(self) -> None:
        ident = self.wren.begin()["id"]
        Design.objects.filter(id=ident).update(document={"format": "sabaka-hive", "version": 99})
        card = self.wren.call("GET", "").json()[0]
        self.assertEqual(card["errors"], 1)
        self.assertIn("newer Sabaka", card["summary"]["template"])

    def test_presets_can_all_be_begun(self) -> None:
        for preset in self.wren.call("GET", "/presets").json():
            answer = self.wren.call("POST", "", {"name": "New", "preset": preset["id"]})
            self.assertEqual(answer.status_code, 200)
        self.assertEqual(self.wren.call("POST", "", {"name": "New", "preset": "../x"}).status_code, 422)


class Files(TestCase):
    """Door."""

    def setUp(self) -> None:
        self.wren = Keeper("wren-test")

    def bring_in(self, content: bytes) -> Any:
        return self.wren.call("POST", "/import", content, "application/octet-stream")

    def test_a_design_goes_out_and_in_unchanged(self) -> None:
        design = self.wren.begin("Bow & Line")
        out = self.wren.client.get(f"/api/designs/{design['id']}/file")
        self.assertIn('filename="bow-line.hive.json"', out["Content-Disposition"])
        back = self.bring_in(out.content).json()
        self.assertEqual({**back["document"], "id": ""}, {**design["document"], "id": ""})
        self.assertNotEqual(back["id"], design["id"])
        # What comes in beside the design that it was made from is another hive.
        self.assertNotEqual(back["document"]["id"], design["document"]["id"])

    def test_drawings_go_out_as_svg(self) -> None:
        ident = self.wren.begin()["id"]
        out = self.wren.client.get(f"/api/designs/{ident}/drawings/section")
        self.assertTrue(out.content.startswith(b"<?xml"))
        self.assertEqual(self.wren.client.get(f"/api/designs/{ident}/drawings/roof").status_code, 422)

    def test_bad_files_are_refused_with_a_reason(self) -> None:
        newer = json.dumps(example("bowline") | {"version": 9}).encode()
        for content, status, words in (
            (b"", 422, "Not a design file"),
            (b"PK\x03\x04", 422, "Not a design file"),
            (newer, 422, "newer Sabaka"),
            (b"[" * 50_000, 422, "too deeply"),
            (b"x" * 1_500_000, 422, "larger than"),
            (b"x" * 10_000_000, 413, "too large"),
        ):
            with self.subTest(content[:12], size=len(content)):
                answer = self.bring_in(content)
                self.assertEqual(answer.status_code, status)
                self.assertIn(words, answer.json()["reason"])
        self.assertEqual(Design.objects.count(), 0)


class WhoseDesigns(TestCase):
    """Door."""

    def test_another_keepers_design_does_not_exist(self) -> None:
        ident = Keeper("wren-test").begin()["id"]
        other = Keeper("tern")
        self.assertEqual(other.call("GET", "").json(), [])
        for method, path, body in (
            ("GET", f"/{ident}", None),
            ("PUT", f"/{ident}", {"base_revision": 1, "document": example("granny")}),
            ("PATCH", f"/{ident}", {"name": "Mine"}),
            ("DELETE", f"/{ident}", None),
            ("POST", f"/{ident}/duplicate", None),
            ("POST", f"/{ident}/restore", None),
            ("GET", f"/{ident}/revisions", None),
            ("GET", f"/{ident}/revisions/1", None),
            ("POST", f"/{ident}/revisions/1/bring-back", None),
            ("GET", f"/{ident}/file", None),
            ("GET", f"/{ident}/drawings/rod", None),
        ):
            with self.subTest(method, path=path):
                self.assertEqual(other.call(method, path, body).status_code, 404)

    def test_a_visitor_is_asked_to_sign_in(self) -> None:
        for path in ("/api/designs", "/api/designs/presets"):
            answer = self.client.get(path)
            self.assertEqual(answer.status_code, 401)
            self.assertIn("Sign in", answer.json()["reason"])

    def test_a_call_from_another_page_is_refused(self) -> None:
        keeper = Client(enforce_csrf_checks=True)
        keeper.force_login(User.objects.create_user("wren-test"))
        answer = keeper.post("/api/designs", json.dumps({"name": "x"}), content_type="application/json")
        self.assertEqual(answer.status_code, 403)


class Demo(TransactionTestCase):
    """Door."""

    def test_loading_twice_keeps_what_was_saved(self) -> None:
        self.assertEqual(demo_keeper()[1], len(DEMO_HIVES))
        keeper = User.objects.get(username=DEMO_KEEPER)
        Design.objects.filter(owner=keeper, name="Granny").update(name="Mended")
        self.assertEqual(demo_keeper()[1], 0)
        self.assertEqual(
            set(keeper.designs.values_list("name", flat=True)), ({*DEMO_HIVES.values()} - {"Granny"}) | {"Mended"}
        )

    def test_the_demo_hives_are_the_examples(self) -> None:
        demo_keeper()
        for design in Design.objects.all():
            self.assertEqual(load_hive(json.dumps(design.document)).name, design.name)
