"""``manage.py simulate_sensors``: a hive's scale and thermometers, as if they stood in the yard.

They post over the same address as real ones, with a key of a device: noise, drift, hours missed, a clock that jumps, a
swarm.
"""

from __future__ import annotations

import json
import time
from argparse import ArgumentParser
from collections.abc import Iterator
from dataclasses import replace
from typing import Any
from urllib.error import HTTPError, URLError
from urllib.request import Request, urlopen

from django.core.management.base import BaseCommand, CommandError
from django.utils import timezone

from sabaka_core import validate_hive
from sabaka_core.base.dates import ordinal
from sabaka_core.learning.simulated import Simulated, simulated
from sabaka_core.learning.story import planner_of
from server.readings.services import device_by


class Command(BaseCommand):
    """Posts a year of simulated readings up to now."""

    help = "Post a year of simulated readings with a device's key, as a real device would."

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("key", help="the key of a device, as it was shown when it was set up")
        parser.add_argument("--server", default="http://127.0.0.1:8000")
        parser.add_argument("--days", type=int, default=365, help="how many days up to now")
        parser.add_argument("--every", type=int, default=10, help="a reading every so many minutes")
        parser.add_argument("--seed", type=int, default=1)
        parser.add_argument("--swarm", default="", help="a day on which a swarm leaves, as 2026-05-20")

    def handle(self, *args: Any, **options: Any) -> None:
        device = device_by(options["key"])
        if device is None:
            raise CommandError("No device has that key.")
        begun, kept, refused = time.monotonic(), 0, 0
        for part in days_of(device.hive.document, options):
            answer = self._post(options["server"], options["key"], part)
            kept, refused = kept + answer["kept"], refused + len(answer["refused"])
        took = time.monotonic() - begun
        self.stdout.write(f"{kept} readings kept, {refused} refused, in {took:.0f} s.")

    def _post(self, server: str, key: str, part: list[Simulated]) -> dict[str, Any]:
        body = json.dumps({"readings": [{"at": s.at, "kind": s.kind, "value": s.value} for s in part]}).encode()
        headers = {"Content-Type": "application/json", "X-Sabaka-Key": key}
        try:
            with urlopen(Request(f"{server}/api/readings/", body, headers), timeout=60) as answer:
                found: dict[str, Any] = json.load(answer)
        except HTTPError as error:
            raise CommandError(f"The server refused them: {error.read().decode()[:300]}") from None
        except URLError as error:
            raise CommandError(f"There is no server at {server}: {error.reason}") from None
        return found


def days_of(document: dict[str, Any], options: dict[str, Any]) -> Iterator[list[Simulated]]:
    """The days to be posted, up to this moment."""
    now = timezone.now()
    today = now.date().isoformat()
    last, wanted = ordinal(today), options["days"]
    planner = planner_of(validate_hive(document), today)
    # The year before as well: its days come round.
    rows = list(planner.run().days)
    before = {(row.day - rows[0].day) % 365: row for row in rows}
    ahead = [replace(before[(day - rows[0].day) % 365], day=day) for day in range(last - wanted + 1, last + 1)]
    swarm = ordinal(options["swarm"]) if options["swarm"] else None
    until = now.strftime("%Y-%m-%dT%H:%MZ")
    for part in simulated(ahead, options["seed"], options["every"], swarm):
        yield [sent for sent in part if sent.at <= until]
