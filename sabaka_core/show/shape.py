"""The hive’s shape as a study: its section, its sizes, its numbers, the slope of its walls."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from typing import Literal

from sabaka_core.base.quantity import Text, amount, deg, litres, mm, text
from sabaka_core.combs.slope import best_from_board, steepest_clear_deg
from sabaka_core.drawing.layout import above_drawing, beside_drawing
from sabaka_core.drawing.lengthwise import along_drawing, plan_drawing
from sabaka_core.drawing.section import section_drawing, upright
from sabaka_core.drawing.slope import slope_chart, slope_study
from sabaka_core.drawing.whole import whole_drawing
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.context import Context
from sabaka_core.hive.systems import SYSTEMS
from sabaka_core.hive.things import thing_of
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.chapter import Asked, Line, Table
from sabaka_core.kit.chart import Chart
from sabaka_core.kit.drawing import Drawing
from sabaka_core.kit.forms import Action, FieldGroup
from sabaka_core.kit.metrics import Metric
from sabaka_core.show.forms.hive import hive_forms
from sabaka_core.show.forms.things import thing_forms
from sabaka_core.show.numbers import key_numbers, metrics
from sabaka_core.show.study import Study


class ShapeStudy(Study):
    """The chamber on the bench and the whole hive: drawn, measured, set."""

    name = "shape"

    def lead(self, context: Context) -> Text:
        return summary(context.whole)

    def metrics(self, context: Context) -> Iterable[Metric]:
        return metrics(context.bench, context.whole).values()

    def key_numbers(self, context: Context) -> Iterable[Metric]:
        return key_numbers(context.bench, context.whole).values()

    def views(self, context: Context) -> tuple[str, ...]:
        sloped, composed = slope_study(context.bench) is not None, len(context.whole.boxes) > 1
        return tuple(
            name
            for name in (*DRAWINGS, *_SLOPES)
            if (sloped or name not in _SLOPES) and (composed or name not in ("above", "beside"))
        )

    def drawings(self, context: Context, asked: Asked) -> Iterable[Drawing]:
        return (DRAWINGS[name](context) for name in self.views(context) if name in DRAWINGS and asked.wants(name))

    def charts(self, context: Context, asked: Asked) -> Iterable[Chart]:
        """Charts of other designs than this one: they are made when asked for by name."""
        a = context.bench
        for name, held in _SLOPES.items():
            study = slope_study(a, held) if asked.wanted is not None and asked.wants(name) else None
            if study is not None:
                yield slope_chart(a, study)

    def tables(self, context: Context, asked: Asked) -> Iterable[Table]:
        """What the slope finder has to say, beside its charts."""
        a = context.bench
        if asked.wanted is not None and asked.wants("advice") and not upright(a):
            lines = (*_steepest(a), *_from_board(a))
            yield Table(key="advice", title="Slopes worth trying", columns=("Slope",), lines=lines)

    def shown(self, context: Context, asked: Asked) -> str:
        """The thing that was taken hold of; none when the hive no longer has it."""
        return asked.of if thing_of(context.whole, asked.of) else ""

    def forms(self, context: Context, asked: Asked) -> tuple[FieldGroup, ...]:
        """What can be set of the whole hive, or of one thing while the whole is looked at."""
        if asked.wants("whole") and asked.wanted is not None:
            return thing_forms(context.whole, asked.of, context.bench.box) + (
                () if asked.of else hive_forms(context.bench)
            )
        return hive_forms(context.bench)


DRAWINGS: dict[str, Callable[[Context], Drawing]] = {
    "whole": lambda context: whole_drawing(context.whole),
    "section": lambda context: section_drawing(context.bench),
    "along": lambda context: along_drawing(context.bench),
    "plan": lambda context: plan_drawing(context.bench),
    "above": lambda context: above_drawing(context.whole),
    "beside": lambda context: beside_drawing(context.whole),
}
_SLOPES: dict[str, Literal["top and height", "board"]] = {"slope": "top and height", "board": "board"}


def summary(hive: Whole) -> Text:
    """The hive in one line: its kind, how long it is, its combs, its room."""
    first, combs = hive.chambers[0], hive.combs
    word = next((a.place_word for a in hive.chambers if a.main is not None), "comb")
    if len(hive.chambers) > 1:
        return text(
            f"{SYSTEMS[hive.hive.system]}, {len(hive.chambers)} chambers, {combs} {word}s, {{room}}",
            room=litres(hive.whole_l),
        )
    tall = first.chamber.axis == "standing"
    length = first.section.height_mm if tall else first.run_mm
    return text(
        f"{SYSTEMS[hive.hive.system]}, {{length}} {'high' if tall else 'long'}, {combs} {word}s", length=mm(length)
    )


def _steepest(a: Analysis) -> Iterator[Line]:
    brief = a.comb_brief
    slope = None if brief is None else steepest_clear_deg(brief, a.section.top_mm, a.section.height_mm)
    if slope is None:
        return
    yield Line(
        key="steepest",
        cells=(text("Steepest that keeps the bee space everywhere: {slope}.", slope=deg(slope)),),
        why="With top and height held it leaves the least of the section unused. Steeper walls are touched.",
        choose=Action(label="Lean the walls so", edit=_slope_edit(a, slope)),
    )


def _from_board(a: Analysis) -> Iterator[Line]:
    board, brief = a.widest_board_mm, a.comb_brief
    if board is None or brief is None:
        return
    best = best_from_board(brief, a.section.top_mm, board, a.side_mm)
    if best is None:
        return
    yield Line(
        key="board",
        cells=(
            text(
                "Best out of your boards {board} wide: {slope}, {height} high, {comb} of comb a side.",
                board=mm(board),
                slope=deg(best.slope_deg),
                height=mm(best.section.height_mm),
                comb=amount(best.comb_mm2 / 100, "cm2"),
            ),
        ),
        why="The whole board's width becomes a side; of all clear slopes this one gives the most comb for its room.",
        choose=Action(
            label="Build it so",
            edit={
                "do": "shape",
                "top_mm": a.section.top_mm,
                "height_mm": round(best.section.height_mm, 3),
                "slope_deg": round(best.slope_deg, 3),
            },
        ),
    )


def _slope_edit(a: Analysis, slope_deg: float) -> dict[str, object]:
    # Rounded down, so that the walls stay on the clear side.
    return {"do": "set", "path": f"{a.path}/section/slope_deg", "text": f"{int(slope_deg * 100) / 100}"}
