"""Every part of a hive, and the check that they go together: nothing in another part's way, nothing loose in the air."""

from __future__ import annotations

from dataclasses import dataclass

from sabaka_core.analysis import main_box
from sabaka_core.document.hive import Hive
from sabaka_core.whole import whole
from sabaka_core.woodwork.around import roof_parts, stand_parts, super_parts
from sabaka_core.woodwork.boxes import box_parts
from sabaka_core.woodwork.fittings import carrier_parts, cover_parts, follower_parts, lining_parts
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.solids import Prism, apart_mm

TOLERANCE_MM = 0.5


@dataclass(frozen=True)
class Clash:
    """Two parts that lie in each other, or one that touches nothing [mm]."""

    kind: str
    first: str
    second: str
    by_mm: float


def parts_of_hive(hive: Hive) -> tuple[Part, ...]:
    """All parts of a design that can be cut, those that are alike as one.

    Raises:
        ParameterError: sizes that can't be built.
    """
    return tuple(part for part in reckoned_parts(hive) if part.has_size)


def without_size(hive: Hive) -> tuple[Part, ...]:
    """Parts that the design asks for and that come out with nothing between two of their faces."""
    return tuple(part for part in reckoned_parts(hive) if not part.has_size)


def reckoned_parts(hive: Hive) -> tuple[Part, ...]:
    """All parts of a design, those included that no board could give."""
    everything = whole(hive)
    found: list[Part] = []
    for a in everything.chambers:
        found += [*box_parts(a), *carrier_parts(a), *follower_parts(a), *lining_parts(a), *cover_parts(a)]
    found += [
        *super_parts(everything),
        *roof_parts(everything, found),
        *stand_parts(everything.chambers[main_box(hive)], everything),
    ]
    return tuple(part for part in found if part.count > 0)


def placed_prisms(parts: tuple[Part, ...]) -> list[tuple[str, int, Prism]]:
    """Every solid that has its place, with its part's name and the copy's number."""
    return [(part.id, number, prism) for part in parts for number, copy in enumerate(part.places) for prism in copy]


def clashes(parts: tuple[Part, ...]) -> tuple[Clash, ...]:
    """Parts that lie in each other by more than half a millimetre, and parts that touch nothing."""
    solids = sorted(placed_prisms(parts), key=lambda s: s[2].x[0])
    found: dict[tuple[str, str], float] = {}
    touched: set[tuple[str, int]] = set()
    active: list[int] = []
    for index, (name, number, prism) in enumerate(solids):
        active = [i for i in active if solids[i][2].x[1] > prism.x[0] - TOLERANCE_MM - 1e-6]
        for other in active:
            other_name, other_number, other_prism = solids[other]
            if (other_name, other_number) == (name, number) or not _near(prism, other_prism):
                continue
            gap = apart_mm(prism, other_prism)
            if gap < -TOLERANCE_MM:
                key = (min(name, other_name), max(name, other_name))
                found[key] = max(found.get(key, 0.0), -gap)
            if gap <= TOLERANCE_MM:
                touched |= {(name, number), (other_name, other_number)}
        active.append(index)
    loose = {name for name, number, _ in solids if (name, number) not in touched}
    return (
        *(Clash("overlap", first, second, round(by, 2)) for (first, second), by in sorted(found.items())),
        *(Clash("gap", name, "", 0.0) for name in sorted(loose)),
    )


def _near(one: Prism, other: Prism) -> bool:
    return all(
        a[0] <= b[1] + TOLERANCE_MM and b[0] <= a[1] + TOLERANCE_MM
        for a, b in zip(one.box[1:], other.box[1:], strict=True)
    )


def total_kg(parts: tuple[Part, ...]) -> float:
    """Mass of all parts [kg]."""
    return sum(part.kg * part.count for part in parts)
