"""Drawings and charts of a report as files."""

from __future__ import annotations

from sabaka_core.paper.chart import chart_svg
from sabaka_core.paper.svg import to_svg
from sabaka_core.show.models import Report


def svg_of(report: Report, name: str) -> str | None:
    """A drawing or chart as an SVG file; None where the report has none of that name."""
    drawing, chart = report.drawings.get(name), report.charts.get(name)
    if drawing is not None:
        return to_svg(drawing)
    return None if chart is None else chart_svg(chart)
