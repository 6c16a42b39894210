"""What was found out of boards and frames, told as a chapter: the best first, what is left out, what was tried."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.quantity import Text, amount, count, kilograms, litres, text
from sabaka_core.brief.found import WISHES, Best, Found, Wish
from sabaka_core.hive.systems import SYSTEMS
from sabaka_core.kit.chapter import Chapter, Line, Table


def best_told(best: Best, wish: Wish) -> Chapter:
    """The chapter of a search."""
    shown = Table(
        key="best",
        title="Out of what is there",
        columns=("Hive", "combs", "room", "waste", "to buy", "heaviest comb"),
        lines=tuple(map(_line, best.found)),
    )
    left_out = Table(
        key="left-out",
        title="Left out",
        columns=("Hive", "why"),
        lines=tuple(Line(cells=(text(name[:1].upper() + name[1:]), text(f"{why}."))) for name, why in best.left_out),
        folded=True,
    )
    return Chapter(
        study="best",
        lead=text(f"Ranked by {WISHES[wish]}."),
        tried=text("{tried} hives were tried, each with a cut plan.", tried=count(best.tried)),
        tables=(shown, left_out),
        notes=(
            "Plain walls of one board each; stand, supers and insulation are left for later.",
            "“To buy” is what the cut plan buys; the bound says how much less any plan could cost, strip by strip.",
        ),
    )


def _line(each: Found) -> Line:
    words = SYSTEMS[each.hive.system]
    missing = f"no board makes its {each.plan.too_long[0].lower()}" if each.plan.too_long else ""
    bought = text(missing) if missing else amount(round(each.plan.cost, 2), "number")
    return Line(
        key=each.key,
        cells=(
            text(words[:1].upper() + words[1:]),
            count(each.combs),
            litres(each.litres),
            amount(round(100 * each.waste), "%"),
            bought,
            kilograms(each.comb_kg),
        ),
        notes=tuple(_notes(each)),
        good=not each.bought,
    )


def _notes(each: Found) -> Iterator[Text]:
    """What is bought at the least, and the one board that would do most."""
    if not each.plan.too_long:
        bound = amount(round(each.plan.bound + each.plan.sheet_cost, 2), "number")
        yield text("No plan of these strips costs under {bound}.", bound=bound)
    if each.better:
        yield text(each.better)
