"""The move that a design asks for: its chosen way, plan and stages."""

from __future__ import annotations

from sabaka_core.base.errors import InfeasibleError, ParameterError
from sabaka_core.document.hive import Hive
from sabaka_core.document.moving import Moving
from sabaka_core.moving.bees import Bees
from sabaka_core.moving.find import RankedWay, ways_for
from sabaka_core.moving.later import conversion_hive
from sabaka_core.moving.layouts import Stage, stages
from sabaka_core.moving.plan import MovePlan, plan_move
from sabaka_core.moving.ways import Way


def chosen_way(ranked: list[RankedWay], moving: Moving) -> Way:
    """The way the keeper chose; the first in rank when none was, or when these bees have no such way."""
    return next((r.way for r in ranked if r.way.id == moving.way), ranked[0].way)


def moving_stages(hive: Hive) -> tuple[tuple[Stage, ...], MovePlan, Way, Bees]:
    """Stages, plan, way and bees of a design's move."""
    moving = hive.moving or Moving()
    bees, room, ranked = ways_for(hive, moving)
    way = chosen_way(ranked, moving)
    plan = plan_move(way, bees, moving)
    return stages(way, bees, room, moving, plan), plan, way, bees


def stage_run(hive: Hive, number: int) -> Stage:
    """One stage, to write into the design.

    Raises:
        ParameterError: there is no such stage, or it is one of the conversion box's.
    """
    found = moving_stages(hive)[0]
    if not 0 <= number < len(found):
        raise ParameterError("stage", number, "The move has no such stage.", "no-such-stage")
    stage = found[number]
    if stage.hive.system != hive.system or len(stage.hive.chambers) != len(hive.chambers):
        raise ParameterError(
            "stage", number, "That day stands in the conversion box: keep the box as a design of its own.", "other-hive"
        )
    return stage


def conversion_design(hive: Hive) -> Hive:
    """The conversion box of a design's move, as a design of its own.

    Raises:
        InfeasibleError: no such box can be made for these bees and this hive.
    """
    moving = hive.moving or Moving()
    bees, room, ranked = ways_for(hive, moving)
    way = next((r.way for r in ranked if r.way.id == "parallel-box"), None)
    if way is None or not way.feasible:
        tight = way.tightest if way else None
        raise InfeasibleError(
            "No conversion box can be made for these combs and this hive.",
            f"{tight.label}: {tight.words}. {way.nearest}".strip()
            if way and tight
            else "It takes frames on both sides.",
        )
    return conversion_hive(bees, room, moving)
