"""What a hive costs: boards, sheets, what is bought besides, and honest hours by operation."""

from __future__ import annotations

from dataclasses import dataclass

from sabaka_core.base.units import UNSEEN_DEG
from sabaka_core.document.building import Building
from sabaka_core.document.hive import Hive
from sabaka_core.woodwork.along import design_of
from sabaka_core.woodwork.old_boxes import cut_apart
from sabaka_core.woodwork.owned import frame_kinds, to_make
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.planned import CutPlan
from sabaka_core.woodwork.scarfs import is_scarfed
from sabaka_core.woodwork.shopping import Bought, shopping
from sabaka_core.woodwork.strips import value

# What is put together piece by piece where it stands; frames are made at so many an hour.
_JOINED = ("Box", "Roof", "Stand", "Supers", "Run", "Covers")
_OUTSIDE = ("sides", "ends", "roof", "super", "stand")
_MM2 = 1e6


@dataclass(frozen=True)
class Bill:
    """Money and time. Minutes by operation."""

    boards: float
    sheets: float
    bought: tuple[Bought, ...]
    minutes: dict[str, float]
    hour_price: float

    @property
    def hardware(self) -> float:
        """What is bought besides boards and sheets."""
        return sum(line.price for line in self.bought)

    @property
    def hours(self) -> float:
        return sum(self.minutes.values()) / 60

    @property
    def work(self) -> float:
        return self.hours * self.hour_price

    @property
    def total(self) -> float:
        return self.boards + self.sheets + self.hardware + self.work


def part_minutes(part: Part, panels: dict[str, int], frames: frozenset[str]) -> dict[str, float]:
    """Minutes of one kind of part, all its copies, by operation.

    Args:
        panels: how many glue-ups the copies of a part take.
        frames: carriers that are frames: their pieces are joined as frames, not one by one.
    """
    if part.group == "Bought":
        return {}
    n = part.count
    of_a_frame = part.carrier in frames
    joined = 0.0 if of_a_frame or part.group not in _JOINED else n * value("join")
    # Pieces that are alike are cut against a stop: the first is measured, the others follow.
    return {
        "measure and mark": value("mark") + (n - 1) * value("mark_alike"),
        "crosscut": n * value("crosscut"),
        "rip": n * part.long_mm / 1000 * value("rip"),
        "bevel": n * 2 * value("bevel") if part.bevel_deg > UNSEEN_DEG else 0.0,
        "rebate": n * value("rebate") if part.rebate else 0.0,
        "bore": len(part.holes) * value("hole"),
        "glue up": panels.get(part.id, 0) * value("glue_up"),
        "join": joined,
        "finish": outside_mm2(part) / _MM2 * value("finish"),
    }


def outside_mm2(part: Part) -> float:
    """Faces of all copies of a part that the weather meets [mm²]."""
    outside = part.thing.split("-")[0] in _OUTSIDE and part.group in ("Box", "Roof", "Supers", "Stand")
    return part.long_mm * part.wide_mm * part.count if outside else 0.0


def frames_made(parts: tuple[Part, ...], hive: Hive) -> int:
    """How many frames these parts make: one for each top bar of a frame."""
    kinds = frame_kinds(hive)
    return sum(part.count for part in parts if part.carrier in kinds and "top-bar" in part.id)


def bill_of(parts: tuple[Part, ...], plan: CutPlan, hive: Hive) -> Bill:
    """The bill of a hive: what is on hand costs neither money nor time."""
    building = hive.building or Building()
    parts = to_make(parts, hive)
    panels = {panel.part: panel.copies for panel in plan.panels}
    for part in parts:
        if is_scarfed(part, plan):
            panels[part.id] = panels.get(part.id, 0) + part.count
    # Boards that only another design’s pieces come out of are that design’s work.
    boards = [own for board in plan.boards if (own := [p for p in board.pieces if not design_of(p.part)])]
    minutes: dict[str, float] = {"measure and mark": len(boards) * value("board")}
    boxes = sum(number for _, number in cut_apart(plan, hive))
    if boxes:
        minutes["cut old boxes apart"] = boxes * value("cut_apart")
    kinds = frame_kinds(hive)
    for part in parts:
        for work, took in part_minutes(part, panels, kinds).items():
            minutes[work] = minutes.get(work, 0.0) + took
    for work, thinned in (("plane", "planed"), ("resaw", "resawn")):
        pieces = [p for b in plan.boards if b.thinned == thinned for p in b.pieces if not design_of(p.part)]
        # What is no wider than the saw cuts deep is ripped off a board's edge, once more for its thickness.
        edge = [p for p in pieces if work == "resaw" and p.wide_mm <= value("ripped_on_edge")]
        metres = sum(p.long_mm for p in pieces) / 1000 - sum(p.long_mm for p in edge) / 1000
        minutes["rip"] = minutes.get("rip", 0.0) + sum(p.long_mm for p in edge) / 1000 * value("rip")
        if metres:
            minutes[work] = metres * value(work)
    frames = frames_made(parts, hive)
    if frames:
        minutes["put frames together"] = frames * value("frame")
    return Bill(plan.cost - plan.sheet_cost, plan.sheet_cost, shopping(parts, building), minutes, building.hour_price)
