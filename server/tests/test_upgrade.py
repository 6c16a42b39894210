"""An installation of the first version with its data, brought up to this one."""

from __future__ import annotations

import json
import os
import sqlite3
import subprocess
import sys
import tempfile
import uuid
from contextlib import closing
from pathlib import Path

from django.contrib.auth.hashers import PBKDF2PasswordHasher
from django.test import SimpleTestCase

ROOT = Path(__file__).resolve().parents[2]
FIRST = ROOT / "tests" / "fixtures" / "v1" / "bowline.json"
PASSWORD = "rope-walk-77"
# The oldest state of each part's tables.
OLDEST = (("auth", "0012"), ("contenttypes", "0002"), ("designs", "0001"))


class Upgrade(SimpleTestCase):
    """Regression: tables as they were at first, filled as they were then, and read over HTTP as they are now."""

    def setUp(self) -> None:
        held = tempfile.TemporaryDirectory()
        self.addCleanup(held.cleanup)
        self.folder = Path(held.name)
        self.env = os.environ | {"SABAKA_VAR": held.name}

    def manage(self, *command: str) -> str:
        done = subprocess.run(
            [sys.executable, "manage.py", *command], cwd=ROOT, env=self.env, capture_output=True, text=True, check=False
        )
        self.assertEqual(done.returncode, 0, done.stderr)
        return done.stdout

    def test_an_old_database_is_brought_up_with_all_that_is_in_it(self) -> None:
        self.manage("shell", "-v0", "-c", BEFORE)
        file = self.folder / "sabaka.sqlite3"
        document = json.loads(FIRST.read_text("utf-8"))
        ident, now = uuid.uuid4().hex, "2024-04-01 08:00:00"
        with closing(sqlite3.connect(file)) as old, old:
            self._tables_of_then(old)
            for number, name in enumerate(("Tern", "tern", "Ärger"), 1):
                old.execute(
                    "INSERT INTO auth_user (id, password, is_superuser, username, last_name, email, is_staff,"
                    " is_active, date_joined, first_name) VALUES (?, ?, 0, ?, '', '', 0, 1, ?, '')",
                    (number, PBKDF2PasswordHasher().encode(PASSWORD, "rope"), name, now),
                )
            columns = "id, name, system, document, head, made_at, changed_at, owner_id"
            old.execute(
                f"INSERT INTO designs_design ({columns}) VALUES (?, ?, ?, ?, 2, ?, ?, 3)",
                (ident, "Bowline", document["system"], json.dumps(document), now, now),
            )
            for number, kind in ((1, "made"), (2, "saved")):
                old.execute(
                    "INSERT INTO designs_revision (number, kind, label, document, made_at, design_id)"
                    " VALUES (?, ?, 'Typed', ?, ?, ?)",
                    (number, kind, json.dumps(document), now, ident),
                )
        *before, last = self.manage("shell", "-v0", "-c", ASKED).splitlines()
        self.assertIn("No changes", " ".join(before))
        said = json.loads(last)
        self.assertEqual(said["names"], {"Tern": "Tern", "tern": "tern", "ärger": "Ärger"})
        self.assertEqual(said["hashed"], {"Tern": "pbkdf2_sha256", "tern": "pbkdf2_sha256", "ärger": "scrypt"})
        self.assertEqual(said["design"], ["Bowline", 2, [2, 1]])
        self.assertEqual(said["card"], ["Bowline", True])
        self.assertEqual(said["saved"], [200, 3])
        self.assertFalse([table for table in said["tables"] if table.startswith(("axes_", "django_session"))])

    def _tables_of_then(self, old: sqlite3.Connection) -> None:
        """Tables of packages that are gone since, as far as the upgrade looks at them."""
        old.execute(
            "CREATE TABLE django_session (session_key varchar(40) PRIMARY KEY, session_data text, expire_date datetime)"
        )
        old.execute("CREATE TABLE axes_accessattempt (id integer PRIMARY KEY, username text, ip_address text)")
        old.execute("INSERT INTO axes_accessattempt VALUES (1, 'tern', '192.0.2.7')")


BEFORE = f"""
from django.core.management import call_command
for app, name in {OLDEST}:
    call_command("migrate", app, name, verbosity=0)
"""
ASKED = f"""
import json
from django.core.management import call_command
call_command("migrate", verbosity=0)
call_command("makemigrations", check=True, dry_run=True)
from django.contrib.auth.models import User
from django.db import connection
from django.test import Client
page = Client()
sent = lambda path, body, method="post": getattr(page, method)(path, json.dumps(body), content_type="application/json")
sent("/api/sign-in", dict(name="ärger", password="{PASSWORD}"))
(card,) = page.get("/api/designs").json()
design = page.get("/api/designs/" + card["id"]).json()
revisions = [each["number"] for each in page.get("/api/designs/" + card["id"] + "/revisions").json()]
new = dict(base_revision=2, document=design["document"] | dict(notes="After the upgrade"))
saved = sent("/api/designs/" + card["id"], new, "put")
print(json.dumps(dict(
    names=dict(User.objects.values_list("username", "first_name")),
    hashed={{each.username: each.password.split("$")[0] for each in User.objects.all()}},
    design=[design["name"], design["revision"], revisions],
    card=[card["name"], card["ready"]],
    saved=[saved.status_code, saved.json()["revision"]],
    tables=connection.introspection.table_names(),
)))
"""
