"""What a hive taught, from its visits and its scale; of its present colony alone."""

from __future__ import annotations

from datetime import date, timedelta
from hashlib import sha256
from uuid import UUID

from django.contrib.auth.models import User
from django.core.cache import cache
from django.db.models import Count, Max
from ninja import Schema

from sabaka_core import ParameterError, validate_hive
from sabaka_core.drawing.readings import learned_chart
from sabaka_core.edits.apply import apply_edit
from sabaka_core.edits.fields import SetField
from sabaka_core.kit.chart import Chart
from sabaka_core.learning.learned import Learned, learn, what_they_taught
from sabaka_core.yard.against import seen_days
from sabaka_core.yard.colony import with_its_queen_since
from sabaka_core.yard.place import in_climate
from sabaka_core.yard.plan import BookPlan
from server.designs.selectors import design_of
from server.designs.services import Save, save_design
from server.designs.weather import weathered
from server.readings.selectors import daily_weights
from server.yard.colonies import colonies_of
from server.yard.models import BuiltHive
from server.yard.selectors import plan_of, visits_in

_YEAR = timedelta(days=400)
# For so long what was learned is kept, if nothing changes before [s].
_KEPT_S = 86_400


class LearnedOut(Schema):
    """What a hive taught, on a chart; ``on`` says whether it is asked to."""

    on: bool
    learned: Learned | None
    chart: Chart | None


def learned_of(user: User, hive: BuiltHive, today: date) -> LearnedOut:
    """What a hive taught up to a day; nothing where learning is off."""
    if not hive.learns:
        return LearnedOut(on=False, learned=None, chart=None)
    plan = plan_of(hive)
    if plan is None:
        return LearnedOut(on=True, learned=Learned(state="no-plan", visits=0), chart=None)
    key = _key(hive, today)
    kept: LearnedOut | None = cache.get(key)
    if kept is None:
        kept = _learn(user, hive, plan, today)
        cache.set(key, kept, _KEPT_S)
    return kept


def _key(hive: BuiltHive, today: date) -> str:
    """Everything that what is learned follows from: another text where any of it has changed."""
    visits = hive.visits.aggregate(Count("pk"), Max("kept_at"))
    devices = hive.devices.aggregate(Count("pk"), Max("last_at"))
    lives = list(hive.yard.colonies.values_list("life", flat=True))
    parts = (str(hive.pk), today, visits, devices, lives, hive.document, hive.plan, hive.yard.climate)
    return f"learned-{sha256(repr(parts).encode()).hexdigest()}"


def _learn(user: User, hive: BuiltHive, plan: BookPlan, today: date) -> LearnedOut:
    since = max((today - _YEAR).isoformat(), _lives_since(hive))
    built = weathered(user, in_climate(validate_hive(hive.document), hive.yard.climate))
    visits = visits_in(hive.visits.filter(at__gte=since, at__lte=f"{today.isoformat()}T24", beside=False))
    weights = daily_weights(hive, date.fromisoformat(since), today)
    found = learn(built, visits, plan, today.isoformat(), weights)
    return LearnedOut(on=True, learned=found, chart=learned_chart(found, seen_days(built, visits)))


def _lives_since(hive: BuiltHive) -> str:
    """Since when its first colony lives in it with the queen that it has."""
    here = [each for each in colonies_of(hive.yard, hive) if each.hive == str(hive.pk)]
    first = min(here, key=lambda each: each.since, default=None)
    return with_its_queen_since(first.life) if first is not None else ""


class TaughtOut(Schema):
    """What the hives that were built from a design taught of it."""

    hives: int
    words: str
    peak_laying: float | None


def taught(user: User, design_id: UUID, today: date) -> TaughtOut:
    """What the hives that were built from a design taught: how many combs they needed, how much their queens laid.

    Raises:
        Http404: there is no such design for this keeper.
    """
    design = design_of(user, design_id)
    found = []
    for hive in design.built.filter(yard__members__user=user).select_related("yard"):
        learned = learned_of(user, hive, today).learned
        if learned is not None and learned.state == "learned":
            found.append(learned)
    if not found:
        return TaughtOut(hives=0, words="No hive that was built from it has taught anything yet.", peak_laying=None)
    words, peak = what_they_taught(found)
    return TaughtOut(hives=len(found), words=words, peak_laying=peak)


def take_taught(user: User, design_id: UUID, today: date) -> None:
    """Starts the next version of a design from what its hives taught: the peak of laying that they had.

    Raises:
        Http404: there is no such design for this keeper.
        ParameterError: they have taught nothing yet.
    """
    found = taught(user, design_id, today)
    if found.peak_laying is None:
        raise ParameterError("design", str(design_id), "Its hives have taught nothing yet.", "nothing-taught")
    design = design_of(user, design_id)
    hive = validate_hive(design.document)
    after = apply_edit(hive, SetField(path="/season/peak_laying", text=f"{found.peak_laying:.0f}"))
    save_design(user, design_id, Save(design.head, after.model_dump(mode="json"), "From what its hives taught"))
