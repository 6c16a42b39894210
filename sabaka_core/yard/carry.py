"""What to carry to the yard: for all that is due there on a day, one walk."""

from __future__ import annotations

from collections.abc import Iterable

from sabaka_core.base.quantity import Value
from sabaka_core.kit.tables import table
from sabaka_core.yard.due import Due

_ALWAYS = "always"


class Carry(Value):
    """One thing to carry, and the hives that it is for; none where it is for all."""

    what: str
    hives: tuple[str, ...]


def carry(wanted: Iterable[tuple[str, Due]], today: str) -> tuple[Carry, ...]:
    """What to carry for everything that is due by a day, what is always carried first.

    Args:
        wanted: what is due, each with the name of its hive.
    """
    rows = table("carry")
    found: dict[str, list[str]] = {}
    for hive, each in wanted:
        what = each.bring or (rows[each.kind].what if each.kind in rows else "")
        if what and each.day <= today:
            hives = found.setdefault(what, [])
            if hive not in hives:
                hives.append(hive)
    things = (Carry(what=what, hives=tuple(hives)) for what, hives in sorted(found.items()))
    return (Carry(what=rows[_ALWAYS].what, hives=()), *things)
