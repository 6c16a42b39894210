"""What can be set, as data: fields, choices with the schools' reasons, buttons."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field

from sabaka_core.base.quantity import Quantity, Value


class Option(Value):
    """One side of a choice, with its reason. ``edit`` replaces the plain setting of the field."""

    value: str
    label: str
    why: str
    edit: dict[str, Any] | None = None


class SizeField(Value):
    """A length or angle to type. ``held`` says whether it is given or follows from others."""

    kind: Literal["size"] = "size"
    path: str
    label: str
    quantity: Quantity
    held: bool
    gloss: str = ""
    edit: dict[str, Any] | None = None


class ChoiceField(Value):
    """A choice between named values."""

    kind: Literal["choice"] = "choice"
    path: str
    label: str
    value: str
    options: tuple[Option, ...]
    gloss: str = ""


class TextField(Value):
    """Words to type."""

    kind: Literal["text"] = "text"
    path: str
    label: str
    value: str
    long: bool = False


class DayField(Value):
    """A day to type: 2026-04-01, or 04-01 of every year; shown and typed as the keeper's place writes it."""

    kind: Literal["day"] = "day"
    path: str
    label: str
    value: str


class Action(Value):
    """An edit on a button; where it can be dragged, ``onto`` has the edit for each thing that it may be dropped on."""

    label: str
    edit: dict[str, Any]
    onto: dict[str, dict[str, Any]] = {}


class RowField(Value):
    """One of several things in a row: what can be set of it, and buttons that move it or take it out.

    ``look`` is the layer of drawings it is drawn on.
    """

    kind: Literal["row"] = "row"
    path: str
    label: str
    look: str = ""
    fields: tuple[Annotated[SizeField | ChoiceField | TextField | DayField, Field(discriminator="kind")], ...]
    actions: tuple[Action, ...] = ()


FormField = Annotated[SizeField | ChoiceField | TextField | DayField | RowField, Field(discriminator="kind")]


class FieldGroup(Value):
    """Fields that belong together. ``moves`` is the edit that puts the row ``at`` to another place ``to``.

    What few hives need is ``folded``: one click away.
    """

    id: str
    title: str
    fields: tuple[FormField, ...]
    actions: tuple[Action, ...] = ()
    moves: dict[str, Any] | None = None
    folded: bool = False
