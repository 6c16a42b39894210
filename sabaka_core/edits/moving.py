"""Changes of what a design says of moving in: what the bees are on, their brood, boxes, a stage laid out."""

from __future__ import annotations

from sabaka_core.document.combs import Frame
from sabaka_core.document.hive import Hive
from sabaka_core.document.moving import OWN, Brood, Moving
from sabaka_core.edits.wishes import moving_of, with_wish
from sabaka_core.errors import InfeasibleError, ParameterError
from sabaka_core.frames.catalogue import catalogue_row
from sabaka_core.moving.bees import bees_of, carrier_of
from sabaka_core.moving.box import stack_of
from sabaka_core.moving.find import room_of
from sabaka_core.moving.move import stage_run


def _with(hive: Hive, moving: Moving, **changes: object) -> Hive:
    return hive.model_copy(update={"moving": moving.model_copy(update=changes)})


def move_from(hive: Hive, bees: str, standard: str | None) -> Hive:
    """The hive with other bees to move in; the way, and what was marked on the old combs, are chosen anew.

    Raises:
        ParameterError: there is no such frame, or the keeper's own isn't measured yet.
    """
    moving = moving_of(hive)
    ident = standard or moving.standard
    if ident == OWN and moving.own is None:
        raise ParameterError("/moving/own", ident, "Measure your frame first.", "not-measured")
    if ident != OWN:
        catalogue_row(ident)
    return _with(hive, moving, bees=bees, standard=ident, way=None, brood=None, boxes=())


def measure_old(hive: Hive) -> Hive:
    """The hive with the old frame as the keeper's own, by its standard's sizes to begin with.

    Raises:
        InfeasibleError: the bees aren't on frames.
    """
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


def mark_brood(hive: Hive, forget: bool) -> Hive:
    """The hive with the brood marked as the usual disc, or not marked any more."""
    moving = moving_of(hive)
    if forget:
        return _with(hive, moving, brood=None)
    oval = bees_of(moving.model_copy(update={"brood": None}), hive.choices).brood
    brood = Brood(
        wide_mm=round(2 * oval.half_wide_mm, 1),
        high_mm=round(2 * oval.half_high_mm, 1),
        below_mm=round(oval.below_mm, 1),
    )
    return _with(hive, moving, brood=brood)


def own_boxes(hive: Hive, forget: bool) -> Hive:
    """The hive with the old frames' usual boxes written down, or with none.

    Raises:
        InfeasibleError: no box is known for these frames.
    """
    moving = moving_of(hive)
    if forget:
        return _with(hive, moving, boxes=())
    carrier = carrier_of(moving)
    stack = stack_of(getattr(carrier, "standard", moving.standard), room_of(hive).drop_mm)
    if not stack:
        raise InfeasibleError(
            "No stack of that frame’s usual boxes goes into this hive’s depth.", "The box then comes out of boards."
        )
    return _with(hive, moving, boxes=stack)


def lay_out_stage(hive: Hive, number: int) -> Hive:
    """The hive with the run of one stage of its move, its entrances opened and plugged to suit."""
    stage = stage_run(with_wish(hive, "moving"), number)
    return stage.hive.model_copy(update={"moving": moving_of(hive)})
