"""``manage.py backup FILE``: the whole database with its photos; with ``--account NAME`` one keeper's archive."""

from __future__ import annotations

import os
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.utils import timezone

from server.accounts.names import account_of
from server.archive.services import backup_all
from server.archive.write import write_archive


class Command(BaseCommand):
    """Writes a backup, also while the server runs; never over a file that is there."""

    help = "Write everything, or with --account one keeper's things, into one file."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)
        parser.add_argument("--account", default="", help="the name of an account: only its own things")

    def handle(self, *args: Any, file: Path, account: str, **options: Any) -> None:
        user = account_of(account) if account else None
        if account and user is None:
            raise CommandError(f"There is no account “{account}”.")
        try:
            handle = os.open(file, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
        except FileExistsError:
            raise CommandError(f"{file} is there already.") from None
        with os.fdopen(handle, "wb") as to:
            if user is not None:
                write_archive(user, to, timezone.localdate())
            else:
                backup_all(to)
        self.stdout.write(f"Written: {file}, {file.stat().st_size / 1e6:.1f} MB.")
