"""Making frames and conversion parts: saw settings in order, passes and minutes; make, buy or pool."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import lru_cache
from math import ceil

from pydantic import BaseModel, ConfigDict

from sabaka_core.document.combs import Frame
from sabaka_core.document.moving import Making
from sabaka_core.frames.parts import parts_of
from sabaka_core.kit.tables import raw_table
from sabaka_core.moving.ways import NewPart

_SETTING = re.compile(r"(long|wide|thick|\d+(?:\.\d+)?)(?:([+\-/])(\d+(?:\.\d+)?))?")


class Operation(BaseModel):
    """One row of data/making.toml."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    do: str
    fence: str
    blade: str
    passes: int
    minutes: float
    setup: float
    note: str


@dataclass(frozen=True)
class SawStep:
    """One setting of the saw for one part, over all its pieces [mm, minutes]."""

    do: str
    fence_mm: float
    blade_mm: float
    passes_each: int
    passes: int
    minutes: float
    note: str


@dataclass(frozen=True)
class PartMaking:
    """A part's way through the workshop."""

    name: str
    count: int
    sizes_mm: tuple[float, float, float]
    steps: tuple[SawStep, ...]

    @property
    def passes_each(self) -> int:
        return sum(step.passes_each for step in self.steps)

    @property
    def passes(self) -> int:
        return sum(step.passes for step in self.steps)

    @property
    def minutes(self) -> float:
        return sum(step.minutes for step in self.steps)


@lru_cache(maxsize=1)
def operations() -> dict[str, tuple[Operation, ...]]:
    """Operations by the kind of part, in their order."""
    raw = raw_table("making")
    return {kind: tuple(Operation.model_validate(row) for row in rows) for kind, rows in raw.items()}


def setting_mm(words: str, sizes: tuple[float, float, float]) -> float:
    """A fence or blade setting out of a part's long, wide and thick [mm]."""
    match = _SETTING.fullmatch(words)
    assert match is not None, words
    named = dict(zip(("long", "wide", "thick"), sizes, strict=True))
    base = named[match[1]] if match[1] in named else float(match[1])
    if match[2] is None:
        return base
    other = float(match[3])
    return {"+": base + other, "-": max(base - other, 1.0), "/": base / other}[match[2]]


def making_of(name: str, count: int, sizes: tuple[float, float, float], shaped: bool) -> PartMaking:
    """A part's saw settings in order, for so many pieces."""
    lower = name.lower()
    kind = (
        "side bar, shaped"
        if shaped and "side bar" in lower
        else next((k for k in ("side bar", "top bar") if k in lower), "other")
    )
    steps = tuple(
        SawStep(
            op.do,
            round(setting_mm(op.fence, sizes), 1),
            round(setting_mm(op.blade, sizes), 1),
            op.passes,
            op.passes * count,
            op.setup + op.passes * count * op.minutes,
            op.note,
        )
        for op in operations()[kind]
    )
    return PartMaking(name, count, sizes, steps)


def frame_making(frame: Frame, count: int, shaped: bool = True) -> tuple[PartMaking, ...]:
    """Every sawn part of so many frames."""
    return tuple(
        making_of(part.name, len(part.pieces) * count, part.pieces[0].sizes_mm, shaped)
        for part in parts_of(frame)
        if part.pieces
    )


def kit_making(parts: tuple[NewPart, ...]) -> tuple[PartMaking, ...]:
    """Every part of a way that has three sizes, as it is sawn."""
    return tuple(
        making_of(part.name, part.count, (part.sizes_mm[0], part.sizes_mm[1], part.sizes_mm[2]), False)
        for part in parts
        if len(part.sizes_mm) == 3 and part.count
    )


@dataclass(frozen=True)
class Costs:
    """Cost of so many frames, made alone, bought, or made with a tool that several keepers share."""

    frames: int
    make: float
    buy: float
    pool: float
    make_from: int | None
    pool_from: int | None

    @property
    def best(self) -> str:
        return min((("make", self.make), ("buy", self.buy), ("pool", self.pool)), key=lambda pair: pair[1])[0]


def frame_price(making: Making, minutes_each: float) -> float:
    """What one frame costs to make besides the tool: wood and hours."""
    return making.wood_price + minutes_each / 60 * making.hour_price


def costs(making: Making, minutes_each: float) -> Costs:
    """Make, buy or pool; ``make_from`` and ``pool_from`` are the fewest frames at which each beats buying."""
    each, n = frame_price(making, minutes_each), making.frames
    share = making.tool_price / making.keepers
    return Costs(
        n,
        making.tool_price + each * n,
        making.buy_price * n,
        share + each * n,
        break_even(making.tool_price, making.buy_price - each),
        break_even(share, making.buy_price - each),
    )


def break_even(tool: float, saved_each: float) -> int | None:
    """Fewest frames at which a tool has paid for itself; None when a frame costs no less to make than to buy."""
    return None if saved_each <= 0 else ceil(tool / saved_each - 1e-9)
