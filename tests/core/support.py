"""Designs for the tests, small and sound unless a test says otherwise."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from sabaka_core import Hive, load_hive, validate_hive
from sabaka_core.base.quantity import Quantity, Text
from sabaka_core.edits.action import Held
from sabaka_core.findings.found import BENCH
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked, Chapter, Line, ReportPart, Table
from sabaka_core.report import build_report
from sabaka_core.show.models import Report
from sabaka_core.show.study import chapter

ROOT = Path(__file__).resolve().parents[2]
EXAMPLES = ROOT / "examples"


def example(name: str) -> dict[str, Any]:
    """An example document as plain data, free to change."""
    document: dict[str, Any] = json.loads((EXAMPLES / f"{name}.json").read_text("utf-8"))
    return document


def sound() -> dict[str, Any]:
    """The plain starting point: a 1.2 m box, 22 mm boards, 35 and 38 mm bars, nothing to mend."""
    return example("sloped-top-bar")


def hive(document: dict[str, Any]) -> Hive:
    return validate_hive(document)


def chamber(document: dict[str, Any]) -> dict[str, Any]:
    only: dict[str, Any] = document["chambers"][0]
    return only


def items(document: dict[str, Any]) -> list[dict[str, Any]]:
    run: list[dict[str, Any]] = chamber(document)["run"]["items"]
    return run


def follower(document: dict[str, Any], side: str) -> dict[str, Any]:
    return next(i for i in items(document) if i["kind"] == "follower" and i["side"] == side)


def opened(name: str, **changes: Any) -> Hive:
    """An example as a design, some of its parts changed."""
    return load_hive((EXAMPLES / f"{name}.json").read_bytes()).model_copy(update=changes)


def reported(
    design: Hive, *parts: ReportPart, draw: tuple[str, ...] = (), box: int | None = None, held: Held | None = None
) -> Report:
    """Some parts of the report on chamber, combs and run; drawings by their names."""
    wanted: tuple[ReportPart, ...] = (*parts, "drawings", "tables") if draw else parts
    return build_report(
        design, {name: Asked(parts=wanted, wanted=(*draw, "advice") if draw else None) for name in BENCH}, box, held
    )


def lines(design: Hive, key: str, box: int | None = None) -> tuple[Line, ...]:
    """The lines of one table of the report."""
    return reported(design, "tables", box=box).tables[key].lines


def told(line: Line, cell: int = 0) -> Text:
    """The words in one cell of a line."""
    said = line.cells[cell]
    assert isinstance(said, Text)
    return said


def card(of: str, design: Hive | None = None, box: int | None = None) -> Chapter:
    """What is said of one bar or frame: of a design’s “hive:…”, or of the “catalogue:…”."""
    return chapter(Context(design or hive(sound())).on(box), "combs", Asked(of=of))


def compared(one: Hive, two: Hive) -> Chapter:
    """What is said of a design beside another."""
    return chapter(Context(one).beside(Context(two)), "compare")


def said(design: Hive, study: str, at: int | None = None) -> Chapter:
    """All that a study says of a design."""
    return chapter(Context(design), study, Asked(at=at))


def table_of(of: Chapter, key: str) -> Table:
    """One table of a chapter."""
    return next(each for each in of.tables if each.key == key)


def column(of: Chapter, key: str, name: str) -> list[float]:
    """The numbers of one column of a table, line by line; words and empty cells left out."""
    table = table_of(of, key)
    at = table.columns.index(name)
    cells = (line.cells[at] for line in table.lines if at < len(line.cells))
    return [cell.value for cell in cells if isinstance(cell, Quantity)]
