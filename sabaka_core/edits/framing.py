"""How a frame is made: as deep as its boxes, with shelves where they are wanted."""

from __future__ import annotations

from typing import ClassVar, Literal

from sabaka_core.base.errors import InfeasibleError, ParameterError
from sabaka_core.document.base import Ident
from sabaka_core.document.combs import Frame
from sabaka_core.document.hive import Hive
from sabaka_core.edits.action import Bench, Edit, Index
from sabaka_core.edits.stock import known_type
from sabaka_core.edits.values import replace_value
from sabaka_core.frames.parts import openings_of, shelf_middles_mm
from sabaka_core.hive.chambers import analyse

MOST_SHELVES = 6


class DeepAsBox(Edit):
    """Make a frame as deep as the chamber on the bench allows: down to its floor gap, through all of its boxes."""

    do: Literal["deep-as-box"] = "deep-as-box"
    says: ClassVar[tuple[str, ...]] = ("/comb_types",)
    type: Ident

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        kind = known_type(hive, self.type)
        if not isinstance(kind, Frame):
            raise ParameterError("type", self.type, "Only a frame has a depth of its own.", "not-a-frame")
        a = analyse(hive, bench.box)
        spare = a.fit(kind).nominal.under - hive.choices.floor_gap_mm
        deep = round(kind.depth_mm + spare, 3)
        least = kind.top_bar_thickness_mm + kind.bottom_bar_thickness_mm
        if deep <= least:
            raise InfeasibleError("There is no room for a frame under its rests in this chamber.")
        at = hive.comb_types.index(kind)
        return replace_value(hive, f"/comb_types/{at}/depth_mm", deep)


class AddShelf(Edit):
    """Give a frame a cross shelf with its middle at a typed place: halfway down its tallest field."""

    do: Literal["add-shelf"] = "add-shelf"
    says: ClassVar[tuple[str, ...]] = ("/comb_types",)
    type: Ident

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        kind = known_type(hive, self.type)
        if not isinstance(kind, Frame) or not openings_of(kind):
            raise ParameterError("type", self.type, "Only a frame with comb has shelves.", "not-a-frame")
        tallest = max(openings_of(kind), key=lambda each: each.bottom_mm - each.top_mm)
        middle = (tallest.top_mm + tallest.bottom_mm) / 2 - openings_of(kind)[0].top_mm
        places = tuple(sorted((*(shelf_middles_mm(kind)), round(middle, 1))))
        if len(places) > MOST_SHELVES:
            raise InfeasibleError(f"A frame has {MOST_SHELVES} shelves at most.")
        changed = kind.model_copy(update={"shelves_at_mm": places, "shelves": len(places)})
        at = hive.comb_types.index(kind)
        types = (*hive.comb_types[:at], changed, *hive.comb_types[at + 1 :])
        return hive.model_copy(update={"comb_types": types})


class RemoveShelf(Edit):
    """Take a cross shelf out of a frame."""

    do: Literal["remove-shelf"] = "remove-shelf"
    says: ClassVar[tuple[str, ...]] = ("/comb_types",)
    type: Ident
    at: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        kind = known_type(hive, self.type)
        places = shelf_middles_mm(kind) if isinstance(kind, Frame) else ()
        if not isinstance(kind, Frame) or self.at >= len(places):
            raise ParameterError("at", self.at, "There is no such shelf.", "no-such-shelf")
        left = (*places[: self.at], *places[self.at + 1 :])
        at = hive.comb_types.index(kind)
        changed = kind.model_copy(update={"shelves_at_mm": left, "shelves": len(left)})
        return hive.model_copy(update={"comb_types": (*hive.comb_types[:at], changed, *hive.comb_types[at + 1 :])})
