"""Rules on building: a design with errors, parts that can’t be, and what the boards make of it."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from sabaka_core.base.quantity import Text, count, mm, text
from sabaka_core.base.sources import COMMON, GEOMETRY
from sabaka_core.edits.fields import SetField
from sabaka_core.edits.stock import AddBoard
from sabaka_core.findings.found import errors_in
from sabaka_core.findings.registry import Draft, Proposal, doing, no_proposals, on, study_rule
from sabaka_core.hive.context import Context
from sabaka_core.woodwork.asked import parts_in, plan_in
from sabaka_core.woodwork.assembly import Clash, clashes, without_size
from sabaka_core.woodwork.planned import CutPlan
from sabaka_core.woodwork.scarfs import may_be_scarfed

# So many parts are named in one sentence.
_NAMED = 6
_EXPLODED, _BOARDS = "build-exploded", "build-boards"


@study_rule("design-errors", "building")
def design_errors(context: Context) -> Iterator[Draft]:
    """What is wrong on paper is wrong in wood."""
    errors = errors_in(context)
    if errors:
        yield Draft(
            code="design-errors",
            severity="error",
            text=text("The design has {n} errors to mend first.", n=count(errors)),
            why="See the Shape step: what is wrong on paper is wrong in wood.",
            place=None,
            number=count(errors),
            limit=text("none"),
            source=GEOMETRY,
        )


def clash_words(clash: Clash, names: dict[str, str]) -> Text:
    """A clash in words."""
    if clash.kind == "gap":
        return text(f"“{names.get(clash.first, clash.first)}” touches nothing.")
    first, second = names.get(clash.first, clash.first), names.get(clash.second, clash.second)
    return text(f"“{first}” and “{second}” lie {{by}} in each other.", by=mm(clash.by_mm))


@study_rule("part-loose", "building")
def part_loose(context: Context) -> Iterator[Draft]:
    """A part that touches nothing; those that lie in each other are errors of the design."""
    parts = context.once(parts_in)
    names = {part.id: part.name for part in parts}
    for clash in clashes(parts):
        if clash.kind == "gap":
            yield Draft(
                code="part-loose",
                subject=clash.first,
                severity="error",
                text=clash_words(clash, names),
                why="Parts put together in space don’t go together.",
                place=on(_EXPLODED, 0.0, 0.0),
                number=mm(clash.by_mm),
                limit=text("touching another part"),
                source=GEOMETRY,
            )


@study_rule("part-without-size", "building")
def part_without_size(context: Context) -> Iterator[Draft]:
    """A part that comes out with no size."""
    for number, part in enumerate(without_size(context.hive)):
        sizes = {"long": mm(part.long_mm), "wide": mm(part.wide_mm), "thick": mm(part.thick_mm)}
        yield Draft(
            code="part-without-size",
            subject=str(number),
            severity="error",
            text=Text(
                template=f"“{part.name}” comes out {{long}} × {{wide}} × {{thick}}: it is left out.", values=sizes
            ),
            why="Its clearances are larger than the room it stands in. Look at it in the Run step.",
            place=None,
            number=mm(min(part.long_mm, part.wide_mm, part.thick_mm)),
            limit=text("more than nothing"),
            source=GEOMETRY,
        )


@study_rule("no-board", "building", long=True)
def no_board(context: Context) -> Iterator[Draft]:
    """A part that no board is large enough for. The first offers a plank: one on the list serves them all."""
    parts = {part.name: part for part in context.once(parts_in)}
    sizes = {name: part.long_mm for name, part in parts.items()}
    for number, name in enumerate(context.once(plan_in).too_long):
        yield Draft(
            code="no-board",
            subject=str(number),
            severity="error",
            text=text(f"No board is long and thick enough for “{name}”."),
            why="Put a longer board, or one of its thickness, on the list."
            + (" Two pieces scarfed end to end hold here." if name in parts and may_be_scarfed(parts[name]) else ""),
            place=None,
            number=mm(sizes.get(name, 0.0)),
            limit=text("a board so long and thick"),
            source=GEOMETRY,
            proposals=no_proposals if number else partial(_another_board, context),
        )


def _another_board(context: Context) -> Iterator[Proposal]:
    if any(may_be_scarfed(p) and p.name in context.once(plan_in).too_long for p in context.once(parts_in)):
        words = text("Scarf what is too long of two pieces each, where that is sound")
        yield doing(context, words, SetField(path="/building/scarf", text="yes"))
    yield doing(context, text("Put a common plank on the list of boards on hand"), AddBoard())


@study_rule("panel", "building", long=True)
def panel(context: Context) -> Iterator[Draft]:
    """Parts that are glued up, all in one note."""
    panels = context.once(plan_in).panels
    if panels:
        said = ", ".join(f"“{each.name}” of {each.strips}" for each in panels[:_NAMED])
        pieces = sum(p.copies for p in panels)
        are = "piece is" if pieces == 1 else "pieces are"
        more = f" and {len(panels) - _NAMED} more kinds" if len(panels) > _NAMED else ""
        yield Draft(
            code="panel",
            severity="note",
            text=text(f"{{n}} {are} glued up of strips or layers: {said}{more}.", n=count(pieces)),
            why="It is wider, or thicker, than the boards that are long enough for it.",
            place=on(_BOARDS, 0.0, 0.0),
            number=count(max(each.strips for each in panels)),
            limit=text("one board"),
            source=COMMON,
        )


@study_rule("thinned", "building", long=True)
def thinned(context: Context) -> Iterator[Draft]:
    """Boards that are planed or resawn."""
    for (thick, made, how), metres in _thinned(context.once(plan_in)).items():
        yield Draft(
            code="thinned",
            subject=f"{thick:g}-{made:g}-{how}",
            severity="note",
            text=text(f"Boards {{from_}} thick are {how} to {{to}}: {metres:.1f} m.", from_=mm(thick), to=mm(made)),
            why="They are thicker than their parts; the time for it is in the bill.",
            place=on(_BOARDS, 0.0, 0.0),
            number=mm(thick),
            limit=text("{made}", made=mm(made)),
            source=COMMON,
        )


def _thinned(plan: CutPlan) -> dict[tuple[float, float, str], float]:
    """Metres of pieces that are planed or resawn, by the boards’ thickness and theirs."""
    metres: dict[tuple[float, float, str], float] = {}
    for board in plan.boards:
        if board.thinned:
            key = (board.source.thickness_mm, board.thick_mm, board.thinned)
            metres[key] = metres.get(key, 0.0) + sum(piece.long_mm for piece in board.pieces) / 1000
    return metres
