"""What can be set about bars and frames."""

from __future__ import annotations

from sabaka_core.base.quantity import Quantity
from sabaka_core.document.combs import CombType, FixedComb, Frame, TopBar
from sabaka_core.document.run import Comb
from sabaka_core.frames.joints import joints
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.forms import Action, FieldGroup, FormField, SizeField, TextField
from sabaka_core.show.forms.fields import action, choice, size


def comb_forms(a: Analysis) -> tuple[FieldGroup, ...]:
    """A group for each kind of comb carrier, and one for a new kind."""
    return (*(carrier_form(a, kind) for kind in a.hive.comb_types), _new_bar())


def carrier_form(a: Analysis, kind: CombType) -> FieldGroup:
    """What can be set about one kind of bar or frame."""
    match kind:
        case TopBar():
            return _bar(a, kind)
        case Frame():
            return _frame(a, kind)
        case FixedComb():
            at = f"/comb_types/{a.hive.comb_types.index(kind)}"
            return FieldGroup(
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
    fields.append(
        size(
            f"{at}/narrowed_mm",
            "Top bar narrowed to",
            narrow,
            "At mid-length, so that bees pass up to a super.",
            frame.narrowed_mm is not None,
        )
    )
    if frame.make == "two-part":
        fields.append(
            choice(
                f"{at}/joint",
                "Halves held by",
                frame.joint,
                *((key, row.words, row.why) for key, row in joints().items()),
            )
        )
    if frame.make in ("hybrid", "drone"):
        number = Quantity(value=frame.shelves, unit="count")
        fields.append(SizeField(path=f"{at}/shelves", label="Cross shelves", quantity=number, held=True))
    if frame.origin == "measured":
        fields += [
            size(f"{at}/top_bar_mm", "Top bar, long", frame.top_bar_mm, "Lug to lug: the mean of several frames."),
            size(f"{at}/body_width_mm", "Body, wide", frame.body_width_mm, "Outside of the side bars."),
            size(f"{at}/depth_mm", "Depth", frame.depth_mm, "From the top bar’s top to the bottom."),
            size(f"{at}/lug_thickness_mm", "Lug, thick", frame.lug_thickness_mm),
            size(f"{at}/side_bar_thickness_mm", "Side bar, thick", frame.side_bar_thickness_mm),
            size(f"{at}/side_bar_width_mm", "Side bar, wide", frame.side_bar_width_mm),
            size(f"{at}/bottom_bar_thickness_mm", "Bottom bar, thick", frame.bottom_bar_thickness_mm),
            size(
                f"{at}/tolerance_mm",
                "Tolerance",
                frame.tolerance_mm,
                "How far the largest and the smallest lie from the mean.",
            ),
        ]
    own = () if frame.origin == "measured" else (action("Measure my own", do="measure", type=frame.id),)
    hang = action(f"Hang all on {frame.name}", do="hang-all", type=frame.id)
    others = () if a.main is frame else (hang,)
    return FieldGroup(
        id=f"bar-{frame.id}",
        title=_titled(frame),
        fields=tuple(fields),
        actions=(*others, *own, *_taking_away(a, frame)),
    )


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
            choice(
                f"{at}/guide/kind",
                "Guide",
                bar.guide.kind,
                ("strip", "strip in a saw groove", "A thin strip of wood or wax set into a groove."),
                ("moulding", "triangular moulding", "Nailed on; strong, and bees take it well once waxed."),
                ("wax-line", "line of wax", "Quickest to make; weakest until comb is drawn."),
                ("starter", "starter of foundation", "Straightest start; has to be bought or milled."),
                ("none", "none", "Comb may run across the bars."),
            ),
        ),
        actions=_taking_away(a, bar),
    )


def _new_bar() -> FieldGroup:
    return FieldGroup(
        id="new-bar", title="Another kind", fields=(), actions=(action("Add a kind like the last", do="add-bar-type"),)
    )
