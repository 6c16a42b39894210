"""The files that somebody writes, and what stands in them: what the house's counts are taken from."""

from __future__ import annotations

import ast
import re
import subprocess
from functools import cache
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
CORE = "sabaka_core"
GENERATED = re.compile(r"/migrations/|generated\.d\.ts$|generated\.css$|\.lock$|package-lock\.json$")


@cache
def files(*endings: str) -> tuple[Path, ...]:
    """Files of the repository with one of these endings, generated ones left out."""
    command = ["git", "ls-files", "--cached", "--others", "--exclude-standard"]
    names = subprocess.run(command, cwd=ROOT, capture_output=True, text=True, check=True).stdout
    return tuple(
        ROOT / name
        for name in names.splitlines()
        if name.endswith(endings) and not GENERATED.search(name) and (ROOT / name).exists()
    )


def code() -> tuple[Path, ...]:
    """Every file of code that somebody writes."""
    return files(".py", ".ts", ".tsx", ".js", ".css")


def lines(file: Path) -> list[str]:
    return file.read_text("utf-8").splitlines()


def name_of(file: Path) -> str:
    return file.relative_to(ROOT).as_posix()


@cache
def tree(file: Path) -> ast.Module:
    return ast.parse(file.read_text("utf-8"))


@cache
def modules() -> dict[str, Path]:
    """Modules of the core by their dotted name."""
    found = {}
    for file in files(".py"):
        name = name_of(file)
        if name.startswith(f"{CORE}/"):
            dotted = name.removesuffix(".py").replace("/", ".").removesuffix(".__init__")
            found[dotted] = file
    return found


def is_test(name: str) -> bool:
    """Whether a file is of the tests: beside what it tests, or apart."""
    return name.startswith("tests/") or "/tests/" in name or ".test." in name
