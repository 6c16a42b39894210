"""Changes of what a design says of moving in: what the bees are on, their brood, boxes, a stage laid out."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from sabaka_core.base.errors import InfeasibleError, ParameterError
from sabaka_core.document.base import Ident, Name
from sabaka_core.document.combs import Frame
from sabaka_core.document.hive import Hive
from sabaka_core.document.moving import OWN, Brood, Moving
from sabaka_core.edits.action import Bench, Edit, Index
from sabaka_core.edits.wishes import moving_of, with_wish
from sabaka_core.frames.catalogue import catalogue_row
from sabaka_core.moving.bees import bees_of, carrier_of
from sabaka_core.moving.box import family, stack_of
from sabaka_core.moving.find import room_of
from sabaka_core.moving.move import stage_run


def _with(hive: Hive, moving: Moving, **changes: object) -> Hive:
    return hive.model_copy(update={"moving": moving.model_copy(update=changes)})


class MoveFrom(Edit):
    """Say what the bees are on: a frame or bar of the catalogue, the keeper's own, bars, fixed combs, a swarm."""

    do: Literal["move-from"] = "move-from"
    bees: Literal["frames", "bars", "fixed", "swarm"]
    standard: Ident | None = None

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        moving = moving_of(hive)
        ident = self.standard or moving.standard
        if ident == OWN and moving.own is None:
            raise ParameterError("/moving/own", ident, "Measure your frame first.", "not-measured")
        if ident != OWN:
            catalogue_row(ident)
        return _with(hive, moving, bees=self.bees, standard=ident, way=None, brood=None, boxes=())


class MeasureOld(Edit):
    """Take the frame the bees are on as the keeper's own, to be measured."""

    do: Literal["measure-old"] = "measure-old"

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        moving = moving_of(hive)
        carrier = carrier_of(moving)
        if moving.bees != "frames" or not isinstance(carrier, Frame):
            raise InfeasibleError("Only a frame can be measured here.", "Give the sizes of bar and comb instead.")
        own = carrier.model_copy(
            update={
                "id": OWN,
                "name": f"{carrier.name}, as measured"[:80],
                "origin": "measured",
                "tolerance_mm": carrier.tolerance_mm or 1.0,
            }
        )
        return _with(hive, moving, own=own, standard=OWN)


class MarkBrood(Edit):
    """Mark the brood on the old combs, as the usual disc to begin with; or forget the mark."""

    do: Literal["mark-brood"] = "mark-brood"
    forget: bool = False

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        moving = moving_of(hive)
        if self.forget:
            return _with(hive, moving, brood=None)
        oval = bees_of(moving.model_copy(update={"brood": None}), hive.choices).brood
        brood = Brood(
            wide_mm=round(2 * oval.half_wide_mm, 1),
            high_mm=round(2 * oval.half_high_mm, 1),
            below_mm=round(oval.below_mm, 1),
        )
        return _with(hive, moving, brood=brood)


class OwnBoxes(Edit):
    """Write down the boxes a conversion box is made of, to be measured; or go back to boards and the catalogue's."""

    do: Literal["own-boxes"] = "own-boxes"
    forget: bool = False

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        moving = moving_of(hive)
        if self.forget:
            return _with(hive, moving, boxes=())
        carrier = carrier_of(moving)
        stack = stack_of(getattr(carrier, "standard", moving.standard), room_of(hive).drop_mm)
        if not stack:
            raise InfeasibleError(
                "No stack of that frame’s usual boxes goes into this hive’s depth.", "The box then comes out of boards."
            )
        return _with(hive, moving, boxes=stack)


class PickBoxes(Edit):
    """Take a stack of the usual boxes for the conversion box, by their names, lowest first."""

    do: Literal["pick-boxes"] = "pick-boxes"
    names: Annotated[tuple[Name, ...], Field(min_length=1, max_length=6)]

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        moving = moving_of(hive)
        carrier = carrier_of(moving)
        known = {box.name: box for box in family(getattr(carrier, "standard", moving.standard))}
        missing = next((name for name in self.names if name not in known), None)
        if missing is not None:
            raise ParameterError("names", missing, "That is no usual box of the old frames.", "no-such-box")
        return _with(hive, moving, boxes=tuple(known[name] for name in self.names))


class LayOut(Edit):
    """Write the run of one stage of the move into the design."""

    do: Literal["lay-out"] = "lay-out"
    stage: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        stage = stage_run(with_wish(hive, "moving"), self.stage)
        return stage.hive.model_copy(update={"moving": moving_of(hive)})
