"""What Sabaka works with: sizes, counts and names within reach (data/sizes.toml).

The validator opens whatever was ever saved. Here is said which of it lies beyond what is built, and what the
design is taken for instead while the keeper hasn't mended it: every sum, list and drawing stays bounded.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache
from typing import Any, get_args

from pydantic import BaseModel

from sabaka_core.base.errors import FieldProblem, ParameterError, SabakaError, shorten
from sabaka_core.base.texts import cleaned, odd_character, odd_reason
from sabaka_core.document.base import DocumentPart, Plain, RowOf
from sabaka_core.document.building import Along
from sabaka_core.document.hive import Hive
from sabaka_core.document.load import validate_hive
from sabaka_core.document.run import Comb
from sabaka_core.document.sections import PolygonSection, ProfilePoint, SegmentSection, TrapezoidSection
from sabaka_core.geometry.trapezoid import solve_trapezoid
from sabaka_core.kit.tables import Row, table

_INDEX = re.compile(r"/\d+(?=/|$)")
_HELD = ("top_mm", "floor_mm", "height_mm")


def reason_of(row: Row) -> str:
    """What is possible of a kind of size, in words."""
    low, high = row.span
    unit = f" {row.unit}" if row.unit == "mm" else ""
    return f"{row.what} is {low:g} to {high:g}{unit} here. {row.why}"


@dataclass(frozen=True)
class Beyond:
    """One value that lies beyond reach: its JSON pointer, what it is taken for, and why."""

    path: str
    value: Any
    taken: Any
    reason: str
    row: str

    @property
    def problem(self) -> FieldProblem:
        return FieldProblem(self.path, self.reason, "beyond-reach", shorten(self.value))

    @property
    def sign(self) -> tuple[str, str]:
        """What it is known by when its place in a list has changed."""
        return _INDEX.sub("", self.path), repr(self.value)


def size_rows() -> dict[str, Row]:
    """Every row by its key."""
    return table("sizes")


def beyond_reach(hive: Hive) -> tuple[Beyond, ...]:
    """Everything in a design that lies beyond what Sabaka works with."""
    held = tuple(_beyond(hive, ""))
    return (*held, *_solved(hive, {each.path for each in held}), *_too_many(hive))


def within_reach(hive: Hive) -> Hive:
    """The design as it is worked with: what lies beyond reach is taken for the nearest that doesn't.

    The same object comes back when nothing lies beyond.
    """
    if not beyond_reach(hive):
        return hive
    near: Hive = _taken(hive)
    near = near.model_copy(
        update={"chambers": tuple(_standing(c, n) for c, n in zip(hive.chambers, near.chambers, strict=True))}
    )
    return _fewer(near)


def working_hive(raw: Any) -> Hive:
    """A hive from plain data of any known version, as it is worked with.

    Raises:
        ParameterError: with a JSON pointer and a reason for every field that is wrong.
    """
    return within_reach(validate_hive(raw))


def refuse_beyond(after: Hive, before: Hive | None = None) -> None:
    """Refuse a design that brings in anything beyond reach; what ``before`` has of it already may stay.

    Raises:
        ParameterError: at each such field, saying what is possible.
    """
    found = beyond_reach(after)
    if not found:
        return
    known = {each.sign for each in beyond_reach(before)} if before is not None else set()
    new = [each.problem for each in found if each.sign not in known]
    if new:
        raise ParameterError.of(new)


def refuse_parts(parts: tuple[DocumentPart, ...], at: str) -> None:
    """Refuse parts of a design that bring in anything beyond reach, before there is a design.

    Raises:
        ParameterError: at each such field below ``at``.
    """
    found = [each.problem for i, part in enumerate(parts) for each in _beyond(part, f"{at}/{i}")]
    if found:
        raise ParameterError.of(found)


@cache
def _fields(model: type[BaseModel]) -> tuple[tuple[str, RowOf | Plain | None], ...]:
    """Fields of a model with the row or text rule that holds them, if any; fields that hold neither parts nor
    sizes left out."""
    found: list[tuple[str, RowOf | Plain | None]] = []
    for name, field in model.model_fields.items():
        rule = next((m for m in field.metadata if isinstance(m, RowOf | Plain)), None) or _rule_in(field.annotation)
        if rule is not None or _holds_parts(field.annotation):
            found.append((name, rule))
    return tuple(found)


def _rule_in(annotation: Any) -> RowOf | Plain | None:
    for arg in (*get_args(annotation), *getattr(annotation, "__metadata__", ())):
        if isinstance(arg, RowOf | Plain):
            return arg
        if inner := _rule_in(arg):
            return inner
    return None


def _holds_parts(annotation: Any) -> bool:
    if isinstance(annotation, type) and issubclass(annotation, BaseModel):
        return True
    return any(_holds_parts(arg) for arg in get_args(annotation))


def _beyond(part: DocumentPart, at: str) -> Iterator[Beyond]:
    for name, rule in _fields(type(part)):
        value = getattr(part, name)
        if isinstance(value, DocumentPart):
            yield from _beyond(value, f"{at}/{name}")
        elif isinstance(value, tuple):
            for index, each in enumerate(value):
                if isinstance(each, DocumentPart):
                    yield from _beyond(each, f"{at}/{name}/{index}")
                elif rule is not None:
                    yield from _judged(rule, each, f"{at}/{name}/{index}")
        elif rule is not None and value is not None:
            yield from _judged(rule, value, f"{at}/{name}")


def _judged(rule: RowOf | Plain, value: Any, path: str) -> Iterator[Beyond]:
    if isinstance(rule, Plain):
        code = odd_character(value, rule.lines)
        if code is not None:
            yield Beyond(path, value, _named(value, rule), odd_reason(code), "text")
        return
    row = size_rows()[rule.row]
    # As wide as rounding of inches and of a solved shape needs.
    if not row.span[0] - 1e-6 <= value <= row.span[1] + 1e-6:
        yield Beyond(path, value, type(value)(row.nearest(value)), reason_of(row), rule.row)


def _solved(hive: Hive, said: set[str]) -> Iterator[Beyond]:
    """Sizes of leaning walls that follow from the held ones, where those are within reach and these aren't."""
    for index, chamber in enumerate(hive.chambers):
        section, at = chamber.section, f"/chambers/{index}/section"
        if not isinstance(section, TrapezoidSection) or any(path.startswith(at) for path in said):
            continue
        try:
            solved = solve_trapezoid(section, at)
        except SabakaError:
            continue
        for name, row in zip(_HELD, ("across", "foot", "height"), strict=True):
            rule, value = size_rows()[row], solved.size(name)
            if name not in section.given and not rule.span[0] - 1e-6 <= value <= rule.span[1] + 1e-6:
                held = section.given[-1]
                yield Beyond(f"{at}/{held}", getattr(section, held), rule.nearest(value), reason_of(rule), row)


def _named(value: str, rule: Plain) -> str:
    return cleaned(value, rule.lines).strip() or ("" if rule.lines else "unnamed")


def _too_many(hive: Hive) -> Iterator[Beyond]:
    where = "/chambers" if _hung(hive) > size_rows()["combs-in-all"].span[1] else "/supers"
    counted = (
        ("combs-in-all", where, _combs_in_all(hive)),
        ("boards-in-all", "/boards", sum(board.count for board in hive.boards)),
        ("pieces-in-all", "/building/along", sum(_pieces(each) for each in _along(hive))),
    )
    for key, path, number in counted:
        row = size_rows()[key]
        if number > row.span[1]:
            yield Beyond(path, number, int(row.span[1]), reason_of(row), key)


def _along(hive: Hive) -> tuple[Along, ...]:
    return hive.building.along if hive.building else ()


def _pieces(along: Along) -> int:
    return sum(piece.count for piece in along.pieces)


def _hung(hive: Hive) -> int:
    return sum(isinstance(item, Comb) for chamber in hive.chambers for item in chamber.run.items)


def _combs_in_all(hive: Hive) -> int:
    return _hung(hive) + sum(each.frames * each.boxes for each in hive.supers)


def _taken(part: DocumentPart) -> Any:
    """The part with each of its values taken for the nearest within reach."""
    changed: dict[str, Any] = {}
    for name, rule in _fields(type(part)):
        value = getattr(part, name)
        near: Any = value
        if isinstance(value, DocumentPart):
            near = _taken(value)
        elif isinstance(value, tuple):
            near = tuple(_taken(v) if isinstance(v, DocumentPart) else _nearest(rule, v) for v in value)
        elif value is not None:
            near = _nearest(rule, value)
        if near != value:
            changed[name] = near
    return part.model_copy(update=changed) if changed else part


def _nearest(rule: RowOf | Plain | None, value: Any) -> Any:
    return value if rule is None else next((each.taken for each in _judged(rule, value, "")), value)


def _standing(given: Any, near: Any) -> Any:
    """A chamber whose section still agrees with itself after its sizes were brought within reach."""
    before, after = given.section, near.section
    if before == after and not (isinstance(before, TrapezoidSection) and _strays(before)):
        return near
    match after:
        case TrapezoidSection():
            after = _trapezoid(before)
        case PolygonSection():
            after = _polygon(after)
        case SegmentSection():
            after = after.model_copy(update={"height_mm": min(after.height_mm, 1.9 * after.radius_mm)})
        case _:
            pass
    return near.model_copy(update={"section": after})


def _strays(section: TrapezoidSection) -> bool:
    """Whether a size that follows from the held ones lies beyond reach."""
    try:
        solved = solve_trapezoid(section, "")
    except SabakaError:
        return False
    rows = (size_rows()[row] for row in ("across", "foot", "height"))
    return any(row.nearest(solved.size(n)) != solved.size(n) for n, row in zip(_HELD, rows, strict=True))


def _trapezoid(section: TrapezoidSection) -> TrapezoidSection:
    rows = {name: size_rows()[row] for name, row in zip(_HELD, ("across", "foot", "height"), strict=True)}
    try:
        solved = solve_trapezoid(section, "")
        sizes = {name: row.nearest(solved.size(name)) for name, row in rows.items()}
        solve_trapezoid(TrapezoidSection(**sizes), "")
    except SabakaError:
        # Walls that contradict each other, or lean too far once their sizes are taken for others, stand upright.
        sizes = {"top_mm": rows["top_mm"].nearest(section.top_mm or section.floor_mm or 0.0), "height_mm": 300.0}
        sizes["floor_mm"] = sizes["top_mm"]
    return TrapezoidSection(**sizes)


def _polygon(section: PolygonSection) -> PolygonSection:
    """Depths that still go down and walls that still stand apart, after clamping."""
    points: list[ProfilePoint] = []
    last = len(section.profile) - 1
    for index, point in enumerate(section.profile):
        half = point.half_width_mm if index == last else max(point.half_width_mm, 20.0)
        depth = 0.0 if index == 0 else max(point.depth_mm, points[-1].depth_mm + 40.0)
        points.append(ProfilePoint(half_width_mm=half, depth_mm=depth))
    return section.model_copy(update={"profile": tuple(points)})


def _fewer(hive: Hive) -> Hive:
    """The design with no more combs and boards than are worked with, the first ones kept."""
    rows = size_rows()
    left = int(rows["combs-in-all"].span[1])
    if _combs_in_all(hive) > left:
        chambers = []
        for chamber in hive.chambers:
            kept = []
            for item in chamber.run.items:
                left -= isinstance(item, Comb)
                if left >= 0 or not isinstance(item, Comb):
                    kept.append(item)
            left = max(left, 0)
            run = chamber.run.model_copy(update={"items": tuple(kept)})
            chambers.append(chamber.model_copy(update={"run": run}))
        supers = []
        for each in hive.supers:
            if each.frames * each.boxes <= left:
                supers.append(each)
                left -= each.frames * each.boxes
        hive = hive.model_copy(update={"chambers": tuple(chambers), "supers": tuple(supers)})
    boards, room = [], int(rows["boards-in-all"].span[1])
    for board in hive.boards:
        if board.count <= room:
            boards.append(board)
            room -= board.count
    hive = _less_along(hive)
    return hive.model_copy(update={"boards": tuple(boards)}) if len(boards) < len(hive.boards) else hive


def _less_along(hive: Hive) -> Hive:
    """The design with no more pieces of other ones than are worked with, the first designs kept whole."""
    kept, room = [], int(size_rows()["pieces-in-all"].span[1])
    for each in _along(hive):
        if _pieces(each) <= room:
            kept.append(each)
            room -= _pieces(each)
    if hive.building is None or len(kept) == len(hive.building.along):
        return hive
    return hive.model_copy(update={"building": hive.building.model_copy(update={"along": tuple(kept)})})
