"""Numbers that stand in the code of the subjects: each that isn't plain arithmetic has a line that allows it.

Numbers of the trade stand in tables. What may stand in code is listed in literals.toml, file by file, with why.
Looked at are functions; a constant at the head of a module has a name and a comment of its own.
"""

from __future__ import annotations

import ast
import tomllib
from collections.abc import Iterator
from pathlib import Path

from tests.house.code import CORE, files, name_of, tree

SUBJECTS = (
    "season",
    "moving",
    "lifting",
    "winter",
    "woodwork",
    "combs",
    "frames",
    "run",
    "geometry",
    "findings",
    "hive",
)
# Counting, halves, powers of ten, angles, calendar and clock: arithmetic, not the trade.
PLAIN = {0, 1, 2, 3, 4, 0.5, 10, 100, 1000, 2000, 1e6, 1e9, 180, 360, 90, 60, 24, 365, 7, 12}
# What is smaller only keeps rounding out of a comparison.
TOLERANCE = 1e-5


def allowed() -> dict[str, tuple[set[float], str]]:
    """What may stand in which file of the core, and why."""
    with (Path(__file__).parent / "literals.toml").open("rb") as file:
        return {name: (set(row["numbers"]), row["why"]) for name, row in tomllib.load(file).items()}


def found() -> dict[str, set[float]]:
    """Numbers in functions of the subjects that aren't plain arithmetic, by file."""
    numbers: dict[str, set[float]] = {}
    for file in files(".py"):
        name = name_of(file).removeprefix(f"{CORE}/")
        if name.split("/")[0] in SUBJECTS:
            for node in ast.walk(tree(file)):
                if isinstance(node, ast.FunctionDef):
                    for number in _numbers(node):
                        numbers.setdefault(name, set()).add(number)
    return numbers


def literals() -> list[str]:
    """Numbers that no line allows, and lines that allow what no longer stands there."""
    stand, may = found(), allowed()
    return [
        f"{name}: {', '.join(f'{each:g}' for each in sorted(more))} {words}"
        for name in sorted(stand | may)
        for more, words in (
            (stand.get(name, set()) - may.get(name, (set(), ""))[0], "not allowed"),
            (may.get(name, (set(), ""))[0] - stand.get(name, set()), "allowed in vain"),
        )
        if more
    ]


def _numbers(node: ast.AST) -> Iterator[float]:
    """Numbers under a node; digits of a rounding, cuts of a text and sizes of a cache left out."""
    if isinstance(node, ast.Constant):
        value = node.value
        number = isinstance(value, int | float) and not isinstance(value, bool)
        if number and value not in PLAIN and abs(value) >= TOLERANCE:
            yield value
        return
    if isinstance(node, ast.Slice) or (isinstance(node, ast.keyword) and node.arg == "maxsize"):
        return
    if isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id == "round":
        yield from _numbers(node.args[0])
        return
    for child in ast.iter_child_nodes(node):
        yield from _numbers(child)
