"""What a hive has against each of its troubles, measure by measure."""

from __future__ import annotations

from collections.abc import Callable
from typing import Literal

from pydantic import BaseModel, ConfigDict

from sabaka_core.base.sources import Mark
from sabaka_core.document.entrances import Entrance
from sabaka_core.document.run import Comb
from sabaka_core.hive.climate import local_day
from sabaka_core.hive.under import mesh_mm
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.tables import practice, records
from sabaka_core.run.apertures import opening_area_mm2
from sabaka_core.run.layout import Placed
from sabaka_core.run.settings import set_on

Pest = Literal["mites", "beetles", "ants", "wasps", "mice", "animals", "moth"]
PEST_WORDS: dict[Pest, str] = {
    "mites": "Mites",
    "beetles": "Beetles",
    "ants": "Ants",
    "wasps": "Wasps and hornets",
    "mice": "Mice",
    "animals": "Large animals",
    "moth": "Wax moth",
}


class Defence(BaseModel):
    """A row of data/pests.toml."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    pest: Pest
    what: str
    costs: str
    mark: Mark
    dates: tuple[str, ...] = ()
    held: tuple[str, ...] = ()


def measures() -> dict[str, Defence]:
    """Everything that can be had against a pest."""
    return records("pests", Defence)


def stands(hive: Whole, measure: str) -> bool | None:
    """Whether a hive has a measure; none where it means nothing to it."""
    return _CHECKS[measure](hive)


def _entrances(hive: Whole) -> list[Entrance]:
    return [each for chamber in hive.hive.chambers for each in chamber.entrances]


def _meshed(hive: Whole) -> bool:
    return any(high > low for low, high in map(mesh_mm, hive.chambers))


def _tray(hive: Whole) -> bool | None:
    under = [chamber.under for chamber in hive.hive.chambers]
    return any(each.tray != "none" or each.mite_board for each in under) if _meshed(hive) else None


def _oil(hive: Whole) -> bool | None:
    return any(chamber.under.tray != "none" for chamber in hive.hive.chambers) if _meshed(hive) else None


def _role(hive: Whole, role: str) -> bool | None:
    combs = [p.item for a in hive.chambers for p in a.layout.combs if isinstance(p.item, Comb)]
    return any(comb.role == role for comb in combs) if combs else None


def _high(hive: Whole) -> bool | None:
    high = practice("high_entrance").number / 100
    return any(
        entrance.is_open and entrance.height_mm >= high * a.section.height_mm
        for a in hive.chambers
        for entrance in a.chamber.entrances
    )


def _sun(hive: Whole) -> bool | None:
    siting = hive.hive.choices.siting
    return None if siting == "not-said" else siting == "sun"


def _covered(hive: Whole) -> bool | None:
    frames = [frame for a in hive.chambers for frame in a.frames]
    if not any(frame.mid_gap_mm > practice("bee_space").span[0] for frame in frames):
        return None
    return any(cover.kind in ("boards", "slats") for cover in hive.hive.covers)


def _no_board(hive: Whole) -> bool | None:
    found = _entrances(hive)
    return not any(each.landing_board for each in found) if found else None


def _moats(hive: Whole) -> bool | None:
    stand = hive.hive.stand
    return None if stand is None else stand.kind == "hung" or stand.moats


def _held(hive: Whole, measure: str, well: Callable[[list[Entrance]], bool]) -> bool | None:
    """Whether the entrances that are open are well set on each day that a measure is looked for; none without any."""
    days = [
        [
            each
            for each in (set_on(entrance, local_day(hive.hive, day)) for entrance in _entrances(hive))
            if each.is_open
        ]
        for day in measures()[measure].held
    ]
    return all(map(well, days)) if any(days) else None


def _small(hive: Whole) -> bool | None:
    """Whether what is open while wasps hunt is no more than a colony guards."""
    most = practice("guarded_entrance").number
    return _held(hive, "wasps-meet-small-doors", lambda found: sum(map(opening_area_mm2, found)) / 100 <= most)


def _guarded(hive: Whole) -> bool | None:
    """Whether each entrance that is open in the winter is too low for a mouse then, or has its guard on."""
    low = practice("mouse_guard").number + 1e-6
    return _held(
        hive, "mice-meet-guards", lambda found: all(each.mouse_guard or min(each.size_mm) <= low for each in found)
    )


def _raised(hive: Whole) -> bool | None:
    stand = hive.hive.stand
    if stand is None:
        return None
    return stand.kind == "hung" or stand.height_mm >= practice("out_of_reach").number


def _lid_held(hive: Whole) -> bool | None:
    roof = hive.hive.roof
    return None if roof is None else roof.opens.startswith("hinged")


def _no_comb_left(hive: Whole) -> bool | None:
    behind = [
        placed.item
        for a in hive.chambers
        for placed in a.layout.combs
        if not a.layout.in_nest(placed) and not any(_flies(a.layout.stretch(c.stretch), placed) for _, c in a.colonies)
    ]
    return not any(isinstance(item, Comb) and item.contents != "empty" for item in behind)


def _flies(stretch: tuple[float, float], placed: Placed) -> bool:
    low, high = stretch
    return low <= placed.middle_mm <= high


_CHECKS: dict[str, Callable[[Whole], bool | None]] = {
    "mites-fall-out": _meshed,
    "mites-are-counted": _tray,
    "mites-in-drone-comb": lambda hive: _role(hive, "drone"),
    "mites-stay-outside": _high,
    "mites-in-sun": _sun,
    "beetles-are-trapped": _covered,
    "beetles-fall-in-tray": _oil,
    "beetles-have-no-board": _no_board,
    "ants-meet-moats": _moats,
    "wasps-meet-small-doors": _small,
    "wasps-have-no-board": _no_board,
    "mice-meet-guards": _guarded,
    "animals-find-it-high": _raised,
    "animals-cant-lift-lid": _lid_held,
    "moth-finds-no-comb": _no_comb_left,
}
