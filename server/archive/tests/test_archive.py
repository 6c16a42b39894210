"""Archives and backups: what comes back is what went out, read by other programs too."""

from __future__ import annotations

import csv
import io
import json
import os
import sqlite3
import tempfile
from contextlib import closing
from pathlib import Path
from typing import Any
from uuid import uuid4
from zipfile import ZipFile

import jsonschema
from django.contrib.auth.models import User
from django.core.management import CommandError, call_command
from django.test import Client, TransactionTestCase, override_settings
from PIL import Image

from server.archive.services import DATABASE, restore_all
from server.designs.models import Design
from server.yard.models import BuiltHive, ColonyEntry, Member, Photo, VisitEntry, Yard
from server.yard.services import build_hive
from server.yard.tests.test_yard import JSON, YardCase

PASSWORD = "salt-marsh-row-9"


class Archives(YardCase):
    """Independent parser: jsonschema, csv, zipfile and Pillow read the archive."""

    def setUp(self) -> None:
        super().setUp()
        visit = uuid4()
        self.put({"at": self.at(10), "found": self.runs(), "honey": [{"kg": 1.5}], "notes": "=1+1"}, visit)
        self.put({"at": self.at(20), "fed": [{"kind": "syrup", "kg": 2}]})
        picture = io.BytesIO()
        Image.effect_noise((300, 200), 30).convert("RGB").save(picture, "JPEG")
        address = f"/api/hives/{self.hive.id}/visits/{visit}/photos/{uuid4()}"
        self.client.put(address, picture.getvalue(), content_type="image/jpeg")
        came = {"kind": "came", "day": self.at(3)[:10], "how": "swarm", "hive": str(self.hive.id)}
        life = {"name": "the June swarm", "events": [came]}
        self.client.put(f"/api/yards/{self.yard.id}/colonies/{uuid4()}", life, content_type=JSON)
        key = self.client.post(f"/api/hives/{self.hive.id}/devices", {"name": "scale"}, content_type=JSON).json()["key"]
        read = [{"at": f"{self.at(5)[:10]}T{hour:02}:00Z", "kind": "weight", "value": 40 + hour} for hour in range(9)]
        Client().post("/api/readings/", {"readings": read}, content_type=JSON, headers={"X-Sabaka-Key": key})
        assert self.hive.design is not None
        beside = build_hive(self.wren, self.yard, self.hive.design, self.day, "Beside")
        trial = {"name": "Wide", "change": "wider", "measure": "honey_kg", "begun_on": self.at(0)[:10]}
        trial |= {"changed": [str(self.hive.pk)], "others": [str(beside.pk)]}
        self.client.post(f"/api/yards/{self.yard.id}/trials", trial, content_type=JSON)

    def archive(self, client: Client | None = None) -> bytes:
        answer = (client or self.client).get("/api/account/archive.zip")
        return b"".join(answer.streaming_content)  # type: ignore[arg-type]

    def taken_in(self, client: Client, file: bytes) -> Any:
        return client.post("/api/account/archive", file, content_type="application/zip")

    def said(self, file: bytes) -> dict[str, Any]:
        found: dict[str, Any] = json.loads(ZipFile(io.BytesIO(file)).read("sabaka.json"))
        return found

    def test_it_says_what_its_schema_says_and_spreadsheets_read_its_tables(self) -> None:
        opened = ZipFile(io.BytesIO(self.archive()))
        jsonschema.validate(json.loads(opened.read("sabaka.json")), json.loads(opened.read("sabaka.schema.json")))
        tables = {
            name: list(csv.DictReader(io.StringIO(opened.read(name).decode())))
            for name in opened.namelist()
            if name.endswith(".csv")
        }
        self.assertEqual([row["kg"] for row in tables["honey.csv"]], ["1.5"])
        self.assertEqual([row["at"] for row in tables["visits.csv"]], [self.at(10), self.at(20)])
        # No spreadsheet takes what was written for a formula.
        self.assertEqual(tables["visits.csv"][0]["notes"], "'=1+1")
        combs = sum(item["kind"] == "comb" for run in self.runs() for item in run["items"])
        self.assertEqual(len(tables["combs.csv"]), combs)

    def test_taken_into_an_empty_account_of_another_server_all_is_as_it_was(self) -> None:
        file = self.archive()
        before = self.said(file)
        photo = ZipFile(io.BytesIO(file)).read(next(n for n in ZipFile(io.BytesIO(file)).namelist() if "photos/" in n))
        Yard.objects.all().delete()
        User.objects.all().delete()
        finch = User.objects.create_user("finch", first_name="wren2", password=PASSWORD)
        client = Client()
        client.force_login(finch)
        answer = self.taken_in(client, file)
        self.assertEqual(answer.json(), {"designs": 1, "yards": 1, "visits": 2})
        after = self.archive(client)
        self.assertEqual(self.said(after), before)
        kept = Photo.objects.get()
        with kept.file.open("rb") as now:
            self.assertEqual(Image.open(now).size, Image.open(io.BytesIO(photo)).size)
        page = client.get(f"/api/hives/{self.hive.id}").json()
        self.assertEqual((len(page["visits"]), page["colonies"][0]["name"]), (2, "the June swarm"))
        address = f"/api/hives/{self.hive.id}/readings?first={self.at(0)[:10]}&last={self.at(9)[:10]}"
        (chart,) = client.get(address).json()["charts"]
        self.assertEqual(chart["series"][0]["values"], [40 + hour for hour in range(9)])

    def test_on_the_same_server_it_becomes_another_ones_own(self) -> None:
        client = Client()
        client.force_login(self.tern)
        self.assertEqual(self.taken_in(client, self.archive()).status_code, 200)
        self.assertEqual((Yard.objects.count(), VisitEntry.objects.count(), ColonyEntry.objects.count()), (2, 4, 2))
        copy = BuiltHive.objects.get(yard__members__user=self.tern, name="Bowline")
        self.assertNotEqual(copy.pk, self.hive.pk)
        page = client.get(f"/api/hives/{copy.pk}").json()
        self.assertEqual(
            (page["design"], page["visits"][0]["by"]), (str(Design.objects.get(owner=self.tern).pk), "wren2")
        )
        # Nothing of the first keeper's is touched, and a full account takes nothing in.
        self.assertEqual(self.taken_in(client, self.archive()).status_code, 422)
        self.assertEqual(self.client.get(f"/api/hives/{copy.pk}").status_code, 404)

    def test_what_is_broken_is_refused_whole(self) -> None:
        client = Client()
        client.force_login(self.tern)
        good = self.said(self.archive())

        def changed(**by: Any) -> bytes:
            to = io.BytesIO()
            with ZipFile(to, "w") as file:
                file.writestr("sabaka.json", json.dumps({**good, **by}))
            return to.getvalue()

        wrong = json.loads(json.dumps(good))
        wrong["yards"][0]["hives"][0]["visits"][0]["entry"]["honey"] = [{"kg": -3}]
        elsewhere = json.loads(json.dumps(good))
        elsewhere["yards"][0]["colonies"][0]["life"]["events"][0]["hive"] = str(uuid4())
        for file in (
            b"no archive",
            changed(version=99),
            changed(designs=[{**good["designs"][0], "document": {"name": "x"}}]),
            changed(yards=wrong["yards"]),
            changed(yards=elsewhere["yards"]),
            # Its photo isn't in it.
            changed(),
        ):
            answer = self.taken_in(client, file)
            self.assertEqual(answer.status_code, 422, answer.content)
        self.assertEqual(Yard.objects.filter(members__user=self.tern).count(), 0)
        self.assertEqual(Design.objects.filter(owner=self.tern).count(), 0)

    def test_an_account_goes_with_all_its_things(self) -> None:
        answer = self.client.delete("/api/account/", {"password": "something-else"}, content_type=JSON)
        self.assertEqual((answer.status_code, User.objects.filter(username="wren2").exists()), (422, True))
        answer = self.client.delete("/api/account/", {"password": PASSWORD}, content_type=JSON)
        self.assertEqual(answer.status_code, 204)
        self.assertEqual(self.client.get("/api/yards/").status_code, 401)
        counts = [model._default_manager.count() for model in (Design, Yard, BuiltHive, VisitEntry, Photo, ColonyEntry)]
        self.assertEqual(counts, [0] * 6)

    def test_a_yard_that_another_keeps_stays_without_the_name(self) -> None:
        Member.objects.create(yard=self.yard, user=self.tern, role=Member.Role.KEEPER)
        self.client.delete("/api/account/", {"password": PASSWORD}, content_type=JSON)
        client = Client()
        client.force_login(self.tern)
        page = client.get(f"/api/hives/{self.hive.id}").json()
        self.assertEqual([(visit["by"], page.get("design")) for visit in page["visits"]], [("", None), ("", None)])


class Everything(TransactionTestCase):
    """Independent parser: SQLite itself reads the copy."""

    def test_the_whole_database_goes_out_and_comes_back(self) -> None:
        call_command("load_demo", stdout=io.StringIO())
        with tempfile.TemporaryDirectory() as folder:
            file, other = Path(folder) / "all.zip", Path(folder) / "other"
            call_command("backup", str(file), stdout=io.StringIO())
            self.assertEqual(oct(file.stat().st_mode & 0o777), "0o600")
            with self.assertRaises(CommandError):
                call_command("backup", str(file), stdout=io.StringIO())
            with override_settings(VAR=other):
                call_command("restore", str(file), stdout=io.StringIO())
                with self.assertRaisesMessage(CommandError, "database already"):
                    call_command("restore", str(file), stdout=io.StringIO())
            with closing(sqlite3.connect(other / DATABASE)) as copy:
                counted = {
                    model: copy.execute(f"SELECT COUNT(*) FROM {model._meta.db_table}").fetchone()[0]
                    for model in (Design, BuiltHive, VisitEntry, ColonyEntry)
                }
            for model, number in counted.items():
                self.assertEqual(number, model._default_manager.count())
            self.assertGreater(counted[VisitEntry], 100)

    def test_one_account_by_the_commands(self) -> None:
        call_command("load_demo", stdout=io.StringIO())
        User.objects.create_user("finch", password=PASSWORD)
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "wren.zip"
            call_command("backup", str(file), account="wren", stdout=io.StringIO())
            call_command("restore", str(file), account="finch", stdout=io.StringIO())
            mine, theirs = (VisitEntry.objects.filter(hive__yard__members__user__username=n) for n in ("wren", "finch"))
            self.assertEqual(mine.count(), theirs.count())
            with self.assertRaisesMessage(CommandError, "empty account"):
                call_command("restore", str(file), account="finch", stdout=io.StringIO())
            with self.assertRaisesMessage(CommandError, "no account"):
                call_command("backup", str(file) + "2", account="nobody", stdout=io.StringIO())

    def test_a_file_that_is_no_backup_leaves_the_folder_as_it_was(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            for content in (b"nothing", _zip({DATABASE: b"no database"}), _zip({"sabaka.json": b"{}"})):
                with self.assertRaisesRegex(Exception, "no backup|broken"):
                    restore_all(io.BytesIO(content), Path(folder))
            self.assertEqual(os.listdir(folder), [])


def _zip(files: dict[str, bytes]) -> bytes:
    to = io.BytesIO()
    with ZipFile(to, "w") as file:
        for name, content in files.items():
            file.writestr(name, content)
    return to.getvalue()
