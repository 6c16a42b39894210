"""Long answers: a few processes at a time, so many for each keeper, with progress, and an end when nobody listens.

Jobs live as long as the server: who asked asks again after a restart.
"""

from __future__ import annotations

import json
import subprocess
import sys
import time
from collections import OrderedDict
from dataclasses import dataclass, field
from pathlib import Path
from threading import Lock, Thread
from typing import Any, Literal
from uuid import uuid4

from sabaka_core.base.errors import InfeasibleError, ParameterError

State = Literal["waiting", "running", "done", "failed", "ended"]
_ALIVE = ("waiting", "running")
_ROOT = Path(__file__).resolve().parents[2]


@dataclass
class Job:
    """One long answer under way: how far it is, and what came of it."""

    owner: int
    asked: dict[str, Any]
    id: str = field(default_factory=lambda: uuid4().hex)
    state: State = "waiting"
    share: float = 0.0
    chapter: dict[str, Any] | None = None
    reason: str = ""
    heard: float = field(default_factory=time.monotonic)
    began: float = 0.0
    process: subprocess.Popen[str] | None = None


@dataclass(frozen=True)
class Bounds:
    """How much is done at once.

    Attributes:
        running: processes at a time.
        of_one: jobs of one keeper that wait or run.
        patience_s: after so long without being asked for a job ends [s].
        longest_s: so long a job may run [s].
        kept: so many that are over are still known.
    """

    running: int = 1
    of_one: int = 2
    patience_s: float = 15.0
    longest_s: float = 300.0
    kept: int = 50


class Pool:
    """Jobs in the order in which they were asked for."""

    def __init__(self, bounds: Bounds | None = None) -> None:
        self._bounds = bounds or Bounds()
        self._jobs: OrderedDict[str, Job] = OrderedDict()
        self._lock = Lock()
        self._minded = False

    def begin(self, owner: int, asked: dict[str, Any]) -> Job:
        """A new job; it begins when a process is free.

        Raises:
            InfeasibleError: this keeper has as many under way as may be.
        """
        with self._lock:
            mine = [job for job in self._jobs.values() if job.owner == owner and job.state in _ALIVE]
            if len(mine) >= self._bounds.of_one:
                raise InfeasibleError(
                    f"{len(mine)} long answers are under way for you already.", "Wait for one, or give it up."
                )
            job = Job(owner, asked)
            self._jobs[job.id] = job
            self._step()
            if not self._minded:
                self._minded = True
                Thread(target=self._mind, daemon=True).start()
            return job

    def hear(self, owner: int, ident: str) -> Job:
        """How far a job is. Whoever asks keeps it alive.

        Raises:
            ParameterError: this keeper has no such job.
        """
        with self._lock:
            job = self._jobs.get(ident)
            if job is None or job.owner != owner:
                raise ParameterError("id", ident, "There is no such answer under way.", "no-such-job")
            job.heard = time.monotonic()
            return job

    def end(self, owner: int, ident: str) -> Job:
        """Gives a job up.

        Raises:
            ParameterError: this keeper has no such job.
        """
        job = self.hear(owner, ident)
        with self._lock:
            _over(job, "ended", "It was given up.")
            self._step()
        return job

    def _mind(self) -> None:
        """Looks after the jobs as long as there are any."""
        while True:
            time.sleep(0.2)
            with self._lock:
                self._step()
                if not any(job.state in _ALIVE for job in self._jobs.values()):
                    self._minded = False
                    return

    def _step(self) -> None:
        """Ends what nobody waits for, begins what can begin, and forgets what is long over."""
        now = time.monotonic()
        for job in self._jobs.values():
            if job.state in _ALIVE and now - job.heard > self._bounds.patience_s:
                _over(job, "ended", "Nobody waited for it any more.")
            elif job.state == "running" and now - job.began > self._bounds.longest_s:
                _over(job, "failed", f"It took longer than {self._bounds.longest_s:.0f} seconds.")
        free = self._bounds.running - sum(job.state == "running" for job in self._jobs.values())
        for job in [job for job in self._jobs.values() if job.state == "waiting"][: max(free, 0)]:
            self._start(job, now)
        over = [ident for ident, job in self._jobs.items() if job.state not in _ALIVE]
        for ident in over[: max(len(over) - self._bounds.kept, 0)]:
            del self._jobs[ident]

    def _start(self, job: Job, now: float) -> None:
        job.state, job.began = "running", now
        command = [sys.executable, "-m", "server.jobs.work"]
        job.process = subprocess.Popen(command, cwd=_ROOT, stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True)
        Thread(target=self._listen, args=(job, job.process), daemon=True).start()

    def _listen(self, job: Job, process: subprocess.Popen[str]) -> None:
        """Takes what a process says, line by line, until it ends."""
        assert process.stdin and process.stdout
        try:
            process.stdin.write(json.dumps(job.asked) + "\n")
            process.stdin.close()
            for line in process.stdout:
                self._told(job, json.loads(line))
        except (OSError, ValueError):
            # It was ended while it spoke; what became of it is settled below.
            pass
        process.wait()
        process.stdout.close()
        with self._lock:
            if job.state == "running":
                _over(job, "failed", "It stopped without an answer.")
            self._step()

    def _told(self, job: Job, line: dict[str, Any]) -> None:
        with self._lock:
            if job.state != "running":
                return
            if "share" in line:
                job.share = line["share"]
            elif "chapter" in line:
                job.chapter, job.share = line["chapter"], 1.0
                _over(job, "done", "")
            else:
                _over(job, "failed", line["refused"])


def _over(job: Job, state: State, reason: str) -> None:
    """A job that waits or runs comes to its end; one that is over stays as it is."""
    if job.state not in _ALIVE:
        return
    job.state, job.reason = state, reason
    if job.process is not None and state != "done":
        job.process.kill()


pool = Pool()
