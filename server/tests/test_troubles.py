"""A disk that is full, a database that can't be written, is busy or broken: said so, and nothing is lost."""

from __future__ import annotations

import json
import logging
import sqlite3
import sys
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any
from unittest.mock import patch

from django.contrib.auth.models import User
from django.db import connection
from django.test import Client, SimpleTestCase, TransactionTestCase
from pydantic import BaseModel

from server import troubles
from server.logs import Impersonal
from server.tests.deployed import checked

PASSWORD = "rope-walk-77"


class Told(BaseModel):
    """The API's own form of a refusal."""

    reason: str
    problems: list[dict[str, str]]


@contextmanager
def pragma(name: str, held: int | str, after: int | str) -> Iterator[None]:
    """The database with a setting of SQLite's own that makes it refuse."""
    with connection.cursor() as cursor:
        cursor.execute(f"PRAGMA {name}={held}")
    try:
        yield
    finally:
        with connection.cursor() as cursor:
            cursor.execute(f"PRAGMA {name}={after}")


def pages() -> int:
    """How many pages the database has now, none of them free."""
    with connection.cursor() as cursor:
        cursor.execute("VACUUM")
        cursor.execute("PRAGMA page_count")
        count: int = cursor.fetchone()[0]
        return count


class InTrouble(TransactionTestCase):
    """Door."""

    def setUp(self) -> None:
        User.objects.create_user("tern", password=PASSWORD)
        self.page = Client(raise_request_exception=False)

    def call(self, path: str, method: str = "post", **body: Any) -> Any:
        sent = getattr(self.page, method)
        return sent(f"/api/{path}", json.dumps(body), content_type="application/json")

    def design(self) -> dict[str, Any]:
        self.call("sign-in", name="tern", password=PASSWORD)
        made: dict[str, Any] = self.call("designs", name="Bowline", preset="bowline").json()
        return made

    def told(self, answer: Any, status: int, words: str) -> None:
        self.assertEqual(answer.status_code, status, answer.content[:300])
        self.assertIn(words, Told.model_validate_json(answer.content).reason)

    def test_a_save_on_a_full_disk_is_refused_and_the_one_before_stays(self) -> None:
        made = self.design()
        base, kept = made["revision"], made["document"]
        with pragma("max_page_count", pages(), 1_000_000_000):
            for i in range(40):
                document = kept | {"notes": f"{i}: " + "A note." * 400}
                answer = self.call(f"designs/{made['id']}", "put", base_revision=base, document=document)
                if answer.status_code != 200:
                    break
                base, kept = answer.json()["revision"], document
            self.told(answer, 507, "disk is full")
            there = self.page.get(f"/api/designs/{made['id']}").json()
            self.assertEqual((there["revision"], there["document"].get("notes", "")), (base, kept.get("notes", "")))
        again = self.call(f"designs/{made['id']}", "put", base_revision=base, document=kept | {"notes": "After"})
        self.assertEqual((again.status_code, again.json()["document"]["notes"]), (200, "After"))

    def test_a_database_that_cannot_be_written_is_said_and_still_read(self) -> None:
        made = self.design()
        with pragma("query_only", 1, 0):
            self.told(self.call("designs", name="Reef", preset="bowline"), 503, "can’t be written")
            self.told(self.call(f"designs/{made['id']}", "delete"), 503, "can’t be written")
            self.assertEqual(self.page.get(f"/api/designs/{made['id']}").json()["name"], "Bowline")
            self.assertEqual(len(self.page.get("/api/designs").json()), 1)
        self.assertEqual(self.call("designs", name="Reef", preset="bowline").status_code, 200)

    def test_a_keeper_comes_in_and_looks_where_nothing_can_be_written(self) -> None:
        self.design()
        self.call("sign-out")
        with pragma("query_only", 1, 0):
            self.assertEqual(self.call("sign-in", name="tern", password="wrong").status_code, 422)
            self.assertEqual(self.call("sign-in", name="tern", password=PASSWORD).status_code, 200)
            self.assertEqual(len(self.page.get("/api/designs").json()), 1)
            forged = Client()
            forged.cookies["sessionid"] = self.page.cookies["sessionid"].value[:-2] + "xx"
            self.assertFalse(forged.get("/api/me").json()["signed_in"])
        self.assertTrue(self.page.get("/api/me").json()["signed_in"])
        self.call("sign-out")
        self.assertFalse(self.page.get("/api/me").json()["signed_in"])

    def test_every_kind_of_trouble_is_an_answer_that_says_what_to_do(self) -> None:
        self.design()
        for code, status, words in (
            (sqlite3.SQLITE_BUSY, 503, "Try again"),
            (sqlite3.SQLITE_FULL, 507, "make room"),
            (sqlite3.SQLITE_READONLY_DBMOVED, 503, "rights"),
            (sqlite3.SQLITE_CORRUPT, 503, "backup"),
            (sqlite3.SQLITE_IOERR_READ, 503, "backup"),
            (sqlite3.SQLITE_NOTADB, 503, "backup"),
        ):
            with self.subTest(code):
                error = sqlite3.OperationalError("as told by the database")
                error.sqlite_errorcode = code
                with patch("django.db.backends.sqlite3.base.SQLiteCursorWrapper.execute", side_effect=error):
                    self.told(self.page.get("/api/designs"), status, words)
                    self.assertEqual(self.page.get("/api/health").status_code, 503)

    def test_a_mistake_of_ours_is_told_in_the_same_form(self) -> None:
        self.design()
        with patch("server.designs.api.cards_of", side_effect=RuntimeError("tern’s secret")):
            self.told(self.page.get("/api/designs"), 500, "mistake is ours")
        self.told(self.page.get("/api/nothing-here"), 404, "no such thing")
        self.told(Client(HTTP_HOST="elsewhere.example").get("/api/me"), 400, "can’t be read")

    def test_a_well_server_says_so(self) -> None:
        said = Client().get("/api/health").json()
        self.assertEqual((said["ok"], said["reason"] if said["state"] == "well" else ""), (True, ""))
        with patch("server.health.shutil.disk_usage") as usage:
            usage.return_value.free = 1_000_000
            self.assertEqual(Client().get("/api/health").json()["state"], "low")

    def test_a_file_that_is_no_database_is_a_trouble_of_its_own(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "broken.sqlite3"
            file.write_bytes(b"no database at all" * 100)
            with self.assertRaises(sqlite3.DatabaseError) as caught:
                sqlite3.connect(file).execute("SELECT * FROM sqlite_master")
        self.assertEqual(caught.exception.sqlite_errorcode & 0xFF, sqlite3.SQLITE_NOTADB)
        self.assertIn(sqlite3.SQLITE_NOTADB, troubles.DAMAGED.codes)


class Logs(SimpleTestCase):
    """Trade check: what an administrator reads tells nothing of keepers."""

    def test_neither_addresses_secrets_nor_words_stand_in_the_log(self) -> None:
        request = Client().get("/shared/very-secret-word").wsgi_request
        try:
            raise ValueError("the hive of tern at 12 Rope Walk")
        except ValueError:
            record = logging.LogRecord("django.request", 40, "", 1, "Internal: %s", (request.path,), sys.exc_info())
        record.request, record.status_code = request, 500
        Impersonal().filter(record)
        line = logging.Formatter("%(message)s").format(record)
        self.assertIn("ValueError at server.tests.test_troubles", line)
        for word in ("very-secret-word", "tern at", "Rope Walk"):
            self.assertNotIn(word, line)


class Deployment(SimpleTestCase):
    """Reference library: Django’s own list of what a deployment needs."""

    def test_the_documented_setting_passes_the_check(self) -> None:
        self.assertEqual(checked(), "")
