"""What a hive costs: boards, sheets, hardware, hours by part and operation."""

from __future__ import annotations

from dataclasses import dataclass

from sabaka_core.base.units import UNSEEN_DEG
from sabaka_core.document.building import Building
from sabaka_core.document.hive import Hive
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.planned import CutPlan
from sabaka_core.woodwork.strips import value


@dataclass(frozen=True)
class Bill:
    """Money and time. Minutes by operation."""

    boards: float
    sheets: float
    hardware: float
    minutes: dict[str, float]
    hour_price: float

    @property
    def hours(self) -> float:
        return sum(self.minutes.values()) / 60

    @property
    def work(self) -> float:
        return self.hours * self.hour_price

    @property
    def total(self) -> float:
        return self.boards + self.sheets + self.hardware + self.work


def part_minutes(part: Part, panels: dict[str, int]) -> dict[str, float]:
    """Minutes of one kind of part, all its copies, by operation; ``panels`` holds how many copies are glued up."""
    if part.group == "Bought":
        return {}
    n = part.count
    return {
        "crosscut": n * value("crosscut"),
        "rip": n * part.long_mm / 1000 * value("rip"),
        "bevel": n * 2 * value("bevel") if part.bevel_deg > UNSEEN_DEG else 0.0,
        "rebate": n * value("rebate") if part.rebate else 0.0,
        "hole": len(part.holes) * value("hole"),
        "glue up": panels.get(part.id, 0) * value("glue_up"),
        "join": n * value("join"),
    }


def bill_of(parts: tuple[Part, ...], plan: CutPlan, hive: Hive) -> Bill:
    """The bill of a hive."""
    building = hive.building or Building()
    panels = {panel.part: panel.copies for panel in plan.panels}
    minutes: dict[str, float] = {}
    for part in parts:
        for work, took in part_minutes(part, panels).items():
            minutes[work] = minutes.get(work, 0.0) + took
    for work, thinned in (("plane", "planed"), ("resaw", "resawn")):
        metres = sum(p.long_mm for board in plan.boards if board.thinned == thinned for p in board.pieces) / 1000
        if metres:
            minutes[work] = metres * value(work)
    fixed = sum(part.count for part in parts if part.group in ("Box", "Roof", "Stand", "Supers"))
    hinges = 2 if hive.roof is not None and hive.roof.opens.startswith("hinged") else 0
    hardware = fixed * value("screws_a_part") * value("screws") + hinges * value("hinge")
    sheets = plan.sheet_cost
    return Bill(plan.cost - sheets, sheets, hardware, minutes, building.hour_price)
