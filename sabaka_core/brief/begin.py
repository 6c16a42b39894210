"""A design begun from a brief: a system's example, sized to the keeper's bees, boards and frames.

Sizes are fitted by the same edits and mends that the bench uses, so that what is begun is a design
with nothing wrong that a mend could cure.
"""

from __future__ import annotations

from sabaka_core.analysis import analyse
from sabaka_core.brief.answers import Answers, owned_frames
from sabaka_core.combs.slope import best_from_board
from sabaka_core.document.chambers import Lining
from sabaka_core.document.combs import CombType, Frame, TopBar
from sabaka_core.document.hive import Board, Hive
from sabaka_core.document.run import Comb
from sabaka_core.document.sections import RectangleSection, TrapezoidSection
from sabaka_core.edits.fields import replace_value, set_section
from sabaka_core.edits.items import bar_width
from sabaka_core.edits.patches import apply_patch
from sabaka_core.edits.sizing import by_board, by_combs
from sabaka_core.errors import ParameterError, SabakaError
from sabaka_core.findings import find
from sabaka_core.frames.catalogue import box_of
from sabaka_core.frames.derived import derive
from sabaka_core.sources import practice
from sabaka_core.whole import whole

_MOST_MENDS = 24
LOWEST_MM, HIGHEST_MM = 200.0, 340.0
THINNEST_MM, THICKEST_MM = 15.0, 60.0


def begin(example: Hive, answers: Answers, name: str) -> Hive:
    """The design of a system, sized by a brief.

    Args:
        example: the system's own example.
        answers: the brief.
        name: what the hive is to be called.
    """
    if not name.strip():
        raise ParameterError("/name", name, "Give the hive a name.", "missing")
    hive = example.model_copy(update={"name": name.strip(), "boards": answers.boards})
    hive = hive.model_copy(
        update={"choices": hive.choices.model_copy(update={"bees": answers.bees, "law": answers.law})}
    )
    framed = _converted(hive, answers) if hive.system == "conversion-box" else _framed(hive, answers)
    hive = _spaced(framed, answers)
    hive = _out_of_boards(hive, answers.boards)
    return _mended(hive)


def _spaced(hive: Hive, answers: Answers) -> Hive:
    """Brood bars as wide as these bees build."""
    wished = practice(f"spacing_{answers.bees}").number
    for kind in hive.comb_types:
        if isinstance(kind, TopBar) and kind.id != "honey":
            hive = bar_width(hive, kind.id, wished)
    return hive


def _framed(hive: Hive, answers: Answers) -> Hive:
    """The keeper's own frames in place of the example's, where the system can take them; chambers to suit."""
    owned = owned_frames(answers)
    types: list[CombType] = []
    changed = False
    for kind in hive.comb_types:
        mine = _substitute(kind, owned, types) if isinstance(kind, Frame) else None
        types.append(mine or kind)
        changed |= mine is not None
    if not changed:
        return hive
    hive = hive.model_copy(update={"comb_types": tuple(types)})
    for box in range(len(hive.chambers)):
        hive = _suited(hive, box)
    return _supers_suited(hive)


def _converted(hive: Hive, answers: Answers) -> Hive:
    """A conversion box for the two frames the keeper owns: the wider decides the box, spacers suit the other."""
    owned = [f for f in owned_frames(answers) if f.make == "plain" and f.lug_mm > 0]
    if not owned:
        return hive
    known = [kind for kind in hive.comb_types if isinstance(kind, Frame)]
    pair = owned[:2] if len(owned) > 1 else [owned[0], next(f for f in known if f.standard != owned[0].standard)]
    wide, narrow = sorted(pair, key=lambda f: -f.body_width_mm)
    gap, chamber = practice("comb_passage").number, hive.chambers[0]
    rest_depth = wide.lug_thickness_mm + gap
    hangs = [f.depth_mm - f.lug_thickness_mm for f in (narrow, wide)]
    height = round(rest_depth + max(hangs) + 14.0, 3)
    width = round(wide.body_width_mm + 2 * gap, 3)
    many = [sum(isinstance(i, Comb) and i.type == kind.id for i in chamber.run.items) for kind in known]
    first = round(many[0] * narrow.spacing_mm, 3)
    run = round(first + many[1] * wide.spacing_mm + gap, 3)
    fillers = [max(round(height - rest_depth - hang - 14.0, 3), 0.0) for hang in hangs]
    linings = (
        Lining(to_mm=first, thickness_mm=round((width - narrow.body_width_mm) / 2 - gap, 3), floor_mm=fillers[0]),
        Lining(from_mm=first, to_mm=run, floor_mm=fillers[1]),
    )
    rest = chamber.rest.model_copy(
        update={"depth_mm": round(rest_depth, 3), "width_mm": round((wide.top_bar_mm - width) / 2 + 0.75, 3)}
    )
    box = chamber.model_copy(
        update={
            "section": RectangleSection(width_mm=width, height_mm=height),
            "length_mm": run,
            "boxes_mm": (),
            "rest": rest,
            "linings": linings,
        }
    )
    types = (narrow.model_copy(update={"id": known[0].id}), wide.model_copy(update={"id": known[1].id}))
    return hive.model_copy(update={"comb_types": types, "chambers": (box,)})


def _substitute(kind: Frame, owned: list[Frame], taken: list[CombType]) -> Frame | None:
    """The owned frame that does the same work: as deep a one as the example's, under the example's id."""
    free = [
        f for f in owned if f.make == "plain" and all(f.standard != t.standard for t in taken if isinstance(t, Frame))
    ]
    if kind.make == "tall":
        base = next((f for f in free if f.lug_mm and f.depth_mm < 300), None)
        box = box_of(base.standard) if base else None
        if base is None or box is None or base.standard == "langstroth-deep":
            return None
        return derive(base, "tall", kind.id, f"tall {base.name}", box_height_mm=box.height_mm)
    stands = kind.lug_mm == 0
    alike = [f for f in free if (f.lug_mm == 0) == stands and abs(f.depth_mm - kind.depth_mm) < 0.45 * kind.depth_mm]
    if not alike or any(f.standard == kind.standard for f in free):
        return None
    best = min(alike, key=lambda f: abs(f.depth_mm - kind.depth_mm))
    return best.model_copy(update={"id": kind.id})


def _suited(hive: Hive, box: int) -> Hive:
    """A chamber as wide, deep and long as its frame asks, for as many combs as before."""
    a = analyse(hive, box)
    frame, count = a.main_frame, len(a.layout.combs)
    if frame is None:
        return hive
    gap = _side_gap_mm(frame)
    if a.chamber.rest.kind == "rebate":
        down = frame.lug_thickness_mm + (practice("comb_passage").number if abs(frame.bar_gap_mm) > 0.5 else 0.0)
        wide = (frame.top_bar_mm - frame.body_width_mm) / 2 - gap + practice("bar_play").number / 2
        hive = replace_value(hive, f"{a.path}/rest/depth_mm", round(down, 3))
        hive = replace_value(hive, f"{a.path}/rest/width_mm", round(max(wide, 0.0), 3))
    if not a.chamber.linings:
        hive = replace_value(hive, a.width_path, round(frame.body_width_mm + 2 * gap, 3))
        under = analyse(hive, box).fit(frame).nominal.under
        height = a.section.height_mm + 12.0 - under
        hive = replace_value(hive, a.depth_path, round(height, 3))
        if a.chamber.boxes_mm:
            rest = round(height - sum(a.chamber.boxes_mm[:-1]), 3)
            hive = replace_value(hive, f"{a.path}/boxes_mm/{len(a.chamber.boxes_mm) - 1}", rest)
    if hive.system == "two-chamber":
        # Square, and as many frames as then go in.
        size = round(frame.body_width_mm + 2 * gap, 3)
        hive = replace_value(hive, a.run_path, size)
        return _by_combs_within(hive, box, int(size // frame.spacing_mm))
    return by_combs(hive, box, count) if not a.chamber.linings else hive


def _side_gap_mm(frame: Frame) -> float:
    """The bee space a frame's own standard box gives it on each side, or the usual one."""
    box = box_of(frame.standard)
    return (box.across_mm - frame.body_width_mm) / 2 if box is not None else practice("comb_passage").number


def _by_combs_within(hive: Hive, box: int, number: int) -> Hive:
    """So many combs in a run whose length stays."""
    a = analyse(hive, box)
    sized = by_combs(hive, box, number)
    return replace_value(sized, a.run_path, round(a.run_mm, 3))


def _supers_suited(hive: Hive) -> Hive:
    """Supers as high as the boxes of their frames."""
    for index, each in enumerate(hive.supers):
        kind = hive.comb_type(each.comb_type)
        box = box_of(kind.standard) if isinstance(kind, Frame) else None
        if box is not None:
            hive = replace_value(hive, f"/supers/{index}/height_mm", box.height_mm)
    return hive


def _out_of_boards(hive: Hive, boards: tuple[Board, ...]) -> Hive:
    """Walls as thick as the boards on hand, and sides that come out of them where the height is free."""
    usable = [b for b in boards if THINNEST_MM <= b.thickness_mm <= THICKEST_MM]
    if not usable or hive.system in ("tree-cavity", "tall-in-stack"):
        return hive
    best = max(usable, key=lambda b: (b.width_mm, b.count * b.length_mm))
    for box, chamber in enumerate(hive.chambers):
        for wall in ("sides", "ends"):
            if len(getattr(chamber.walls, wall)) == 1:
                path = f"/chambers/{box}/walls/{wall}/0/thickness_mm"
                hive = replace_value(hive, path, best.thickness_mm)
    a = analyse(hive)
    if a.main_bar is None or a.trapezoid is None or len(hive.chambers) > 1:
        return hive
    if isinstance(a.chamber.section, TrapezoidSection) and a.comb_brief is not None:
        point = best_from_board(a.comb_brief, a.section.top_mm, best.width_mm, a.side_mm)
        if point is not None and LOWEST_MM <= point.section.height_mm <= HIGHEST_MM:
            # A tenth of a degree on the clear side.
            slope = round(point.slope_deg - 0.05, 1)
            return set_section(hive, 0, a.section.top_mm, round(point.section.height_mm, 1), slope)
        return hive
    return by_board(hive, 0, best.width_mm) if LOWEST_MM <= best.width_mm <= HIGHEST_MM else hive


def _mended(hive: Hive) -> Hive:
    """The design with every finding mended that has a mend, the gravest first."""
    for _ in range(_MOST_MENDS):
        try:
            found = [f for f in find(whole(hive)) if f.mends and f.severity != "note"]
        except SabakaError:
            return hive
        if not found:
            return hive
        hive = apply_patch(hive, found[0].mends[0].patch)
    return hive
