"""``python -m benchmarks.learning``: how often known numbers lie in their bands, and how long learning takes."""

from __future__ import annotations

import os
import statistics
import sys
import tempfile
from datetime import timedelta

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
    print(f"  next follower after four visits: {learned:.2f} combs off, by the book {book:.2f}")
    print(f"  that is {learned / book:.2f} of it, at most 0.50 wanted")
    known = Known(0)
    for visits in (6, VISITS):
        took = statistics.median(timed(lambda v=visits: fit(known.story(v)), 9))  # type: ignore[misc]
        show(f"learning from {visits} visits", took, 300, "ms", yard)
    charts_speed(yard)
    return 0


def charts_speed(yard: float) -> None:
    """A year's lines of four sensors at ten minutes, and the same from the hours of five years of fifty hives' rows."""
    with tempfile.TemporaryDirectory() as folder:
        os.environ |= {"SABAKA_VAR": folder, "DJANGO_SETTINGS_MODULE": "server.settings"}
        import django
        from django.core.management import call_command

        django.setup()
        call_command("migrate", verbosity=0)
        call_command("load_demo", verbosity=0)
        from django.test import Client
        from django.utils import timezone

        from server.readings.demo import HIVE, readings_of
        from server.readings.models import ReadingDay
        from server.yard.models import BuiltHive

        hive = BuiltHive.objects.get(name=HIVE)
        device = hive.devices.get()
        ReadingDay.objects.all().delete()
        start = timezone.now()
        kept = readings_of(device, start, 365, 10)
        print(f"  a year at ten minutes, {kept} readings, taken in: {(timezone.now() - start).total_seconds():.0f} s")
        client = Client()
        client.force_login(hive.yard.members.order_by("pk")[0].user)
        first = (start - timedelta(days=365)).date().isoformat()
        address = f"/api/hives/{hive.pk}/readings?first={first}"
        took = statistics.median(timed(lambda: client.get(address), 9))
        show("charts of a year at ten minutes", took, 100, "ms", yard)


if __name__ == "__main__":
    sys.exit(main())
