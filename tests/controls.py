"""Every control that the screens offer, and every field that a document has: what the sweep sets side by side."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache
from types import NoneType, UnionType
from typing import Annotated, Any, Union, get_args, get_origin

from pydantic import BaseModel, TypeAdapter

from sabaka_core import Hive, SabakaError, apply_edit, load_hive
from sabaka_core.actions import AnyEdit
from sabaka_core.document.combs import Frame
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.hive.context import Context
from sabaka_core.hive.things import things
from sabaka_core.kit.chapter import Asked
from sabaka_core.kit.forms import ChoiceField, FieldGroup, FormField, RowField
from sabaka_core.show.study import STUDIES
from tests.core.support import EXAMPLES

EDIT: TypeAdapter[AnyEdit] = TypeAdapter(AnyEdit)
# So many of one pattern are looked at, of different hives.
MOST = 24
# Lists of a document: what follows the name is a place in it, or an item's name.
_LISTS = re.compile(
    r"/(chambers|items|entrances|sides|ends|floor|supers|passages|covers|comb_types|boards|colonies|layers|flows|seen"
    r"|monthly_c|boxes_mm|boxes|linings|constants|profile|for_sale|done|without|saved|shelves|mouths|dated|openings"
    r"|shelves_at_mm|felt_mm|old_boxes)/[^/]+"
)


def typed(path: str, text: str) -> dict[str, Any]:
    return {"do": "set", "path": path, "text": text}


# What is typed before other controls mean anything: a stretch of mesh, a start in the warm, a lid of layers.
SEEDS: tuple[tuple[str, dict[str, Any], ...], ...] = (
    ("tall-in-stack", typed("/wintering/first_day", "11-01"), typed("/wintering/last_day", "03-31")),
    (
        "deep-horizontal",
        typed("/comb_types/0/shoulder_mm", "150"),
        typed("/comb_types/0/side_bar_foot_mm", "22"),
        typed("/moving/way", "parallel-box"),
        {"do": "own-boxes"},
        typed("/moving/conversions", "2"),
    ),
    ("deep-horizontal", typed("/chambers/0/under/mesh_to_mm", "380"), typed("/roof/kind", "gabled")),
    ("bowline", typed("/season/start_day", "2026-05-20"), typed("/season/start", "swarm")),
    ("long-shallow", {"do": "add-layer", "path": "/roof/layers", "material": "plywood"}, typed("/roof/kind", "gabled")),
    ("side-by-side", {"do": "put-under-roof", "what": "insulation"}),
    ("sheepshank", typed("/bait/first", "05-02")),
    (
        "long-shallow",
        {"do": "move-follower", "side": "far", "text": "419.1"},
        {"do": "put-nucleus", "side": "far"},
        typed("/moving/way", "as-it-is"),
        typed("/moving/order", "own-first"),
    ),
    ("bowline", typed("/moving/way", "tied-in"), {"do": "mark-brood"}),
    ("long-shallow", typed("/moving/way", "cut-down"), {"do": "mark-brood"}),
    ("bowline", {"do": "measure-old"}, typed("/moving/way", "across")),
    ("two-chamber", {"do": "add-layer", "path": "/chambers/0/walls/sides", "material": "cork"}),
    ("deep-horizontal", typed("/comb_types/0/narrowed_mm", "20"), typed("/comb_types/0/braced", "rods")),
    ("deep-horizontal", {"do": "add-shelf", "type": "layens"}, typed("/comb_types/0/guide", "strip")),
    ("bowline", {"do": "add-entrance", "kind": "slot"}, {"do": "open-mouth", "index": 4}),
    ("straight-top-bar", typed("/chambers/0/entrances/0/porch", "yes"), {"do": "date-entrance", "index": 0}),
    ("bowline", typed("/chambers/0/litter/kind", "trough"), typed("/chambers/0/litter/sunk_mm", "40")),
    ("long-shallow", {"do": "add-opening", "kind": "window"}),
    ("long-shallow", {"do": "add-opening", "kind": "vent"}, {"do": "add-entrance", "kind": "slot"}),
)


@dataclass(frozen=True)
class Control:
    """A field on a screen: the design and chamber it was met in, and the edits that try another value."""

    pattern: str
    hive: Hive
    box: int
    field: FormField

    @property
    def tries(self) -> list[dict[str, Any]]:
        """Edits to other values, the likeliest first."""
        field = self.field
        if isinstance(field, ChoiceField):
            others = [option for option in field.options if option.value != field.value]
            return [option.edit or {"do": "set", "path": field.path, "text": option.value} for option in others]
        if field.kind == "size":
            value, step = field.quantity.value, 1.0 if field.quantity.unit == "count" else 0.0
            wished = (value + (step or 0.07 * value or 12.0), value - (step or 0.07 * value), 2 * value, 3.0)
            base = field.edit or {"do": "set", "path": field.path}
            return [{**base, "text": f"{each:.6g}"} for each in wished if each >= 0]
        if field.kind in ("text", "day"):
            return [{"do": "set", "path": field.path, "text": text} for text in ("2026-06-15", "06-15", "another", "3")]
        return []


def pattern_of(path: str) -> str:
    """A pointer with its places in lists left out."""
    before = ""
    while before != path:
        before, path = path, _LISTS.sub(r"/\1/*", path)
    return path


def fields_of(model: type[BaseModel], at: str = "") -> Iterator[str]:
    """Every leaf of a document's model, as a pattern."""
    for name, field in model.model_fields.items():
        yield from _leaves(field.annotation, f"{at}/{name}")


def _leaves(kind: Any, at: str) -> Iterator[str]:
    if get_origin(kind) is Annotated:
        kind = get_args(kind)[0]
    origin = get_origin(kind)
    if origin is tuple:
        yield from _leaves(get_args(kind)[0], f"{at}/*")
    elif origin is dict:
        yield f"{at}/*"
    elif origin in (Union, UnionType):
        for each in get_args(kind):
            if each is not NoneType:
                yield from _leaves(each, at)
    elif isinstance(kind, type) and issubclass(kind, BaseModel):
        yield from fields_of(kind, at)
    else:
        yield at


@cache
def controls() -> dict[str, list[Control]]:
    """Controls by their pattern, a few of each: in the examples, and in what choices and buttons make of them."""
    found: dict[str, list[Control]] = {}
    tried: set[str] = set()
    ahead = [made for each in SEEDS for made in _made(*each)]
    ahead += [load_hive(file.read_bytes()) for file in sorted(EXAMPLES.glob("*.json"))]
    # A frame of each make of the catalogue, hung in a box that takes frames.
    long = load_hive((EXAMPLES / "deep-horizontal.json").read_bytes())
    makes = {row.carrier.make: row.id for row in catalogue().values() if isinstance(row.carrier, Frame)}
    for standard in makes.values():
        for made in _after(long, 0, {"do": "add-frame", "standard": standard}):
            ahead += _after(made, 0, {"do": "hang-all", "type": made.comb_types[-1].id}) or [made]
    while ahead:
        hive = ahead.pop(0)
        for box in range(len(hive.chambers)):
            for group in _groups(hive, box):
                for key, edit in _ways_on(group):
                    if key not in tried:
                        tried.add(key)
                        ahead += _after(hive, box, edit)
                for field in _fields(group):
                    here = found.setdefault(pattern_of(field.path), [])
                    if len(here) < MOST and (hive.system, box) not in {(c.hive.system, c.box) for c in here[:-2]}:
                        here.append(Control(pattern_of(field.path), hive, box, field))
    return found


def _fields(group: FieldGroup) -> Iterator[FormField]:
    for field in group.fields:
        yield from field.fields if isinstance(field, RowField) else (field,)


def _ways_on(group: FieldGroup) -> Iterator[tuple[str, dict[str, Any]]]:
    """Edits that may bring further controls: each option of each choice, each button; known by what they are."""
    for field in _fields(group):
        if isinstance(field, ChoiceField):
            for option in field.options:
                if option.value != field.value:
                    edit = option.edit or {"do": "set", "path": field.path, "text": option.value}
                    yield f"{pattern_of(field.path)}={option.value}", edit
    for each in group.actions:
        what = each.edit.get("holds", each.edit.get("kind", ""))
        yield f"{each.edit['do']} {pattern_of(str(each.edit.get('path', '')))} {what}", each.edit


def _made(example: str, *edits: dict[str, Any]) -> list[Hive]:
    """An example after some edits, which all have to be taken."""
    hive = load_hive((EXAMPLES / f"{example}.json").read_bytes())
    for edit in edits:
        hive = apply_edit(hive, EDIT.validate_python(edit))
    return [hive]


def _after(hive: Hive, box: int, edit: dict[str, Any]) -> list[Hive]:
    """The design that an edit leads to; none where it is refused."""
    try:
        return [apply_edit(hive, EDIT.validate_python(edit), box)]
    except SabakaError:
        return []


def _groups(hive: Hive, box: int) -> Iterator[FieldGroup]:
    try:
        context = Context(hive).on(box)
        asks = [Asked(), *(Asked(wanted=("whole",), of=thing.id) for thing in things(context.whole))]
    except SabakaError:
        return
    for name, study in STUDIES.items():
        if name == "combs":
            each = [Asked(of=f"hive:{kind.id}") for kind in hive.comb_types]
        else:
            each = asks if name == "shape" else asks[:1]
        for asked in each:
            try:
                yield from study.forms(context, asked)
            except SabakaError:
                continue
