"""Walls by layers, sizes held outside, what lies over the combs, supers crosswise and abreast; the whole hive drawn."""

from __future__ import annotations

import json
from math import cos, radians
from typing import Any
from unittest import TestCase

from pydantic import TypeAdapter
from shapely.geometry import box as block

from sabaka_core import Hive, InfeasibleError, ParameterError, apply_edit, build_report, load_hive
from sabaka_core.actions import AnyEdit
from sabaka_core.document.chambers import Layer
from sabaka_core.drawing.whole import whole_drawing
from sabaka_core.hive.blocks import outside_plan_mm
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.context import Context
from sabaka_core.hive.things import thing_of, things
from sabaka_core.hive.whole import whole
from sabaka_core.kit.chapter import Asked
from sabaka_core.kit.drawing import Polygon
from sabaka_core.kit.forms import ChoiceField, FieldGroup, RowField, SizeField
from sabaka_core.show.study import chapter
from sabaka_core.winter.physics import resistance, transmittance
from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.masses import empty_kg
from tests.core.support import EXAMPLES, ROOT, reported

EDIT: TypeAdapter[AnyEdit] = TypeAdapter(AnyEdit)


def opened(name: str) -> Hive:
    return load_hive((EXAMPLES / f"{name}.json").read_bytes())


def do(design: Hive, *edits: dict[str, Any], box: int = 0) -> Hive:
    for edit in edits:
        design = apply_edit(design, EDIT.validate_python(edit), box)
    return design


def walls(wall: str = "sides", box: int = 0) -> str:
    return f"/chambers/{box}/walls/{wall}"


SANDWICH = (
    {"do": "set", "path": f"{walls()}/0/material", "text": "plywood"},
    {"do": "set", "path": f"{walls()}/0/thickness_mm", "text": "12"},
    {"do": "add-layer", "path": walls(), "material": "xps", "thickness_mm": 50.0},
    {"do": "add-layer", "path": walls(), "material": "softwood", "thickness_mm": 18.0},
    {"do": "walls-alike", "path": walls()},
)


class Earlier(TestCase):
    """Regression: earlier designs open as what they were."""

    def test_every_example_of_an_earlier_day_opens_and_can_be_reported_on(self) -> None:
        """Of version 2, and of version 3 before its items had names and its walls doors."""
        for version in (2, 3):
            files = sorted((ROOT / "tests" / "fixtures" / f"v{version}").glob("*.json"))
            self.assertGreaterEqual(len(files), 14)
            for file in files:
                with self.subTest(file.name, version=version):
                    self.assertEqual(json.loads(file.read_text("utf-8"))["version"], version)
                    self.assertTrue(reported(load_hive(file.read_bytes()), "metrics", "findings").chapters)

    def test_items_that_had_no_names_get_them(self) -> None:
        old = (ROOT / "tests" / "fixtures" / "v3" / "bowline.json").read_text("utf-8")
        self.assertNotIn('"comb-1"', old)
        items = load_hive(old).chambers[0].run.items
        self.assertEqual(len({item.id for item in items} - {""}), len(items))
        self.assertEqual([item.id for item in items if item.kind == "comb"][:3], ["comb-1", "comb-2", "comb-3"])

    def test_how_a_lid_opens_was_said_twice_and_is_said_once(self) -> None:
        raw = json.loads((ROOT / "tests" / "fixtures" / "v2" / "bowline.json").read_text("utf-8"))
        for roof, hinge, kind, opens in (
            ({"kind": "hinged", "clearance_mm": 30.0}, None, "flat", "hinged-side"),
            ({"kind": "gabled"}, None, "gabled", "lifts-off"),
            ({"kind": "hinged"}, "end", "flat", "hinged-end"),
            (None, "long-side", "flat", "hinged-side"),
        ):
            with self.subTest(roof=roof, hinge=hinge):
                lifting = {} if hinge is None else {"lid_hinge": hinge, "lid_kg": 9.0}
                found = load_hive(json.dumps(raw | {"roof": roof, "lifting": lifting})).roof
                assert found is not None
                self.assertEqual((found.kind, found.opens), (kind, opens))


class Layered(TestCase):
    """Hand: build-ups of several layers, and the sizes that follow."""

    def test_a_sandwich_is_said_layer_by_layer(self) -> None:
        built = do(opened("bowline"), *SANDWICH)
        for wall in (built.chambers[0].walls.sides, built.chambers[0].walls.ends):
            self.assertEqual(
                [(layer.material, layer.thickness_mm) for layer in wall],
                [("plywood", 12.0), ("xps", 50.0), ("softwood", 18.0)],
            )
        moved = do(built, {"do": "move-layer", "path": walls(), "at": 2, "to": 0})
        self.assertEqual([x.material for x in moved.chambers[0].walls.sides], ["softwood", "plywood", "xps"])
        fewer = do(moved, {"do": "remove-layer", "path": walls(), "at": 1})
        self.assertEqual([x.material for x in fewer.chambers[0].walls.sides], ["softwood", "xps"])

    def test_the_inside_stays_or_the_outside_does(self) -> None:
        """The sandwich is 80 mm where 22 were: 58 more on each side."""
        design = opened("two-chamber")
        before = outside_plan_mm(analyse(design, 0))
        grown = do(design, *SANDWICH)
        self.assertAlmostEqual(outside_plan_mm(analyse(grown, 0))[0] - before[0], 2 * 58)
        held = do(design, {"do": "set", "path": f"{walls('outside_held')}", "text": "yes"}, *SANDWICH)
        self.assertAlmostEqual(outside_plan_mm(analyse(held, 0))[0], before[0])
        self.assertAlmostEqual(
            analyse(design, 0).section.top_mm - analyse(held, 0).section.top_mm, 2 * 58, msg="the inside gave way"
        )

    def test_24_in_outside_from_whole_sheets(self) -> None:
        """24 in are 609.6; less two walls of 80 leave 449.6 inside."""
        built = do(
            opened("two-chamber"), *SANDWICH, {"do": "set-outside", "way": "across", "text": "24", "units": "in"}
        )
        a = analyse(built, 0)
        self.assertAlmostEqual(outside_plan_mm(a)[0], 609.6)
        self.assertAlmostEqual(a.run_mm, 609.6 - 160.0)
        self.assertTrue(built.chambers[0].walls.outside_held)

    def test_the_outside_is_met_whatever_is_held_and_however_the_walls_lean(self) -> None:
        """A wall that leans is thicker level: 22 mm are 22/cos 20° = 23.41, so 560 outside leave 513.18 at the top."""
        design = opened("bowline")
        for held in (
            ("top_mm", "height_mm", "slope_deg"),
            ("floor_mm", "height_mm", "slope_deg"),
            ("top_mm", "floor_mm", "height_mm"),
        ):
            with self.subTest(held):
                built = do(design, {"do": "hold", "sizes": held}, {"do": "set-outside", "way": "across", "text": "560"})
                self.assertAlmostEqual(outside_plan_mm(analyse(built, 0))[0], 560.0, places=5)
        upright = do(design, {"do": "set-outside", "way": "across", "text": "560"})
        self.assertAlmostEqual(analyse(upright, 0).section.top_mm, 560 - 2 * 22 / cos(radians(20)), places=5)
        points = [{"half_width_mm": 220.0, "depth_mm": 0.0}, {"half_width_mm": 110.0, "depth_mm": 300.0}]
        facets = do(design, {"do": "section", "section": {"kind": "polygon", "profile": points}})
        wider = do(facets, {"do": "set-outside", "way": "across", "text": "560"})
        self.assertAlmostEqual(outside_plan_mm(analyse(wider, 0))[0], 560.0, places=5)
        round_ = do(design, {"do": "section", "section": {"kind": "segment", "radius_mm": 240.0, "height_mm": 300.0}})
        with self.assertRaisesRegex(InfeasibleError, "radius"):
            do(round_, {"do": "set-outside", "way": "across", "text": "560"})

    def test_walls_that_leave_nothing_inside_are_refused(self) -> None:
        held = do(opened("two-chamber"), {"do": "set", "path": walls("outside_held"), "text": "yes"})
        with self.assertRaises(InfeasibleError):
            for _ in range(7):
                held = do(held, {"do": "add-layer", "path": walls(), "thickness_mm": 120.0})

    def test_what_isn_t_there_is_named(self) -> None:
        for edit, code in (
            ({"do": "remove-layer", "path": walls(), "at": 5}, "no-such-layer"),
            ({"do": "move-layer", "path": walls(), "at": 0, "to": 9}, "no-such-layer"),
            ({"do": "add-layer", "path": "/chambers/7/walls/sides"}, "no-such-layers"),
            ({"do": "remove-cover", "at": 0}, "no-such-cover"),
            ({"do": "remove-super", "at": 3}, "no-such-super"),
            ({"do": "add-super", "chamber": "nowhere"}, "no-such-chamber"),
            ({"do": "add-passage", "from_chamber": "body", "to_chamber": "body"}, "same-chamber"),
        ):
            with self.subTest(edit=edit), self.assertRaises(ParameterError) as raised:
                do(opened("bowline"), edit)
            self.assertEqual(raised.exception.code, code)
        with self.assertRaisesRegex(InfeasibleError, "one layer at least"):
            do(opened("bowline"), {"do": "remove-layer", "path": walls(), "at": 0})

    def test_a_roof_never_told_keeps_its_boards_under_a_new_layer(self) -> None:
        built = do(
            opened("bowline"), {"do": "add-layer", "path": "/roof/layers", "material": "cork", "thickness_mm": 40.0}
        )
        assert built.roof is not None
        self.assertEqual(
            [(x.material, x.thickness_mm) for x in built.roof.layers], [("softwood", 20.0), ("cork", 40.0)]
        )


class Lining(TestCase):
    """Hand: a lining that comes out is fixed so that it does."""

    def test_a_loose_lining_is_screwed_and_the_other_layers_are_not(self) -> None:
        glued, loose = (
            do(opened("two-chamber"), *SANDWICH, {"do": "set", "path": walls("loose_lining"), "text": text})
            for text in ("no", "yes")
        )

        def screwed(hive: Hive) -> set[str]:
            return {part.name for part in parts_of_hive(hive) if part.joint == "screwed, to be replaced"}

        self.assertEqual(screwed(glued), set())
        self.assertEqual(screwed(loose), {"brood: Side, inside", "brood: End, near, inside", "brood: End, far, inside"})


class Warmth(TestCase):
    """Published: layers of ISO 6946, from memory."""

    def test_a_sandwich_by_the_standards_sum(self) -> None:
        """By hand: 0.012/0.13 + 0.05/0.034 + 0.018/0.13 = 1.7014; with 0.13 inside and 0.04 outside U is 0.534."""
        layers = [
            Layer(material=material, thickness_mm=thick)
            for material, thick in (("plywood", 12.0), ("xps", 50.0), ("softwood", 18.0))
        ]
        self.assertAlmostEqual(resistance(layers), 1.7014, places=4)
        self.assertAlmostEqual(transmittance(resistance(layers), 0.13, 0.04), 0.5344, places=4)

    def test_still_air_resists_by_its_thickness_and_vented_air_ends_the_sum(self) -> None:
        """The standard's table for level heat flow: 0.11 at 5 mm, 0.17 at 15, 0.18 from 25 on; straight between."""
        board = Layer(material="softwood", thickness_mm=13.0)
        for thick, r in ((5.0, 0.11), (15.0, 0.17), (20.0, 0.175), (60.0, 0.18)):
            with self.subTest(thick):
                self.assertAlmostEqual(resistance([Layer(material="still air", thickness_mm=thick)]), r)
        self.assertAlmostEqual(resistance([board, Layer(material="vented air", thickness_mm=20.0), board]), 0.1)

    def test_winter_hears_layers_and_covers(self) -> None:
        now = chapter(Context(opened("bowline")), "winter").metrics
        for edits in (SANDWICH, ({"do": "add-cover", "kind": "boards"}, {"do": "add-cover", "kind": "boards"})):
            built = chapter(Context(do(opened("bowline"), *edits)), "winter").metrics
            self.assertLess(built["winter.ua_w_k"].value, now["winter.ua_w_k"].value)


class OnTop(TestCase):
    """Trade check: common practice, no source."""

    def test_a_super_crosswise_leaves_two_and_an_eighth_inches(self) -> None:
        """14 3/4 in and two boards of 3/4 are 412.75 mm; on a square chamber of 466.725 inside 53.975 stay open."""
        design = do(opened("two-chamber"), {"do": "set", "path": "/supers/0/turned", "text": "yes"})
        said = [each for each in reported(design, "findings").findings if each.code == "super-leaves-open"]
        self.assertEqual(len(said), 1)
        assert said[0].number is not None
        self.assertAlmostEqual(said[0].number.value, 466.725 - (14.75 + 1.5) * 25.4, delta=0.4)
        cured = do(design, {"do": "add-cover", "kind": "boards"})
        self.assertNotIn("super-leaves-open", [each.code for each in reported(cured, "findings").findings])

    def test_supers_abreast_stand_on_the_chamber_and_not_on_each_other(self) -> None:
        design = opened("long-shallow")
        second = design.supers[0].model_copy(update={"at_mm": 500.0})
        both = whole(design.model_copy(update={"supers": (design.supers[0], second)}))
        one, two = (each for each in both.boxes if each.is_super)
        self.assertEqual(one.z, two.z)
        self.assertGreaterEqual(two.x[0], one.x[1])
        piled = whole(design.model_copy(update={"supers": (design.supers[0], design.supers[0])}))
        low, high = (each for each in piled.boxes if each.is_super)
        self.assertAlmostEqual(high.z[0], low.z[1])

    def test_a_super_that_stands_out_is_an_error_and_its_mends_cure_it(self) -> None:
        """A chamber of 1290 mm outside, a super of 422 set 1000 from its near end: 132 stand over nothing."""
        design = opened("long-shallow")
        far = do(design, {"do": "set", "path": "/supers/0/at_mm", "text": "1000"})
        (found,) = [each for each in reported(far, "findings", "mends").findings if each.code == "super-overhangs"]
        block = next(b for b in whole(far).boxes if b.is_super)
        assert found.number is not None
        self.assertAlmostEqual(found.number.value, 1000 + (block.x[1] - block.x[0]) - 1290)
        for mend in found.mends:
            cured = do(far, {"do": "patch", "patch": mend.patch})
            self.assertNotIn("super-overhangs", [each.code for each in reported(cured, "findings").findings])
        self.assertGreaterEqual(len(found.mends), 2)

    def test_a_super_is_put_on_and_taken_off(self) -> None:
        design = opened("deep-horizontal")
        on = do(design, {"do": "add-super", "chamber": design.chambers[0].id, "standard": "langstroth-medium"})
        self.assertEqual(len(on.supers), len(design.supers) + 1)
        self.assertGreater(whole(on).honey_kg, whole(design).honey_kg)
        self.assertEqual(do(on, {"do": "remove-super", "at": len(design.supers)}).supers, design.supers)

    def test_covers_weigh(self) -> None:
        """By hand: 12 mm of ply at 600 kg/m³ over the hive's foot."""
        design = opened("bowline")
        long, wide = whole(design).foot_mm
        more = empty_kg(whole(do(design, {"do": "add-cover", "kind": "boards"}))) - empty_kg(whole(design))
        self.assertAlmostEqual(more, long * wide * 12 * 600 / 1e9)


class Drawn(TestCase):
    """Reference library: the drawing's rectangles as polygons (shapely)."""

    def test_every_thing_of_every_example_can_be_taken_hold_of(self) -> None:
        for path in sorted(EXAMPLES.glob("*.json")):
            with self.subTest(path.stem):
                everything = whole(load_hive(path.read_bytes()))
                drawing = whole_drawing(everything)
                self.assertEqual({each.id for each in things(everything)}, {mark.id for mark in drawing.things})
                extent = drawing.extent
                sheet = block(extent.left_mm, extent.top_mm, extent.right_mm, extent.bottom_mm)
                for mark in drawing.things:
                    where = block(mark.left_mm, mark.top_mm, mark.right_mm, mark.bottom_mm)
                    self.assertTrue(sheet.contains(where), mark.id)
                    self.assertGreater(where.area, 0, mark.id)

    def test_a_cut_shows_the_walls_that_it_cuts(self) -> None:
        """Chambers one after the other are cut lengthwise: left and right are their ends, sides lie before and behind;
        in the two-chamber hive too, whose combs run the other way."""
        for name, wall, seen in (
            ("side-by-side", "ends", 2),
            ("side-by-side", "sides", 0),
            ("two-chamber", "ends", 2),
            ("two-chamber", "sides", 0),
        ):
            design, path = opened(name), "/chambers/1/walls"
            built = do(design, {"do": "add-layer", "path": f"{path}/{wall}", "material": "cork", "thickness_mm": 30.0})
            shapes = [s for s in whole_drawing(whole(built)).shapes if isinstance(s, Polygon)]
            foam = [block(*_bounds(s)).bounds for s in shapes if s.layer == "insulation"]
            self.assertEqual([round(right - left, 6) for left, _, right, _ in foam], [30.0] * seen, (name, wall))

    def test_walls_are_drawn_layer_by_layer_as_thick_as_they_are(self) -> None:
        built = do(opened("two-chamber"), *SANDWICH)
        shapes = [s for s in whole_drawing(whole(built)).shapes if isinstance(s, Polygon)]
        foam = [block(*_bounds(s)) for s in shapes if s.layer == "insulation"]
        self.assertEqual(len(foam), 4)
        for each in foam:
            left, _, right, _ = each.bounds
            self.assertAlmostEqual(right - left, 50.0)
        for one in foam:
            others = [block(*_bounds(s)) for s in shapes if s.layer in ("timber", "sheet", "cavity")]
            self.assertLess(max(one.intersection(other).area for other in others), 1.0)


class Said(TestCase):
    """Property: whatever stands in the ledger of a thing can be set, and what a button does can be done."""

    def test_every_field_and_button_of_every_thing(self) -> None:
        for name in ("two-chamber", "side-by-side", "long-shallow", "tree-cavity"):
            design = opened(name)
            for thing in things(whole(design)):
                groups = self.forms(design, thing.id)
                self.assertEqual(groups[-1].id, "tray")
                for group in groups:
                    for action in (
                        *group.actions,
                        *(a for f in group.fields if isinstance(f, RowField) for a in f.actions),
                    ):
                        with self.subTest(name, thing=thing.id, action=action.label):
                            do(design, action.edit, box=thing.box or 0)
                    for field in group.fields:
                        for each in field.fields if isinstance(field, RowField) else (field,):
                            with self.subTest(name, thing=thing.id, field=each.path):
                                if isinstance(each, ChoiceField):
                                    self.assertIn(each.value, [option.value for option in each.options])
                                    for option in each.options:
                                        self.set(design, each.path, option.value, option.edit, thing.box or 0)
                                elif isinstance(each, SizeField):
                                    text = f"{each.quantity.value:g}"
                                    edit = None if each.edit is None else each.edit | {"text": text}
                                    self.set(design, each.path, text, edit, thing.box or 0)

    def forms(self, design: Hive, ident: str) -> tuple[FieldGroup, ...]:
        asked = Asked(parts=("forms",), wanted=("whole",), of=ident)
        return build_report(design, {"shape": asked}).chapters["shape"].forms

    def set(self, design: Hive, path: str, text: str, edit: dict[str, Any] | None, box: int) -> None:
        do(design, edit or {"do": "set", "path": path, "text": text}, box=box)

    def test_a_thing_that_is_gone_is_no_longer_shown(self) -> None:
        design = opened("two-chamber")
        self.assertIsNotNone(thing_of(whole(design), "super-0"))
        fewer = do(design, {"do": "remove-super", "at": 0})
        self.assertEqual(self.forms(fewer, "super-0")[0].id, "tray")


def _bounds(shape: Polygon) -> tuple[float, float, float, float]:
    xs, ys = [x for x, _ in shape.points], [y for _, y in shape.points]
    return min(xs), min(ys), max(xs), max(ys)


class Chambers(TestCase):
    """Hand: chambers set beside each other, moved apart and taken away."""

    def test_a_chamber_is_set_beside_another_with_a_way_and_taken_away_again(self) -> None:
        design = opened("bowline")
        two = do(design, {"do": "add-chamber", "like": "body"})
        near, far = (each for each in whole(two).boxes if not each.is_super)
        self.assertEqual(near.x[1], far.x[0])
        self.assertEqual([(p.from_chamber, p.to_chamber) for p in two.passages], [("body", "honey-1")])
        self.assertNotIn("no-way-out", [each.code for each in reported(two, "findings").findings])
        self.assertEqual(do(two, {"do": "remove-chamber", "chamber": "honey-1"}), design)
        with self.assertRaisesRegex(InfeasibleError, "one chamber at least"):
            do(design, {"do": "remove-chamber", "chamber": "body"})

    def test_the_gap_between_stacks_is_one_number(self) -> None:
        """Three stacks, the middle one 19 mm off the first: it and the third move, the hive is 19 mm longer."""
        design = opened("side-by-side")
        apart = do(design, {"do": "set-gap", "box": 1, "text": "19"})
        before, after = whole(design), whole(apart)
        self.assertAlmostEqual(after.foot_mm[0] - before.foot_mm[0], 19.0)
        moved = [round(b.x[0] - a.x[0], 6) for a, b in zip(before.boxes[:3], after.boxes[:3], strict=True)]
        self.assertEqual(sorted(moved), [0.0, 19.0, 19.0])
        with self.assertRaises(ParameterError) as raised:
            do(design, {"do": "set-gap", "box": 1, "text": "-5"})
        self.assertEqual(raised.exception.field, "gap")
