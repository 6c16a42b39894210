"""Putting a value at its place in the document, validated anew."""

from __future__ import annotations

from typing import Any

from sabaka_core.base.errors import ParameterError
from sabaka_core.document.hive import Hive
from sabaka_core.document.load import dump_hive, revalidate


def replace_value(hive: Hive, path: str, value: Any) -> Hive:
    """The hive with the value at a JSON pointer replaced, and validated anew; list items by place or by their id.

    Raises:
        ParameterError: there is no such field, or the value doesn't go there.
    """
    raw = dump_hive(hive)
    here: Any = raw
    steps = path.strip("/").split("/")
    for step in steps[:-1]:
        here = _child(here, step, path)
    last = steps[-1]
    if isinstance(here, list):
        here[_position(here, last, path)] = value
    elif isinstance(here, dict):
        here[last] = value
    else:
        raise _no_field(path)
    return revalidate(raw)


def _child(here: Any, step: str, path: str) -> Any:
    if isinstance(here, list):
        return here[_position(here, step, path)]
    if isinstance(here, dict) and step in here:
        return here[step]
    raise _no_field(path)


def _position(here: list[Any], step: str, path: str) -> int:
    named = [at for at, each in enumerate(here) if isinstance(each, dict) and step and each.get("id") == step]
    if named:
        return named[0]
    # Other digits than these, such as ², are no index.
    if not (step.isascii() and step.isdigit()) or len(step) > 6 or int(step) >= len(here):
        raise _no_field(path)
    return int(step)


def _no_field(path: str) -> ParameterError:
    return ParameterError(path, "", "There is no such field in this design.", "no-such-field")
