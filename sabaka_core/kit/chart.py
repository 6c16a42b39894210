"""Charts as data: axes with their ticks, series, bands, marks. Libraries draw them, on the screen and on paper."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from typing import Literal, TypeVar

from sabaka_core.base.quantity import Quantity, Text, Unit, Value, amount, text
from sabaka_core.kit.drawing import Handle
from sabaka_core.kit.ticks import ticks

SeriesLayer = Literal["series-1", "series-2", "series-3", "series-4"]
BandLayer = Literal["band-1", "band-2", "band-3"]
# Room over the highest value of a scale.
_HEADROOM = 1.06

T = TypeVar("T")


class Tick(Value):
    """A place on an axis, and what stands there."""

    at: float
    text: Text


class Axis(Value):
    """A scale from ``least`` to ``most``; without a side it isn’t drawn, and its series are read off by pointing."""

    key: str
    title: str
    unit: Unit
    side: Literal["foot", "left", "right", "none"]
    least: float
    most: float
    ticks: tuple[Tick, ...] = ()


class Series(Value):
    """One curve over the chart’s places; None where it has no value. ``now`` is what it is of the design as it is.

    ``dots`` are what was seen, each for itself: no line goes from one to the next.
    """

    key: str
    name: str
    now: Quantity | None = None
    layer: SeriesLayer
    axis: str
    values: tuple[float | None, ...]
    dots: bool = False


class Band(Value):
    """A stretch along the foot, with its name."""

    layer: BandLayer
    name: str
    start: float
    end: float


class Level(Value):
    """A line across, at a value of an axis."""

    axis: str
    at: float
    text: Text


class Chart(Value):
    """Curves over places along the foot.

    ``names`` are what the places are called, where they are more than numbers; ``now`` is the place of the design as it
    stands, ``handle`` what drags it.
    """

    name: str
    title: str
    foot: Axis
    axes: tuple[Axis, ...]
    places: tuple[float, ...]
    names: tuple[str, ...] = ()
    series: tuple[Series, ...]
    bands: tuple[Band, ...] = ()
    levels: tuple[Level, ...] = ()
    now: float | None = None
    handle: Handle | None = None


def foot(key: str, title: str, unit: Unit, most: float, at: Iterable[tuple[float, Text]]) -> Axis:
    """The axis along the foot, from 0, with what stands at its ticks."""
    ticks_ = tuple(Tick(at=place, text=said) for place, said in at)
    return Axis(key=key, title=title, unit=unit, side="foot", least=0.0, most=most, ticks=ticks_)


def scale(
    key: str,
    title: str,
    unit: Unit,
    values: Iterable[float],
    side: Literal["left", "right", "none"] = "left",
    least: float = 0.0,
    most_ticks: int = 6,
) -> Axis:
    """An axis that holds all values, with ticks at round numbers.

    Args:
        values: what has to go on it; at least up to one more than ``least``.
    """
    most = least + (max(*values, least + 1.0, least + 1.0) - least) * _HEADROOM
    found = tuple(Tick(at=at, text=text("{n}", n=amount(at, unit))) for at in ticks(least, most, most_ticks))
    return Axis(key=key, title=title, unit=unit, side=side, least=least, most=most, ticks=found)


def series(
    key: str,
    name: str,
    order: int,
    axis: str,
    rows: Sequence[T],
    value: Callable[[T], float | None],
    now: Quantity | None = None,
) -> Series:
    """A curve of one number of each row; ``order`` tells it from the others, from 1 to 4."""
    layers: tuple[SeriesLayer, ...] = ("series-1", "series-2", "series-3", "series-4")
    values = (value(row) for row in rows)
    return Series(
        key=key,
        name=name,
        now=now,
        layer=layers[order - 1],
        axis=axis,
        values=tuple(None if each is None else round(each, 4) for each in values),
    )


def bands_of(flags: Iterable[bool], layer: BandLayer, name: str) -> tuple[Band, ...]:
    """Bands over every stretch of places, counted from 0, at which something is so."""
    found: list[Band] = []
    start: int | None = None
    index = -1
    for index, flag in enumerate([*flags, False]):
        if flag and start is None:
            start = index
        elif not flag and start is not None:
            found.append(Band(layer=layer, name=name, start=start, end=index))
            start = None
    return tuple(found)
