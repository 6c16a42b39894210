"""What entrances leave open: by outlines that a geometry library clips, by hand, and through a slot's fillers."""

from __future__ import annotations

from math import cos, pi, sin
from typing import get_args
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from shapely import box, prepared
from shapely.affinity import translate
from shapely.geometry import Point, Polygon
from shapely.ops import unary_union

from sabaka_core import Hive, load_hive
from sabaka_core.document.entrances import Dated, Disc, Hole, Mouth, Setting, Slot
from sabaka_core.findings import find
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.context import Context
from sabaka_core.run.apertures import air_area_mm2, disc_area_mm2, opening_area_mm2
from sabaka_core.run.entrances import fillers_of, mouths_of
from sabaka_core.run.piercings import apart_mm, meet
from sabaka_core.run.settings import set_on
from tests.core.support import EXAMPLES, opened
from tests.core.test_layers import do


def ring(x: float, y: float, across: float) -> Polygon:
    """A circle as many corners, its area the circle's to a ten-thousandth."""
    return Point(x, y).buffer(across / 2, quad_segs=64)


def disc(bore: float, setting: Setting) -> Disc:
    return Disc(wall="left", at_mm=0, height_mm=30, disc_mm=100, opening_mm=bore, setting=setting)


class ClippedOutlines(TestCase):
    """Reference library: shapely clips the disc's own holes by the bore."""

    @given(st.floats(12, 60))
    def test_a_disc(self, bore: float) -> None:
        hole = ring(0, 0, bore)
        # The disc's hole, turned off the bore by half its width.
        part = hole.intersection(translate(hole, bore / 2))
        slots = unary_union([box(6.6 * i - 2.1, -99, 6.6 * i + 2.1, 99) for i in range(-12, 13)])
        grid = [ring(5 * i, 5 * j, 3) for i in range(-8, 9) for j in range(-8, 9)]
        for setting, outline in {"open": hole, "part": part, "excluder": hole.intersection(slots)}.items():
            share = disc_area_mm2(bore, setting) / outline.area  # type: ignore[arg-type]
            self.assertAlmostEqual(share, 1.0, delta=2e-3, msg=setting)
        # Holes that touch the rim are in or out by what the corners of the outline leave.
        rims = [prepared.prep(hole.buffer(by)) for by in (0.02, -0.02)]
        most, least = (sum(map(rim.contains, grid)) for rim in rims)
        holes = disc_area_mm2(bore, "vent") / (pi / 4 * 9)
        self.assertTrue(least - 0.01 <= holes <= most + 0.01, (least, holes, most))

    def test_every_setting_is_reckoned(self) -> None:
        for setting in get_args(Setting):
            each = disc(38, setting)
            self.assertEqual(opening_area_mm2(each) > 0, setting in ("open", "part", "excluder"))
            self.assertEqual(air_area_mm2(each) > 0, setting != "plugged")
        areas = [disc_area_mm2(38, s) for s in ("open", "excluder", "part", "vent", "plugged")]
        self.assertEqual(areas, sorted(areas, reverse=True))

    @given(st.lists(st.tuples(st.floats(0, 300), st.floats(8, 120)), min_size=1, max_size=5))
    def test_a_slot_is_its_mouths_and_its_fillers(self, cuts: list[tuple[float, float]]) -> None:
        mouths = tuple(Mouth(from_mm=at, wide_mm=min(wide, 300 - at)) for at, wide in cuts if at < 299)
        slot = Slot(wall="left", at_mm=400, height_mm=10, width_mm=300, opening_mm=8, mouths=mouths)
        whole = box(250, 0, 550, 8)
        boxes = [_outline(each) for _, each in mouths_of(slot)]
        shut = [_outline(each) for each in fillers_of(slot)]
        both = unary_union([*boxes, *shut])
        self.assertAlmostEqual(both.symmetric_difference(whole).area, 0, places=3)
        if mouths:
            self.assertAlmostEqual(unary_union(boxes).intersection(unary_union(shut)).area, 0, places=3)


def _outline(slot: object) -> Polygon:
    assert isinstance(slot, Slot)
    return box(slot.at_mm - slot.width_mm / 2, 0, slot.at_mm + slot.width_mm / 2, slot.opening_mm)


class ByHand(TestCase):
    """Hand."""

    def test_a_guard_of_seven_millimetres(self) -> None:
        """In a slot of 100 by 8 mm ten holes stand in one row, ten millimetres from each other: 7 + 9·10 = 97."""
        slot = Slot(wall="left", at_mm=0, height_mm=0, width_mm=100, opening_mm=8, mouse_guard=True)
        self.assertAlmostEqual(opening_area_mm2(slot), 10 * pi / 4 * 49)
        # A hole of 25 mm: one in the middle, and four about it would reach 13.5 mm from there: one it is.
        hole = Hole(wall="left", at_mm=0, height_mm=0, diameter_mm=25, mouse_guard=True)
        self.assertAlmostEqual(opening_area_mm2(hole), pi / 4 * 49)
        wider = hole.model_copy(update={"diameter_mm": 27.5})
        self.assertAlmostEqual(opening_area_mm2(wider), 5 * pi / 4 * 49)

    def test_half_a_width_off(self) -> None:
        """Two circles whose middles lie a radius apart share r²(2π/3 − √3/2)."""
        self.assertAlmostEqual(disc_area_mm2(40, "part"), 400 * (2 * pi / 3 - sin(pi / 3)))
        self.assertAlmostEqual(cos(pi / 3), 0.5)

    def test_dates_go_round_the_year(self) -> None:
        dates = (Dated(day="04-01", setting="open"), Dated(day="10-01", setting="vent", guard=True))
        each = disc(38, "part").model_copy(update={"dated": dates})
        found = {day: set_on(each, day) for day in ("01-10", "04-01", "09-30", "10-01")}
        self.assertEqual([each.setting for each in found.values()], ["vent", "open", "open", "vent"])
        self.assertTrue(found["01-10"].mouse_guard)
        hole = Hole(wall="left", at_mm=0, height_mm=0, diameter_mm=25, dated=dates)
        self.assertEqual(set_on(hole, "12-24").setting, "plugged", "a hole has no vent")


class TwoColoniesAtOneSlot(TestCase):
    """Trade check: one slot along the side, a divider, a mouth for each of two colonies."""

    def hive(self) -> Hive:
        hive = load_hive((EXAMPLES / "long-shallow.json").read_bytes())
        hive = do(hive, {"do": "move-follower", "side": "far", "text": "419.1"}, {"do": "put-nucleus", "side": "far"})
        own = hive.chambers[0].entrances
        hive = do(hive, *({"do": "remove-entrance", "index": i} for i in reversed(range(len(own)))))
        hive = do(hive, {"do": "add-entrance", "kind": "slot"})
        length = hive.chambers[0].length_mm
        path = "/chambers/0/entrances/0"
        hive = do(
            hive,
            *(
                {"do": "set", "path": f"{path}/{field}", "text": f"{value}"}
                for field, value in (("at_mm", length / 2), ("width_mm", length - 20))
            ),
        )
        for colony in hive.colonies:
            hive = do(hive, {"do": "open-mouth", "index": 0, "colony": colony.id})
        return hive

    def test_each_flies_through_its_own(self) -> None:
        a = analyse(self.hive(), 0)
        self.assertEqual(len(a.entrances), 2)
        for _, colony in a.colonies:
            low, high = a.layout.stretch(colony.stretch)
            mine = [p for p in a.entrances if low <= p.start_mm and p.end_mm <= high]
            self.assertEqual(len(mine), 1, colony.name)
            self.assertAlmostEqual(mine[0].end_mm - mine[0].start_mm, 75)


class OnTheWallsFace(TestCase):
    """Reference library: shapely says whether two outlines on a wall lie in each other, and how far apart they are."""

    @staticmethod
    def drawn(thing: Hole | Slot | Disc) -> Polygon:
        wide, high = thing.size_mm
        middle = thing.height_mm + high / 2
        if isinstance(thing, Slot):
            return box(thing.at_mm - wide / 2, thing.height_mm, thing.at_mm + wide / 2, thing.height_mm + high)
        return ring(thing.at_mm, middle, thing.disc_mm if isinstance(thing, Disc) else wide)

    @given(st.data())
    def test_how_far_apart(self, data: st.DataObject) -> None:
        def thing() -> Hole | Slot | Disc:
            place = {"wall": "left", "at_mm": data.draw(st.floats(0, 400)), "height_mm": data.draw(st.floats(0, 200))}
            size = data.draw(st.floats(12, 60))
            return data.draw(
                st.sampled_from(
                    [
                        Hole(**place, diameter_mm=size),
                        Slot(**place, width_mm=size * 3, opening_mm=9.0),
                        Disc(**place, disc_mm=size * 2.5, opening_mm=size),
                    ]
                )
            )

        one, two = thing(), thing()
        apart = self.drawn(one).distance(self.drawn(two))
        self.assertAlmostEqual(max(apart_mm(one, two), 0.0), apart, delta=0.02)
        overlap = self.drawn(one).intersection(self.drawn(two)).area
        if overlap > 1.0:
            self.assertTrue(meet(one, two))

    def test_entrances_added_one_after_the_other_lie_beside_each_other(self) -> None:
        for name in ("straight-top-bar", "long-shallow", "deep-horizontal", "rear-access", "granny"):
            kinds = ("disc", "slot", "hole", "slot")
            hive = do(opened(name), *({"do": "add-entrance", "kind": kind} for kind in kinds))
            with self.subTest(name):
                self.assertFalse({f.code for f in find(Context(hive))} & {"openings-meet", "discs-too-near"})
                self.assertEqual({p.in_nest for p in analyse(hive, 0).entrances[-4:]}, {True})
