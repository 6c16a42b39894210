"""The written gap rules for combs that move into a hive, each at both ends of tolerance."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from sabaka_core.kit.tables import at_most, practice
from sabaka_core.moving.values import value

GapVerdict = Literal["right", "bridged", "short"]


@dataclass(frozen=True)
class CheckedGap:
    """One gap [mm]: as drawn, and at both ends of tolerance.

    ``spare_mm`` is how far its least value lies over what it must have; negative when it doesn't go.
    """

    rule: str
    label: str
    nominal_mm: float
    least_mm: float
    most_mm: float
    spare_mm: float
    verdict: GapVerdict
    words: str


def side_gap(nominal: float, spread: float, filled: bool = False) -> CheckedGap:
    """Wood to wall, on each side: from a bee space up; wider ones are bridged with comb unless filled.

    Args:
        spread: how much larger or smaller the whole width may be either way [mm]; each side takes half.
        filled: whether a filler brings it down to a bee space.
    """
    low, high = practice("bee_space").span
    least, most = nominal - spread / 2, nominal + spread / 2
    spare = least - low
    if spare < -1e-9:
        words = f"under {low:g}: glued to the wall, or doesn’t go in"
        return CheckedGap("side", "Side, each", nominal, least, most, spare, "short", words)
    if not at_most(nominal, high) and not filled:
        words = f"over {high:g}: bees build comb there, unless it is filled"
        return CheckedGap("side", "Side, each", nominal, least, most, spare, "bridged", words)
    words = "a bee space, with the filler" if filled and nominal > high else "a bee space"
    if most > high + 1e-9 and nominal <= high:
        words += f"; {most:.1f} where frames come out small"
    return CheckedGap("side", "Side, each", nominal, least, most, spare, "right", words)


def under_gap(nominal: float, spread: float) -> CheckedGap:
    """Lowest wood or comb to floor or litter: at least a bee space, at most what bees leave open."""
    low, high = practice("bee_space").low or 6.0, practice("gap_under_combs").high or 25.0
    least, most = nominal - spread, nominal + spread
    spare = least - low
    verdict: GapVerdict = "short" if spare < -1e-9 else "right" if at_most(nominal, high) else "bridged"
    words = {
        "short": f"under {low:g}: stands on the floor or is glued to it",
        "bridged": f"over {high:g}: bees build down below it",
        "right": "open under the combs",
    }[verdict]
    return CheckedGap("under", "Under", nominal, least, most, spare, verdict, words)


def over_gap(nominal: float, spread: float) -> CheckedGap:
    """Top of what stands on rods to the ceiling."""
    low, high = practice("bee_space").span
    least, most = nominal - spread, nominal + spread
    spare = least - low
    verdict: GapVerdict = "short" if spare < -1e-9 else "right" if at_most(nominal, high) else "bridged"
    words = {"short": "too tall to go in", "bridged": "bees build comb above it", "right": "a bee space"}[verdict]
    return CheckedGap("over", "Over", nominal, least, most, spare, verdict, words)


def bearing_gap(nominal: float, spread: float) -> CheckedGap:
    """Wood of each lug that lies on its rest."""
    need = value("least_bearing")
    least, most = nominal - spread / 2, nominal + spread / 2
    spare = least - need
    words = f"at least {need:g} of each lug on its rest" if spare >= -1e-9 else "the lugs don’t reach their rests"
    return CheckedGap(
        "bearing", "On the rest, each", nominal, least, most, spare, "right" if spare >= -1e-9 else "short", words
    )


def length_gap(nominal: float, spread: float) -> CheckedGap:
    """Room left over beyond a top bar's ends."""
    least, most = nominal - spread, nominal + spread
    words = "goes between the walls over the rests" if least >= -1e-9 else "longer than the room over the rests"
    return CheckedGap(
        "length", "Beyond the bar, in all", nominal, least, most, least, "right" if least >= -1e-9 else "short", words
    )


def room_gap(label: str, nominal: float, enough: str, short: str, need: float = 0.0) -> CheckedGap:
    """Room or wood that has to be there, at least ``need`` of it, without a tolerance of its own."""
    spare = nominal - need
    fits = spare >= -1e-9
    return CheckedGap(
        "room", label, nominal, nominal, nominal, spare, "right" if fits else "short", enough if fits else short
    )
