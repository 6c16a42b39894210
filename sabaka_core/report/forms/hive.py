"""What can be set about the hive: section, box, bars, the way of keeping, colony, boards, words."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.analysis import CHAMBER, Analysis
from sabaka_core.document.combs import TopBar
from sabaka_core.document.run import Comb
from sabaka_core.document.sections import TRAPEZOID_FIELDS, TrapezoidSection
from sabaka_core.findings.shape import SCHOOLS, school_row
from sabaka_core.quantity import Quantity
from sabaka_core.report.forms.fields import action, choice, size
from sabaka_core.report.models import ChoiceField, FieldGroup, FormField, Option, SizeField, TextField
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


def hive_forms(a: Analysis) -> tuple[FieldGroup, ...]:
    """The groups of the ledger's first tab."""
    return (
        _section(a),
        _box(a),
        *(_bar(a, bar) for bar in a.hive.comb_types if isinstance(bar, TopBar)),
        _new_bar(),
        _keeping(a),
        *_colonies(a),
        *_boards(a),
        _title(a),
    )


def _section(a: Analysis) -> FieldGroup:
    section = a.chamber.section
    if not isinstance(section, TrapezoidSection):
        return _upright_section(a)
    fields: list[FormField] = [
        size(f"{SECTION}/{name}", label, a.section.size(name), gloss, name in section.given)
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


def _upright_section(a: Analysis) -> FieldGroup:
    return FieldGroup(
        id="section",
        title="Section",
        tab="set",
        fields=(
            size(f"{SECTION}/width_mm", "Width", a.section.top_mm, "Inside width, the same from bars to floor."),
            size(f"{SECTION}/height_mm", "Height", a.section.height_mm, _SIZES["height_mm"][1]),
        ),
    )


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
        size(f"{CHAMBER}/length_mm", "Inside length", chamber.length_mm, "Between the end walls."),
        size(f"{walls}/sides/0/thickness_mm", "Side boards", chamber.walls.sides[0].thickness_mm, "Actual thickness as measured, not the nominal one."),
        size(f"{walls}/ends/0/thickness_mm", "End boards", chamber.walls.ends[0].thickness_mm, "Actual thickness as measured."),
        size(f"{walls}/floor/0/thickness_mm", "Floor board", chamber.walls.floor[0].thickness_mm, "Actual thickness as measured."),
        choice(
            f"{CHAMBER}/rest/kind", "Bars lie on", chamber.rest.kind,
            ("rim", "the rim of the walls", "Simple: the bars lie on top of the side walls."),
            ("rebate", "a rebate in the side walls", "The bars' ends are housed, and the lid meets the walls."),
        ),
    ]  # fmt: skip
    if chamber.rest.kind == "rebate":
        fields += [
            size(f"{CHAMBER}/rest/width_mm", "Rebate, wide", chamber.rest.width_mm, "On each side, from the inside."),
            size(f"{CHAMBER}/rest/depth_mm", "Rebate, deep", chamber.rest.depth_mm),
        ]
    fields.append(
        choice(
            f"{CHAMBER}/litter/kind", "On the floor", chamber.litter.kind,
            ("none", "bare floor", "Easy to scrape and to inspect."),
            ("deep", "deep litter", "Holds moisture and small life; takes depth from the combs."),
            ("trough", "litter trough", "A curved trough let into the floor; the follower's foot is shaped to it."),
        )
    )  # fmt: skip
    if chamber.litter.kind != "none":
        words = "Litter, deep" if chamber.litter.kind == "deep" else "Trough's rim above the floor"
        fields.append(size(f"{CHAMBER}/litter/depth_mm", words, chamber.litter.depth_mm))
    if chamber.litter.kind == "trough":
        fields.append(size(f"{CHAMBER}/litter/width_mm", "Trough, wide", chamber.litter.width_mm))
        fields.append(size(f"{CHAMBER}/litter/sunk_mm", "Trough, below the floor", chamber.litter.sunk_mm))
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
            size(f"{at}/width_mm", "Wide along the run", bar.width_mm, "Touching bars: the width is the comb spacing."),
            size(f"{at}/thickness_mm", "Thick", bar.thickness_mm),
            size(f"{at}/length_mm", "Long", bar.length_mm),
            size(f"{at}/guide/length_mm", "Guide, long", bar.guide.length_mm, "What the bees start the comb on."),
            choice(
                f"{at}/guide/kind", "Guide", bar.guide.kind,
                ("strip", "strip in a saw groove", "A thin strip of wood or wax set into a groove."),
                ("moulding", "triangular moulding", "Nailed on; strong, and bees take it well once waxed."),
                ("wax-line", "line of wax", "Quickest to make; weakest until comb is drawn."),
                ("starter", "starter of foundation", "Straightest start; has to be bought or milled."),
                ("none", "none", "Comb may run across the bars."),
            ),
        ),
        actions=() if used else (action("Take this kind away", do="remove-bar-type", type=bar.id),),
    )  # fmt: skip


def _new_bar() -> FieldGroup:
    return FieldGroup(
        id="new-bar",
        title="Another kind of bar",
        tab="set",
        fields=(),
        actions=(action("Add a kind", do="add-bar-type"),),
    )


def _keeping(a: Analysis) -> FieldGroup:
    choices = a.hive.choices
    bees = (("african", "African stock"), ("european", "European stock"), ("wide", "wide bars for any stock"))
    return FieldGroup(
        id="keeping",
        title="How you keep",
        tab="set",
        fields=(
            choice(
                "/choices/slope_school", "Walls", choices.slope_school,
                *((school, words, practice(school_row(school)).why) for school, words in SCHOOLS.items()),
            ),
            choice(
                "/choices/comb_curve", "A free comb hangs as", choices.comb_curve,
                ("catenary", "a catenary", "The fuller curve, so it decides safely whether a comb touches the wall."),
                ("parabola", "a parabola", "The leaner curve; many measured combs lie nearer to it low down."),
            ),
            choice(
                "/choices/bees", "Brood comb spacing", choices.bees,
                *((key, words, practice(f"spacing_{key}").why) for key, words in bees),
            ),
            size("/choices/bee_space_mm", "Bee space kept free", choices.bee_space_mm, "Between comb and wall, square to the wall: 6 to 9.5 mm."),
            size("/choices/floor_gap_mm", "Gap under the combs", choices.floor_gap_mm, "From the combs' tips to floor or litter."),
            size("/choices/cell_mm", "Cell size", choices.cell_mm, "Across the flats of a worker cell."),
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
                choice(
                    f"{at}/strength", "Strength", colony.strength,
                    *((key, words, practice(f"volume_{key}").why) for key, words in
                      (("nucleus", "a nucleus"), ("growing", "growing"), ("full", "full"))),
                ),
            ),
        )  # fmt: skip


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
                size(f"{at}/length_mm", "Long", board.length_mm),
                size(f"{at}/width_mm", "Wide", board.width_mm),
                size(f"{at}/thickness_mm", "Thick", board.thickness_mm, "As measured, not the nominal thickness."),
                SizeField(path=f"{at}/count", label="How many", quantity=number, held=True),
            ),
            actions=(action("Take off the list", do="remove-board", index=index),),
        )
    yield FieldGroup(
        id="new-board",
        title="More boards on hand",
        tab="set",
        fields=(),
        actions=(action("Add boards", do="add-board"),),
    )


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
