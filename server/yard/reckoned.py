"""A yard's year, its health and its trials, reckoned from what was written."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date
from uuid import UUID

from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404
from ninja import Schema

from sabaka_core import ParameterError, validate_hive
from sabaka_core.base.errors import InfeasibleError
from sabaka_core.document.hive import Hive
from sabaka_core.drawing.yard import with_strips
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.hive.climate import is_southern
from sabaka_core.kit.drawing import Drawing
from sabaka_core.learning.trials import MEASURES, Measure, TrialResult, result_of
from sabaka_core.yard.colony import Life, lost_in
from sabaka_core.yard.health import (
    CAUTION,
    DISEASE,
    Given,
    MiteVerdict,
    brood_free,
    given_in,
    in_this_year,
    mite_verdicts,
    strip_places,
)
from sabaka_core.yard.standing import combs_of
from sabaka_core.yard.visit import Visit
from sabaka_core.yard.year import HiveYear, hive_year, together
from server.accounts.names import called
from server.yard.cards import rod_of
from server.yard.models import BuiltHive, Member, Trial, Yard
from server.yard.selectors import plan_of, role_in, visits_in

MOST_TRIALS = 100
_LAST_COUNTS = 6


class YearRow(Schema):
    """A hive's year, and the one before."""

    id: UUID
    name: str
    now: HiveYear
    before: HiveYear | None


class YearPage(Schema):
    """A yard's year, hive by hive, and all together."""

    name: str
    year: int
    years: list[int]
    hives: list[YearRow]
    total: HiveYear
    total_before: HiveYear | None


def year_page(yard: Yard, year: int) -> YearPage:
    """A yard's year."""
    rows: list[YearRow] = []
    years: set[int] = set()
    lives = [Life.model_validate(colony.life) for colony in yard.colonies.all()]
    for hive in yard.hives.order_by("name"):
        visits = visits_in(hive.visits.all())
        years |= {int(visit.day[:4]) for visit in visits}
        built = validate_hive(hive.document)
        now, before = (_year(hive, built, visits, lives, each) for each in (year, year - 1))
        rows.append(YearRow(id=hive.pk, name=hive.name, now=now, before=before if before.visits else None))
    had = [row.before for row in rows if row.before is not None]
    return YearPage(
        name=yard.name,
        year=year,
        years=sorted(years | {year}, reverse=True),
        hives=rows,
        total=together([row.now for row in rows]),
        total_before=together(had) if had else None,
    )


def _year(hive: BuiltHive, built: Hive, visits: Sequence[Visit], lives: Sequence[Life], year: int) -> HiveYear:
    of = [visit for visit in visits if visit.day.startswith(f"{year:04}")]
    earlier = (visit for visit in visits if visit.day < f"{year:04}")
    known = combs_of(built).union(comb.id for visit in earlier for run in visit.after for comb in run.combs)
    return hive_year(built, of, known, plan_of(hive), lost_in(lives, str(hive.pk), year))


class HealthRow(Schema):
    """A hive's counts of mites, its weeks without brood, and where strips would hang."""

    id: UUID
    name: str
    counts: list[MiteVerdict]
    brood_free: list[str]
    combs: int
    covered: int
    strips: list[int]
    rod: Drawing | None


class HealthPage(Schema):
    """A yard's health: every hive, the register of what was given, and the cautions."""

    name: str
    combs_a_strip: int
    hives: list[HealthRow]
    given: list[Given]
    caution: str
    disease: str


def health_page(yard: Yard, today: date, combs_a_strip: int) -> HealthPage:
    """A yard's health.

    Raises:
        ParameterError: no label says so few combs, or so many.
    """
    if not 1 <= combs_a_strip <= 20:
        raise ParameterError("combs_a_strip", combs_a_strip, "From 1 to 20 combs a strip: see its label.", "bad-label")
    rows = [_health(hive, today, combs_a_strip) for hive in yard.hives.order_by("name")]
    return HealthPage(
        name=yard.name,
        combs_a_strip=combs_a_strip,
        hives=rows,
        given=register_of(yard),
        caution=CAUTION,
        disease=DISEASE,
    )


def _health(hive: BuiltHive, today: date, combs_a_strip: int) -> HealthRow:
    visits, plan = visits_in(hive.visits.all()), plan_of(hive)
    stands = validate_hive(hive.stands)
    window = brood_free(plan, stands) if plan is not None and combs_of(stands) else None
    combs = sum(len(run.combs) for run in visits[-1].after) if visits else 0
    counted = next((visit.covered for visit in reversed(visits) if visit.covered is not None), None)
    covered = round(counted) if counted is not None else len(combs_of(stands))
    strips = list(strip_places(stands, covered, combs_a_strip))
    rod = rod_of(stands, None, f"{hive.name}, strips by occupied combs")
    return HealthRow(
        id=hive.pk,
        name=hive.name,
        counts=list(mite_verdicts(visits, is_southern(stands))[:_LAST_COUNTS]),
        brood_free=list(in_this_year(window, today.isoformat())) if window else [],
        combs=combs or len(combs_of(stands)),
        covered=covered,
        strips=strips,
        rod=with_strips(rod, analyse(stands, main_box(stands)), strips) if rod is not None else None,
    )


def register_of(yard: Yard) -> list[Given]:
    """Everything that was given in a yard, the last first."""
    found: list[Given] = []
    for hive in yard.hives.order_by("name"):
        entries = list(hive.visits.select_related("author"))
        by = [called(e.author) if e.author is not None else e.signed for e in entries]
        found += given_in(hive.name, list(zip(visits_in(entries), by, strict=True)))
    return sorted(found, key=lambda each: (each.given_on, each.hive), reverse=True)


class TrialIn(Schema):
    """A trial as it begins: what is changed, on which hives and on which not, what decides."""

    name: str
    change: str
    measure: Measure
    begun_on: date
    changed: list[UUID]
    others: list[UUID]


class VerdictIn(Schema):
    """How a trial ended, in the keeper's words."""

    verdict: str
    ended_on: date | None = None


class TrialOut(Schema):
    """A trial, and what its hives show so far."""

    id: int
    name: str
    change: str
    measure: str
    measure_words: str
    begun_on: str
    ended_on: str
    changed: list[str]
    others: list[str]
    verdict: str
    result: TrialResult


@transaction.atomic
def begin_trial(user: User, yard: Yard, said: TrialIn, today: date) -> Trial:
    """A trial in a yard.

    Raises:
        InfeasibleError: this member only looks on.
        ParameterError: what can't be, at its field.
    """
    _writes(user, yard)
    if not 1 <= len(said.name.strip()) <= 80 or not 1 <= len(said.change.strip()) <= 400:
        raise ParameterError("name", said.name, "Say what it is called, and what is changed.", "bad-name")
    if said.begun_on > today:
        raise ParameterError("begun_on", said.begun_on, "A trial begins when it begins.", "future-trial")
    if yard.trials.count() >= MOST_TRIALS:
        raise ParameterError("name", said.name, f"{MOST_TRIALS} trials are kept: no more.", "too-many-trials")
    changed, others = set(said.changed), set(said.others)
    known = set(yard.hives.values_list("id", flat=True))
    if not changed or not others or changed & others or not changed | others <= known:
        raise ParameterError("changed", "", "At least one hive of this yard on each side, none on both.", "bad-sides")
    trial = Trial.objects.create(
        yard=yard, name=said.name.strip(), change=said.change.strip(), measure=said.measure, begun_on=said.begun_on
    )
    trial.changed.set(yard.hives.filter(id__in=changed))
    trial.others.set(yard.hives.filter(id__in=others))
    return trial


def end_trial(user: User, yard: Yard, ident: int, said: VerdictIn) -> None:
    """Writes a trial's verdict, and the day on which it ended.

    Raises:
        Http404: there is no such trial.
        InfeasibleError: this member only looks on.
        ParameterError: it ended before it began.
    """
    _writes(user, yard)
    trial = _trial(yard, ident)
    if said.ended_on is not None and said.ended_on < trial.begun_on:
        raise ParameterError("ended_on", said.ended_on, "That is before it began.", "before-it-began")
    trial.verdict, trial.ended_on = said.verdict.strip()[:400], said.ended_on
    trial.save(update_fields=["verdict", "ended_on"])


def drop_trial(user: User, yard: Yard, ident: int) -> None:
    """Takes a trial out of the book.

    Raises:
        Http404: there is no such trial.
        InfeasibleError: this member only looks on.
    """
    _writes(user, yard)
    _trial(yard, ident).delete()


def _trial(yard: Yard, ident: int) -> Trial:
    trial = yard.trials.filter(pk=ident).first()
    if trial is None:
        raise Http404
    return trial


def _writes(user: User, yard: Yard) -> None:
    if role_in(user, yard) == Member.Role.LOOKER:
        raise InfeasibleError("You look on in this yard: its keepers and helpers run trials.")


def trials_of(yard: Yard, today: date) -> list[TrialOut]:
    """The trials of a yard, the last begun first."""
    return [_told(trial, today) for trial in yard.trials.prefetch_related("changed", "others")]


def _told(trial: Trial, today: date) -> TrialOut:
    last = trial.ended_on or today
    measure: Measure = next(each for each in MEASURES if each == trial.measure)
    sides = [
        [value for hive in side.all() if (value := _measured(hive, measure, trial.begun_on, last)) is not None]
        for side in (trial.changed, trial.others)
    ]
    return TrialOut(
        id=trial.pk,
        name=trial.name,
        change=trial.change,
        measure=trial.measure,
        measure_words=MEASURES[measure],
        begun_on=trial.begun_on.isoformat(),
        ended_on=trial.ended_on.isoformat() if trial.ended_on is not None else "",
        changed=sorted(hive.name for hive in trial.changed.all()),
        others=sorted(hive.name for hive in trial.others.all()),
        verdict=trial.verdict,
        result=result_of(measure, sides[0], sides[1]),
    )


def _measured(hive: BuiltHive, measure: Measure, first: date, last: date) -> float | None:
    """What decides, at one hive, from one day to another; none where nothing was written of it."""
    built, visits = validate_hive(hive.document), visits_in(hive.visits.all())
    of = [visit for visit in visits if first.isoformat() <= visit.day <= last.isoformat()]
    if not of:
        return None
    known = combs_of(built).union(
        comb.id for visit in visits if visit.day < first.isoformat() for run in visit.after for comb in run.combs
    )
    year = hive_year(built, of, known, None, 0)
    found = {
        "honey_kg": year.honey_kg,
        "covered": year.most_covered,
        "mites": year.most_mites,
        "combs_built": year.combs_built,
    }[measure]
    return None if found is None else float(found)
