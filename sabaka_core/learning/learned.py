"""What a hive taught, told: the numbers with their bands, plain sentences, where the follower should stand next."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from math import ceil, floor
from typing import Literal

import numpy as np

from sabaka_core.base.dates import iso, ordinal, short
from sabaka_core.base.errors import SabakaError
from sabaka_core.base.quantity import Value
from sabaka_core.document.hive import Hive
from sabaka_core.geometry.profile import Floats
from sabaka_core.kit.tables import table
from sabaka_core.learning.ensemble import LEARNED, NAMES
from sabaka_core.learning.fit import Fit, SeenOnce, exactness, fit
from sabaka_core.learning.story import planner_of, story_of
from sabaka_core.season.nest import whole_combs
from sabaka_core.season.plan import Planner
from sabaka_core.yard.plan import BookPlan
from sabaka_core.yard.visit import Visit

# Places are said for so many visits to come.
_PLACES = 4
# Every so many days of the year are told.
EVERY = 3
_LATEST_SHIFT = 30


class LearnedNumber(Value):
    """A number that differs between colonies, as a factor of the book's: least, likeliest and most, nine in ten times.

    ``learned`` says whether what was seen told anything of it; ``why`` why not, where it didn't.
    """

    name: str
    words: str
    low: float
    middle: float
    high: float
    book: float
    unit: str
    learned: bool
    why: str = ""


class NextPlace(Value):
    """How many combs should be given on a day, at least, likely and at most, and where that has the nest end [mm]."""

    day: str
    low: int
    combs: int
    high: int
    book: int
    follower_mm: float


class AskedAbout(Value):
    """A visit that contradicts all others: it is asked about, and nothing is learned from it."""

    day: str
    words: str


class Day(Value):
    """A day of the learned year: combs covered and needed, with their bands, and the book's."""

    day: str
    covered: tuple[float, float, float]
    needs: tuple[float, float, float]
    book_covered: float
    book_needs: float


class Learned(Value):
    """What a hive's visits of a year taught; ``state`` says why nothing, where nothing was."""

    state: Literal["learned", "too-few", "no-plan"]
    visits: int
    since: str = ""
    numbers: tuple[LearnedNumber, ...] = ()
    sentences: tuple[str, ...] = ()
    asked: tuple[AskedAbout, ...] = ()
    next: tuple[NextPlace, ...] = ()
    days: tuple[Day, ...] = ()
    most_combs: float = 0.0
    book_combs: float = 0.0


def learn(
    built: Hive, visits: Sequence[Visit], book: BookPlan, today: str, weights: Mapping[int, float] | None = None
) -> Learned:
    """What a hive's visits since its year began teach.

    Args:
        built: the hive, its season as it is planned for.
        visits: in the order in which they were made.
        book: its year as it was planned when it was built.
        weights: what it weighed on days [kg], where it stands on a scale.
    """
    ahead = int(table("learning")["ahead"].number)
    now = ordinal(today)
    try:
        planner = planner_of(built, today)
        # Counted from today, so that the days of the visits to come are among them.
        first = now - (now - planner.first) // EVERY * EVERY
        story = story_of(planner, built, visits, range(first, now + ahead + 1, EVERY), weights)
    except SabakaError:
        return Learned(state="no-plan", visits=0)
    seen = 0 if story is None else sum(each.covered is not None or each.brood is not None for each in story.seen)
    if story is None or seen < table("learning")["least_visits"].number:
        return Learned(state="too-few", visits=seen)
    found = fit(story)
    days = tuple(_days(found, book))
    if not days:
        return Learned(state="no-plan", visits=seen)
    return Learned(
        state="learned",
        visits=seen,
        since=iso(story.first),
        numbers=tuple(_numbers(found, planner)),
        sentences=tuple(_sentences(days, found)),
        asked=tuple(_asked(found)),
        next=tuple(_places(found, book, planner, today)),
        days=days,
        most_combs=max((day.needs[1] for day in days), default=0.0),
        book_combs=max((day.book_needs for day in days), default=0.0),
    )


def _days(found: Fit, book: BookPlan) -> Iterator[Day]:
    for day in sorted(found.story.days):
        row = book.on(iso(day))
        if row is None or row.covered is None or row.needs is None:
            continue
        yield Day(
            day=iso(day),
            covered=_rounded(found.band("covered", day)),
            needs=_rounded(found.band("needs", day)),
            book_covered=row.covered,
            book_needs=row.needs,
        )


def _rounded(band: tuple[float, float, float]) -> tuple[float, float, float]:
    low, middle, high = band
    return round(low, 2), round(middle, 2), round(high, 2)


def _numbers(found: Fit, planner: Planner) -> Iterator[LearnedNumber]:
    rows = table("learning")
    books = {"laying": planner.season.peak_laying, "loss": planner.c["forager_loss"], "flow": 1.0}
    units = {"laying": "eggs a day", "loss": "a day", "flow": "of the book's"}
    for name in LEARNED:
        at = NAMES.index(name)
        wide = found.sd[at] > rows["learned_share"].number
        alike = [
            rows[f"prior_{other}"].what
            for other in LEARNED
            if other != name and abs(found.together[at, NAMES.index(other)]) > rows["told_apart"].number
        ]
        why = ""
        if alike:
            why = f"What was seen can’t tell it from {' and '.join(alike)}."
        elif wide:
            why = "What was seen says little of it: the band is the book’s."
        low, middle, high = found.number(name)
        yield LearnedNumber(
            name=name,
            words=rows[f"prior_{name}"].what,
            low=round(low, 3),
            middle=round(middle, 3),
            high=round(high, 3),
            book=books[name],
            unit=units[name],
            learned=not wide and not alike,
            why=why,
        )


def _sentences(days: Sequence[Day], found: Fit) -> Iterator[str]:
    """What was learned in plain words."""
    rows = table("learning")
    mine = np.array([day.covered[1] for day in days])
    book = np.array([day.book_covered for day in days])
    late = _later(mine, book)
    if late is not None and abs(late) >= rows["shift_said"].number:
        yield f"Builds up {abs(late)} days {'later' if late > 0 else 'earlier'} than the book."
    yield from _more_or_less(days)
    low, _, high = found.number("laying")
    if low > 1 or high < 1:
        yield f"Its queen lays {'more' if low > 1 else 'less'} than the book’s."
    low, _, high = found.number("flow")
    if low > 1 or high < 1:
        yield f"Its flows give {'more' if low > 1 else 'less'} than the book’s."
    low, _, high = found.number("loss")
    if low > 1 or high < 1:
        yield f"It loses {'more' if low > 1 else 'fewer'} foragers than the book’s."


def _later(mine: Floats, book: Floats) -> int | None:
    """By how many days the colony is behind the book while it grows; none where it doesn't grow."""
    peak = int(np.argmax(mine))
    rising = mine[: peak + 1]
    if peak * EVERY < _LATEST_SHIFT or mine[peak] - rising.min() < 2:
        return None
    shifts = range(-_LATEST_SHIFT, _LATEST_SHIFT + 1)
    at = np.arange(len(mine)) * EVERY

    def apart(shift: int) -> float:
        then = at[: peak + 1] - shift
        inside = (then >= 0) & (then <= at[-1])
        if inside.sum() * EVERY < _LATEST_SHIFT:
            return float("inf")
        return float(np.mean((rising[inside] - np.interp(then[inside], at, book)) ** 2))

    return min(shifts, key=lambda shift: (apart(shift), abs(shift)))


def _more_or_less(days: Sequence[Day]) -> Iterator[str]:
    """How many combs more or less the follower needs than in the book, and till when."""
    off = [day.needs[1] - day.book_needs for day in days]
    least = table("learning")["comb_said"].number
    if abs(off[0]) < least:
        return
    more = off[0] > 0
    until = next((at for at, each in enumerate(off) if (each > 0) != more or abs(each) < least), len(off))
    combs = max(round(abs(float(np.mean(off[:until])))), 1)
    several = "a comb" if combs == 1 else f"{combs} combs"
    till = f" till {short(ordinal(days[until].day))}" if until < len(days) else ""
    yield f"Follower {several} {'more' if more else 'less'} than the book{till}."


_SAID = {"covered": "combs covered by bees", "brood": "combs of brood", "stores": "combs of stores"}


def _asked(found: Fit) -> Iterator[AskedAbout]:
    for seen in found.story.seen:
        if seen.day not in found.asked:
            continue
        off = {name: _beyond(found, seen, name) for name in _SAID if getattr(seen, name) is not None}
        worst = max(off, key=lambda name: off[name], default=None)
        words = f"What was written for {short(seen.day)} contradicts all other visits"
        if worst is not None:
            low, _, high = found.band(worst, seen.day)
            words += f": {getattr(seen, worst):g} {_SAID[worst]}, where the others ask for {low:.0f} to {high:.0f}"
        yield AskedAbout(day=iso(seen.day), words=f"{words}. Is it a slip? Nothing was learned from it.")


def _beyond(found: Fit, seen: SeenOnce, name: str) -> float:
    """How far a number lies beyond its band, in its own errors."""
    _, middle, _ = found.band(name, seen.day)
    return abs(float(getattr(seen, name)) - middle) / exactness(name, middle)


def _places(found: Fit, book: BookPlan, planner: Planner, today: str) -> Iterator[NextPlace]:
    """Where the follower should stand on the visits to come: for what is needed till the visit after."""
    every, spare, nest = planner.season.visit_days, planner.spare, planner.nest
    now = ordinal(today)
    for number in range(_PLACES):
        day = now + number * every
        then = min(found.story.days, key=lambda each: abs(each - day - every))
        low, middle, high = found.band("needs", then)
        likely = min(whole_combs(middle) + spare, nest.capacity)
        stands = nest.standing(likely)
        reach = stands.near_mm if nest.a.chamber.run.nest_at == "far" else stands.far_mm
        place = book.place_of(iso(day))
        yield NextPlace(
            day=iso(day),
            low=min(floor(low) + spare, nest.capacity),
            combs=likely,
            high=min(ceil(high) + spare, nest.capacity),
            book=len(book.combs[place]) if place is not None else likely,
            follower_mm=round(reach, 1),
        )


def what_they_taught(found: Sequence[Learned]) -> tuple[str, float | None]:
    """What the hives that were built from one design taught together, at least one: in words, and the peak of laying.

    None of the latter where no hive told it.
    """
    needed, book = (float(np.mean([getattr(each, name) for each in found])) for name in ("most_combs", "book_combs"))
    laying = [number for each in found for number in each.numbers if number.name == "laying" and number.learned]
    peak = round(float(np.mean([number.middle * number.book for number in laying]))) if laying else None
    several, they = ("one", "it") if len(found) == 1 else (f"{len(found)}", "they")
    return f"Built {several}, {they} needed {needed:.0f} combs, not {book:.0f}.", peak
