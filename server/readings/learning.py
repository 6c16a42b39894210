"""What a hive taught, from its visits and its scale; of its present colony alone."""

from __future__ import annotations

from datetime import date, timedelta
from uuid import UUID

from django.contrib.auth.models import User
from ninja import Schema

from sabaka_core import ParameterError, validate_hive
from sabaka_core.drawing.readings import learned_chart
from sabaka_core.edits.apply import apply_edit
from sabaka_core.edits.fields import SetField
from sabaka_core.kit.chart import Chart
from sabaka_core.learning.learned import Learned, learn
from sabaka_core.yard.against import seen_days
from sabaka_core.yard.place import in_climate
from server.designs.selectors import design_of
from server.designs.services import Save, save_design
from server.designs.weather import weathered
from server.readings.selectors import daily_weights
from server.yard.colonies import colonies_of
from server.yard.models import BuiltHive
from server.yard.selectors import plan_of, visits_in

_YEAR = timedelta(days=400)
_LEAST_HIVES = 1


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
    since = max((today - _YEAR).isoformat(), _lives_since(hive))
    built = weathered(user, in_climate(validate_hive(hive.document), hive.yard.climate))
    visits = visits_in(hive.visits.filter(at__gte=since, at__lte=f"{today.isoformat()}T24", beside=False))
    weights = daily_weights(hive, date.fromisoformat(since), today)
    found = learn(built, visits, plan, today.isoformat(), weights)
    return LearnedOut(on=True, learned=found, chart=learned_chart(found, seen_days(built, visits)))


def _lives_since(hive: BuiltHive) -> str:
    """Since when its first colony lives in it, with the queen that it has: what was before taught of another one."""
    here = [each for each in colonies_of(hive.yard, hive) if each.hive == str(hive.pk)]
    first = min(here, key=lambda each: each.since, default=None)
    if first is None:
        return ""
    changed = [event.day for event in first.life.events if event.kind in ("requeened", "swarmed")]
    return max([first.since, *changed])


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
    if len(found) < _LEAST_HIVES:
        return TaughtOut(hives=0, words="No hive that was built from it has taught anything yet.", peak_laying=None)
    needed, book = (
        sum(values) / len(found) for values in zip(*((f.most_combs, f.book_combs) for f in found), strict=True)
    )
    laying = [number for each in found for number in each.numbers if number.name == "laying" and number.learned]
    peak = sum(number.middle * number.book for number in laying) / len(laying) if laying else None
    several = "one" if len(found) == 1 else f"{len(found)}"
    they = "it" if len(found) == 1 else "they"
    words = f"Built {several}, {they} needed {needed:.0f} combs, not {book:.0f}."
    return TaughtOut(hives=len(found), words=words, peak_laying=round(peak, 0) if peak is not None else None)


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
