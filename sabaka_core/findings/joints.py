"""Rules on how frames are made: their tolerance, and what holds their halves."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from sabaka_core.base.quantity import mm, text
from sabaka_core.base.sources import COMMON
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
