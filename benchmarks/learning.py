"""``python -m benchmarks.learning``: how often known numbers lie in their bands, and how long learning takes."""

from __future__ import annotations

import statistics
import sys

import numpy as np

from benchmarks.measure import show, timed, yardstick

SEEDS = 100


def main() -> int:
    """A hundred colonies of known numbers."""
    from sabaka_core.learning.fit import fit
    from tests.core.test_learning import VISITS, Known, inside

    yard = yardstick()
    for name, number in inside(range(SEEDS)).items():
        print(f"  {name:<10} inside its band in {number} of {SEEDS} seeds, 82 wanted")
    errors = np.array([Known(seed).follower_errors(4) for seed in range(SEEDS)])
    learned, book = np.median(errors, axis=0)
    print(
        f"  next follower after four visits: {learned:.2f} combs off, by the book {book:.2f}: {learned / book:.2f} of it"
    )
    known = Known(0)
    for visits in (6, VISITS):
        took = statistics.median(timed(lambda v=visits: fit(known.story(v)), 9))  # type: ignore[misc]
        show(f"learning from {visits} visits", took, 300, "ms", yard)
    return 0


if __name__ == "__main__":
    sys.exit(main())
