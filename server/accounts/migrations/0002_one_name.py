"""Accounts are found by their name in one case, as written they are called; sessions move into their own table.

Tables of the package that counted tries before go: they held names and addresses.
"""

from __future__ import annotations

import unicodedata
from typing import Any

from django.contrib.sessions.backends.db import SessionStore
from django.db import migrations

_COUNTED = (
    "axes_accessattemptexpiration",
    "axes_accessattempt",
    "axes_accesslog",
    "axes_accessfailurelog",
)


def name_by_key(apps: Any, schema: Any) -> None:
    """The oldest of accounts that differ by case takes the name; the others keep theirs as they are written."""
    users = apps.get_model("auth", "User")
    taken = set(users.objects.values_list("username", flat=True))
    for user in users.objects.order_by("pk"):
        written = user.username
        key = unicodedata.normalize("NFKC", written.casefold())
        if not user.first_name:
            user.first_name = written
        if key not in taken:
            taken.add(key)
            user.username = key
        user.save(update_fields=["username", "first_name"])


def move_sessions(apps: Any, schema: Any) -> None:
    """Nobody is signed out by the move."""
    tables = schema.connection.introspection.table_names()
    if "django_session" in tables:
        with schema.connection.cursor() as cursor:
            cursor.execute("SELECT session_key, session_data, expire_date FROM django_session")
            rows = cursor.fetchall()
        store, sessions = SessionStore(), []
        model = apps.get_model("accounts", "SignedIn")
        for key, data, _ in rows:
            account = store.decode(data).get("_auth_user_id")
            sessions.append((key, None if account is None else int(account)))
        with schema.connection.cursor() as cursor:
            cursor.executemany(
                f"INSERT INTO {model._meta.db_table} (session_key, session_data, expire_date, account)"  # noqa: S608
                " SELECT session_key, session_data, expire_date, %s FROM django_session WHERE session_key = %s",
                [(account, key) for key, account in sessions],
            )
    for table in ("django_session", *_COUNTED):
        if table in tables:
            schema.execute(f"DROP TABLE {table}")


class Migration(migrations.Migration):
    dependencies = [
        ("accounts", "0001_accounts"),
        ("auth", "0012_alter_user_first_name_max_length"),
    ]

    operations = [
        migrations.RunPython(name_by_key, migrations.RunPython.noop),
        migrations.RunPython(move_sessions, migrations.RunPython.noop),
    ]
