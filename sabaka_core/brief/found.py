"""What comes out of a search among boards and frames: each hive with its numbers, ranked by a wish."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

from sabaka_core.base.errors import ParameterError
from sabaka_core.base.locale import HERE, Locale, with_point
from sabaka_core.base.units import System, parse_length, parse_number
from sabaka_core.document.base import Ident
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb
from sabaka_core.hive.carriers import carrier_kg
from sabaka_core.hive.whole import Whole
from sabaka_core.woodwork.planned import CutPlan

Wish = Literal["litres", "combs", "waste", "money", "lifting"]
WISHES: dict[Wish, str] = {
    "combs": "most combs",
    "litres": "most room",
    "waste": "least waste",
    "money": "least to buy",
    "lifting": "lightest combs",
}
_LONGEST_MM, _MOST_COMBS, _MOST_OWNED = 20_000, 400, 5_000


class Fixed(BaseModel):
    """What the keeper holds: a run's length, a number of combs, some of the systems; the rest is found."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    long_mm: Annotated[float, Field(gt=0, le=_LONGEST_MM)] | None = None
    combs: Annotated[int, Field(ge=1, le=_MOST_COMBS)] | None = None
    systems: Annotated[tuple[Ident, ...], Field(max_length=11)] = ()
    frames_owned: Annotated[int, Field(ge=0, le=_MOST_OWNED)] = 0


def typed_fixed(length: str, combs: str, frames_owned: str, units: System, locale: Locale = HERE) -> Fixed:
    """What is held, as it was typed; what is empty is free.

    Raises:
        ParameterError: names the field that is wrong.
    """
    long_mm = parse_length(with_point(length, locale, "/length"), units, "/length") if length.strip() else None
    if long_mm is not None and not 0 < long_mm <= _LONGEST_MM:
        raise ParameterError("/length", length, f"Give a length up to {_LONGEST_MM / 1000:.0f} m.", "out-of-range")
    return Fixed(
        long_mm=long_mm,
        combs=_whole(combs, "/combs", 1, _MOST_COMBS) if combs.strip() else None,
        frames_owned=_whole(frames_owned, "/frames_owned", 0, _MOST_OWNED) if frames_owned.strip() else 0,
    )


def _whole(typed: str, field: str, least: int, most: int) -> int:
    number = parse_number(typed, field)
    if number != int(number) or not least <= number <= most:
        raise ParameterError(field, typed, f"Give a whole number, {least} to {most}.", "not-whole")
    return int(number)


@dataclass(frozen=True)
class Found:
    """One hive that comes out of what is there.

    Attributes:
        key: what makes it again.
        whole: the design, analysed.
        plan: its cut plan.
        better: the one board that would make it better, in words; none where nothing would.
    """

    key: str
    whole: Whole
    plan: CutPlan
    better: str = ""

    @property
    def hive(self) -> Hive:
        """The design."""
        return self.whole.hive

    @property
    def combs(self) -> int:
        """Combs that hang in its chambers."""
        return sum(len(a.layout.combs) for a in self.whole.chambers)

    @property
    def litres(self) -> float:
        """Room of its chambers [L]."""
        return sum(a.volumes.whole_l for a in self.whole.chambers)

    @property
    def waste(self) -> float:
        """Part of the boards that are cut which becomes no part of the hive, 0 to 1."""
        cut = [(b.source.length_mm * b.source.width_mm, b.used) for b in self.plan.boards]
        area = sum(face for face, _ in cut)
        return 1 - sum(face * used for face, used in cut) / area if area > 0 else 0.0

    @cached_property
    def comb_kg(self) -> float:
        """The heaviest comb that is lifted, full of honey [kg]."""
        hung = {
            (a.box, placed.item.type): a
            for a in self.whole.chambers
            for placed in a.layout.combs
            if isinstance(placed.item, Comb)
        }
        return max(
            (a.honey_kg(self.hive.comb_type(kind)) + carrier_kg(self.hive, kind) for (_, kind), a in hung.items()),
            default=0.0,
        )

    @property
    def bought(self) -> bool:
        """Whether a board or a sheet has to be bought for it, or no board makes it at all."""
        return bool(self.plan.bought or self.plan.sheets_bought or self.plan.too_long)

    def worth(self, wish: Wish) -> tuple[float, ...]:
        """The less the better: what can't be made last, then by the wish, then by money and combs."""
        by = {
            "litres": -self.litres,
            "combs": -self.combs,
            "waste": round(self.waste, 3),
            "money": self.plan.cost,
            "lifting": round(self.comb_kg, 2),
        }
        return (len(self.plan.too_long), by[wish], self.plan.cost, -self.combs)


@dataclass(frozen=True)
class Best:
    """What was found, the best first, and what no hive could be made of, with reasons by system."""

    found: tuple[Found, ...]
    left_out: tuple[tuple[str, str], ...]
    tried: int
