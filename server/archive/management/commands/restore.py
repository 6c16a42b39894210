"""``manage.py restore FILE``: a backup of everything into an empty folder; with ``--account`` an archive into one."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError, CommandParser

from sabaka_core.base.errors import SabakaError
from server.accounts.names import account_of
from server.archive.read import read_archive
from server.archive.services import restore_all


class Command(BaseCommand):
    """Brings back what ``backup`` wrote."""

    help = "Bring back a backup of everything, or with --account an archive into an empty account."
    requires_system_checks = ()

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)
        parser.add_argument("--account", default="", help="the name of an empty account")

    def handle(self, *args: Any, file: Path, account: str, **options: Any) -> None:
        try:
            with file.open("rb") as opened:
                if account:
                    user = account_of(account)
                    if user is None:
                        raise CommandError(f"There is no account “{account}”.")
                    read_archive(user, opened)
                else:
                    settings.VAR.mkdir(parents=True, exist_ok=True)
                    restore_all(opened, settings.VAR)
        except FileNotFoundError:
            raise CommandError(f"There is no file {file}.") from None
        except SabakaError as error:
            raise CommandError(str(error)) from None
        self.stdout.write(f"Brought back: {file}.")
