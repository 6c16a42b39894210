"""The demo's account: its hives, its yard, its sensors; filled, and emptied again."""

from __future__ import annotations

from datetime import datetime

from django.contrib.auth.models import User

from server.archive.write import yards_kept
from server.designs.demo import demo_keeper, put_on_shelf
from server.designs.models import Design, WeatherDays
from server.readings.demo import load_sensors
from server.yard.demo import load_yard
from server.yard.models import Member


def fill_demo(now: datetime) -> tuple[int, int, int]:
    """Loads what isn't there yet.

    Returns:
        How many hives were put on the shelf, visits written, readings taken in.
    """
    user, made = demo_keeper()
    return made, load_yard(user, now.date()), load_sensors(user, now)


def reset_demo(user: User, now: datetime) -> None:
    """Puts everything in the demo's account back as it was made; the account itself stays, and who looks at it."""
    for yard in yards_kept(user):
        yard.delete()
    Member.objects.filter(user=user).delete()
    Design.objects.filter(owner=user).delete()
    WeatherDays.objects.filter(owner=user).delete()
    put_on_shelf(user)
    fill_demo(now)
