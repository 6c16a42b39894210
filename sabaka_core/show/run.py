"""The run laid out for the keeper: mixes that fill it, cover slats, openings, follower boards, ways round an
excluder."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from functools import partial
from itertools import combinations, islice, product

from sabaka_core.base.quantity import Text, count, litres, mm, text
from sabaka_core.document.run import Comb, Excluder, Feeder, Follower, Gap, SavedRun
from sabaka_core.drawing.lengthwise import along_drawing, plan_drawing
from sabaka_core.drawing.rod import rod_drawing, supers_over
from sabaka_core.edits.runs import gone_kinds
from sabaka_core.findings.colonies import flight
from sabaka_core.findings.judged import is_found
from sabaka_core.findings.openings import cm2, flight_row, open_cm2, own_entrances
from sabaka_core.frames.fit import moved_mm
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.boards import feeder_size
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked, Line, Table
from sabaka_core.kit.drawing import Drawing
from sabaka_core.kit.forms import Action, FieldGroup
from sabaka_core.kit.tables import practice
from sabaka_core.run.covers import slats
from sabaka_core.run.entrances import PlacedEntrance, disc_pairs
from sabaka_core.run.layout import Placed
from sabaka_core.show.forms.run import run_forms
from sabaka_core.show.mixes import mixes
from sabaka_core.show.pests import pests_form, pests_table
from sabaka_core.show.study import Study

# Ways to hang the combs of a kept state on other kinds, at most.
_MOST_WAYS = 9


class RunStudy(Study):
    """The run of the chamber on the bench, end to end."""

    name = "run"

    def lead(self, context: Context) -> Text:
        return text("From above and along. Choose a comb, drag a follower; the rod below is the same run.")

    def drawings(self, context: Context, asked: Asked) -> Iterable[Drawing]:
        return (make(context) for name, make in _DRAWINGS.items() if asked.wants(name))

    def tables(self, context: Context, asked: Asked) -> Iterable[Table]:
        for key, title, lines in _TABLES:
            if asked.wants(key):
                yield Table(key=key, title=title, columns=(title,), lines=tuple(lines(context.bench)))
        if asked.wants("pests"):
            yield pests_table(context.whole)

    def forms(self, context: Context, asked: Asked) -> tuple[FieldGroup, ...]:
        return (*run_forms(context.bench), pests_form(context.whole))


_DRAWINGS: dict[str, Callable[[Context], Drawing]] = {
    "plan": lambda context: plan_drawing(context.bench),
    "along": lambda context: along_drawing(context.bench),
    "rod": lambda context: rod_drawing(context.bench, supers_over(context.whole, context.bench)),
}


def _item(a: Analysis, placed: Placed) -> Line:
    """One thing in the run; of a comb its number too."""
    item = placed.item
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
    said = Text(template=words, values={"start": mm(placed.start_mm), "end": mm(placed.end_mm)})
    return Line(key=str(placed.index), cells=(said,) if placed.number is None else (said, count(placed.number)))


def _entrance(placed: PlacedEntrance) -> Line:
    is_open = placed.entrance.is_open
    advice = ("open" if placed.in_nest else "plug") if is_open else ("may be opened" if placed.in_nest else "plugged")
    wall = placed.entrance.wall.replace("-", " ")
    # Combs end-on to the entrance let air in between them, combs broadside keep it out.
    way = "combs broadside to it (warm way)" if placed.start_mm == placed.end_mm else "combs end-on to it (cold way)"
    said = text(
        f"{placed.entrance.kind.capitalize()}, {wall}, at {{at}}, {{height}} above the floor, {way}",
        at=mm(placed.entrance.at_mm),
        height=mm(placed.entrance.height_mm),
    )
    return Line(key=str(placed.index), cells=(said, text(advice)))


def _slats(a: Analysis) -> Iterator[Line]:
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
        yield Line(cells=(text(words, wide=mm(slat.wide_mm)),))
    if a.hive.roof is not None:
        thick = sum(c.thickness_mm for c in a.hive.covers)
        jar = practice("feeder_jar").number
        need = thick + jar
        fits = a.hive.roof.clearance_mm >= need
        words = "Under the roof {have}; covers and a jar feeder take {need}" + (
            "" if fits else ": feed in the run instead"
        )
        yield Line(
            cells=(text(words, have=mm(a.hive.roof.clearance_mm), need=mm(need)),),
            why=practice("feeder_jar").why,
            # Feeding in the run is a way of its own, not a mistake.
            good=True if fits else None,
        )
    if cover is None and a.main_bar is None:
        yield Line(
            cells=(text("These frames need covers: slats as wide as listed, or a cloth under the lid."),), good=None
        )


def _openings(a: Analysis) -> Iterator[Line]:
    for _, colony in a.colonies:
        area = open_cm2(own_entrances(a, colony))
        slot = area * 100 / 8.0
        yield Line(
            rules=("entrance-area",),
            cells=(
                text(
                    f"“{colony.name}” flies through {{area}}, as much as a slot {{slot}} wide and {{high}} high",
                    area=cm2(area),
                    slot=mm(slot),
                    high=mm(8.0),
                ),
            ),
            why=flight_row(a, colony).reason(area),
            good=not is_found(a, ("entrance-area",), colony.id) if area else None,
        )
    for pair in disc_pairs(a.entrances):
        yield Line(
            rules=("discs-too-near",),
            cells=(
                text(f"{pair.one.label} and {pair.two.label.lower()} stand {{apart}} apart", apart=mm(pair.apart_mm)),
            ),
            why=practice("disc_play").why,
            good=pair.verdict == "clear",
        )
    yield from _two_colonies(a)
    brood = [p for p in a.layout.combs if isinstance(p.item, Comb) and p.item.contents == "brood"]
    if brood:
        yield Line(
            cells=(
                text(
                    "A screen under the brood reaches from {low} to {high}",
                    low=mm(brood[0].start_mm),
                    high=mm(brood[-1].end_mm),
                ),
            ),
            why="Open floor under the brood lets mites and damp fall out, and leaves the rest of the floor warm.",
        )


def _two_colonies(a: Analysis) -> Iterator[Line]:
    for (_, one), (_, two) in combinations(a.colonies, 2):
        subject = f"{one.id}-{two.id}"
        if is_found(a, ("colonies-share-entrance",), subject):
            words = text(f"“{one.name}” and “{two.name}” share an entrance.")
            yield Line(
                rules=("colonies-share-entrance",),
                cells=(words,),
                why="Two queens behind one hole: bees drift and fight.",
                good=False,
            )
            continue
        apart = flight(a, one, two)
        if apart is not None:
            walls = ", from different walls" if apart[1] else ""
            yield Line(
                rules=("colonies-fly-near",),
                cells=(text(f"“{one.name}” and “{two.name}” fly {{apart}} apart{walls}", apart=mm(apart[0])),),
                why=practice("colonies_apart").why,
                good=not is_found(a, ("colonies-fly-near",), subject),
            )


def _followers(a: Analysis) -> Iterator[Line]:
    for placed in (a.layout.near, a.layout.far):
        if placed is None or not isinstance(placed.item, Follower):
            continue
        board = placed.item
        height = max(a.section.height_mm - board.foot_gap_mm, 0.0)
        top = 2 * (a.section.half_width_mm(0.0) - board.side_clearance_mm)
        foot = 2 * (a.section.half_width_mm(height) - board.side_clearance_mm)
        swing = moved_mm(height)
        extra = ""
        if a.chamber.litter.kind == "trough":
            extra = f"; its foot shaped to the trough, {a.chamber.litter.width_mm:.0f} × {a.chamber.litter.sunk_mm:.0f}"
        yield Line(
            cells=(
                text(
                    f"{board.side.capitalize()} follower: {{top}} wide at the top, {{foot}} at the foot, "
                    f"{{high}} high, {{thick}} thick{extra}",
                    top=mm(top),
                    foot=mm(foot),
                    high=mm(height),
                    thick=mm(board.thickness_mm),
                ),
            )
        )
        stands = board.foot_gap_mm == 0
        yield Line(
            rules=("follower-foot-swells", "follower-foot-gap"),
            cells=(
                text(
                    "Grain level, it grows and shrinks {swing} in height: "
                    "its foot clears the floor by {least} to {most}",
                    swing=mm(swing),
                    least=mm(max(board.foot_gap_mm - swing, 0.0)),
                    most=mm(board.foot_gap_mm + swing),
                ),
            ),
            why=practice("wood_movement").why,
            good=None if stands else not is_found(a, ("follower-foot-swells", "follower-foot-gap"), board.side),
        )


def _feeders(a: Analysis) -> Iterator[Line]:
    row = practice("feeder_holds")
    for placed in a.layout.placed:
        if isinstance(placed.item, Feeder):
            made = feeder_size(a, placed.item)
            words = "Feeder at {at}: {deep} deep, holds {litres} under a finger of free rim"
            yield Line(
                rules=("feeder-too-tall", "feeder-without-climb"),
                cells=(text(words, at=mm(placed.start_mm), deep=mm(made.deep_mm), litres=litres(made.litres)),),
                why=row.why,
                good=row.holds(made.litres)
                and not is_found(a, ("feeder-too-tall", "feeder-without-climb"), str(placed.index)),
            )


def _excluders(a: Analysis) -> Iterator[Line]:
    for placed in a.layout.placed:
        if isinstance(placed.item, Excluder):
            gap = (a.rest_span_mm - a.section.top_mm) / 2
            yield Line(
                cells=(text("Excluder at {at}: close it to walls, floor and cover", at=mm(placed.start_mm)),),
                why=practice("queen_gap").why,
            )
            yield Line(
                cells=(text("Over the rests a way of {gap} stays open: plug it", gap=mm(gap)),),
                good=True if gap <= practice("queen_gap").number else None,
            )
    mine = [p for p in a.hive.passages if p.excluder and a.chamber.id in (p.from_chamber, p.to_chamber)]
    for passage in mine:
        other = passage.to_chamber if passage.from_chamber == a.chamber.id else passage.from_chamber
        yield Line(
            cells=(text(f"Excluder to {other.replace('-', ' ')}: ways round it"),),
            why="Slots of 4.1 to 4.4 mm stop a queen; any other gap over 3 mm doesn’t.",
        )
        frame = a.main_frame
        if frame is not None:
            over = a.fit(frame).nominal.over
            yield Line(
                cells=(text("over the frames {over}: let covers lie on the dividing wall", over=mm(max(over, 0.0))),),
                good=True if over <= practice("queen_gap").number else None,
            )
        if a.chamber.rest.kind == "rebate" and a.chamber.combs == "along":
            yield Line(
                cells=(text("through the rests’ ends, {deep} deep: plug them", deep=mm(a.chamber.rest.depth_mm)),),
                good=None,
            )


def _states(a: Analysis) -> Iterator[Line]:
    """The kept states of the run, with how many combs each holds; what brings one back.

    A kind of comb that is gone since has to hang on another: each way of that is a line of its own, without a key.
    """
    for index, state in enumerate(a.chamber.run.saved):
        combs, gone = combs_between(state), gone_kinds(a.hive, state)
        words = f"{state.name}: {combs} comb{'' if combs == 1 else 's'}"
        back = partial(_back, index)
        if not gone:
            yield Line(key=str(index), cells=(Text(template=words),), choose=back("Bring back", {}))
            continue
        names = " and ".join(f"“{kind}”" for kind in gone)
        why = f"{names} {'is' if len(gone) == 1 else 'are'} gone from this design: hang its combs on another kind."
        yield Line(key=str(index), cells=(Text(template=words),), why=why, good=False)
        for kinds in islice(product(a.hive.comb_types, repeat=len(gone)), _MOST_WAYS):
            label = "With " + " and ".join(kind.name for kind in kinds)
            instead = dict(zip(gone, (kind.id for kind in kinds), strict=True))
            yield Line(cells=(Text(template=label),), choose=back(label, instead))


def _back(index: int, label: str, instead: dict[str, str]) -> Action:
    return Action(label=label, edit={"do": "use-run", "index": index, "instead": instead})


def combs_between(state: SavedRun) -> int:
    """Combs between the followers of a kept run: the order tells, so kinds may be gone."""
    sides = {item.side: i for i, item in enumerate(state.items) if isinstance(item, Follower)}
    low, high = sides.get("near", -1), sides.get("far", len(state.items))
    return sum(isinstance(item, Comb) for item in state.items[low + 1 : high])


_TABLES: tuple[tuple[str, str, Callable[[Analysis], Iterable[Line]]], ...] = (
    ("items", "In order from the near end", lambda a: (_item(a, placed) for placed in a.layout.placed)),
    ("entrances", "Entrances", lambda a: map(_entrance, a.entrances)),
    ("fits", "What fills it", mixes),
    ("openings", "Entrances and floor", _openings),
    ("slats", "Cover slats, from the near end", _slats),
    ("followers", "Follower boards", _followers),
    ("feeders", "Feeders in the run", _feeders),
    ("excluders", "Ways round an excluder", _excluders),
    ("states", "States of this run", _states),
)
