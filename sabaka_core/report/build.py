"""One document, one report: everything that any reader shows comes from here."""

from __future__ import annotations

from collections.abc import Callable, Collection

from sabaka_core.analysis import SYSTEMS, Analysis, analyse
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb, Feeder, Follower, Gap
from sabaka_core.drawing.lengthwise import along_drawing, plan_drawing
from sabaka_core.drawing.models import Drawing, DrawingName
from sabaka_core.drawing.rod import rod_drawing
from sabaka_core.drawing.section import section_drawing, upright
from sabaka_core.drawing.slope import slope_drawing
from sabaka_core.findings import find
from sabaka_core.quantity import Text, mm, text
from sabaka_core.report.advice import slope_advice
from sabaka_core.report.forms import forms
from sabaka_core.report.metrics import metrics
from sabaka_core.report.models import BarPlace, EntranceState, Report, ReportPart
from sabaka_core.run.entrances import PlacedEntrance
from sabaka_core.run.layout import Placed

DRAWINGS: dict[DrawingName, Callable[[Analysis], Drawing]] = {
    "section": section_drawing,
    "along": along_drawing,
    "plan": plan_drawing,
    "slope": slope_drawing,
    "rod": rod_drawing,
}
# The slope chart is a study of other designs than this one: it is made when asked for by name.
ALL_PARTS: tuple[ReportPart, ...] = ("metrics", "findings", "mends", "forms", "section", "along", "plan", "rod")


def build_report(hive: Hive, parts: Collection[ReportPart] = ALL_PARTS) -> Report:
    """The report of one design.

    Args:
        hive: the design.
        parts: which parts are wanted; the rest stay empty. "mends" adds the mends to the findings:
            each is tried, so leave it out while a drag is under way.
    Raises:
        ParameterError: sizes contradict each other; the field is named.
        InfeasibleError: a hive system whose report isn't offered yet.
    """
    a = analyse(hive)
    return Report(
        system=hive.system,
        name=hive.name,
        summary=_summary(a),
        metrics=metrics(a) if "metrics" in parts else {},
        findings=find(a, mends="mends" in parts) if "findings" in parts else (),
        views=tuple(name for name in DRAWINGS if name != "slope" or not upright(a)),
        drawings={
            name: draw(a) for name, draw in DRAWINGS.items() if name in parts and not (name == "slope" and upright(a))
        },
        forms=forms(a) if "forms" in parts else (),
        advice=slope_advice(a) if "slope" in parts and not upright(a) else (),
        run=tuple(_bar_place(a, placed) for placed in a.layout.placed),
        entrances=tuple(_entrance_state(placed) for placed in a.entrances),
    )


def _summary(a: Analysis) -> Text:
    return text(
        f"{SYSTEMS[a.hive.system]}, {{length}} long, {len(a.layout.combs)} bars", length=mm(a.chamber.length_mm)
    )


def _bar_place(a: Analysis, placed: Placed) -> BarPlace:
    item = placed.item
    where = {"start": mm(placed.start_mm), "end": mm(placed.end_mm)}
    match item:
        case Comb():
            kind = a.hive.comb_type(item.type).name
            words = f"Bar {placed.number}: {kind}, {item.contents}, {{start}} to {{end}}"
        case Follower():
            words = f"{item.side.capitalize()} follower, {{start}} to {{end}}"
        case Gap():
            words = f"Gap, {item.purpose}, {{start}} to {{end}}"
        case Feeder():
            words = "Feeder, {start} to {end}"
        case _:
            words = f"{item.kind.capitalize()}, {{start}} to {{end}}"
    return BarPlace(
        index=placed.index,
        kind=item.kind,
        number=placed.number,
        start_mm=placed.start_mm,
        end_mm=placed.end_mm,
        text=Text(template=words, values=where),
        in_nest=a.layout.in_nest(placed),
    )


def _entrance_state(placed: PlacedEntrance) -> EntranceState:
    is_open = placed.entrance.is_open
    advice = ("open" if placed.in_nest else "plug") if is_open else ("may be opened" if placed.in_nest else "plugged")
    wall = placed.entrance.wall.replace("-", " ")
    return EntranceState.model_validate(
        {
            "index": placed.index,
            "text": text(
                f"{placed.entrance.kind.capitalize()}, {wall}, at {{at}}, {{height}} above the floor",
                at=mm(placed.entrance.at_mm),
                height=mm(placed.entrance.height_mm),
            ),
            "open": is_open,
            "in_nest": placed.in_nest,
            "advice": advice,
        }
    )
