"""What a design has and no list of Build makes, each with its reason: nothing is left out without a word."""

from __future__ import annotations

from collections.abc import Callable

from pydantic import BaseModel, ConfigDict

from sabaka_core.document.combs import FixedComb
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Gap
from sabaka_core.kit.tables import records


class MadeRow(BaseModel):
    """A row of data/made.toml: what Build makes of one thing that a document can say."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    part: str = ""
    bought: bool = False
    not_here: str = ""


# What is told on the screen, because a keeper may look for it in the list.
_TOLD: tuple[tuple[str, str, Callable[[Hive], bool]], ...] = (
    ("fixed", "Combs", lambda h: any(isinstance(kind, FixedComb) for kind in h.comb_types)),
    ("colony", "Bees", lambda h: bool(h.colonies)),
    ("gap.feeder", "Feeder in a gap of the run", lambda h: _has_gap(h, "feeder")),
    ("moving", "Adapters and cut frames", lambda h: h.moving is not None),
)


def _has_gap(hive: Hive, purpose: str) -> bool:
    return any(
        isinstance(item, Gap) and item.purpose == purpose for chamber in hive.chambers for item in chamber.run.items
    )


def made_rows() -> dict[str, MadeRow]:
    """What Build makes of everything that a document can say."""
    return records("made", MadeRow)


def not_here(hive: Hive) -> tuple[tuple[str, str], ...]:
    """What of a design is in no list, each by name and with its reason."""
    return tuple((name, made_rows()[key].not_here) for key, name, has in _TOLD if has(hive))
