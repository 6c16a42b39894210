"""Building for readers: parts, how they go together, the cut plan, the bill, the order of work."""

from __future__ import annotations

from typing import Any

from sabaka_core.base.quantity import Quantity, Text, Value, count, mm, text
from sabaka_core.document.building import Building
from sabaka_core.document.hive import Hive
from sabaka_core.drawing.building import boards_drawing, exploded_drawing
from sabaka_core.findings import errors_in
from sabaka_core.hive.whole import whole
from sabaka_core.kit.drawing import Drawing
from sabaka_core.woodwork.assembly import Clash, clashes, parts_of_hive, total_kg, without_size
from sabaka_core.woodwork.costs import Bill, bill_of
from sabaka_core.woodwork.marks import marks_of
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.plan import CutPlan, cut_plan
from sabaka_core.woodwork.shorter import free_sizes, shorter
from sabaka_core.woodwork.steps import work_steps
from sabaka_core.woodwork.unmade import not_made

CAUTIONS = (
    "Saws: guard and riving knife on, push stick for anything narrow, small parts held down, never freehand.",
    "Measure each board’s actual thickness: nominal 25 mm planed is 22 mm. Measure the box again before "
    "cutting what goes into it.",
    "Dust, glue and varnish fumes: a mask and fresh air. Scorching with a torch: outdoors, with an extinguisher.",
)


class BuildPartOut(Value):
    """One kind of part."""

    id: str
    number: int
    name: str
    group: str
    count: int
    sizes: tuple[Quantity, ...]
    material: str
    joint: str
    marks: tuple[Text, ...]
    note: str
    mass: Quantity


class GroupOut(Value):
    """Pieces of one width and thickness in the cut plan."""

    words: Text
    proven: bool


class BuildFinding(Value):
    """Something about building that is wrong or worth knowing, and the edit that helps."""

    code: str
    severity: str
    words: Text
    why: str
    edit: dict[str, Any] | None = None


class WorkStepOut(Value):
    """One step of the work."""

    id: str
    title: str
    words: str
    measure: str
    caution: str
    parts: tuple[str, ...]
    done: bool


class BuildReport(Value):
    """All of it for one design."""

    building: Building
    parts: tuple[BuildPartOut, ...]
    summary: tuple[Text, ...]
    bill: tuple[Text, ...]
    minutes: dict[str, float]
    groups: tuple[GroupOut, ...]
    offcuts: tuple[Text, ...]
    findings: tuple[BuildFinding, ...]
    steps: tuple[WorkStepOut, ...]
    cautions: tuple[str, ...]
    exploded: Drawing
    boards: Drawing


def build_of(hive: Hive, seconds: float = 1.0) -> tuple[tuple[Part, ...], CutPlan, Bill]:
    """Parts, cut plan and bill of a design.

    Raises:
        ParameterError: sizes that can't be built.
    """
    parts = parts_of_hive(hive)
    plan = cut_plan(parts, hive, seconds)
    return parts, plan, bill_of(parts, plan, hive)


def building_report(hive: Hive, seconds: float = 0.8) -> BuildReport:
    """Building a hive.

    Raises:
        ParameterError: sizes that can't be built.
    """
    parts, plan, bill = build_of(hive, seconds)
    building = hive.building or Building()
    numbers = {part.id: index for index, part in enumerate(parts)}
    return BuildReport(
        building=building,
        parts=tuple(part_out(part, index) for index, part in enumerate(parts)),
        summary=(
            text(
                "{kinds} kinds of parts, {all} in all", kinds=count(len(parts)), all=count(sum(p.count for p in parts))
            ),
            text("{kg} of material", kg=Quantity(value=total_kg(parts), unit="kg")),
            text(
                "{own} boards of those on hand, {buy} to buy", own=count(len(plan.on_hand)), buy=count(len(plan.bought))
            ),
            text("{n} sheets; by area it takes {b} at least", n=count(len(plan.sheets)), b=count(plan.sheet_bound)),
            text(
                "Boards cost {cost}; these strips, width by width out of what the widths before leave, "
                "cost {bound} at least",
                cost=count(bill.boards),
                bound=count(plan.bound),
            ),
        ),
        bill=(
            text("Boards: {m}", m=count(bill.boards)),
            text("Sheets: {m}", m=count(bill.sheets)),
            text("Screws and hinges: {m}", m=count(bill.hardware)),
            text(f"Work: {bill.hours:.1f} hours, {{m}}", m=count(bill.work)),
            text("In all: {m}", m=count(bill.total)),
        ),
        minutes={work: round(took, 1) for work, took in bill.minutes.items()},
        groups=tuple(
            GroupOut(
                words=text(
                    "{n} pieces {w} wide, {t} thick: {c}, bound {b}",
                    n=count(g.pieces),
                    w=mm(g.wide_mm),
                    t=mm(g.thick_mm),
                    c=count(g.cost),
                    b=count(g.bound),
                ),
                proven=g.proven,
            )
            for g in plan.groups
        ),
        offcuts=tuple(
            text(f"{label}: {{l}} × {{w}} × {{t}}", l=mm(long), w=mm(wide), t=mm(thick))
            for label, long, wide, thick in plan.offcuts
        ),
        findings=tuple(_findings(hive, parts, plan)),
        steps=tuple(
            WorkStepOut(
                id=s.id,
                title=s.title,
                words=s.words,
                measure=s.measure,
                caution=s.caution,
                parts=s.parts,
                done=s.id in building.done,
            )
            for s in work_steps(parts)
        ),
        cautions=CAUTIONS,
        exploded=exploded_drawing(parts),
        boards=boards_drawing(plan, numbers),
    )


def part_out(part: Part, index: int) -> BuildPartOut:
    """A part for readers."""
    return BuildPartOut(
        id=part.id,
        number=index + 1,
        name=part.name,
        group=part.group,
        count=part.count,
        sizes=() if part.group == "Bought" else (mm(part.long_mm), mm(part.wide_mm), mm(part.thick_mm)),
        material=part.material,
        joint=part.joint,
        marks=marks_of(part),
        note=part.note,
        mass=Quantity(value=part.kg, unit="kg"),
    )


def clash_words(clash: Clash, names: dict[str, str]) -> Text:
    """A clash in words."""
    if clash.kind == "gap":
        return text(f"“{names.get(clash.first, clash.first)}” touches nothing")
    return text(
        f"“{names.get(clash.first, clash.first)}” and “{names.get(clash.second, clash.second)}” lie {{by}} "
        "in each other",
        by=mm(clash.by_mm),
    )


def _findings(hive: Hive, parts: tuple[Part, ...], plan: CutPlan) -> list[BuildFinding]:
    names = {part.id: part.name for part in parts}
    found: list[BuildFinding] = []
    errors = errors_in(whole(hive))
    if errors:
        found.append(
            BuildFinding(
                code="design-errors",
                severity="error",
                words=text("The design has {n} errors to mend first", n=count(errors)),
                why="See the Shape step: what is wrong on paper is wrong in wood.",
            )
        )
    missing = not_made(hive)
    if missing:
        found.append(
            BuildFinding(
                code="not-made-yet",
                severity="warning",
                words=text(f"Not made yet: {'; '.join(missing)}"),
                why="The design has them, and no part of them is in this list, the cut plan or the bill. "
                "Reckon them by hand.",
            )
        )
    for clash in clashes(parts):
        found.append(
            BuildFinding(
                code="clash",
                severity="error",
                words=clash_words(clash, names),
                why="Parts put together in space don’t go together.",
            )
        )
    for part in without_size(hive):
        sizes = {"long": mm(part.long_mm), "wide": mm(part.wide_mm), "thick": mm(part.thick_mm)}
        found.append(
            BuildFinding(
                code="no-size",
                severity="error",
                words=Text(
                    template=f"“{part.name}” comes out {{long}} × {{wide}} × {{thick}}: it is left out", values=sizes
                ),
                why="Its clearances are larger than the room it stands in. Look at it in the Run step.",
            )
        )
    for name in plan.too_long:
        found.append(
            BuildFinding(
                code="no-board",
                severity="error",
                words=text(f"No board is long and thick enough for “{name}”"),
                why="Put a longer board, or one of its thickness, on the list.",
            )
        )
    for panel in plan.panels:
        found.append(
            BuildFinding(
                code="panel",
                severity="note",
                words=text(f"“{panel.name}”: {{n}} glued up of {panel.strips} strips or layers", n=count(panel.copies)),
                why="It is wider, or thicker, than the boards that are long enough for it.",
            )
        )
    for (thick, made, how), metres in _thinned(plan).items():
        found.append(
            BuildFinding(
                code="thinned",
                severity="note",
                words=text(f"Boards {{from_}} thick are {how} to {{to}}: {metres:.1f} m", from_=mm(thick), to=mm(made)),
                why="They are thicker than their parts; the time for it is in the bill.",
            )
        )
    return found


def _thinned(plan: CutPlan) -> dict[tuple[float, float, str], float]:
    """Metres of pieces that are planed or resawn, by the boards’ thickness and theirs."""
    metres: dict[tuple[float, float, str], float] = {}
    for board in plan.boards:
        if board.thinned:
            key = (board.source.thickness_mm, board.thick_mm, board.thinned)
            metres[key] = metres.get(key, 0.0) + sum(piece.long_mm for piece in board.pieces) / 1000
    return metres


class SearchReport(Value):
    """What searching ±20 mm of the free sizes found, or that it found nothing."""

    words: Text
    findings: tuple[BuildFinding, ...]


def search_report(hive: Hive) -> SearchReport:
    """Whether a size a little smaller or larger saves boards: searched through, the answer either way.

    Raises:
        ParameterError: sizes that can't be built.
    """
    plan = cut_plan(parts_of_hive(hive), hive, 0.3)
    sizes = [name for name, _, _ in free_sizes(hive)]
    found = shorter(hive, plan)
    findings = tuple(
        BuildFinding(
            code="shorter",
            severity="note",
            words=text(
                f"{s.what.capitalize()} {'less' if s.by_mm < 0 else 'more'} by {{by}}: {{n}} boards to buy "
                "instead of {now}, {m} saved",
                by=mm(abs(s.by_mm)),
                n=count(s.boards),
                now=count(s.now),
                m=count(s.saves),
            ),
            why="A board less for a few millimetres of room.",
            edit={"do": "set", "path": s.path, "text": s.text},
        )
        for s in found
    )
    searched = " and ".join(sizes) if sizes else "no size: frames hold them all"
    words = f"Searched 20 mm either way of {searched}. " + ("" if found else "Nothing saves a board.")
    return SearchReport(words=text(words.strip()), findings=findings)
