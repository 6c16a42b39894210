"""Errors a keeper can act on. The server maps them to HTTP in one place."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any


class SabakaError(Exception):
    """Base of every error the core raises on purpose."""


@dataclass(frozen=True)
class FieldProblem:
    """One thing wrong with one field.

    Attributes:
        field: JSON pointer into the document (``/chambers/0/length_mm``) or a parameter name.
        reason: what is wrong and what would be right, in plain words.
        code: short stable word for programs.
        value: the offending value, shortened for display.
    """

    field: str
    reason: str
    code: str
    value: str = ""


class ParameterError(SabakaError):
    """One or more fields hold something that can't be used."""

    def __init__(self, field: str, value: Any, reason: str, code: str = "invalid") -> None:
        self.problems: tuple[FieldProblem, ...] = (FieldProblem(field, reason, code, shorten(value)),)
        super().__init__(f"{field}: {reason}")

    @classmethod
    def of(cls, problems: list[FieldProblem]) -> ParameterError:
        """Build one error from several field problems (at least one)."""
        first = problems[0]
        error = cls(first.field, first.value, first.reason, first.code)
        error.problems = tuple(problems)
        return error

    @property
    def field(self) -> str:
        return self.problems[0].field

    @property
    def reason(self) -> str:
        return self.problems[0].reason

    @property
    def code(self) -> str:
        return self.problems[0].code

    def at(self, field: str) -> ParameterError:
        """The same error, named for another field (used when a helper knows only its argument)."""
        return ParameterError.of([FieldProblem(field, p.reason, p.code, p.value) for p in self.problems])


class InfeasibleError(SabakaError):
    """A well-formed wish that can't be met. ``nearest`` says what could."""

    def __init__(self, reason: str, nearest: str = "") -> None:
        self.reason = reason
        self.nearest = nearest
        super().__init__(f"{reason} {nearest}".strip())


def shorten(value: Any, limit: int = 60) -> str:
    """A value as text, cut to ``limit`` characters so that an error never echoes a whole file."""
    text = value if isinstance(value, str) else repr(value)
    return text if len(text) <= limit else text[: limit - 1] + "…"
