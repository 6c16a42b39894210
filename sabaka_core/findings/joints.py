"""Rules on how frames are made: their tolerance, and what holds their halves."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from sabaka_core.base.quantity import mm, text
from sabaka_core.base.sources import COMMON, GEOMETRY
from sabaka_core.document.combs import Frame
from sabaka_core.document.hive import Hive
from sabaka_core.edits.values import replace_value
from sabaka_core.findings.alike import carrier_path
from sabaka_core.findings.frames import said_here
from sabaka_core.findings.registry import Draft, Proposal, on, rule
from sabaka_core.frames.joints import joints
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.tables import practice


@rule("frame-tolerance", "combs")
def frame_tolerance(a: Analysis) -> Iterator[Draft]:
    """Frames differ by more than the bee space allows: no box fits the largest and the smallest."""
    row = practice("bee_space")
    band = row.span[1] - row.span[0]
    for frame in said_here(a):
        if frame.tolerance_mm <= band:
            continue
        yield Draft(
            code="frame-tolerance",
            subject=frame.id,
            severity="error",
            text=text(
                f"The {frame.name} differs by {{tol}} either way: no box keeps a bee space round all of them.",
                tol=mm(frame.tolerance_mm),
            ),
            why="Sort the frames, or trim the largest: " + row.why[:1].lower() + row.why[1:],
            place=on("section", frame.body_width_mm / 2, a.section.height_mm / 2),
            number=mm(frame.tolerance_mm),
            limit=text("at most {band}", band=mm(band)),
            source=row.source,
            path=carrier_path(a, frame, "tolerance_mm"),
        )


@rule("weak-joint", "combs")
def weak_joint(a: Analysis) -> Iterator[Draft]:
    """The halves of a two-part frame aren't held stiffly."""
    for frame in said_here(a):
        joint = joints()[frame.joint]
        if frame.make != "two-part" or joint.holds:
            continue
        yield Draft(
            code="weak-joint",
            subject=frame.id,
            severity="warning",
            text=text(
                f"The {frame.name} is {{deep}} deep and held together by {joint.words}.", deep=mm(frame.depth_mm)
            ),
            why=f"{joint.why} A joint that bends breaks the comb, or lets it meet its neighbour.",
            place=on("section", 0.0, frame.depth_mm / 2),
            number=mm(frame.depth_mm),
            limit=text("a joint that bears bending"),
            source=COMMON,
            path=carrier_path(a, frame, "joint"),
            proposals=partial(_joints, a, frame),
        )


def _joints(a: Analysis, frame: Frame) -> Iterator[Proposal]:
    for name, row in joints().items():
        if row.holds:
            yield Proposal(text(f"Hold them by {row.words}"), partial(_joined, a, frame, name))


def _joined(a: Analysis, frame: Frame, joint: str) -> Hive:
    return replace_value(a.hive, carrier_path(a, frame, "joint"), joint)


@rule("shelf-off-field", "combs")
def shelf_off_field(a: Analysis) -> Iterator[Draft]:
    """A cross shelf lies past the bottom bar, in the top bar, or in another shelf."""
    for frame in said_here(a):
        top = frame.top_bar_thickness_mm
        field = frame.depth_mm - top - frame.bottom_bar_thickness_mm
        half, low = frame.shelf_thickness_mm / 2, 0.0
        for place, middle in enumerate(sorted(frame.shelves_at_mm)):
            if low <= middle - half + 1e-6 and middle + half <= field + 1e-6:
                low = middle + half
                continue
            yield Draft(
                code="shelf-off-field",
                subject=f"{frame.id}-{place}",
                severity="error",
                text=text(
                    f"Shelf {place + 1} of the {frame.name}, {{at}} below its top bar, doesn’t lie within its field.",
                    at=mm(middle),
                ),
                why="A shelf lies between the top bar and the bottom bar, with comb above and below it.",
                place=on("section", 0.0, a.frame_top_mm(frame) + top + middle),
                number=mm(middle),
                limit=text("{low} to {high}", low=mm(low + half), high=mm(field - half)),
                source=GEOMETRY,
                path=f"/comb_types/{a.hive.comb_types.index(frame)}/shelves_at_mm/{place}",
                proposals=partial(_shelves_even, a, frame),
            )


def _shelves_even(a: Analysis, frame: Frame) -> tuple[Proposal]:
    """The same number of shelves, evenly spaced."""
    at = a.hive.comb_types.index(frame)
    even = frame.model_copy(update={"shelves_at_mm": (), "shelves": len(frame.shelves_at_mm)})
    types = (*a.hive.comb_types[:at], even, *a.hive.comb_types[at + 1 :])
    words = text("Space its shelves evenly")
    return (Proposal(words, lambda: a.hive.model_copy(update={"comb_types": types})),)
