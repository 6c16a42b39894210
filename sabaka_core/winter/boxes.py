"""Boxes that stay over the nest in winter: which, and what their walls let out."""

from __future__ import annotations

from sabaka_core.document.chambers import Layer
from sabaka_core.document.wintering import Wintering
from sabaka_core.hive.blocks import BoxPlace
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.tables import practice
from sabaka_core.season.planned import Plan
from sabaka_core.winter.physics import Face, resistance, transmittance

# What that face is called.
BOXES = "Boxes over it"


def boxes_on(whole: Whole, wintering: Wintering, plan: Plan) -> tuple[BoxPlace, ...]:
    """Supers, shims and vent boxes over the nest that stay: those that the plan leaves on, none, or all."""
    over = [b for b in whole.boxes if b.is_super and b.chamber == plan.nest.a.box]
    if wintering.boxes != "plan":
        return tuple(over) if wintering.boxes == "on" else ()
    stay = {room.number for room in plan.stays if room.over}
    # What holds no comb is never taken off for honey: it stays with what is under it.
    return tuple(b for b in over if whole.super_of(b) in stay or not whole.hive.supers[whole.super_of(b)].combs)


def airs(whole: Whole, boxes: tuple[BoxPlace, ...]) -> bool:
    """Whether one of them lets air out over the bees: then the top is a vented one, whatever was chosen."""
    return any(whole.hive.supers[whole.super_of(b)].holds == "vents" for b in boxes)


def boxes_face(boxes: tuple[BoxPlace, ...], c: dict[str, float]) -> Face | None:
    """The walls of boxes over the nest, which warm air fills, as one more face; none where there is none.

    All of their height and length counts, which is more than a small cluster warms.
    """
    if not boxes:
        return None
    board = practice("stack_board").number
    area = sum(2 * (b.x[1] - b.x[0] + b.y[1] - b.y[0] - 4 * board) * b.height_mm for b in boxes) / 1e6
    r = resistance((Layer(material="softwood", thickness_mm=board),))
    return Face(BOXES, area, transmittance(r, c["rsi_side"], c["rse"]), board / 1000, c["rsi_side"])
