"""``manage.py load_demo``: the demo keeper's hives and yard, once."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand
from django.utils import timezone

from server.demo import fill_demo


class Command(BaseCommand):
    """Puts the demo hives on the demo keeper's shelf and into a yard, if they aren't there."""

    help = "Load the demo data of Saltmarsh Row; what was saved stays as it is."

    def handle(self, *args: Any, **options: Any) -> None:
        made, visits, readings = fill_demo(timezone.now())
        words = f"Demo data: {made} hives put on the shelf, {visits} visits written, {readings} readings taken in."
        self.stdout.write(words if made or visits else "Demo data: kept as it was.")
