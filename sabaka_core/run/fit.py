"""How many combs of which kind fill a run: every maximal mix, ranked; what is left; what one more would need.

A mix is maximal when no comb of any kind could be added. Mixes are ranked by how near they come to the
wished share of brood combs, in steps of a tenth, then by what is left over, then by more combs.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import floor

MIX_STEP = 0.1
_CLOSE = 1e-6


@dataclass(frozen=True)
class CombWidth:
    """A kind of comb place: its width in the run, and whether it is meant for brood."""

    id: str
    width_mm: float
    brood: bool


@dataclass(frozen=True)
class RunFit:
    """One mix that fills a run.

    Attributes:
        counts: how many of each kind, in the kinds' order.
        leftover_mm: what a shim or the end gap takes up.
        length_mm: the run that this mix fills exactly.
        mix_off: distance from the wished share of brood combs.
        one_more_mm: how much longer the run would have to be for one more of the narrowest kind.
    """

    counts: tuple[int, ...]
    leftover_mm: float
    length_mm: float
    mix_off: float
    one_more_mm: float

    @property
    def combs(self) -> int:
        return sum(self.counts)

    @property
    def rank(self) -> tuple[int, float, int]:
        """What it is sorted by."""
        return floor(self.mix_off / MIX_STEP + 1e-9), round(self.leftover_mm, 6), -self.combs


def fits(
    room_mm: float,
    kept_mm: float,
    kinds: Sequence[CombWidth],
    brood_share: float | None = None,
    wish: int | None = None,
) -> list[RunFit]:
    """Every maximal mix of a run, the best first.

    Args:
        room_mm: the run, wall to wall.
        kept_mm: what followers, gaps, feeder, excluder and spacers take of it.
        kinds: kinds of comb place, at least one, widths > 0.
        brood_share: wished share of brood combs, 0 to 1; None when any will do.
        wish: exactly so many combs, maximal or not; None for as many as go in.
    Returns:
        Mixes by :attr:`Fit.rank`; none when not one comb goes in.
    """
    open_mm = room_mm - kept_mm
    found = [_fit(counts, open_mm, kept_mm, kinds, brood_share) for counts in _counts(open_mm, kinds, wish)]
    return sorted(found, key=lambda fit: (*fit.rank, fit.counts))


def _counts(open_mm: float, kinds: Sequence[CombWidth], wish: int | None) -> Iterator[tuple[int, ...]]:
    """Counts of each kind that go in; the last kind takes what is left, so that each mix comes once."""
    narrowest = min(kind.width_mm for kind in kinds)

    def fill(at: int, left: float, so_far: tuple[int, ...]) -> Iterator[tuple[int, ...]]:
        width = kinds[at].width_mm
        most = floor((left + _CLOSE) / width)
        if at == len(kinds) - 1:
            if wish is not None:
                last = wish - sum(so_far)
                if 0 <= last <= most:
                    yield (*so_far, last)
                return
            if most < 0:
                return
            counts = (*so_far, most)
            if sum(counts) and left - most * width < narrowest - _CLOSE:
                yield counts
            return
        for number in range(most + 1):
            yield from fill(at + 1, left - number * width, (*so_far, number))

    if open_mm > 0:
        yield from fill(0, open_mm, ())


def _fit(
    counts: tuple[int, ...], open_mm: float, kept_mm: float, kinds: Sequence[CombWidth], brood_share: float | None
) -> RunFit:
    used = sum(number * kind.width_mm for number, kind in zip(counts, kinds, strict=True))
    total = sum(counts)
    brood = sum(number for number, kind in zip(counts, kinds, strict=True) if kind.brood)
    off = 0.0 if brood_share is None or total == 0 else abs(brood / total - brood_share)
    narrowest = min(kind.width_mm for kind in kinds)
    left = open_mm - used
    return RunFit(counts, max(left, 0.0), used + kept_mm, off, max(narrowest - left, 0.0))
