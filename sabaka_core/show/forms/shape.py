"""What can be set about the shape: section, what the box is sized by, walls, rest, litter."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.quantity import Quantity
from sabaka_core.document.sections import (
    TRAPEZOID_FIELDS,
    BarrelSection,
    CircleSection,
    PolygonSection,
    RectangleSection,
    Section,
    SegmentSection,
    TrapezoidSection,
)
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.forms import ChoiceField, FieldGroup, FormField, Option, SizeField
from sabaka_core.show.forms.fields import choice, size

_SIZES = {
    "top_mm": ("Top width", "Inside width at the underside of the bars."),
    "floor_mm": ("Floor width", "Inside width on the floor."),
    "height_mm": ("Height", "From the underside of the bars to the floor, plumb."),
    "slope_deg": ("Slope", "How far the side wall leans in from plumb."),
    "face_mm": ("Inside face", "Length of the side wall's inside face, bars to floor."),
}
_HOLDS: tuple[tuple[str, str, str], ...] = (
    ("top_mm", "height_mm", "slope_deg"),
    ("top_mm", "floor_mm", "height_mm"),
    ("top_mm", "slope_deg", "face_mm"),
    ("top_mm", "height_mm", "face_mm"),
    ("top_mm", "floor_mm", "face_mm"),
    ("top_mm", "floor_mm", "slope_deg"),
    ("floor_mm", "height_mm", "slope_deg"),
    ("floor_mm", "height_mm", "face_mm"),
    ("floor_mm", "slope_deg", "face_mm"),
)
_KINDS: tuple[tuple[str, str, str], ...] = (
    ("trapezoid", "leaning straight walls", "Follows a hanging comb; both long edges of a side are bevelled."),
    ("rectangle", "upright walls", "Simplest to build; what every frame needs."),
    ("polygon", "walls of several facets", "Half an octagon, or any wall of straight boards."),
    ("barrel", "half a barrel", "Half an ellipse hanging from the bars: staves, or a split drum."),
    ("segment", "a segment of a circle", "A pipe or a hollowed log cut by the bars’ plane."),
    ("circle", "a whole bore", "A log: comb is fixed to it, or hung from bars across its end."),
)


def shape_forms(a: Analysis) -> tuple[FieldGroup, ...]:
    """The groups on the section and the box."""
    return (_section(a), _sized_by(a), _box(a))


def _section(a: Analysis) -> FieldGroup:
    section = a.chamber.section
    fields: list[FormField] = [_kind(a, section), *_sizes(a, section)]
    if a.chamber.axis == "lying" and isinstance(section, RectangleSection):
        fields.append(
            choice(
                f"{a.path}/combs",
                "Combs hang",
                a.chamber.combs,
                ("across", "across the hive", "The run goes along it; from the side one hand reaches past the other."),
                ("along", "along the hive", "The run goes across it; from either side both hands reach alike."),
            )
        )
    if isinstance(section, CircleSection | RectangleSection) and a.hive.system == "tree-cavity":
        fields.append(_lies(a))
    return FieldGroup(id="section", title="Section", fields=tuple(fields))


def _lies(a: Analysis) -> ChoiceField:
    """Whether a log or column stands or lies; how many combs it holds follows."""
    ways = (
        ("standing", "standing", "As a hollow tree does: tall comb, the queen goes up in spring and stores above."),
        ("lying", "lying", "Combs are reached from an end; many short ones."),
    )
    return ChoiceField(
        path=f"{a.path}/axis",
        label="The log is",
        value=a.chamber.axis,
        options=tuple(
            Option(value=axis, label=words, why=why, edit={"do": "turn-log", "axis": axis}) for axis, words, why in ways
        ),
    )


def _kind(a: Analysis, section: Section) -> ChoiceField:
    """The kind of section, each with the edit that turns this one into it, as wide and as high."""
    top, height = round(max(a.section.top_mm, 40.0), 1), round(a.section.height_mm, 1)
    if a.chamber.axis == "standing" or a.chamber.combs == "along":
        kinds = [k for k in _KINDS if k[0] in ("rectangle", "circle")]
        top, height = round(a.section.top_mm, 1), round(a.run_mm, 1)
    else:
        kinds = list(_KINDS)
    return ChoiceField(
        path=f"{a.path}/section/kind",
        label="Walls are",
        value=section.kind,
        options=tuple(
            Option(value=kind, label=label, why=why, edit={"do": "section", "section": _like(kind, top, height)})
            for kind, label, why in kinds
        ),
    )


def _like(kind: str, top: float, height: float) -> dict[str, object]:
    match kind:
        case "trapezoid":
            return {"kind": kind, "top_mm": top, "height_mm": height, "slope_deg": 20.0 if top > height else 8.0}
        case "rectangle":
            return {"kind": kind, "width_mm": top, "height_mm": height}
        case "polygon":
            # Half a regular octagon is as wide as its facets ask; scaled to the height.
            profile = [(0.5, 0.0), (0.5, 0.4), (0.2071, 1.0)]
            points = [{"half_width_mm": round(x * top, 1), "depth_mm": round(d * height, 1)} for x, d in profile]
            return {"kind": kind, "profile": points}
        case "barrel":
            return {"kind": kind, "top_mm": top, "height_mm": height}
        case "segment":
            # The circle through both ends of the bars' plane and the lowest point.
            radius = (top * top / 4 + height * height) / (2 * height)
            return {"kind": kind, "radius_mm": round(radius, 1), "height_mm": height}
        case _:
            return {"kind": kind, "diameter_mm": top}


def _sizes(a: Analysis, section: Section) -> list[FormField]:
    at = f"{a.path}/section"
    match section:
        case TrapezoidSection():
            return _trapezoid(a, section)
        case RectangleSection():
            return _rectangle(a, section)
        case BarrelSection():
            return [
                size(f"{at}/top_mm", "Top width", section.top_mm, _SIZES["top_mm"][1]),
                size(f"{at}/height_mm", "Height", section.height_mm, "From the bars to the lowest point."),
            ]
        case SegmentSection():
            return [
                size(f"{at}/radius_mm", "Radius", section.radius_mm, "Of the whole circle, inside."),
                size(f"{at}/height_mm", "Height", section.height_mm, "From the bars’ plane to the lowest point."),
            ]
        case CircleSection():
            far = section.far_diameter_mm or section.diameter_mm
            ends = (
                ("at the top", "at the foot") if a.chamber.axis == "standing" else ("at the near end", "at the far end")
            )
            return [
                size(f"{at}/diameter_mm", f"Bore {ends[0]}", section.diameter_mm, "Inside diameter."),
                size(f"{at}/far_diameter_mm", f"Bore {ends[1]}", far, "Another one when the log tapers."),
            ]
        case PolygonSection():
            fields: list[FormField] = []
            for index, point in enumerate(section.profile):
                fields.append(
                    size(f"{at}/profile/{index}/half_width_mm", f"Point {index + 1}, half-width", point.half_width_mm)
                )
                if index:
                    fields.append(size(f"{at}/profile/{index}/depth_mm", f"Point {index + 1}, deep", point.depth_mm))
            return fields


def _trapezoid(a: Analysis, section: TrapezoidSection) -> list[FormField]:
    assert a.trapezoid is not None
    solved = a.trapezoid
    fields: list[FormField] = [
        size(f"{a.path}/section/{name}", label, solved.size(name), gloss, name in section.given)
        for name, (label, gloss) in _SIZES.items()
    ]
    fields.append(
        ChoiceField(
            path="hold",
            label="Held sizes",
            value=_hold_key(section.given),
            gloss="Three sizes are held; the other two follow from them.",
            options=tuple(
                Option(
                    value=_hold_key(names),
                    label=", ".join(_SIZES[name][0].lower() for name in _ordered(names)),
                    why="",
                    edit={"do": "hold", "sizes": list(names)},
                )
                for names in _holds(a)
            ),
        )
    )
    return fields


def _rectangle(a: Analysis, section: RectangleSection) -> list[FormField]:
    at = f"{a.path}/section"
    if a.chamber.axis == "standing":
        return [
            size(f"{at}/width_mm", "Wide", section.width_mm, "Inside, along the bars."),
            size(f"{at}/height_mm", "Deep along the run", section.height_mm, "Inside, across the bars."),
        ]
    return [
        size(f"{at}/width_mm", "Width", section.width_mm, "Inside width, the same from top to floor."),
        size(f"{at}/height_mm", "Height", section.height_mm, "From the bars, or a framed box’s rim, to the floor."),
    ]


def _ordered(names: tuple[str, ...]) -> tuple[str, ...]:
    return tuple(name for name in TRAPEZOID_FIELDS if name in names)


def _hold_key(names: tuple[str, ...]) -> str:
    return "+".join(_ordered(names))


def _holds(a: Analysis) -> Iterator[tuple[str, ...]]:
    upright = a.trapezoid is not None and abs(a.trapezoid.slope_deg) < 1e-9
    for names in _HOLDS:
        if not (upright and set(names) == {"top_mm", "floor_mm", "slope_deg"}):
            yield names


def _sized_by(a: Analysis) -> FieldGroup:
    """One is given and the others follow: combs, litres, or the board a side comes out of."""
    fields: list[FormField] = []
    if a.layout.combs and not a.cavity.varies:
        number = Quantity(value=len(a.layout.combs), unit="count")
        fields.append(_by("combs", "Combs it should hold", number, "The run becomes as long as they ask."))
    litres = Quantity(value=a.volumes.whole_l, unit="L")
    fields.append(_by("litres", "Room it should hold", litres, "Length, or a standing cavity’s height, gives way."))
    if a.chamber.axis == "lying" and not a.cavity.varies and a.layout.combs:
        long = Quantity(value=a.run_mm + 2 * a.end_mm, unit="mm")
        words = "As many combs as go in, followers and a feeder’s room kept."
        fields.append(_by("length", "Sides out of a board this long", long, words))
    if a.trapezoid is not None and a.chamber.axis == "lying":
        board = Quantity(value=a.trapezoid.board_width_mm(a.side_mm), unit="mm")
        fields.append(
            _by("board", "Sides out of a board this wide", board, "The height gives way; slope and top stay.")
        )
    return FieldGroup(id="sized-by", title="Size it by", fields=tuple(fields))


def _by(what: str, label: str, quantity: Quantity, gloss: str) -> SizeField:
    return SizeField(
        path=f"size-{what}",
        label=label,
        quantity=quantity,
        held=False,
        gloss=gloss,
        edit={"do": "size-box", "by": what},
    )


def _box(a: Analysis) -> FieldGroup:
    chamber, walls = a.chamber, f"{a.path}/walls"
    standing, measured = chamber.axis == "standing", "Actual thickness as measured, not the nominal one."
    fields: list[FormField] = [
        size(
            f"{a.path}/length_mm",
            "Height inside" if standing else "Inside length",
            chamber.length_mm,
            "From the bars to the floor." if standing else "Between the end walls.",
        ),
        size(f"{walls}/sides/0/thickness_mm", "Side boards", chamber.walls.sides[0].thickness_mm, measured),
        size(f"{walls}/ends/0/thickness_mm", "End boards", chamber.walls.ends[0].thickness_mm, measured),
        size(f"{walls}/floor/0/thickness_mm", "Floor board", chamber.walls.floor[0].thickness_mm, measured),
        *_rest_fields(a),
        *_litter_fields(a),
    ]
    for index, lining in enumerate(chamber.linings):
        at, name = f"{a.path}/linings/{index}", f"Spacers {index + 1}"
        narrow = "They narrow the box for another frame."
        fields += [
            size(f"{at}/thickness_mm", f"{name}, each side", lining.thickness_mm, narrow),
            size(f"{at}/from_mm", f"{name}, from", lining.from_mm, "Along the run from the near end wall."),
            size(f"{at}/to_mm", f"{name}, to", lining.to_mm),
            size(
                f"{at}/floor_mm", f"{name}, filler on the floor", lining.floor_mm, "Under frames that hang less deep."
            ),
        ]
    for index, height in enumerate(chamber.boxes_mm):
        name = f"Box {index + 1} of the stack, high"
        fields.append(size(f"{a.path}/boxes_mm/{index}", name, height, "Lowest first."))
    return FieldGroup(id="box", title="Box", fields=tuple(fields))


def _rest_fields(a: Analysis) -> Iterator[FormField]:
    """What bars and lugs lie on."""
    at, rest = f"{a.path}/rest", a.chamber.rest
    yield choice(
        f"{at}/kind",
        "Bars and lugs lie on",
        rest.kind,
        ("rim", "the rim of the walls", "Simple: they lie on top of the walls."),
        ("rebate", "a rebate in the walls", "Their ends are housed, and the lid meets the walls."),
        ("rods", "two rods at the foot", "Frames stand on rods and are drawn out like drawers."),
        ("none", "nothing: comb is fixed", "Comb hangs from the cavity itself and has to be cut to be lifted."),
    )
    if rest.kind == "rods":
        yield size(f"{at}/width_mm", "Rods, thick", rest.width_mm)
        yield size(f"{at}/depth_mm", "Rods’ top above the floor", rest.depth_mm)
    if rest.kind == "rebate":
        yield size(f"{at}/width_mm", "Rebate, wide", rest.width_mm, "On each side, from the inside.")
        yield size(f"{at}/depth_mm", "Rebate, deep", rest.depth_mm)


def _litter_fields(a: Analysis) -> Iterator[FormField]:
    """What lies on the floor."""
    at, litter = f"{a.path}/litter", a.chamber.litter
    yield choice(
        f"{at}/kind",
        "On the floor",
        litter.kind,
        ("none", "bare floor", "Easy to scrape and to inspect."),
        ("deep", "deep litter", "Holds moisture and small life; takes depth from the combs."),
        ("trough", "litter trough", "A curved trough let into the floor; the follower's foot is shaped to it."),
    )
    if litter.kind != "none":
        words = "Litter, deep" if litter.kind == "deep" else "Trough's rim above the floor"
        yield size(f"{at}/depth_mm", words, litter.depth_mm)
    if litter.kind == "trough":
        yield size(f"{at}/width_mm", "Trough, wide", litter.width_mm)
        yield size(f"{at}/sunk_mm", "Trough, below the floor", litter.sunk_mm)
