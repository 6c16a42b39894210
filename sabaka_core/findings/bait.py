"""Rules on a bait box: its room, its door, how high it hangs, what it weighs full."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from sabaka_core.base.quantity import litres, mm, text
from sabaka_core.document.hive import Stand
from sabaka_core.edits.sizing import by_combs
from sabaka_core.edits.values import replace_value
from sabaka_core.findings.openings import cm2, open_cm2
from sabaka_core.findings.registry import Draft, Proposal, hive_rule, on
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.drawing import STRIP_MM
from sabaka_core.kit.tables import practice


@hive_rule("bait-room", "run")
def bait_room(hive: Whole) -> Iterator[Draft]:
    """A bait box is smaller or larger than scouts choose."""
    if hive.hive.bait is None:
        return
    row, a = practice("bait_rooms"), hive.chambers[0]
    room = a.volumes.whole_l
    if row.holds(room):
        return
    wished = practice("bait_room").number
    yield Draft(
        code="bait-room",
        severity="warning",
        text=text("The bait box holds {room}.", room=litres(room)),
        why=row.why,
        place=on("rod", a.layout.length_mm / 2, STRIP_MM / 2),
        number=litres(room),
        limit=text("{low} to {high}", low=litres(row.span[0]), high=litres(row.span[1])),
        source=row.source,
        path=a.run_path,
        proposals=lambda: (
            Proposal(
                text("Make it hold about {room}", room=litres(wished)),
                partial(by_combs, hive.hive, a.box, max(round(len(a.layout.combs) * wished / room), 1)),
            ),
        ),
    )


@hive_rule("bait-door", "run")
def bait_door(hive: Whole) -> Iterator[Draft]:
    """A bait box’s door is smaller or larger than scouts choose."""
    if hive.hive.bait is None:
        return
    row, a = practice("bait_door"), hive.chambers[0]
    area = open_cm2([each for each in a.entrances if each.entrance.is_open])
    if row.holds(area):
        return
    holes = [i for i, each in enumerate(a.chamber.entrances) if each.kind == "hole"]
    bore = practice("bait_bore").number
    yield Draft(
        code="bait-door",
        severity="warning",
        text=text("The bait box’s door is {area}.", area=cm2(area)),
        why=row.why,
        place=on("rod", a.layout.length_mm / 2, STRIP_MM),
        number=cm2(area),
        limit=text("{low} to {high}", low=cm2(row.span[0]), high=cm2(row.span[1])),
        source=row.source,
        path=f"{a.path}/entrances",
        proposals=lambda: tuple(
            Proposal(
                text("Bore it {bore}", bore=mm(bore)),
                partial(replace_value, hive.hive, f"{a.path}/entrances/{i}/diameter_mm", bore),
            )
            for i in holes
        ),
    )


@hive_rule("bait-low", "run")
def bait_low(hive: Whole) -> Iterator[Draft]:
    """A bait box hangs lower than scouts like, or higher than a keeper should climb for it."""
    if hive.hive.bait is None:
        return
    row, stand = practice("bait_height"), hive.hive.stand or Stand()
    if row.holds(stand.height_mm):
        return
    low, high = row.span
    wished = low if stand.height_mm < low else high
    a = hive.chambers[0]
    yield Draft(
        code="bait-low",
        severity="warning",
        text=text("The bait box hangs {up} above the ground.", up=mm(stand.height_mm)),
        why=row.reason(stand.height_mm),
        place=on("rod", a.layout.length_mm / 2, STRIP_MM),
        number=mm(stand.height_mm),
        limit=text("{low} to {high}", low=mm(low), high=mm(high)),
        source=row.source,
        path="/stand/height_mm",
        proposals=lambda: (
            Proposal(
                text("Hang it at {up}", up=mm(wished)),
                lambda: hive.hive.model_copy(update={"stand": stand.model_copy(update={"height_mm": wished})}),
            ),
        ),
    )
