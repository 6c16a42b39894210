"""The table of outside numbers, each with the core's own answer."""

from __future__ import annotations

import tomllib
from collections import Counter
from collections.abc import Callable
from functools import partial
from math import pi, radians, tan
from pathlib import Path
from unittest import TestCase

import numpy as np
import pint
import psychrolib
from scipy.optimize import brentq
from shapely import Polygon

from sabaka_core.base.units import parse_length
from sabaka_core.combs.bars import deflection_mm
from sabaka_core.combs.contents import cells_per_cm2, honey_kg
from sabaka_core.combs.curves import hang
from sabaka_core.combs.outlines import CombOutlines
from sabaka_core.document.chambers import Layer
from sabaka_core.document.combs import Frame
from sabaka_core.document.sections import (
    BarrelSection,
    PolygonSection,
    ProfilePoint,
    Section,
    SegmentSection,
    TrapezoidSection,
)
from sabaka_core.edits.sizing import CUBIC_FOOT_L
from sabaka_core.frames.catalogue import box_of, catalogue
from sabaka_core.geometry.cavity import profile_of
from sabaka_core.geometry.trapezoid import Trapezoid
from sabaka_core.kit.tables import practice
from sabaka_core.lifting.niosh import LOAD_CONSTANT_KG, LiftAt, multipliers
from sabaka_core.season.daily import read_daily
from sabaka_core.season.model import failing_loss
from sabaka_core.winter.physics import dew_point_c, resistance, saturation_pa, transmittance

TABLE = tomllib.loads((Path(__file__).parent / "checks.toml").read_text("utf-8"))


def share(depth: float) -> float:
    """Part of width × depth that a catenary one wide fills."""
    return hang("catenary", 1.0, depth).area_between_mm2(0, depth) / depth


def clearance_at(depth: float) -> float:
    height = depth + 15
    section = Trapezoid(440, 440 - 2 * height * tan(radians(22.5)), height)
    return CombOutlines(section, 6, depth, 420, "catenary").least_clearance_mm


psychrolib.SetUnitSystem(psychrolib.SI)
UNITS: pint.UnitRegistry[float] = pint.UnitRegistry()
TEMPERATURES = {"minus_10": -10.0, "0": 0.0, "10": 10.0, "20": 20.0, "34": 34.0}
LENGTHS = {
    "foot": ("1 ft", "1 foot"),
    "inch_and_fraction": ("9 5/8 in", "9.625 inch"),
    "two_feet_six": ("2 ft 6 in", "30 inch"),
    "thirty_second": ("1/32 in", "0.03125 inch"),
    "metres": ("2.4 m", "2.4 meter"),
}
SECTIONS: dict[str, Section] = {
    "trapezoid": TrapezoidSection(top_mm=440.0, height_mm=300.0, slope_deg=20.0),
    "polygon": PolygonSection(
        profile=tuple(
            ProfilePoint(half_width_mm=x, depth_mm=d) for x, d in ((220.0, 0.0), (210.0, 150.0), (120.0, 300.0))
        )
    ),
    "half_barrel": BarrelSection(top_mm=440.0, height_mm=300.0),
    "segment": SegmentSection(radius_mm=250.0, height_mm=200.0),
}


def _area_cm2(section: Section) -> float:
    return profile_of(section).area_mm2 / 100


def _drawn_cm2(section: Section) -> float:
    """The same inside drawn from the formula of its curve, as a library's polygon."""
    many = np.linspace(0.0, 1.0, 20_001)
    match section:
        case TrapezoidSection():
            right = [(220.0, 0.0), (220.0 - 300.0 * tan(radians(20)), 300.0)]
        case PolygonSection():
            right = [(p.half_width_mm, p.depth_mm) for p in section.profile]
        case BarrelSection():
            right = [(220.0 * float(np.cos(pi / 2 * k)), 300.0 * float(np.sin(pi / 2 * k))) for k in many]
        case _:
            right = [(float(np.sqrt(max(250.0**2 - (50.0 + 200.0 * k) ** 2, 0.0))), 200.0 * k) for k in many]
    return Polygon([*right, *((-x, d) for x, d in reversed(right))]).area / 100


def _niosh(which: str, **at: float) -> float:
    hands = {"out_mm": 250.0, "height_mm": 750.0, "travel_mm": 250.0} | at
    return float(getattr(multipliers(LiftAt(**hands), "good", 0.2, 1), which))


def _pint(said: str, unit: str) -> float:
    return float(UNITS(said).to(unit).magnitude)


def _frame(ident: str) -> Frame:
    carrier = catalogue()[ident].carrier
    assert isinstance(carrier, Frame)
    return carrier


def _box_mm(ident: str) -> float:
    box = box_of(ident)
    assert box is not None
    return box.height_mm


ANSWERS: dict[str, Callable[[], float]] = {
    "cells_of_5_4_mm": lambda: cells_per_cm2(5.4),
    "cell_size_of_857_a_square_decimetre": lambda: float(brentq(lambda c: 200 * cells_per_cm2(c) - 857, 4, 7)),
    "catenary_share_shallow": lambda: share(0.01),
    "catenary_share_deep": lambda: share(2.0),
    "hang_before_six_mm": lambda: float(brentq(lambda depth: clearance_at(depth) - 6, 200, 320)),
    "ten_frame_deep_box": lambda: practice("box_deep_ten").number,
    "full_deep_frame_low": lambda: honey_kg(88_000, 35),
    "inch": lambda: parse_length("1 in"),
    "lug_to_lug_nineteen_inches": lambda: parse_length("19 in"),
    "layens_top_bar": lambda: parse_length("14 5/16 in"),
    "layens_depth": lambda: parse_length("15 15/16 in"),
    "box_inside_length": lambda: parse_length("18 3/8 in"),
    "box_inside_width": lambda: parse_length("14 3/4 in"),
    "uniform_load_sag": lambda: deflection_mm(3.0, 440.0, 440.0, 35.0, 20.0),
    "niosh_load_constant": lambda: LOAD_CONSTANT_KG,
    **{f"niosh_hm_{cm}": partial(_niosh, "horizontal", out_mm=cm * 10.0) for cm in (25, 28, 30, 40, 50, 60, 63)},
    **{f"niosh_vm_{cm}": partial(_niosh, "vertical", height_mm=cm * 10.0) for cm in (0, 20, 50, 80, 100, 150, 175)},
    **{f"niosh_dm_{cm}": partial(_niosh, "distance", travel_mm=cm * 10.0) for cm in (25, 40, 55, 70, 100, 175)},
    **{f"niosh_am_{deg}": partial(_niosh, "asymmetric", turn_deg=float(deg)) for deg in (15, 30, 45, 60, 90, 120, 135)},
    **{f"vapour_pressure_{name}": partial(saturation_pa, t) for name, t in TEMPERATURES.items()},
    **{f"dew_point_{pa}": partial(dew_point_c, pa) for pa in (800, 1400, 2500)},
    **{f"length_{name}": partial(parse_length, typed) for name, (typed, _) in LENGTHS.items()},
    "cubic_foot": lambda: CUBIC_FOOT_L,
    "fahrenheit_50": lambda: read_daily("date,mean\n2024-01-01,50", fahrenheit=True).mean_c[0],
    **{f"area_{name}": partial(_area_cm2, section) for name, section in SECTIONS.items()},
    "frame_national_deep_depth": lambda: _frame("british-national-deep").depth_mm,
    "frame_national_14x12_depth": lambda: _frame("british-national-14x12").depth_mm,
    "frame_national_top_bar": lambda: _frame("british-national-deep").top_bar_mm,
    "frame_national_body": lambda: _frame("british-national-deep").body_width_mm,
    "frame_medium_depth": lambda: _frame("langstroth-medium").depth_mm,
    "frame_shallow_depth": lambda: _frame("langstroth-shallow").depth_mm,
    "frame_medium_box": lambda: _box_mm("langstroth-medium"),
    "frame_deep_box": lambda: _box_mm("langstroth-deep"),
    "frame_zander_top_bar": lambda: _frame("zander").top_bar_mm,
    "frame_german_normal_body": lambda: _frame("german-normal").body_width_mm,
    "frame_german_normal_depth": lambda: _frame("german-normal").depth_mm,
    "frame_commercial_body": lambda: _frame("commercial").body_width_mm,
    "u_value_of_22_mm": lambda: transmittance(resistance([Layer(material="softwood", thickness_mm=22.0)]), 0.13, 0.04),
    "colony_fails_over": lambda: failing_loss(2000, 27000, 0.25, 0.75),
}

# What the reference libraries answer themselves, at each run.
LIBRARIES: dict[str, Callable[[], float]] = {
    **{f"vapour_pressure_{name}": partial(psychrolib.GetSatVapPres, t) for name, t in TEMPERATURES.items()},
    **{f"dew_point_{pa}": partial(psychrolib.GetTDewPointFromVapPres, 25.0, pa) for pa in (800, 1400, 2500)},
    **{f"length_{name}": partial(_pint, said, "mm") for name, (_, said) in LENGTHS.items()},
    "cubic_foot": partial(_pint, "1 foot ** 3", "liter"),
    "fahrenheit_50": lambda: float(UNITS.Quantity(50.0, "degF").to("degC").magnitude),
    **{f"area_{name}": partial(_drawn_cm2, section) for name, section in SECTIONS.items()},
}


class OutsideNumbers(TestCase):
    """Published."""

    def test_every_number_of_the_table(self) -> None:
        self.assertEqual(set(TABLE), set(ANSWERS))
        for key, row in TABLE.items():
            with self.subTest(key, source=row["source"]):
                self.assertLessEqual(abs(ANSWERS[key]() - row["value"]), row["tolerance"] + 1e-12)

    def test_library_rows_are_what_the_library_says(self) -> None:
        self.assertEqual({key for key, row in TABLE.items() if row["kind"] == "library"}, set(LIBRARIES))
        for key, ask in LIBRARIES.items():
            with self.subTest(key):
                self.assertAlmostEqual(TABLE[key]["value"] / ask(), 1.0, delta=1e-3)

    def test_every_number_says_where_it_comes_from_and_is_counted_by_kind(self) -> None:
        for key, row in TABLE.items():
            with self.subTest(key):
                self.assertEqual(set(row), {"kind", "source", "unit", "value", "tolerance"})
                said = {
                    "memory": "from memory|^published",
                    "library": "^(PsychroLib|Pint|Shapely)",
                    "geometry": "^plane geometry",
                    "trade": "^trade check",
                }
                self.assertRegex(row["source"], said[row["kind"]])
        kinds = Counter(row["kind"] for row in TABLE.values())
        self.assertGreaterEqual(sum(kinds.values()), 60)
        self.assertGreaterEqual(kinds["library"], 15)
