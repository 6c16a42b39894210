"""What a hive has against mice and wasps through the year, north and south of the equator."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from sabaka_core import Hive, apply_patch
from sabaka_core.document.season import Season
from sabaka_core.findings import find
from sabaka_core.hive.climate import is_southern, local_day
from sabaka_core.hive.context import Context
from sabaka_core.hive.pests import stands
from sabaka_core.hive.whole import whole
from sabaka_core.kit.findings import Finding
from sabaka_core.run.settings import set_on
from tests.core.support import opened
from tests.core.test_layers import do


def against(pest: str, *dated: dict[str, Any], climate: str = "cool-temperate", **entrance: Any) -> Hive:
    """A long hive with one hole of 60 mm that such a pest troubles."""
    hive = opened("long-shallow", season=Season(climate=climate))
    first = {"kind": "hole", "wall": "left", "at_mm": 400.0, "height_mm": 20.0, "diameter_mm": 60.0}
    document = hive.model_dump(mode="json")
    document["chambers"][0]["entrances"] = [{**first, **entrance, "dated": list(dated)}]
    document["choices"]["pests"][pest] = True
    return Hive.model_validate(document)


def guard(day: str, on: bool) -> dict[str, Any]:
    return {"day": day, "setting": "open", "guard": on}


def found(hive: Hive, measure: str) -> Finding | None:
    return next((each for each in find(Context(hive)) if each.id.endswith(measure)), None)


def mended(hive: Hive, measure: str) -> Hive:
    """The hive with the finding's first mend made, by its own patch."""
    finding = found(hive, measure)
    assert finding is not None and finding.mends
    return apply_patch(hive, finding.mends[0].patch)


class Mice(TestCase):
    """Trade check: a guard is on from autumn to spring; a date in the summer keeps no mouse out."""

    def test_a_guard_in_the_summer_only_is_none(self) -> None:
        self.assertFalse(
            stands(whole(against("mice", guard("06-01", True), guard("09-01", False))), "mice-meet-guards")
        )

    def test_a_guard_from_october_to_april_is_one(self) -> None:
        hive = against("mice", guard("04-01", False), guard("10-01", True))
        self.assertTrue(stands(whole(hive), "mice-meet-guards"))

    def test_a_guard_taken_off_in_january_is_none(self) -> None:
        hive = against("mice", guard("01-05", False), guard("10-01", True))
        self.assertFalse(stands(whole(hive), "mice-meet-guards"))

    def test_one_that_stays_on_and_a_low_slot_are(self) -> None:
        self.assertTrue(stands(whole(against("mice", mouse_guard=True)), "mice-meet-guards"))

    def test_the_mend_keeps_them_out_in_both_halves_of_the_world(self) -> None:
        for climate, off, on in (("cool-temperate", "04-01", "10-01"), ("southern-dry", "10-01", "04-01")):
            with self.subTest(climate):
                entrance = mended(against("mice", climate=climate), "mice-meet-guards").chambers[0].entrances[0]
                self.assertEqual({each.day: each.guard for each in entrance.dated}, {on: True, off: False})


class Wasps(TestCase):
    """Trade check: some 15 cm² in late summer, by hand or by date."""

    def test_small_in_the_winter_is_not_small_in_august(self) -> None:
        hive = against("wasps", guard("04-01", False), guard("10-01", True))
        self.assertFalse(stands(whole(hive), "wasps-meet-small-doors"))

    def test_a_mend_for_wasps_leaves_the_guard_against_mice(self) -> None:
        hive = mended(against("wasps", guard("04-01", False), guard("10-01", True)), "wasps-meet-small-doors")
        entrance = hive.chambers[0].entrances[0]
        on = {day: set_on(entrance, day).mouse_guard for day in ("05-01", "08-10", "10-10", "10-20", "03-01")}
        self.assertEqual(on, {"05-01": False, "08-10": True, "10-10": True, "10-20": True, "03-01": True})

    def test_of_a_slot_with_fillers_its_mouth_counts(self) -> None:
        slot = {"kind": "slot", "at_mm": 400.0, "width_mm": 300.0, "opening_mm": 10.0}
        document = against("wasps").model_dump(mode="json")
        for mouths, small in (([], False), ([{"from_mm": 20.0, "wide_mm": 100.0}], True)):
            document["chambers"][0]["entrances"] = [{**slot, "wall": "left", "height_mm": 20.0, "mouths": mouths}]
            self.assertEqual(stands(whole(Hive.model_validate(document)), "wasps-meet-small-doors"), small)


class HalfAYearOff(TestCase):
    """Hand."""

    def test_months_of_ones_own_say_where_it_is(self) -> None:
        warm_january = (20.0, 20.0, 18.0, 15.0, 12.0, 9.0, 8.0, 9.0, 11.0, 14.0, 17.0, 19.0)
        self.assertTrue(is_southern(opened("bowline", season=Season(monthly_c=warm_january))))
        self.assertFalse(
            is_southern(
                opened("bowline", season=Season(climate="southern-dry", monthly_c=warm_january[6:] + warm_january[:6]))
            )
        )
        self.assertFalse(is_southern(opened("bowline", season=Season(climate="tropical"))))

    def test_days_are_days(self) -> None:
        south = opened("bowline", season=Season(climate="southern-temperate"))
        days = {day: local_day(south, day) for day in ("10-01", "04-01", "08-31", "07-15")}
        self.assertEqual(days, {"10-01": "04-01", "04-01": "10-01", "08-31": "02-28", "07-15": "01-15"})

    def test_the_usual_dates_of_an_entrance(self) -> None:
        south = do(against("mice", climate="southern-dry"), *({"do": "date-entrance", "index": 0},) * 2)
        self.assertEqual(
            [(d.day, d.guard) for d in south.chambers[0].entrances[0].dated], [("04-01", True), ("10-01", False)]
        )
