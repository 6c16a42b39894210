"""Rules that belong to one hive system: square boxes, door spacers, boxes that add up, logs."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from sabaka_core.base.quantity import Quantity, mm, text
from sabaka_core.base.sources import COMMON, GEOMETRY
from sabaka_core.base.units import UNSEEN_MM
from sabaka_core.document.combs import FixedComb, Guide, TopBar
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb
from sabaka_core.edits.closing import items_of, with_items
from sabaka_core.edits.matching import resized
from sabaka_core.edits.values import replace_value
from sabaka_core.findings.registry import Draft, Proposal, on, rule
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.drawing import STRIP_MM
from sabaka_core.kit.findings import Severity
from sabaka_core.kit.tables import practice


@rule("chamber-not-square", "shape")
def chamber_not_square(a: Analysis) -> Iterator[Draft]:
    """A two-chamber hive's box isn't square, so its frames run one way only."""
    off = a.section.top_mm - a.run_mm
    if a.hive.system != "two-chamber" or abs(off) <= 1.0:
        return
    yield Draft(
        code="chamber-not-square",
        severity="error",
        text=text("The chamber is {one} by {other} inside.", one=mm(a.section.top_mm), other=mm(a.run_mm)),
        why="Rests on all four sides of a square box let frames run either way, and a standard super sit "
        "on it both ways.",
        place=on("plan", a.run_mm / 2, 0.0),
        number=mm(abs(off)),
        limit=text("square within {play}", play=mm(1.0)),
        source=COMMON,
        path=a.run_path,
        proposals=lambda: (
            Proposal(
                text("Make it {size} both ways", size=mm(a.section.top_mm)),
                partial(resized, a.hive, a.box, a.run_path, a.section.top_mm),
            ),
        ),
    )


@rule("door-spacers", "shape")
def door_spacers(a: Analysis) -> Iterator[Draft]:
    """In a rear-access hive the first and last frame don't stand a bee space off front and door."""
    if a.hive.system != "rear-access" or a.chamber.rest.kind != "rods" or not a.layout.combs:
        return
    row = practice("bee_space")
    # Half the spacing's own passage stands at either end already.
    gap = (a.layout.leftover_mm + practice("comb_passage").number) / 2
    if row.holds(gap):
        return
    wished = a.layout.total_mm + 2 * 8.0 - practice("comb_passage").number
    yield Draft(
        code="door-spacers",
        severity="error" if gap < row.span[0] else "warning",
        text=text("The first and last frame stand {gap} off front and door.", gap=mm(gap)),
        why="Spacers on door and front keep the outer combs a bee space off, or the door is glued to the comb. "
        + row.why,
        place=on("rod", a.run_mm, STRIP_MM / 2),
        number=mm(gap),
        limit=text("{low} to {high}", low=mm(row.span[0]), high=mm(row.span[1])),
        source=row.source,
        path=a.run_path,
        proposals=lambda: (
            Proposal(
                text("Make the chamber {long} long", long=mm(wished)),
                partial(resized, a.hive, a.box, a.run_path, wished),
            ),
        ),
    )


@rule("boxes-dont-add-up", "shape")
def boxes_dont_add_up(a: Analysis) -> Iterator[Draft]:
    """The boxes a chamber is stacked up of are not together as high as the chamber is said to be."""
    total = sum(a.chamber.boxes_mm)
    off = total - a.section.height_mm
    if not a.chamber.boxes_mm or abs(off) <= practice("level_stacks").number:
        return
    yield Draft(
        code="boxes-dont-add-up",
        severity="error",
        text=text(
            "The boxes are {total} together and the chamber {height}.", total=mm(total), height=mm(a.section.height_mm)
        ),
        why="A tall frame hangs through several boxes: measure them stacked, for their heights differ by a "
        "millimetre each.",
        place=on("section", 0.0, a.section.height_mm),
        number=mm(a.section.height_mm),
        limit=text("{total}, the sum of its boxes", total=mm(total)),
        source=GEOMETRY,
        path=a.depth_path,
        proposals=lambda: (
            Proposal(
                text("Take the sum, {total}", total=mm(total)), partial(resized, a.hive, a.box, a.depth_path, total)
            ),
        ),
    )


@rule("entrance-in-litter", "shape")
def entrance_in_litter(a: Analysis) -> Iterator[Draft]:
    """The box that holds the litter has an open entrance: it belongs one box up."""
    if a.chamber.role != "shelf" or a.chamber.litter.kind != "deep":
        return
    for placed in a.entrances:
        if not placed.entrance.is_open:
            continue
        path = f"{a.path}/entrances/{placed.index}/setting"
        yield Draft(
            code="entrance-in-litter",
            subject=str(placed.index),
            severity="warning",
            text=text(f"{placed.label} opens into the litter box."),
            why="One box up the entrance stays clear of litter and debris, and the litter stays dry.",
            place=on("rod", placed.middle_mm, STRIP_MM),
            number=mm(placed.entrance.height_mm),
            limit=text("an entrance one box up"),
            source=COMMON,
            path=path,
            proposals=partial(_plug, a, path),
        )


def _plug(a: Analysis, path: str) -> tuple[Proposal]:
    return (Proposal(text("Plug it"), partial(replace_value, a.hive, path, "plugged")),)


@rule("fixed-comb", "shape")
def fixed_comb(a: Analysis) -> Iterator[Draft]:
    """Combs fixed to the cavity can't be inspected, which the law of many places asks for."""
    law = a.hive.choices.law
    if law == "any" or not isinstance(a.main, FixedComb):
        return
    severity: Severity = "error" if law == "removable" else "note"
    yield Draft(
        code="fixed-comb",
        severity=severity,
        text=text("The combs are fixed to the cavity and can't be lifted out."),
        why="Many places ask for removable combs, so that brood diseases can be found. Ask your bee "
        "inspector before you build.",
        place=on("section", 0.0, a.section.height_mm * 0.3),
        number=Quantity(value=len(a.layout.combs), unit="count"),
        limit=text("removable combs where the law asks for them"),
        source=COMMON,
        path="/choices/law",
        proposals=partial(_bars_instead, a),
    )


def _bars_instead(a: Analysis) -> Iterator[Proposal]:
    fixed = a.main
    assert isinstance(fixed, FixedComb)
    widest = a.section.top_mm
    bar = TopBar(
        id="log-bar",
        name="log bar",
        width_mm=fixed.spacing_mm,
        thickness_mm=20.0,
        length_mm=round(widest + 2 * min(a.side_mm, 20.0), 1),
        guide=Guide(kind="wax-line", length_mm=round(max(widest - 4 * a.hive.choices.bee_space_mm, 20.0), 1)),
    )
    if all(kind.id != bar.id for kind in a.hive.comb_types) and widest > 100:
        yield Proposal(text("Hang bars across the top instead"), partial(_rehung, a, bar))


def _rehung(a: Analysis, bar: TopBar) -> Hive:
    hive = a.hive.model_copy(update={"comb_types": (*a.hive.comb_types, bar)})
    items = tuple(
        item.model_copy(update={"type": bar.id}) if isinstance(item, Comb) else item for item in items_of(hive, a.box)
    )
    return replace_value(with_items(hive, a.box, items), f"{a.path}/rest/kind", "rim")


@rule("log-wall-thin", "shape")
def log_wall_thin(a: Analysis) -> Iterator[Draft]:
    """A tree-cavity hive's wall is thinner than such hives are built for."""
    row = practice("log_wall")
    if a.hive.system != "tree-cavity" or a.side_mm >= row.number - UNSEEN_MM:
        return
    path = f"{a.path}/walls/sides/0/thickness_mm"
    yield Draft(
        code="log-wall-thin",
        severity="warning",
        text=text("The wall is {thick} thick.", thick=mm(a.side_mm)),
        why=row.why,
        place=on("plan", 0.0, 0.0),
        number=mm(a.side_mm),
        limit=text("at least {least}", least=mm(row.number)),
        source=row.source,
        path=path,
        proposals=lambda: (
            Proposal(
                text("Make the wall {least} thick", least=mm(row.number)),
                partial(replace_value, a.hive, path, a.chamber.walls.sides[0].thickness_mm + row.number - a.side_mm),
            ),
        ),
    )


@rule("comb-too-small", "shape")
def comb_too_small(a: Analysis) -> Iterator[Draft]:
    """A comb at the edge of a log is too narrow to count as one."""
    row = practice("least_chord")
    if not a.cavity.varies:
        return
    small = [placed for placed in a.layout.combs if a.hung(placed).width_mm < row.number]
    if not small:
        return
    widest = max(a.hung(placed).width_mm for placed in small)
    yield Draft(
        code="comb-too-small",
        severity="warning",
        text=text(
            f"{len(small)} of {len(a.layout.combs)} combs would be narrower than {{least}}.", least=mm(row.number)
        ),
        why=row.why,
        place=on("plan", small[0].middle_mm, 0.0),
        number=mm(widest),
        limit=text("at least {least} wide", least=mm(row.number)),
        source=row.source,
        path=f"{a.path}/section/diameter_mm",
        proposals=partial(_without_small, a, [placed.index for placed in small]),
    )


def _without_small(a: Analysis, indexes: list[int]) -> tuple[Proposal]:
    """The run without them, and centred: the gaps at both ends take up the room evenly."""

    def change() -> Hive:
        items = [item for i, item in enumerate(items_of(a.hive, a.box)) if i not in indexes]
        combs = [item for item in items if isinstance(item, Comb)]
        types = {kind.id: kind for kind in a.hive.comb_types}
        room = (a.run_mm - sum(types[comb.type].spacing_mm for comb in combs)) / 2
        gaps = [item for item in items if item.kind == "gap"]
        if len(gaps) == 2 and room > 0:
            new = gaps[0].model_copy(update={"length_mm": round(room, 3)})
            items = [new if item.kind == "gap" else item for item in items]
        return with_items(a.hive, a.box, tuple(items))

    return (Proposal(text("Leave them out"), change),)
