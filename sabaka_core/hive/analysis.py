"""Everything the rules, metrics and drawings ask of one chamber of a design, worked out once and on demand."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import Any

from sabaka_core.combs.contents import honey_kg
from sabaka_core.combs.hung import FramedComb, Hung
from sabaka_core.combs.outlines import CombOutlines, outlines_of
from sabaka_core.combs.sampled import SampledOutlines, sampled_outlines
from sabaka_core.combs.slope import CombBrief
from sabaka_core.document.chambers import Chamber, Layer, Lining, total_thickness_mm
from sabaka_core.document.combs import CombType, FixedComb, Frame, TopBar
from sabaka_core.document.hive import Colony, Hive
from sabaka_core.document.load import dump_hive
from sabaka_core.document.run import Comb
from sabaka_core.frames.fit import FitRange, fit_in
from sabaka_core.geometry.cavity import Cavity, depth_path, run_path, width_path
from sabaka_core.geometry.profile import Chord, Facets, Profile
from sabaka_core.geometry.solve import held_sizes
from sabaka_core.geometry.trapezoid import Trapezoid
from sabaka_core.kit.tables import practice
from sabaka_core.run.entrances import PlacedEntrance, PlacedOpening, place_entrances, place_fillers, place_openings
from sabaka_core.run.layout import Placed, RunLayout, lay_out
from sabaka_core.run.volumes import Volumes, volumes

LEAST_COMB_MM = 30.0
# Boxes that stand on each other may reach into each other's rims by so much.
RIM_MM = 60.0
BarOutlines = CombOutlines | SampledOutlines


@dataclass(frozen=True)
class Analysis:
    """One chamber of a design, analysed. Build it with :func:`analyse`, which checks what it can work on.

    Attributes:
        hive: the design.
        box: index of the chamber.
        cavity: the chamber solved.
    """

    hive: Hive
    box: int
    cavity: Cavity

    @cached_property
    def document(self) -> dict[str, Any]:
        """The design as plain data, the form that patches speak of."""
        return dump_hive(self.hive)

    @property
    def path(self) -> str:
        """JSON pointer of the chamber."""
        return f"/chambers/{self.box}"

    @property
    def chamber(self) -> Chamber:
        return self.hive.chambers[self.box]

    @property
    def title(self) -> str:
        """What the chamber is called, when the hive has more than one."""
        return self.chamber.id.replace("-", " ") if len(self.hive.chambers) > 1 else ""

    @property
    def section(self) -> Profile:
        """The profile that a comb in the middle of the run faces."""
        return self.cavity.profile

    @property
    def trapezoid(self) -> Trapezoid | None:
        """The section, if its side walls are straight."""
        return self.section if isinstance(self.section, Trapezoid) else None

    @property
    def run_mm(self) -> float:
        """Room along the run, wall to wall [mm]."""
        return self.cavity.run_mm

    @property
    def comb_depth_mm(self) -> float:
        """How deep a comb may hang: height less litter less floor gap [mm]."""
        return self.section.height_mm - self.litter_mm - self.hive.choices.floor_gap_mm

    @cached_property
    def colonies(self) -> tuple[tuple[int, Colony], ...]:
        """The colonies of this chamber with their place in the document."""
        return tuple((i, c) for i, c in enumerate(self.hive.colonies) if c.chamber == self.chamber.id)

    @cached_property
    def layout(self) -> RunLayout:
        return lay_out(self.hive, self.chamber)

    @cached_property
    def entrances(self) -> tuple[PlacedEntrance, ...]:
        return place_entrances(self.chamber, self.layout)

    @cached_property
    def openings(self) -> tuple[PlacedOpening, ...]:
        """Windows, vents and thermometers."""
        return place_openings(self.chamber, self.layout)

    @cached_property
    def fillers(self) -> tuple[PlacedEntrance, ...]:
        """What fillers shut of the slots."""
        return place_fillers(self.chamber, self.layout)

    @cached_property
    def volumes(self) -> Volumes:
        return volumes(self.chamber, self.cavity, self.layout)

    @cached_property
    def carriers(self) -> tuple[CombType, ...]:
        """The comb carriers in use here; when the run of a lone chamber holds none, all there are."""
        used = {p.item.type for p in self.layout.combs if isinstance(p.item, Comb)}
        mine = tuple(kind for kind in self.hive.comb_types if kind.id in used)
        return mine if mine or len(self.hive.chambers) > 1 else self.hive.comb_types

    @cached_property
    def bars(self) -> tuple[TopBar, ...]:
        return tuple(kind for kind in self.carriers if isinstance(kind, TopBar))

    @cached_property
    def frames(self) -> tuple[Frame, ...]:
        return tuple(kind for kind in self.carriers if isinstance(kind, Frame))

    @cached_property
    def main(self) -> CombType | None:
        """The carrier the comb numbers speak of: the commonest of the brood combs, else the commonest."""
        combs = [p.item for p in self.layout.combs if isinstance(p.item, Comb)]
        brood = [c.type for c in combs if c.role == "brood"] or [c.type for c in combs]
        if not brood:
            return self.carriers[0] if self.carriers else None
        return self.hive.comb_type(max(sorted(set(brood)), key=brood.count))

    @property
    def main_bar(self) -> TopBar | None:
        """The main carrier, if it is a top bar."""
        return self.main if isinstance(self.main, TopBar) else None

    @property
    def main_frame(self) -> Frame | None:
        """The main carrier, if it is a frame."""
        return self.main if isinstance(self.main, Frame) else None

    @property
    def place_word(self) -> str:
        """What a comb place is called here."""
        return "bar" if self.main_bar is not None else "frame" if self.main_frame is not None else "comb"

    @property
    def main_spacing_mm(self) -> float:
        """Spacing of the main carrier; a bee's usual one when the chamber holds none [mm]."""
        return self.main.spacing_mm if self.main else practice(f"spacing_{self.hive.choices.bees}").number

    @cached_property
    def outlines(self) -> dict[str, BarOutlines]:
        """Outlines of free combs by carrier, where the run is widest: bars and fixed combs."""
        return {kind.id: self._outlined(kind, self.section) for kind in self.carriers if not isinstance(kind, Frame)}

    def _outlined(self, kind: TopBar | FixedComb, profile: Profile) -> BarOutlines:
        choices = self.hive.choices
        guide = kind.guide.length_mm if isinstance(kind, TopBar) else None
        depth = min(self.comb_depth_mm, profile.height_mm - self.litter_mm - choices.floor_gap_mm)
        depth = max(depth, 1.0)
        if isinstance(profile, Trapezoid):
            widest = max(profile.top_mm, profile.floor_mm)
            return outlines_of(profile, choices.bee_space_mm, depth, guide or widest, choices.comb_curve)
        assert isinstance(profile, Facets | Chord)
        return sampled_outlines(profile, choices.bee_space_mm, depth, guide, choices.comb_curve)

    @property
    def comb(self) -> BarOutlines | None:
        """Outlines of the main carrier's comb; None in a frame, which leaves the bees no choice."""
        return self.outlines.get(self.main.id) if self.main else None

    @cached_property
    def _hung(self) -> dict[tuple[str, float | None], Hung]:
        """Combs already worked out, by carrier and, where it matters, by place."""
        return {}

    @cached_property
    def _fits(self) -> dict[str, FitRange]:
        """Fits already worked out, by frame."""
        return {}

    def hung(self, placed: Placed) -> Hung:
        """The comb at a place of the run."""
        assert isinstance(placed.item, Comb)
        return self.hung_of(placed.item.type, placed.middle_mm)

    def hung_of(self, type_id: str, place_mm: float | None = None) -> Hung:
        """The comb of a carrier, at a place of the run or in its middle."""
        key = (type_id, place_mm if self.cavity.varies else None)
        if key not in self._hung:
            self._hung[key] = self._hang(type_id, key[1])
        return self._hung[key]

    def _hang(self, type_id: str, place_mm: float | None) -> Hung:
        kind = self.hive.comb_type(type_id)
        if isinstance(kind, Frame):
            return FramedComb(kind, self.frame_top_mm(kind))
        return self.outlines[type_id] if place_mm is None else self._outlined(kind, self.cavity.profile_at(place_mm))

    def frame_top_mm(self, frame: Frame) -> float:
        """A frame's top below the rim [mm]; negative when it stands above it."""
        return self.fit(frame).nominal.over

    def fit(self, frame: Frame) -> FitRange:
        """How a frame fits where the first of its kind hangs; spacers may narrow that place."""
        if frame.id not in self._fits:
            self._fits[frame.id] = self._fit(frame)
        return self._fits[frame.id]

    def _fit(self, frame: Frame) -> FitRange:
        at = self.place_of(frame)
        width = self.width_at_mm(at, frame.depth_mm)
        # Fillers put in for one kind of comb end below the rests; spacers carry rests of their own.
        below = 2 * sum(s.thickness_mm for s in self._linings_at(at) if s.beside is not None)
        narrower = 2 * self.lining_mm(at) - below
        return fit_in(
            frame,
            self.chamber,
            width,
            self.section.height_mm,
            self.rest_span_mm - narrower,
            self.filler_mm(at),
            width + below,
        )

    def place_of(self, kind: CombType) -> float:
        """Where the first comb of a kind hangs in the run [mm]."""
        first = next((p for p in self.layout.combs if isinstance(p.item, Comb) and p.item.type == kind.id), None)
        return first.middle_mm if first else self.run_mm / 2

    def _linings_at(self, place_mm: float) -> tuple[Lining, ...]:
        return tuple(s for s in self.chamber.linings if s.from_mm - 1e-6 <= place_mm <= s.to_mm + 1e-6)

    def lining_mm(self, place_mm: float) -> float:
        """Thickness of the lining on each side at a place of the run [mm]."""
        return sum(s.thickness_mm for s in self._linings_at(place_mm))

    def filler_mm(self, place_mm: float) -> float:
        """Height of a filler on the floor at a place of the run [mm]."""
        return sum(s.floor_mm for s in self._linings_at(place_mm))

    def width_at_mm(self, place_mm: float, depth_mm: float) -> float:
        """Inside width that a frame reaching down to a depth has at a place of the run [mm]."""
        low = min(depth_mm, self.section.height_mm)
        narrow = min(self.section.half_width_mm(0.0), self.section.half_width_mm(low))
        return 2 * (narrow - self.lining_mm(place_mm))

    @property
    def comb_brief(self) -> CombBrief | None:
        """The main bar's comb apart from its cavity, for asking what another slope would give."""
        if self.main_bar is None:
            return None
        choices = self.hive.choices
        return CombBrief(
            self.main_bar.guide.length_mm,
            choices.bee_space_mm,
            self.section.height_mm - self.comb_depth_mm,
            choices.comb_curve,
        )

    def honey_kg(self, kind: CombType) -> float:
        """Honey in a full comb of that carrier, in the middle of the run [kg]."""
        return honey_kg(self.hung_of(kind.id).predicted_area_mm2, kind.spacing_mm)

    @cached_property
    def comb_area_mm2(self) -> float:
        """One side of all combs of the run that a colony has between its followers [mm²]."""
        return sum(self.hung(placed).predicted_area_mm2 for placed in self.layout.nest_combs)

    @cached_property
    def full_honey_kg(self) -> float:
        """Honey when every comb of the run is full of it [kg]."""
        return sum(honey_kg(self.hung(placed).predicted_area_mm2, placed.length_mm) for placed in self.layout.combs)

    @property
    def held(self) -> tuple[str, ...]:
        """The sizes of the section that are given."""
        return held_sizes(self.chamber.section)

    @cached_property
    def side_mm(self) -> float:
        """Thickness of the wall at the combs' edges [mm]: a side, or an end when combs run along."""
        return total_thickness_mm(self.side_layers)

    @property
    def side_layers(self) -> tuple[Layer, ...]:
        """The walls at the combs' edges, inside first: sides, or ends when combs run along."""
        walls = self.chamber.walls
        along = self.chamber.axis == "lying" and self.chamber.combs == "along"
        return walls.ends if along else walls.sides

    @cached_property
    def end_mm(self) -> float:
        """Thickness of the wall at the run's ends [mm]."""
        walls = self.chamber.walls
        along = self.chamber.axis == "lying" and self.chamber.combs == "along"
        return total_thickness_mm(walls.sides if along or self.chamber.axis == "standing" else walls.ends)

    @cached_property
    def floor_board_mm(self) -> float:
        """Thickness of the floor [mm]; none where bees pass through it to the chamber below."""
        return 0.0 if self.stands_open else total_thickness_mm(self.floor_layers)

    @cached_property
    def on_common_floor(self) -> bool:
        """Whether it stands on the floor that all of the lowest chambers share."""
        return self.hive.common_floor and len(self._feet) > 1 and self.box in self._feet

    @property
    def _feet(self) -> tuple[int, ...]:
        """Chambers that stand lowest; one that is raised on a shim stands on the same floor."""
        low = min(each.place.z_mm for each in self.hive.chambers)
        return tuple(i for i, each in enumerate(self.hive.chambers) if each.place.z_mm - low < RIM_MM)

    @property
    def floor_box(self) -> int:
        """Whose floor it stands on: its own, or the first one's on a common floor."""
        if not self.on_common_floor:
            return self.box
        return self._feet[0]

    @property
    def floor_layers(self) -> tuple[Layer, ...]:
        """What its floor is of."""
        return self.hive.chambers[self.floor_box].walls.floor

    @cached_property
    def stands_open(self) -> bool:
        """Whether this chamber has no floor, but stands open on the chamber below."""
        mine = self.chamber
        for passage in self.hive.passages:
            ends = (passage.from_chamber, passage.to_chamber)
            if passage.kind != "open" or mine.id not in ends:
                continue
            other = next(c for c in self.hive.chambers if c.id == ends[ends[0] == mine.id])
            if other.place.z_mm < mine.place.z_mm:
                return True
        return False

    @cached_property
    def widest_board_mm(self) -> float | None:
        """The widest board on hand that is as thick as the sides [mm]; None when there is none."""
        play = practice("board_thickness").number
        fitting = [b.width_mm for b in self.hive.boards if abs(b.thickness_mm - self.side_mm) <= play]
        return max(fitting, default=None)

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
        if self.trapezoid is not None:
            return self.trapezoid.outside_top_mm(self.side_mm)
        return self.section.top_mm + 2 * self.side_mm

    @property
    def run_path(self) -> str:
        """JSON pointer of the field that holds the run's length."""
        return f"{self.path}/{run_path(self.chamber)}"

    @property
    def width_path(self) -> str:
        """JSON pointer of the field that holds the width where combs hang."""
        return f"{self.path}/{width_path(self.chamber)}"

    @property
    def depth_path(self) -> str:
        """JSON pointer of the field that holds the cavity's height."""
        return f"{self.path}/{depth_path(self.chamber)}"
