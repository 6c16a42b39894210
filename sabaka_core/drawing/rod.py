"""The rod: the hive end to end as a strip, its length to scale."""

from __future__ import annotations

from math import floor
from typing import Literal

from sabaka_core.base.quantity import Text, mm, text
from sabaka_core.document.run import Follower, Gap
from sabaka_core.drawing.lengthwise import follower_handles, item_layer
from sabaka_core.edits.closing import least_gap_mm
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.drawing import STRIP_MM, Box, Circle, Drawing, Label, Polyline, Shape, Strokes, rectangle
from sabaka_core.run.layout import Placed

_SMALL_SUPER = 22.0
# A longer hive has a coarser rule.
_SHORT_MM = 2_500


# Letters of a note that stand side by side along the whole rod on a small desk screen.
_LETTERS = 170
# Supers lie over the strip, so far up.
_SUPER_TOP, _SUPER_FOOT = -44.0, -24.0
Over = tuple[float, float, str]


def supers_over(hive: Whole, a: Analysis) -> tuple[Over, ...]:
    """Supers that stand on a chamber: from where to where along its run [mm], and what they are called."""
    along = a.chamber.combs == "along" and a.chamber.axis == "lying"
    block = next(b for b in hive.boxes if b.chamber == a.box and not b.is_super)
    start = (block.y[0] + a.side_mm) if along else (block.x[0] + a.end_mm)
    mine = [b for b in hive.boxes if b.is_super and b.chamber == a.box]
    spans = ((b.y if along else b.x, b.name) for b in mine)
    return tuple((round(p - start, 3), round(q - start, 3), name) for (p, q), name in spans)


def small_rod(hive: Whole, a: Analysis) -> Drawing:
    """A chamber's run as a small strip beside the others: what is in it, and the supers over it."""
    end, length = a.end_mm, a.run_mm
    shapes: list[Shape] = [rectangle("gap", -end, 0, length + end, STRIP_MM)]
    for placed in a.layout.placed:
        if not isinstance(placed.item, Gap):
            shapes.append(rectangle(item_layer(placed), placed.start_mm, 0, placed.end_mm, STRIP_MM))
    over = supers_over(hive, a)
    for number, (p, q, _) in enumerate(over):
        up = -_SMALL_SUPER * (number + 1)
        shapes.append(rectangle("bar", max(p, -end), up, min(q, length + end), up + _SMALL_SUPER / 2))
    top = -_SMALL_SUPER * len(over)
    return Drawing(
        name=f"rod-{a.box}",
        title=f"The run of {a.title or 'the box'}",
        extent=Box(left_mm=-end, top_mm=top, right_mm=length + end, bottom_mm=STRIP_MM),
        shapes=tuple(shapes),
    )


def rod_drawing(a: Analysis, over: tuple[Over, ...] = ()) -> Drawing:
    """The hive end to end as a strip: y from 0 to STRIP_MM is height without scale; supers lie over it."""
    end, length = a.end_mm, a.run_mm
    shapes: list[Shape] = [
        rectangle("gap", 0, 0, length, STRIP_MM),
        rectangle("end-grain", -end, -6, 0, STRIP_MM),
        rectangle("end-grain", length, -6, length + end, STRIP_MM),
    ]
    # One line of supers, whichever stand on others: the strip has no height.
    for p, q, name in {(p, q): (p, q, name) for p, q, name in reversed(over)}.values():
        low, high = max(p, -end), min(q, length + end)
        shapes.append(rectangle("bar", low, _SUPER_TOP, high, _SUPER_FOOT))
        number = sum((p, q) == (each[0], each[1]) for each in over)
        words = name.rpartition(", ")[2] if number == 1 else f"{number} boxes on it"
        shapes.append(Label(layer="note", text=text(words), x_mm=(low + high) / 2, y_mm=_SUPER_FOOT - 4))
    for placed in a.layout.placed:
        if not isinstance(placed.item, Gap):
            top, bottom = (-10.0, STRIP_MM + 10) if isinstance(placed.item, Follower) else (0.0, STRIP_MM)
            shapes.append(rectangle(item_layer(placed), placed.start_mm, top, placed.end_mm, bottom, placed.index))
        else:
            shapes.append(rectangle("gap", placed.start_mm, 0, placed.end_mm, STRIP_MM, placed.index))
            room = _LETTERS * placed.length_mm / (length + 2 * end)
            said = next((each for each in _gap_words(a, placed) if len(each.template) <= room), None)
            if said is not None:
                shapes.append(Label(layer="note", text=said, x_mm=placed.middle_mm, y_mm=STRIP_MM / 2))
    shapes += _bar_numbers(a)
    shapes += _rod_entrances(a)
    shapes.append(Polyline(layer="datum", points=((0, STRIP_MM), (length, STRIP_MM))))
    shapes += _rules(length)
    return Drawing(
        name="rod",
        title="The hive along its length",
        extent=Box(left_mm=-end, top_mm=-48 if over else -22, right_mm=length + end, bottom_mm=STRIP_MM + 50),
        shapes=tuple(shapes),
        handles=follower_handles(a, STRIP_MM / 2, snaps=True),
    )


def _bar_numbers(a: Analysis) -> list[Shape]:
    """The first and last bar of the nest and of each stretch behind, by number."""
    ends = {group[i].index for group in _comb_groups(a) for i in (0, -1)}
    return [
        Label(layer="bar-number", text=text(str(p.number)), x_mm=p.middle_mm, y_mm=STRIP_MM - 10)
        for p in a.layout.combs
        if p.index in ends
    ]


def _comb_groups(a: Analysis) -> list[list[Placed]]:
    stretches = [a.layout.behind("near"), a.layout.nest, a.layout.behind("far")]
    groups = [[p for p in stretch if p.number is not None] for stretch in stretches]
    return [group for group in groups if group]


def _rod_entrances(a: Analysis) -> list[Shape]:
    return [
        Circle(
            layer="entrance-open" if placed.entrance.is_open else "entrance-plugged",
            x_mm=placed.middle_mm,
            y_mm=STRIP_MM,
            radius_mm=6.0,
        )
        for placed in a.entrances
    ]


def _gap_words(a: Analysis, placed: Placed) -> tuple[Text, ...]:
    """How many bars more a gap takes, a feeder's room set aside: in full, and shorter where that has no room."""
    width = a.main_spacing_mm
    more = floor((placed.length_mm - least_gap_mm(placed.item) + 1e-6) / width)
    then = ", then the feeder" if isinstance(placed.item, Gap) and placed.item.purpose == "feeder" else ""
    if more < 1:
        return (text("{gap} open", gap=mm(placed.length_mm)),)
    bars = f"{more} more {a.place_word}{'s' if more > 1 else ''}"
    return text(f"room for {bars}{then}"), text(f"room for {bars}"), text(bars), text(f"+{more}")


def _rules(length_mm: float) -> list[Shape]:
    """The rod's rule, once in millimetres and once in inches."""
    short = length_mm <= _SHORT_MM
    step, inches = (20.0, 1.0) if short else (100.0, 6.0)
    return [
        _rule("rule-mm", length_mm, step, 5, step),
        _rule("rule-in", length_mm, inches * 25.4, 4 if short else 2, inches),
    ]


def _rule(layer: Literal["rule-mm", "rule-in"], length_mm: float, step_mm: float, each: int, step: float) -> Strokes:
    """Ticks so far apart, every so many of them long and with its number."""
    ticks = range(int(length_mm / step_mm + 1e-9) + 1)
    foot = {True: STRIP_MM + 26, False: STRIP_MM + 19}
    places = [round(i * step_mm, 3) for i in ticks]
    return Strokes(
        layer=layer,
        lines=tuple(((x, STRIP_MM + 14), (x, foot[i % each == 0])) for i, x in enumerate(places)),
        names=tuple(f"{i * step:.0f}" if i % each == 0 else "" for i in ticks),
        names_mm=STRIP_MM + 40,
    )
