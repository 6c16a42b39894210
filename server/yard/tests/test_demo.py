"""The demo's yard: what it tells could have been written down by somebody."""

from __future__ import annotations

from datetime import timedelta

from django.test import TestCase
from django.utils import timezone

from sabaka_core import validate_hive
from sabaka_core.yard.checks import Before, check_visit
from sabaka_core.yard.standing import standing
from server.designs.demo import demo_keeper
from server.yard.demo import load_yard
from server.yard.models import BuiltHive, Member
from server.yard.pages import yard_page
from server.yard.selectors import visits_in


class DemoYard(TestCase):
    """Property."""

    def test_every_visit_of_it_is_one_that_would_be_kept(self) -> None:
        keeper, today = demo_keeper()[0], timezone.localdate()
        written = load_yard(keeper, today)
        self.assertGreater(written, 150)
        self.assertEqual(load_yard(keeper, today), 0)
        hives = list(BuiltHive.objects.all())
        self.assertEqual(len({hive.design.system for hive in hives if hive.design}), 7)
        for hive in hives:
            built, visits = validate_hive(hive.document), visits_in(hive.visits.all())
            self.assertEqual([visit.at for visit in visits], sorted(visit.at for visit in visits))
            # The last ones: as the year before, and quick enough.
            for number in range(max(len(visits) - 12, 0), len(visits)):
                before = Before(built, hive.built_on.isoformat(), standing(built, visits[:number]), f"{today}T23:00")
                with self.subTest(hive.name, at=visits[number].at):
                    check_visit(visits[number], before)
            self.assertEqual(validate_hive(hive.stands), standing(built, visits))
        page = yard_page(hives[0].yard, Member.Role.KEEPER, today)
        self.assertGreaterEqual(len(page.members), 3)
        soon = (today + timedelta(days=7)).isoformat()
        self.assertTrue([each for each in page.due if each.overdue])
        self.assertTrue([each for each in page.due if not each.overdue and each.day <= soon])
        self.assertTrue([card for card in page.hives if "than planned" in card.state])
