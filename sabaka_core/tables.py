"""Tables in and out: CSV text to rows, with the line named where it can't be read, and rows to CSV text."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Sequence

from sabaka_core.errors import ParameterError

Row = dict[str, str]


def read_table(text: str, field: str) -> tuple[tuple[str, ...], list[tuple[int, Row]]]:
    """Column names of a table, lower case, and its rows with their line numbers; empty rows are left out.

    Args:
        text: CSV with a heading line.
        field: name used in the error.
    Raises:
        ParameterError: at ``field``: the text is no table; the line is named.
    """
    plain = text.lstrip("\ufeff").replace("\r\n", "\n").replace("\r", "\n").replace("\x00", "")
    reader = csv.reader(io.StringIO(plain))
    try:
        names = tuple(name.strip().lower() for name in next(reader, []))
        rows = []
        for cells in reader:
            if any(cell.strip() for cell in cells):
                padded = [*(cell.strip() for cell in cells), *[""] * len(names)]
                rows.append((reader.line_num, dict(zip(names, padded, strict=False))))
    except csv.Error as error:
        raise ParameterError(field, "", f"Line {reader.line_num} can’t be read: {error}.", "bad-line") from None
    return names, rows


# What makes a spreadsheet take a cell for a formula.
_FORMULA = ("=", "+", "-", "@", "\t", "\r")


def written_table(columns: Sequence[str], rows: Iterable[Sequence[str | int | float]]) -> str:
    """A table as CSV. Texts that a spreadsheet would run as a formula get a quote before them."""
    out = io.StringIO()
    writer = csv.writer(out)
    writer.writerow(columns)
    writer.writerows([_cell(value) for value in row] for row in rows)
    return out.getvalue()


def _cell(value: str | int | float) -> str | int | float:
    return f"'{value}" if isinstance(value, str) and value.startswith(_FORMULA) else value
