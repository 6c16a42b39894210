"""The keeper's own frames in place of an example's, and the chambers and supers to suit them."""

from __future__ import annotations

from sabaka_core.document.chambers import Lining
from sabaka_core.document.combs import CombType, Frame
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb
from sabaka_core.document.sections import RectangleSection
from sabaka_core.edits.sizing import by_combs
from sabaka_core.edits.values import replace_value
from sabaka_core.frames.catalogue import box_of
from sabaka_core.frames.derived import derive
from sabaka_core.hive.chambers import analyse
from sabaka_core.kit.tables import practice

# Frames whose depths differ by no more than this share do the same work in a chamber that isn't the brood's.
_ALIKE = 0.45


def framed(hive: Hive, owned: list[Frame]) -> Hive:
    """The hive on the keeper's own frames, as far as the system can take them."""
    if hive.system == "conversion-box":
        return _converted(hive, owned)
    taken = _taken(hive, [f for f in owned if f.make == "plain"])
    if not taken:
        return hive
    types = tuple(taken.get(kind.id, kind) for kind in hive.comb_types)
    if types == hive.comb_types:
        return hive
    hive = hive.model_copy(update={"comb_types": types})
    for box in range(len(hive.chambers)):
        hive = _suited(hive, box)
    return _supers_suited(hive)


def _taken(hive: Hive, free: list[Frame]) -> dict[str, CombType]:
    """Owned frames by the example's kind that each takes the place of, nearest depths first.

    Brood frames may be of any depth, for the chamber is made to suit; others have to do the same work.
    """
    brood = _brood_kind(hive)
    taken: dict[str, CombType] = {}
    used: set[str | None] = set()
    kinds = [kind for kind in hive.comb_types if isinstance(kind, Frame)]
    for kind in kinds:
        made = _tall(kind, free) if kind.make == "tall" else None
        if made is not None:
            taken[kind.id] = made
    pairs = [
        (abs(f.depth_mm - kind.depth_mm), kind, f)
        for kind in kinds
        for f in free
        if kind.make != "tall" and (f.lug_mm == 0) == (kind.lug_mm == 0)
    ]
    for off, kind, mine in sorted(pairs, key=lambda pair: pair[0]):
        fitting = kind.id == brood or off < _ALIKE * kind.depth_mm
        if fitting and kind.id not in taken and mine.standard not in used:
            taken[kind.id] = kind if kind.standard == mine.standard else mine.model_copy(update={"id": kind.id})
            used.add(mine.standard)
    return taken


def _brood_kind(hive: Hive) -> str | None:
    """The kind of frame that most of the brood is on."""
    counts: dict[str, int] = {}
    for chamber in hive.chambers:
        for item in chamber.run.items:
            if isinstance(item, Comb) and item.role == "brood":
                counts[item.type] = counts.get(item.type, 0) + 1
    return max(counts, key=lambda kind: counts[kind]) if counts else None


def _tall(kind: Frame, free: list[Frame]) -> Frame | None:
    """A tall frame derived from the keeper's own boxes' frame."""
    base = next((f for f in free if f.lug_mm and f.depth_mm < 300), None)
    box = box_of(base.standard) if base else None
    if base is None or box is None or base.standard == "langstroth-deep":
        return None
    return derive(base, "tall", kind.id, f"tall {base.name}", box_height_mm=box.height_mm)


def _converted(hive: Hive, owned: list[Frame]) -> Hive:
    """A conversion box for the two frames the keeper owns: the wider decides the box, spacers suit the other."""
    owned = [f for f in owned if f.make == "plain" and f.lug_mm > 0]
    if not owned:
        return hive
    known = [kind for kind in hive.comb_types if isinstance(kind, Frame)]
    pair = owned[:2] if len(owned) > 1 else [owned[0], next(f for f in known if f.standard != owned[0].standard)]
    wide, narrow = sorted(pair, key=lambda f: -f.body_width_mm)
    gap, chamber = practice("comb_passage").number, hive.chambers[0]
    # Short lugs want the narrower bee space of their own box, or they barely lie on the spacers.
    side = min(gap, _side_gap_mm(narrow))
    rest_depth = wide.lug_thickness_mm + gap
    hangs = [f.depth_mm - f.lug_thickness_mm for f in (narrow, wide)]
    height = round(rest_depth + max(hangs) + 14.0, 3)
    width = round(wide.body_width_mm + 2 * gap, 3)
    many = [sum(isinstance(i, Comb) and i.type == kind.id for i in chamber.run.items) for kind in known]
    first = round(many[0] * narrow.spacing_mm, 3)
    run = round(first + many[1] * wide.spacing_mm + gap, 3)
    fillers = [max(round(height - rest_depth - hang - 14.0, 3), 0.0) for hang in hangs]
    linings = (
        Lining(to_mm=first, thickness_mm=round((width - narrow.body_width_mm) / 2 - side, 3), floor_mm=fillers[0]),
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
