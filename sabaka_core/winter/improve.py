"""What each change would save, tried one by one; and the same hive in other walls."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

from sabaka_core.analysis import Analysis, analyse
from sabaka_core.document.chambers import Layer
from sabaka_core.document.hive import Hive, Roof
from sabaka_core.document.run import Follower, Gap
from sabaka_core.document.season import Season
from sabaka_core.document.wintering import Wintering
from sabaka_core.edits.closing import with_chamber
from sabaka_core.errors import SabakaError
from sabaka_core.materials import conductivity
from sabaka_core.winter.heat import Winter, winter_of

_WOOL = Layer(material="wood fibre", thickness_mm=40.0)
_CORK = Layer(material="cork", thickness_mm=20.0)
WALLS: dict[str, tuple[Layer, ...]] = {
    "Board, 22 mm": (Layer(material="softwood", thickness_mm=22.0),),
    "Doubled board, 44 mm": (Layer(material="softwood", thickness_mm=44.0),),
    "Sandwich: 12 mm ply, 40 mm foam, 12 mm ply": (
        Layer(material="plywood", thickness_mm=12.0),
        Layer(material="xps", thickness_mm=40.0),
        Layer(material="plywood", thickness_mm=12.0),
    ),
    "Log, 80 mm": (Layer(material="log", thickness_mm=80.0),),
}


@dataclass(frozen=True)
class Saving:
    """A change: honey it saves over the winter [kg], and the edit that makes it."""

    label: str
    edit: dict[str, Any]
    saves_kg: float
    honey_kg: float
    wet_days: int


@dataclass(frozen=True)
class OtherWalls:
    """The same hive in other walls."""

    name: str
    ua: float
    honey_kg: float
    wet_days: int


def wet_days(winter: Winter) -> int:
    """Winter days on which any face is wetted."""
    return sum(bool(day.wet) for day in winter.clustered)


def savings(
    hive: Hive, box: int, season: Season, wintering: Wintering, combs: int | None, now: Winter
) -> tuple[Saving, ...]:
    """Changes that save honey, the one that saves most first."""
    found: list[Saving] = []
    for label, edit, changed, ways in _tries(hive, box, wintering, now):
        try:
            other = winter_of(analyse(changed, box), season, ways, combs)
        except SabakaError:
            continue
        saved = now.honey_kg - other.honey_kg
        if saved > 0.01:
            found.append(Saving(label, edit, saved, other.honey_kg, wet_days(other)))
    return tuple(sorted(found, key=lambda saving: -saving.saves_kg))


def _tries(
    hive: Hive, box: int, wintering: Wintering, now: Winter
) -> Iterator[tuple[str, dict[str, Any], Hive, Wintering]]:
    chamber = hive.chambers[box]
    for index, item in enumerate(chamber.run.items):
        at = f"/chambers/{box}/run/items/{index}"
        if isinstance(item, Gap) and item.purpose != "straw" and item.length_mm > 20:
            changed = item.model_copy(update={"purpose": "straw"})
            yield (
                f"Fill the gap of {item.length_mm:.0f} mm with straw or chips",
                {"do": "set", "path": f"{at}/purpose", "text": "straw"},
                _with_item(hive, box, index, changed),
                wintering,
            )
        if isinstance(item, Follower) and not item.insulated:
            yield (
                f"Insulate the {item.side} follower, 20 mm of cork",
                {"do": "set", "path": f"{at}/insulated", "text": "yes"},
                _with_item(hive, box, index, item.model_copy(update={"insulated": True})),
                wintering,
            )
    yield (*_thicker_top(hive), wintering)
    yield (*_thicker_walls(hive, box), wintering)
    combs = now.run.combs
    if combs > 3 and any(isinstance(item, Follower) for item in chamber.run.items):
        fewer = wintering.model_copy(update={"combs": combs - 1})
        yield (
            f"Winter on {combs - 1} combs",
            {"do": "set", "path": "/wintering/combs", "text": str(combs - 1)},
            hive,
            fewer,
        )
    other = wintering.model_copy(update={"school": "sealed"})
    if wintering.school == "vented":
        yield "Seal the top", {"do": "set", "path": "/wintering/school", "text": "sealed"}, hive, other


def _with_item(hive: Hive, box: int, index: int, item: Gap | Follower) -> Hive:
    chamber = hive.chambers[box]
    items = (*chamber.run.items[:index], item, *chamber.run.items[index + 1 :])
    return with_chamber(hive, box, chamber.model_copy(update={"run": chamber.run.model_copy(update={"items": items})}))


def doubled_top(hive: Hive) -> tuple[Layer, ...]:
    """The roof's layers with its insulation doubled, or 40 mm of wood fibre where it has none."""
    layers = (
        hive.roof.layers
        if hive.roof is not None and hive.roof.layers
        else (Layer(material="softwood", thickness_mm=20.0),)
    )
    insulating = [layer for layer in layers if conductivity(layer.material) < 0.1]
    if not insulating:
        return (_WOOL, *layers)
    return tuple(
        layer.model_copy(update={"thickness_mm": min(layer.thickness_mm * 2, 500.0)}) if layer in insulating else layer
        for layer in layers
    )


def _thicker_top(hive: Hive) -> tuple[str, dict[str, Any], Hive]:
    layers = doubled_top(hive)
    roof = (hive.roof or Roof()).model_copy(update={"layers": layers})
    thick = sum(layer.thickness_mm for layer in layers if conductivity(layer.material) < 0.1)
    return (
        f"Double the top’s insulation, to {thick:.0f} mm"
        if hive.roof and any(conductivity(x.material) < 0.1 for x in hive.roof.layers)
        else "Insulate the top with 40 mm of wood fibre",
        {"do": "insulate-top"},
        hive.model_copy(update={"roof": roof}),
    )


def _thicker_walls(hive: Hive, box: int) -> tuple[str, dict[str, Any], Hive]:
    chamber = hive.chambers[box]
    walls = chamber.walls
    thicker = walls.model_copy(update={"sides": (*walls.sides, _CORK), "ends": (*walls.ends, _CORK)})
    return (
        "Clad the walls with 20 mm of cork",
        {"do": "clad-walls"},
        with_chamber(hive, box, chamber.model_copy(update={"walls": thicker})),
    )


def clad(hive: Hive, box: int) -> Hive:
    """The hive with its walls clad in cork."""
    return _thicker_walls(hive, box)[2]


def topped(hive: Hive) -> Hive:
    """The hive with its top's insulation doubled."""
    return _thicker_top(hive)[2]


def other_walls(a: Analysis, season: Season, wintering: Wintering, combs: int | None) -> tuple[OtherWalls, ...]:
    """The same hive in walls of other build, sides and ends alike."""
    found = []
    chamber = a.chamber
    for name, layers in WALLS.items():
        walls = chamber.walls.model_copy(update={"sides": layers, "ends": layers})
        hive = with_chamber(a.hive, a.box, chamber.model_copy(update={"walls": walls}))
        winter = winter_of(analyse(hive, a.box), season, wintering, combs)
        found.append(OtherWalls(name, winter.shell.ua, winter.honey_kg, wet_days(winter)))
    return tuple(found)
