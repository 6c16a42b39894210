"""What the yard's page says of a hive, kept with the hive until something of it changes.

A card holds for every day: what is due on one, and where the plan has the nest end, follow from it quickly.
"""

from __future__ import annotations

from datetime import date, timedelta
from typing import Any

from ninja import Schema

from sabaka_core import validate_hive
from sabaka_core.base.dates import iso, ordinal
from sabaka_core.base.errors import SabakaError
from sabaka_core.base.quantity import Text
from sabaka_core.document.hive import Hive
from sabaka_core.drawing.yard import PlannedEnd, seen_rod
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.hive.whole import whole
from sabaka_core.kit.drawing import Drawing
from sabaka_core.show.shape import summary
from sabaka_core.yard.against import against, in_words, seen
from sabaka_core.yard.due import Coming, Due, coming, due
from sabaka_core.yard.plan import BookPlan, Sums, place_in
from sabaka_core.yard.visit import Visit
from server.yard.colonies import places_in
from server.yard.models import BuiltHive, VisitEntry, Yard
from server.yard.selectors import plan_of, visits_in

# What a card says, and how: one of another form is made anew.
_FORM = 2
# What is due follows from the visits of so many days before the last one, and so many: longer than any treatment stays
# in, and more than anybody makes in that time.
_LATELY, _MOST = timedelta(days=400), 120


class StandingCard(Schema):
    """What is known of a hive whatever day it is; ``reach`` is where the plan has the nest end, day by day [mm]."""

    form: int
    words: Text
    last_at: str
    rod: Drawing | None
    state: str
    coming: Coming
    places: dict[str, str]
    reach: list[float | None]

    def planned_end(self, today: date) -> PlannedEnd | None:
        """Where the plan has the nest end on a day."""
        place = place_in(len(self.reach), self.coming.first, today.isoformat()) if self.last_at else None
        end = self.reach[place] if place is not None else None
        return None if end is None else (end, end, end)

    def due(self, hive: BuiltHive, today: date) -> tuple[Due, ...]:
        """What is due on a day, but for what was ticked off."""
        return due(self.coming, today.isoformat(), frozenset(hive.done))


def card_of(hive: BuiltHive) -> StandingCard:
    """A hive's card; made, and kept, where there is none of this form."""
    kept: dict[str, Any] | None = hive.card
    if kept is not None and kept.get("form") == _FORM:
        return StandingCard.model_validate(kept)
    card = make_card(hive)
    BuiltHive.objects.filter(pk=hive.pk).update(card=card.model_dump(mode="json"))
    return card


def make_card(hive: BuiltHive) -> StandingCard:
    """A hive's card as it is now."""
    plan, visits = plan_of(hive), visits_in(_lately(hive))
    stands = validate_hive(hive.stands)
    return StandingCard(
        form=_FORM,
        words=summary(whole(stands)),
        last_at=visits[-1].at if visits else "",
        rod=rod_of(stands, None, f"{hive.name}, as last seen"),
        state=_state(stands, visits, plan),
        coming=coming(visits, plan),
        places=places_in(hive.document),
        reach=[] if plan is None else [sums.follower_mm for sums in plan.days],
    )


def cards_of(yard: Yard) -> list[tuple[BuiltHive, StandingCard]]:
    """Every hive of a yard that stands there, with its card, without what only its own page reads."""
    hives = yard.hives.defer("document", "plan", "stands").order_by("name")
    return [(hive, card_of(hive)) for hive in hives]


def _lately(hive: BuiltHive) -> list[VisitEntry]:
    found = list(hive.visits.order_by("-at", "-kept_at")[:_MOST])[::-1]
    since = iso(ordinal(found[-1].at[:10]) - _LATELY.days) if found else ""
    return [entry for entry in found if entry.at >= since]


def _state(built: Hive, visits: tuple[Visit, ...], plan: BookPlan | None) -> str:
    """How the last visit that opened the hive stands against the plan, in a few words."""
    last = next((visit for visit in reversed(visits) if visit.found), None)
    if last is None:
        return "not looked into yet"
    planned: Sums | None = plan.on(last.day) if plan is not None else None
    if planned is None:
        return "as seen: there is no plan of that day"
    return in_words(against(seen(built, last), planned))


def rod_of(hive: Hive, planned_mm: PlannedEnd | None, title: str) -> Drawing | None:
    """A hive's main chamber with the plan's line through it; none where it can't be drawn."""
    try:
        return seen_rod(analyse(hive, main_box(hive)), planned_mm, title)
    except SabakaError:
        return None
