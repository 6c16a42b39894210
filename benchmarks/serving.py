"""Serving many: cold start, a long shelf, keepers at once, memory. ``python -m benchmarks.serving``.

Each figure stands beside its target, beside the time of an empty call to the same server, and beside the yardstick.
"""

from __future__ import annotations

import json
import os
import random
import socket
import statistics
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterator
from concurrent.futures import ProcessPoolExecutor, ThreadPoolExecutor
from contextlib import contextmanager
from http.client import HTTPConnection
from itertools import count
from pathlib import Path
from typing import Any

from benchmarks.measure import show, timed, yardstick

ROOT = Path(__file__).resolve().parent.parent
EXAMPLES = sorted((ROOT / "examples").glob("*.json"))
# A keeper at work does something so often [s], and plans a whole year once in so many doings.
PAUSE_S, PLAN_EVERY = 0.5, 30
KEEPERS_FOR_S = 20.0
# So many requests before memory is looked at.
_ADDRESSES = count()
REQUESTS = int(os.environ.get("SABAKA_BENCH_REQUESTS", "10000"))


def free_port() -> int:
    """A port that nobody uses."""
    with socket.socket() as asked:
        asked.bind(("127.0.0.1", 0))
        port: int = asked.getsockname()[1]
        return port


@contextmanager
def served(folder: Path, **more: str) -> Iterator[tuple[int, subprocess.Popen[str], float]]:
    """The production server on a database of its own: its port, its process, seconds to the first answer."""
    port = free_port()
    # As behind a proxy, so that keepers have addresses of their own.
    env = os.environ | {"SABAKA_PORT": str(port), "SABAKA_VAR": str(folder), "SABAKA_PROXY": "127.0.0.1"} | more
    subprocess.run([sys.executable, "manage.py", "migrate", "-v0"], cwd=ROOT, env=env, check=True)
    began = time.perf_counter()
    process = subprocess.Popen(
        [sys.executable, "-m", "server.serve"], cwd=ROOT, env=env, stdout=subprocess.PIPE, text=True
    )
    try:
        assert process.stdout is not None and "ready" in process.stdout.readline()
        Keeper(port).get("/")
        yield port, process, time.perf_counter() - began
    finally:
        process.terminate()
        process.wait()


class Keeper:
    """One browser: its cookies, and calls as our page makes them."""

    def __init__(self, port: int) -> None:
        self._line = HTTPConnection("127.0.0.1", port, timeout=60)
        self._cookies: dict[str, str] = {}
        self._from = f"192.0.2.{next(_ADDRESSES) % 250}"

    def call(self, method: str, path: str, body: bytes | None = None) -> tuple[int, bytes]:
        cookies = "; ".join(f"{name}={value}" for name, value in self._cookies.items())
        headers = {"Cookie": cookies, "X-Forwarded-For": self._from}
        if body is not None:
            headers |= {"Content-Type": "application/json", "X-CSRFToken": self._cookies.get("csrftoken", "")}
        self._line.request(method, path, body, headers)
        answer = self._line.getresponse()
        for name, value in answer.getheaders():
            if name.lower() == "set-cookie":
                key, _, rest = value.partition("=")
                self._cookies[key] = rest.split(";")[0]
        return answer.status, answer.read()

    def get(self, path: str) -> bytes:
        status, body = self.call("GET", path)
        if status >= 400:
            raise RuntimeError(f"{path} answered {status}")
        return body

    def post(self, path: str, given: Any, method: str = "POST") -> Any:
        status, body = self.call(method, path, json.dumps(given).encode())
        if status >= 400:
            raise RuntimeError(f"{path} answered {status}: {body[:200]!r}")
        return json.loads(body)

    def anew(self) -> Keeper:
        """The same browser on another connection."""
        other = Keeper(self._line.port)
        other._cookies = self._cookies
        return other

    def registered(self, name: str) -> Keeper:
        """The same with an account of that name."""
        self.get("/")
        self.post("/api/register", {"name": name, "password": f"rope-walk-{name}-77"})
        return self


EDIT = {"do": "set", "path": "/chambers/0/section/top_mm", "text": "441"}
TYPED: dict[str, Any] = {
    "shape": {"parts": ["values", "findings", "drawings"], "wanted": ["section"]},
    "combs": {"parts": ["findings"]},
    "run": {"parts": ["findings", "drawings"], "wanted": ["rod"]},
}


class AtWork:
    """One keeper at the bench: types, drags, saves, plans now and then."""

    def __init__(self, port: int, name: str) -> None:
        self.keeper = Keeper(port).registered(name)
        document = json.loads((ROOT / "examples" / "bowline.json").read_text("utf-8"))
        self.design = self.keeper.post("/api/designs/import", document)
        self.revision, self.document = self.design["revision"], self.design["document"]
        self.dice = random.Random(name)

    def does(self) -> None:
        """One thing, as the dice fall."""
        fallen = self.dice.randrange(PLAN_EVERY)
        if fallen == 0:
            self.keeper.post("/api/studies/", {"document": self.document, "asked": {"season": {}}})
        elif fallen < 4:
            self.document = self.document | {"notes": f"Note {self.dice.random()}"}
            sent = {"base_revision": self.revision, "document": self.document, "label": "Typed"}
            self.revision = self.keeper.post(f"/api/designs/{self.design['id']}", sent, "PUT")["revision"]
        else:
            edit = EDIT | {"text": str(430 + self.dice.randrange(30))}
            self.keeper.post(
                "/api/bench/edit", {"document": self.document, "edit": edit, "asked": TYPED, "patches": fallen % 2 == 0}
            )


def _crowd(port: int, names: list[str], seconds: float) -> list[float]:
    """Milliseconds of each answer that these keepers had."""

    def work(name: str) -> list[float]:
        one, took = AtWork(port, name), []
        time.sleep(one.dice.random() * PAUSE_S)
        end = time.perf_counter() + seconds
        while time.perf_counter() < end:
            began = time.perf_counter()
            one.does()
            took.append((time.perf_counter() - began) * 1000)
            time.sleep(one.dice.uniform(0.5, 1.5) * PAUSE_S)
        return took

    with ThreadPoolExecutor(len(names)) as threads:
        return [each for took in threads.map(work, names) for each in took]


def crowd(port: int, keepers: int, seconds: float = KEEPERS_FOR_S) -> list[float]:
    """So many keepers at work at once, in a process of their own; sorted times [ms]."""
    names = [f"keeper {keepers}-{i}" for i in range(keepers)]
    with ProcessPoolExecutor(1) as pool:
        return sorted(pool.submit(_crowd, port, names, seconds).result())


def resident(process: subprocess.Popen[str]) -> list[float]:
    """MB that the server and each process that it began hold."""
    asked = ["ps", "-eo", "pid=,ppid=,rss="]
    rows = [row.split() for row in subprocess.run(asked, capture_output=True, text=True).stdout.splitlines()]
    return [int(rss) / 1024 for pid, ppid, rss in rows if str(process.pid) in (pid, ppid)]


def serving_speed(yard: float) -> None:
    """Everything here: one process for a keeper of his own, two for many, as docs/deployment.md has it."""
    with tempfile.TemporaryDirectory() as folder, served(Path(folder)) as (port, _, cold):
        show("cold start to first answer", cold, 1.5, "s", yard)
        began = time.perf_counter()
        keeper = Keeper(port).registered("long shelf")
        show("the first call after that", time.perf_counter() - began, 3, "s", yard)
        empty = statistics.median(timed(lambda: keeper.get("/api/health"), 60))
        print(f"  an empty call: {empty:.2f} ms")
        for i in range(200):
            document = json.loads(EXAMPLES[i % len(EXAMPLES)].read_text("utf-8"))
            keeper.post("/api/designs/import", document | {"name": f"Hive {i}"})
        shelf = statistics.median(timed(lambda: keeper.get("/api/designs"), 9, 2))
        show("a shelf of 200 hives", shelf, 200, "ms", yard)
        print(f"  {shelf / empty:.0f} empty calls")
    with tempfile.TemporaryDirectory() as folder, served(Path(folder), SABAKA_PROCESSES="2") as (port, process, _):
        for keepers, median, worst in ((20, 150, 500), (50, 400, 2000)):
            took = crowd(port, keepers)
            show(f"{keepers} keepers at once, two processes, median", statistics.median(took), median, "ms", yard)
            show(f"{keepers} keepers at once, 95th percentile", took[int(0.95 * len(took))], worst, "ms", yard)
        memory_after(port, process, yard)


def memory_after(port: int, process: subprocess.Popen[str], yard: float) -> None:
    """What the server holds as requests of all kinds go by."""
    keepers = [AtWork(port, f"memory {i}") for i in range(4)]
    for quarter in range(1, 5):
        for i in range(REQUESTS // 4):
            keepers[i % 4].does()
        held = resident(process)
        print(f"  after {REQUESTS * quarter // 4} requests: {', '.join(f'{each:.0f}' for each in sorted(held))} MB")
    show(f"memory of the largest process after {REQUESTS} requests", max(held), 250, "MB", yard)
    show("memory of all processes", sum(held), 600, "MB", yard)


if __name__ == "__main__":
    serving_speed(yardstick())
