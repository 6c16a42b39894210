"""What can be set, as data: groups of fields with labels, bounds of choice and reasons.

The screen draws these as they come, so that a new field or school is added here alone.
"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from sabaka_core.analysis import CHAMBER, Analysis
from sabaka_core.document.combs import TopBar
from sabaka_core.document.run import Comb, Follower, Gap
from sabaka_core.document.sections import TRAPEZOID_FIELDS, TrapezoidSection
from sabaka_core.findings.shape import SCHOOLS, school_row
from sabaka_core.quantity import Quantity, mm
from sabaka_core.report.models import (
    Action,
    ChoiceField,
    FieldGroup,
    FormField,
    Option,
    SizeField,
    TextField,
)
from sabaka_core.run.layout import Placed
from sabaka_core.sources import practice

SECTION = f"{CHAMBER}/section"
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


def forms(a: Analysis) -> tuple[FieldGroup, ...]:
    """Every group of fields of a design."""
    return (
        _section(a),
        _box(a),
        *(_bar(a, bar) for bar in a.hive.comb_types if isinstance(bar, TopBar)),
        _new_bar(),
        _keeping(a),
        *_colonies(a),
        *_boards(a),
        _title(a),
        _nest(a),
        *_boards_in_run(a),
        *_entrances(a),
        _new_entrances(),
    )


def _size(path: str, label: str, value: float, gloss: str = "", held: bool = True) -> SizeField:
    unit = "deg" if path.endswith("_deg") else "mm"
    return SizeField(
        path=path, label=label, gloss=gloss, held=held, quantity=Quantity.model_validate({"value": value, "unit": unit})
    )


def _choice(path: str, label: str, value: str, *options: tuple[str, str, str]) -> ChoiceField:
    return ChoiceField(
        path=path,
        label=label,
        value=value,
        options=tuple(Option(value=v, label=words, why=why) for v, words, why in options),
    )


def _action(label: str, **edit: Any) -> Action:
    return Action(label=label, edit=edit)


def _section(a: Analysis) -> FieldGroup:
    section = a.chamber.section
    assert isinstance(section, TrapezoidSection)
    fields: list[FormField] = [
        _size(f"{SECTION}/{name}", label, a.section.size(name), gloss, name in section.given)
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
    return FieldGroup(id="section", title="Section", tab="set", fields=tuple(fields))


def _ordered(names: tuple[str, ...]) -> tuple[str, ...]:
    return tuple(name for name in TRAPEZOID_FIELDS if name in names)


def _hold_key(names: tuple[str, ...]) -> str:
    return "+".join(_ordered(names))


def _holds(a: Analysis) -> Iterator[tuple[str, ...]]:
    upright = abs(a.section.slope_deg) < 1e-9
    for names in _HOLDS:
        if not (upright and set(names) == {"top_mm", "floor_mm", "slope_deg"}):
            yield names


def _box(a: Analysis) -> FieldGroup:
    chamber = a.chamber
    walls = f"{CHAMBER}/walls"
    fields: list[FormField] = [
        _size(f"{CHAMBER}/length_mm", "Inside length", chamber.length_mm, "Between the end walls."),
        _size(f"{walls}/sides/0/thickness_mm", "Side boards", chamber.walls.sides[0].thickness_mm, "Actual thickness as measured, not the nominal one."),
        _size(f"{walls}/ends/0/thickness_mm", "End boards", chamber.walls.ends[0].thickness_mm, "Actual thickness as measured."),
        _size(f"{walls}/floor/0/thickness_mm", "Floor board", chamber.walls.floor[0].thickness_mm, "Actual thickness as measured."),
        _choice(
            f"{CHAMBER}/rest/kind", "Bars lie on", chamber.rest.kind,
            ("rim", "the rim of the walls", "Simple: the bars lie on top of the side walls."),
            ("rebate", "a rebate in the side walls", "The bars' ends are housed, and the lid meets the walls."),
        ),
    ]  # fmt: skip
    if chamber.rest.kind == "rebate":
        fields += [
            _size(f"{CHAMBER}/rest/width_mm", "Rebate, wide", chamber.rest.width_mm, "On each side, from the inside."),
            _size(f"{CHAMBER}/rest/depth_mm", "Rebate, deep", chamber.rest.depth_mm),
        ]
    fields.append(
        _choice(
            f"{CHAMBER}/litter/kind", "On the floor", chamber.litter.kind,
            ("none", "bare floor", "Easy to scrape and to inspect."),
            ("deep", "deep litter", "Holds moisture and small life; takes depth from the combs."),
            ("trough", "litter trough", "A curved trough let into the floor; the follower's foot is shaped to it."),
        )
    )  # fmt: skip
    if chamber.litter.kind != "none":
        words = "Litter, deep" if chamber.litter.kind == "deep" else "Trough's rim above the floor"
        fields.append(_size(f"{CHAMBER}/litter/depth_mm", words, chamber.litter.depth_mm))
    if chamber.litter.kind == "trough":
        fields.append(_size(f"{CHAMBER}/litter/width_mm", "Trough, wide", chamber.litter.width_mm))
        fields.append(_size(f"{CHAMBER}/litter/sunk_mm", "Trough, below the floor", chamber.litter.sunk_mm))
    return FieldGroup(id="box", title="Box", tab="set", fields=tuple(fields))


def _bar(a: Analysis, bar: TopBar) -> FieldGroup:
    at = f"/comb_types/{a.hive.comb_types.index(bar)}"
    used = any(isinstance(placed.item, Comb) and placed.item.type == bar.id for placed in a.layout.combs)
    return FieldGroup(
        id=f"bar-{bar.id}",
        title=bar.name[:1].upper() + bar.name[1:],
        tab="set",
        fields=(
            TextField(path=f"{at}/name", label="Name", value=bar.name),
            _size(f"{at}/width_mm", "Wide along the run", bar.width_mm, "Touching bars: the width is the comb spacing."),
            _size(f"{at}/thickness_mm", "Thick", bar.thickness_mm),
            _size(f"{at}/length_mm", "Long", bar.length_mm),
            _size(f"{at}/guide/length_mm", "Guide, long", bar.guide.length_mm, "What the bees start the comb on."),
            _choice(
                f"{at}/guide/kind", "Guide", bar.guide.kind,
                ("strip", "strip in a saw groove", "A thin strip of wood or wax set into a groove."),
                ("moulding", "triangular moulding", "Nailed on; strong, and bees take it well once waxed."),
                ("wax-line", "line of wax", "Quickest to make; weakest until comb is drawn."),
                ("starter", "starter of foundation", "Straightest start; has to be bought or milled."),
                ("none", "none", "Comb may run across the bars."),
            ),
        ),
        actions=() if used else (_action("Take this kind away", do="remove-bar-type", type=bar.id),),
    )  # fmt: skip


def _new_bar() -> FieldGroup:
    return FieldGroup(
        id="new-bar",
        title="Another kind of bar",
        tab="set",
        fields=(),
        actions=(_action("Add a kind", do="add-bar-type"),),
    )


def _boards(a: Analysis) -> Iterator[FieldGroup]:
    for index, board in enumerate(a.hive.boards):
        at = f"/boards/{index}"
        number = Quantity(value=board.count, unit="count")
        yield FieldGroup(
            id=f"board-{index}",
            title=f"Boards on hand {index + 1}",
            tab="set",
            fields=(
                TextField(path=f"{at}/label", label="Called", value=board.label),
                _size(f"{at}/length_mm", "Long", board.length_mm),
                _size(f"{at}/width_mm", "Wide", board.width_mm),
                _size(f"{at}/thickness_mm", "Thick", board.thickness_mm, "As measured, not the nominal thickness."),
                SizeField(path=f"{at}/count", label="How many", quantity=number, held=True),
            ),
            actions=(_action("Take off the list", do="remove-board", index=index),),
        )
    yield FieldGroup(
        id="new-board",
        title="More boards on hand",
        tab="set",
        fields=(),
        actions=(_action("Add boards", do="add-board"),),
    )


def _nest(a: Analysis) -> FieldGroup:
    missing = [side for side, board in (("near", a.layout.near), ("far", a.layout.far)) if board is None]
    return FieldGroup(
        id="nest",
        title="Nest and followers",
        tab="run",
        fields=(
            _choice(
                f"{CHAMBER}/run/nest_at", "Nest lies", a.chamber.run.nest_at,
                ("near", "at the near end", "Entrances at the near end: brood beside them, honey toward the far end."),
                ("far", "at the far end", "The same from the other end."),
                ("middle", "in the middle", "Entrances mid-side: honey on both sides, followers at both ends."),
            ),
        ),
        actions=tuple(_action(f"Put in a {side} follower", do="add-follower", side=side) for side in missing),
    )  # fmt: skip


def _keeping(a: Analysis) -> FieldGroup:
    choices = a.hive.choices
    bees = (("african", "African stock"), ("european", "European stock"), ("wide", "wide bars for any stock"))
    return FieldGroup(
        id="keeping",
        title="How you keep",
        tab="set",
        fields=(
            _choice(
                "/choices/slope_school", "Walls", choices.slope_school,
                *((school, words, practice(school_row(school)).why) for school, words in SCHOOLS.items()),
            ),
            _choice(
                "/choices/comb_curve", "A free comb hangs as", choices.comb_curve,
                ("catenary", "a catenary", "The fuller curve, so it decides safely whether a comb touches the wall."),
                ("parabola", "a parabola", "The leaner curve; many measured combs lie nearer to it low down."),
            ),
            _choice(
                "/choices/bees", "Brood comb spacing", choices.bees,
                *((key, words, practice(f"spacing_{key}").why) for key, words in bees),
            ),
            _size("/choices/bee_space_mm", "Bee space kept free", choices.bee_space_mm, "Between comb and wall, square to the wall: 6 to 9.5 mm."),
            _size("/choices/floor_gap_mm", "Gap under the combs", choices.floor_gap_mm, "From the combs' tips to floor or litter."),
            _size("/choices/cell_mm", "Cell size", choices.cell_mm, "Across the flats of a worker cell."),
        ),
    )  # fmt: skip


def _colonies(a: Analysis) -> Iterator[FieldGroup]:
    for index, colony in enumerate(a.hive.colonies):
        at = f"/colonies/{index}"
        yield FieldGroup(
            id=f"colony-{colony.id}",
            title="Colony",
            tab="set",
            fields=(
                TextField(path=f"{at}/name", label="Called", value=colony.name),
                _choice(
                    f"{at}/strength", "Strength", colony.strength,
                    *((key, words, practice(f"volume_{key}").why) for key, words in
                      (("nucleus", "a nucleus"), ("growing", "growing"), ("full", "full"))),
                ),
            ),
        )  # fmt: skip


def _title(a: Analysis) -> FieldGroup:
    return FieldGroup(
        id="title",
        title="Name and notes",
        tab="set",
        fields=(
            TextField(path="/name", label="Hive", value=a.hive.name),
            TextField(path="/notes", label="Notes", value=a.hive.notes, long=True),
        ),
    )


def _boards_in_run(a: Analysis) -> Iterator[FieldGroup]:
    for placed in a.layout.placed:
        at = f"{CHAMBER}/run/items/{placed.index}"
        if isinstance(placed.item, Follower):
            yield _follower(placed, placed.item, at)
        elif isinstance(placed.item, Gap):
            yield _gap(a, placed, placed.item, at)


def _follower(placed: Placed, board: Follower, at: str) -> FieldGroup:
    face = placed.end_mm if board.side == "near" else placed.start_mm
    return FieldGroup(
        id=f"follower-{board.side}",
        title=f"{board.side.capitalize()} follower",
        tab="run",
        fields=(
            SizeField(
                path=f"follower-{board.side}", label="Face toward the combs at", quantity=mm(face), held=True,
                gloss="From the near end wall.", edit={"do": "move-follower", "side": board.side},
            ),
            _size(f"{at}/thickness_mm", "Thick", board.thickness_mm),
            _choice(
                f"{at}/fit", "Fit", board.fit,
                ("tight", "tight", "Keeps warmth in; binds if the wood swells more than its clearance."),
                ("loose", "loose", "Lifts out easily in any weather; bees may pass round it."),
            ),
            _size(f"{at}/side_clearance_mm", "Clear of the walls, each side", board.side_clearance_mm),
            _size(f"{at}/foot_gap_mm", "Foot above the floor", board.foot_gap_mm, "0 stands on the floor."),
        ),
        actions=(_action("Take it out", do="remove-follower", side=board.side),),
    )  # fmt: skip


def _gap(a: Analysis, placed: Placed, gap: Gap, at: str) -> FieldGroup:
    where = "among the combs" if a.layout.in_nest(placed) else f"at the {_end(a, placed)} end"
    return FieldGroup(
        id=f"gap-{placed.index}",
        title=f"Gap {where}",
        tab="run",
        fields=(
            _size(f"{at}/length_mm", "Long", gap.length_mm),
            _choice(
                f"{at}/purpose", "For", gap.purpose,
                ("empty", "nothing", ""),
                ("feeder", "a feeder", practice("feeder_gap").why),
                ("straw", "straw", "Packed in for the winter."),
            ),
        ),
        actions=(_action("Take the gap out", do="remove-item", at=placed.index),),
    )  # fmt: skip


def _end(a: Analysis, placed: Placed) -> str:
    return "near" if a.layout.near is not None and placed.index < a.layout.near.index else "far"


def _entrances(a: Analysis) -> Iterator[FieldGroup]:
    for placed in a.entrances:
        entrance = placed.entrance
        at = f"{CHAMBER}/entrances/{placed.index}"
        fields: list[FormField] = [
            _choice(
                f"{at}/setting", "Setting", entrance.setting,
                ("open", "open", ""), ("plugged", "plugged", ""),
                *((("part", "part open", ""), ("vent", "vent only", ""), ("excluder", "excluder", "")) if entrance.kind == "disc" else ()),
            ),
            _choice(
                f"{at}/wall", "Wall", entrance.wall,
                ("left", "left side", ""), ("right", "right side", ""), ("near-end", "near end", ""), ("far-end", "far end", ""),
            ),
            _size(f"{at}/at_mm", "Centre at", entrance.at_mm, "Along the run from the near end wall; on an end wall, from its middle."),
            _size(f"{at}/height_mm", "Lower edge above the floor", entrance.height_mm),
        ]  # fmt: skip
        match entrance.kind:
            case "hole":
                fields.append(_size(f"{at}/diameter_mm", "Bore", entrance.diameter_mm))
            case "slot":
                fields.append(_size(f"{at}/width_mm", "Wide", entrance.width_mm))
                fields.append(_size(f"{at}/opening_mm", "High", entrance.opening_mm))
            case "disc":
                fields.append(_size(f"{at}/opening_mm", "Opening", entrance.opening_mm))
                fields.append(_size(f"{at}/disc_mm", "Disc", entrance.disc_mm))
        yield FieldGroup(
            id=f"entrance-{placed.index}",
            title=f"Entrance {placed.index + 1}",
            tab="run",
            fields=tuple(fields),
            actions=(_action("Take it away", do="remove-entrance", index=placed.index),),
        )


def _new_entrances() -> FieldGroup:
    return FieldGroup(
        id="new-entrance",
        title="Another entrance",
        tab="run",
        fields=(),
        actions=tuple(
            _action(words, do="add-entrance", kind=kind)
            for kind, words in (("hole", "Bore a hole"), ("slot", "Cut a slot"), ("disc", "Fit a disc"))
        ),
    )
