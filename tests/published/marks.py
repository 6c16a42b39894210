"""How a test says that it holds the core against something outside: by the first words of what it says of itself.

A number from outside that is one number belongs in checks.toml. What is more than a number is a test beside what it
tries, and begins with one of these, so that it can be counted.
"""

from __future__ import annotations

import ast
import re
from collections.abc import Iterator, Mapping
from pathlib import Path

TESTS = Path(__file__).resolve().parents[1]
# First words, and the kind that they stand for; the kinds are those of checks.toml.
MARKS: dict[str, str] = {
    "Reference library": "library",
    "Reference libraries": "library",
    "Independent reader": "library",
    "Independent parser": "library",
    "Independent validator": "library",
    "Published": "memory",
    "Trade check": "trade",
    "Trade checks": "trade",
    "Hand": "geometry",
    "Hand checks": "geometry",
}
# What a class of tests may also say that it is: what must hold for any hive, what went wrong once, a door that is
# walked through as a keeper does (browser, HTTP), or a promise of the house.
OWN: dict[str, str] = {
    "Property": "property",
    "Regression": "regression",
    "Regression tests": "regression",
    "Door": "door",
    "House": "house",
}
# Libraries that tests ask for an answer of their own, or have read what we write.
OUTSIDE = frozenset(
    {
        "shapely",
        "scipy",
        "trimesh",
        "ezdxf",
        "pypdf",
        "vobject",
        "psychrolib",
        "pint",
        "jsonschema",
        "icalendar",
        "lxml",
        "jsonpatch",
    }
)


def kind_of(said: str, marks: Mapping[str, str]) -> str:
    """The kind that the first words stand for; empty when they stand for none."""
    return next((kind for mark, kind in marks.items() if re.match(rf"{mark}[:,. ]", said)), "")


def marked() -> Iterator[tuple[str, str, str]]:
    """Every test or class of tests that is held against something outside: its file, its name, its kind."""
    for file, tree in modules():
        for node in ast.walk(tree):
            tests = isinstance(node, ast.FunctionDef) and node.name.startswith("test")
            if tests or isinstance(node, ast.ClassDef):
                assert isinstance(node, ast.FunctionDef | ast.ClassDef)
                if kind := kind_of(ast.get_docstring(node) or "", MARKS):
                    yield file, node.name, kind


def classes() -> Iterator[tuple[str, str]]:
    """Every class that holds tests, and its kind; empty where it states none."""
    for file, tree in modules():
        for node in ast.walk(tree):
            if isinstance(node, ast.ClassDef) and any(
                isinstance(each, ast.FunctionDef) and each.name.startswith("test") for each in node.body
            ):
                yield f"{file}: {node.name}", kind_of(ast.get_docstring(node) or "", {**MARKS, **OWN})


def modules() -> Iterator[tuple[str, ast.Module]]:
    """Every file of tests, as a tree."""
    for top in (TESTS, TESTS.parent / "server"):
        for file in sorted(top.rglob("test_*.py")):
            yield str(file.relative_to(top)), ast.parse(file.read_text("utf-8"))


def asked(tree: ast.Module) -> set[str]:
    """Outside libraries that a file of tests uses."""
    names = {alias.name for node in ast.walk(tree) if isinstance(node, ast.Import) for alias in node.names}
    names |= {node.module for node in ast.walk(tree) if isinstance(node, ast.ImportFrom) and node.module}
    return {name.split(".")[0] for name in names} & OUTSIDE
