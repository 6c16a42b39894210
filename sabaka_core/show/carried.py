"""What to bring to a visit: feed as it is bought, and what each thing to do asks for."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from math import ceil

from sabaka_core.base.dates import YEAR, day_of_year, iso, short
from sabaka_core.base.quantity import Quantity, Text, amount, kilograms, text
from sabaka_core.document.run import Feeder
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.boards import feeder_size
from sabaka_core.kit.chapter import Doing, Occasion
from sabaka_core.kit.tables import practice
from sabaka_core.season.planned import Plan, VisitDay
from sabaka_core.season.weather import weather_of

# A feeder is filled a little more rather than once more.
_NEARLY = 0.05
_WHY = "One walk to the hive, and one back."


def feed_words(kg: float, plan: Plan, a: Analysis, day: int) -> Text:
    """So many kilograms of stores as they are bought and mixed, and by when."""
    sugar = kg * practice("sugar_for_stores").number
    thick = sugar / practice("syrup_thick").number
    fondant = sugar / practice("fondant_sugar").number
    values = {
        "kg": kilograms(kg),
        "sugar": kilograms(sugar),
        "thick": amount(thick, "L"),
        "fondant": kilograms(fondant),
    }
    fillings = ""
    litres = _feeder_l(a)
    if litres > 0:
        number = max(ceil(thick / litres - _NEARLY), 1)
        fillings = f", {number} filling{'' if number == 1 else 's'} of its feeder of {{feeder}}"
        values["feeder"] = amount(litres, "L")
    last = last_syrup_day(plan, day)
    if last is None:
        words = "Feed {kg} of stores: too cold for syrup by now, so {fondant} of fondant right over the bees."
        return text(words, kg=values["kg"], fondant=values["fondant"])
    words = (
        f"Feed {{kg}} of stores: {{sugar}} of sugar as {{thick}} of syrup 2:1{fillings}, by {short(last)}; later "
        "{fondant} of fondant."
    )
    return text(words, **values)


def last_syrup_day(plan: Plan, day: int) -> int | None:
    """The last day before the cold on which bees still take syrup; none where that is over by then."""
    weekly, least = weather_of(plan.season).weekly_c, practice("syrup_least").number
    if weekly[day_of_year(day)] < least:
        return None
    # To the end of the warm stretch that the day lies in.
    return next(
        (each - 1 for each in range(day, day + YEAR // 2) if weekly[day_of_year(each)] < least), day + YEAR // 2
    )


def _feeder_l(a: Analysis) -> float:
    """Litres of the feeders that hang in the run."""
    return sum(feeder_size(a, item).litres for item in a.chamber.run.items if isinstance(item, Feeder))


def with_carried(occasions: Iterable[Occasion], plan: Plan, a: Analysis) -> Iterator[Occasion]:
    """Every occasion with what to bring said first, where anything is."""
    visits = {iso(visit.day): visit for visit in plan.visits}
    for each in occasions:
        visit = visits.get(each.day)
        things = [*(_of_visit(visit, plan, a) if visit else ()), *_of_doings(each.doings)]
        if not things:
            yield each
            continue
        template = "Bring " + ", ".join(template for template, _ in things) + "."
        values: dict[str, Quantity] = {}
        for _, found in things:
            values |= found
        carry = Doing(id="carry", words=text(template, **values), why=_WHY)
        yield each.model_copy(update={"doings": (carry, *each.doings)})


def _of_visit(visit: VisitDay, plan: Plan, a: Analysis) -> Iterator[tuple[str, dict[str, Quantity]]]:
    for step in visit.steps:
        number = round(step.amount)
        several = "" if number == 1 else "s"
        match step.kind:
            case "add":
                yield f"{number} {a.place_word}{several}", {}
            case "take":
                yield f"a covered box for {number} comb{several}", {}
            case "contract" if number > 0:
                yield f"a tight box for {number} comb{several}", {}
            case "open":
                yield "what is put on or opened", {}
            case "feed":
                sugar = step.amount * practice("sugar_for_stores").number
                if last_syrup_day(plan, visit.day) is None:
                    yield "{fondant} of fondant", {"fondant": kilograms(sugar / practice("fondant_sugar").number)}
                else:
                    yield "{syrup} of syrup", {"syrup": amount(sugar / practice("syrup_thick").number, "L")}
            case _:
                pass


def _of_doings(doings: Iterable[Doing]) -> Iterator[tuple[str, dict[str, Quantity]]]:
    for doing in doings:
        if doing.id == "drone-in":
            yield "the drone comb", {}
        elif doing.id.startswith("entrance-") and "guard on" in doing.words.template:
            yield "a mouse guard", {}
        elif doing.id == "bait-up":
            yield "the bait box, a rope", {}
