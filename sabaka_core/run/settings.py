"""Entrances as they are set on a day: what the keeper dated, each until its next date."""

from __future__ import annotations

from sabaka_core.document.chambers import Chamber
from sabaka_core.document.entrances import Dated, Entrance, Setting

_PLAIN: dict[Setting, str] = {"plugged": "plugged", "vent": "plugged"}


def dated_on(entrance: Entrance, day: str) -> Dated | None:
    """The last date up to a day of the year (month-day), the year going round; none where it has no dates."""
    if not entrance.dated:
        return None
    before = [each for each in entrance.dated if each.day <= day]
    return max(before or entrance.dated, key=lambda each: each.day)


def set_on(entrance: Entrance, day: str) -> Entrance:
    """An entrance as it is set on a day of the year; holes and slots know open and plugged alone."""
    dated = dated_on(entrance, day)
    if dated is None:
        return entrance
    setting = dated.setting if entrance.kind == "disc" else _PLAIN.get(dated.setting, "open")
    return entrance.model_copy(update={"setting": setting, "mouse_guard": dated.guard})


def chamber_on(chamber: Chamber, day: str, only: frozenset[int] | None = None) -> Chamber:
    """A chamber with its entrances as they are set on a day of the year: all of them, or ``only`` some by place."""
    if not any(each.dated for each in chamber.entrances):
        return chamber
    entrances = tuple(
        set_on(each, day) if only is None or index in only else each for index, each in enumerate(chamber.entrances)
    )
    return chamber.model_copy(update={"entrances": entrances})


def with_guard(entrance: Entrance, day: str, until: str) -> Entrance:
    """An entrance with its guard on from one day of the year to another; all else stays as it was dated."""

    def between(each: str) -> bool:
        return day <= each < until if day <= until else each >= day or each < until

    first, after = (set_on(entrance, each) for each in (day, until))
    dates = {
        each.day: each.model_copy(update={"guard": True}) if between(each.day) else each for each in entrance.dated
    }
    dates[day] = Dated(day=day, setting=first.setting, guard=True)
    dates.setdefault(until, Dated(day=until, setting=after.setting, guard=after.mouse_guard))
    return entrance.model_copy(update={"dated": tuple(dates[each] for each in sorted(dates))})
