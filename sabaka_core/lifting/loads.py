"""What a keeper lifts: combs by what is on them, boxes of a stack, supers, the lid, the whole hive."""

from __future__ import annotations

from dataclasses import dataclass, replace
from math import ceil, cos, radians

from sabaka_core.base.errors import ParameterError
from sabaka_core.base.units import GRAVITY
from sabaka_core.combs.contents import honey_kg
from sabaka_core.document.combs import Frame
from sabaka_core.document.lifting import Lifting
from sabaka_core.document.run import Contents
from sabaka_core.frames.catalogue import BoxSizes, catalogue
from sabaka_core.frames.parts import comb_area_mm2, wood_volume_mm3
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.carriers import carrier_kg
from sabaka_core.hive.materials import density
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.tables import practice
from sabaka_core.lifting.body import value
from sabaka_core.season.nest import DEEP_MM2
from sabaka_core.woodwork.masses import lid_kg

# How full of honey a comb is by what it is marked as.
# Part of a box over which the next one is put on.
_NEXT_BOX = 0.25
_HONEY: dict[Contents, float] = {"empty": 0.0, "brood": 0.1, "pollen": 0.15, "nectar": 0.5, "honey": 1.0}


@dataclass(frozen=True)
class CombLoad:
    """One kind of comb of the hive: what it weighs with each content, bees on it [kg]."""

    name: str
    by_contents: dict[Contents, float]


def comb_kg(a: Analysis, type_id: str, contents: Contents) -> float:
    """A comb with its carrier, what is on it, and the bees that stay on [kg]."""
    kind = a.hive.comb_type(type_id)
    area = a.hung_of(type_id).predicted_area_mm2
    return carrier_kg(a.hive, type_id) + filled_kg(area, kind.spacing_mm, contents)


def filled_kg(area_mm2: float, spacing_mm: float, contents: Contents) -> float:
    """Comb of an area with what is on it, without its carrier [kg]."""
    share = area_mm2 / DEEP_MM2
    brood = value("brood_kg") * share if contents in ("brood", "pollen") else value("wax_kg") * share
    return brood + honey_kg(area_mm2, spacing_mm) * _HONEY[contents] + value("bees_on_comb") * share


def comb_loads(a: Analysis) -> tuple[CombLoad, ...]:
    """Every kind of comb in the chamber by its contents."""
    kinds: tuple[Contents, ...] = ("empty", "brood", "nectar", "honey")
    return tuple(CombLoad(kind.name, {c: comb_kg(a, kind.id, c) for c in kinds}) for kind in a.carriers)


@dataclass(frozen=True)
class StackBox:
    """The box of the stack that the hive would replace: sizes, frames, and what it weighs [mm, kg]."""

    name: str
    box: BoxSizes
    frame: Frame
    frames: int
    shell_kg: float
    fixed: int | None = None

    @property
    def empty_kg(self) -> float:
        """Box and frames without comb."""
        return self.shell_kg + self.frames * wood_volume_mm3(self.frame) * density("softwood") / 1e9

    @property
    def area_mm2(self) -> float:
        """One side of all its combs."""
        return self.frames * comb_area_mm2(self.frame)

    @property
    def honey_kg(self) -> float:
        """Honey when every frame is full of it."""
        return self.frames * honey_kg(comb_area_mm2(self.frame), self.frame.spacing_mm)

    @property
    def lid_kg(self) -> float:
        """A flat lid of boards over it."""
        board = practice("stack_board").number
        face = (self.box.across_mm + 2 * board) * (self.box.along_mm + 2 * board)
        return face * board * density("softwood") / 1e9

    def boxes_for(self, deep_combs: float) -> int:
        """As many boxes as hold so many deep combs, a second from one and a quarter on; or as many as it has."""
        needed = max(ceil(max(deep_combs, 1.0) * DEEP_MM2 / self.area_mm2 - _NEXT_BOX), 1)
        return self.fixed or needed

    @property
    def full_kg(self) -> float:
        """All told: box, frames, honey, wax, and a few bees."""
        return self.empty_kg + self.frames * filled_kg(comb_area_mm2(self.frame), self.frame.spacing_mm, "honey")


def stack_box(ident: str) -> StackBox | None:
    """The stack's box of a catalogue frame; None for rows that have none, or hold no comb."""
    row = catalogue().get(ident)
    if row is None or row.box is None or not isinstance(row.carrier, Frame) or comb_area_mm2(row.carrier) <= 0:
        return None
    box = row.box
    # A box that is as long as a horizontal hive is no box of a stack: ten frames' worth of it is.
    long = min(box.along_mm, value("longest_box"))
    return StackBox(row.name, box, row.carrier, int(long // row.carrier.spacing_mm), _shell_kg(box))


def _shell_kg(box: BoxSizes) -> float:
    """Four boards round a box."""
    thick = practice("stack_board").number
    around = 2 * (box.across_mm + box.along_mm + 2 * thick)
    return around * box.height_mm * thick * density("softwood") / 1e9


def chosen_stack(lifting: Lifting) -> StackBox:
    """The boxes of the stack that a keeper compares with.

    Raises:
        ParameterError: boxes aren't made for that frame.
    """
    box = stack_box(lifting.stack_box)
    if box is None:
        names = ", ".join(row.name for ident, row in catalogue().items() if stack_box(ident) and not row.made_from)
        raise ParameterError(
            "/lifting/stack_box",
            lifting.stack_box,
            f"No boxes are stacked for that frame. Choose one of: {names}.",
            "no-box",
        )
    return _as_wished(box, lifting)


def _as_wished(stack: StackBox, lifting: Lifting) -> StackBox:
    """The stack with as many frames to a box, and as many boxes, as the keeper says."""
    frames = lifting.stack_frames or stack.frames
    if frames != stack.frames:
        # A box for fewer frames is as much narrower.
        along = stack.box.along_mm + (frames - stack.frames) * stack.frame.spacing_mm
        box = stack.box.model_copy(update={"along_mm": along})
        stack = replace(stack, box=box, frames=frames, shell_kg=_shell_kg(box))
    return replace(stack, fixed=lifting.stack_boxes)


@dataclass(frozen=True)
class Lid:
    """The lid: what it weighs, how wide it swings, and the force at its far edge [kg, mm, N]."""

    kg: float
    hinge: str
    swing_mm: float

    def force_n(self, open_deg: float) -> float:
        """Force at the far edge, square to the lid, that holds a uniform hinged lid at an angle from level."""
        return self.kg * GRAVITY / 2 * max(cos(radians(open_deg)), 0.0)

    def prop_n(self, open_deg: float, at_share: float) -> float:
        """Force on a prop square to the lid, at a share of its swing from the hinge."""
        return self.force_n(open_deg) / at_share


# What is lifted of a lid by how it opens; one that slides is lifted off where it has to come away.
_HINGES = {"lifts-off": "lift-off", "slides": "lift-off", "hinged-side": "long-side", "hinged-end": "end"}


def lid_of(whole: Whole, lifting: Lifting) -> Lid:
    """What is lifted of the hive's lid at a time: weighed, by its layers, or as one of boards and sheet metal."""
    long, wide = whole.foot_mm
    roof = whole.hive.roof
    hinge = _HINGES[roof.opens] if roof is not None else "lift-off"
    # Of a lid in two parts one is lifted at a time.
    parts = roof.parts if roof is not None else 1
    return Lid(lid_kg(whole) / parts, hinge, long / parts if hinge == "end" else wide)


def people(kg: float) -> int:
    """How many it takes to carry a load a few steps."""
    return max(ceil(kg / value("one_person") - 1e-9), 1)
