"""The winter drawn: the section by the heat that each part lets through, combs with their bands, the year."""

from __future__ import annotations

from math import cos, pi, sin
from typing import Literal

from sabaka_core.base.dates import MONTHS, ordinal, short
from sabaka_core.base.quantity import Quantity, amount, text
from sabaka_core.drawing.section import outside_half_mm
from sabaka_core.kit.chart import Axis, Chart, Level, bands_of, foot, scale, series
from sabaka_core.kit.dimension import Point
from sabaka_core.kit.drawing import Box, Drawing, Label, LayerName, Polygon, Polyline, Shape, WordsLayer, rectangle
from sabaka_core.winter.boxes import BOXES
from sabaka_core.winter.heat import MONTH_DAYS, Winter
from sabaka_core.winter.nest import WinterNest

# A point every three days; room under the coldest.
_STEP, _MARGIN_C = 3, 2.0
# A year that isn’t a leap year, for the names of its days.
_JANUARY = ordinal("2023-01-01")

HEATS: tuple[tuple[float, LayerName], ...] = (
    (0.06, "heat-1"),
    (0.12, "heat-2"),
    (0.18, "heat-3"),
    (0.25, "heat-4"),
    (9.0, "heat-5"),
)


# How high boxes over the nest are drawn.
_OVER_MM = 60.0


def heat_layer(share: float) -> LayerName:
    """The hatch of a part by its share of the heat."""
    return next(layer for most, layer in HEATS if share <= most)


def heat_drawing(winter: Winter, heats: dict[str, float], month: str) -> Drawing:
    """The section with each part hatched by its share of the month's heat, numbers beside it; ends as bars at
    the side."""
    a = winter.a
    total = sum(heats.values()) or 1.0
    high = a.section.height_mm
    half_top, half_floor = a.section.half_width_mm(0.0), a.section.half_width_mm(high)
    thick = max(a.side_mm, 18.0)
    out = max(outside_half_mm(a), half_top + thick)
    lid, base = 46.0, max(a.floor_board_mm, 22.0)
    over = _OVER_MM if BOXES in heats else 0.0
    round_wall = "Wall" in heats
    left = heats.get("Left side", heats.get("Wall", 0.0) / 2)
    right = heats.get("Right side", heats.get("Wall", 0.0) / 2)
    shapes: list[Shape] = [
        Polygon(layer="cavity", points=((-half_top, 0), (half_top, 0), (half_floor, high), (-half_floor, high))),
        Polygon(layer=heat_layer(left / total), points=_wall(half_top, half_floor, high, thick, -1)),
        Polygon(layer=heat_layer(right / total), points=_wall(half_top, half_floor, high, thick, 1)),
        rectangle(heat_layer(heats["Top"] / total), -out, -over - lid, out, -over),
    ]
    if over:
        # What stays over the nest, not to scale: its walls, and the top over it.
        share = heat_layer(heats[BOXES] / total)
        shapes.append(rectangle("cavity", -half_top, -over, half_top, 0))
        shapes += [rectangle(share, x, -over, x + thick, 0) for x in (-half_top - thick, half_top)]
        shapes += _tag(BOXES, heats[BOXES], out + 24, -over / 2, "start")
    floor = heats["Floor"] > 0
    if floor:
        shapes.append(
            rectangle(heat_layer(heats["Floor"] / total), -half_floor - thick, high, half_floor + thick, high + base)
        )
    cluster = winter.cluster
    radius_x, radius_y = min(cluster.across * 1000, half_top * 0.95), cluster.upright * 1000
    middle = min(radius_y + 10, high - radius_y)
    shapes.append(Polygon(layer="comb-brood", points=_oval(0.0, middle, radius_x, radius_y)))
    shapes.append(_words("bees in cluster", 0, middle, "note"))
    where = -out - 24
    shapes += _tag(
        f"{'Wall' if round_wall else 'Left side'}",
        heats.get("Left side", heats.get("Wall", 0.0)),
        where,
        high * 0.45,
        "end",
    )
    if not round_wall:
        shapes += _tag("Right side", right, out + 24, high * 0.45, "start")
    shapes += _tag("Top", heats["Top"], 0, -over - lid - 16, "middle")
    if floor:
        shapes += _tag("Floor", heats["Floor"], 0, high + base + 28, "middle")
    x = out + 24
    for order, name in enumerate(n for n in ("Near end", "Far end", "Air") if n in heats):
        shapes += _tag(name, heats[name], x, high * 0.45 + 52 * (order + 1), "start")
    shapes += _legend(-out - 60, high + base + 62)
    return Drawing(
        name="winter-section",
        title=f"Where the heat goes in {month}",
        extent=Box(left_mm=-out - 240, top_mm=-over - lid - 50, right_mm=out + 240, bottom_mm=high + base + 100),
        shapes=tuple(shapes),
    )


def without_legend(drawing: Drawing) -> Drawing:
    """A heat drawing for a reader that has a key of its own."""
    assert drawing.name == "winter-section"
    # The legend comes last: a patch and a word for each hatch.
    return drawing.model_copy(update={"shapes": drawing.shapes[: -2 * len(HEATS)]})


def _wall(top: float, floor: float, high: float, thick: float, way: int) -> tuple[Point, ...]:
    return ((way * top, 0.0), (way * (top + thick), 0.0), (way * (floor + thick), high), (way * floor, high))


def _oval(x: float, y: float, wide: float, tall: float) -> tuple[Point, ...]:
    return tuple((x + wide * cos(2 * pi * i / 36), y + tall * sin(2 * pi * i / 36)) for i in range(36))


def _words(words: str, x: float, y: float, layer: WordsLayer) -> Label:
    return Label(layer=layer, text=text(words), x_mm=x, y_mm=y)


def _tag(name: str, watts: float, x: float, y: float, anchor: Literal["start", "middle", "end"]) -> list[Shape]:
    words = text(f"{name} {{w}}", w=Quantity(value=watts, unit="W"))
    return [Label(layer="note", text=words, x_mm=x, y_mm=y, anchor=anchor)]


def _legend(x: float, y: float) -> list[Shape]:
    shapes: list[Shape] = []
    words = ("to 6 %", "12 %", "18 %", "25 %", "more of the heat")
    for order, ((_, layer), word) in enumerate(zip(HEATS, words, strict=True)):
        at = x + order * 150
        shapes.append(rectangle(layer, at, y, at + 26, y + 22))
        shapes.append(Label(layer="note", text=text(word), x_mm=at + 32, y_mm=y + 15, anchor="start"))
    return shapes


def bands_drawing(winter: Winter, nest: WinterNest) -> Drawing:
    """The winter's combs side by side, each with its band of honey over where the bees sit; the needed band dashed."""
    wide, gap, high = 46.0, 8.0, nest.comb_mm
    shapes: list[Shape] = []
    for order, comb in enumerate(nest.combs):
        x = order * (wide + gap)
        band = min(comb.band_mm, high)
        shapes.append(rectangle("comb-empty", x, 0, x + wide, high))
        if band > 1:
            shapes.append(rectangle("comb-honey", x, 0, x + wide, band))
        if comb.contents == "brood":
            shapes.append(rectangle("comb-brood", x, band, x + wide, min(band + nest.cluster_mm, high)))
        # One that stays has no sign: most do.
        sign = {"move out": "out", "feed": "feed", "swap inward": "in"}.get(comb.verdict, "")
        shapes.append(Label(layer="note", text=text(str(comb.number)), x_mm=x + wide / 2, y_mm=high + 24))
        if sign:
            shapes.append(Label(layer="note", text=text(sign), x_mm=x + wide / 2, y_mm=high + 60))
    long = max(len(nest.combs), 4) * (wide + gap)
    if (nest.climbs or nest.climb_matters) and nest.band_mm < high:
        shapes.append(Polyline(layer="free", points=((-10, nest.band_mm), (long, nest.band_mm))))
        shapes.append(
            Label(layer="note", text=text("band needed"), x_mm=long + 4, y_mm=nest.band_mm + 4, anchor="start")
        )
    return Drawing(
        name="winter-combs",
        title="Honey on each comb of the winter run",
        extent=Box(left_mm=-20, top_mm=-20, right_mm=long + 90, bottom_mm=high + 74),
        shapes=tuple(shapes),
    )


WINTER_CHART = "winter-year"


def year_chart(winter: Winter) -> Chart:
    """Temperature outside and in, heat and humidity through the year; clustered days as a band."""
    days = winter.days
    rows = days[::_STEP]
    low = min(each.out_c for each in days) - _MARGIN_C
    starts = [sum(MONTH_DAYS[:number]) for number in range(12)]
    months = ((start + long / 2, text(name[0])) for start, long, name in zip(starts, MONTH_DAYS, MONTHS, strict=True))
    return Chart(
        name=WINTER_CHART,
        title="The year: temperatures, heat, humidity",
        foot=foot("days", "", "number", len(days), months),
        axes=(
            scale("warmth", "temperature", "C", (each.in_c for each in days), least=low),
            scale("heat", "heat", "W", (each.heat_w for each in days), "right"),
            Axis(key="humidity", title="humidity", unit="%", side="none", least=0, most=100),
        ),
        places=tuple(float(i) for i in range(0, len(days), _STEP)),
        names=tuple(short(_JANUARY + i) for i in range(0, len(days), _STEP)),
        series=(
            series("outside", "outside", 1, "warmth", rows, lambda day: day.out_c),
            series("inside", "air round the cluster", 2, "warmth", rows, lambda day: day.in_c),
            series("heat", "heat of the bees", 3, "heat", rows, lambda day: day.heat_w),
            series("humidity", "humidity inside", 4, "humidity", rows, lambda day: day.humidity),
        ),
        bands=bands_of((day.clustered for day in days), "band-1", "in cluster"),
        levels=(Level(axis="warmth", at=0.0, text=text("{frost}", frost=amount(0.0, "C"))),) if low < 0 else (),
    )
