"""Every rule: a design that breaks it, and mends that cure it and nothing else."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any
from unittest import TestCase

import jsonpatch
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from sabaka_core import SabakaError, apply_patch, dump_hive, patch_between
from sabaka_core.base.quantity import plain
from sabaka_core.kit.findings import Finding
from tests.core.support import chamber, example, follower, hive, items, reported, sound

Document = dict[str, Any]
Break = Callable[[Document], None]
GRAVITY = {"note": 0, "warning": 1, "error": 2}


def findings(document: Document) -> tuple[Finding, ...]:
    return reported(hive(document), "findings", "mends").findings


def section(**sizes: float) -> Break:
    def change(d: Document) -> None:
        chamber(d)["section"] = {"kind": "trapezoid"} | sizes

    return change


def guide(length: float) -> Break:
    def change(d: Document) -> None:
        for bar in d["comb_types"]:
            bar["guide"]["length_mm"] = length

    return change


def bars(**sizes: float) -> Break:
    def change(d: Document) -> None:
        for bar in d["comb_types"]:
            bar.update(sizes)

    return change


def choices(**values: Any) -> Break:
    def change(d: Document) -> None:
        d["choices"].update(values)

    return change


def far(**values: Any) -> Break:
    def change(d: Document) -> None:
        follower(d, "far").update(values)

    return change


def litter(**values: Any) -> Break:
    def change(d: Document) -> None:
        chamber(d)["litter"] = values

    return change


def entrance(index: int, **values: Any) -> Break:
    def change(d: Document) -> None:
        chamber(d)["entrances"][index].update(values)

    return change


def length(mm: float) -> Break:
    def change(d: Document) -> None:
        chamber(d)["length_mm"] = mm

    return change


def boards(*sizes: tuple[float, float, float]) -> Break:
    def change(d: Document) -> None:
        d["boards"] = [
            {"label": "b", "length_mm": long, "width_mm": wide, "thickness_mm": thick, "count": 1}
            for long, wide, thick in sizes
        ]

    return change


def gap_in_nest(mm: float) -> Break:
    def change(d: Document) -> None:
        items(d).insert(5, {"kind": "gap", "length_mm": mm})
        items(d)[-1]["length_mm"] -= mm

    return change


def crossed(d: Document) -> None:
    items(d).insert(0, items(d).pop(16))
    items(d).insert(10, {"kind": "follower", "side": "near", "thickness_mm": 18})
    items(d)[-1]["length_mm"] -= 18


def no_bar(d: Document) -> None:
    items(d).insert(0, items(d).pop(16))


def small_feeder_gap(d: Document) -> None:
    """The box cut short: 40 mm behind the follower, the last bar before it still empty."""
    items(d)[-1]["length_mm"] = 40.0
    chamber(d)["length_mm"] = 578 + 18 + 40


def rebate(width: float) -> Break:
    def change(d: Document) -> None:
        chamber(d)["rest"] = {"kind": "rebate", "width_mm": width, "depth_mm": 24.0}

    return change


def all_plugged(d: Document) -> None:
    for each in chamber(d)["entrances"]:
        each["setting"] = "plugged"


def no_entrances(d: Document) -> None:
    chamber(d)["entrances"] = []


def honey_wide(d: Document) -> None:
    d["comb_types"][1]["width_mm"] = 46.0
    items(d)[-1]["length_mm"] -= 6 * 8


def all_of(*changes: Break) -> Break:
    def change(d: Document) -> None:
        for each in changes:
            each(d)

    return change


# code -> (severity, break, whether a mend has to be offered). Several ways to one rule are listed apart.
CASES: list[tuple[str, str, Break, bool]] = [
    ("comb-touches-wall", "error", all_of(section(top_mm=440, height_mm=300, slope_deg=22.5), guide(416)), True),
    (
        "comb-touches-wall",
        "note",
        all_of(section(top_mm=440, height_mm=300, slope_deg=27), guide(416), choices(slope_school="leaning-floor")),
        True,
    ),
    ("guide-too-long", "warning", guide(425), True),
    ("gap-under-combs", "warning", choices(floor_gap_mm=40), True),
    ("gap-under-combs", "warning", choices(floor_gap_mm=4), True),
    ("bar-too-weak", "warning", bars(thickness_mm=8), True),
    ("bar-too-short", "error", bars(length_mm=440), True),
    ("bar-too-long", "warning", bars(length_mm=500), True),
    ("bar-too-long", "error", all_of(rebate(15), bars(length_mm=460)), True),
    ("spacing-too-narrow", "error", bars(width_mm=29), True),
    ("spacing-odd", "warning", honey_wide, True),
    ("spacing-odd", "warning", choices(bees="african"), True),
    ("slope-off-school", "warning", section(top_mm=430, height_mm=290, slope_deg=10), True),
    ("slope-off-school", "warning", section(top_mm=430, height_mm=290, slope_deg=24), True),
    ("floor-wider-than-top", "warning", all_of(section(top_mm=430, floor_mm=460, height_mm=290)), True),
    ("rebate-too-wide", "error", all_of(rebate(20), bars(length_mm=456)), True),
    ("boards-too-narrow", "warning", boards((2400, 300, 22)), True),
    ("boards-too-narrow", "warning", boards((2400, 98, 22)), False),
    ("run-doesnt-close", "error", length(1210), True),
    ("run-doesnt-close", "error", length(1180), True),
    ("run-doesnt-close", "error", length(500), True),
    ("gap-bridged", "error", gap_in_nest(18), True),
    ("gap-bridged", "warning", gap_in_nest(3), True),
    ("gap-bridged", "error", lambda d: items(d).pop(16), True),
    ("followers-crossed", "error", crossed, True),
    ("no-bar-between", "error", no_bar, False),
    ("feeder-gap-small", "warning", small_feeder_gap, True),
    ("follower-foot-gap", "warning", far(foot_gap_mm=5.0), True),
    ("follower-foot-gap", "warning", far(foot_gap_mm=30.0), True),
    (
        "follower-foot-swells",
        "warning",
        all_of(section(top_mm=560, height_mm=360, slope_deg=22), far(foot_gap_mm=9.0)),
        True,
    ),
    ("follower-side-clearance", "warning", far(side_clearance_mm=5.0), True),
    ("follower-side-clearance", "warning", far(fit="loose", side_clearance_mm=3.0), True),
    ("volume-off", "warning", lambda d: d["colonies"][0].update(strength="nucleus"), True),
    ("entrance-beyond-follower", "error", entrance(1, at_mm=900), True),
    ("entrance-beyond-follower", "error", entrance(1, wall="far-end", at_mm=0), True),
    ("no-open-entrance", "error", all_plugged, True),
    ("no-open-entrance", "error", no_entrances, True),
    ("entrance-hidden", "error", litter(kind="deep", depth_mm=40), True),
    ("entrance-hidden", "error", litter(kind="trough", depth_mm=30, sunk_mm=50, width_mm=150), True),
    ("entrance-off-wall", "error", entrance(0, at_mm=5), True),
    ("entrance-off-wall", "error", entrance(0, height_mm=280), True),
    ("entrance-off-wall", "error", entrance(0, wall="near-end", at_mm=190, height_mm=20), True),
]


class EveryRule(TestCase):
    """Trade check."""

    def test_the_sound_designs_have_nothing_to_mend(self) -> None:
        for name in ("sloped-top-bar", "bowline", "sheepshank", "straight-top-bar"):
            with self.subTest(name):
                self.assertEqual(findings(example(name)), ())

    def test_each_case_triggers_its_rule(self) -> None:
        for at, (code, severity, change, _) in enumerate(CASES):
            with self.subTest(code, case=at):
                document = sound()
                change(document)
                found = [f for f in findings(document) if f.code == code]
                self.assertTrue(found, [f.id for f in findings(document)])
                self.assertEqual(found[0].severity, severity)
                self.assertTrue(found[0].why and found[0].limit.template and plain(found[0].text))
                self.assertNotIn("{", plain(found[0].text) + plain(found[0].limit))

    def test_each_case_offers_a_mend_where_one_exists(self) -> None:
        for at, (code, _, change, mended) in enumerate(CASES):
            with self.subTest(code, case=at):
                document = sound()
                change(document)
                first = next(f for f in findings(document) if f.code == code)
                self.assertEqual(bool(first.mends), mended)


def check_mends(test: TestCase, document: Document) -> int:
    """Apply every mend of a design alone, and hold it to its word. Returns how many there were."""
    before_hive = hive(document)
    before = findings(document)
    known = {f.id: GRAVITY[f.severity] for f in before}
    tried = 0
    for finding in before:
        for mend in finding.mends:
            tried += 1
            which = f"{finding.id}: {plain(mend.label)}"
            after_hive = apply_patch(before_hive, mend.patch)
            after = reported(after_hive, "findings").findings
            fewer = sum(f.code == finding.code for f in before) - sum(f.code == finding.code for f in after)
            test.assertGreater(fewer, 0, f"{which}: the finding is still there")
            worse = [
                f.id
                for f in after
                if GRAVITY[f.severity] > known.get(f.id, -1) and GRAVITY[f.severity] >= GRAVITY[finding.severity]
            ]
            test.assertEqual(worse, [], f"{which}: something as grave is new")
            undone = apply_patch(after_hive, patch_between(after_hive, before_hive))
            test.assertEqual(undone, before_hive, f"{which}: undo doesn't bring it back")
            test.assertTrue(touches_only(finding, mend.patch), f"{which}: {mend.patch}")
    return tried


# What a mend of each rule may touch, as beginnings of JSON pointers.
_RUN = "/chambers/0/run/items"
# Sizes of a chamber: section, length, rest, litter, spacers, and where it stands; never its run or what hangs in it.
_BOX = tuple(
    f"/chambers/{box}/{part}"
    for box in range(4)
    for part in ("section", "length_mm", "rest", "litter", "linings", "place")
)
MAY_TOUCH: dict[str, tuple[str, ...]] = {
    "shut-in-by-date": ("/chambers/0/entrances",),
    "bait-room": ("/chambers/0",),
    "bait-door": ("/chambers/0/entrances",),
    "bait-low": ("/stand",),
    "against-mites": ("/chambers", "/comb_types"),
    "against-beetles": ("/chambers", "/covers"),
    "against-ants": ("/stand",),
    "against-wasps": ("/chambers",),
    "against-mice": ("/chambers",),
    "against-animals": ("/stand", "/roof"),
    "shelf-off-field": ("/comb_types",),
    "mouth-off-slot": ("/chambers/0/entrances",),
    "disc-off-wall": ("/chambers/0/entrances",),
    "opening-off-wall": ("/chambers/0/openings",),
    "openings-meet": ("/chambers/0/openings", "/chambers/0/entrances"),
    "probe-outside-nest": ("/chambers/0/openings",),
    "divider-not-tight": ("/chambers/0/run",),
    "excluder-walked-round": ("/chambers/0/run",),
    "feeder-too-tall": ("/chambers/0/run",),
    "feeder-without-climb": ("/chambers/0/run",),
    "hole-off-board": ("/chambers/0/run",),
    "roof-hits-what-stands-under": ("/roof",),
    "moats-under-nothing": ("/stand/moats",),
    "way-to-nowhere": ("/chambers", "/passages"),
    "comb-touches-wall": ("/comb_types",),
    "guide-too-long": ("/comb_types",),
    "gap-under-combs": ("/choices/floor_gap_mm",),
    "bar-too-weak": ("/comb_types",),
    "bar-too-short": ("/comb_types",),
    "bar-too-long": ("/comb_types",),
    "spacing-too-narrow": ("/comb_types", _RUN),
    "spacing-odd": ("/comb_types", _RUN),
    "slope-off-school": ("/chambers/0/section", "/choices/slope_school"),
    "floor-wider-than-top": ("/chambers/0/section",),
    "boards-too-narrow": ("/chambers/0/section",),
    "rebate-too-wide": ("/chambers/0/rest", "/chambers/0/walls"),
    "run-doesnt-close": (_RUN, "/chambers/0/length_mm"),
    "gap-bridged": (_RUN,),
    "followers-crossed": (_RUN,),
    "feeder-gap-small": (_RUN,),
    "follower-foot-gap": (_RUN,),
    "follower-foot-swells": (_RUN,),
    "follower-side-clearance": (_RUN,),
    "volume-off": (_RUN,),
    "entrance-beyond-follower": ("/chambers/0/entrances",),
    "no-open-entrance": ("/chambers/0/entrances",),
    "entrance-hidden": ("/chambers/0/entrances",),
    "entrance-off-wall": ("/chambers/0/entrances",),
    "frame-too-large": _BOX,
    "frame-side-gap": _BOX,
    "frame-under-gap": _BOX,
    "frame-over-gap": _BOX,
    "lug-off-rest": _BOX,
    "frame-gap-wrong": ("/comb_types", _RUN),
    "weak-joint": ("/comb_types",),
    "no-way-out": ("/passages", "/chambers"),
    "passage-small": ("/passages",),
    "stacks-uneven": ("/chambers", "/supers"),
    "stack-tips": ("/supers",),
    "super-too-full": ("/supers",),
    "super-doesnt-fit": (*_BOX, "/supers"),
    "mesh-past-floor": ("/chambers/0/under",),
    "super-leaves-open": ("/covers", "/supers"),
    "super-overhangs": ("/supers",),
    "queen-goes-over": ("/passages",),
    "chamber-not-square": _BOX,
    "door-spacers": ("/chambers",),
    "boxes-dont-match": _BOX,
    "entrance-in-litter": ("/chambers/0/entrances",),
    "boxes-dont-add-up": _BOX,
    "fixed-comb": ("/comb_types", "/chambers/0/run", "/chambers/0/rest"),
    "log-wall-thin": ("/chambers/0/walls",),
    "entrance-area": ("/chambers/0/entrances",),
    "comb-too-small": (_RUN,),
    "colony-without-combs": ("/colonies", "/chambers/0/entrances"),
    "colony-without-brood": (_RUN,),
    "colony-stands-open": (_RUN,),
    "colonies-not-parted": (_RUN,),
    "entrance-beyond-combs": ("/chambers/0/entrances",),
    "colonies-share-entrance": ("/colonies", "/chambers/0/entrances"),
    "colonies-fly-near": ("/chambers/0/entrances",),
    "discs-too-near": ("/chambers/0/entrances",),
    "beyond-reach": ("/comb_types", "/chambers/0/section", "/supers", "/name"),
}


def touches_only(finding: Finding, patch: list[dict[str, Any]]) -> bool:
    return all(op["path"].startswith(MAY_TOUCH[finding.code]) for op in patch)


class EveryMend(TestCase):
    """Trade check."""

    def test_of_every_case(self) -> None:
        for _, _, change, _ in CASES:
            document = sound()
            change(document)
            check_mends(self, document)

    def test_of_the_hive_full_of_mistakes(self) -> None:
        self.assertGreater(check_mends(self, example("granny")), 10)

    @settings(max_examples=25, suppress_health_check=[HealthCheck.too_slow])
    @given(st.lists(st.sampled_from(range(len(CASES))), min_size=2, max_size=5, unique=True))
    def test_when_several_things_are_wrong_at_once(self, chosen: list[int]) -> None:
        """Property: any mix of mistakes, every mend keeps its word."""
        document = sound()
        for at in chosen:
            try:
                CASES[at][2](document)
            except (StopIteration, KeyError, IndexError):
                return
        try:
            check_mends(self, document)
        except SabakaError:
            return

    def test_the_patch_is_plain_rfc_6902(self) -> None:
        """Reference library: the patch is applied to the file itself, outside the core."""
        document = dump_hive(hive(example("granny")))
        for finding in findings(example("granny")):
            for mend in finding.mends:
                again = jsonpatch.apply_patch(document, mend.patch)
                self.assertNotEqual(again, document)
                hive(again)
