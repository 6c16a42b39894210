"""What the yard's pages show: each hive as its rod, what is due, each visit against the plan."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date
from uuid import UUID

from ninja import Schema

from sabaka_core import validate_hive
from sabaka_core.base.quantity import Text
from sabaka_core.document.hive import Hive
from sabaka_core.drawing.seen import life_chart
from sabaka_core.drawing.yard import planned_line
from sabaka_core.hive.whole import whole
from sabaka_core.kit.chart import Chart
from sabaka_core.kit.drawing import Drawing
from sabaka_core.show.shape import summary
from sabaka_core.yard.against import against, line_through, seen, seen_days
from sabaka_core.yard.carry import Carry, carry
from sabaka_core.yard.combs import CombLife, comb_lives, old_comb_words
from sabaka_core.yard.measured import Measurable, measurable
from sabaka_core.yard.place import climate_names
from sabaka_core.yard.plan import PlannedDay, plans_ahead
from sabaka_core.yard.standing import combs_of, left_by, runs_of, settings_of, standing, with_runs
from sabaka_core.yard.visit import RunSeen, Visit
from sabaka_core.yard.year import YearSums, year_sums
from server.accounts.names import called
from server.yard.cards import StandingCard, card_of, cards_of, rod_of
from server.yard.colonies import ColonyOut, colonies_of, places_in
from server.yard.models import BuiltHive, VisitEntry, Yard
from server.yard.selectors import entries_of, plan_of, visits_in

# The plan lies on the device for so many days ahead.
PLANNED_DAYS = 42


class DueOut(Schema):
    """One thing that is due at a hive."""

    hive: UUID
    name: str
    key: str
    day: str
    last: str
    words: str
    why: str
    of: str
    overdue: bool


class LivingOut(Schema):
    """A colony in a few words, and the colour of its queen's mark."""

    words: str
    colour: str


class HiveCard(Schema):
    """A hive of the yard as it was last seen; ``colonies`` tells who lives in it."""

    id: UUID
    name: str
    words: Text
    last_at: str
    rod: Drawing | None
    state: str
    urgent: bool
    colonies: list[LivingOut]
    places: dict[str, str]


class MemberOut(Schema):
    """Somebody in a yard."""

    id: int
    name: str
    role: str


class YardOut(Schema):
    """A yard with all its hives and what is due at them."""

    id: UUID
    name: str
    place: str
    climate: str
    layout: str
    climates: dict[str, str]
    role: str
    members: list[MemberOut]
    feed: bool
    hives: list[HiveCard]
    due: list[DueOut]
    carry: list[Carry]
    colonies: list[ColonyOut]


class DifferenceOut(Schema):
    """One number of a visit, and the plan's."""

    what: str
    seen: float | None
    planned: float | None
    by: float | None


class VisitOut(Schema):
    """A visit with its rod."""

    id: UUID
    at: str
    by: str
    beside: bool
    entry: Visit
    combs: int
    honey_kg: float
    rod: Drawing | None
    against: list[DifferenceOut]
    photos: list[UUID]


class VisitsOut(Schema):
    """Visits, the oldest first, and how many there are before them."""

    visits: list[VisitOut]
    more: int


class YearOut(YearSums):
    """A year of a hive in few numbers."""

    year: str


class EntranceOut(Schema):
    """An entrance of a hive as it was left, and how it can be set."""

    chamber: str
    number: int
    setting: str
    guard: bool
    settings: list[str]


class HivePage(Schema):
    """A hive, its visits the oldest first, and what the next one begins with."""

    id: UUID
    yard: UUID
    yard_name: str
    name: str
    role: str
    design: UUID | None
    revision: int
    built_on: str
    words: Text
    stands: list[RunSeen]
    planned: list[PlannedDay]
    colonies: list[ColonyOut]
    places: dict[str, str]
    queen_seen: str
    entrances: list[EntranceOut]
    supers: int | None
    measurable: list[Measurable]
    measured: list[str]
    life: Chart | None
    years: list[YearOut]
    comb_names: dict[str, str]
    visits: list[VisitOut]
    more: int
    combs: list[CombLife]
    combs_why: str
    due: list[DueOut]
    carry: list[Carry]


def yard_page(yard: Yard, role: str, today: date) -> YardOut:
    """A yard as it stands."""
    cards: list[HiveCard] = []
    wanted: list[DueOut] = []
    found = cards_of(yard)
    colonies = colonies_of(yard)
    for hive, card in found:
        mine = _due(hive, card, today)
        wanted += mine
        living = [each for each in colonies if each.hive == str(hive.pk)]
        cards.append(_card(hive, card, mine, today, living))
    members = [
        MemberOut(id=member.pk, name=called(member.user), role=member.role)
        for member in yard.members.select_related("user").order_by("pk")
    ]
    wanted.sort(key=lambda each: (not each.overdue, each.day, each.name))
    return YardOut(
        id=yard.id,
        name=yard.name,
        place=yard.place,
        climate=yard.climate,
        layout=yard.layout,
        climates=climate_names(),
        role=role,
        members=members,
        feed=bool(yard.feed),
        hives=cards,
        due=wanted,
        carry=list(_carried(found, today)),
        colonies=colonies,
    )


def due_in(yard: Yard, today: date) -> list[DueOut]:
    """What is due at all hives of a yard."""
    return [each for hive, card in cards_of(yard) for each in _due(hive, card, today)]


def carry_in(yard: Yard, today: date) -> tuple[Carry, ...]:
    """What to carry for all that is due in a yard by a day."""
    return _carried(cards_of(yard), today)


def _carried(cards: Sequence[tuple[BuiltHive, StandingCard]], today: date) -> tuple[Carry, ...]:
    wanted = [(hive.name, each) for hive, card in cards for each in card.due(hive, today)]
    return carry(wanted, today.isoformat())


def _card(
    hive: BuiltHive, card: StandingCard, wanted: Sequence[DueOut], today: date, living: Sequence[ColonyOut]
) -> HiveCard:
    overdue = next((each for each in wanted if each.overdue), None)
    end, rod = card.planned_end(today), card.rod
    if rod is not None and end is not None:
        rod = rod.model_copy(update={"shapes": (*rod.shapes, planned_line(end))})
    return HiveCard(
        id=hive.id,
        name=hive.name,
        words=card.words,
        last_at=card.last_at,
        rod=rod,
        state=card.state if overdue is None else f"overdue: {overdue.words}",
        urgent=overdue is not None,
        colonies=[LivingOut(words=f"{each.name}, {each.queen_words}", colour=each.colour) for each in living],
        places=card.places,
    )


def _due(hive: BuiltHive, card: StandingCard, today: date) -> list[DueOut]:
    now = today.isoformat()
    return [
        DueOut(
            hive=hive.id,
            name=hive.name,
            key=each.key,
            day=each.day,
            last=each.last,
            words=each.words,
            why=each.why,
            of=each.of,
            overdue=each.is_overdue(now),
        )
        for each in card.due(hive, today)
    ]


def hive_page(hive: BuiltHive, role: str, today: date) -> HivePage:
    """A hive with its visits."""
    entries, plan = entries_of(hive), plan_of(hive)
    stands, built = validate_hive(hive.stands), validate_hive(hive.document)
    every = visits_in(hive.visits.all())
    return HivePage(
        id=hive.id,
        yard=hive.yard_id,
        yard_name=hive.yard.name,
        name=hive.name,
        role=role,
        design=hive.design_id,
        revision=hive.revision,
        built_on=hive.built_on.isoformat(),
        words=summary(whole(stands)),
        stands=list(runs_of(stands)),
        planned=list(plans_ahead(stands, plan, today.isoformat(), PLANNED_DAYS)) if plan is not None else [],
        colonies=colonies_of(hive.yard, hive),
        places=places_in(hive.document),
        queen_seen=next((visit.day for visit in reversed(every) if visit.queen == "seen"), ""),
        entrances=_entrances(stands),
        supers=next((visit.supers for visit in reversed(every) if visit.supers is not None), None),
        measurable=list(measurable(built)),
        measured=hive.measured,
        life=life_chart(seen_days(built, every), plan, today.isoformat()),
        years=_years(every),
        comb_names={kind.id: kind.name for kind in stands.comb_types},
        visits=shown_visits(hive, entries),
        more=_more(hive, entries),
        combs=list(comb_lives(built, hive.built_on.isoformat(), every, today.isoformat())),
        combs_why=old_comb_words(),
        due=_due(hive, card_of(hive), today),
        carry=list(carry_in(hive.yard, today)),
    )


def _entrances(stands: Hive) -> list[EntranceOut]:
    return [
        EntranceOut(
            chamber=chamber.id,
            number=number,
            setting=entrance.setting,
            guard=entrance.mouse_guard,
            settings=list(settings_of(entrance)),
        )
        for chamber in stands.chambers
        for number, entrance in enumerate(chamber.entrances, 1)
    ]


def _years(visits: Sequence[Visit]) -> list[YearOut]:
    """Every year in few numbers, the last one first."""
    by_year: dict[str, list[Visit]] = {}
    for visit in visits:
        by_year.setdefault(visit.day[:4], []).append(visit)
    return [YearOut(year=year, **year_sums(of).model_dump()) for year, of in sorted(by_year.items(), reverse=True)]


def shown_visits(hive: BuiltHive, entries: Sequence[VisitEntry]) -> list[VisitOut]:
    """Each visit with its rod and its photos; the plan's line goes from each to the next."""
    visits, plan = visits_in(entries), plan_of(hive)
    built = validate_hive(hive.document)
    stood = built
    if visits and not visits[0].found:
        stood = standing(built, visits_in(hive.visits.filter(at__lt=visits[0].at)))
    planned = [plan.on(visit.day) if plan is not None else None for visit in visits]
    found: list[VisitOut] = []
    for number, (entry, visit) in enumerate(zip(entries, visits, strict=True)):
        seen_there, on = with_runs(stood, visit.found), planned[number]
        stood = left_by(seen_there, visit)
        author = entry.author
        found.append(
            VisitOut(
                id=entry.id,
                at=visit.at,
                by=called(author) if author is not None else entry.signed,
                beside=entry.beside,
                entry=visit,
                combs=sum(len(run.combs) for run in visit.after) or len(combs_of(seen_there)),
                honey_kg=round(visit.honey_kg, 2),
                rod=rod_of(seen_there, line_through(planned, number), f"Visit of {visit.at}"),
                against=[
                    DifferenceOut(what=each.what, seen=each.seen, planned=each.planned, by=each.by)
                    for each in (against(seen(built, visit), on) if on is not None else ())
                ],
                photos=[photo.pk for photo in entry.photos.all()],
            )
        )
    return found


def older_visits(hive: BuiltHive, before: str) -> VisitsOut:
    """The visits of a hive before a moment, the last page of them."""
    entries = entries_of(hive, before=before)
    return VisitsOut(visits=shown_visits(hive, entries), more=_more(hive, entries))


def _more(hive: BuiltHive, entries: Sequence[VisitEntry]) -> int:
    """How many visits there are before those of a page."""
    return hive.visits.filter(at__lt=entries[0].at).count() if entries else 0
