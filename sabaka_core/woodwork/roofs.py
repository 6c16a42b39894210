"""The lid by its kind: rim, eaves and gables, boards and what lies on them, battens it rests on, what it opens by."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from math import cos, radians

from sabaka_core.base.units import UNSEEN_MM
from sabaka_core.document.chambers import Layer
from sabaka_core.document.hive import Roof
from sabaka_core.hive.roof import hung_in_rim, lid_parts, roof_layers
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.lids import LID, WEATHER, WoodenLid, between, lid_of, local
from sabaka_core.woodwork.naming import of_sort
from sabaka_core.woodwork.parts import BoredHole, Part
from sabaka_core.woodwork.roof_fittings import battens, joint, opens, under_it
from sabaka_core.woodwork.solids import Bore, Prism, Span, brick

_SHEET_MM, _LAPS_MM, _CAP_MM = 1.0, 15.0, 60.0
_SCREWED = "butt, screwed"


def roof_parts(whole: Whole, under: Iterable[Part]) -> Iterator[Part]:
    """The lid, over the boxes and over whatever of the parts under it reaches up into its rim."""
    solids = [prism for part in under for place in part.places for prism in place]
    roof = whole.hive.roof or Roof()
    lowest = min(part.top_mm for part in lid_parts(whole, whole.span_mm)) - roof.overlap_mm
    boxes = [prism.box for prism in solids if prism.box[2][1] > lowest]
    ys = [y for b in whole.boxes for y in b.y] + [y for _, across, _ in boxes for y in across]
    xs = [x for b in whole.boxes for x in b.x] + [x for along, _, _ in boxes for x in along]
    play = practice("lid_play").number
    x, y = (min(xs) - play, max(xs) + play), (min(ys) - play, max(ys) + play)
    parts = lid_parts(whole, x)
    for number, part in enumerate(parts):
        lid = lid_of(roof, part, y)
        yield from _rim(lid)
        yield from _top(lid)
        yield from battens(lid, solids)
        yield from opens(lid)
        yield from under_it(lid, solids)
        if number == 0 and len(parts) > 1 and part.meets[1]:
            yield from joint(lid)
    if roof.under == "feeder" and roof.under_mm > 0:
        wide = practice("feeder_jar_wide").number
        size = (roof.under_mm, wide, wide)
        note = "stands on the cover’s opening, upside down"
        yield Part("roof-feeder", "Feeder jar", "Bought", 1, *size, "tub", note=note, thing=LID)


def _rim(lid: WoodenLid) -> Iterator[Part]:
    """Long sides under the eaves, ends or gables between them, a lip where two parts meet, vents in the ends."""
    (x0, x1), t, meets = lid.x, practice("lid_rim").number, lid.part.meets
    yield from _sides(lid, (x0 - (0.0 if meets[0] else t), x1 + (0.0 if meets[1] else t)))
    spans = [s for s, meet in zip(((x0 - t, x0), (x1, x1 + t)), meets, strict=True) if not meet]
    if spans:
        yield _ends(lid, spans)
    if _vents(lid, len(spans))[2]:
        yield _vent_mesh(lid, spans)
    for span in [s for s, meet in zip(((x0, x0 + t), (x1 - t, x1)), meets, strict=True) if meet]:
        yield _lip(lid, span)


def _sides(lid: WoodenLid, over: Span) -> Iterator[Part]:
    """The rim's long sides, as high as the roof is there."""
    (y0, y1), t = lid.y, practice("lid_rim").number
    sides = [between(lid, *span, lid.low) for span in ((y0 - t, y0), (y1, y1 + t))]
    heights = [max(z for _, z in ring) - lid.low for ring in sides]
    alike = abs(heights[0] - heights[1]) < UNSEEN_MM
    groups = [(("", ""), (0, 1))] if alike else [(("-high", ", high"), (0,)), (("-low", ", low"), (1,))]
    for (key, word), which in groups:
        yield Part(
            f"roof{lid.ident}-side{key}",
            f"Roof{lid.words}, long side{word}",
            "Roof",
            len(which),
            over[1] - over[0],
            heights[which[0]],
            t,
            "softwood",
            _SCREWED,
            note=f"upper edge bevelled {lid.pitch:g}° to the roof’s slope" if lid.pitch else "",
            places=tuple((Prism(sides[i], over),) for i in which),
            thing=LID,
        )


def _ends(lid: WoodenLid, spans: Sequence[Span]) -> Part:
    """Ends or gables between the sides, bored for their vents."""
    (y0, y1), t = lid.y, practice("lid_rim").number
    ring, gable = between(lid, y0, y1, lid.low), lid.pitch > 0
    across, wide, number = _vents(lid, len(spans))
    z = _vent_up(lid, wide)
    up, middle = z - lid.low, (y0 + y1) / 2
    return Part(
        f"roof{lid.ident}-end",
        f"Roof{lid.words}, {'gable end' if gable else 'end'}",
        "Roof",
        len(spans),
        y1 - y0,
        max(z for _, z in ring) - lid.low,
        t,
        "softwood",
        _SCREWED,
        profile=local(ring, lid) if gable else (),
        note=f"pitch {lid.pitch:g}°, {lid.rises(y1) - lid.low:.1f} mm high at the eaves" if gable else "",
        places=tuple((Prism(ring, span),) for span in spans),
        bores=tuple(tuple(Bore((sum(s) / 2, y, z), (1.0, 0.0, 0.0), wide, t) for y in across) for s in spans)
        if number
        else (),
        holes=tuple(
            BoredHole("end", abs(y - middle), "middle", up, up, wide, wide, True, y - y0, f"vent {i}")
            for i, y in enumerate(across, 1)
        ),
        thing=LID,
    )


def _vent_mesh(lid: WoodenLid, spans: Sequence[Span]) -> Part:
    """Mesh outside over each vent."""
    across, wide, _ = _vents(lid, len(spans))
    half, z, places = wide / 2 + _LAPS_MM, _vent_up(lid, wide), list[tuple[Prism, ...]]()
    for span in spans:
        near = span[0] < sum(lid.x) / 2
        x = (span[0] - _SHEET_MM, span[0]) if near else (span[1], span[1] + _SHEET_MM)
        places += [(brick(x, (y - half, y + half), (z - half, z + half)),) for y in across]
    return Part(
        f"roof{lid.ident}-vent",
        f"Roof{lid.words}, vent: mesh",
        "Bought",
        len(places),
        2 * half,
        2 * half,
        _SHEET_MM,
        "mesh",
        "stapled",
        note="outside, over each hole in the rim",
        places=tuple(places),
        thing=LID,
    )


def _lip(lid: WoodenLid, span: Span) -> Part:
    """What stiffens a lid where it meets its other part."""
    (y0, y1), t = lid.y, practice("lid_rim").number
    foot = lid.eaves - practice("lid_ledge").number
    lip = between(lid, y0, y1, foot)
    return Part(
        f"roof{lid.ident}-lip",
        f"Roof{lid.words}, lip at the joint",
        "Roof",
        1,
        y1 - y0,
        max(z for _, z in lip) - foot,
        t,
        "softwood",
        "screwed",
        profile=local(lip, lid) if lid.pitch else (),
        places=((Prism(lip, span),),),
        thing=LID,
    )


def _vents(lid: WoodenLid, ends: int) -> tuple[list[float], float, int]:
    """Where across an end its vents are, how wide, and how many in all; as many in each end."""
    if lid.roof.vents == 0 or ends == 0:
        return [], 0.0, 0
    each = -(-lid.roof.vents // (lid.roof.parts * ends))
    y0, y1 = lid.y
    wide = min(practice("vent_hole").number, max(lid.roof.clearance_mm, practice("lid_ledge").number) / 2)
    return [y0 + (y1 - y0) * (i + 1) / (each + 1) for i in range(each)], wide, each * ends


def _vent_up(lid: WoodenLid, wide: float) -> float:
    """How high the vents' middles lie: under the ledge and what insulation lies inside the rim."""
    inside = sum(layer.thickness_mm for layer in hung_in_rim(lid.roof))
    return lid.eaves - inside - practice("lid_ledge").number / 2 - wide / 2


def _top(lid: WoodenLid) -> Iterator[Part]:
    """Boards and sheets over the rim, slope by slope; insulation inside it, level; roofing and a cap over the ridge."""
    roof, t, meets = lid.roof, practice("lid_rim").number, lid.part.meets
    (x0, x1), (y0, y1) = lid.x, lid.y
    drip = practice("roof_drip").number if lid.pitch else 0.0
    over = (x0 - (0.0 if meets[0] else t + drip), x1 + (0.0 if meets[1] else t + drip))
    lower, inside = lid.eaves, hung_in_rim(roof)
    within = (x0 + (t if meets[0] else 0.0), x1 - (t if meets[1] else 0.0))
    up = 0.0
    layers = roof_layers(roof)
    for number, layer in enumerate(layers, 1):
        name = f"Roof{lid.words}, {layer.material if roof.layers else 'top'}"
        ident = f"roof{lid.ident}-layer-{number}" if roof.layers else f"roof{lid.ident}-top"
        if layer in inside:
            place = ((brick(within, lid.y, (lower - layer.thickness_mm, lower)),),)
            size = (within[1] - within[0], y1 - y0, layer.thickness_mm)
            yield Part(
                ident,
                name,
                "Roof",
                1,
                *size,
                layer.material,
                of_sort(layer.material, ""),
                note="inside the rim",
                places=place,
                thing=LID,
            )
            lower -= layer.thickness_mm
            continue
        yield from _sloped(lid, ident, name, layer, over, drip, up)
        up += layer.thickness_mm
    if not any(layer.material in WEATHER for layer in layers):
        felt = Layer(material="felt", thickness_mm=practice("roofing_felt").number)
        yield from _sloped(lid, f"roof{lid.ident}-felt", f"Roof{lid.words}, roofing", felt, over, drip, up)
        up += felt.thickness_mm
    if lid.ridge is not None and roof.kind == "gabled":
        yield from _cap(lid, over, up)


def _sloped(lid: WoodenLid, ident: str, name: str, layer: Layer, over: Span, drip: float, up: float) -> Iterator[Part]:
    """One layer on top: a panel a slope, so far above the rim's top."""
    t, (y0, y1), lean = practice("lid_rim").number, lid.y, cos(radians(lid.pitch))
    left, right = y0 - t - drip, y1 + t + drip
    spans = [(left, right)] if lid.ridge is None or lid.roof.kind == "pent" else [(left, lid.ridge), (lid.ridge, right)]
    low, high = up / lean, (up + layer.thickness_mm) / lean
    places = []
    for a, b in spans:
        ring = ((a, lid.rises(a) + low), (b, lid.rises(b) + low), (b, lid.rises(b) + high), (a, lid.rises(a) + high))
        places.append((Prism(ring, over),))
    wide = (spans[0][1] - spans[0][0]) / lean
    bought = layer.material in ("felt", "sheet metal")
    boards = "of boards edge to edge" if layer.material == "softwood" else ""
    plumb = f"; both long edges plumb, bevelled {lid.pitch:g}°" if lid.pitch else ""
    note = "its edges turned down over the rim" if bought else (boards + plumb).lstrip("; ")
    yield Part(
        ident,
        name,
        "Bought" if bought else "Roof",
        len(places),
        over[1] - over[0],
        wide,
        layer.thickness_mm,
        layer.material,
        of_sort(layer.material, "nailed to the rim"),
        bevel_deg=0.0 if bought else lid.pitch,
        note=note,
        places=tuple(places),
        thing=LID,
    )


def _cap(lid: WoodenLid, over: Span, up: float) -> Iterator[Part]:
    """A strip of sheet metal bent over the ridge."""
    assert lid.ridge is not None
    lean, flaps = cos(radians(lid.pitch)), []
    low, high = up / lean, (up + _SHEET_MM) / lean
    for a, b in ((lid.ridge - _CAP_MM, lid.ridge), (lid.ridge, lid.ridge + _CAP_MM)):
        ring = ((a, lid.rises(a) + low), (b, lid.rises(b) + low), (b, lid.rises(b) + high), (a, lid.rises(a) + high))
        flaps.append(Prism(ring, over))
    yield Part(
        f"roof{lid.ident}-ridge",
        f"Roof{lid.words}, ridge cap",
        "Bought",
        1,
        over[1] - over[0],
        2 * _CAP_MM / lean,
        _SHEET_MM,
        "sheet metal",
        "nailed along both edges",
        note=f"bent to {180 - 2 * lid.pitch:g}°",
        places=(tuple(flaps),),
        thing=LID,
    )
