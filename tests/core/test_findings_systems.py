"""Rules on frames, chambers together and single systems: a design that breaks each, and its mends."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any
from unittest import TestCase

from sabaka_core.base.quantity import plain
from sabaka_core.document.load import load_hive
from sabaka_core.findings import find
from sabaka_core.findings.overlaps import OVERLAP, UNLOOKED
from sabaka_core.findings.registry import all_codes
from sabaka_core.hive.context import Context
from tests.core.support import EXAMPLES, example
from tests.core.test_building_findings import BY_HAND
from tests.core.test_building_findings import CASES as BUILDING_CASES
from tests.core.test_findings import CASES as BAR_CASES
from tests.core.test_findings import Document, check_mends, findings
from tests.core.test_lifting_findings import CASES as LIFTING_CASES
from tests.core.test_moving_findings import CASES as MOVING_CASES
from tests.core.test_season_findings import CASES as SEASON_CASES
from tests.core.test_second_colony import CODES as COLONY_CODES
from tests.core.test_winter_findings import CASES as WINTER_CASES

Break = Callable[[Document], None]


def frame(which: int = 0, **sizes: Any) -> Break:
    return lambda d: d["comb_types"][which].update(sizes)


def section(box: int = 0, **sizes: float) -> Break:
    return lambda d: d["chambers"][box]["section"].update(sizes)


# A jar of 160 mm under a gable of 20°, with 40 mm at its eaves.
FEEDER = {"kind": "gabled", "pitch_deg": 10.0, "clearance_mm": 40.0, "under": "feeder", "under_mm": 160.0}


def whole(**values: Any) -> Break:
    return lambda d: d.update(values)


def place(box: int, **values: Any) -> Break:
    return lambda d: d["chambers"][box]["place"].update(values)


def chamber(box: int = 0, **values: Any) -> Break:
    return lambda d: d["chambers"][box].update(values)


def rest(box: int = 0, **sizes: float) -> Break:
    return lambda d: d["chambers"][box]["rest"].update(sizes)


def lining(**sizes: float) -> Break:
    return lambda d: d["chambers"][0]["linings"][0].update(sizes)


def log(**sizes: float) -> Break:
    return lambda d: d["chambers"][0]["section"].update(sizes)


def passages(*values: dict[str, Any]) -> Break:
    def change(d: Document) -> None:
        d["passages"] = list(values)

    return change


def first_passage(**values: Any) -> Break:
    return lambda d: d["passages"][0].update(values)


def supers(which: int, **values: Any) -> Break:
    return lambda d: d["supers"][which].update(values)


def hole(bore: float) -> Break:
    return lambda d: d["chambers"][0]["entrances"][0].update(diameter_mm=bore)


def discs(apart: float) -> Break:
    """Two discs of 100 mm in the left wall, their centres so far apart."""
    disc = {"kind": "disc", "wall": "left", "height_mm": 40.0, "disc_mm": 100.0, "opening_mm": 38.0, "setting": "open"}
    places = (200.0, 200.0 + apart)
    return lambda d: d["chambers"][0].update(entrances=[{**disc, "at_mm": at} for at in places])


def law(answer: str) -> Break:
    return lambda d: d["choices"].update(law=answer)


def two_part(joint: str) -> Break:
    def change(d: Document) -> None:
        d["comb_types"][0].update(make="two-part", joint=joint, depth_mm=463.55)

    return change


def open_litter(d: Document) -> None:
    d["chambers"][0]["entrances"] = [
        {"kind": "hole", "wall": "left", "at_mm": 100.0, "height_mm": 95.0, "diameter_mm": 20.0}
    ]


def narrow_log(d: Document) -> None:
    items = d["chambers"][0]["run"]["items"]
    comb = items[1]
    items[:] = [comb] * 6
    d["chambers"][0]["section"] = {"kind": "circle", "diameter_mm": 203.0}


def in_run(**values: Any) -> Break:
    """An item put into the run, its length taken from the last gap that has room."""

    def change(d: Document) -> None:
        items = d["chambers"][0]["run"]["items"]
        long = values.get("length_mm") or values["thickness_mm"]
        gap = next(item for item in reversed(items) if item["kind"] == "gap" and item["length_mm"] > long)
        gap["length_mm"] -= long
        items.append(values)

    return change


def slot(**values: Any) -> Break:
    """A slot of 300 mm in the right wall as the second entrance."""
    made = {"kind": "slot", "wall": "right", "at_mm": 300.0, "height_mm": 20.0, "width_mm": 300.0, "opening_mm": 8.0}
    return lambda d: d["chambers"][0]["entrances"].append({**made, **values})


def first_entrance(**values: Any) -> Break:
    return lambda d: d["chambers"][0]["entrances"][0].update(values)


def opening(second: bool = False, **values: Any) -> Break:
    """A window of 200 by 100 mm in the right wall; a second one half over it."""
    made = {"kind": "window", "wall": "right", "at_mm": 400.0, "height_mm": 80.0, "wide_mm": 200.0, "high_mm": 100.0}
    others = [{**made, "at_mm": 500.0}] if second else []
    return lambda d: d["chambers"][0].update(openings=[{**made, **values}, *others])


def slot_over_disc(d: Document) -> None:
    """A slot cut under the disc that turns over another entrance."""
    disc = next(each for each in d["chambers"][0]["entrances"] if each["kind"] == "disc")
    slot = {"kind": "slot", "width_mm": 80.0, "opening_mm": 10.0, "height_mm": disc["height_mm"]}
    d["chambers"][0]["entrances"].append({**slot, "wall": disc["wall"], "at_mm": disc["at_mm"] + 80.0})


LOOSE = {"opens": "lifts-off"}


def pests(*named: str, stand: Any = None, roof: Any = None, covers: Any = None, **entrance: Any) -> Break:
    """The keeper says which pests trouble him; stand, roof, covers and the first entrance as given."""

    def change(d: Document) -> None:
        d["choices"]["pests"].update(dict.fromkeys(named, True))
        d["chambers"][0]["entrances"][0].update(entrance)
        d.update({part: values for part, values in (("stand", stand), ("roof", roof), ("covers", covers)) if values})

    return change


def comb_behind(d: Document) -> None:
    """A comb of honey left behind the far follower, where moth finds it."""
    pests("moth")(d)
    items = d["chambers"][0]["run"]["items"]
    bar = next(item for item in items if item["kind"] == "comb")
    in_run(length_mm=35.0, **{**bar, "id": "", "contents": "honey"})(d)
    items[-1].pop("length_mm")


# code, severity, example it is broken in, what breaks it, whether a mend has to be offered
CASES: list[tuple[str, str, str, Break, bool]] = [
    (
        "shut-in-by-date",
        "error",
        "straight-top-bar",
        first_entrance(dated=[{"day": "04-01", "setting": "open"}, {"day": "10-01", "setting": "vent"}]),
        True,
    ),
    ("bait-room", "warning", "bowline", whole(bait={}), False),
    ("bait-door", "warning", "bowline", whole(bait={}), True),
    ("bait-low", "warning", "bowline", whole(bait={}, stand={"height_mm": 300.0}), True),
    ("against-mites", "warning", "bowline", pests("mites"), True),
    ("against-beetles", "note", "long-shallow", pests("beetles", covers=[{"kind": "cloth"}]), True),
    ("against-ants", "warning", "bowline", pests("ants", stand={"height_mm": 300.0, "moats": False}), True),
    ("against-wasps", "warning", "bowline", pests("wasps", landing_board=True, diameter_mm=60.0), True),
    ("against-mice", "warning", "bowline", pests("mice"), True),
    ("against-animals", "warning", "bowline", pests("animals", stand={"height_mm": 300.0}, roof=LOOSE), True),
    ("against-moth", "warning", "bowline", comb_behind, False),
    ("shelf-off-field", "error", "deep-horizontal", frame(shelves_at_mm=[140.0, 600.0]), True),
    ("mouth-off-slot", "error", "bowline", slot(mouths=[{"from_mm": 250.0, "wide_mm": 90.0}]), True),
    ("disc-off-wall", "error", "straight-top-bar", first_entrance(height_mm=0.0, disc_mm=130.0), True),
    ("opening-off-wall", "error", "bowline", opening(at_mm=30.0), True),
    ("openings-meet", "error", "bowline", opening(second=True), True),
    ("openings-meet", "error", "straight-top-bar", slot_over_disc, True),
    (
        "probe-outside-nest",
        "note",
        "bowline",
        opening(kind="thermometer", at_mm=1000.0, wide_mm=8.0, high_mm=8.0),
        True,
    ),
    ("divider-not-tight", "error", "bowline", in_run(kind="divider", thickness_mm=18.0, feeding_hole=True), True),
    ("divider-not-tight", "error", "bowline", in_run(kind="divider", thickness_mm=18.0, foot_gap_mm=12.0), True),
    ("excluder-walked-round", "error", "bowline", in_run(kind="excluder", thickness_mm=10.0, foot_gap_mm=9.0), True),
    ("feeder-too-tall", "error", "bowline", in_run(kind="feeder", length_mm=40.0, height_mm=420.0), True),
    ("feeder-without-climb", "warning", "bowline", in_run(kind="feeder", length_mm=40.0, climb="none"), True),
    (
        "hole-off-board",
        "error",
        "bowline",
        in_run(kind="divider", thickness_mm=18.0, feeding_hole=True, hole_up_mm=290.0),
        True,
    ),
    ("frame-too-large", "error", "long-shallow", section(width_mm=440.0), True),
    ("frame-too-large", "error", "deep-horizontal", section(height_mm=430.0), True),
    ("frame-side-gap", "error", "deep-horizontal", section(width_mm=356.0), True),
    ("frame-side-gap", "error", "conversion-box", lining(thickness_mm=50.0), True),
    ("frame-side-gap", "warning", "deep-horizontal", frame(origin="measured", tolerance_mm=3.0), True),
    ("frame-over-gap", "error", "rear-access", section(1, height_mm=180.0), True),
    ("frame-under-gap", "warning", "long-shallow", section(height_mm=200.0), True),
    ("frame-under-gap", "error", "long-shallow", section(height_mm=172.0), True),
    ("frame-under-gap", "warning", "deep-horizontal", chamber(litter={"kind": "deep", "depth_mm": 30.0}), True),
    ("frame-over-gap", "warning", "long-shallow", rest(depth_mm=12.0), True),
    ("frame-over-gap", "error", "rear-access", section(height_mm=272.0), True),
    ("lug-off-rest", "error", "long-shallow", rest(width_mm=3.0), True),
    ("lug-off-rest", "error", "long-shallow", frame(top_bar_mm=490.0), True),
    ("frame-gap-wrong", "warning", "long-shallow", frame(top_bar_width_mm=32.0), True),
    ("frame-gap-wrong", "warning", "deep-horizontal", frame(narrowed_mm=34.0), True),
    ("frame-tolerance", "error", "long-shallow", frame(origin="measured", tolerance_mm=5.0), False),
    ("weak-joint", "warning", "tall-in-stack", two_part("pegs"), True),
    ("weak-joint", "warning", "tall-in-stack", two_part("none"), True),
    ("weak-joint", "warning", "tall-in-stack", two_part("screws"), True),
    ("no-way-out", "error", "two-chamber", passages(), True),
    ("passage-small", "warning", "side-by-side", first_passage(width_mm=80.0), True),
    ("stacks-uneven", "error", "side-by-side", lambda d: d["chambers"][1]["place"].update(z_mm=0.0), True),
    ("stacks-uneven", "error", "side-by-side", lambda d: d["chambers"][1]["place"].update(z_mm=8.0), True),
    ("stack-tips", "warning", "side-by-side", supers(0, boxes=9), True),
    ("super-too-full", "error", "tall-in-stack", supers(0, frames=12), True),
    ("super-doesnt-fit", "error", "tall-in-stack", frame(1, body_width_mm=435.0), True),
    ("mesh-past-floor", "warning", "deep-horizontal", chamber(under={"mesh_to_mm": 1500.0}), True),
    ("super-leaves-open", "warning", "two-chamber", supers(0, turned=True), True),
    ("roof-hits-what-stands-under", "error", "deep-horizontal", whole(roof=FEEDER), True),
    ("way-to-nowhere", "error", "two-chamber", place(1, x_mm=1500.0), True),
    ("moats-under-nothing", "note", "bowline", whole(stand={"moats": True}), True),
    ("super-overhangs", "error", "long-shallow", supers(0, at_mm=1000.0), True),
    ("queen-goes-over", "note", "rear-access", first_passage(excluder=False), True),
    ("chamber-not-square", "error", "two-chamber", section(1, width_mm=480.0), True),
    ("door-spacers", "warning", "rear-access", chamber(length_mm=458.0), True),
    ("door-spacers", "error", "rear-access", chamber(length_mm=444.5), True),
    ("boxes-dont-match", "error", "stacked-long", section(0, width_mm=360.0), True),
    ("entrance-in-litter", "warning", "stacked-long", open_litter, True),
    ("boxes-dont-add-up", "error", "tall-in-stack", chamber(boxes_mm=[12.0, 244.475, 246.0, 4.0]), True),
    ("fixed-comb", "error", "tree-cavity", law("removable"), True),
    ("fixed-comb", "note", "tree-cavity", law("not-asked"), True),
    (
        "log-wall-thin",
        "warning",
        "tree-cavity",
        lambda d: d["chambers"][0]["walls"]["sides"][0].update(thickness_mm=30.0),
        True,
    ),
    ("entrance-area", "warning", "tree-cavity", hole(25.0), True),
    ("entrance-area", "warning", "tree-cavity", hole(90.0), True),
    ("comb-too-small", "warning", "tree-cavity", narrow_log, True),
    ("run-doesnt-close", "error", "tall-in-stack", chamber(length_mm=330.0), True),
    ("spacing-too-narrow", "error", "deep-horizontal", frame(spacing_mm=29.0, top_bar_width_mm=29.0), True),
    ("bar-too-weak", "warning", "tall-in-stack", frame(top_bar_thickness_mm=9.0), True),
    ("rebate-too-wide", "error", "long-shallow", rest(width_mm=20.0), True),
    ("discs-too-near", "error", "straight-top-bar", discs(60.0), True),
    ("discs-too-near", "error", "straight-top-bar", discs(99.9), True),
    ("discs-too-near", "warning", "straight-top-bar", discs(100.0), True),
    ("discs-too-near", "warning", "straight-top-bar", discs(102.9), True),
    ("beyond-reach", "error", "long-shallow", frame(spacing_mm=1.0), True),
    ("beyond-reach", "error", "long-shallow", section(0, height_mm=9_000.0), True),
    ("beyond-reach", "error", "tall-in-stack", supers(0, boxes=9_000), True),
    ("beyond-reach", "error", "tree-cavity", lambda d: d.update(name="Two\nlines"), True),
]


class EveryRule(TestCase):
    """Trade check."""

    def test_every_rule_of_the_house_has_a_case(self) -> None:
        """Those on a second colony, on parts in each other and on the steps’ studies stand in tests of their own."""
        studied = (
            BUILDING_CASES.keys()
            | BY_HAND
            | WINTER_CASES.keys()
            | LIFTING_CASES.keys()
            | MOVING_CASES.keys()
            | SEASON_CASES.keys()
        )
        quick = {code for code, *_ in BAR_CASES} | {code for code, *_ in CASES} | COLONY_CODES
        self.assertEqual(quick | studied | {OVERLAP, UNLOOKED}, all_codes())

    def test_every_example_but_granny_is_sound(self) -> None:
        """The starting points: nothing wrong and nothing to check; a note may speak of the law."""
        for file in sorted(EXAMPLES.glob("*.json")):
            if file.stem == "granny":
                continue
            with self.subTest(file.stem):
                found = find(Context(load_hive(file.read_bytes())), mends=False)
                self.assertEqual([f.id for f in found if f.severity != "note"], [])
                self.assertLessEqual({f.code for f in found}, {"fixed-comb"})

    def test_each_case_triggers_its_rule_and_offers_a_mend_where_one_exists(self) -> None:
        for at, (code, severity, base, change, mended) in enumerate(CASES):
            with self.subTest(code, case=at):
                document = example(base)
                change(document)
                found = [f for f in findings(document) if f.code == code]
                self.assertTrue(found, [f.id for f in findings(document)])
                self.assertEqual(found[0].severity, severity)
                self.assertTrue(found[0].why and plain(found[0].text))
                self.assertNotIn("{", plain(found[0].text) + plain(found[0].limit))
                self.assertEqual(bool(found[0].mends), mended)

    def test_every_mend_keeps_its_word(self) -> None:
        for code, _, base, change, _ in CASES:
            with self.subTest(code):
                document = example(base)
                change(document)
                check_mends(self, document)

    def test_a_finding_says_which_chamber_it_is_of(self) -> None:
        document = example("two-chamber")
        section(1, width_mm=480.0)(document)
        found = next(f for f in findings(document) if f.code == "chamber-not-square")
        self.assertEqual((found.box, found.chamber), (1, "honey"))
        self.assertTrue(found.path.startswith("/chambers/1/"))
