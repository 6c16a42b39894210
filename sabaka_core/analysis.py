"""Everything the rules, metrics and drawings ask of a design, worked out once and on demand."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import Any

from sabaka_core.combs.contents import honey_kg
from sabaka_core.combs.outlines import CombOutlines, outlines_of
from sabaka_core.combs.slope import CombBrief
from sabaka_core.document.chambers import Chamber, total_thickness_mm
from sabaka_core.document.combs import TopBar
from sabaka_core.document.hive import Hive
from sabaka_core.document.load import dump_hive
from sabaka_core.document.run import Comb
from sabaka_core.errors import InfeasibleError, ParameterError
from sabaka_core.geometry.solve import held_sizes, solve_section
from sabaka_core.geometry.trapezoid import Trapezoid
from sabaka_core.run.entrances import PlacedEntrance, place_entrances
from sabaka_core.run.layout import RunLayout, lay_out
from sabaka_core.run.volumes import Volumes, volumes
from sabaka_core.sources import practice

CHAMBER = "/chambers/0"
LEAST_COMB_MM = 30.0
# The hive systems that can be reported on, by the words for them.
SYSTEMS: dict[str, str] = {
    "sloped-top-bar": "sloped-side top bar hive",
    "straight-top-bar": "straight-side top bar hive",
}


@dataclass(frozen=True)
class Analysis:
    """One design, analysed. Build it with :func:`analyse`, which checks what it can work on."""

    hive: Hive
    section: Trapezoid
    comb_depth_mm: float

    @cached_property
    def document(self) -> dict[str, Any]:
        """The design as plain data, the form that patches speak of."""
        return dump_hive(self.hive)

    @property
    def chamber(self) -> Chamber:
        return self.hive.chambers[0]

    @cached_property
    def layout(self) -> RunLayout:
        return lay_out(self.hive, self.chamber)

    @cached_property
    def entrances(self) -> tuple[PlacedEntrance, ...]:
        return place_entrances(self.chamber, self.layout)

    @cached_property
    def volumes(self) -> Volumes:
        return volumes(self.chamber, self.section, self.layout)

    @cached_property
    def bars(self) -> tuple[TopBar, ...]:
        """The bar types that are in use, or all of them when the run holds no comb."""
        bars = tuple(kind for kind in self.hive.comb_types if isinstance(kind, TopBar))
        used = {p.item.type for p in self.layout.combs if isinstance(p.item, Comb)}
        return tuple(bar for bar in bars if bar.id in used) or bars

    @cached_property
    def main_bar(self) -> TopBar:
        """The bar the comb numbers speak of: the commonest brood bar, else the commonest."""
        combs = [p.item for p in self.layout.combs if isinstance(p.item, Comb)]
        brood = [c.type for c in combs if c.role == "brood"] or [c.type for c in combs]
        if not brood:
            return self.bars[0]
        commonest = max(sorted(set(brood)), key=brood.count)
        return next(bar for bar in self.bars if bar.id == commonest)

    @cached_property
    def outlines(self) -> dict[str, CombOutlines]:
        """Comb outlines by bar type."""
        choices = self.hive.choices
        by_guide = {
            guide: outlines_of(self.section, choices.bee_space_mm, self.comb_depth_mm, guide, choices.comb_curve)
            for guide in {bar.guide.length_mm for bar in self.bars}
        }
        return {bar.id: by_guide[bar.guide.length_mm] for bar in self.bars}

    @property
    def comb(self) -> CombOutlines:
        """Outlines of the main bar's comb."""
        return self.outlines[self.main_bar.id]

    @property
    def comb_brief(self) -> CombBrief:
        """The main bar's comb apart from its cavity, for asking what another slope would give."""
        choices = self.hive.choices
        return CombBrief(
            self.main_bar.guide.length_mm,
            choices.bee_space_mm,
            self.section.height_mm - self.comb_depth_mm,
            choices.comb_curve,
        )

    def honey_kg(self, bar: TopBar) -> float:
        """Honey in a full comb of that bar [kg]."""
        return honey_kg(self.outlines[bar.id].predicted_area_mm2, bar.spacing_mm)

    @property
    def held(self) -> tuple[str, ...]:
        """The sizes of the section that are given."""
        return held_sizes(self.chamber.section)

    @cached_property
    def side_mm(self) -> float:
        """Thickness of a side wall [mm]."""
        return total_thickness_mm(self.chamber.walls.sides)

    @cached_property
    def widest_board_mm(self) -> float | None:
        """The widest board on hand that is as thick as the sides [mm]; None when there is none."""
        play = practice("board_thickness").number
        fitting = [b.width_mm for b in self.hive.boards if abs(b.thickness_mm - self.side_mm) <= play]
        return max(fitting, default=None)

    @cached_property
    def end_mm(self) -> float:
        """Thickness of an end wall [mm]."""
        return total_thickness_mm(self.chamber.walls.ends)

    @cached_property
    def floor_board_mm(self) -> float:
        """Thickness of the floor [mm]."""
        return total_thickness_mm(self.chamber.walls.floor)

    @property
    def litter_mm(self) -> float:
        """How high litter or a trough's rim stands above the floor [mm]."""
        litter = self.chamber.litter
        return 0.0 if litter.kind == "none" else litter.depth_mm

    @property
    def rest_span_mm(self) -> float:
        """Room for a bar's length on its rests [mm]: to the outside of the rim or the rebate's ends."""
        if self.chamber.rest.kind == "rebate":
            return self.section.top_mm + 2 * self.chamber.rest.width_mm
        return self.section.outside_top_mm(self.side_mm)


def analyse(hive: Hive) -> Analysis:
    """A design ready to be asked.

    Raises:
        InfeasibleError: a system whose rules aren't built yet.
        ParameterError: sizes that contradict each other or leave no room for a comb.
    """
    chamber = hive.chambers[0]
    if hive.system not in SYSTEMS:
        raise InfeasibleError(
            f"This file is a valid “{hive.system}” design, but its report is not offered yet.",
            f"Offered are: {', '.join(SYSTEMS.values())}.",
        )
    if len(hive.chambers) != 1:
        raise ParameterError("/chambers", len(hive.chambers), "A top bar hive has one chamber.")
    section = solve_section(chamber.section, f"{CHAMBER}/section")
    if not any(isinstance(kind, TopBar) for kind in hive.comb_types):
        raise ParameterError("/comb_types", "", "The design has no top bar to hang a comb from.", "no-bar")
    for index, item in enumerate(chamber.run.items):
        if isinstance(item, Comb) and not isinstance(hive.comb_type(item.type), TopBar):
            raise ParameterError(
                f"{CHAMBER}/run/items/{index}/type", item.type, "A frame can't hang among touching bars.", "not-a-bar"
            )
    _room_for_comb(hive, section)
    litter = 0.0 if chamber.litter.kind == "none" else chamber.litter.depth_mm
    return Analysis(hive, section, section.height_mm - litter - hive.choices.floor_gap_mm)


def _room_for_comb(hive: Hive, section: Trapezoid) -> None:
    chamber = hive.chambers[0]
    litter = 0.0 if chamber.litter.kind == "none" else chamber.litter.depth_mm
    room = section.height_mm - litter - hive.choices.floor_gap_mm
    if room < LEAST_COMB_MM:
        raise ParameterError(
            f"{CHAMBER}/litter/depth_mm" if litter else "/choices/floor_gap_mm",
            litter or hive.choices.floor_gap_mm,
            f"Litter and floor gap leave {max(room, 0):.0f} mm for a comb; at least {LEAST_COMB_MM:.0f} mm is needed.",
            "no-room-for-comb",
        )
    if section.top_mm < 4 * hive.choices.bee_space_mm + LEAST_COMB_MM:
        raise ParameterError(
            f"{CHAMBER}/section/top_mm",
            section.top_mm,
            f"A cavity {section.top_mm:.0f} mm wide at the bars leaves no room for a comb and its bee spaces.",
            "too-narrow",
        )
    longest = max((hive.comb_type(i.type).spacing_mm for i in chamber.run.items if isinstance(i, Comb)), default=0.0)
    if longest > chamber.length_mm:
        raise ParameterError(
            f"{CHAMBER}/length_mm",
            chamber.length_mm,
            f"A bar {longest:.0f} mm wide doesn't fit a box {chamber.length_mm:.0f} mm long.",
            "bar-longer-than-run",
        )
