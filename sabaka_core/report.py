"""One document, one report: everything that any reader shows comes from here."""

from __future__ import annotations

from collections.abc import Callable, Collection
from typing import Literal

from sabaka_core.base.quantity import Text, litres, mm, text
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb, Feeder, Follower, Gap
from sabaka_core.drawing.layout import above_drawing, beside_drawing
from sabaka_core.drawing.lengthwise import along_drawing, plan_drawing
from sabaka_core.drawing.rod import rod_drawing
from sabaka_core.drawing.section import section_drawing
from sabaka_core.drawing.slope import slope_drawing, slope_study
from sabaka_core.edits.action import Held
from sabaka_core.edits.held import outside_sizes
from sabaka_core.findings import find, find_all, find_overlaps
from sabaka_core.hive.analysis import Analysis, analyse, main_box
from sabaka_core.hive.systems import SYSTEMS
from sabaka_core.hive.whole import Whole, whole
from sabaka_core.kit.drawing import Drawing, DrawingName
from sabaka_core.kit.findings import Finding
from sabaka_core.run.entrances import PlacedEntrance
from sabaka_core.run.layout import Placed
from sabaka_core.show.advice import slope_advice
from sabaka_core.show.combs import comb_cards
from sabaka_core.show.forms import forms
from sabaka_core.show.models import BarPlace, ChamberName, EntranceState, Report, ReportPart
from sabaka_core.show.numbers import metrics
from sabaka_core.show.run_sheet import run_sheet

Draw = Callable[[Analysis, Whole], Drawing | None]
DRAWINGS: dict[DrawingName, Draw] = {
    "section": lambda a, hive: section_drawing(a),
    "along": lambda a, hive: along_drawing(a),
    "plan": lambda a, hive: plan_drawing(a),
    "above": lambda a, hive: above_drawing(hive) if _composed(hive) else None,
    "beside": lambda a, hive: beside_drawing(hive) if _composed(hive) else None,
    "slope": lambda a, hive: _slope(a, "top and height"),
    "board": lambda a, hive: _slope(a, "board"),
    "rod": lambda a, hive: rod_drawing(a),
}
STUDIES = ("slope", "board")
# The slope charts are studies of other designs than this one: they are made when asked for by name.
ALL_PARTS: tuple[ReportPart, ...] = (
    "metrics",
    "findings",
    "mends",
    "overlaps",
    "forms",
    "section",
    "along",
    "plan",
    "above",
    "beside",
    "rod",
    "combs",
    "sheet",
)


def _composed(hive: Whole) -> bool:
    """Whether there is more to draw than one box."""
    return len(hive.boxes) > 1


def _slope(a: Analysis, held: Literal["top and height", "board"]) -> Drawing | None:
    study = slope_study(a, held)
    return None if study is None else slope_drawing(a, study)


def build_report(
    hive: Hive, parts: Collection[ReportPart] = ALL_PARTS, box: int | None = None, held: Held | None = None
) -> Report:
    """The report of one design.

    Args:
        hive: the design.
        parts: which parts are wanted; the rest stay empty. "mends" adds the mends to the findings:
            each is tried, so leave it out while a drag is under way.
        box: index of the chamber on the bench, which drawings, metrics and forms speak of; the brood
            chamber when none is given.
        held: JSON pointers of what the keeper said last, which mends leave alone where they can; boards on hand
            and the box's own sizes when none are given.
    Raises:
        ParameterError: sizes contradict each other, or there is no such chamber; the field is named.
    """
    everything = whole(hive)
    hive = everything.hive
    box = main_box(hive) if box is None else box
    a = everything.chambers[box] if 0 <= box < len(everything.chambers) else analyse(hive, box)
    drawings = {name: draw(a, everything) for name, draw in DRAWINGS.items() if name in parts}
    studied = slope_study(a) is not None
    return Report(
        system=hive.system,
        name=hive.name,
        summary=_summary(everything),
        box=box,
        chambers=tuple(_chamber_name(each) for each in everything.chambers),
        metrics=metrics(a, everything) if "metrics" in parts else {},
        findings=_findings(everything, parts, outside_sizes(hive) if held is None else held),
        views=tuple(
            name
            for name in DRAWINGS
            if (studied or name not in STUDIES) and (_composed(everything) or name not in ("above", "beside"))
        ),
        drawings={name: drawing for name, drawing in drawings.items() if drawing is not None},
        forms=forms(a) if "forms" in parts else (),
        advice=slope_advice(a) if any(name in parts for name in STUDIES) else (),
        combs=comb_cards(a) if "combs" in parts else (),
        sheet=run_sheet(a) if "sheet" in parts else None,
        run=tuple(_bar_place(a, placed) for placed in a.layout.placed),
        entrances=tuple(_entrance_state(placed) for placed in a.entrances),
    )


def _findings(hive: Whole, parts: Collection[ReportPart], held: Held) -> tuple[Finding, ...]:
    """What was asked for: what the rules say, parts that lie in each other, or both."""
    mends = "mends" in parts
    if "findings" not in parts:
        return find_overlaps(hive, mends, held) if "overlaps" in parts else ()
    return find_all(hive, mends, held) if "overlaps" in parts else find(hive, mends, held)


def _summary(hive: Whole) -> Text:
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


def _chamber_name(a: Analysis) -> ChamberName:
    words = f"{len(a.layout.combs)} {a.place_word}s, {{room}}" if a.layout.combs else "no combs, {room}"
    return ChamberName(
        box=a.box, name=a.title or "hive", role=a.chamber.role, text=text(words, room=litres(a.volumes.whole_l))
    )


def _bar_place(a: Analysis, placed: Placed) -> BarPlace:
    item = placed.item
    where = {"start": mm(placed.start_mm), "end": mm(placed.end_mm)}
    match item:
        case Comb():
            kind = a.hive.comb_type(item.type).name
            words = f"{a.place_word.capitalize()} {placed.number}: {kind}, {item.contents}, {{start}} to {{end}}"
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
    # Combs end-on to the entrance let air in between them, combs broadside keep it out.
    way = "combs broadside to it (warm way)" if placed.start_mm == placed.end_mm else "combs end-on to it (cold way)"
    return EntranceState.model_validate(
        {
            "index": placed.index,
            "text": text(
                f"{placed.entrance.kind.capitalize()}, {wall}, at {{at}}, {{height}} above the floor, {way}",
                at=mm(placed.entrance.at_mm),
                height=mm(placed.entrance.height_mm),
            ),
            "open": is_open,
            "in_nest": placed.in_nest,
            "advice": advice,
        }
    )
