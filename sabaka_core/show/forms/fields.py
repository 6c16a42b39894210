"""Makers of fields."""

from __future__ import annotations

from typing import Any

from sabaka_core.base.quantity import Quantity
from sabaka_core.kit.forms import Action, ChoiceField, Option, SizeField


def size(path: str, label: str, value: float, gloss: str = "", held: bool = True) -> SizeField:
    """A number that is typed."""
    unit = "deg" if path.endswith("_deg") else "kg" if path.endswith("_kg") else "mm"
    return SizeField(
        path=path, label=label, gloss=gloss, held=held, quantity=Quantity.model_validate({"value": value, "unit": unit})
    )


def counted(path: str, label: str, number: int, gloss: str = "") -> SizeField:
    """A number of things that is typed."""
    return SizeField(path=path, label=label, quantity=Quantity(value=number, unit="count"), held=True, gloss=gloss)


def choice(path: str, label: str, value: str, *options: tuple[str, str, str]) -> ChoiceField:
    """One of several."""
    return ChoiceField(
        path=path,
        label=label,
        value=value,
        options=tuple(Option(value=v, label=words, why=why) for v, words, why in options),
    )


def action(label: str, **edit: Any) -> Action:
    """A button."""
    return Action(label=label, edit=edit)


def yes_or_no(path: str, label: str, value: bool, why: str) -> ChoiceField:
    """What is there or isn't."""
    return choice(path, label, "yes" if value else "no", ("no", "none", ""), ("yes", "yes", why))
