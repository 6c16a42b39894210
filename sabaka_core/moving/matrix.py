"""Every frame of the catalogue against hives: the best way that keeps the comb, and by how much it goes or doesn't."""

from __future__ import annotations

from collections.abc import Sequence

from sabaka_core.base import budget
from sabaka_core.base.quantity import Value
from sabaka_core.document.combs import FixedComb
from sabaka_core.document.hive import Hive
from sabaka_core.document.moving import Moving
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.moving.bees import bees_of
from sabaka_core.moving.find import all_ways, rank_ways, room_of
from sabaka_core.moving.ways import WAY_NAMES, Way

# Ways that go for nearly any pair and say nothing of how frame and hive suit each other.
_ALWAYS = ("shaken", "from-parts")


class Cell(Value):
    """One pair: its best way, the tightest gap of that way, and every way's verdict."""

    frame: str
    hive: str
    way: str
    words: str
    kind: str
    margin_mm: float
    tightest: str
    verdicts: dict[str, float]


class MatrixHive(Value):
    """A column."""

    id: str
    name: str
    combs: str


class MatrixFrame(Value):
    """A row."""

    id: str
    name: str


class Matrix(Value):
    """The compatibility chart."""

    hives: tuple[MatrixHive, ...]
    frames: tuple[MatrixFrame, ...]
    cells: tuple[Cell, ...]


# How a way is shown on the chart: kept whole, kept with parts, with comb cut, bees only.
KINDS: dict[str, str] = {
    "as-it-is": "goes",
    "longer-bar": "parts",
    "on-end": "parts",
    "on-end-one-lug": "parts",
    "on-end-no-lugs": "parts",
    "across": "parts",
    "parallel-box": "parts",
    "universal": "parts",
    "joined": "parts",
    "cut-down": "cut",
    "tied-in": "cut",
    "from-parts": "bees",
    "shaken": "bees",
}


def matrix(hives: Sequence[tuple[str, Hive]]) -> Matrix:
    """The chart of every catalogue frame against some hives, by their ids, for one comb each.

    Raises:
        ParameterError: sizes of a hive can't be used.
    """
    cells: list[Cell] = []
    rooms = {ident: room_of(hive) for ident, hive in hives}
    for ident in catalogue():
        budget.look()
        moving = Moving(standard=ident, count=1)
        for name, hive in hives:
            room = rooms[name]
            ways = [r.way for r in rank_ways(all_ways(bees_of(moving, hive.choices), room, moving), "no-comb-cut")]
            cells.append(_cell(ident, name, ways))
    return Matrix(
        hives=tuple(MatrixHive(id=name, name=hive.name, combs=_combs(rooms[name].own)) for name, hive in hives),
        frames=tuple(MatrixFrame(id=ident, name=row.name) for ident, row in catalogue().items()),
        cells=tuple(cells),
    )


def _combs(own: object) -> str:
    return "fixed combs" if own is None or isinstance(own, FixedComb) else str(getattr(own, "name", ""))


def _cell(frame: str, hive: str, ways: list[Way]) -> Cell:
    asked = next((w for w in ways if w.id == "as-it-is" and w.feasible), None)
    best = asked or next((w for w in ways if w.feasible and w.id not in _ALWAYS), None) or ways[0]
    tight = best.tightest
    return Cell(
        frame=frame,
        hive=hive,
        way=best.id,
        words=WAY_NAMES[best.id] + (f", riser {best.riser_mm:.0f} mm" if best.riser_mm > 0 else ""),
        kind=KINDS[best.id],
        margin_mm=round(best.margin_mm, 2),
        tightest=tight.label if tight else "",
        verdicts={way.id: round(way.margin_mm, 3) for way in ways},
    )
