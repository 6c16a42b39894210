"""``python -m server.jobs.keeper ADDRESS``: one pool of long answers for all processes of a server.

It speaks over a socket of this machine that only the server's own account can open, and ends with the server: when its
standard input is closed. The word that opens it is the first line of the standard input.
"""

from __future__ import annotations

import os
import sys
from functools import cache
from multiprocessing.managers import BaseManager
from threading import Thread
from typing import Any, Protocol, cast

from server.jobs.pool import Job, Pool

# By which the processes of a server know where its pool is; there is none where one process serves.
ADDRESS, WORD = "SABAKA_JOBS", "SABAKA_JOBS_WORD"


class Jobs(Protocol):
    """What a pool does for whoever asks."""

    def begin(self, owner: int, asked: dict[str, Any], instead: str = "") -> Job: ...

    def hear(self, owner: int, ident: str) -> Job: ...

    def file(self, owner: int, ident: str) -> tuple[str, bytes]: ...

    def end(self, owner: int, ident: str) -> Job: ...


class _Shared(BaseManager):
    """The pool over a socket."""


@cache
def pool() -> Jobs:
    """The pool of this server: shared where several processes serve, else this process's own."""
    address = os.environ.get(ADDRESS)
    if not address:
        return Pool()
    _Shared.register("jobs")
    shared = _Shared(address, authkey=bytes.fromhex(os.environ[WORD]))
    shared.connect()
    return cast(Jobs, shared.jobs())  # type: ignore[attr-defined]


def main() -> int:
    """Keeps a pool till the server ends."""
    word, own = sys.stdin.readline().strip(), Pool()
    _Shared.register("jobs", callable=lambda: own, exposed=("begin", "hear", "file", "end"))
    server = _Shared(sys.argv[1], authkey=bytes.fromhex(word)).get_server()
    Thread(target=server.serve_forever, daemon=True).start()
    print("ready", flush=True)
    sys.stdin.read()
    own.close()
    return 0


if __name__ == "__main__":
    # serve_forever ends its process by itself where it is told to; nothing is left to clean up after that.
    os._exit(main())
