"""What a lid rests on and opens by: battens, hinges, a stay, insulation on the covers, a strip over its joint."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from sabaka_core.hive.roof import hung_in_rim, roof_layers
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.lids import LID, WEATHER, WoodenLid
from sabaka_core.woodwork.naming import of_sort
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.solids import Prism, Span, brick, rect

# Where along a side its two hinges are.
_HINGED = (0.25, 0.75)


def battens(lid: WoodenLid, solids: list[Prism]) -> Iterator[Part]:
    """Strips inside the ends, on which the lid rests at its height."""
    wood, play = practice("lid_batten").number, practice("lid_play").number
    (x0, x1), meets = lid.x, lid.part.meets
    places = []
    for span, meet in (((x0, x0 + play + wood), meets[0]), ((x1 - play - wood, x1), meets[1])):
        if meet:
            continue
        foot = _resting(solids, span, lid.y, lid.part.top_mm, lid.eaves - wood)
        places.append((brick(span, lid.y, (foot, foot + wood)),))
    wide = wood + play
    yield Part(
        f"roof{lid.ident}-batten",
        f"Roof{lid.words}, batten",
        "Roof",
        len(places),
        lid.y[1] - lid.y[0],
        wide,
        wood,
        "softwood",
        "screwed inside the ends",
        note=f"its underside {lid.roof.overlap_mm:g} mm above the rim’s lower edge: the lid rests on it",
        places=tuple(places),
        thing=LID,
    )


def opens(lid: WoodenLid) -> Iterator[Part]:
    """Hinges under the rim, and a stay."""
    roof, size, thick = lid.roof, practice("hinge").number, practice("hinge_thick").number
    play, t = practice("lid_play").number, practice("lid_rim").number
    (x0, x1), (y0, y1) = lid.x, lid.y
    if roof.opens.startswith("hinged"):
        places = []
        for share in _HINGED:
            if roof.opens == "hinged-side":
                at = x0 + (x1 - x0) * share
                along = (at - size / 2, at + size / 2)
                leaf = brick(along, (y1 - play, y1 - play + thick), (lid.low - size / 2, lid.low))
                places.append((leaf, brick(along, (y1 - play + thick, y1 + t), (lid.low - thick, lid.low))))
            else:
                at, out = y0 + (y1 - y0) * share, not lid.part.meets[1]
                across = (at - size / 2, at + size / 2)
                wall, rim = (
                    ((x1 - play, x1 - play + thick), (x1 - play + thick, x1 + t))
                    if out
                    else ((x0 + play - thick, x0 + play), (x0 - t, x0 + play - thick))
                )
                leaf = brick(wall, across, (lid.low - size / 2, lid.low))
                places.append((leaf, brick(rim, across, (lid.low - thick, lid.low))))
        yield Part(
            f"lid{lid.ident}-hinge",
            f"Lid{lid.words}, hinge",
            "Bought",
            2,
            size,
            size,
            thick,
            "sheet metal",
            "screwed",
            note="of brass or stainless, one leaf on the box, one under the rim",
            places=tuple(places),
            thing=LID,
        )
    if roof.stay:
        length = (y1 - y0) / 2
        yield Part(
            f"lid{lid.ident}-stay",
            f"Lid{lid.words}, stay",
            "Bought",
            1,
            length,
            size / 4,
            thick,
            "sheet metal",
            note="from the rim’s inside to the box; locks when it is open",
            thing=LID,
        )


def under_it(lid: WoodenLid, solids: list[Prism]) -> Iterator[Part]:
    """Insulation that lies on the covers, inside the rim."""
    roof = lid.roof
    if roof.under != "insulation" or roof.under_mm <= 0:
        return
    clear = practice("lid_batten").number + 2 * practice("lid_play").number
    x = (lid.x[0] + clear, lid.x[1] - clear)
    foot = _resting(solids, x, lid.y, lid.part.top_mm, lid.eaves)
    solid = brick(x, lid.y, (foot, foot + roof.under_mm))
    size = (x[1] - x[0], lid.y[1] - lid.y[0], roof.under_mm)
    yield Part(
        f"under-roof{lid.ident}",
        f"Insulation under the roof{lid.words}",
        "Roof",
        1,
        *size,
        roof.under_of,
        of_sort(roof.under_of, "lies on the covers"),
        places=((solid,),),
        thing=LID,
    )


def joint(lid: WoodenLid) -> Iterator[Part]:
    """A strip over the joint of two parts, fixed to one."""
    strip, thick = practice("lid_joint").number, practice("lid_rim").number
    (y0, y1), t, x = lid.y, practice("lid_rim").number, lid.x[1]
    up = sum(layer.thickness_mm for layer in roof_layers(lid.roof) if layer not in hung_in_rim(lid.roof))
    if not any(layer.material in WEATHER for layer in roof_layers(lid.roof)):
        up += practice("roofing_felt").number
    foot = lid.eaves + up
    ring = rect((y0 - t, y1 + t), (foot, foot + thick))
    note = "over the joint, so that rain runs off it; fixed to one part"
    places = ((Prism(ring, (x - strip / 2, x + strip / 2)),),) if not lid.pitch else ()
    yield Part(
        "roof-joint",
        "Roof, strip over the joint",
        "Roof",
        1,
        y1 - y0 + 2 * t,
        strip,
        thick,
        "softwood",
        "screwed to one part",
        note=note,
        places=places,
        thing=LID,
    )


def _resting(solids: Iterable[Prism], x: Span, y: Span, low: float, high: float) -> float:
    """The height of what lies highest under a place, between two heights."""
    found = [
        prism.box[2][1]
        for prism in solids
        if prism.box[0][0] < x[1] - 1e-6
        and prism.box[0][1] > x[0] + 1e-6
        and prism.box[1][0] < y[1] - 1e-6
        and prism.box[1][1] > y[0] + 1e-6
        and low - 1.0 <= prism.box[2][1] <= high
    ]
    return max(found, default=low)
