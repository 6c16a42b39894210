"""``manage.py load_demo``: the demo keeper's hives, once."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand

from server.designs.demo import load_demo


class Command(BaseCommand):
    """Puts the demo hives on the demo keeper's shelf, if they aren't there."""

    help = "Load the demo data of Saltmarsh Row; what was saved stays as it is."

    def handle(self, *args: Any, **options: Any) -> None:
        made = load_demo()
        self.stdout.write(f"Demo data: {made} hives put on the shelf." if made else "Demo data: kept as it was.")
