"""What the year asks for on days of its own, besides visits: drone comb out, entrances set, bait boxes looked at."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from math import ceil

from sabaka_core.base.dates import YEAR, day_of_year, iso, parse_day_of_year, short
from sabaka_core.base.quantity import text
from sabaka_core.document.hive import Colony
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.climate import is_southern
from sabaka_core.kit.chapter import Doing, Occasion
from sabaka_core.kit.tables import practice
from sabaka_core.run.entrances import SETTING_WORDS
from sabaka_core.season.drones import drone_rounds
from sabaka_core.season.plan import WEEK
from sabaka_core.season.planned import Plan

# A comb that is nearly one counts as one.
_NEARLY = 0.05


def dated(plan: Plan, a: Analysis) -> Iterator[Occasion]:
    """Occasions of a plan's year that are no visits of it."""
    for turn in drone_rounds(plan):
        yield _on(plan, turn.given, "drone-in", "Give the drone comb, beside the brood.", practice("drone_brood").why)
        words = "Take the drone comb out, capped, and freeze it. Not a day later."
        yield _on(plan, turn.out, "drone-out", words, practice("drone_out").why)

    yield from _entrances(plan, a)
    yield from _bait(plan, a)
    for colony in made_by_division(a):
        yield from _divided(plan, a, colony)
    if a.hive.bait is None:
        yield from _small_jobs(plan, a)


def _entrances(plan: Plan, a: Analysis) -> Iterator[Occasion]:
    """Entrances that the keeper dated, on each of their dates in the plan's year."""
    for day in plan.days:
        today = iso(day.day)[5:]
        for number, entrance in enumerate(a.chamber.entrances, 1):
            for dated in entrance.dated:
                if dated.day == today:
                    guard = ", its mouse guard on" if dated.guard else ""
                    words = f"Entrance {number}: {SETTING_WORDS[dated.setting]}{guard}."
                    yield _on(plan, day.day, f"entrance-{number}", words, "Set by the dates on the Run step.")


def _small_jobs(plan: Plan, a: Analysis) -> Iterator[Occasion]:
    """Mites counted once a month of brood, the weeks without brood, litter changed in spring."""
    few, every = practice("brood_free"), round(practice("mite_count").number)
    board = any(chamber.under.mite_board or chamber.under.tray != "none" for chamber in a.hive.chambers)
    how = "put the board in for three days" if board else "wash a sample of bees, or lay a board under for three days"
    warm = [
        d.day for d in plan.days if d.brood_cells > few.number and d.temperature_c >= practice("visit_weather").number
    ]
    last: int | None = None
    for day in warm:
        if last is None or day - last >= every:
            last = day
            yield _on(plan, day, "mite-count", f"Count mites: {how}.", practice("mite_count").why)
    free = [d.day for d in plan.days if d.brood_cells <= few.number]
    if free:
        words = f"Next to no brood from now till {short(_end_of_run(free))}: the time for what works without brood."
        yield _on(plan, free[0], "brood-free", words, few.why)
    if a.chamber.litter.kind != "none" and warm:
        words = "Change half of the litter, and leave the other half for what lives in it."
        yield _on(plan, warm[0], "litter", words, "Wet litter cools the floor; fresh litter takes up water again.")


def _end_of_run(days: list[int]) -> int:
    """The last day of the first run of days."""
    last = days[0]
    there = set(days)
    while last + 1 in there:
        last += 1
    return last


def made_by_division(a: Analysis) -> tuple[Colony, ...]:
    """Colonies at an end of the run that begin on combs of the first one."""
    return tuple(each for _, each in a.colonies if each.stretch in ("near-end", "far-end") and each.begins == "combs")


def _divided(plan: Plan, a: Analysis, colony: Colony) -> Iterator[Occasion]:
    """A colony made inside the hive, day by day: from the first warm visit with brood enough."""
    least, weather = practice("split_brood").number, practice("visit_weather").number
    share = plan.nest.sizes.deep_share
    day = next((d.day for d in plan.days if d.need.brood * share >= least and d.temperature_c >= weather), None)
    if day is None:
        return
    combs = ceil(practice("split_combs").number / share - _NEARLY)
    end = "near" if colony.stretch == "near-end" else "far"
    several = f"{combs} {a.place_word}{'' if combs == 1 else 's'}"
    yield _on(
        plan,
        day,
        f"divide-{colony.id}",
        f"Make “{colony.name}” behind the divider at the {end} end: {several} of brood with their bees, one of them "
        "with eggs, and one of stores; shake two more over it. The queen stays in front: find her first. Its entrance "
        "opens on the other side, shut with grass for three days.",
        practice("split_combs").why,
    )
    steps = (
        ("split_cells", "Look for queen cells in it: none means that the queen is here, or no larva was young enough."),
        ("split_hatch", "Its queen hatches about now: don’t open it for two weeks."),
        ("split_eggs", "Look for eggs in it; unite it with the front through newspaper where there are none."),
    )
    for key, words in steps:
        yield _on(plan, day + round(practice(key).number), f"{key}-{colony.id}", words, practice(key).why)


def _bait(plan: Plan, a: Analysis) -> Iterator[Occasion]:
    """A bait box hung, looked at every few days, taken down."""
    bait = a.hive.bait
    if bait is None:
        return
    hung = (parse_day_of_year(bait.last) - parse_day_of_year(bait.first)) % YEAR
    for day in plan.days:
        since = (day_of_year(day.day) - parse_day_of_year(bait.first)) % YEAR
        if since == 0:
            comb = " with an old brood comb in it" if bait.old_comb else ""
            sun = "north" if is_southern(a.hive) else "south"
            words = f"Hang the bait box{comb}, its door to the {sun}, some 90 m from the hives."
            yield _on(plan, day.day, "bait-up", words, practice("bait_height").why_high)
        elif since == hung:
            yield _on(plan, day.day, "bait-down", "Take the bait box down: moth eats what bees don’t guard.", "")
        elif since < hung and since % bait.every_days == 0:
            words = "Look at the bait box from below: scouts at noon, bees carrying pollen when they have moved in."
            yield _on(plan, day.day, "bait-look", words, "Move them in the evening, within days, or not at all.")


def _on(plan: Plan, day: int, what: str, words: str, why: str) -> Occasion:
    last = len(plan.days) // WEEK - 1
    week = min(max((day - plan.days[0].day) // WEEK, 0), last)
    return Occasion(label=short(day), day=iso(day), at=week, doings=(Doing(id=what, words=text(words), why=why),))


def merged(occasions: Iterable[Occasion]) -> tuple[Occasion, ...]:
    """Occasions in the order of their days, those of one day as one."""
    by_day: dict[str, Occasion] = {}
    for each in sorted(occasions, key=lambda each: each.day):
        before = by_day.get(each.day)
        doings = each.doings if before is None else (*before.doings, *each.doings)
        by_day[each.day] = each.model_copy(update={"doings": doings})
    return tuple(by_day.values())
