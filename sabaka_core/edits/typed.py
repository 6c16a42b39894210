"""What was typed, as the value its field takes: the document's own types say of what kind that is.

A field's type tells number, whole number, yes or no, day and text apart, and whether it may be left empty; the unit
stands in its name.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from types import NoneType
from typing import Any, get_args

from pydantic import BaseModel

from sabaka_core.base.errors import ParameterError
from sabaka_core.base.locale import HERE, Locale, parse_day, parse_day_of_any_year, with_point
from sabaka_core.base.units import System, parse_angle, parse_length, parse_mass, parse_number, parse_temperature
from sabaka_core.document.base import Calendar
from sabaka_core.document.hive import Hive
from sabaka_core.document.sections import TrapezoidSection

# How a number is read, by the ending of its field's name.
_BY_UNIT: dict[str, Callable[[str, System, str], float]] = {
    "_mm": parse_length,
    "_kg": parse_mass,
    "_c": parse_temperature,
    "_deg": lambda typed, _, path: parse_angle(typed, path),
}


def read_value(hive: Hive, path: str, typed: str, units: System, locale: Locale = HERE) -> Any:
    """What was typed into a field, as its value.

    Args:
        path: JSON pointer of the field; one that isn't there is read by its name alone.
        units: unit of a length, mass or temperature that was typed without one.
        locale: whose decimal mark and order of day and month it was typed in.
    Raises:
        ParameterError: at ``path``: what was typed is no such value.
    """
    name, kinds = _field(hive, path)
    if NoneType in kinds and not typed.strip():
        return None
    if bool in kinds:
        return typed == "yes"
    calendar = next((kind for kind in kinds if isinstance(kind, Calendar)), None)
    if calendar is not None:
        return (parse_day_of_any_year if calendar.yearly else parse_day)(typed, locale, path)
    parse = next((parse for ending, parse in _BY_UNIT.items() if name.endswith(ending)), None)
    if parse is not None:
        return parse(with_point(typed, locale, path), units, path)
    if float in kinds:
        return parse_number(with_point(typed, locale, path), path)
    if int in kinds:
        number = parse_number(with_point(typed, locale, path), path)
        if number != int(number):
            raise ParameterError(path, typed, "This has to be a whole number.", "not-whole")
        return int(number)
    return typed


def _field(hive: Hive, path: str) -> tuple[str, tuple[Any, ...]]:
    """The name that tells a field's unit, and what its type is made of; nothing where no design has such a field."""
    name = ""
    here: Any = hive
    annotation: tuple[Any, ...] = ()
    for step in path.strip("/").split("/"):
        model = here if isinstance(here, type) else type(here)
        if issubclass(model, BaseModel):
            field = model.model_fields.get(step)
            if field is None:
                return step, ()
            # A trapezoid's sizes are optional because any three hold it, not because one may be left out.
            asked = float if model is TrapezoidSection else field.annotation
            name, annotation, here = step, (asked, *field.metadata), getattr(here, step, None)
        elif issubclass(model, tuple):
            index = int(step) if step.isdecimal() and step.isascii() else len(here)
            annotation, here = get_args(annotation[0])[:1], here[index] if index < len(here) else None
        elif issubclass(model, dict):
            annotation, here = get_args(annotation[0])[1:], here.get(step)
        else:
            return step, ()
        if here is None:
            # What isn't there is told by its type, where there is but one.
            here = next((kind for kind in _leaves(annotation) if isinstance(kind, type) and kind is not NoneType), None)
    return name, tuple(_leaves(annotation))


def _leaves(annotation: Any) -> Iterator[Any]:
    if isinstance(annotation, tuple):
        for part in annotation:
            yield from _leaves(part)
        return
    inner = (*get_args(annotation), *getattr(annotation, "__metadata__", ()))
    if not inner:
        yield annotation
    for part in inner:
        yield from _leaves(part)
