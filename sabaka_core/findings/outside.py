"""Rules on what is over, under and between the boxes: what stands under the roof, how it is hung, where ways lead."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial
from math import radians, tan

from sabaka_core.base.quantity import kilograms, mm, text
from sabaka_core.base.sources import COMMON, GEOMETRY
from sabaka_core.base.units import UNSEEN_MM
from sabaka_core.document.hive import Hive
from sabaka_core.drawing.layout import seen_from_end
from sabaka_core.edits.values import replace_value
from sabaka_core.findings.registry import Draft, Proposal, hive_rule, on, study_rule
from sabaka_core.hive.blocks import BoxPlace
from sabaka_core.hive.context import Context
from sabaka_core.hive.roof import roof_rise_mm
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.findings import Spot
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.masses import full_kg


@hive_rule("roof-hits-what-stands-under", "shape")
def roof_hits_what_stands_under(hive: Whole) -> Iterator[Draft]:
    """What stands on the covers is higher than the roof leaves room for, at its ridge as well."""
    roof = hive.hive.roof
    if roof is None or roof.under == "nothing":
        return
    room, words = roof.clearance_mm, "insulation"
    if roof.under == "feeder":
        # A jar stands in the middle: under a ridge there is more room, less what the slope takes at its edge.
        words, half = "feeder", practice("feeder_jar_wide").number / 2
        middle = roof_rise_mm(hive) / (2 if roof.kind == "pent" else 1)
        room += max(middle - half * tan(radians(roof.pitch_deg)), 0.0) if roof.kind != "flat" else 0.0
    over = roof.under_mm - room
    if over <= UNSEEN_MM:
        return
    wished = round(roof.clearance_mm + over, 1)
    yield Draft(
        code="roof-hits-what-stands-under",
        severity="error",
        text=text(
            f"The {words} under the roof is {{high}} high, and there {{room}} are free: the lid won’t close.",
            high=mm(roof.under_mm),
            room=mm(room),
        ),
        why="A lid that rides on a feeder lets in rain and robbers.",
        place=_on_top(hive),
        number=mm(roof.under_mm),
        limit=text("{most} at most", most=mm(room)),
        source=GEOMETRY,
        path="/roof/clearance_mm",
        proposals=lambda: (
            Proposal(
                text("Leave {room} under the roof", room=mm(wished)),
                partial(replace_value, hive.hive, "/roof/clearance_mm", wished),
            ),
            Proposal(text("Let nothing stand there"), partial(replace_value, hive.hive, "/roof/under", "nothing")),
        ),
    )


@hive_rule("way-to-nowhere", "run")
def way_to_nowhere(hive: Whole) -> Iterator[Draft]:
    """A way between two chambers that nowhere lie against each other."""
    most = practice("way_gap").number
    for index, way in enumerate(hive.hive.passages):
        one, two = (
            next(b for b in hive.boxes if hive.hive.chambers[b.chamber].id == ident and not b.is_super)
            for ident in (way.from_chamber, way.to_chamber)
        )
        apart = [max(a[0], b[0]) - min(a[1], b[1]) for a, b in ((one.x, two.x), (one.y, two.y), (one.z, two.z))]
        off = [each for each in apart if each > UNSEEN_MM]
        # Beside or over each other, they face along one direction only.
        if len(off) <= 1 and max(off, default=0.0) <= most:
            continue
        ends = f"{way.from_chamber} and {way.to_chamber}".replace("-", " ")
        yield Draft(
            code="way-to-nowhere",
            subject=str(index),
            severity="error",
            text=text(f"The way between {ends} leads nowhere: they stand {{off}} apart.", off=mm(max(off))),
            why="Bees pass from box to box where their walls, or floor and rim, lie against each other.",
            place=_between(hive, one, two),
            number=mm(max(off)),
            limit=text("{most} at most, and facing each other", most=mm(most)),
            source=GEOMETRY,
            path=f"/passages/{index}",
            proposals=partial(_meeting, hive, index, one, two),
        )


@hive_rule("moats-under-nothing", "shape")
def moats_under_nothing(hive: Whole) -> Iterator[Draft]:
    """Moats without legs to stand in them."""
    stand = hive.hive.stand
    if stand is None or not stand.moats or (stand.kind == "legs" and stand.height_mm > 0):
        return
    yield Draft(
        code="moats-under-nothing",
        severity="note",
        text=text("Moats have no legs to stand under: ants find another way."),
        why="A hung hive is kept from ants by a band of grease on its ropes; one on the ground has no moat.",
        place=None,
        number=mm(stand.height_mm),
        limit=text("legs"),
        source=COMMON,
        path="/stand/moats",
        proposals=lambda: (
            Proposal(text("Do without moats"), partial(replace_value, hive.hive, "/stand/moats", False)),
        ),
    )


@study_rule("hung-heavy", "lifting")
def hung_heavy(context: Context) -> Iterator[Draft]:
    """A hung hive that could kill whoever stands under it when its branch breaks."""
    stand, row = context.hive.stand, practice("hung_mass")
    full = full_kg(context.whole)
    if stand is None or stand.kind != "hung" or full <= row.number:
        return
    yield Draft(
        code="hung-heavy",
        severity="error",
        text=text("Hung, it weighs {full} with every comb full.", full=kilograms(full)),
        why=row.why,
        place=None,
        number=kilograms(full),
        limit=text("{most} at most", most=kilograms(row.number)),
        source=row.source,
        path="/stand/kind",
        proposals=lambda: (
            Proposal(text("Stand it on legs"), partial(replace_value, context.hive, "/stand/kind", "legs")),
        ),
    )


@study_rule("lid-without-stay", "lifting")
def lid_without_stay(context: Context) -> Iterator[Draft]:
    """A hinged lid that nothing holds open."""
    roof = context.hive.roof
    if roof is None or not roof.opens.startswith("hinged") or roof.stay:
        return
    yield Draft(
        code="lid-without-stay",
        severity="note",
        text=text("Nothing holds the hinged lid open."),
        why="Wind throws it on the hands that work under it: a stay that locks, or a chain past the upright.",
        place=None,
        number=mm(0),
        limit=text("a stay"),
        source=COMMON,
        path="/roof/stay",
        proposals=lambda: (
            Proposal(text("Put a stay to it"), partial(replace_value, context.hive, "/roof/stay", True)),
        ),
    )


def _meeting(hive: Whole, index: int, one: BoxPlace, two: BoxPlace) -> Iterator[Proposal]:
    """The two set against each other, or no way between them."""
    title = hive.chambers[two.chamber].title or "box"
    for axis, a, b in (("x", one.x, two.x), ("y", one.y, two.y)):
        if b[0] - a[1] > UNSEEN_MM:
            path, beside = f"/chambers/{two.chamber}/place/{axis}_mm", round(a[1], 3)
            yield Proposal(text(f"Set the {title} against the other"), partial(replace_value, hive.hive, path, beside))
    yield Proposal(text("Do without this way"), partial(without_way, hive.hive, index))


def without_way(hive: Hive, index: int) -> Hive:
    """The hive without one of its ways."""
    return hive.model_copy(update={"passages": hive.passages[:index] + hive.passages[index + 1 :]})


def _on_top(hive: Whole) -> Spot:
    """The middle of the highest box's rim on the drawing of the whole hive."""
    top = max(hive.tops, key=lambda block: block.z[1])
    across = top.y if seen_from_end(hive) else top.x
    return on("whole", sum(across) / 2, -top.z[1])


def _between(hive: Whole, one: BoxPlace, two: BoxPlace) -> Spot:
    by_y = seen_from_end(hive)
    spans = [block.y if by_y else block.x for block in (one, two)]
    return on("whole", sum(map(sum, spans)) / 4, -(sum(one.z) + sum(two.z)) / 4)
