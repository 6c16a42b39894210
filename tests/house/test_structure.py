"""The house's own rules, held by tests: imports one way, tables whole, documents true."""

from __future__ import annotations

import ast
import json
import re
from collections.abc import Iterator
from pathlib import Path
from unittest import TestCase

from django.conf import settings
from django.test import SimpleTestCase, override_settings

from sabaka_core.document import VERSION
from sabaka_core.findings import all_codes
from sabaka_core.kit.tables import table
from tests.core.support import EXAMPLES, ROOT, example, hive, reported

WEB = ROOT / "web"


def imports(file: Path) -> Iterator[str]:
    """Modules a Python file imports."""
    for node in ast.walk(ast.parse(file.read_text("utf-8"))):
        if isinstance(node, ast.Import):
            yield from (alias.name for alias in node.names)
        elif isinstance(node, ast.ImportFrom) and node.module:
            yield node.module


class OneWay(TestCase):
    """House: web → HTTP → server → sabaka_core; nothing the other way."""

    def test_the_core_imports_only_itself_and_libraries(self) -> None:
        for file in (ROOT / "sabaka_core").rglob("*.py"):
            tops = {name.split(".")[0] for name in imports(file)}
            with self.subTest(file.name):
                self.assertEqual(tops & {"server", "sabaka_cli", "django", "ninja", "tests", "benchmarks"}, set())

    def test_the_command_line_knows_no_server(self) -> None:
        for file in (ROOT / "sabaka_cli").rglob("*.py"):
            self.assertNotIn("server", {name.split(".")[0] for name in imports(file)})

    def test_the_core_reads_no_clock_and_no_settings(self) -> None:
        for file in (ROOT / "sabaka_core").rglob("*.py"):
            used = {name.split(".")[0] for name in imports(file)}
            # One module knows a calendar; it takes days as arguments and never asks what day it is.
            calendar = {"datetime"} if file.name == "dates.py" else set()
            with self.subTest(file.name):
                self.assertEqual(used & {"datetime", "time", "os", "random", "logging", "sqlite3"}, calendar)
                self.assertNotRegex(file.read_text("utf-8"), r"\.(today|now|utcnow)\(")

    def test_features_know_each_other_only_by_their_index(self) -> None:
        for file in (WEB / "src").rglob("*.ts*"):
            for path in re.findall(r'from "([^"]+)"', file.read_text("utf-8")):
                inside = re.search(r"features/(\w+)/\w+", path)
                with self.subTest(file.name, path=path):
                    self.assertIsNone(inside, "reaches past a feature's index")

    def test_screens_have_no_any(self) -> None:
        for file in (WEB / "src").rglob("*.ts*"):
            if file.name != "generated.d.ts":
                with self.subTest(file.name):
                    self.assertNotRegex(file.read_text("utf-8"), r":\s*any\b|as any\b|<any>")


class Tables(TestCase):
    """House: data/practice.toml: every value with unit, reason and source, and every one in use."""

    def test_each_row_is_whole(self) -> None:
        for key, row in table("practice").items():
            with self.subTest(key):
                self.assertTrue(row.unit and row.why.endswith("."))
                if row.value is None:
                    low, high = row.span
                    self.assertLess(low, high)
                else:
                    self.assertIsNone(row.low)

    def test_a_published_value_names_its_source(self) -> None:
        for key, row in table("practice").items():
            if row.source.mark == "published":
                with self.subTest(key):
                    self.assertTrue(row.source.note)

    def test_each_row_is_used(self) -> None:
        code = "\n".join(f.read_text("utf-8") for f in (ROOT / "sabaka_core").rglob("*.py"))
        made = {"spacing_", "slope_", "volume_", "follower_side_", "flight_"}
        for key in table("practice"):
            with self.subTest(key):
                self.assertTrue(f'"{key}"' in code or any(key.startswith(start) for start in made))


class Documents(TestCase):
    """House."""

    def test_the_readme_shows_every_screenshot_and_only_those(self) -> None:
        shots = {f"docs/screenshots/{file.name}" for file in (ROOT / "docs" / "screenshots").glob("*.png")}
        named = set(re.findall(r"docs/screenshots/[\w-]+\.png", (ROOT / "README.md").read_text("utf-8")))
        self.assertEqual(named, shots)
        self.assertLess(len(shots), 20)

    def test_files_named_in_the_documents_exist(self) -> None:
        for page in ("README.md", "CONTRIBUTING.md", "docs/architecture.md"):
            text = (ROOT / page).read_text("utf-8")
            for path in re.findall(r"`((?:sabaka_core|tests|web|server|docs|examples|scripts)/[\w./-]+)`", text):
                with self.subTest(page, path=path):
                    self.assertTrue((ROOT / path).exists())

    def test_the_readme_counts_the_rules_right(self) -> None:
        self.assertIn(f"{len(all_codes())} rules", (ROOT / "README.md").read_text("utf-8"))

    def test_lock_files_hold_no_addresses(self) -> None:
        lock = json.loads((WEB / "package-lock.json").read_text("utf-8"))
        self.assertFalse([name for name, package in lock["packages"].items() if "resolved" in package])
        self.assertEqual(list(ROOT.glob("*.lock")), [])

    def test_every_requirement_is_pinned(self) -> None:
        for name in ("requirements.txt", "requirements-dev.txt"):
            for line in (ROOT / name).read_text("utf-8").splitlines():
                if line and not line.startswith(("#", "-r")):
                    with self.subTest(name, line=line):
                        self.assertRegex(line, r"^[\w-]+==[\w.]+$")

    def test_demo_data_stays_in_its_scenario(self) -> None:
        for file in EXAMPLES.glob("*.json"):
            self.assertLess(len(file.read_text("utf-8")), 60_000)
            with self.subTest(file.stem):
                self.assertEqual(example(file.stem)["version"], VERSION)


class FormsAndRules(TestCase):
    """House."""

    def test_every_finding_points_at_a_field_that_can_be_set_or_an_item(self) -> None:
        """A keeper who reads a finding's field finds it in the ledger."""
        from sabaka_core.findings import find
        from sabaka_core.hive.context import Context

        groups = reported(hive(example("granny")), "forms").forms
        paths = {field.path for group in groups for field in group.fields}
        for finding in find(Context(hive(example("granny"))), mends=False, long=False):
            if finding.path:
                with self.subTest(finding.id):
                    self.assertIn(finding.path, paths)


class BeforeTheBuild(SimpleTestCase):
    """House."""

    def test_a_front_end_that_was_not_built_is_said_plainly(self) -> None:
        with override_settings(DIST=Path("/nowhere")):
            answer = self.client.get("/")
        self.assertEqual(answer.status_code, 503)
        self.assertContains(answer, "make build", status_code=503)

    def test_hashed_files_are_kept_for_good(self) -> None:
        pattern = settings.WHITENOISE_IMMUTABLE_FILE_TEST
        self.assertRegex("/assets/index-BQEECFDD.js", pattern)
        self.assertNotRegex("/icon.svg", pattern)
        self.assertNotRegex("/index.html", pattern)
