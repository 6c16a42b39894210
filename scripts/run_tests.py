"""Everything ``make test`` checks, in order, with one closing line: N passed, N failed.

Each check of style, types or generated files counts as one; every test counts as itself.
"""

from __future__ import annotations

import json
import os
import re
import subprocess
import sys
import tempfile
import threading
import time
from collections.abc import Callable
from pathlib import Path
from typing import NamedTuple

ROOT = Path(__file__).resolve().parent.parent
WEB = ROOT / "web"
BIN = Path(sys.executable).parent
LONGEST_S = 60 * 60
NODE_BIN = WEB / "node_modules" / ".bin"


class Count(NamedTuple):
    """How many checks passed and failed."""

    passed: int
    failed: int


def single(*command: str | Path, where: Path = ROOT) -> Count:
    """A command that is one check."""
    done = subprocess.run([str(part) for part in command], cwd=where, check=False)
    return Count(1, 0) if done.returncode == 0 else Count(0, 1)


def front_end_tests() -> Count:
    """Vitest, counted from its own JSON."""
    with tempfile.TemporaryDirectory() as folder:
        out = Path(folder) / "vitest.json"
        command = [str(NODE_BIN / "vitest"), "run", "--reporter=default", "--reporter=json", f"--outputFile.json={out}"]
        done = subprocess.run(command, cwd=WEB, check=False)
        if not out.exists():
            return Count(0, 1)
        result = json.loads(out.read_text("utf-8"))
    failed = int(result["numFailedTests"])
    return Count(int(result["numPassedTests"]), max(failed, int(done.returncode != 0)))


def django_tests() -> Count:
    """Django's runner over core, server and browser, counted from its closing lines."""
    command = [sys.executable, "manage.py", "test", "--noinput", "--parallel", "auto"]
    # Many tests start a Python of their own: what the first has compiled the others needn't.
    env = {name: value for name, value in os.environ.items() if name != "PYTHONDONTWRITEBYTECODE"}
    process = subprocess.Popen(command, cwd=ROOT, env=env, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True)
    assert process.stdout is not None
    # A test that hangs must not hang the whole run.
    watchdog = threading.Timer(LONGEST_S, process.kill)
    watchdog.start()
    text = ""
    while piece := process.stdout.read(1):
        print(piece, end="", flush=True)
        text += piece
    code = process.wait()
    watchdog.cancel()
    ran = re.search(r"^Ran (\d+) tests?", text, re.MULTILINE)
    if ran is None:
        return Count(0, 1)
    broken = sum(int(n) for n in re.findall(r"(?:failures|errors)=(\d+)", _result_line(text)))
    skipped = sum(int(n) for n in re.findall(r"skipped=(\d+)", _result_line(text)))
    # A skipped test wasn't made: it counts as failed, so that a missing browser can't pass unseen.
    failed = max(broken + skipped, int(code != 0))
    return Count(max(int(ran[1]) - failed, 0), failed)


def _result_line(text: str) -> str:
    lines = [line for line in text.splitlines() if re.match(r"(OK|FAILED)\b", line)]
    return lines[-1] if lines else ""


CHECKS: dict[str, Callable[[], Count]] = {
    "Python style": lambda: single(BIN / "ruff", "check", "."),
    "Python format": lambda: single(BIN / "ruff", "format", "--check", "."),
    "Types of the core": lambda: single(BIN / "mypy"),
    "Generated files": lambda: single(sys.executable, "scripts/generated.py"),
    "Front-end style": lambda: single(NODE_BIN / "eslint", "src", where=WEB),
    "Front-end format": lambda: single(NODE_BIN / "prettier", "--check", "--log-level", "warn", "src", where=WEB),
    "Front-end types": lambda: single(NODE_BIN / "tsc", "--noEmit", where=WEB),
    "Front-end tests": front_end_tests,
    "Core, server and browser tests": django_tests,
}


def main() -> int:
    """Run every check. Exit code 1 when anything failed."""
    total = Count(0, 0)
    for name, check in CHECKS.items():
        print(f"\n== {name}", flush=True)
        start = time.monotonic()
        count = check()
        total = Count(total.passed + count.passed, total.failed + count.failed)
        verdict = "passed" if count.failed == 0 else "FAILED"
        print(f"-- {name}: {verdict} in {time.monotonic() - start:.0f} s", flush=True)
    print(f"\n{total.passed} passed, {total.failed} failed", flush=True)
    return 1 if total.failed else 0


if __name__ == "__main__":
    sys.exit(main())
