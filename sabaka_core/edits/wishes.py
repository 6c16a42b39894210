"""Parts of a design that it needn't have until something in them is set: season, moving in, lifting, winter,
building."""

from __future__ import annotations

from sabaka_core.document.building import Building
from sabaka_core.document.hive import Hive, Stand
from sabaka_core.document.lifting import Lifting
from sabaka_core.document.moving import Moving
from sabaka_core.document.season import Season
from sabaka_core.document.wintering import Wintering
from sabaka_core.season.constants import Model, constants

_WISHES = {
    "season": Season,
    "moving": Moving,
    "lifting": Lifting,
    "wintering": Wintering,
    "building": Building,
    "stand": Stand,
}
_MODELS: dict[str, Model] = {"season": "season", "wintering": "winter"}


def wish_of(path: str) -> str | None:
    """Which of these parts a field lies in; None for any other field."""
    first = path.strip("/").split("/", 1)[0]
    return first if first in _WISHES else None


def with_wish(hive: Hive, name: str) -> Hive:
    """The hive with a part of that name: its own, or the usual one."""
    return hive if getattr(hive, name) is not None else hive.model_copy(update={name: _WISHES[name]()})


def constants_checked(hive: Hive, path: str) -> Hive:
    """The hive, once a constant of a model that was set lies in its range.

    Raises:
        ParameterError: at the constant's field.
    """
    name = wish_of(path)
    if name in _MODELS and "/constants/" in path:
        constants(dict(getattr(hive, name).constants), _MODELS[name])
    return hive


def season_of(hive: Hive) -> Season:
    """The design's season, or the usual one."""
    return hive.season or Season()


def moving_of(hive: Hive) -> Moving:
    """What the design says of moving in, or the usual."""
    return hive.moving or Moving()
