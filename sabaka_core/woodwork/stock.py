"""Boards on hand out of a table, as spreadsheets write it."""

from __future__ import annotations

from pydantic import ValidationError

from sabaka_core.base.errors import ParameterError
from sabaka_core.document.hive import Board
from sabaka_core.document.load import refusal_of
from sabaka_core.kit.brought import Cells, read_table, table_number

# Headings that a column may have; sizes are millimetres.
_COLUMNS: dict[str, tuple[str, ...]] = {
    "length_mm": ("length_mm", "length", "long", "length mm", "length (mm)"),
    "width_mm": ("width_mm", "width", "wide", "width mm", "width (mm)"),
    "thickness_mm": ("thickness_mm", "thickness", "thick", "thickness mm", "thickness (mm)"),
    "count": ("count", "number", "pieces", "how many"),
    "label": ("label", "name", "board", "boards"),
}
_SIZES = ("length_mm", "width_mm", "thickness_mm")


def read_stock(table: str) -> tuple[Board, ...]:
    """Boards on hand out of a table with columns label, length_mm, width_mm, thickness_mm, count.

    Args:
        table: separated by commas, semicolons or tabs; where not by commas, numbers may have a decimal comma.
    Raises:
        ParameterError: at ``stock``: a column is missing, or a number can't be read or used; the line is named.
    """
    names, rows = read_table(table, "stock")
    at = {key: next((name for name in names if name in wanted), None) for key, wanted in _COLUMNS.items()}
    missing = [key for key in _SIZES if at[key] is None]
    if missing:
        raise ParameterError(
            "stock",
            ", ".join(names)[:200],
            f"The table needs a column {', '.join(missing)}, in millimetres.",
            "no-column",
        )
    found: list[Board] = []
    for line, row in rows:

        def cell(key: str, row: Cells = row) -> str:
            name = at[key]
            return row.get(name, "") if name else ""

        sizes = {key: table_number(cell(key), "stock", line) for key in _SIZES}
        count = table_number(cell("count") or "1", "stock", line)
        if count != int(count):
            raise _unusable(line, cell("count"), "the count has to be a whole number.")
        try:
            label = cell("label") or f"board {len(found) + 1}"
            found.append(Board(label=label, count=int(count), **sizes))
        except ValidationError as error:
            raise _unusable(line, str(row), refusal_of(error).reason) from None
    return tuple(found)


def _unusable(line: int, value: str, reason: str) -> ParameterError:
    return ParameterError("stock", value, f"Line {line} can’t be used: {reason}", "bad-line")
