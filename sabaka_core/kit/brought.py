"""Tables in and out: CSV text to rows, with the line named where it can't be read, and rows to CSV text."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterable, Sequence

from sabaka_core.base.errors import ParameterError

Cells = dict[str, str]
_SEPARATORS = (";", "\t", ",")
_NUMBER = re.compile(r"[+-]?\d+([.,]\d+)?", re.ASCII)
# What makes a spreadsheet take a cell for a formula.
_FORMULA = ("=", "+", "-", "@", "\t", "\r")


def decoded(body: bytes) -> str:
    """The text of a table's file: UTF-8, or what older programs write (Windows-1252, a superset of Latin-1)."""
    try:
        return body.decode("utf-8-sig")
    except UnicodeDecodeError:
        return body.decode("cp1252", "replace")


def read_table(text: str, field: str) -> tuple[tuple[str, ...], list[tuple[int, Cells]]]:
    """Column names of a table, lower case, and its rows with their line numbers; empty rows are left out.

    Args:
        text: a heading line and rows, separated by semicolons, tabs or commas: by what the heading is separated.
        field: name used in the error.
    Raises:
        ParameterError: at ``field``: the text is no table; the line is named.
    """
    plain = text.lstrip("\ufeff").replace("\r\n", "\n").replace("\r", "\n").replace("\x00", "")
    heading = plain.lstrip("\n").split("\n", 1)[0]
    separator = next((each for each in _SEPARATORS if each in heading), ",")
    reader = csv.reader(io.StringIO(plain), delimiter=separator)
    try:
        names: tuple[str, ...] = ()
        rows: list[tuple[int, Cells]] = []
        for cells in reader:
            if not any(cell.strip() for cell in cells):
                continue
            if not names:
                names = tuple(cell.strip().lower() for cell in cells)
                continue
            padded = [*(cell.strip() for cell in cells), *[""] * len(names)]
            rows.append((reader.line_num, dict(zip(names, padded, strict=False))))
    except csv.Error as error:
        raise ParameterError(field, "", f"Line {reader.line_num} can’t be read: {error}.", "bad-line") from None
    return names, rows


def table_number(cell: str, field: str, line: int) -> float:
    """A number of a table, with a point or a comma for its decimals, and no marks for thousands.

    Raises:
        ParameterError: at ``field``, naming the line: the cell holds no such number.
    """
    if not _NUMBER.fullmatch(cell):
        said = f"“{cell[:40]}” is no number" if cell else "a number is missing"
        raise ParameterError(field, cell, f"Line {line} can’t be used: {said}; write it as 2400 or 22.5.", "bad-line")
    return float(cell.replace(",", "."))


def written_table(columns: Sequence[str], rows: Iterable[Sequence[str | int | float]]) -> str:
    """A table as CSV. Texts that a spreadsheet would run as a formula get a quote before them."""
    out = io.StringIO()
    writer = csv.writer(out)
    writer.writerow(columns)
    writer.writerows([_cell(value) for value in row] for row in rows)
    return out.getvalue()


def _cell(value: str | int | float) -> str | int | float:
    return f"'{value}" if isinstance(value, str) and value.startswith(_FORMULA) else value
