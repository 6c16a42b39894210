"""What the house promises of itself, counted: ``make house`` prints it, ``test_counts.py`` holds it.

Generated, lock and migration files are left out. A count that isn't where it should be yet has a ceiling in
``CEILINGS``, which only ever goes down.
"""

from __future__ import annotations

import ast
import re
import sys
from collections import Counter
from collections.abc import Callable, Iterator
from functools import cache
from pathlib import Path
from typing import get_args

from tests.house.code import CORE, ROOT, code, files, is_test, lines, modules, name_of, tree
from tests.house.docstrings import undescribed
from tests.house.literals import literals
from tests.published.marks import classes

LONGEST_FILE, LONGEST_LINE, LONGEST_FUNCTION = 400, 120, 60

# Floors of the core's packages and of its modules that stand alone, from the ground up: imports go down only.
FLOORS: tuple[tuple[str, ...], ...] = (
    ("base", "data"),
    ("kit",),
    # The hive: what it is, and changes of it.
    ("document",),
    ("geometry", "frames"),
    ("combs",),
    ("run",),
    ("hive",),
    ("edits",),
    # Subjects: models and reckoning.
    ("season", "woodwork"),
    ("moving", "lifting"),
    ("winter", "yard"),
    ("learning",),
    # What is shown.
    ("drawing",),
    ("findings",),
    ("show",),
    # Doors.
    ("report", "actions"),
    ("brief", "paper"),
)


# Structure of the core


def package_of(module: str) -> str:
    """The package a module of the core lies in; a module that stands alone is its own."""
    parts = module.split(".")
    return parts[1] if len(parts) > 1 else CORE


@cache
def imported(module: str) -> frozenset[str]:
    """Modules of the core that one of them imports, also inside functions."""
    known, found = modules(), set()
    for node in ast.walk(tree(known[module])):
        if isinstance(node, ast.ImportFrom) and (node.module or "").startswith(CORE):
            base = str(node.module)
            found |= {f"{base}.{a.name}" if f"{base}.{a.name}" in known else base for a in node.names}
        elif isinstance(node, ast.Import):
            found |= {a.name for a in node.names if a.name.startswith(CORE)}
    return frozenset(found)


@cache
def packages() -> dict[str, frozenset[str]]:
    """Which packages of the core each of them imports from."""
    edges: dict[str, set[str]] = {}
    for module in modules():
        here = package_of(module)
        edges.setdefault(here, set()).update(package_of(other) for other in imported(module))
    return {here: frozenset(others - {here, CORE}) for here, others in edges.items() if here != CORE}


def circles() -> list[str]:
    """Packages that import each other, round however many others."""
    edges = packages()

    def reach(start: str) -> set[str]:
        seen: set[str] = set()
        ahead = list(edges[start])
        while ahead:
            here = ahead.pop()
            if here not in seen:
                seen.add(here)
                ahead += edges.get(here, ())
        return seen

    return sorted(here for here in edges if here in reach(here))


def upward() -> list[str]:
    """Imports that go up from their floor, or sideways to a package of the same one."""
    floor = {name: level for level, names in enumerate(FLOORS) for name in names}
    found = []
    for here, others in packages().items():
        if here not in floor:
            found.append(f"{here} stands on no floor")
        found += [f"{here} -> {other}" for other in others if floor.get(other, 99) >= floor.get(here, -1)]
    return sorted(found)


# Size and shape of files


def long_files() -> list[str]:
    return [name_of(file) for file in code() if len(lines(file)) > LONGEST_FILE]


def long_lines() -> list[str]:
    return [
        f"{name_of(file)}:{number}"
        for file in code()
        for number, line in enumerate(lines(file), start=1)
        if len(line) > LONGEST_LINE
    ]


def formatter_switches() -> list[str]:
    """Places where a formatter was told to look away."""
    switch = re.compile(r"#\s*fmt:\s*(skip|off)|#\s*yapf|" + "prettier" + r"-ignore")
    return [
        f"{name_of(file)}:{number}"
        for file in code()
        for number, line in enumerate(lines(file), start=1)
        if switch.search(line) and file != Path(__file__)
    ]


def functions() -> Iterator[tuple[Path, ast.FunctionDef | ast.AsyncFunctionDef]]:
    for file in files(".py"):
        for node in ast.walk(tree(file)):
            if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
                yield file, node


def long_functions() -> list[str]:
    return [
        f"{name_of(file)}: {node.name}"
        for file, node in functions()
        if (node.end_lineno or 0) - node.lineno >= LONGEST_FUNCTION
    ]


# One of each


def _models() -> Iterator[tuple[str, ast.ClassDef, set[str]]]:
    """Classes of the core with the names of their fields."""
    for file in modules().values():
        for node in ast.walk(tree(file)):
            if isinstance(node, ast.ClassDef):
                fields = {
                    each.target.id
                    for each in node.body
                    if isinstance(each, ast.AnnAssign) and isinstance(each.target, ast.Name)
                }
                yield name_of(file), node, fields


def finding_types() -> list[str]:
    """Classes handed out that say that something is wrong: with a severity, or right or wrong by a flag, or by name."""
    return [
        f"{file}: {node.name}"
        for file, node, fields in _models()
        if "Value" in {getattr(base, "id", "") for base in node.bases}
        and ("severity" in fields or re.search(r"Finding|Trouble|Warning|JudgedOut|WarnedOut", node.name))
    ]


def mend_types() -> list[str]:
    """Classes handed out that promise something of a change: an edit or a patch, and what it gives."""
    forms = {"Action", "Option", "SizeField"}
    return [
        f"{file}: {node.name}"
        for file, node, fields in _models()
        if "Value" in {getattr(base, "id", "") for base in node.bases}
        and fields & {"edit", "patch"}
        and node.name not in forms
    ]


def findings_without_test() -> list[str]:
    """Codes of rules that no test names."""
    from sabaka_core.findings import all_codes

    words = "\n".join(file.read_text("utf-8") for file in files(".py") if name_of(file).startswith("tests/"))
    return sorted(found for found in all_codes() if f'"{found}"' not in words)


def layers_without_look() -> list[str]:
    """Layers, words and parts of charts that the table of looks doesn’t know."""
    from sabaka_core.kit.chart import BandLayer, SeriesLayer
    from sabaka_core.kit.dimension import MarkLayer
    from sabaka_core.kit.drawing import LayerName, WordsLayer
    from sabaka_core.kit.looks import looks, words

    layers = {layer for of in (LayerName, MarkLayer, SeriesLayer, BandLayer) for layer in get_args(of)}
    return sorted((layers - looks().keys()) | (set(get_args(WordsLayer)) - words().keys()))


def numbers() -> dict[str, str]:
    """Every key number with how it comes about, as docs/metrics.md lists them."""
    page = (ROOT / "docs" / "metrics.md").read_text("utf-8")
    return {
        found[1]: found[2]
        for found in re.finditer(r"^\| `([\w.]+)` \| [^|]+ \| [^|]+ \| ([\w ]+) \|", page, re.MULTILINE)
    }


def unmarked_numbers() -> list[str]:
    """Numbers that don't say how they come about."""
    return [key for key, how in numbers().items() if how not in KINDS]


def numbers_without_test() -> list[str]:
    """Keys that no test names."""
    words = "\n".join(file.read_text("utf-8") for file in files(".py", ".json") if name_of(file).startswith("tests/"))
    return sorted(key for key in numbers() if key not in words)


def tests_unstated() -> list[str]:
    """Classes of tests that don't say what kind they are."""
    return [name for name, kind in classes() if not kind]


def twice_named() -> list[str]:
    """Names that two classes of core, server or command line have; those that Django asks for left out."""
    found: dict[str, list[str]] = {}
    for file in files(".py"):
        name = name_of(file)
        if name.startswith((f"{CORE}/", "server/", "sabaka_cli/")) and not is_test(name):
            for node in tree(file).body:
                if isinstance(node, ast.ClassDef) and node.name != "Command":
                    found.setdefault(node.name, []).append(name)
    return [f"{name}: {', '.join(where)}" for name, where in sorted(found.items()) if len(where) > 1]


def pictures() -> list[str]:
    """Pictures in the documents, but for the curves that are made with them."""
    found = (name_of(file) for file in files(".png", ".jpg", ".svg"))
    return [name for name in found if name.startswith("docs/") and not name.startswith("docs/model/")]


def test_share() -> float:
    """Lines of tests of all lines of code [%]."""
    tests = all_ = 0
    for file in code():
        count, name = len(lines(file)), name_of(file)
        all_ += count
        tests += count if is_test(name) else 0
    return 100 * tests / all_


def lines_of(*tops: str) -> int:
    """Lines of code under these folders, tests left out."""
    return sum(len(lines(file)) for file in code() if name_of(file).startswith(tops) and not is_test(name_of(file)))


COUNTS: dict[str, Callable[[], list[str]]] = {
    "package circles": circles,
    "imports that go up": upward,
    "files over 400 lines": long_files,
    "lines over 120 characters": long_lines,
    "formatter switches": formatter_switches,
    "functions over 60 lines": long_functions,
    "finding types": finding_types,
    "mend types": mend_types,
    "findings without test": findings_without_test,
    "layers without look": layers_without_look,
    "numbers unmarked": unmarked_numbers,
    "numbers without test": numbers_without_test,
    "tests of unstated kind": tests_unstated,
    "names of two classes": twice_named,
    "undescribed or unnamed": undescribed,
    "numbers in code": literals,
    "pictures in documents": pictures,
}
KINDS = ("computed", "simulated", "read off")
# Where it should be: one finding type and one mend type, none of most else. What isn't there yet stands below.
WANTED = {"finding types": 1, "mend types": 1, "pictures in documents": 19}
CEILINGS: dict[str, int] = {}


def main() -> int:
    """Print the counts; with a name of one, what it counted. Exit code 1 when one is over its ceiling."""
    wished = sys.argv[1:]
    over = False
    for name, count in COUNTS.items():
        found = count()
        wanted = WANTED.get(name, 0)
        ceiling = CEILINGS.get(name, wanted)
        over = over or len(found) > ceiling
        note = "" if len(found) <= wanted else f"   wanted {wanted}, at most {ceiling} for now"
        print(f"{name:<28}{len(found):>6}{note}")
        if name in wished:
            print(*(f"    {each}" for each in found), sep="\n")
    for kind in KINDS:
        print(f"{f'numbers {kind}':<28}{sum(how == kind for how in numbers().values()):>6}")
    for kind, number in sorted(Counter(kind for _, kind in classes()).items()):
        print(f"{f'test classes, {kind}':<28}{number:>6}")
    print(f"{'tests, of all lines':<28}{test_share():>6.1f} %")
    print(f"{'core, server, command line':<28}{lines_of('sabaka_core/', 'server/', 'sabaka_cli/'):>6} lines")
    print(f"{'front end':<28}{lines_of('web/'):>6} lines")
    return int(over)


if __name__ == "__main__":
    sys.exit(main())
