"""The run laid out for the keeper: mixes that fill it, cover slats, openings, follower boards, ways round an
excluder."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import combinations

from sabaka_core.base.quantity import mm, text
from sabaka_core.document.run import Comb, Excluder, Follower, SavedRun
from sabaka_core.edits.closing import least_gap_mm
from sabaka_core.edits.runs import gone_kinds
from sabaka_core.findings.colonies import flight
from sabaka_core.findings.judged import is_found
from sabaka_core.findings.openings import cm2, flight_row, open_cm2, own_entrances
from sabaka_core.frames.fit import moved_mm
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.tables import practice
from sabaka_core.run.covers import slats
from sabaka_core.run.entrances import disc_pairs
from sabaka_core.run.fit import Fit, Kind, fits
from sabaka_core.run.layout import item_length_mm
from sabaka_core.show.models import Fact, FitOut, RunSheet, SavedOut

SHOWN = 6


def run_sheet(a: Analysis) -> RunSheet:
    """The run's sheet of a chamber."""
    return RunSheet(
        fits=_fits(a),
        slats=tuple(_slats(a)),
        openings=tuple(_openings(a)),
        followers=tuple(_followers(a)),
        excluders=tuple(_excluders(a)),
        saved=states(a),
    )


def kinds_of(a: Analysis) -> list[Kind]:
    """The kinds of comb that the run holds, brood ones first."""
    combs = [p.item for p in a.layout.combs if isinstance(p.item, Comb)]
    kinds = []
    for kind in a.carriers:
        mine = [comb for comb in combs if comb.type == kind.id]
        brood = sum(comb.role == "brood" for comb in mine) * 2 >= len(mine)
        kinds.append(Kind(kind.id, kind.spacing_mm, brood))
    return sorted(kinds, key=lambda k: not k.brood)[:3]


def kept_mm(a: Analysis) -> float:
    """What has to stay in the run besides combs: boards, excluders, a feeder's room [mm]."""
    types = {kind.id: kind for kind in a.hive.comb_types}
    total = 0.0
    for item in a.chamber.run.items:
        if item.kind == "gap":
            total += least_gap_mm(item)
        elif not isinstance(item, Comb):
            total += item_length_mm(item, types)
    return total


def solve(a: Analysis, brood_share: float | None = None, wish: int | None = None) -> list[Fit]:
    """The run solver's answers for a chamber, the mix as it is now wished for unless another is named."""
    kinds = kinds_of(a)
    if not kinds or a.cavity.varies:
        return []
    if brood_share is None and a.layout.combs:
        ids = {kind.id for kind in kinds if kind.brood}
        brood = sum(isinstance(p.item, Comb) and p.item.type in ids for p in a.layout.combs)
        brood_share = brood / len(a.layout.combs)
    return fits(a.run_mm, kept_mm(a), kinds, brood_share, wish)


def _fits(a: Analysis) -> tuple[FitOut, ...]:
    """The best mixes, each shown once: kinds of one name and size are one kind to the keeper."""
    shown: dict[str, FitOut] = {}
    for fit in solve(a):
        out = _fit_out(a, fit)
        words = out.text.template
        if words not in shown and len(shown) == SHOWN:
            continue
        # Of those that read alike the one that hangs there now stands for them.
        if words not in shown or out.now:
            shown[words] = out
    return tuple(shown.values())


def _fit_out(a: Analysis, fit: Fit) -> FitOut:
    kinds = kinds_of(a)
    named: dict[str, int] = {}
    for number, kind in zip(fit.counts, kinds, strict=True):
        name = a.hive.comb_type(kind.id).name
        named[name] = named.get(name, 0) + number
    parts = [f"{n} {name}{'s' if n != 1 else ''}" for name, n in named.items() if n]
    now: dict[str, int] = {}
    for placed in a.layout.combs:
        if isinstance(placed.item, Comb):
            now[placed.item.type] = now.get(placed.item.type, 0) + 1
    counts = {k.id: n for n, k in zip(fit.counts, kinds, strict=True)}
    return FitOut(
        text=text(" and ".join(parts) or "none"),
        left=text(
            "{left} left over; fits {length} exactly; one more needs {more}",
            left=mm(fit.leftover_mm),
            length=mm(fit.length_mm),
            more=mm(fit.one_more_mm),
        ),
        now={k: n for k, n in counts.items() if n} == now,
        edit={"do": "fit-run", "counts": counts},
    )


def _slats(a: Analysis) -> Iterator[Fact]:
    cover = next((c for c in a.hive.covers if c.kind == "slats"), None)
    if a.layout.crossed or not a.layout.combs or a.cavity.varies:
        return
    made = slats(a.layout, a.hive.choices.open_combs)
    for number, slat in enumerate(made, start=1):
        over = (
            "followers and gap"
            if slat.first is None
            else f"comb {slat.first}"
            if slat.first == slat.last
            else f"combs {slat.first} to {slat.last}"
        )
        words = f"{number}. over {over}, {{wide}} wide" + ("" if slat.made == "plain" else f", {slat.made}")
        yield Fact(text=text(words, wide=mm(slat.wide_mm)))
    if a.hive.roof is not None:
        thick = sum(c.thickness_mm for c in a.hive.covers)
        jar = practice("feeder_jar").number
        need = thick + jar
        fits = a.hive.roof.clearance_mm >= need
        words = "Under the roof {have}; covers and a jar feeder take {need}" + (
            "" if fits else ": feed in the run instead"
        )
        yield Fact(
            text=text(words, have=mm(a.hive.roof.clearance_mm), need=mm(need)),
            why=practice("feeder_jar").why,
            # Feeding in the run is a way of its own, not a mistake.
            good=True if fits else None,
        )
    if cover is None and a.main_bar is None:
        yield Fact(text=text("These frames need covers: slats as wide as listed, or a cloth under the lid."), good=None)


def _openings(a: Analysis) -> Iterator[Fact]:
    for _, colony in a.colonies:
        area = open_cm2(own_entrances(a, colony))
        slot = area * 100 / 8.0
        yield Fact(
            text=text(
                f"“{colony.name}” flies through {{area}}, as much as a slot {{slot}} wide and {{high}} high",
                area=cm2(area),
                slot=mm(slot),
                high=mm(8.0),
            ),
            why=flight_row(a, colony).reason(area),
            good=not is_found(a, ("entrance-area",), colony.id) if area else None,
            code="entrance-area",
        )
    for pair in disc_pairs(a.entrances):
        yield Fact(
            text=text(f"{pair.one.label} and {pair.two.label.lower()} stand {{apart}} apart", apart=mm(pair.apart_mm)),
            why=practice("disc_play").why,
            good=pair.verdict == "clear",
            code="discs-too-near",
        )
    yield from _two_colonies(a)
    brood = [p for p in a.layout.combs if isinstance(p.item, Comb) and p.item.contents == "brood"]
    if brood:
        yield Fact(
            text=text(
                "A screen under the brood reaches from {low} to {high}",
                low=mm(brood[0].start_mm),
                high=mm(brood[-1].end_mm),
            ),
            why="Open floor under the brood lets mites and damp fall out, and leaves the rest of the floor warm.",
        )


def _two_colonies(a: Analysis) -> Iterator[Fact]:
    for (_, one), (_, two) in combinations(a.colonies, 2):
        subject = f"{one.id}-{two.id}"
        if is_found(a, ("colonies-share-entrance",), subject):
            words = text(f"“{one.name}” and “{two.name}” share an entrance.")
            yield Fact(
                text=words,
                why="Two queens behind one hole: bees drift and fight.",
                good=False,
                code="colonies-share-entrance",
            )
            continue
        apart = flight(a, one, two)
        if apart is not None:
            walls = ", from different walls" if apart[1] else ""
            yield Fact(
                text=text(f"“{one.name}” and “{two.name}” fly {{apart}} apart{walls}", apart=mm(apart[0])),
                why=practice("colonies_apart").why,
                good=not is_found(a, ("colonies-fly-near",), subject),
                code="colonies-fly-near",
            )


def _followers(a: Analysis) -> Iterator[Fact]:
    for placed in (a.layout.near, a.layout.far):
        if placed is None or not isinstance(placed.item, Follower):
            continue
        board = placed.item
        height = a.section.height_mm - board.foot_gap_mm
        top = 2 * (a.section.half_width_mm(0.0) - board.side_clearance_mm)
        foot = 2 * (a.section.half_width_mm(height) - board.side_clearance_mm)
        swing = moved_mm(height)
        extra = ""
        if a.chamber.litter.kind == "trough":
            extra = f"; its foot shaped to the trough, {a.chamber.litter.width_mm:.0f} × {a.chamber.litter.sunk_mm:.0f}"
        yield Fact(
            text=text(
                f"{board.side.capitalize()} follower: {{top}} wide at the top, {{foot}} at the foot, "
                f"{{high}} high, {{thick}} thick{extra}",
                top=mm(top),
                foot=mm(foot),
                high=mm(height),
                thick=mm(board.thickness_mm),
            )
        )
        stands = board.foot_gap_mm == 0
        yield Fact(
            text=text(
                "Grain level, it grows and shrinks {swing} in height: its foot clears the floor by {least} to {most}",
                swing=mm(swing),
                least=mm(max(board.foot_gap_mm - swing, 0.0)),
                most=mm(board.foot_gap_mm + swing),
            ),
            why=practice("wood_movement").why,
            good=None if stands else not is_found(a, ("follower-foot-swells", "follower-foot-gap"), board.side),
            code="follower-foot-swells"
            if practice("follower_foot_gap").holds(board.foot_gap_mm)
            else "follower-foot-gap",
        )


def _excluders(a: Analysis) -> Iterator[Fact]:
    for placed in a.layout.placed:
        if isinstance(placed.item, Excluder):
            gap = (a.rest_span_mm - a.section.top_mm) / 2
            yield Fact(
                text=text("Excluder at {at}: close it to walls, floor and cover", at=mm(placed.start_mm)),
                why=practice("queen_gap").why,
            )
            yield Fact(
                text=text("Over the rests a way of {gap} stays open: plug it", gap=mm(gap)),
                good=True if gap <= practice("queen_gap").number else None,
            )
    mine = [p for p in a.hive.passages if p.excluder and a.chamber.id in (p.from_chamber, p.to_chamber)]
    for passage in mine:
        other = passage.to_chamber if passage.from_chamber == a.chamber.id else passage.from_chamber
        yield Fact(
            text=text(f"Excluder to {other.replace('-', ' ')}: ways round it"),
            why="Slots of 4.1 to 4.4 mm stop a queen; any other gap over 3 mm doesn’t.",
        )
        frame = a.main_frame
        if frame is not None:
            over = a.fit(frame).nominal.over
            yield Fact(
                text=text("over the frames {over}: let covers lie on the dividing wall", over=mm(max(over, 0.0))),
                good=True if over <= practice("queen_gap").number else None,
            )
        if a.chamber.rest.kind == "rebate" and a.chamber.combs == "along":
            yield Fact(
                text=text("through the rests’ ends, {deep} deep: plug them", deep=mm(a.chamber.rest.depth_mm)),
                good=None,
            )


def states(a: Analysis) -> tuple[SavedOut, ...]:
    """The kept states of the run, with how many combs each holds, and kinds of comb that are gone since."""
    found = []
    for state in a.chamber.run.saved:
        combs = combs_between(state)
        gone = gone_kinds(a.hive, state)
        words = f"{state.name}: {combs} comb{'' if combs == 1 else 's'}"
        found.append(SavedOut(text=words, gone=gone))
    return tuple(found)


def combs_between(state: SavedRun) -> int:
    """Combs between the followers of a kept run: the order tells, so kinds may be gone."""
    sides = {item.side: i for i, item in enumerate(state.items) if isinstance(item, Follower)}
    low, high = sides.get("near", -1), sides.get("far", len(state.items))
    return sum(isinstance(item, Comb) for item in state.items[low + 1 : high])
