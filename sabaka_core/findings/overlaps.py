"""Parts that lie in each other: a finding of the whole design, looked for apart from the rules for it takes longer.

The rules know of gaps and limits one by one; only the solids know that a lug stands in a super. So nothing is
right until they were looked at: every reader that says “nothing to mend” asks for the long rules too.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import partial
from hashlib import sha256

from sabaka_core.base.errors import ParameterError, SabakaError
from sabaka_core.base.quantity import count, mm, text
from sabaka_core.base.sources import GEOMETRY
from sabaka_core.document.combs import Frame
from sabaka_core.document.hive import Hive
from sabaka_core.edits.items import bar_width
from sabaka_core.edits.matching import resized
from sabaka_core.edits.patches import PatchOps, apply_patch
from sabaka_core.edits.values import replace_value
from sabaka_core.findings.alike import carrier_path
from sabaka_core.findings.registry import Draft, Proposal, no_proposals, on, quick_drafts, study_rule
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.context import Context
from sabaka_core.hive.reach import within_reach
from sabaka_core.hive.whole import Whole, whole
from sabaka_core.kit.findings import Spot
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.assembly import Overlap, overlaps, parts_of
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.placing import shift_of

OVERLAP = "parts-overlap"
UNLOOKED = "parts-unlooked"
_AXES = ("x", "y", "z")
_WAYS = {"x": "towards the far end", "y": "to the left", "z": "up"}
_MOST_MOVES = 2
# What explains that something of the run lies in a wall.
_RUN = "run-doesnt-close"
# Who a part speaks for that is no bar or frame, by what it belongs to; a box's walls, floor and fittings for the box.
_OWNERS = {"super": "supers", "roof": "roof", "stand": "stand", "covers": "covers"}
# So many designs are remembered: a session's mends and steps back.
_REMEMBERED = 512
_seen: dict[str, frozenset[str]] = {}


@study_rule(OVERLAP, "shape", long=True)
def overlapping(context: Context) -> Iterator[Draft]:
    """Parts lie in each other: a lug in a wall, a super in a roof."""
    met = context.once(_met)
    if not isinstance(met, ParameterError):
        known = context.once(quick_drafts)
        yield from (_draft(context.whole, each, known) for each in met)


@study_rule(UNLOOKED, "shape", long=True)
def unlooked(context: Context) -> Iterator[Draft]:
    """Its parts can’t be worked out, so nobody can say whether they go together."""
    met = context.once(_met)
    if isinstance(met, ParameterError):
        yield _unlooked(met)


def _met(context: Context) -> tuple[_Meeting, ...] | ParameterError:
    """Parts that lie in each other, the deepest first; nothing while something lies beyond reach.

    Each pair of owners speaks once: a chamber, its frames of one kind, the roof, the stand, a super.
    """
    if context.whole.beyond:
        return ()
    try:
        return _meetings(context.whole)
    except ParameterError as error:
        return error


def holds(hive: Hive, patch: PatchOps) -> bool:
    """Whether a change puts no parts in each other that weren't so before; what can't be made doesn't hold."""
    try:
        after = apply_patch(hive, patch)
        return _places(after) <= _places(hive)
    except SabakaError:
        return False


def _places(hive: Hive) -> frozenset[str]:
    """Which owners' parts lie in each other, remembered by the document's hash; of the nearest where it lies
    beyond reach."""
    near = within_reach(hive)
    key = sha256(near.model_dump_json().encode()).hexdigest()
    known = _seen.get(key)
    if known is None:
        try:
            known = frozenset(each.owners for each in _meetings(whole(near)))
        except ParameterError:
            known = frozenset({UNLOOKED})
        # Several requests may be here at once: one step each.
        if len(_seen) >= _REMEMBERED:
            _seen.clear()
        _seen[key] = known
    return known


def _unlooked(error: ParameterError) -> Draft:
    """Parts that can't be worked out can't be looked at: that is wrong too, and said with its field."""
    return Draft(
        code=UNLOOKED,
        severity="error",
        text=text(f"Its parts can’t be worked out: {error.reason}"),
        why="As long as that stands nobody can say whether they go together.",
        place=on("section", 0.0, 0.0),
        number=count(1),
        limit=text("sizes that can be built"),
        source=GEOMETRY,
        path=error.field,
    )


@dataclass(frozen=True)
class _Meeting:
    """All overlaps of two owners: who they are, the deepest, and every one of them."""

    owners: str
    worst: Overlap
    met: tuple[Overlap, ...]

    @property
    def boxes(self) -> tuple[int, ...]:
        """The chambers that it concerns."""
        return tuple(sorted({p.box for p in (self.worst.first, self.worst.second) if p.box is not None}))

    @property
    def carriers(self) -> tuple[str, ...]:
        """The kinds of bar or frame that meet something in their own chamber."""
        found = {_kind(part) for each in self.met for part in (each.first, each.second)} - {""}
        return tuple(sorted(found)) if len(self.boxes) == 1 else ()


def _meetings(hive: Whole) -> tuple[_Meeting, ...]:
    """Overlaps gathered by whose parts meet, the deepest first."""
    gathered: dict[str, list[Overlap]] = {}
    for each in overlaps(parts_of(hive)):
        gathered.setdefault(_owners(hive, each), []).append(each)
    found = [_Meeting(names, max(met, key=lambda m: m.by_mm), tuple(met)) for names, met in gathered.items()]
    return tuple(sorted(found, key=lambda m: (-m.worst.by_mm, m.owners)))


def _owners(hive: Whole, met: Overlap) -> str:
    """Two chambers; or, within one, its walls, its frames of one kind, its supers, the roof, the stand."""
    parts = (met.first, met.second)
    boxes = [hive.hive.chambers[part.box].id for part in parts if part.box is not None]
    if len(set(boxes)) == 2:
        return " and ".join(sorted(boxes))
    inner = {_kind(part) or _OWNERS.get(part.thing.split("-")[0], "box") for part in parts}
    return ": ".join((*boxes[:1], " and ".join(sorted(inner))))


def _kind(part: Part) -> str:
    """The kind of bar or frame that a part of a run is of, or hangs like."""
    return "" if part.thing.startswith("super") else part.carrier or part.hangs_as


def _draft(hive: Whole, meeting: _Meeting, known: list[Draft]) -> Draft:
    row, met = practice("parts_overlap"), meeting.worst
    box = meeting.boxes[0] if meeting.boxes else 0
    one, two = met.first.name, met.second.name
    words = (
        f"Two of “{one}” lie {{by}} in each other." if one == two else f"“{one}” and “{two}” lie {{by}} in each other."
    )
    # What an error of the rules explains is mended there, at its root.
    explained = any(
        d.severity == "error"
        and d.box in meeting.boxes
        and (d.subject in meeting.carriers or (d.code == _RUN and len(meeting.boxes) == 1))
        for d in known
    )
    return Draft(
        code=OVERLAP,
        subject=meeting.owners,
        severity="error",
        box=box,
        text=text(words, by=mm(met.by_mm)),
        why=row.why,
        place=_place(hive, box, met),
        number=mm(met.by_mm),
        limit=text("at most {play}", play=mm(row.number)),
        source=row.source,
        proposals=no_proposals if explained else partial(_ways, hive, meeting),
    )


def _place(hive: Whole, box: int, met: Overlap) -> Spot:
    """Where it shows: in the section of a lone box, else in the hive seen from the side."""
    x, y, z = ((low + high) / 2 for low, high in met.room)
    if len(hive.boxes) > 1:
        return on("beside", x, -z)
    a = hive.chambers[box]
    dx, dy, dz = shift_of(a)
    across = x - dx - a.chamber.length_mm / 2 if a.chamber.combs == "along" else y - dy
    return on("section", across, a.section.height_mm - (z - dz))


def _ways(hive: Whole, meeting: _Meeting) -> Iterator[Proposal]:
    """Ways out of an overlap, the least change first; which of them help, and harm nothing, is tried."""
    if len(meeting.boxes) == 2:
        yield from _boxes_apart(hive, meeting)
        return
    for box in meeting.boxes:
        for ident in meeting.carriers:
            yield from _frames_apart(hive.chambers[box], ident)
        if meeting.carriers:
            yield from _room_for(hive.chambers[box], meeting.worst)
    roof = hive.hive.roof
    if roof is not None and "Roof" in (meeting.worst.first.group, meeting.worst.second.group):
        clear = roof.clearance_mm + meeting.worst.clear[2]
        yield _set(hive.hive, "Leave {size} under the roof", "/roof/clearance_mm", clear)


def _set(hive: Hive, words: str, path: str, value: float) -> Proposal:
    value = round(value, 3)
    return Proposal(text(words, size=mm(value)), partial(replace_value, hive, path, value))


def _frames_apart(a: Analysis, ident: str) -> Iterator[Proposal]:
    """Frames whose bars are wider than their spacing."""
    kind = a.hive.comb_type(ident)
    if not isinstance(kind, Frame):
        return
    for field, what in (("side_bar_width_mm", "side bars"), ("top_bar_width_mm", "top bars")):
        if getattr(kind, field) > kind.spacing_mm:
            yield _set(a.hive, f"Make the {what} {{size}} wide", carrier_path(a, kind, field), kind.spacing_mm)
    widest = max(kind.side_bar_width_mm, kind.top_bar_width_mm)
    if widest > kind.spacing_mm:
        yield Proposal(text("Space the frames {size}", size=mm(widest)), partial(bar_width, a.hive, ident, widest))


def _room_for(a: Analysis, met: Overlap) -> Iterator[Proposal]:
    """A chamber with more room where its frames or bars meet something, or rests and walls that take them in."""
    x, y, z = met.clear
    along = a.chamber.combs == "along"
    across, lengthwise = (x, y) if along else (y, x)
    if a.chamber.rest.kind == "rebate":
        rest, wall = f"{a.path}/rest", f"{a.path}/walls/{'ends' if along else 'sides'}/0/thickness_mm"
        inner = (a.chamber.walls.ends if along else a.chamber.walls.sides)[0]
        yield _set(a.hive, "Cut the rests {size} deep", f"{rest}/depth_mm", a.chamber.rest.depth_mm + z)
        yield _set(a.hive, "Cut the rests {size} wide", f"{rest}/width_mm", a.chamber.rest.width_mm + across)
        yield _set(a.hive, "Make the walls’ inside layer {size} thick", wall, inner.thickness_mm + across)
    for words, path, size in (
        ("wide", a.width_path, a.section.top_mm + 2 * across),
        ("high", a.depth_path, a.section.height_mm + z),
        ("long", a.run_path, a.run_mm + lengthwise),
    ):
        label = text(f"Make the chamber {{size}} {words} inside", size=mm(round(size, 3)))
        yield Proposal(label, partial(resized, a.hive, a.box, path, size))


def _boxes_apart(hive: Whole, meeting: _Meeting) -> Iterator[Proposal]:
    """The chamber that is further along an axis moved on, with all that stands beyond it; the shortest ways first."""
    one, two = meeting.boxes
    ways = []
    for axis, words in _WAYS.items():
        low, high = sorted((one, two), key=lambda box: getattr(hive.boxes[box], axis))
        by = max(_reach(each, low, _AXES.index(axis)) for each in meeting.met)
        ways.append((by, high, axis, words))
    for by, box, axis, words in sorted(ways)[:_MOST_MOVES]:
        beyond = _beyond(hive, box, axis)
        what = f"“{hive.hive.chambers[box].id.replace('-', ' ')}”{' and what is beyond it' if len(beyond) > 1 else ''}"
        yield Proposal(text(f"Move {what} {{by}} {words}", by=mm(by)), partial(_moved, hive.hive, beyond, axis, by))


def _reach(met: Overlap, low: int, axis: int) -> float:
    """How far the further part has to go along an axis to be clear of the other [mm]."""
    first, second = (met.one, met.other) if met.first.box == low else (met.other, met.one)
    return first[axis][1] - second[axis][0]


def _beyond(hive: Whole, box: int, axis: str) -> tuple[int, ...]:
    start = getattr(hive.boxes[box], axis)[0]
    return tuple(b for b in range(len(hive.chambers)) if getattr(hive.boxes[b], axis)[0] >= start - 1e-6)


def _moved(hive: Hive, boxes: tuple[int, ...], axis: str, by_mm: float) -> Hive:
    for box in boxes:
        at = getattr(hive.chambers[box].place, f"{axis}_mm")
        hive = replace_value(hive, f"/chambers/{box}/place/{axis}_mm", round(at + by_mm, 3))
    return hive
