"""What a keeper can do to a design, as data: one class an action, with its own way of doing it.

A subclass that names itself by ``do`` registers itself; :mod:`sabaka_core.actions` puts all of them together.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Annotated, Any, ClassVar, Literal

from pydantic import BaseModel, ConfigDict, Field

from sabaka_core.base.locale import Locale, Mark, with_point
from sabaka_core.base.units import System
from sabaka_core.document.hive import Hive

Coordinate = Annotated[float, Field(ge=-100_000, le=100_000)]
Index = Annotated[int, Field(ge=0, le=1_000)]
Typed = Annotated[str, Field(max_length=4_000)]
Pointer = Annotated[str, Field(max_length=200, pattern=r"^(/[^/]+)+$")]
SizeName = Literal["top_mm", "floor_mm", "height_mm", "slope_deg", "face_mm"]
Held = tuple[str, ...]
BOARDS = "/boards"


@dataclass(frozen=True)
class Bench:
    """What an edit finds beside the design: the chamber on the bench, and days of weather it may name by their hash."""

    box: int
    days: Mapping[str, object] = field(default_factory=dict)


class Edit(BaseModel):
    """One action. ``says`` are the JSON pointers of what it says, ``{at}`` being the chamber on the bench's."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)

    says: ClassVar[tuple[str, ...]] = ()
    # Whether what it brings in may lie beyond what Sabaka works with: it stood there before, or was tried.
    tried: ClassVar[bool] = False

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        """The design after it.

        Raises:
            ParameterError: names the field that is wrong.
            InfeasibleError: the wish can't be met; says what could.
        """
        raise NotImplementedError

    def said(self, box: int) -> Held | None:
        """JSON pointers of what it says of a chamber; None when it says nothing of its own, as a mend or a step back.

        Mends leave alone what was said last.
        """
        return tuple(path.format(at=f"/chambers/{box}") for path in self.says) or None

    @classmethod
    def __pydantic_init_subclass__(cls, **kwargs: Any) -> None:
        if "do" not in cls.model_fields:
            return
        name = cls.model_fields["do"].default
        assert name not in EDITS, f"two edits are called {name}"
        EDITS[name] = cls


EDITS: dict[str, type[Edit]] = {}


class TypedEdit(Edit):
    """An edit with something typed: ``units`` go with a bare number, ``mark`` is the decimal mark of the place."""

    text: Typed
    units: System = "mm"
    mark: Mark = "."

    def number(self, field: str) -> str:
        """What was typed, with a point for its decimals.

        Raises:
            ParameterError: at ``field``: it could mean two numbers.
        """
        return with_point(self.text, Locale(self.mark), field)


class LookAt(Edit):
    """Change nothing; ask for the report."""

    do: Literal["look"] = "look"

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        return hive
