"""All ways from what the bees are on to one hive, ranked by what the keeper puts first."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from sabaka_core.document.hive import Hive
from sabaka_core.document.moving import Moving, Wish
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.moving.bees import Bees, bees_of
from sabaka_core.moving.cut import sawn, tied_in
from sabaka_core.moving.hang import across, as_it_is, shaken
from sabaka_core.moving.joined import from_parts, joined, universal
from sabaka_core.moving.longer import longer_bar
from sabaka_core.moving.on_end import on_end
from sabaka_core.moving.parallel import parallel_box
from sabaka_core.moving.room import Room
from sabaka_core.moving.ways import Way

WISHES: dict[Wish, tuple[str, str]] = {
    "no-comb-cut": ("no comb cut", "Brood and stores go over whole; the colony loses no week."),
    "fewest-parts": ("fewest parts to make", "Least done in the workshop before the bees come."),
    "soonest": ("soonest done", "The fewest days until only the hive’s own combs are left, or none have to go."),
    "old-frames-stay": ("old frames stay usable", "They go back to their own boxes, or to another keeper."),
    "least-lifting": ("least lifting", "The fewest kilograms of comb in the hand."),
}
_ORDER: tuple[Wish, ...] = ("no-comb-cut", "soonest", "fewest-parts", "old-frames-stay", "least-lifting")


@dataclass(frozen=True)
class RankedWay:
    """A way with its rank, and why it stands there."""

    way: Way
    place: int
    why: str


def moving_box(hive: Hive) -> int:
    """The chamber that bees are moved into: the one that is said, or the brood chamber."""
    said = hive.moving.chamber if hive.moving is not None else None
    return next((box for box, each in enumerate(hive.chambers) if each.id == said), main_box(hive))


def room_of(hive: Hive) -> Room:
    """The room that bees move into: the chamber the colony will live in."""
    return Room(analyse(hive, moving_box(hive)))


def all_ways(bees: Bees, room: Room, moving: Moving) -> list[Way]:
    """Every way that can be asked about for these bees and this hive, feasible or not."""
    ways: list[Way | None] = []
    if room.takes_combs and bees.kind in ("frames", "bars"):
        ways += [
            as_it_is(bees, room),
            longer_bar(bees, room),
            on_end(bees, room, "on-end"),
            on_end(bees, room, "on-end-one-lug"),
            on_end(bees, room, "on-end-no-lugs"),
            sawn(bees, room),
            across(bees, room),
            parallel_box(bees, room, moving),
            universal(bees, room),
            joined(bees, room),
            from_parts(bees, room),
        ]
    if room.takes_combs:
        ways.append(tied_in(bees, room))
    ways.append(shaken(bees, room))
    return [way for way in ways if way is not None]


# Comb that is cut leaks and has to be fastened anew, however little of it is lost.
_CUT = 0.01


def _cut_words(way: Way) -> str:
    if way.lost.part < 0.005:
        return "comb is cut out, but next to nothing lost" if way.cuts else "no comb is cut or lost"
    return f"{way.lost.part * 100:.0f} % of the comb is lost"


_MEASURES: dict[Wish, Callable[[Way], tuple[float, str]]] = {
    "no-comb-cut": lambda w: (round(w.lost.part, 3) + (_CUT if w.cuts else 0.0), _cut_words(w)),
    "fewest-parts": lambda w: (float(w.pieces), f"{w.pieces} parts to make"),
    "soonest": lambda w: (float(w.days), f"{w.days} days"),
    "old-frames-stay": lambda w: (
        0.0 if w.frames_stay else 1.0,
        "the old frames stay whole" if w.frames_stay else "the old frames are spent",
    ),
    "least-lifting": lambda w: (round(w.lifted_kg, 1), f"{w.lifted_kg:.1f} kg of comb in the hand"),
}


def bridged_gaps(way: Way) -> int:
    """Gaps that bees will bridge with comb."""
    return sum(gap.verdict == "bridged" for gap in way.gaps)


def goes_as_it_is(way: Way) -> bool:
    """Whether the old combs go in unchanged, with nothing of fit or spacing against it: what a keeper does first."""
    return way.id == "as-it-is" and way.feasible and not way.parts and not way.bridged and bridged_gaps(way) == 0


def rank_ways(ways: list[Way], wish: Wish) -> list[RankedWay]:
    """Ways in the order of a wish: those that go first, the wish before the rest."""
    order = (wish, *(other for other in _ORDER if other != wish))

    def key(way: Way) -> tuple[object, ...]:
        wished, *rest = (_MEASURES[each](way)[0] for each in order)
        return (not way.feasible, not goes_as_it_is(way), wished, bridged_gaps(way), *rest, way.id)

    ranked = sorted(ways, key=key)
    found: list[RankedWay] = []
    for index, way in enumerate(ranked):
        if not way.feasible:
            tight = way.tightest
            words = f"Doesn’t go: {tight.label.lower()}, {-tight.spare_mm:.1f} mm short." if tight else "Doesn’t go."
        elif goes_as_it_is(way):
            words = f"The old combs go in as they are: nothing to make, nothing cut, done in {way.days} day."
        else:
            words = _why(way, ranked[index + 1 :], order)
        found.append(RankedWay(way, index + 1, words))
    return found


def _why(way: Way, after: list[Way], order: tuple[Wish, ...]) -> str:
    """The wish first, then what else sets it before the next way that goes."""
    first = _MEASURES[order[0]](way)
    words = f"{first[1][0].upper()}{first[1][1:]}"
    following = next((other for other in after if other.feasible), None)
    if following is None:
        return f"{words}."
    theirs = _MEASURES[order[0]](following)
    if first[0] != theirs[0]:
        return f"{words}; with the next way, {theirs[1]}."
    if bridged_gaps(way) < bridged_gaps(following):
        return f"{words}, as with the next way; but there bees build comb into a gap."
    for each in order[1:]:
        mine, theirs = _MEASURES[each](way), _MEASURES[each](following)
        if mine[0] != theirs[0]:
            return f"{words}, as with the next way; but {mine[1]}, there {theirs[1]}."
    return f"{words}, as with the next way."


def ways_for(hive: Hive, moving: Moving) -> tuple[Bees, Room, list[RankedWay]]:
    """Bees, room and every way, ranked.

    Raises:
        ParameterError: sizes of the hive or of the measured frame can't be used.
    """
    bees, room = bees_of(moving, hive.choices), room_of(hive)
    return bees, room, rank_ways(all_ways(bees, room, moving), moving.wish)
