"""Rules on entrances that are set by date."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from sabaka_core.base.dates import short_of_year
from sabaka_core.base.quantity import count, text
from sabaka_core.base.sources import COMMON
from sabaka_core.document.hive import Colony
from sabaka_core.edits.values import replace_value
from sabaka_core.findings.openings import opens_elsewhere
from sabaka_core.findings.registry import Draft, Proposal, on, rule
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.drawing import STRIP_MM
from sabaka_core.run.entrances import place_entrances
from sabaka_core.run.settings import chamber_on, dated_on


@rule("shut-in-by-date", "run")
def shut_in_by_date(a: Analysis) -> Iterator[Draft]:
    """On a day of the year every entrance of a colony is set so that no bee passes."""
    days = sorted({dated.day for entrance in a.chamber.entrances for dated in entrance.dated})
    for index, colony in a.colonies:
        if opens_elsewhere(a) or a.layout.crossed:
            continue
        for day in days:
            shut = _shut(a, colony, day)
            if shut is None:
                continue
            low, high = a.layout.stretch(colony.stretch)
            yield Draft(
                code="shut-in-by-date",
                subject=f"{colony.id}-{day}",
                severity="error",
                text=text(f"From {day} on “{colony.name}” is shut in: none of its entrances lets a bee out."),
                why="Shut-in bees overheat and die within hours; in the winter too they fly out on mild days.",
                place=on("rod", (low + high) / 2, STRIP_MM),
                number=count(0),
                limit=text("one open, part open or with an excluder at any time"),
                source=COMMON,
                path=f"/colonies/{index}",
                proposals=partial(_opened, a, shut, day),
            )


def _shut(a: Analysis, colony: Colony, day: str) -> list[int] | None:
    """The entrances of a colony by place, where all of them are shut on a day; none where one is open."""
    low, high = a.layout.stretch(colony.stretch)
    mine = [
        placed
        for placed in place_entrances(chamber_on(a.chamber, day), a.layout)
        if placed.start_mm >= low - 1e-6 and placed.end_mm <= high + 1e-6
    ]
    if not mine or any(placed.entrance.is_open for placed in mine):
        return None
    return [placed.index for placed in mine]


def _opened(a: Analysis, shut: list[int], day: str) -> Iterator[Proposal]:
    """One of them left open, or part open, from that day on."""
    for index in shut:
        entrance = a.chamber.entrances[index]
        dated = dated_on(entrance, day)
        if dated is None:
            continue
        place = entrance.dated.index(dated)
        setting = "part" if entrance.kind == "disc" else "open"
        path = f"{a.path}/entrances/{index}/dated/{place}/setting"
        words = (
            f"Leave entrance {index + 1} {'part open' if setting == 'part' else 'open'} from {short_of_year(dated.day)}"
        )
        yield Proposal(text(words), partial(replace_value, a.hive, path, setting))
