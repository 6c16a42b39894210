"""Whole hives said by what the ledger offers, label by label, and heard by every step."""

from __future__ import annotations

from itertools import pairwise
from typing import Any
from unittest import TestCase

from sabaka_core import Hive, apply_edit
from sabaka_core.base.quantity import plain
from sabaka_core.drawing.whole import whole_drawing
from sabaka_core.hive.context import Context
from sabaka_core.hive.roof import lid_parts
from sabaka_core.hive.whole import whole
from sabaka_core.kit.chapter import Asked
from sabaka_core.kit.drawing import Polygon
from sabaka_core.kit.findings import Finding
from sabaka_core.kit.forms import ChoiceField, FieldGroup, FormField, RowField
from sabaka_core.show.study import chapter
from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.masses import masses
from tests.controls import EDIT
from tests.core.support import EXAMPLES
from tests.core.test_layers import opened


class Keeper:
    """Somebody at the ledger: takes hold of a thing, types into what is labelled, chooses, presses buttons."""

    def __init__(self, example: str) -> None:
        assert (EXAMPLES / f"{example}.json").exists()
        self.hive: Hive = opened(example)
        self.box, self.thing = 0, ""

    def take(self, thing: str, box: int = 0) -> Keeper:
        self.thing, self.box = thing, box
        return self

    def groups(self) -> tuple[FieldGroup, ...]:
        asked = Asked(parts=("forms",), wanted=("whole",), of=self.thing)
        return chapter(Context(self.hive).on(self.box), "shape", asked).forms

    def field(self, label: str) -> FormField:
        fields = [
            each
            for group in self.groups()
            for field in group.fields
            for each in (field.fields if isinstance(field, RowField) else (field,))
        ]
        found = [field for field in fields if field.label == label]
        assert found, (label, [field.label for field in fields])
        return found[0]

    def type(self, label: str, text: str, units: str = "mm") -> Keeper:
        field = self.field(label)
        edit = getattr(field, "edit", None) or {"do": "set", "path": field.path}
        return self.do({**edit, "text": text, "units": units})

    def choose(self, label: str, words: str) -> Keeper:
        field = self.field(label)
        assert isinstance(field, ChoiceField), label
        option = next((each for each in field.options if each.label == words), None)
        assert option is not None, (words, [each.label for each in field.options])
        return self.do(option.edit or {"do": "set", "path": field.path, "text": option.value})

    def press(self, label: str) -> Keeper:
        actions = [action for group in self.groups() for action in group.actions]
        found = next((action for action in actions if action.label == label), None)
        assert found is not None, (label, [action.label for action in actions])
        return self.do(found.edit)

    def do(self, edit: dict[str, Any]) -> Keeper:
        self.hive = apply_edit(self.hive, EDIT.validate_python(edit), self.box)
        return self

    # What the steps say of it.

    def said(self, step: str, *parts: str) -> str:
        """Everything a step says in tables and lists of days, in plain words."""
        asked = Asked.model_validate({"parts": parts or ("tables", "agenda")})
        said = chapter(Context(self.hive).on(self.box), step, asked)
        lines = [plain(cell) for table in said.tables for line in table.lines for cell in line.cells if _words(cell)]
        more = [
            line.why + " ".join(plain(note) for note in line.notes) for table in said.tables for line in table.lines
        ]
        days = [plain(doing.words) for each in said.agenda for doing in each.doings]
        return "\n".join((*lines, *more, *days))

    def parts(self) -> dict[str, int]:
        return {part.name: part.count for part in parts_of_hive(self.hive)}

    def findings(self, step: str = "shape") -> dict[str, Finding]:
        asked = Asked.model_validate({"parts": ("findings", "long")})
        return {f.code: f for f in chapter(Context(self.hive).on(self.box), step, asked).findings}


def _words(cell: Any) -> bool:
    return hasattr(cell, "template")


class ByTheLedger(TestCase):
    """Trade check: four hives as such keepers have them."""

    def test_a_long_hive_two_boxes_wide(self) -> None:
        """Twenty deep frames, two supers abreast, a gabled roof, mesh under the first ten with a door beside it."""
        keeper = Keeper("long-shallow")
        keeper.take("floor-0").type("Mesh to", "15 in", "in").choose("Shutter", "slid in")
        keeper.choose("Tray, drawn out at", "the right side").type("Clean-out hatches", "2")
        keeper.take("inside-0").choose("Door", "in the right wall")
        keeper.take("").press("Super on body" if len(keeper.hive.chambers) > 1 else "Super")
        keeper.take("super-1").type("From the chamber's near end", "430")
        keeper.take("roof-0").choose("Shape", "gabled").type("Pitch", "25").choose("It opens", "hinged on a long side")
        keeper.press("Add a layer").choose("Layer 2", "sheet metal").type("Layer 2, thick", "0.7")
        keeper.choose("Stay", "one that locks")

        hive, parts = whole(keeper.hive), keeper.parts()
        self.assertAlmostEqual(keeper.hive.chambers[0].under.mesh_to_mm, 381.0)
        supers = [block for block in hive.boxes if block.is_super]
        self.assertEqual(supers[0].z, supers[1].z, "abreast, not one on the other")
        self.assertLessEqual(supers[0].x[1], supers[1].x[0] + 0.1)
        for name in ("Floor mesh", "Shutter under the mesh", "Tray, bottom", "Clean-out 1, plug", "Door, right"):
            self.assertIn(name, parts)
        self.assertIn("Lid, stay", parts)
        self.assertTrue(any(name.startswith("Super") for name in parts))
        season, lift, winter = keeper.said("season"), keeper.said("lifting"), keeper.said("winter")
        for box in ("super 1", "super 2"):
            self.assertIn(box, season.lower())
            self.assertIn(box, lift.lower())
        self.assertIn("Floor", winter)
        self.assertNotIn("lid-without-stay", keeper.findings("lifting"))
        self.assertNotIn("parts-overlap", keeper.findings())

    def test_two_square_chambers_with_a_super_crosswise(self) -> None:
        """The lid in two parts, of which one is lifted at a time."""
        keeper = Keeper("two-chamber")
        keeper.take("super-0").choose("Its combs run", "crosswise")
        keeper.take("").press("Cover board")
        keeper.take("roof-0").choose("Made", "in two parts").choose("It opens", "in parts that slide off")
        keeper.take("passage-0").choose("Slide", "one, drawn")
        self.assertTrue(keeper.hive.supers[0].turned)
        parts = keeper.parts()
        for name in ("Roof, near part, long side", "Roof, far part, long side", "Roof, strip over the joint"):
            self.assertIn(name, parts)
        self.assertTrue(any(name.startswith("Slide, ") for name in parts))
        said = keeper.said("lifting")
        self.assertIn("One part of the lid", said)
        self.assertIn("one part at a time", said)
        self.assertIn("super 1", keeper.said("season").lower())
        self.assertNotIn("super-leaves-open", keeper.findings(), "a cover board lies over the rest")
        # Shut, the slide takes the room behind it from the season.
        keeper.choose("Slide", "one, shut")
        self.assertNotIn("super 1", keeper.said("season").lower())

    def test_a_hung_log(self) -> None:
        """Bark over its wall, a door, no legs; what it may weigh is said."""
        keeper = Keeper("tree-cavity")
        keeper.take("sides-0").press("Add a layer").choose("Layer 2", "bark").type("Layer 2, thick", "15")
        keeper.take("inside-0").choose("Door", "in the right wall")
        keeper.take("stand-0").choose("It stands", "hung").type("Floor above the ground", "2500")
        self.assertEqual([layer.material for layer in keeper.hive.chambers[0].walls.sides], ["log", "bark"])
        parts = keeper.parts()
        self.assertIn("Chain or rope to hang it by", parts)
        self.assertTrue(any(name.startswith("Door, right") for name in parts))
        self.assertFalse(any(name.startswith("Leg") for name in parts))
        self.assertIn("hung-heavy", keeper.findings("lifting"))
        self.assertIn("Wall", keeper.said("winter"))
        # Laid down it holds more and shorter combs, and stands on the ground again.
        standing = len(whole(keeper.hive).chambers[0].layout.combs)
        keeper.take("inside-0").choose("The log is", "lying")
        self.assertGreater(len(whole(keeper.hive).chambers[0].layout.combs), 2 * standing)
        keeper.choose("The log is", "standing")
        self.assertEqual(len(whole(keeper.hive).chambers[0].layout.combs), standing)

    def test_24_in_outside_from_whole_sheets(self) -> None:
        """Walls of two sheets and foam between: the outside stays 24 in while they are built up."""
        keeper = Keeper("straight-top-bar")
        keeper.take("sides-0").type("Outside, across the hive", "24", "in")
        keeper.choose("Layer 1", "plywood").type("Layer 1, thick", "12")
        keeper.press("Add a layer").choose("Layer 2", "xps").type("Layer 2, thick", "50")
        keeper.press("Add a layer").choose("Layer 3", "plywood").type("Layer 3, thick", "12")
        keeper.press("All walls so").choose("Lining", "screwed, to be replaced")
        block = whole(keeper.hive).boxes[0]
        self.assertAlmostEqual(block.y[1] - block.y[0], 609.6, places=3)
        self.assertAlmostEqual(whole(keeper.hive).chambers[0].section.top_mm, 609.6 - 2 * 74, places=3)
        parts = keeper.parts()
        for name in ("left, inside", "left, layer 2", "left, layer 3"):
            self.assertTrue(any(name in each for each in parts), (name, list(parts)))
        things = {mass.thing for mass in masses(whole(keeper.hive))}
        self.assertLessEqual({"sides-0", "ends-0", "floor-0", "inside-0"}, things)
        self.assertIn("Left side", keeper.said("winter"))


class Together(TestCase):
    """Hand: a side-by-side hive as its keeper has it, number by number."""

    def test_side_by_side_on_one_floor(self) -> None:
        """Gaps of 19 mm between three stacks: floor and roof are longer by both gaps, and nothing else is."""
        keeper = Keeper("side-by-side")
        before = whole(keeper.hive)
        keeper.take("floor-0").choose("Floor", "one under all of them")
        for box in (1, 2):
            keeper.take(f"inside-{box}", box).type("Off the one before it", "19")
        for box, stack in enumerate(("left honey", "brood", "right honey")):
            keeper.take("", box).press(f"Vent box on {stack}")
        keeper.take("passage-0").choose("Slide", "one, shut")
        after = whole(keeper.hive)
        gaps = [b.x[0] - a.x[1] for a, b in _neighbours(after)]
        self.assertEqual([round(gap, 3) for gap in gaps], [19.0, 19.0])
        wider = sum(gaps) - sum(b.x[0] - a.x[1] for a, b in _neighbours(before))
        self.assertAlmostEqual(after.foot_mm[0] - before.foot_mm[0], wider, places=3)
        floor = after.common_floor
        assert floor is not None
        self.assertAlmostEqual(floor.x[1] - floor.x[0], after.foot_mm[0], places=3)
        parts = {part.name: part for part in parts_of_hive(keeper.hive)}
        self.assertEqual(parts["Common floor"].count, 1)
        self.assertAlmostEqual(parts["Common floor"].long_mm, after.foot_mm[0], places=3)
        self.assertFalse([name for name in parts if name.endswith(": Floor")], "no box has a floor of its own")
        self.assertEqual(sum(name.startswith("Vent box") and "mesh" in name for name in parts), 3)
        # The honey behind the shut slide is out of reach; on the other side it isn't.
        season = keeper.take("", 1).said("season").lower()
        self.assertNotIn("left honey", season)
        self.assertIn("right honey", season)
        self.assertNotIn("parts-overlap", keeper.findings())


def _neighbours(hive: Any) -> list[tuple[Any, Any]]:
    blocks = sorted((b for b in hive.boxes if not b.is_super), key=lambda b: b.x[0])
    return list(pairwise(blocks))


class Handles(TestCase):
    """Hand: what is drawn is what is cut: a strip 45 high that stands 22 out, as wide as the end."""

    def test_a_handle_is_cut_as_it_is_drawn(self) -> None:
        keeper = Keeper("deep-horizontal")
        before = whole_drawing(whole(keeper.hive)).shapes
        keeper.take("stand-0").choose("Carrying handles", "at the ends")
        part = next(part for part in parts_of_hive(keeper.hive) if part.id == "handle")
        self.assertEqual((part.count, part.wide_mm, part.thick_mm), (2, 45.0, 22.0))
        new = [each for each in whole_drawing(whole(keeper.hive)).shapes if each not in before]
        drawn = [each for each in new if isinstance(each, Polygon)]
        self.assertEqual(len(drawn), 2)
        for each in drawn:
            (xs, ys) = zip(*each.points, strict=True)
            self.assertAlmostEqual(max(xs) - min(xs), part.thick_mm)
            self.assertAlmostEqual(max(ys) - min(ys), part.wide_mm)


class SteppedLid(TestCase):
    """Hand: a lid in two parts over a long hive with supers on part of it."""

    def test_each_part_lies_at_its_own_height(self) -> None:
        """The near part over the super, closed all round; the far part begins beyond its rim, a super lower."""
        keeper = Keeper("long-shallow")
        one = whole(keeper.hive)
        keeper.take("roof-0").choose("Made", "in two parts")
        two = whole(keeper.hive)
        near, far = lid_parts(two, two.span_mm)
        block = next(b for b in two.boxes if b.is_super)
        self.assertAlmostEqual(near.top_mm - far.top_mm, block.height_mm)
        self.assertEqual((near.meets, far.meets), ((False, False), (True, False)))
        self.assertAlmostEqual(near.x[1], block.x[1] + 6.0)
        self.assertAlmostEqual(far.x[0] - near.x[1], 18.0 + 6.0)
        self.assertEqual(len(lid_parts(one, one.span_mm)), 1)
        names = keeper.parts()
        self.assertIn("Roof, near part, end", names)
        self.assertEqual((names["Roof, near part, end"], names["Roof, far part, end"]), (2, 1))
        self.assertNotIn("Roof, strip over the joint", names)
        self.assertNotIn("parts-overlap", keeper.findings())
