"""What can be set about bars and frames."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.quantity import Quantity
from sabaka_core.combs.bars import LET_IN
from sabaka_core.document.combs import CombType, FixedComb, Frame, TopBar
from sabaka_core.document.run import Comb
from sabaka_core.frames.joints import joints
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.forms import Action, FieldGroup, FormField, RowField, SizeField, TextField
from sabaka_core.show.forms.fields import action, choice, size


def comb_forms(a: Analysis) -> tuple[FieldGroup, ...]:
    """A group for each kind of comb carrier, and one for a new kind."""
    return (*(group for kind in a.hive.comb_types for group in carrier_forms(a, kind)), _new_bar())


def carrier_forms(a: Analysis, kind: CombType) -> Iterator[FieldGroup]:
    """What can be set about one kind of bar or frame."""
    match kind:
        case TopBar():
            yield _bar(a, kind)
        case Frame():
            yield _frame(a, kind)
            yield making_form(a, kind)
        case FixedComb():
            at = f"/comb_types/{a.hive.comb_types.index(kind)}"
            yield FieldGroup(
                id=f"bar-{kind.id}",
                title=_titled(kind),
                fields=(
                    TextField(path=f"{at}/name", label="Name", value=kind.name),
                    size(f"{at}/spacing_mm", "Spacing", kind.spacing_mm, "From midrib to midrib, as the bees build."),
                ),
                actions=_taking_away(a, kind),
            )


def _titled(kind: CombType) -> str:
    return kind.name[:1].upper() + kind.name[1:]


def _taking_away(a: Analysis, kind: CombType) -> tuple[Action, ...]:
    used = any(
        isinstance(item, Comb) and item.type == kind.id for chamber in a.hive.chambers for item in chamber.run.items
    ) or any(each.comb_type == kind.id for each in a.hive.supers)
    return () if used else (action("Take this kind away", do="remove-bar-type", type=kind.id),)


def _frame(a: Analysis, frame: Frame) -> FieldGroup:
    at = f"/comb_types/{a.hive.comb_types.index(frame)}"
    fields: list[FormField] = [
        TextField(path=f"{at}/name", label="Name", value=frame.name),
        size(f"{at}/spacing_mm", "Spacing", frame.spacing_mm, "From midrib to midrib."),
        size(
            f"{at}/top_bar_width_mm",
            "Top bar, wide",
            frame.top_bar_width_mm,
            "As wide as the spacing closes the ceiling.",
        ),
        size(f"{at}/top_bar_thickness_mm", "Top bar, thick", frame.top_bar_thickness_mm),
    ]
    narrow = frame.narrowed_mm if frame.narrowed_mm is not None else frame.top_bar_width_mm
    gloss = "At mid-length, so that bees pass up to a super."
    fields.append(size(f"{at}/narrowed_mm", "Top bar narrowed to", narrow, gloss, frame.narrowed_mm is not None))
    if frame.narrowed_mm is not None:
        between = frame.body_width_mm - 2 * frame.side_bar_thickness_mm
        over, held = frame.narrowed_over_mm or between * 2 / 3, frame.narrowed_over_mm is not None
        fields.append(size(f"{at}/narrowed_over_mm", "Narrowed over", over, "The rest keeps its spacing.", held))
    if frame.make == "two-part":
        fields.append(
            choice(
                f"{at}/joint",
                "Halves held by",
                frame.joint,
                *((key, row.words, row.why) for key, row in joints().items()),
            )
        )
    if frame.origin == "measured":
        fields += _sizes(frame, at)
        gloss = "How far the largest and the smallest lie from the mean."
        fields.append(size(f"{at}/tolerance_mm", "Tolerance", frame.tolerance_mm, gloss))
    own = () if frame.origin == "measured" else (action("Measure my own", do="measure", type=frame.id),)
    hang = action(f"Hang all on {frame.name}", do="hang-all", type=frame.id)
    others = () if a.main is frame else (hang,)
    return FieldGroup(
        id=f"bar-{frame.id}",
        title=_titled(frame),
        fields=tuple(fields),
        actions=(*others, *own, *_taking_away(a, frame)),
    )


def _sizes(frame: Frame, at: str) -> list[FormField]:
    """Outside sizes and the woods of a frame of the keeper's own."""
    return [
        size(f"{at}/top_bar_mm", "Top bar, long", frame.top_bar_mm, "Lug to lug: the mean of several frames."),
        size(f"{at}/body_width_mm", "Body, wide", frame.body_width_mm, "Outside of the side bars."),
        size(f"{at}/depth_mm", "Depth", frame.depth_mm, "From the top bar’s top to the bottom."),
        size(f"{at}/lug_thickness_mm", "Lug, thick", frame.lug_thickness_mm),
        size(f"{at}/side_bar_thickness_mm", "Side bar, thick", frame.side_bar_thickness_mm),
        size(f"{at}/side_bar_width_mm", "Side bar, wide", frame.side_bar_width_mm),
        size(f"{at}/bottom_bar_thickness_mm", "Bottom bar, thick", frame.bottom_bar_thickness_mm),
    ]


def making_form(a: Analysis, frame: Frame) -> FieldGroup:
    """How a frame is made: its guide, shoulders, shelves, wires, notches; sizes of what was derived from another."""
    at = f"/comb_types/{a.hive.comb_types.index(frame)}"
    fields: list[FormField] = [] if frame.origin != "derived" else _sizes(frame, at)
    fields += _guide(at, frame.guide, f"{at}/guide", frame.groove_wide_mm, frame.groove_deep_mm)
    fields.append(size(f"{at}/notch_mm", "Lugs notched from below", frame.notch_mm, "Lets the frame hang lower."))
    why = "Full wide so far down, so that frames hang at their spacing; 0 is all the way."
    fields.append(size(f"{at}/shoulder_mm", "Side bars’ shoulder down to", frame.shoulder_mm, why))
    foot = frame.side_bar_foot_mm if frame.side_bar_foot_mm is not None else frame.side_bar_width_mm
    below = "Narrower below the shoulder, so that bees pass beside the frame."
    fields.append(
        size(f"{at}/side_bar_foot_mm", "Side bars below it, wide", foot, below, frame.side_bar_foot_mm is not None)
    )
    fields.append(
        choice(
            f"{at}/braced",
            "Across it",
            frame.braced,
            ("none", "nothing", "Comb holds itself in a frame that isn’t tall."),
            ("wires", "wires", "Hold foundation while it is drawn, and the comb in an extractor."),
            ("rods", "thin rods", "Hold free comb in a tall frame; bees build round them."),
        )
    )
    if frame.braced != "none":
        number = Quantity(value=frame.braces, unit="count")
        fields.append(SizeField(path=f"{at}/braces", label="How many across", quantity=number, held=True))
    if frame.shelves and not frame.shelves_at_mm:
        number = Quantity(value=frame.shelves, unit="count")
        fields.append(SizeField(path=f"{at}/shelves", label="Cross shelves", quantity=number, held=True))
    for place, middle in enumerate(frame.shelves_at_mm):
        path = f"{at}/shelves_at_mm/{place}"
        fields.append(
            RowField(
                path=path,
                label=f"Shelf {place + 1}",
                look="bar",
                fields=(size(path, f"Shelf {place + 1}, middle below the top bar", middle),),
                actions=(action("take it out", do="remove-shelf", type=frame.id, at=place),),
            )
        )
    if frame.shelves or frame.shelves_at_mm:
        thick = "A shelf, thick"
        fields.append(size(f"{at}/shelf_thickness_mm", thick, frame.shelf_thickness_mm))
    return FieldGroup(
        id=f"making-{frame.id}",
        title=f"How {frame.name} is made",
        fields=tuple(fields),
        actions=(
            action("Another cross shelf", do="add-shelf", type=frame.id),
            action("As deep as the box allows", do="deep-as-box", type=frame.id),
        ),
        folded=frame.origin != "derived",
    )


_GUIDES = (
    ("strip", "strip in a saw groove", "A thin strip of wood or wax set into a groove."),
    ("moulding", "triangular moulding", "Nailed on; strong, and bees take it well once waxed."),
    ("wax-line", "line of wax", "Quickest to make; weakest until comb is drawn."),
    ("starter", "starter of foundation", "Straightest start; has to be bought or milled."),
    ("none", "none", "Comb may run across the bars."),
)


def _guide(at: str, kind: str, path: str, wide: float, deep: float) -> Iterator[FormField]:
    yield choice(path, "Guide", kind, *_GUIDES)
    if kind in LET_IN:
        yield size(f"{at}/groove_wide_mm", "Groove, wide", wide, "As the strip is thick; one or two saw kerfs.")
        yield size(f"{at}/groove_deep_mm", "Groove, deep", deep, "What is cut away weakens the bar.")


def _bar(a: Analysis, bar: TopBar) -> FieldGroup:
    at = f"/comb_types/{a.hive.comb_types.index(bar)}"
    return FieldGroup(
        id=f"bar-{bar.id}",
        title=_titled(bar),
        fields=(
            TextField(path=f"{at}/name", label="Name", value=bar.name),
            size(f"{at}/width_mm", "Wide along the run", bar.width_mm, "Touching bars: the width is the comb spacing."),
            size(f"{at}/thickness_mm", "Thick", bar.thickness_mm),
            size(f"{at}/length_mm", "Long", bar.length_mm),
            size(f"{at}/guide/length_mm", "Guide, long", bar.guide.length_mm, "What the bees start the comb on."),
            *_guide(
                f"{at}/guide", bar.guide.kind, f"{at}/guide/kind", bar.guide.groove_wide_mm, bar.guide.groove_deep_mm
            ),
        ),
        actions=_taking_away(a, bar),
    )


def _new_bar() -> FieldGroup:
    return FieldGroup(
        id="new-bar", title="Another kind", fields=(), actions=(action("Add a kind like the last", do="add-bar-type"),)
    )
