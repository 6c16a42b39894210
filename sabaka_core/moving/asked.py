"""The move that a design asks for, for every study that asks for it."""

from __future__ import annotations

from dataclasses import dataclass

from sabaka_core.document.moving import Moving
from sabaka_core.hive.context import Context
from sabaka_core.moving.bees import Bees
from sabaka_core.moving.box import ConversionBox, conversion_box
from sabaka_core.moving.find import RankedWay, ways_for
from sabaka_core.moving.layouts import Stage, stages
from sabaka_core.moving.move import chosen_way
from sabaka_core.moving.plan import MovePlan, plan_move
from sabaka_core.moving.room import Room
from sabaka_core.moving.ways import Way


@dataclass(frozen=True)
class Move:
    """Bees, the room they move into, every way in its rank, the chosen one, its days and its stages."""

    moving: Moving
    bees: Bees
    room: Room
    ranked: list[RankedWay]
    way: Way
    plan: MovePlan
    stages: tuple[Stage, ...]

    @property
    def box(self) -> ConversionBox | None:
        """The conversion box, where that is the way."""
        return conversion_box(self.bees, self.room, self.moving) if self.way.id == "parallel-box" else None


def move_in(context: Context) -> Move:
    """Its move, from the wishes it holds or the usual ones.

    Raises:
        ParameterError: a frame, date or size can't be used; the field is named.
    """
    hive = context.hive
    moving = hive.moving or Moving()
    bees, room, ranked = ways_for(hive, moving)
    way = chosen_way(ranked, moving)
    plan = plan_move(way, bees, moving)
    return Move(moving, bees, room, ranked, way, plan, stages(way, bees, room, moving, plan))
