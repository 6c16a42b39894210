"""How a test says that it holds the core against something outside: by the first words of what it says of itself.

A number from outside that is one number belongs in checks.toml. What is more than a number is a test beside what it
tries, and begins with one of these, so that it can be counted.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator
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
    "Hand": "geometry",
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


def marked() -> Iterator[tuple[str, str, str]]:
    """Every marked test or class of tests: its file, its name, its kind."""
    for file, tree in modules():
        for node in ast.walk(tree):
            if isinstance(node, ast.FunctionDef | ast.ClassDef) and (
                node.name.startswith("test") or isinstance(node, ast.ClassDef)
            ):
                said = ast.get_docstring(node) or ""
                kind = next(
                    (
                        kind
                        for mark, kind in MARKS.items()
                        if said.startswith((f"{mark}:", f"{mark},", f"{mark} ", f"{mark}."))
                    ),
                    None,
                )
                if kind:
                    yield file, node.name, kind


def modules() -> Iterator[tuple[str, ast.Module]]:
    """Every file of tests, as a tree."""
    for file in sorted(TESTS.rglob("test_*.py")):
        yield str(file.relative_to(TESTS)), ast.parse(file.read_text("utf-8"))


def asked(tree: ast.Module) -> set[str]:
    """Outside libraries that a file of tests uses."""
    names = {alias.name for node in ast.walk(tree) if isinstance(node, ast.Import) for alias in node.names}
    names |= {node.module for node in ast.walk(tree) if isinstance(node, ast.ImportFrom) and node.module}
    return {name.split(".")[0] for name in names} & OUTSIDE
