"""What each change would save, tried one by one; and the same hive in other walls."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

from sabaka_core.base.errors import SabakaError
from sabaka_core.document.chambers import Layer
from sabaka_core.document.hive import Hive, Roof
from sabaka_core.document.run import Follower, Gap
from sabaka_core.document.season import Season
from sabaka_core.document.wintering import Wintering
from sabaka_core.edits.action import Bench
from sabaka_core.edits.closing import with_chamber
from sabaka_core.hive.analysis import Analysis, analyse
from sabaka_core.hive.materials import conductivity
from sabaka_core.winter.edits import INSULATES, CladWalls, InsulateTop, doubled_top
from sabaka_core.winter.heat import Winter, winter_of

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
    top, walls = InsulateTop(), CladWalls()
    yield _label(doubled_top(hive), hive.roof), top.model_dump(), top.apply(hive, Bench(box)), wintering
    yield "Clad the walls with 20 mm of cork", walls.model_dump(), walls.apply(hive, Bench(box)), wintering
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


def _label(layers: tuple[Layer, ...], now: Roof | None) -> str:
    if now and any(conductivity(layer.material) < INSULATES for layer in now.layers):
        thick = sum(layer.thickness_mm for layer in layers if conductivity(layer.material) < INSULATES)
        return f"Double the top’s insulation, to {thick:.0f} mm"
    return "Insulate the top with 40 mm of wood fibre"


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
