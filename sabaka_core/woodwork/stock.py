"""Boards on hand out of a table."""

from __future__ import annotations

from pydantic import ValidationError

from sabaka_core.document.hive import Board
from sabaka_core.document.load import refusal_of
from sabaka_core.errors import ParameterError
from sabaka_core.tables import read_table

_NEEDED = ("length_mm", "width_mm", "thickness_mm")


def read_stock(table: str) -> tuple[Board, ...]:
    """Boards on hand out of a CSV table with columns label, length_mm, width_mm, thickness_mm, count.

    Raises:
        ParameterError: at ``stock``: a column is missing, or a number can't be read or used; the line is named.
    """
    names, rows = read_table(table, "stock")
    missing = [name for name in _NEEDED if name not in names]
    if missing:
        raise ParameterError(
            "stock", ", ".join(missing), "The table needs columns length_mm, width_mm and thickness_mm.", "no-column"
        )
    found: list[Board] = []
    for line, row in rows:
        try:
            sizes = {name: float(row[name]) for name in _NEEDED}
            count = int(row.get("count") or 1)
            found.append(Board(label=row.get("label") or f"board {len(found) + 1}", count=count, **sizes))
        except ValidationError as error:
            raise _unusable(line, row, refusal_of(error).reason) from None
        except ValueError as error:
            raise _unusable(line, row, str(error)) from None
    return tuple(found)


def _unusable(line: int, row: dict[str, str], reason: str) -> ParameterError:
    return ParameterError("stock", str(row), f"Line {line} can’t be used: {reason}", "bad-line")
