"""Which chambers bees can reach from which, through the passages."""

from __future__ import annotations

from sabaka_core.document.hive import Hive


def connected(hive: Hive, chamber_id: str) -> set[str]:
    """Ids of the chambers that can be reached from one, itself included."""
    reached = {chamber_id}
    grew = True
    while grew:
        grew = False
        for passage in hive.passages:
            ends = {passage.from_chamber, passage.to_chamber}
            if passage.lets_bees and ends & reached and not ends <= reached:
                reached |= ends
                grew = True
    return reached


def way_out(hive: Hive, chamber_id: str) -> bool:
    """Whether bees of a chamber find an open entrance."""
    reached = connected(hive, chamber_id)
    return any(e.is_open for chamber in hive.chambers if chamber.id in reached for e in chamber.entrances)
