"""What is kept of designs: cards of the shelf, old states that go, states with a name that don't."""

from __future__ import annotations

from datetime import timedelta
from unittest.mock import patch

from django.contrib.auth.models import User
from django.test import TestCase
from django.utils import timezone

from sabaka_core.base.budget import OverBudgetError
from server.designs import services
from server.designs.cards import _kept, told
from server.designs.models import Design, Revision
from server.designs.tests.test_designs import Keeper


class Cards(TestCase):
    """Door."""

    def setUp(self) -> None:
        self.tern = Keeper("tern")
        self.design = self.tern.begin()

    def test_a_card_is_made_once_and_anew_after_a_save_and_by_another_core(self) -> None:
        first = self.tern.call("GET", "").json()
        with patch("server.designs.cards.build_report", side_effect=AssertionError("made again")):
            self.assertEqual(self.tern.call("GET", "").json(), first)
        wrong = {**self.design["document"]["chambers"][0], "length_mm": 500.0}
        self.assertEqual(self.tern.save(self.design, 1, chambers=[wrong]).status_code, 200)
        (after,) = self.tern.call("GET", "").json()
        self.assertGreater(after["errors"] + after["warnings"], first[0]["errors"] + first[0]["warnings"])
        with patch("server.designs.cards.core_form", return_value="another core"):
            self.tern.call("GET", "")
            self.assertEqual(Design.objects.get().card_form, "another core")

    def test_a_card_that_comes_late_does_not_tell_of_the_state_before(self) -> None:
        stale = Design.objects.get()
        self.tern.save(self.design, 1, notes="Stands by the wall.")
        _kept(stale, "stale")
        self.assertEqual(Design.objects.get().card, "")

    def test_a_long_shelf_is_there_at_once_and_whole_after_a_while(self) -> None:
        for i in range(3):
            self.tern.begin(f"Hive {i}")
        made = Design.objects.order_by("-changed_at").first()
        assert made is not None
        said = [told(made), OverBudgetError()]
        with patch("server.designs.cards.told", side_effect=said):
            self.assertEqual([card["ready"] for card in self.tern.call("GET", "").json()], [True, False, False, False])
        with patch("server.designs.cards.told", side_effect=OverBudgetError):
            cards = self.tern.call("GET", "").json()
        self.assertEqual([card["ready"] for card in cards], [True, True, False, False])
        self.assertIn("Too large", cards[1]["summary"]["template"])
        self.assertTrue(all(card["ready"] for card in self.tern.call("GET", "").json()))


class OldStates(TestCase):
    """Hand."""

    def setUp(self) -> None:
        self.tern = Keeper("tern")
        self.user = User.objects.get()
        ident = self.tern.begin()["id"]
        self.design = Design.objects.get(pk=ident)

    def days_ago(self, ages: list[float], **more: str) -> None:
        """States of so many days ago, in that order."""
        last = self.design.revisions.count()
        for number, age in enumerate(ages, last + 1):
            made = Revision.objects.create(
                design=self.design, number=number, document=self.design.document, **{"kind": "saved", **more}
            )
            Revision.objects.filter(pk=made.pk).update(made_at=timezone.now().replace(hour=12) - timedelta(days=age))

    def test_of_old_ones_the_last_of_each_day_stays_and_of_the_newest_all(self) -> None:
        # Two years ago, three on each of two days half a year ago, two hundred of now.
        self.days_ago([700.0, 200.3, 200.2, 200.1, 199.3, 199.2, 199.1])
        self.days_ago([0.0] * 200)
        self.design.head = 208
        self.design.save()
        self.assertEqual(services.thin_revisions(self.design), 4 + 1)
        left = list(self.design.revisions.order_by("number").values_list("number", flat=True))
        self.assertEqual(left[:3], [1, 5, 8])
        self.assertEqual(left[3:], list(range(9, 209)))

    def test_names_and_states_kept_aside_stay(self) -> None:
        self.days_ago([700.0, 701.0])
        self.days_ago([702.0], kind="aside")
        self.days_ago([0.0] * 201)
        named = self.tern.call("PATCH", f"/{self.design.pk}/revisions/2", {"name": "As built"})
        self.assertEqual((named.status_code, named.json()["name"]), (200, "As built"))
        self.assertEqual(self.tern.call("PATCH", f"/{self.design.pk}/revisions/3", {"name": "a\x00b"}).status_code, 422)
        services.thin_revisions(self.design)
        listed = self.tern.call("GET", f"/{self.design.pk}/revisions").json()
        old = {each["number"]: each["name"] for each in listed if each["number"] <= 4}
        self.assertEqual(old, {1: "", 2: "As built", 4: ""})
        other = Keeper("plover")
        self.assertEqual(other.call("PATCH", f"/{self.design.pk}/revisions/2", {"name": "Mine"}).status_code, 404)

    def test_it_is_done_as_saves_come_in(self) -> None:
        self.days_ago([700.0] * 248)
        Design.objects.filter(pk=self.design.pk).update(head=249)
        self.design.refresh_from_db()
        opened = self.tern.call("GET", f"/{self.design.pk}").json()
        self.assertEqual(self.tern.save(opened, 249, notes="One more").json()["revision"], 250)
        self.assertEqual(self.design.revisions.count(), 201)

    def test_the_bin_is_bounded(self) -> None:
        with patch.object(services, "MOST_DELETED", 2):
            for i in range(4):
                self.tern.call("DELETE", f"/{self.tern.begin(f'Hive {i}')['id']}")
        self.assertEqual(
            sorted(Design.objects.exclude(deleted_at=None).values_list("name")), [("Hive 2",), ("Hive 3",)]
        )
