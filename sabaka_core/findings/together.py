"""Rules on the whole hive: ways between chambers, stacks that end level and don't tip, boxes that match."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from sabaka_core.base.quantity import Quantity, count, mm, text
from sabaka_core.base.sources import COMMON, GEOMETRY
from sabaka_core.document.hive import Hive
from sabaka_core.edits.boxes import with_slot
from sabaka_core.edits.matching import moved_on
from sabaka_core.edits.openings import add_entrance, nest_hole
from sabaka_core.edits.values import replace_value
from sabaka_core.findings.registry import Draft, Proposal, hive_rule, on
from sabaka_core.findings.supers import without_super
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.blocks import Stack
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.tables import practice
from sabaka_core.run.passages import way_out


@hive_rule("no-way-out", "run")
def no_way_out(hive: Whole) -> Iterator[Draft]:
    """A chamber with combs has neither an open entrance nor a way to one."""
    if len(hive.chambers) < 2:
        return
    for a in hive.chambers:
        if not a.layout.combs or way_out(hive.hive, a.chamber.id):
            continue
        yield Draft(
            code="no-way-out",
            subject=a.chamber.id,
            box=a.box,
            severity="error",
            text=text(f"Bees in “{a.title}” find no way to an open entrance."),
            why="Shut-in bees overheat and die within hours, and a box no bee can reach stays empty.",
            place=on("plan", a.run_mm / 2, 0.0),
            number=count(0),
            limit=text("a passage to a chamber with an entrance, or one of its own"),
            source=COMMON,
            path="",
            proposals=partial(_ways, hive, a),
        )


def _ways(hive: Whole, a: Analysis) -> Iterator[Proposal]:
    for other in hive.chambers:
        if other is not a and way_out(hive.hive, other.chamber.id):
            yield Proposal(
                text(f"Open a passage to {other.title}"), partial(with_slot, hive.hive, other.chamber.id, a.chamber.id)
            )
    hole = nest_hole(a)
    words = text("Bore a {size} hole", size=mm(hole.diameter_mm))
    yield Proposal(words, lambda: add_entrance(hive.hive, a.box, hole))


@hive_rule("passage-small", "run")
def passage_small(hive: Whole) -> Iterator[Draft]:
    """A passage is smaller than the entrance of a wild nest."""
    row = practice("wild_entrance")
    least = row.span[0]
    for index, passage in enumerate(hive.hive.passages):
        if passage.kind in ("open", "vent") or passage.width_mm is None or passage.height_mm is None:
            continue
        area = passage.width_mm * passage.height_mm / 100
        if area >= least - 1e-6:
            continue
        wished = round(least * 100 / passage.height_mm, 0) + 1
        yield Draft(
            code="passage-small",
            subject=str(index),
            severity="warning",
            text=text(
                f"The passage from {passage.from_chamber} to {passage.to_chamber} is {{area}}.",
                area=Quantity(value=area, unit="cm2"),
            ),
            why="Through a narrow passage few bees carry honey, and little warmth follows them. " + row.why,
            place=on("above", 0.0, 0.0),
            number=Quantity(value=area, unit="cm2"),
            limit=text("at least {least}", least=Quantity(value=least, unit="cm2")),
            source=row.source,
            path=f"/passages/{index}/width_mm",
            proposals=lambda index=index, wished=wished: (  # type: ignore[misc]
                Proposal(
                    text("Make it {wide} wide", wide=mm(wished)),
                    partial(replace_value, hive.hive, f"/passages/{index}/width_mm", wished),
                ),
            ),
        )


@hive_rule("stacks-uneven", "run")
def stacks_uneven(hive: Whole) -> Iterator[Draft]:
    """The stacks of a side-by-side hive, which share a roof, end at different heights."""
    row = practice("level_stacks")
    if hive.hive.system != "side-by-side" or len(hive.stacks) < 2:
        return
    tallest = max(hive.stacks, key=lambda s: s.top_mm)
    for stack in hive.stacks:
        by = tallest.top_mm - stack.top_mm
        if by <= row.number + 1e-6:
            continue
        yield Draft(
            code="stacks-uneven",
            subject=stack.name,
            box=stack.boxes[0].chamber,
            severity="error",
            text=text(f"The stack on “{stack.name}” ends {{by}} below the tallest.", by=mm(by)),
            why=row.why,
            place=on("beside", 0.0, -stack.top_mm),
            number=mm(by),
            limit=text("within {play}", play=mm(row.number)),
            source=row.source,
            path=f"/chambers/{stack.boxes[0].chamber}/place/z_mm",
            proposals=partial(_level, hive, stack, tallest, by),
        )


def _level(hive: Whole, stack: Stack, tallest: Stack, by_mm: float) -> Iterator[Proposal]:
    box = stack.boxes[0].chamber
    z = hive.hive.chambers[box].place.z_mm
    yield Proposal(
        text(f"Put a {{by}} shim under “{stack.name}”", by=mm(by_mm)),
        partial(replace_value, hive.hive, f"/chambers/{box}/place/z_mm", round(z + by_mm, 3)),
    )
    for index, each in enumerate(hive.hive.supers):
        if each.chamber == hive.hive.chambers[tallest.boxes[0].chamber].id and by_mm < 12:
            yield Proposal(
                text("Trim the supers of the tallest to {high}", high=mm(each.height_mm - by_mm / each.boxes)),
                partial(
                    replace_value,
                    hive.hive,
                    f"/supers/{index}/height_mm",
                    round(each.height_mm - by_mm / each.boxes, 3),
                ),
            )


@hive_rule("stack-tips", "run")
def stack_tips(hive: Whole) -> Iterator[Draft]:
    """A stack is so tall over its foot that a push or the wind tips it."""
    row = practice("tipping")
    for stack in hive.stacks:
        if stack.tipping_deg >= row.number - 1e-6:
            continue
        box = stack.boxes[0].chamber
        yield Draft(
            code="stack-tips",
            subject=stack.name,
            box=box,
            severity="warning",
            text=text(
                f"The stack on “{stack.name}” tips when it leans {{angle}}.",
                angle=Quantity(value=stack.tipping_deg, unit="deg"),
            ),
            why=row.why,
            place=on(
                "beside" if len(hive.boxes) > 1 else "section", 0.0, -stack.top_mm if len(hive.boxes) > 1 else 0.0
            ),
            number=Quantity(value=stack.tipping_deg, unit="deg"),
            limit=text("at least {least}", least=Quantity(value=row.number, unit="deg")),
            source=row.source,
            path="",
            proposals=partial(_lower, hive, hive.hive.chambers[box].id),
        )


def _lower(hive: Whole, chamber: str) -> Iterator[Proposal]:
    for index, each in enumerate(hive.hive.supers):
        if each.chamber != chamber:
            continue
        if each.boxes > 1:
            yield Proposal(
                text("Take off a super"), partial(replace_value, hive.hive, f"/supers/{index}/boxes", each.boxes - 1)
            )
        else:
            yield Proposal(text("Take off the super"), partial(without_super, hive.hive, index))


@hive_rule("queen-goes-over", "run")
def queen_goes_over(hive: Whole) -> Iterator[Draft]:
    """Between brood and honey nothing keeps the queen: as one school wants it, and another doesn't."""
    roles = {chamber.id: chamber.role for chamber in hive.hive.chambers}
    for index, passage in enumerate(hive.hive.passages):
        if (
            passage.excluder
            or not passage.lets_bees
            or {roles[passage.from_chamber], roles[passage.to_chamber]} != {"brood", "honey"}
        ):
            continue
        yield Draft(
            code="queen-goes-over",
            subject=str(index),
            severity="note",
            text=text(f"No excluder lies between {passage.from_chamber} and {passage.to_chamber}."),
            why="A full comb of honey usually stops the queen, and not always; an excluder does, and slows the bees.",
            place=on("above", 0.0, 0.0),
            number=count(0),
            limit=text("an excluder, by that school; none, by the other"),
            source=COMMON,
            school="excluders",
            path=f"/passages/{index}/excluder",
            proposals=lambda index=index: (  # type: ignore[misc]
                Proposal(
                    text("Put an excluder in"), partial(replace_value, hive.hive, f"/passages/{index}/excluder", True)
                ),
            ),
        )


@hive_rule("boxes-dont-match", "run")
def boxes_dont_match(hive: Whole) -> Iterator[Draft]:
    """Boxes that stand open on each other are not of one size in plan."""
    row = practice("level_stacks")
    for passage in hive.hive.passages:
        if passage.kind != "open":
            continue
        one, two = (
            next(a for a in hive.chambers if a.chamber.id == ident)
            for ident in (passage.from_chamber, passage.to_chamber)
        )
        for first, second, path_of in (
            (one.run_mm, two.run_mm, _run),
            (one.section.top_mm, two.section.top_mm, _width),
        ):
            if abs(first - second) <= row.number:
                continue
            yield Draft(
                code="boxes-dont-match",
                subject=two.chamber.id,
                box=two.box,
                severity="error",
                text=text(
                    f"“{two.title}” is {{other}} inside where “{one.title}” is {{mine}}.",
                    other=mm(second),
                    mine=mm(first),
                ),
                why="Loose boxes have to meet edge on edge, or rain runs in and bees fall out.",
                place=on("beside", 0.0, 0.0),
                number=mm(second),
                limit=text("{mine}, within {play}", mine=mm(first), play=mm(row.number)),
                source=GEOMETRY,
                path=path_of(two),
                proposals=partial(_matching, hive, ((two, path_of(two), first), (one, path_of(one), second))),
            )
            break


def _run(a: Analysis) -> str:
    return a.run_path


def _width(a: Analysis) -> str:
    return a.width_path


def _matching(hive: Whole, ways: tuple[tuple[Analysis, str, float], ...]) -> Iterator[Proposal]:
    """Either box as large as the other."""
    for a, path, size in ways:
        yield Proposal(text(f"Make “{a.title}” {{size}}", size=mm(size)), partial(_moved, hive.hive, path, size))


def _moved(hive: Hive, path: str, size_mm: float) -> Hive:
    """One box as large as the other, and what stands beyond it moved on."""
    return moved_on(hive, replace_value(hive, path, round(size_mm, 3)))
