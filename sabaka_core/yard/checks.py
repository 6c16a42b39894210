"""Whether an entry can be: each slip named with its field, so that it can be mended where it was written."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from sabaka_core.base.dates import minute
from sabaka_core.base.errors import FieldProblem, ParameterError
from sabaka_core.document.combs import FixedComb
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb
from sabaka_core.hive.chambers import analyse
from sabaka_core.kit.tables import table
from sabaka_core.run.layout import lay_out
from sabaka_core.yard.standing import combs_of, settings_of, with_runs
from sabaka_core.yard.visit import RunSeen, Visit

# A run may come out longer than the box by so much: combs swell, and nobody measures in the yard [mm].
PLAY_MM = 3.0


@dataclass(frozen=True)
class Before:
    """What was known when the visit was made.

    Attributes:
        built: the design that the hive was built from.
        built_on: the day since when it stands.
        stood: the hive as the visit before left it.
        now: the server's clock, as the clock at the hive shows it.
    """

    built: Hive
    built_on: str
    stood: Hive
    now: str


def check_visit(visit: Visit, before: Before) -> None:
    """Refuses an entry that can't be.

    Raises:
        ParameterError: all that is wrong, each with its field.
    """
    problems = [
        *_when(visit, before),
        *_runs(visit, before),
        *_named(visit, before),
        *_honey(visit, before),
        *_entrances(visit, before),
    ]
    if problems:
        raise ParameterError.of(problems)


def _when(visit: Visit, before: Before) -> Iterator[FieldProblem]:
    if minute(visit.at) - minute(before.now) > table("yard")["clock_ahead"].number:
        yield FieldProblem("at", "That is in the future: look at the clock of this device.", "future-visit", visit.at)
    if visit.day < before.built_on:
        reason = f"The hive stands since {before.built_on}: the visit can’t be earlier."
        yield FieldProblem("at", reason, "before-built", visit.at)
    for number, each in enumerate(visit.treated):
        for name in ("out_on", "no_honey_until"):
            day = getattr(each, name)
            if day is not None and day < visit.day:
                yield FieldProblem(f"treated/{number}/{name}", "That is before the visit.", "before-visit", day)


def _runs(visit: Visit, before: Before) -> Iterator[FieldProblem]:
    chambers = {chamber.id: index for index, chamber in enumerate(before.built.chambers)}
    kinds = {kind.id for kind in before.built.comb_types}
    known = combs_of(before.stood)
    for name, runs in (("found", visit.found), ("left", visit.left)):
        for number, run in enumerate(runs):
            at = f"{name}/{number}"
            if run.chamber not in chambers:
                reason = f"This hive has no chamber “{run.chamber}”."
                yield FieldProblem(f"{at}/chamber", reason, "no-such-chamber", run.chamber)
                continue
            strange = [comb.type for comb in run.combs if comb.type not in kinds]
            if strange:
                reason = f"This hive has no bars or frames “{strange[0]}”."
                yield FieldProblem(f"{at}/items", reason, "no-such-type", strange[0])
                continue
            yield from _fits(before.built, run, chambers[run.chamber], at)
            new = [comb.id for comb in run.combs if comb.id not in known]
            if name == "found" and new:
                reason = (
                    f"Comb {new[0]} wasn’t there when the hive was left: put it in as a comb that was added, "
                    "or write down the visit that brought it first."
                )
                yield FieldProblem(f"{at}/items", reason, "comb-from-nowhere", new[0])


def _fits(built: Hive, run: RunSeen, box: int, at: str) -> Iterator[FieldProblem]:
    hive = with_runs(built, [run])
    over = -lay_out(hive, hive.chambers[box]).leftover_mm
    if over > PLAY_MM:
        reason = f"Combs and followers take {over:.0f} mm more than there is: a follower stands in a comb."
        yield FieldProblem(f"{at}/items", reason, "run-too-long", f"{over:.0f} mm")


def _named(visit: Visit, before: Before) -> Iterator[FieldProblem]:
    there = combs_of(before.stood).union(comb.id for run in (*visit.found, *visit.left) for comb in run.combs)
    named = [
        *((f"marks/{number}", mark.comb) for number, mark in enumerate(visit.marks)),
        *((f"honey/{number}", taken.comb) for number, taken in enumerate(visit.honey)),
    ]
    for at, comb in named:
        if comb is not None and comb not in there:
            yield FieldProblem(f"{at}/comb", f"There is no comb {comb} in this hive.", "no-such-comb", comb)


def _honey(visit: Visit, before: Before) -> Iterator[FieldProblem]:
    """No comb gives half as much again as it holds when it is full."""
    full = _full_kg(before.stood)
    most = table("yard")["comb_overfull"].number
    for number, taken in enumerate(visit.honey):
        limit = most * (full.get(taken.comb, 0.0) if taken.comb is not None else sum(full.values()))
        if limit and taken.kg > limit:
            whole = "a full comb" if taken.comb is not None else "the whole hive, full,"
            reason = f"{taken.kg:.1f} kg is more than {whole} holds: {limit / most:.1f} kg."
            yield FieldProblem(f"honey/{number}/kg", reason, "too-much-honey", f"{taken.kg}")


def _entrances(visit: Visit, before: Before) -> Iterator[FieldProblem]:
    there = {chamber.id: chamber.entrances for chamber in before.built.chambers}
    for number, each in enumerate(visit.entrances):
        entrances = there.get(each.chamber, ())
        if each.number > len(entrances):
            reason = f"There is no entrance {each.number} in “{each.chamber}”."
            yield FieldProblem(f"entrances/{number}/number", reason, "no-such-entrance", f"{each.number}")
        elif each.setting not in settings_of(entrances[each.number - 1]):
            reason = f"Entrance {each.number} can’t be set so: it is a {entrances[each.number - 1].kind}."
            yield FieldProblem(f"entrances/{number}/setting", reason, "no-such-setting", each.setting)


def _full_kg(hive: Hive) -> dict[str, float]:
    """What each comb holds when it is full of honey [kg]."""
    found: dict[str, float] = {}
    for box, chamber in enumerate(hive.chambers):
        a = analyse(hive, box)
        for item in chamber.run.items:
            kind = hive.comb_type(item.type) if isinstance(item, Comb) else None
            if kind is not None and not isinstance(kind, FixedComb):
                found[item.id] = a.honey_kg(kind)
    return found
