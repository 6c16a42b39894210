"""Long answers: a few processes at a time, so many for each keeper, with progress, and an end when nobody listens.

Jobs live as long as the server: who asked asks again after a restart. Where several processes serve, one pool in a
process of its own is shared by all (keeper.py), so nothing here needs more than Python's own library.
"""

from __future__ import annotations

import json
import subprocess
import sys
import time
from base64 import b64decode
from collections import OrderedDict
from dataclasses import dataclass, field
from pathlib import Path
from threading import Lock, Thread
from typing import Any, Literal
from uuid import uuid4

State = Literal["waiting", "running", "done", "failed", "ended"]
_ALIVE = ("waiting", "running")
_ROOT = Path(__file__).resolve().parents[2]


class TooManyJobsError(Exception):
    """A keeper has as many long answers under way as may be; its one argument is how many."""


class NoSuchJobError(Exception):
    """A keeper asks for a job that he hasn't."""


@dataclass
class Job:
    """One long answer as it is told: how far it is, and what came of it; ``file`` names the file that was made."""

    owner: int
    id: str = field(default_factory=lambda: uuid4().hex)
    state: State = "waiting"
    share: float = 0.0
    chapters: dict[str, Any] = field(default_factory=dict)
    file: str = ""
    reason: str = ""


@dataclass
class _Work:
    """One under way: what is asked, since when, by which process, and when somebody asked for it last."""

    job: Job
    asked: dict[str, Any]
    instead: str
    heard: float = field(default_factory=time.monotonic)
    began: float = 0.0
    process: subprocess.Popen[str] | None = None
    body: bytes = b""


@dataclass(frozen=True)
class Bounds:
    """How much is done at once.

    Attributes:
        running: processes at a time.
        of_one: jobs of one keeper that wait or run.
        patience_s: after so long without being asked for a job ends [s].
        longest_s: so long a job may run [s].
        kept: so many that are over are still known.
        files: so many files of those are kept; each may be some megabytes.
    """

    running: int = 1
    of_one: int = 2
    patience_s: float = 15.0
    longest_s: float = 300.0
    kept: int = 50
    files: int = 4


class Pool:
    """Jobs in the order in which they were asked for."""

    def __init__(self, bounds: Bounds | None = None) -> None:
        self._bounds = bounds or Bounds()
        self._works: OrderedDict[str, _Work] = OrderedDict()
        self._lock = Lock()
        self._minded = False

    def begin(self, owner: int, asked: dict[str, Any], instead: str = "") -> Job:
        """A new job; it begins when a process is free. One that the same keeper asked under the same word ends.

        Raises:
            TooManyJobsError: this keeper has as many under way as may be.
        """
        with self._lock:
            for work in self._works.values():
                if instead and (work.job.owner, work.instead) == (owner, instead):
                    _over(work, "ended", "Something newer was asked instead.")
            mine = [work for work in self._works.values() if work.job.owner == owner and work.job.state in _ALIVE]
            if len(mine) >= self._bounds.of_one:
                raise TooManyJobsError(len(mine))
            work = _Work(Job(owner), asked, instead)
            self._works[work.job.id] = work
            self._step()
            if not self._minded:
                self._minded = True
                Thread(target=self._mind, daemon=True).start()
            return work.job

    def hear(self, owner: int, ident: str) -> Job:
        """How far a job is. Whoever asks keeps it alive.

        Raises:
            NoSuchJobError: this keeper has no such job.
        """
        with self._lock:
            return self._of(owner, ident).job

    def file(self, owner: int, ident: str) -> tuple[str, bytes]:
        """The file that a job made, with its name.

        Raises:
            NoSuchJobError: this keeper has no such job, or it made no file, or it is too long ago.
        """
        with self._lock:
            work = self._of(owner, ident)
            if not work.body:
                raise NoSuchJobError
            return work.job.file, work.body

    def end(self, owner: int, ident: str) -> Job:
        """Gives a job up.

        Raises:
            NoSuchJobError: this keeper has no such job.
        """
        with self._lock:
            work = self._of(owner, ident)
            _over(work, "ended", "It was given up.")
            self._step()
            return work.job

    def close(self) -> None:
        """Ends all of them, as when the server ends."""
        with self._lock:
            for work in self._works.values():
                _over(work, "ended", "The server ended.")

    def _of(self, owner: int, ident: str) -> _Work:
        work = self._works.get(ident)
        if work is None or work.job.owner != owner:
            raise NoSuchJobError
        work.heard = time.monotonic()
        return work

    def _mind(self) -> None:
        """Looks after the jobs as long as there are any."""
        while True:
            time.sleep(0.2)
            with self._lock:
                self._step()
                if not any(work.job.state in _ALIVE for work in self._works.values()):
                    self._minded = False
                    return

    def _step(self) -> None:
        """Ends what nobody waits for, begins what can begin, and forgets what is long over."""
        now = time.monotonic()
        for work in self._works.values():
            if work.job.state in _ALIVE and now - work.heard > self._bounds.patience_s:
                _over(work, "ended", "Nobody waited for it any more.")
            elif work.job.state == "running" and now - work.began > self._bounds.longest_s:
                _over(work, "failed", f"It took longer than {self._bounds.longest_s:.0f} seconds.")
        free = self._bounds.running - sum(work.job.state == "running" for work in self._works.values())
        for work in [work for work in self._works.values() if work.job.state == "waiting"][: max(free, 0)]:
            self._start(work, now)
        over = [ident for ident, work in self._works.items() if work.job.state not in _ALIVE]
        for ident in over[: max(len(over) - self._bounds.kept, 0)]:
            del self._works[ident]
        for work in [work for work in self._works.values() if work.body][: -self._bounds.files]:
            work.body = b""

    def _start(self, work: _Work, now: float) -> None:
        work.job.state, work.began = "running", now
        command = [sys.executable, "-m", "server.jobs.work"]
        work.process = subprocess.Popen(command, cwd=_ROOT, stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True)
        Thread(target=self._listen, args=(work, work.process), daemon=True).start()

    def _listen(self, work: _Work, process: subprocess.Popen[str]) -> None:
        """Takes what a process says, line by line, until it ends."""
        assert process.stdin and process.stdout
        try:
            process.stdin.write(json.dumps(work.asked) + "\n")
            process.stdin.close()
            for line in process.stdout:
                self._told(work, json.loads(line))
        except (OSError, ValueError):
            # It was ended while it spoke; what became of it is settled below.
            pass
        process.wait()
        process.stdout.close()
        with self._lock:
            if work.job.state == "running":
                _over(work, "failed", "It stopped without an answer.")
            self._step()

    def _told(self, work: _Work, line: dict[str, Any]) -> None:
        with self._lock:
            if work.job.state != "running":
                return
            if "share" in line:
                work.job.share = line["share"]
            elif "chapters" in line:
                work.job.chapters, work.job.share = line["chapters"], 1.0
                _over(work, "done", "")
            elif "file" in line:
                work.job.file, work.body, work.job.share = line["file"], b64decode(line["body"]), 1.0
                _over(work, "done", "")
            else:
                _over(work, "failed", line["refused"])


def _over(work: _Work, state: State, reason: str) -> None:
    """A job that waits or runs comes to its end; one that is over stays as it is."""
    if work.job.state not in _ALIVE:
        return
    work.job.state, work.job.reason = state, reason
    if work.process is not None and state != "done":
        work.process.kill()
