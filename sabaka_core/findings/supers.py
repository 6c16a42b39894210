"""Rules on supers: that they fit over their chamber, and cover it."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from sabaka_core.base.quantity import count, mm, text
from sabaka_core.base.sources import GEOMETRY
from sabaka_core.document.combs import Frame
from sabaka_core.document.hive import Cover, Hive
from sabaka_core.drawing.layout import seen_from_end
from sabaka_core.edits.matching import resized
from sabaka_core.edits.values import replace_value
from sabaka_core.findings.registry import Draft, Proposal, hive_rule, on
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.blocks import BoxPlace, turned_super_mm
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.findings import Spot
from sabaka_core.kit.tables import at_least, at_most, practice


@hive_rule("super-too-full", "run")
def super_too_full(hive: Whole) -> Iterator[Draft]:
    """A super's frames don't go over the box they stand on."""
    for index, each in enumerate(hive.hive.supers):
        a = next(a for a in hive.chambers if a.chamber.id == each.chamber)
        spacing = hive.hive.comb_type(each.comb_type).spacing_mm
        need = each.frames * spacing
        if each.turned or need <= a.run_mm + 1e-6:
            continue
        most = int(a.run_mm / spacing)
        yield Draft(
            code="super-too-full",
            subject=str(index),
            box=a.box,
            severity="error",
            text=text(
                f"A super of {each.frames} frames is {{need}} long inside; the box under it gives {{room}}.",
                need=mm(need),
                room=mm(a.run_mm),
            ),
            why="A super that hangs over its box stands open below, to rain and robbers.",
            place=on("beside", a.run_mm, 0.0),
            number=count(each.frames),
            limit=text("at most {most} frames", most=count(most)),
            source=GEOMETRY,
            path=f"/supers/{index}/frames",
            proposals=lambda index=index, most=most: (  # type: ignore[misc]
                Proposal(
                    text("Give it {most} frames", most=count(most)),
                    partial(replace_value, hive.hive, f"/supers/{index}/frames", most),
                ),
            ),
        )


@hive_rule("super-doesnt-fit", "run")
def super_doesnt_fit(hive: Whole) -> Iterator[Draft]:
    """A super's frames don't keep a bee space in a box as wide as the one it stands on."""
    row = practice("bee_space")
    low, high = row.span
    for index, each in enumerate(hive.hive.supers):
        kind = hive.hive.comb_type(each.comb_type)
        if not isinstance(kind, Frame) or each.turned:
            continue
        a = next(a for a in hive.chambers if a.chamber.id == each.chamber)
        gap = (a.section.top_mm - kind.body_width_mm) / 2
        if at_least(gap, low) and at_most(gap, high):
            continue
        wished = kind.body_width_mm + 2 * 9.5
        yield Draft(
            code="super-doesnt-fit",
            subject=str(index),
            box=a.box,
            severity="error",
            text=text(f"In a super as wide as its box the {kind.name} leaves {{gap}} on each side.", gap=mm(gap)),
            why="A super stands on the rim of the box below, so both have to be of one width. " + row.why,
            place=on("beside", 0.0, 0.0),
            number=mm(gap),
            limit=text("{low} to {high}", low=mm(low), high=mm(high)),
            source=row.source,
            path=a.width_path,
            proposals=partial(_as_wide, hive, a, index, wished),
        )


@hive_rule("super-leaves-open", "shape")
def super_leaves_open(hive: Whole) -> Iterator[Draft]:
    """A super that stands crosswise covers less than its chamber, and no cover board lies over the rest."""
    row = practice("bee_space")
    covered = any(cover.kind == "boards" for cover in hive.hive.covers)
    for index, each in enumerate(hive.hive.supers):
        kind = hive.hive.comb_type(each.comb_type)
        if not each.turned or not isinstance(kind, Frame) or covered:
            continue
        a = next(a for a in hive.chambers if a.chamber.id == each.chamber)
        gap = a.section.top_mm - turned_super_mm(kind, each.frames)[1]
        if at_most(gap, row.span[0]):
            continue
        yield Draft(
            code="super-leaves-open",
            subject=str(index),
            box=a.box,
            severity="warning",
            text=text(
                "Beside super {number} a strip of {gap} by {long} is open: a cover board, or the super lengthwise.",
                number=count(index + 1),
                gap=mm(gap),
                long=mm(a.section.top_mm),
            ),
            why="Rain, robbers and warmth go in and out where neither super nor cover lies. " + row.why,
            place=_on_the_whole(hive, next(b for b in hive.boxes if b.is_super and hive.super_of(b) == index)),
            number=mm(gap),
            limit=text("{most} at most", most=mm(row.span[0])),
            source=row.source,
            path=f"/supers/{index}/turned",
            proposals=partial(_over_the_rest, hive.hive, index),
        )


@hive_rule("super-overhangs", "shape")
def super_overhangs(hive: Whole) -> Iterator[Draft]:
    """A super stands out over the end of the chamber that it is set on."""
    row = practice("bee_space")
    for index, each in enumerate(hive.hive.supers):
        block = next(b for b in hive.boxes if b.is_super and hive.super_of(b) == index)
        on = next(b for b in hive.boxes if not b.is_super and b.chamber == block.chamber)
        over = max(block.x[1] - on.x[1], on.x[0] - block.x[0], block.y[1] - on.y[1], on.y[0] - block.y[0])
        if at_most(over, row.span[0]):
            continue
        fits = round(on.x[1] - on.x[0] - (block.x[1] - block.x[0]), 3)
        yield Draft(
            code="super-overhangs",
            subject=str(index),
            box=block.chamber,
            severity="error",
            text=text("Super {number} stands {over} out over its chamber.", number=count(index + 1), over=mm(over)),
            why="What stands over nothing is open below: rain, robbers and warmth pass, and it tips. " + row.why,
            place=_on_the_whole(hive, block),
            number=mm(over),
            limit=text("{most} at most", most=mm(row.span[0])),
            source=row.source,
            path=f"/supers/{index}/at_mm",
            proposals=partial(_over_its_chamber, hive.hive, index, max(fits, 0.0), each.turned),
        )


def _on_the_whole(hive: Whole, block: BoxPlace) -> Spot:
    """A box's middle on the drawing of the whole hive."""
    across = block.y if seen_from_end(hive) else block.x
    return on("whole", sum(across) / 2, -sum(block.z) / 2)


def _over_its_chamber(hive: Hive, index: int, at_mm: float, turned: bool) -> Iterator[Proposal]:
    words = text("Set it {at} from the near end", at=mm(at_mm))
    yield Proposal(words, partial(replace_value, hive, f"/supers/{index}/at_mm", at_mm))
    if turned:
        yield Proposal(text("Set it lengthwise"), partial(replace_value, hive, f"/supers/{index}/turned", False))
    yield Proposal(text("Do without this super"), partial(without_super, hive, index))


def _over_the_rest(hive: Hive, index: int) -> Iterator[Proposal]:
    board = Cover(kind="boards", material="plywood", thickness_mm=practice("cover_board").number)
    yield Proposal(text("Put a cover board over it"), lambda: hive.model_copy(update={"covers": (*hive.covers, board)}))
    yield Proposal(text("Set the super lengthwise"), partial(replace_value, hive, f"/supers/{index}/turned", False))


def _as_wide(hive: Whole, a: Analysis, index: int, wished_mm: float) -> Iterator[Proposal]:
    yield Proposal(
        text("Make the box {wide} wide inside", wide=mm(wished_mm)),
        partial(resized, hive.hive, a.box, a.width_path, wished_mm),
    )
    yield Proposal(text("Do without this super"), partial(without_super, hive.hive, index))


def without_super(hive: Hive, index: int) -> Hive:
    """The hive without one of its supers."""
    return hive.model_copy(update={"supers": hive.supers[:index] + hive.supers[index + 1 :]})
