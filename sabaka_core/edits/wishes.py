"""Parts of a design that it needn't have until something in them is set: season, moving in, lifting, winter,
building, stand, roof."""

from __future__ import annotations

from collections.abc import Callable

from sabaka_core.document.bait import BaitBox
from sabaka_core.document.building import Building
from sabaka_core.document.hive import Hive, Roof, Stand
from sabaka_core.document.lifting import Lifting
from sabaka_core.document.moving import Moving
from sabaka_core.document.season import Season
from sabaka_core.document.wintering import Wintering

_WISHES = {
    "season": Season,
    "moving": Moving,
    "lifting": Lifting,
    "wintering": Wintering,
    "building": Building,
    "stand": Stand,
    "bait": BaitBox,
    "roof": Roof,
}
# What a part is held to besides its own bounds, by the beginning of the fields that this is asked of.
_CHECKS: dict[str, Callable[[Hive], object]] = {}


def checks(fields: str) -> Callable[[Callable[[Hive], object]], Callable[[Hive], object]]:
    """Register a check of the design that is made when one of these fields is set; it refuses by raising."""

    def register(check: Callable[[Hive], object]) -> Callable[[Hive], object]:
        _CHECKS[fields] = check
        return check

    return register


def wish_of(path: str) -> str | None:
    """Which of these parts a field lies in; None for any other field."""
    first = path.strip("/").split("/", 1)[0]
    return first if first in _WISHES else None


def with_wish(hive: Hive, name: str) -> Hive:
    """The hive with a part of that name: its own, or the usual one."""
    return hive if getattr(hive, name) is not None else hive.model_copy(update={name: _WISHES[name]()})


def checked(hive: Hive, path: str) -> Hive:
    """The hive, once what was registered for a field that was set lets it pass.

    Raises:
        ParameterError: at the field that doesn't.
    """
    for fields, check in _CHECKS.items():
        if path.startswith(fields):
            check(hive)
    return hive


def season_of(hive: Hive) -> Season:
    """The design's season, or the usual one."""
    return hive.season or Season()


def moving_of(hive: Hive) -> Moving:
    """What the design says of moving in, or the usual."""
    return hive.moving or Moving()
