"""What a hive's visits teach of its colony: least squares with a prior, about the season's own model.

The few numbers that differ between colonies (:data:`.ensemble.NAMES`) are those under which the model comes closest to
all that was seen, each thing by how exactly it is seen, without going farther from the book than colonies do:
``min Σ((y − h(z))/σ)² + Σz²``, z in standard deviations of the prior. Gauss and Newton's way finds it, the slopes by
running the model once for every number at the same time. The curvature there says how uncertain they are; as the model
bends, some hundred colonies are drawn about that place, run, and weighed by how well each tells what was seen
(importance sampling). Every band is one of these colonies. Both are in every text on inverse problems and Monte Carlo
methods, as Tarantola's of 2005 and Robert and Casella's of 2004; from memory.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from sabaka_core.base import budget
from sabaka_core.geometry.profile import Floats
from sabaka_core.kit.tables import table
from sabaka_core.learning.ensemble import NAMES, Doing, Looked, ensemble_of, factors, prior_sd, run, ways_of
from sabaka_core.season.model import ColonyState
from sabaka_core.season.plan import Planner

# Rounds of Gauss and Newton, the step that slopes are taken over, and what is close enough, in standard deviations of
# the prior.
_ROUNDS, _STEP, _CLOSE = 3, 0.1, 0.15
# How many colonies are drawn, how much wider than the curvature says, and the tails of their distribution.
_COLONIES, _WIDER, _FREEDOM = 300, 1.3, 5.0
# Least, middle and most of a band that holds nine in ten.
_SHARES = (0.05, 0.5, 0.95)
_NONE = 1e-9
# Drawn again at the most, where fewer colonies than enough bear the weight; about at least so wide a place.
_REDRAWN, _ENOUGH, _LEAST_SPREAD = 2, 50.0, 0.1
# No number is taken farther from the book than so many standard deviations.
_FARTHEST = 3.0
_SEEN = ("covered", "brood", "stores", "weighs_kg")


@dataclass(frozen=True)
class SeenOnce:
    """What was seen on a day: combs covered, of brood, of stores, what the hive weighs more than on the first [kg].

    None is what wasn't seen. Each number has the name that it has in :class:`.ensemble.Looked`.
    """

    day: int
    covered: float | None = None
    brood: float | None = None
    stores: float | None = None
    weighs_kg: float | None = None


@dataclass(frozen=True)
class Story:
    """What is learned from.

    Attributes:
        colony: how it stood on the first visit, as the book has it.
        seen: what was seen, the first visit first.
        doings: what was done on which day.
        last: till which day the model runs [ordinal].
        days: the days that are told of it afterwards.
    """

    planner: Planner
    colony: ColonyState[float]
    seen: tuple[SeenOnce, ...]
    doings: dict[int, Doing]
    last: int
    days: frozenset[int]

    @property
    def first(self) -> int:
        return self.seen[0].day


@dataclass(frozen=True)
class Fit:
    """What was learned: colonies as likely as what was seen allows, each with its weight; the first is the likeliest.

    Attributes:
        z: the numbers of :data:`.ensemble.NAMES`, in standard deviations of the prior: a row for each, a column for
            each colony.
        weights: of the colonies; they add up to one.
        evenings: by their days, from the first one on.
        asked: days on which what was seen contradicts all the rest, and wasn't learned from.
    """

    story: Story
    z: Floats
    weights: Floats
    evenings: dict[int, Looked]
    asked: tuple[int, ...]

    def number(self, name: str) -> tuple[float, float, float]:
        """A number of :data:`.ensemble.NAMES` as a factor of the book's: least, likely and most, nine in ten times."""
        row = np.exp(self.z[NAMES.index(name)] * prior_sd()[NAMES.index(name)])
        return self._band(row)

    @cached_property
    def sd(self) -> Floats:
        """How uncertain the numbers are, in standard deviations of the prior."""
        mean = self.z @ self.weights
        spread: Floats = np.sqrt(((self.z - mean[:, None]) ** 2) @ self.weights)
        return spread

    @cached_property
    def together(self) -> Floats:
        """How closely the numbers go together: their correlations."""
        off = (self.z - (self.z @ self.weights)[:, None]) / np.maximum(self.sd, _NONE)[:, None]
        found: Floats = (off * self.weights) @ off.T
        return found

    def band(self, name: str, day: int) -> tuple[float, float, float]:
        """A number of an evening: least, in the middle and most, nine in ten times."""
        return self._band(getattr(self.evenings[day], name))

    def _band(self, row: Floats) -> tuple[float, float, float]:
        order = np.argsort(row)
        upto = np.cumsum(self.weights[order]) - self.weights[order] / 2
        low, middle, high = np.interp(_SHARES, upto, row[order])
        return float(low), float(middle), float(high)


def fit(story: Story) -> Fit:
    """What a story teaches. One visit that contradicts all others is left out, and named; then perhaps another."""
    asked: tuple[int, ...] = ()
    z, cov, evenings = _closest(story, asked)
    for _ in range(2):
        worst = _contradicting(story, evenings, cov, asked)
        if worst is None:
            break
        asked = tuple(sorted((*asked, worst)))
        z, cov, evenings = _closest(story, asked)
    return _weighed(story, z, cov, asked)


def _closest(story: Story, without: Sequence[int]) -> tuple[Floats, Floats, dict[int, Looked]]:
    """The numbers under which the model comes closest, how uncertain they are, and the model about them."""
    z = np.zeros(len(NAMES))
    evenings = _around(story, z)
    for _ in range(_ROUNDS):
        budget.look()
        better, cov = _newton(story, evenings, z, without)
        moved = float(np.abs(better - z).max())
        z = better
        evenings = _around(story, z)
        if moved < _CLOSE:
            break
    _, cov = _newton(story, evenings, z, without)
    return z, cov, evenings


def _weighed(story: Story, z: Floats, cov: Floats, asked: tuple[int, ...]) -> Fit:
    """Colonies drawn about the closest numbers; drawn again about the likeliest of them where few bear the weight."""
    found = _drawn(story, z, cov, asked)
    for _ in range(_REDRAWN):
        if 1 / float((found.weights**2).sum()) >= _ENOUGH:
            break
        z = found.z @ found.weights
        cov = found.together * np.outer(found.sd, found.sd) + np.eye(len(NAMES)) * _LEAST_SPREAD**2
        found = _drawn(story, z, cov, asked)
    return found


def _drawn(story: Story, z: Floats, cov: Floats, asked: tuple[int, ...]) -> Fit:
    """Colonies drawn about the closest numbers, each weighed by how well it tells what was seen.

    Drawn a little wider than the curvature says, with long tails, so that where the model bends the weights tell.
    """
    dice = np.random.default_rng(len(story.seen))
    wide = np.linalg.cholesky(cov) * _WIDER
    normal = dice.standard_normal((len(NAMES), _COLONIES))
    tails = np.sqrt(_FREEDOM / dice.chisquare(_FREEDOM, _COLONIES))
    drawn = z[:, None] + wide @ normal * tails
    drawn[:, 0] = z
    by = factors(np.clip(drawn, -_FARTHEST - 1, _FARTHEST + 1))
    days = {*story.days, *(each.day for each in story.seen)}
    evenings = run(
        ensemble_of(story.colony, by), ways_of(story.planner, by), story.first, story.last, story.doings, days
    )
    unlikely = (drawn**2).sum(axis=0) / 2
    for value, sigma, row in _told(story, evenings, asked):
        unlikely = unlikely + ((value - row) / sigma) ** 2 / 2
    # What a colony was drawn with: the density of Student's distribution at it.
    apart = (np.linalg.solve(wide, drawn - z[:, None]) ** 2).sum(axis=0)
    drawn_with = -(_FREEDOM + len(NAMES)) / 2 * np.log1p(apart / _FREEDOM)
    likely: Floats = -unlikely - drawn_with
    weights = np.exp(likely - likely.max())
    weights = weights / weights.sum()
    return Fit(story, drawn, weights, evenings, asked)


def _around(story: Story, z: Floats) -> dict[int, Looked]:
    """The model at some numbers, and with each of them a little higher, to the last day on which something was seen."""
    columns = np.column_stack([z, z[:, None] + np.eye(len(NAMES)) * _STEP])
    by = factors(columns)
    last = story.seen[-1].day
    days = {each.day for each in story.seen}
    return run(ensemble_of(story.colony, by), ways_of(story.planner, by), story.first, last, story.doings, days)


def _newton(story: Story, evenings: dict[int, Looked], z: Floats, without: Sequence[int]) -> tuple[Floats, Floats]:
    off, sigma, slopes = _residuals(story, evenings, without)
    weighed = slopes / sigma[:, None]
    curvature = weighed.T @ weighed + np.eye(len(NAMES))
    cov: Floats = np.asarray(np.linalg.inv(curvature), dtype=np.float64)
    towards = cov @ (weighed.T @ (off / sigma) - z)
    better: Floats = np.clip(z + towards, -_FARTHEST, _FARTHEST)
    return better, cov


def _residuals(story: Story, evenings: dict[int, Looked], without: Sequence[int]) -> tuple[Floats, Floats, Floats]:
    """What was seen less what the model has, how exactly it is seen, and the model's slopes."""
    told = list(_told(story, evenings, without))
    if not told:
        return np.zeros(0), np.ones(0), np.zeros((0, len(NAMES)))
    off = np.array([value - float(row[0]) for value, _, row in told])
    slopes = np.array([(row[1:] - row[0]) / _STEP for _, _, row in told])
    return off, np.array([sigma for _, sigma, _ in told]), slopes


def _told(story: Story, evenings: dict[int, Looked], without: Sequence[int]) -> Iterator[tuple[float, float, Floats]]:
    """Everything that was seen, how exactly, and what the colonies have of it."""
    start = evenings[story.first].weighs_kg
    for seen in story.seen:
        if seen.day in without:
            continue
        on = evenings[seen.day]
        for name in _SEEN:
            value = getattr(seen, name)
            if value is not None:
                row = on.weighs_kg - start if name == "weighs_kg" else getattr(on, name)
                # By what the likeliest has of it: a count that came out low isn't for that a more exact one.
                yield value, exactness(name, float(row[0])), row


def exactness(name: str, value: float) -> float:
    """How exactly a number is seen: its standard deviation."""
    rows = table("learning")
    if name == "weighs_kg":
        return rows["sees_weight"].number
    return float(np.hypot(rows[f"sees_{name}"].number, rows["sees_share"].number * abs(value)))


def _contradicting(story: Story, evenings: dict[int, Looked], cov: Floats, asked: tuple[int, ...]) -> int | None:
    """The visit that lies farthest from what all have taught, if it lies too far."""
    worst, farthest = None, table("learning")["contradicts"].number
    for seen in story.seen[1:]:
        if seen.day in asked:
            continue
        off, sigma, slopes = _residuals(story, evenings, [each.day for each in story.seen if each != seen])
        if not len(off):
            continue
        # What the others leave open counts as well as what the eye misses.
        spread = np.sqrt(sigma**2 + np.einsum("ij,jk,ik->i", slopes, cov, slopes))
        most = float(np.abs(off / spread).max())
        if most > farthest:
            worst, farthest = seen.day, most
    return worst
