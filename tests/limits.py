"""Every choice and every limit of every field, one at a time, through everything that the core makes.

What a series of spoilt documents (tests/mutated.py) meets by luck is met here for certain: a field at its least and
its most, by its type and by its row of sizes, each word that it may hold, yes and no. Some three quarters of an
hour on two processors (``make limits``); a part of it is run by the tests.
"""

from __future__ import annotations

import copy
import json
import re
import sys
from collections.abc import Iterator
from concurrent.futures import ProcessPoolExecutor
from functools import cache
from typing import Annotated, Any, Literal, NamedTuple, get_args, get_origin

from annotated_types import Ge, Gt, Le, Lt
from pydantic import BaseModel
from pydantic.fields import FieldInfo

from sabaka_core import validate_hive
from sabaka_core.document.base import RowOf
from sabaka_core.kit.tables import table
from tests.mutated import Outcome, attempted, examples
from tests.mutated_edits import Path_, Raw, value_at

STRETCH = 40
# What is said beside the hive itself does alike with any hive: each limit of it is tried with every fourth.
BESIDE, OF_THOSE = ("season", "moving", "lifting", "wintering", "building", "boards", "choices"), 4


class Bound(NamedTuple):
    """A field of a document and a value that it may just have."""

    path: Path_
    value: Any


def bounds_of(model: BaseModel, at: Path_ = ()) -> Iterator[Bound]:
    """Every field of a document, with every value that stands at a limit of its own."""
    for name, info in type(model).model_fields.items():
        value = getattr(model, name)
        for bound in _values(info):
            if bound != value:
                yield Bound((*at, name), bound)
        parts = enumerate(value) if isinstance(value, tuple) else [(None, value)]
        for index, part in parts:
            if isinstance(part, BaseModel):
                yield from bounds_of(part, (*at, name) if index is None else (*at, name, index))


def one_of_each(bounds: Iterator[Bound]) -> list[Bound]:
    """Of alike parts in a list the first will do."""
    seen: dict[tuple[str, str], Bound] = {}
    for bound in bounds:
        where = re.sub(r"/\d+(?=/|$)", "/*", "/".join(map(str, bound.path)))
        seen.setdefault((where, repr(bound.value)), bound)
    return list(seen.values())


@cache
def _rows() -> dict[str, tuple[float, float]]:
    return {name: (row.low, row.high) for name, row in table("sizes").items()}


def _values(info: FieldInfo) -> list[Any]:
    found = list(dict.fromkeys(_of(info.annotation, tuple(info.metadata))))
    whole = info.annotation is int
    return [int(each) if whole and isinstance(each, float) else each for each in found]


def _of(kind: Any, told: tuple[Any, ...]) -> Iterator[Any]:
    if get_origin(kind) is Literal:
        yield from get_args(kind)
    elif get_origin(kind) is Annotated:
        inner, *more = get_args(kind)
        yield from _of(inner, (*told, *more))
    elif get_args(kind) and get_origin(kind) is not tuple:
        for each in get_args(kind):
            yield from _of(each, told)
    elif kind is bool:
        yield from (True, False)
    elif kind in (int, float):
        yield from (kind(number) for number in _numbers(told))


def _numbers(told: tuple[Any, ...]) -> Iterator[float]:
    told = tuple(part for each in told for part in (each.metadata if isinstance(each, FieldInfo) else (each,)))
    rows = [each.row for each in told if isinstance(each, RowOf)]
    for each in told:
        if isinstance(each, Gt | Le | Lt) and rows:
            # What lies beyond the row of sizes is taken for the row's own limit.
            continue
        if isinstance(each, Ge):
            yield float(each.ge)  # type: ignore[arg-type]
        elif isinstance(each, Gt):
            yield float(each.gt) + 1e-6  # type: ignore[arg-type]
        elif isinstance(each, Le):
            yield float(each.le)  # type: ignore[arg-type]
        elif isinstance(each, Lt):
            yield float(each.lt) - 1e-6  # type: ignore[arg-type]
    for row in rows:
        yield from _rows()[row]


def documents() -> list[tuple[Raw, list[Bound]]]:
    """The examples with everything said of them, and what can be tried with each."""
    found, told = [], examples()
    for raw in told[len(told) // 2 :]:
        hive = validate_hive(raw)
        bounds = enumerate(one_of_each(bounds_of(hive)), start=len(found))
        mine = [bound for turn, bound in bounds if bound.path[0] not in BESIDE or turn % OF_THOSE == 0]
        found.append((json.loads(hive.model_dump_json(exclude_none=True)), mine))
    return found


def with_bound(document: Raw, bound: Bound) -> Raw:
    """A document with one field at a limit."""
    document = copy.deepcopy(document)
    value_at(document, bound.path[:-1])[bound.path[-1]] = bound.value
    return document


def tried(example: int, numbers: range) -> Outcome:
    """Some limits of an example, each through everything."""
    outcome = Outcome()
    document, bounds = documents()[example]
    for number in numbers:
        attempted(outcome, number, with_bound(document, bounds[number]))
    return outcome


def main() -> int:
    """All of them on every core, from an example on. Exit code 1 when anything was wrong."""
    first = int(sys.argv[1]) if sys.argv[1:] else 0
    total, work = Outcome(), []
    with ProcessPoolExecutor() as pool:
        for example, (_, bounds) in enumerate(documents()):
            if example < first:
                continue
            for start in range(0, len(bounds), STRETCH):
                numbers = range(start, min(start + STRETCH, len(bounds)))
                work.append((example, bounds, pool.submit(tried, example, numbers)))
        print(f"{len(work) * STRETCH} or fewer", flush=True)
        at = first
        for example, bounds, part in work:
            if example != at:
                print(f"  example {example}", flush=True)
            at = example
            total.take(
                part.result(), lambda number, example=example, bounds=bounds: f"example {example}: {bounds[number]}"
            )
    return total.tell()


if __name__ == "__main__":
    sys.exit(main())
