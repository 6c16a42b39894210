"""The list of packages with reason and licence is the list of packages, and none is there for nothing."""

from __future__ import annotations

import ast
import json
import re
from importlib.metadata import packages_distributions
from pathlib import Path
from unittest import TestCase

ROOT = Path(__file__).resolve().parents[2]
# Loaded by others by their names, not by an import of ours.
UNSEEN = {"networkx", "lxml", "rl_accel"}


def named(file: str) -> set[str]:
    """Packages that a file of requirements names for themselves, before those that they need."""
    text = (ROOT / file).read_text("utf-8").split("# needed by")[0]
    return set(re.findall(r"^([\w.-]+)==", text, re.MULTILINE))


def imported() -> set[str]:
    """Top modules that code of ours imports."""
    found: set[str] = set()
    for folder in ("sabaka_core", "sabaka_cli", "server"):
        for path in (ROOT / folder).rglob("*.py"):
            for node in ast.walk(ast.parse(path.read_text("utf-8"))):
                if isinstance(node, ast.Import):
                    found |= {alias.name.split(".")[0] for alias in node.names}
                elif isinstance(node, ast.ImportFrom) and node.module:
                    found.add(node.module.split(".")[0])
    return found


class Dependencies(TestCase):
    """House."""

    def test_the_list_is_what_is_named(self) -> None:
        rows = re.findall(r"^\| ([@\w./-]+) \| ([^|]+) \| ([^|]+) \|$", self.text, re.MULTILINE)
        listed = {name for name, _, _ in rows} - {"package"}
        package = json.loads((ROOT / "web" / "package.json").read_text("utf-8"))
        wanted = named("requirements.txt") | named("requirements-dev.txt")
        self.assertEqual(listed, wanted | set(package["dependencies"]) | set(package["devDependencies"]))
        self.assertFalse([row for row in rows if not all(cell.strip() for cell in row)])

    def test_each_of_the_server_is_imported(self) -> None:
        modules: dict[str, set[str]] = {}
        for module, names in packages_distributions().items():
            for name in names:
                modules.setdefault(name.lower().replace("_", "-"), set()).add(module)
        ours = imported()
        for name in named("requirements.txt") - UNSEEN:
            with self.subTest(name):
                self.assertTrue(modules.get(name.lower().replace("_", "-"), {name}) & ours)

    @property
    def text(self) -> str:
        return (ROOT / "docs" / "dependencies.md").read_text("utf-8")
