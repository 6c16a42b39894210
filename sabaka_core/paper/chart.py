"""Charts on paper and in SVG files, drawn by the PDF library’s own charts; how they look comes from the table."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from reportlab.graphics import renderSVG
from reportlab.graphics.charts.lineplots import LinePlot
from reportlab.graphics.shapes import Circle, Drawing, Group, Line, Rect, String
from reportlab.graphics.widgets.markers import makeMarker
from reportlab.lib.colors import Color, HexColor, white
from reportlab.pdfbase.pdfmetrics import stringWidth

from sabaka_core.base.quantity import Text, plain, text
from sabaka_core.kit.chart import Axis, Chart, Series
from sabaka_core.kit.looks import Look, colours, looks
from sabaka_core.paper.letters import first_face
from sabaka_core.paper.picture import HAIR, WORDS, dash

Say = Callable[[Text], str]

# Room for the scales beside the plot, what stands over it and under it [points].
_SIDE, _HEAD, _FOOT, _KEY = 30.0, 10.0, 22.0, 11.0
_SWATCH, _APART, _DOT = 14.0, 12.0, 4.5


def chart_drawing(chart: Chart, wide: float, high: float, say: Say) -> Drawing:
    """A chart as a drawing of the PDF library, so wide and high [points], its words in the keeper’s measure."""
    canvas = Drawing(wide, high)
    # Or the library begins each chart in a face of its own, which isn’t embedded.
    canvas.initialFontName = first_face()
    right = _SIDE if any(axis.side == "right" for axis in chart.axes) else 8.0
    key = _key(chart, wide, say)
    plot = _Plot(_SIDE, _FOOT + key.high, wide - _SIDE - right, high - _FOOT - key.high - _HEAD)
    for band in chart.bands:
        canvas.add(_band(chart, plot, band.layer, band.start, band.end))
        middle = plot.x_of(chart.foot, (band.start + band.end) / 2)
        canvas.add(_words(middle, plot.y + plot.high + 2, band.name, "middle"))
    for axis in chart.axes:
        canvas.add(_curves(chart, axis, plot, say))
    for axis in chart.axes:
        if axis.side != "none":
            x = plot.x if axis.side == "left" else plot.x + plot.wide
            anchor = "start" if axis.side == "left" else "end"
            canvas.add(_words(x + (3 if axis.side == "left" else -3), plot.y + plot.high - WORDS, axis.title, anchor))
    for level in chart.levels:
        axis = next(each for each in chart.axes if each.key == level.axis)
        y = plot.y_of(axis, level.at)
        canvas.add(_line((plot.x, y), (plot.x + plot.wide, y), looks()["limit"]))
        canvas.add(_words(plot.x + plot.wide - 2, y + 2, say(level.text), "end"))
    if chart.now is not None:
        x = plot.x_of(chart.foot, chart.now)
        canvas.add(_line((x, plot.y), (x, plot.y + plot.high), looks()["now"]))
    canvas.add(_words(plot.x + plot.wide / 2, key.high + 2, chart.foot.title, "middle"))
    canvas.add(key.group)
    return canvas


def chart_svg(chart: Chart, wide: float = 640.0, high: float = 360.0) -> str:
    """A chart as an SVG file in metric."""
    found: str = renderSVG.drawToString(chart_drawing(chart, wide, high, plain))
    return found


class _Plot:
    """Where the curves lie [points]."""

    def __init__(self, x: float, y: float, wide: float, high: float) -> None:
        self.x, self.y, self.wide, self.high = x, y, wide, high

    def x_of(self, axis: Axis, value: float) -> float:
        return self.x + _share(axis, value) * self.wide

    def y_of(self, axis: Axis, value: float) -> float:
        return self.y + _share(axis, value) * self.high


def _share(axis: Axis, value: float) -> float:
    return min(max((value - axis.least) / (axis.most - axis.least), 0.0), 1.0)


def _curves(chart: Chart, axis: Axis, plot: _Plot, say: Say) -> LinePlot:
    """The series of one axis, with the axis at its side; the foot is drawn with the first."""
    mine = [series for series in chart.series if series.axis == axis.key]
    made: Any = LinePlot()
    made.x, made.y, made.width, made.height = plot.x, plot.y, plot.wide, plot.high
    made.data = [_points(chart, series, axis) for series in mine] or [[(chart.foot.least, axis.least)]]
    for index, series in enumerate(mine):
        look = looks()[series.layer]
        made.lines[index].strokeColor = _colour(look)
        made.lines[index].strokeWidth = HAIR * look.width
        made.lines[index].strokeDashArray = list(dash(look)) or None
        if series.dots:
            made.lines[index].strokeColor = None
            colour, fill = _colour(look), _dot_fill(series)
            made.lines[index].symbol = makeMarker("Circle", size=_DOT, strokeColor=colour, fillColor=fill)
    _dress(made.xValueAxis, chart.foot, say, axis is chart.axes[0])
    _dress(made.yValueAxis, axis, say, axis.side != "none")
    made.xValueAxis.joinAxisMode = "bottom"
    made.yValueAxis.joinAxisMode = "right" if axis.side == "right" else "left"
    if axis.side == "right":
        made.yValueAxis.tickLeft, made.yValueAxis.tickRight = 0, 3
        made.yValueAxis.labels.boxAnchor, made.yValueAxis.labels.dx = "w", 5
    return made


def _points(chart: Chart, series: Series, axis: Axis) -> list[tuple[float, float]]:
    pairs = zip(chart.places, series.values, strict=True)
    found = [(x, min(max(y, axis.least), axis.most)) for x, y in pairs if y is not None]
    return found or [(chart.foot.least, axis.least)]


def _dress(made: Any, axis: Axis, say: Say, seen: bool) -> None:
    made.visible = 1 if seen else 0
    made.valueMin, made.valueMax = axis.least, axis.most
    made.valueSteps = [tick.at for tick in axis.ticks]
    made.labelTextFormat = [say(tick.text) for tick in axis.ticks]
    made.strokeColor, made.strokeWidth = HexColor(colours()["ink"].day), HAIR
    made.labels.fontName, made.labels.fontSize = first_face(), WORDS
    made.labels.fillColor = HexColor(colours()["soft"].day)


def _band(chart: Chart, plot: _Plot, layer: str, start: float, end: float) -> Rect:
    x, grey = plot.x_of(chart.foot, start), looks()[layer].grey or 1.0
    wide = plot.x_of(chart.foot, end) - x
    return Rect(x, plot.y, wide, plot.high, fillColor=Color(grey, grey, grey), strokeColor=None)


def _line(start: tuple[float, float], end: tuple[float, float], look: Look) -> Line:
    return Line(
        *start, *end, strokeColor=_colour(look), strokeWidth=HAIR * look.width, strokeDashArray=list(dash(look)) or None
    )


def _colour(look: Look) -> Color:
    return HexColor(colours()[look.stroke or "ink"].day)


def _dot_fill(series: Series) -> Color:
    """The first curve's dots are full, those of the others are rings."""
    return _colour(looks()[series.layer]) if series.layer == "series-1" else white


def _words(x: float, y: float, said: str, anchor: str) -> String:
    soft = HexColor(colours()["soft"].day)
    return String(x, y, said, fontName=first_face(), fontSize=WORDS, fillColor=soft, textAnchor=anchor)


class _Key:
    """The names of the curves under the chart, in as many rows as they need."""

    def __init__(self, group: Group, high: float) -> None:
        self.group, self.high = group, high


def _key(chart: Chart, wide: float, say: Say) -> _Key:
    rows: list[list[tuple[Series, str, float]]] = [[]]
    x = _SIDE
    for series in chart.series:
        said = f"{series.name}, now {say(text('{now}', now=series.now))}" if series.now else series.name
        long = _SWATCH + 4 + stringWidth(said, first_face(), WORDS) + _APART
        if x + long > wide and rows[-1]:
            rows.append([])
            x = _SIDE
        rows[-1].append((series, said, x))
        x += long
    group = Group()
    for order, row in enumerate(reversed(rows)):
        y = order * _KEY + 4
        for series, said, x in row:
            look = looks()[series.layer]
            group.add(
                Circle(x + _SWATCH / 2, y + 2, _DOT / 2, strokeColor=_colour(look), fillColor=_dot_fill(series))
                if series.dots
                else _line((x, y + 2), (x + _SWATCH, y + 2), look)
            )
            group.add(_words(x + _SWATCH + 4, y, said, "start"))
    return _Key(group, len(rows) * _KEY)
