"""``manage.py thin_readings``: drops raw readings that are older than they are kept; their hours stay."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand
from django.utils import timezone

from server.readings.services import thin_old


class Command(BaseCommand):
    """Thins old readings; to be run once a day, or never."""

    help = "Drop raw readings older than they are kept (data/learning.toml, raw_days); hours stay."

    def handle(self, *args: Any, **options: Any) -> None:
        self.stdout.write(f"{thin_old(timezone.localdate())} days thinned to their hours.")
