"""The order of work for this very hive: what to do with which numbers, where to measure again, and what to mind.

Ticks are kept with the design, each with a mark of the sizes it was made at: what has changed since is told.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass
from hashlib import sha256
from math import hypot

from pydantic import BaseModel, ConfigDict

from sabaka_core.base.quantity import Quantity, Text, deg, mm, text
from sabaka_core.base.units import UNSEEN_DEG
from sabaka_core.document.hive import Hive
from sabaka_core.geometry.cavity import profile_of
from sabaka_core.kit.tables import records
from sabaka_core.woodwork.doing import SAW, face_mm
from sabaka_core.woodwork.old_boxes import apart
from sabaka_core.woodwork.parts import Part

# So many sizes stand in one step; more are on the parts' own sheets.
_MOST = 12
_MARK = 12
_OLD_BOXES = "old boxes"
# Groups that are cut at the bench before anything is put together.
_SAWN = ("Box", "Run", "Roof", "Stand", "Supers", "Covers")


class StepRow(BaseModel):
    """A step as data/steps.toml has it."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    title: str
    words: str
    of: str = ""
    asked: bool = False
    measure: str = ""
    saw: bool = False
    caution: str = ""


@dataclass(frozen=True)
class WorkStep:
    """One step of the work.

    Attributes:
        words: what to do, with this hive's numbers.
        measure: what to measure after.
        parts: those that it is done to.
        sizes: a mark of their sizes: it differs where they do.
    """

    id: str
    title: str
    words: Text
    measure: Text
    caution: str
    parts: tuple[str, ...]
    sizes: str


def work_steps(parts: tuple[Part, ...], hive: Hive) -> tuple[WorkStep, ...]:
    """The steps that these parts ask for, in order."""
    numbers = {part.id: number for number, part in enumerate(parts, 1)}
    found = []
    for key, row in records("steps", StepRow).items():
        mine = _done_to(row.of, parts)
        said = _NUMBERS.get(key)
        lines = list(_old_boxes(hive) if row.of == _OLD_BOXES else said(mine, numbers) if said is not None else ())
        if not (mine or lines) and row.asked:
            continue
        measure = _MEASURES[key](hive, row) if key in _MEASURES else text(row.measure)
        caution = SAW if row.saw else row.caution
        words = _joined(text(row.words), lines)
        found.append(WorkStep(key, row.title, words, measure, caution, tuple(p.id for p in mine), _mark(mine, lines)))
    return tuple(found)


def _mark(parts: Sequence[Part], lines: Sequence[Text]) -> str:
    """A mark of what a step is done to: of its parts, or of what its words count up where they are no parts."""
    return sizes_of(parts) if parts or not lines else _hashed(line.model_dump_json() for line in lines)


def _hashed(said: Iterable[str]) -> str:
    return sha256("\n".join(said).encode()).hexdigest()[:_MARK]


def sizes_of(parts: Iterable[Part]) -> str:
    """A mark of the sizes of parts: another one as soon as one of them is cut otherwise."""
    said = sorted(
        f"{p.id} {p.count} {p.long_mm:.1f} {p.wide_mm:.1f} {p.thick_mm:.1f} {p.bevel_deg:.2f} {p.material} {p.rebate} "
        f"{[(h.x_mm, h.up_outside_mm, h.wide_mm, h.high_mm) for h in p.holes]}"
        for p in parts
    )
    return _hashed(said)


def _done_to(of: str, parts: tuple[Part, ...]) -> tuple[Part, ...]:
    """The parts of a group, or those that have what is done."""
    having = {
        "": (),
        "sawn": tuple(p for p in parts if p.group in _SAWN),
        "bevel": tuple(p for p in parts if p.bevel_deg > UNSEEN_DEG and not p.profile and p.group != "Bought"),
        "shaped": tuple(p for p in parts if not p.is_rectangle and p.group != "Bought"),
        "rebate": tuple(p for p in parts if p.rebate),
        "holes": tuple(p for p in parts if p.holes and p.group != "Bought"),
        "insulated": tuple(p for p in parts if "-rail-" in p.id or "-post-" in p.id),
    }
    return having.get(of, tuple(p for p in parts if p.group == of))


def _joined(first: Text, lines: Sequence[Text]) -> Text:
    """Sentences as one, each with its own numbers."""
    template, values = first.template, dict(first.values)
    for index, line in enumerate(lines):
        words = line.template
        for name, value in line.values.items():
            words = words.replace("{" + name + "}", "{" + f"{name}{index}" + "}")
            values[f"{name}{index}"] = value
        template += f" {words}"
    return Text(template=template, values=values)


def _named(parts: Sequence[Part], numbers: dict[str, int]) -> str:
    said = [f"{p.count} × part {numbers[p.id]}" for p in parts[:_MOST]]
    return ", ".join(said) + (" and others" if len(parts) > _MOST else "")


def _by_size(
    parts: Sequence[Part], numbers: dict[str, int], size: Callable[[Part], float], words: str
) -> Iterator[Text]:
    """A line for each size, the largest first, with the parts of it."""
    groups: dict[float, list[Part]] = defaultdict(list)
    for part in parts:
        groups[round(size(part), 1)].append(part)
    for at in sorted(groups, reverse=True)[:_MOST]:
        yield text(f"{words} {{at}}: {_named(groups[at], numbers)}.", at=mm(at))
    if len(groups) > _MOST:
        yield text("Shorter ones: see their sheets.")


def _crosscuts(parts: Sequence[Part], numbers: dict[str, int]) -> Iterator[Text]:
    yield from _by_size(parts, numbers, lambda p: p.long_mm, "Stop at")


def _bevels(parts: Sequence[Part], numbers: dict[str, int]) -> Iterator[Text]:
    """Each tilt with the widths that are ripped at it."""
    for tilt in sorted({round(p.bevel_deg, 1) for p in parts}, reverse=True):
        mine = [p for p in parts if round(p.bevel_deg, 1) == tilt]
        for wide in sorted({round(p.wide_mm, 1) for p in mine}, reverse=True):
            these = [p for p in mine if round(p.wide_mm, 1) == wide]
            yield text(
                f"Tilt {{tilt}}; rip {{wide}} over both edges, fence at {{face}}; stop at {{long}}: "
                f"{_named(these, numbers)}.",
                tilt=deg(tilt),
                wide=mm(wide),
                face=mm(face_mm(these[0])),
                long=mm(these[0].long_mm),
            )


def _shaped(parts: Sequence[Part], numbers: dict[str, int]) -> Iterator[Text]:
    for part in parts[:_MOST]:
        shape = part.shape
        if shape is not None:
            yield text(
                f"Part {numbers[part.id]}: {{top}} at the top, {{floor}} at the foot, {{high}} high.",
                top=mm(shape.top_mm),
                floor=mm(shape.floor_mm),
                high=mm(shape.height_mm),
            )


def _rebates(parts: Sequence[Part], numbers: dict[str, int]) -> Iterator[Text]:
    for wide, deep in sorted({(p.rebate.wide_mm, p.rebate.deep_mm) for p in parts if p.rebate}):
        mine = [p for p in parts if p.rebate and (p.rebate.wide_mm, p.rebate.deep_mm) == (wide, deep)]
        yield text(f"{{wide}} wide, {{deep}} deep: {_named(mine, numbers)}.", wide=mm(wide), deep=mm(deep))


def _bores(parts: Sequence[Part], numbers: dict[str, int]) -> Iterator[Text]:
    holes = [(h, p) for p in parts for h in p.holes]
    for wide in sorted({h.wide_mm for h, _ in holes if h.round}):
        mine = [(h, p) for h, p in holes if h.round and h.wide_mm == wide]
        said = ", ".join(dict.fromkeys(f"part {numbers[p.id]}" for _, p in mine[:_MOST]))
        yield text(f"Bit of {{wide}}, {len(mine)} times: {said}.", wide=mm(wide))
    slots = list(dict.fromkeys(f"part {numbers[p.id]}" for h, p in holes if not h.round))
    if slots:
        yield text(f"Slots and openings: {', '.join(slots[:_MOST])}.")


def _old_boxes(hive: Hive) -> Iterator[Text]:
    for each in apart(hive):
        side, end = each.boards
        rip = ", ripped off below the rests" if each.box.rest_mm else ""
        yield text(
            f"Of “{each.box.label}” up to {each.box.count}: sides to {{side}} × {{high}}, "
            f"ends to {{end}} × {{low}}{rip}.",
            side=mm(side.length_mm),
            high=mm(side.width_mm),
            end=mm(end.length_mm),
            low=mm(end.width_mm),
        )


def _bars(parts: Sequence[Part], numbers: dict[str, int]) -> Iterator[Text]:
    yield from _by_size(parts, numbers, lambda p: p.long_mm, "Stop at")


_NUMBERS: dict[str, Callable[[Sequence[Part], dict[str, int]], Iterator[Text]]] = {
    "cut": _crosscuts,
    "bevel": _bevels,
    "shape": _shaped,
    "rebate": _rebates,
    "holes": _bores,
    "bars": _bars,
    "followers": _bars,
    "covers": _bars,
    "supers": _bars,
    "roof": _bars,
    "stand": _bars,
}


def _box_measured(hive: Hive, row: StepRow) -> Text:
    """The inside of each chamber: both diagonals at the top, its width there and at the floor."""
    template, values = row.measure, dict[str, Quantity]()
    for index, chamber in enumerate(hive.chambers):
        profile = profile_of(chamber.section)
        name = f"{chamber.id.replace('-', ' ')}: " if len(hive.chambers) > 1 else ""
        diagonal = mm(hypot(chamber.length_mm, profile.top_mm))
        values |= {
            f"d{index}": diagonal,
            f"l{index}": mm(chamber.length_mm),
            f"t{index}": mm(profile.top_mm),
            f"f{index}": mm(profile.floor_mm),
        }
        template += (
            f" {name.capitalize()}inside {{l{index}}} long, {{t{index}}} wide at the top, {{f{index}}} at the floor, "
            f"each diagonal at the top {{d{index}}}."
        )
    return Text(template=template, values=values)


_MEASURES: dict[str, Callable[[Hive, StepRow], Text]] = {"box": _box_measured}
