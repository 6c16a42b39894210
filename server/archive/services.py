"""An account with all its things: taken out of the database, and the whole database to a file and back."""

from __future__ import annotations

import os
import shutil
import sqlite3
import tempfile
from collections.abc import Iterator
from contextlib import closing
from pathlib import Path
from typing import IO
from zipfile import ZIP_DEFLATED, ZIP_STORED, BadZipFile, ZipFile

from django.conf import settings
from django.contrib.auth.models import User
from django.db import connection, transaction

from sabaka_core import ParameterError
from server.accounts.models import SignedIn
from server.archive.write import yards_kept
from server.yard.models import Member

DATABASE, PHOTOS = "sabaka.sqlite3", "photos"


@transaction.atomic
def delete_account(user: User) -> None:
    """Deletes an account with its designs, weather and the yards that nobody else keeps.

    Where somebody else keeps a yard it stays, and so does what was written there, under no name.
    """
    for yard in yards_kept(user):
        if not yard.members.filter(role=Member.Role.KEEPER).exclude(user=user).exists():
            yard.delete()
    SignedIn.objects.filter(account=user.pk).delete()
    user.delete()


def backup_all(to: IO[bytes]) -> None:
    """The whole database and all photos into one file, while the server runs: as they were at one moment.

    Photos are never changed, so those that the database names are there.
    """
    connection.ensure_connection()
    with tempfile.TemporaryDirectory() as folder:
        copy = Path(folder) / DATABASE
        with closing(sqlite3.connect(copy)) as target:
            connection.connection.backup(target)
        with ZipFile(to, "w", ZIP_DEFLATED) as file:
            file.write(copy, DATABASE)
            for photo in _photos():
                file.write(photo, f"{PHOTOS}/{photo.relative_to(settings.MEDIA_ROOT)}", ZIP_STORED)


def _photos() -> Iterator[Path]:
    root = Path(settings.MEDIA_ROOT)
    return (path for path in sorted(root.rglob("*.jpg")) if path.is_file()) if root.exists() else iter(())


def restore_all(file: IO[bytes], folder: Path) -> None:
    """Puts a backup of everything into a folder that has no database yet.

    Raises:
        ParameterError: there is a database already, or the file is no backup.
    """
    target = folder / DATABASE
    if target.exists():
        raise ParameterError("folder", str(folder), "There is a database already: move it away first.", "not-empty")
    try:
        with ZipFile(file) as opened, tempfile.TemporaryDirectory(dir=folder) as half:
            names = [DATABASE, *(name for name in opened.namelist() if name.startswith(f"{PHOTOS}/"))]
            for name in names:
                opened.extract(name, half)
            with closing(sqlite3.connect(Path(half) / DATABASE)) as database:
                (state,) = database.execute("PRAGMA integrity_check").fetchone()
            if state != "ok":
                raise ParameterError("file", state, "The database in it is broken.", "broken")
            if (Path(half) / PHOTOS).exists():
                shutil.copytree(Path(half) / PHOTOS, folder / PHOTOS, dirs_exist_ok=True)
            # Last, so that a restore that is cut short leaves no half of one.
            os.chmod(Path(half) / DATABASE, 0o600)
            os.replace(Path(half) / DATABASE, target)
    except (BadZipFile, KeyError, sqlite3.DatabaseError) as error:
        raise ParameterError("file", "", "That is no backup, or it is broken.", "no-backup") from error
