"""What would lower the worst lift most: each change is tried, not guessed."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

from sabaka_core.base.errors import SabakaError
from sabaka_core.document.hive import Hive, Stand
from sabaka_core.document.lifting import Lifting
from sabaka_core.edits.closing import with_chamber
from sabaka_core.geometry.cavity import run_length_mm
from sabaka_core.hive.analysis import Analysis, analyse
from sabaka_core.hive.whole import whole
from sabaka_core.lifting.body import body_of
from sabaka_core.lifting.stand import right_stand_mm, standing_of
from sabaka_core.lifting.tasks import SeasonOfLifts, Work, finite, season_here
from sabaka_core.season.plan import Plan

STANDS_WORDS = {
    "side": "stand on one side",
    "both-sides": "stand on either side, whichever is nearer",
    "end": "stand at the end",
}


@dataclass(frozen=True)
class Change:
    """One change: what it does to the season's worst index and to the kilograms over the limit."""

    label: str
    edit: dict[str, Any]
    index: float
    over: int
    saved: float


def work_of(hive: Hive, a: Analysis) -> Work:
    """How the keeper works at a chamber of a hive.

    Raises:
        ParameterError: legs that can't stand.
    """
    lifting = hive.lifting or Lifting()
    body = body_of(lifting)
    return Work(a, lifting, body, standing_of(a, whole(hive), lifting))


def changes(hive: Hive, box: int, plan: Plan, now: SeasonOfLifts) -> tuple[Change, ...]:
    """Changes that lower the worst index, the best first; each with the edit that makes it."""
    found: list[Change] = []
    before = finite(now.worst_index)
    for label, edit, changed in _tries(hive, box):
        try:
            season = season_here(work_of(changed, analyse(changed, box)), plan)
        except SabakaError:
            continue
        after = finite(season.worst_index)
        if before - after > 0.005:
            found.append(Change(label, edit, after, season.over, before - after))
    return tuple(sorted(found, key=lambda change: change.index))


def _tries(hive: Hive, box: int) -> Iterator[tuple[str, dict[str, Any], Hive]]:
    lifting, a = hive.lifting or Lifting(), analyse(hive, box)
    stand = hive.stand or Stand()
    right = round(right_stand_mm(a, whole(hive), body_of(lifting)) / 10) * 10.0
    if abs(right - stand.height_mm) > 20:
        yield (
            f"A stand of {right:.0f} mm, so that the bars lie just below the elbow",
            {"do": "set", "path": "/stand/height_mm", "text": f"{right:.0f} mm"},
            hive.model_copy(update={"stand": stand.model_copy(update={"height_mm": right})}),
        )
    for stands, words in STANDS_WORDS.items():
        if stands != lifting.stands:
            yield _lifting(hive, lifting, f"{words[0].upper()}{words[1:]}", "stands", stands)
    if lifting.grip != "good":
        yield _lifting(hive, lifting, "A frame grip or handled bars: a good hold", "grip", "good")
    chamber = hive.chambers[box]
    turned = chamber.model_copy(update={"combs": "along" if chamber.combs == "across" else "across"})
    if chamber.axis == "lying" and abs(run_length_mm(turned) - run_length_mm(chamber)) < 2.0:
        way = "along the hive" if turned.combs == "along" else "across the hive"
        yield (
            f"Turn the combs: {way}",
            {"do": "set", "path": f"/chambers/{box}/combs", "text": turned.combs},
            with_chamber(hive, box, turned),
        )


def _lifting(hive: Hive, lifting: Lifting, label: str, field: str, to: str) -> tuple[str, dict[str, Any], Hive]:
    changed = lifting.model_copy(update={field: to})
    return label, {"do": "set", "path": f"/lifting/{field}", "text": to}, hive.model_copy(update={"lifting": changed})
