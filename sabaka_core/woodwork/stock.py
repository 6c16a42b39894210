"""Boards on hand out of a table."""

from __future__ import annotations

import csv
import io

from sabaka_core.document.hive import Board
from sabaka_core.errors import ParameterError


def read_stock(table: str) -> tuple[Board, ...]:
    """Boards on hand out of a CSV table with columns label, length_mm, width_mm, thickness_mm, count.

    Raises:
        ParameterError: at ``stock``: a column is missing, or a number can't be read or used.
    """
    rows = csv.DictReader(io.StringIO(table))
    missing = {"length_mm", "width_mm", "thickness_mm"} - set(rows.fieldnames or ())
    if missing:
        raise ParameterError(
            "stock",
            ", ".join(sorted(missing)),
            "The table needs columns length_mm, width_mm and thickness_mm.",
            "no-column",
        )
    found = []
    for number, row in enumerate(rows, 2):
        try:
            found.append(
                Board(
                    label=row.get("label") or f"board {number - 1}", length_mm=float(row["length_mm"]), width_mm=float(row["width_mm"]),
                    thickness_mm=float(row["thickness_mm"]), count=int(row.get("count") or 1),
                )
            )  # fmt: skip
        except (ValueError, TypeError) as error:
            raise ParameterError(
                "stock", str(row), f"Line {number} can’t be used: {str(error).splitlines()[0]}", "bad-line"
            ) from None
    return tuple(found)
