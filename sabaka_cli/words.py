"""Reports written out for people."""

from __future__ import annotations

import json
from collections.abc import Iterable
from itertools import groupby
from typing import Any

from sabaka_core.base.errors import InfeasibleError
from sabaka_core.base.quantity import Quantity, Text, plain, plain_quantity
from sabaka_core.brief.rank import Ranking
from sabaka_core.combs.slope import SlopePoint, best_from_board, steepest_clear_deg
from sabaka_core.document import Hive
from sabaka_core.document.combs import TopBar
from sabaka_core.drawing.slope import slope_study
from sabaka_core.edits.sizing import kept_mm
from sabaka_core.frames.catalogue import CatalogueRow, catalogue
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.chambers import analyse
from sabaka_core.kit.chapter import Cell, Chapter, Line
from sabaka_core.kit.findings import Finding
from sabaka_core.kit.metrics import Metric
from sabaka_core.moving.matrix import Matrix
from sabaka_core.show.combs import fact_lines, part_lines
from sabaka_core.show.mixes import kinds_of, solve


def findings_text(findings: Iterable[Finding]) -> str:
    """Findings with their step, reasons and mends."""
    return "\n".join(line for finding in findings for line in _finding_lines(finding)) or "Nothing to mend."


def frames_json() -> str:
    """Every row of the catalogue: its sizes, its box, its parts and what it holds."""
    rows = []
    for ident, row in catalogue().items():
        rows.append(
            {
                "id": ident,
                "name": row.name,
                "source": row.source.model_dump(),
                "made_from": row.made_from,
                "carrier": row.carrier.model_dump(mode="json", exclude_none=True),
                "box": row.box.model_dump() if row.box else None,
                "parts": [_part(line) for line in part_lines(row.carrier)],
                "facts": _facts(row),
            }
        )
    return json.dumps(rows, indent=2, ensure_ascii=False)


def _part(line: Line) -> dict[str, Any]:
    """One line of a parts list: its name, how many, and long, wide and thick where it isn’t bought as it is."""
    name, number, *sizes = line.cells
    numbers = [cell.value for cell in (number, *sizes) if isinstance(cell, Quantity)]
    return {
        "name": _cell(name),
        "count": int(numbers[0]),
        "sizes_mm": [round(size, 3) for size in numbers[1:]],
        "note": line.why,
    }


def _facts(row: CatalogueRow) -> dict[str, str]:
    return {_cell(label): _cell(said) for label, said in (line.cells for line in fact_lines(row))}


def frames_text() -> str:
    """The catalogue as a table."""
    lines = [f"{'id':<26}{'top bar':>10}{'body':>9}{'depth':>9}{'spacing':>9}{'comb':>10}{'honey':>9}  source"]
    for ident, row in catalogue().items():
        facts = _facts(row)
        kind = row.carrier
        bar = isinstance(kind, TopBar)
        long = kind.length_mm if isinstance(kind, TopBar) else kind.top_bar_mm
        sizes = ("", "") if isinstance(kind, TopBar) else (f"{kind.body_width_mm:.1f}", f"{kind.depth_mm:.1f}")
        lines.append(
            f"{ident:<26}{long:>10.1f}{sizes[0]:>9}{sizes[1]:>9}{kind.spacing_mm:>9.1f}"
            f"{'' if bar else facts.get('Comb, one side', ''):>10}{facts.get('Honey when full', ''):>9}  "
            f"{row.source.mark}"
        )
    return "\n".join(lines)


def ranking_text(ranking: Ranking) -> str:
    """The ranking with its reasons, and what would change it."""
    lines: list[str] = []
    for place, one in enumerate(ranking.systems, start=1):
        lines.append(f"{place:>2}. {one.label} ({one.points:+d})")
        lines += [
            f"      {'for' if r.points > 0 else 'against'} {r.points:+d}: {r.words} [{r.rule}]" for r in one.reasons
        ]
    if ranking.turns:
        lines += ["", "Another answer would put another system first:"]
        lines += [f"  {turn.title}: {turn.words} → {turn.label}" for turn in ranking.turns]
    return "\n".join(lines)


def fits_json(a: Analysis, brood_share: float | None, wish: int | None) -> str:
    """The run solver's answers: every maximal mix, the best first."""
    kinds = kinds_of(a)
    return json.dumps(
        {
            "run_mm": a.run_mm,
            "kept_mm": kept_mm(a),
            "kinds": [{"id": k.id, "width_mm": k.width_mm, "brood": k.brood} for k in kinds],
            "fits": [
                {
                    "counts": {k.id: n for k, n in zip(kinds, fit.counts, strict=True)},
                    "combs": fit.combs,
                    "leftover_mm": round(fit.leftover_mm, 6),
                    "exact_length_mm": round(fit.length_mm, 6),
                    "mix_off": round(fit.mix_off, 4),
                    "one_more_needs_mm": round(fit.one_more_mm, 6),
                }
                for fit in solve(a, brood_share, wish)
            ],
        },
        indent=2,
    )


def chapter_text(said: Chapter, worked: bool = False) -> str:
    """What a study says: numbers by group, with their formulas if wished, tables, what would help, what is wrong."""
    lines = [plain(said.lead)]
    for group, members in groupby(said.metrics.values(), key=lambda metric: metric.group):
        lines += [
            "",
            group,
            *(f"  {metric.label:<42} {_value(metric):>14}{_how(metric, worked)}" for metric in members),
        ]
    for table in said.tables:
        lines += ["", f"{table.title}: {', '.join(table.columns)}"]
        lines += [f"  {'  '.join(_cell(cell) for cell in line.cells)}  {line.why}".rstrip() for line in table.lines]
    lines += ["", said.agenda_title] if said.agenda else []
    for occasion in said.agenda:
        lines += ["", occasion.label]
        lines += [f"  {each.title} {plain(each.words)} {each.why}".rstrip() for each in occasion.doings]
    if said.helps:
        lines += ["", "What would help"]
        lines += [f"  {plain(m.label)}{f': {plain(m.gives)}' if m.gives else ''}" for m in said.helps]
    lines += ["", findings_text(said.findings), "", *said.notes, *said.cautions]
    return "\n".join(lines)


def _how(metric: Metric, worked: bool) -> str:
    return f"   {metric.working.formula}" if worked and metric.working else ""


def _cell(cell: Cell) -> str:
    return plain(cell) if isinstance(cell, Text) else plain_quantity(cell)


def matrix_text(chart: Matrix) -> str:
    """The compatibility chart: a line a pair."""
    return "\n".join(
        f"{c.frame:<25}{c.hive:<18}{c.words} ({c.tightest.lower()} {c.margin_mm:+.1f} mm)" for c in chart.cells
    )


def slope_json(hive: Hive, points: int) -> str:
    """The slope sweeps with top and height held and with a board held, and both optima, as JSON.

    Raises:
        InfeasibleError: the hive has no bars over straight leaning walls.
    """
    a = analyse(hive)
    held, board = slope_study(a), slope_study(a, "board")
    if held is None or board is None:
        raise InfeasibleError("The slope finder is for top bars over straight leaning walls.", "This hive has none.")
    clear = steepest_clear_deg(held.brief, held.here.top_mm, held.here.height_mm)
    widest = a.widest_board_mm
    best = None if widest is None else best_from_board(held.brief, held.here.top_mm, widest, a.side_mm)
    return json.dumps(
        {
            "slope_deg": held.here.slope_deg,
            "steepest_clear_deg": clear,
            "board_mm": widest,
            "best_from_board": None if best is None else _slope_row(best),
            "sweep": [_slope_row(point) for point in held.points(points - 1)],
            "board_sweep": [_slope_row(point) for point in board.points(points - 1)],
        },
        indent=2,
    )


def _slope_row(point: SlopePoint) -> dict[str, float]:
    return {
        "slope_deg": point.slope_deg,
        "floor_mm": point.section.floor_mm,
        "height_mm": point.section.height_mm,
        "comb_cm2": point.comb_mm2 / 100,
        "unused_cm2": point.unused_mm2 / 100,
        "least_clearance_mm": point.clearance_mm,
        "contact_length_mm": point.contact_mm,
    }


def _finding_lines(finding: Finding) -> list[str]:
    head = f"{finding.severity.upper()} {finding.id} ({finding.step}): {plain(finding.text)}"
    lines = [head, f"    limit: {plain(finding.limit)} ({finding.source.mark})", f"    why: {finding.why}"]
    if finding.school:
        lines.append(f"    school: {finding.school}")
    return lines + [f"    mend: {plain(mend.label)}" for mend in finding.mends]


def _value(metric: Metric) -> str:
    return plain_quantity(Quantity(value=metric.value, unit=metric.unit))
