"""How long the yard's pages take on the server: fifty hives with five years of visits."""

from __future__ import annotations

import os
import statistics
import tempfile
from pathlib import Path
from uuid import uuid4

from benchmarks.measure import show, timed

HIVES, TIMES = 50, 3


def yard_speed(yard: float) -> None:
    """The yard's page, a hive's, and a visit that is kept, on a database of their own."""
    with tempfile.TemporaryDirectory() as folder:
        os.environ |= {"SABAKA_VAR": folder, "DJANGO_SETTINGS_MODULE": "server.settings"}
        _measured(yard, Path(folder))


def _measured(yard: float, folder: Path) -> None:
    import django
    from django.core.management import call_command

    django.setup()
    call_command("migrate", verbosity=0)
    call_command("load_demo", verbosity=0)

    from django.test import Client

    from server.yard.models import Yard

    place = Yard.objects.get()
    visits = _filled(place.pk)
    client = Client()
    client.force_login(place.members.order_by("pk")[0].user)
    address = f"/api/yards/{place.pk}"
    client.get(address)
    show(f"yard of {HIVES} hives, {visits} visits", _median(lambda: client.get(address)), 150, "ms", yard)
    show("the same, as an answer", len(client.get(address).content) / 1000, 1000, "kB", yard)
    place.hives.update(card=None)
    anew = statistics.median(timed(lambda: client.get(address), 1, 0))
    print(f"  the same, every card made anew, as after an upgrade: {anew:.0f} ms")
    hive = place.hives.order_by("name")[0]
    show("a hive's page", _median(lambda: client.get(f"/api/hives/{hive.pk}")), 300, "ms", yard)
    entry = {"at": "2026-01-01T10:00"} | {"at": hive.visits.order_by("-at")[0].at}

    def keep() -> None:
        client.put(f"/api/hives/{hive.pk}/visits/{uuid4()}", entry, content_type="application/json")

    show("a visit kept", _median(keep), 150, "ms", yard)


def _median(work: object) -> float:
    assert callable(work)
    return statistics.median(timed(work, 15))


def _filled(place: object) -> int:
    """The demo's hives over and over till there are fifty, each visit some times: as many as five years have."""
    from server.yard.models import BuiltHive, VisitEntry

    there = list(BuiltHive.objects.filter(yard_id=place))
    for number in range(HIVES - len(there)):
        of = there[number % len(there)]
        entries = list(VisitEntry.objects.filter(hive=of.pk))
        copy = BuiltHive.objects.get(pk=of.pk)
        copy.pk, copy.name = uuid4(), f"{of.name} {number}"
        copy._state.adding = True
        copy.save()
        VisitEntry.objects.bulk_create(
            VisitEntry(id=uuid4(), hive=copy, at=each.at, entry=each.entry) for each in entries for _ in range(TIMES)
        )
    return VisitEntry.objects.count()
