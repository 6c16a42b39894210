"""What a design has and the parts list doesn't make yet, by name: nothing is left out without a word."""

from __future__ import annotations

from collections.abc import Callable

from sabaka_core.document.chambers import Chamber, Layer
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Divider, Follower
from sabaka_core.document.sections import BarrelSection, CircleSection, SegmentSection
from sabaka_core.hive.materials import material_of

_HIVE: tuple[tuple[str, Callable[[Hive], bool]], ...] = (
    ("passages through the walls", lambda h: any(p.kind != "open" for p in h.passages)),
    ("the roof’s pitch: it is listed flat", lambda h: h.roof is not None and h.roof.kind != "flat"),
)
_CHAMBER: tuple[tuple[str, Callable[[Chamber], bool]], ...] = (
    ("door, which is at no wall yet", lambda c: c.rest.kind == "rods" and c.door == "none"),
    ("rods, and the spacers on door and front", lambda c: c.rest.kind == "rods"),
    ("boxes one by one: walls are listed in one height", lambda c: bool(c.boxes_mm)),
    ("battens of air gaps", lambda c: any(_is_air(x) for x in (*c.walls.sides, *c.walls.ends, *c.walls.floor))),
    ("trough", lambda c: c.litter.kind == "trough"),
    ("curved walls: they are listed as flat staves", lambda c: isinstance(c.section, BarrelSection | SegmentSection)),
    ("boards in the bore", lambda c: isinstance(c.section, CircleSection) and _has_boards(c)),
)


def _is_air(layer: Layer) -> bool:
    return material_of(layer.material).kind == "air"


def _has_boards(chamber: Chamber) -> bool:
    return any(isinstance(item, Follower | Divider) for item in chamber.run.items)


def not_made(hive: Hive) -> tuple[str, ...]:
    """Names of everything in a design of which no part is listed."""
    found = [name for name, has in _HIVE if has(hive)]
    found += [name for name, has in _CHAMBER if any(has(chamber) for chamber in hive.chambers)]
    if any(frame.kind == "bar" for frame in hive.comb_types if _in_supers(hive, frame.id)):
        found.append("bars of the supers")
    return tuple(found)


def _in_supers(hive: Hive, ident: str) -> bool:
    return any(each.comb_type == ident for each in hive.supers)
