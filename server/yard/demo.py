"""The yard of Saltmarsh Row: nine hives of seven systems, three who keep them, two years of visits up to today."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from datetime import date, timedelta
from itertools import takewhile
from random import Random
from uuid import UUID

from django.contrib.auth.models import User
from django.db import transaction

from sabaka_core import Hive, dump_hive, validate_hive
from sabaka_core.document.run import Comb, Follower, RunItem
from sabaka_core.edits.closing import leftover_mm
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.yard.colony import Life
from sabaka_core.yard.entered import entered
from sabaka_core.yard.plan import BookPlan, as_planned
from sabaka_core.yard.standing import with_runs
from sabaka_core.yard.visit import CombMark, Fed, HoneyTaken, Mites, RunSeen, Treated, Visit
from server.designs.models import Design
from server.yard.cards import make_card
from server.yard.colonies import places_in
from server.yard.demo_colonies import lived_in, lives_of, write_colonies
from server.yard.models import BuiltHive, Member, Trial, VisitEntry, Yard
from server.yard.selectors import plan_of
from server.yard.services import build_hive, make_yard

YARD = "Saltmarsh Row"
_DAYS = 2 * 365
# Who else is in the yard: names of birds, as everybody here has.
_OTHERS = (("tern", "Tern", Member.Role.HELPER), ("plover", "Plover", Member.Role.LOOKER))
# Which hives stand there, by the name of their design: how many days ago they were built, how many days ago the last
# visit was, and how their combs differ from the plan.
_HIVES: tuple[tuple[str, int, int, int], ...] = (
    ("Anchor", 460, 13, 1),
    ("Bowline", 730, 9, 0),
    ("Carrick", 700, 9, -1),
    ("Cleat", 640, 16, 1),
    ("Figure of Eight", 500, 31, 0),
    ("Fisherman", 420, 10, -1),
    ("Granny", 380, 8, -2),
    ("Reef", 610, 12, 0),
    ("Sheepshank", 560, 9, -3),
)
_FIRST_MONTH, _LAST_MONTH = 3, 10


def _nothing(day: date) -> dict[str, object]:
    return {}


def _in(day: date, days: int) -> str:
    return (day + timedelta(days=days)).isoformat()


# What else was done at the last visit, so that something is due in the week after the demo is loaded.
_LAST: dict[str, Callable[[date], dict[str, object]]] = {
    "Bowline": lambda day: {"treated": (Treated(what="strips", out_on=_in(day, 11)),)},
    "Carrick": lambda day: {"queen": "put-in"},
    "Cleat": lambda day: {"treated": (Treated(what="thymol", out_on=_in(day, 14)),)},
    "Granny": lambda day: {"queen": "not-seen"},
    "Reef": lambda day: {"treated": (Treated(what="strips", out_on=_in(day, 15)),)},
    "Sheepshank": lambda day: {"fed": (Fed(kind="fondant", kg=1.0),)},
}
# What was noted, at the first visit from a day of the calendar on.
_NOTES = {
    "Bowline": {"06-20": "bar 4 straightened", "11-01": "gulls on the roof again"},
    "Granny": {"06-05": "swarm caught in the bait box by the rope-walk, put in here"},
    "Reef": {"05-15": "new nucleus put in"},
    "Figure of Eight": {"04-10": "only from outside: pollen coming in"},
}


@transaction.atomic
def load_yard(keeper: User, today: date) -> int:
    """The demo's yard with all its hives, once.

    Returns:
        How many visits were written; 0 where the keeper has a yard already.
    """
    if Member.objects.filter(user=keeper).exists():
        return 0
    yard = make_yard(keeper, YARD, "behind the rope-walk, along the sea wall")
    helpers = [keeper]
    for name, called, role in _OTHERS:
        user, _ = User.objects.get_or_create(username=f"{name}-of-{keeper.username}", defaults={"first_name": called})
        Member.objects.create(yard=yard, user=user, role=role)
        helpers += [user] if role == Member.Role.HELPER else []
    written = sum(_hive(yard, keeper, helpers, row, today) for row in _HIVES)
    _trial(yard, today)
    return written


def _trial(yard: Yard, today: date) -> None:
    """A trial that has ended, with its verdict."""
    trial = Trial.objects.create(
        yard=yard,
        name="Wider entrance in the flow",
        change="The entrance slot open to 100 mm from May to July, 75 mm at the hives beside",
        measure="honey_kg",
        begun_on=today - timedelta(days=300),
        ended_on=today - timedelta(days=20),
        verdict="No difference that four hives could show, and more wasps at the wide ones. Back to 75 mm.",
    )
    trial.changed.set(yard.hives.filter(name__in=("Bowline", "Anchor")))
    trial.others.set(yard.hives.filter(name__in=("Reef", "Sheepshank")))


def _hive(yard: Yard, keeper: User, helpers: list[User], row: tuple[str, int, int, int], today: date) -> int:
    name, built_ago, last_ago, off = row
    design = Design.objects.filter(owner=keeper, name=name, deleted_at=None).first()
    if design is None:
        return 0
    hive = build_hive(keeper, yard, design, today - timedelta(days=min(built_ago, _DAYS)))
    dice = Random(name)
    lives = lives_of(name, str(hive.pk), list(places_in(hive.document)), hive.built_on, today)
    write_colonies(hive, lives)
    story = _Story(hive, validate_hive(hive.document), plan_of(hive), lives, dice, off)
    visits = list(story.visits(today - timedelta(days=last_ago)))
    VisitEntry.objects.bulk_create(
        VisitEntry(
            id=UUID(int=dice.getrandbits(128), version=4),
            hive=hive,
            author=helpers[number % len(helpers)],
            at=visit.at,
            entry=visit.model_dump(mode="json", exclude_none=True),
        )
        for number, visit in enumerate(visits)
    )
    hive.stands = dump_hive(story.stands)
    hive.card = make_card(hive).model_dump(mode="json")
    hive.save(update_fields=["stands", "card"])
    return len(visits)


@dataclass
class _Story:
    """What was seen at one hive: the plan's year, somewhat off, told visit by visit."""

    hive: BuiltHive
    built: Hive
    plan: BookPlan | None
    lives: list[Life]
    dice: Random
    off: int
    numbers: int = 500
    stands: Hive = field(init=False)
    noted: set[tuple[int, str]] = field(default_factory=set)

    def __post_init__(self) -> None:
        self.stands = self.built

    def visits(self, last: date) -> Iterator[Visit]:
        """Every eleven days or so from March to October, once in the winter, the last one on that day."""
        day = self.hive.built_on
        while day < last:
            if lived_in(self.lives, day):
                yield self._visit(day)
            in_season = _FIRST_MONTH <= day.month <= _LAST_MONTH
            day += timedelta(days=self.dice.randint(9, 14) if in_season else self.dice.randint(45, 70))
        yield self._visit(last).model_copy(update=_LAST.get(self.hive.name, _nothing)(last))

    def _visit(self, day: date) -> Visit:
        at = f"{day.isoformat()}T{self.dice.randint(10, 16)}:{self.dice.choice(('00', '10', '25', '40'))}"
        note = self._noted(day)
        found = as_planned(self.stands, self.plan, day.isoformat()) if self.plan is not None else None
        if found is None:
            return Visit(at=at, notes=note or "only from outside: they fly", minutes=5)
        found = self._somewhat_else(found)
        left = self._rehung(found, day)
        visit = entered(
            self.built,
            Visit(
                at=at,
                minutes=self.dice.choice((15, 20, 25, 35)),
                found=(found,),
                left=(left,) if left is not found else (),
                covered=self._covered(day),
                queen=self.dice.choice(("seen", "eggs", "eggs", "")),
                temper=self.dice.choice(("calm", "calm", "lively")),
                notes=note,
                **self._besides(found, day),
            ),
        )
        self.stands = with_runs(self.built, visit.after)
        return visit

    def _noted(self, day: date) -> str:
        """What is noted at the first visit from a day of the calendar on, each year once."""
        for on, words in _NOTES.get(self.hive.name, {}).items():
            key = (day.year, on)
            if on <= day.isoformat()[5:] < f"{on[:3]}99" and key not in self.noted:
                self.noted.add(key)
                return words
        return ""

    def _covered(self, day: date) -> float | None:
        sums = self.plan.on(day.isoformat()) if self.plan is not None else None
        if sums is None or sums.covered is None:
            return None
        return max(round(sums.covered + self.off / 2 + self.dice.uniform(-0.7, 0.7)), 0)

    def _somewhat_else(self, run: RunSeen) -> RunSeen:
        """So many combs of honey or brood less, or more, than the plan has."""
        wanted = "honey" if self.off < 0 else "empty"
        other = "empty" if self.off < 0 else "honey"
        some = [comb.id for comb in run.combs if comb.contents == wanted][-abs(self.off) :] if self.off else []
        items = (
            item.model_copy(update={"contents": other}) if isinstance(item, Comb) and item.id in some else item
            for item in run.items
        )
        return run.model_copy(update={"items": tuple(items)})

    def _rehung(self, run: RunSeen, day: date) -> RunSeen:
        """Combs put in before the follower or taken out, as many as the plan has that day."""
        assert self.plan is not None
        place = self.plan.place_of(day.isoformat())
        box = main_box(self.stands)
        hung = [placed.index for placed in analyse(with_runs(self.built, [run]), box).layout.nest_combs]
        if place is None or not hung or not any(isinstance(item, Follower) for item in run.items):
            return run
        more = len(self.plan.combs[place]) - len(hung)
        far = run.items[hung[0]] if self.built.chambers[box].run.nest_at == "far" else run.items[hung[-1]]
        at = run.items.index(far)
        if more > 0:
            new: list[RunItem] = []
            for _ in range(min(more, 3)):
                self.numbers += 1
                new.append(far.model_copy(update={"id": f"c{self.numbers}", "contents": "empty"}))
            after = at + (0 if self.built.chambers[box].run.nest_at == "far" else 1)
            changed = run.model_copy(update={"items": (*run.items[:after], *new, *run.items[after:])})
        else:
            spare = [i for i in (run.items[index] for index in reversed(hung)) if isinstance(i, Comb)]
            empty = [i.id for i in takewhile(lambda comb: comb.contents == "empty", spare)][: min(-more, 4)]
            if not empty or self.built.chambers[box].run.nest_at == "far":
                return run
            items = tuple(i for i in run.items if not (isinstance(i, Comb) and i.id in empty))
            changed = run.model_copy(update={"items": items})
        closed = entered(self.built, Visit(at="2026-01-01T00:00", left=(changed,))).left[0]
        # Boxes that are full take no more.
        return closed if abs(leftover_mm(with_runs(self.built, [closed]), box)) < 1.0 else run

    def _besides(self, run: RunSeen, day: date) -> dict[str, object]:
        """Honey in July and August, a treatment after it, feed in September, mites counted now and then."""
        said: dict[str, object] = {}
        full = [comb.id for comb in run.combs if comb.contents == "honey"]
        if day.month in (7, 8) and len(full) > 6:
            kg = round(self.dice.uniform(0.9, 1.3), 1)
            said["honey"] = tuple(HoneyTaken(comb=comb, kg=kg) for comb in full[-2:])
        if day.month == 8 and day.day > 15:
            until = day + timedelta(days=42)
            said["treated"] = (Treated(what="strips", out_on=until.isoformat()),)
        if day.month == 9 and day.day < 16:
            said["fed"] = (Fed(kind="syrup", kg=float(self.dice.randint(2, 5))),)
        if self.dice.random() < 0.2:
            said["mites"] = (Mites(by="fallen-a-day", count=self.dice.randint(0, 9)),)
        brood = [comb.id for comb in run.combs if comb.contents == "brood"]
        if day.month == 5 and brood and self.dice.random() < 0.25:
            said["marks"] = (CombMark(comb=brood[0], queen_cells=self.dice.randint(1, 4)),)
        return said
