"""Several processes on one port, so that a long sum of one keeper leaves the others their answers.

This process loads the app, begins the others as copies of itself, and begins another one when one ends. What they share
stands in the database; long answers are in one pool, in a process of its own.
"""

from __future__ import annotations

import os
import secrets
import signal
import socket
import subprocess
import sys
import tempfile
import time
from pathlib import Path
from typing import Any

from server.jobs.keeper import ADDRESS, WORD

# When processes end sooner than this after their beginning something is wrong with all of them [s].
_TOO_SOON_S = 5.0


class Several:
    """A server of several processes."""

    def __init__(self, bound: socket.socket, processes: int) -> None:
        self._bound, self._many = bound, processes
        self._begun: dict[int, float] = {}
        self._folder = tempfile.TemporaryDirectory(prefix="sabaka-")
        self._jobs = self._job_keeper(Path(self._folder.name) / "jobs")
        from server.wsgi import application, load, settle, warm_up

        self._application = application
        load()
        warm_up()
        # Also so that the copies share what is there.
        settle()

    def run(self) -> None:
        """Serves till it is asked to end."""
        try:
            for _ in range(self._many):
                self._begin()
            while True:
                ended, _ = os.wait()
                began = self._begun.pop(ended, None)
                if ended == self._jobs.pid or (began is not None and time.monotonic() - began < _TOO_SOON_S):
                    raise SystemExit("A process of the server ended at once: see what it said above.")
                if began is not None:
                    self._begin()
        except KeyboardInterrupt:
            # Stopped at the keyboard, as the other processes are with it.
            return
        finally:
            for process in self._begun:
                os.kill(process, signal.SIGTERM)
            if self._jobs.stdin is not None:
                self._jobs.stdin.close()
            self._folder.cleanup()

    def _begin(self) -> None:
        from django.db import connections

        connections.close_all()
        process = os.fork()
        if process:
            self._begun[process] = time.monotonic()
            return
        code = 1
        try:
            self._begun.clear()
            _answer(self._application, self._bound)
            code = 0
        finally:
            # Nothing of the parent's is cleaned up by its copy.
            os._exit(code)

    def _job_keeper(self, address: Path) -> subprocess.Popen[str]:
        word = secrets.token_hex(32)
        os.environ |= {ADDRESS: str(address), WORD: word}
        keeper = subprocess.Popen(
            [sys.executable, "-m", "server.jobs.keeper", str(address)],
            stdin=subprocess.PIPE,
            stdout=subprocess.PIPE,
            text=True,
        )
        assert keeper.stdin and keeper.stdout
        keeper.stdin.write(word + "\n")
        keeper.stdin.flush()
        keeper.stdout.readline()
        return keeper


def _answer(application: Any, bound: socket.socket) -> None:
    from server.patient import PatientServer

    signal.signal(signal.SIGTERM, lambda number, frame: sys.exit(0))
    PatientServer(application, bound).run()
