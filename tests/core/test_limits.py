"""Trade checks (no source): every limit of every rule, just inside and just outside.

Each row says where a rule begins to speak. A changed value in data/practice.toml fails its row.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any
from unittest import TestCase

from tests.core.support import chamber, follower, hive, items, sound
from tests.core.test_findings import Document, findings

Set = Callable[[Document, float], None]


def choice(key: str) -> Set:
    return lambda d, v: d["choices"].update({key: v})


def far(key: str, **also: Any) -> Set:
    return lambda d, v: follower(d, "far").update({key: v} | also)


def bar(key: str, which: int = 0) -> Set:
    def put(d: Document, value: float) -> None:
        types = d["comb_types"] if which < 0 else [d["comb_types"][which]]
        for each in types:
            each[key] = value

    return put


def slope(school: str) -> Set:
    def put(d: Document, value: float) -> None:
        chamber(d)["section"] = {"kind": "trapezoid", "top_mm": 430.0, "height_mm": 290.0, "slope_deg": value}
        d["choices"]["slope_school"] = school

    return put


def nest_gap(d: Document, value: float) -> None:
    items(d).insert(4, {"kind": "gap", "length_mm": value})
    items(d)[-1]["length_mm"] -= value


def box(d: Document, value: float) -> None:
    chamber(d)["length_mm"] = value


def hole_height(d: Document, value: float) -> None:
    chamber(d)["litter"] = {"kind": "deep", "depth_mm": 30.0}
    for each in chamber(d)["entrances"]:
        each["height_mm"] = value


def feeder(d: Document, value: float) -> None:
    items(d)[-1]["length_mm"] = value
    chamber(d)["length_mm"] = 578 + 18 + value


def strength(kind: str, bars: int = 16) -> Set:
    """Litres between the followers, reached by the box's width, with the first bars only."""

    def put(d: Document, value: float) -> None:
        d["colonies"][0]["strength"] = kind
        items(d)[-1]["length_mm"] += sum(35 if item["type"] == "brood" else 38 for item in items(d)[bars:16])
        del items(d)[bars:16]
        nest = 578 if bars == 16 else bars * 35
        width = value * 1e6 / nest / 290
        chamber(d)["section"] = {"kind": "trapezoid", "top_mm": width + 60, "floor_mm": width - 60, "height_mm": 290.0}

    return put


# rule, what is set, just outside below, inside ends, just outside above (None: no limit on that side)
ROWS: list[tuple[str, str, Set, float | None, float, float, float | None]] = [
    ("gap-under-combs", "floor gap", choice("floor_gap_mm"), 9.9, 10.0, 25.0, 25.1),
    ("gap-bridged", "gap among the combs", nest_gap, 5.9, 6.0, 10.0, 10.1),
    ("follower-foot-gap", "foot", far("foot_gap_mm"), 8.9, 9.0, 19.0, 19.1),
    ("follower-side-clearance", "tight", far("side_clearance_mm", fit="tight"), 1.9, 2.0, 3.0, 3.1),
    ("follower-side-clearance", "loose", far("side_clearance_mm", fit="loose"), 5.9, 6.0, 8.0, 8.1),
    ("slope-off-school", "follows the curve", slope("follows-curve"), 17.9, 18.0, 23.0, 23.1),
    ("slope-off-school", "leaning floor", slope("leaning-floor"), 24.9, 25.0, 35.0, 35.1),
    ("slope-off-school", "upright", slope("upright"), -0.1, 0.0, 5.0, 5.1),
    ("run-doesnt-close", "box", box, 1199.4, 1199.5, 1200.5, 1200.6),
    ("spacing-odd", "brood bar", bar("width_mm", 0), 33.9, 34.0, 36.0, 36.1),
    ("spacing-odd", "honey bar", bar("width_mm", 1), 34.9, 35.0, 42.0, 42.1),
    ("spacing-too-narrow", "brood bar", bar("width_mm", 0), 30.9, 31.0, 40.0, None),
    ("bar-too-short", "bars", bar("length_mm", -1), 444.8, 445.0, 470.0, None),
    ("bar-too-long", "bars", bar("length_mm", -1), None, 450.0, 476.8, 477.0),
    ("entrance-hidden", "hole over litter of 30", hole_height, 31.9, 32.0, 60.0, None),
    ("feeder-gap-small", "feeder gap", feeder, 69.9, 70.0, 200.0, None),
    ("volume-off", "nucleus", strength("nucleus", 3), 7.9, 8.1, 24.9, 25.1),
    ("volume-off", "growing", strength("growing"), 19.9, 20.1, 59.9, 60.1),
    ("volume-off", "full", strength("full"), 44.9, 45.1, 159.9, 160.1),
]


class Limits(TestCase):
    """Trade check."""

    def speaks(self, code: str, put: Set, value: float) -> bool:
        document = sound()
        put(document, value)
        try:
            hive(document)
        except Exception as error:
            raise AssertionError(f"{code} at {value}: {error}") from error
        return code in {finding.code for finding in findings(document)}

    def test_each_rule_keeps_quiet_within_its_limits(self) -> None:
        for code, what, put, _, low, high, _ in ROWS:
            for value in (low, high):
                with self.subTest(code, what=what, value=value):
                    self.assertFalse(self.speaks(code, put, value))

    def test_each_rule_speaks_just_beyond_them(self) -> None:
        for code, what, put, below, _, _, above in ROWS:
            for value in (below, above):
                if value is not None:
                    with self.subTest(code, what=what, value=value):
                        self.assertTrue(self.speaks(code, put, value))
