"""The HTTP server: waitress, whose threads get a request when all of it is there, with a limit for slow ones."""

from __future__ import annotations

import os
import socket
import time
from collections.abc import Callable
from typing import Any
from weakref import WeakKeyDictionary

from waitress.adjustments import Adjustments
from waitress.server import TcpWSGIServer
from waitress.task import ThreadedTaskDispatcher

# The most that a request may hold: a photo of a comb fits, a film doesn't [bytes].
LARGEST = 16_000_000
THREADS = 6
# So long a request may take to arrive [s]; so often it is looked whether one is late.
SLOWEST_S, LOOKED_AT_S = 60, 2
# Connections that a process holds at a time, well below what the system lets it open.
_MOST_CONNECTIONS = 800


class PatientServer(TcpWSGIServer):  # type: ignore[misc]
    """Waitress on a socket that is bound already; requests that come in bit by bit are ended after a minute.

    Without that a visitor who sends a byte now and then holds a connection for as long as he likes.
    """

    def __init__(self, application: Callable[..., Any], bound: socket.socket) -> None:
        proxy = os.environ.get("SABAKA_PROXY")
        trusted: dict[str, Any] = (
            {"trusted_proxy": proxy, "trusted_proxy_headers": {"x-forwarded-for", "x-forwarded-proto"}} if proxy else {}
        )
        settings = Adjustments(
            sockets=[bound],
            threads=THREADS,
            max_request_body_size=LARGEST,
            max_request_header_size=32_768,
            ident="sabaka",
            connection_limit=_MOST_CONNECTIONS,
            channel_timeout=SLOWEST_S,
            cleanup_interval=LOOKED_AT_S,
            # Read on while an answer is worked out, so that it is seen when a visitor hangs up.
            channel_request_lookahead=1,
            asyncore_use_poll=True,
            clear_untrusted_proxy_headers=True,
            **trusted,
        )
        threads = ThreadedTaskDispatcher()
        threads.set_thread_count(THREADS)
        self._begun: WeakKeyDictionary[Any, float] = WeakKeyDictionary()
        where = (bound.family, bound.type, bound.proto, bound.getsockname())
        super().__init__(
            application, {}, True, bound, dispatcher=threads, adj=settings, bind_socket=False, sockinfo=where
        )

    def maintenance(self, now: float) -> None:
        """Ends what has been silent, and what has been arriving, for too long."""
        super().maintenance(now)
        seen = time.monotonic()
        for channel in self.active_channels.values():
            arriving = channel.request
            if arriving is not None and seen - self._begun.setdefault(arriving, seen) > SLOWEST_S:
                channel.will_close = True


def bound_to(host: str, port: int) -> socket.socket:
    """A socket that listens there.

    Raises:
        OSError: somebody else does, or it isn't this machine's.
    """
    bound = socket.socket(socket.AF_INET6 if ":" in host else socket.AF_INET, socket.SOCK_STREAM)
    bound.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    bound.bind((host, port))
    bound.listen(1024)
    bound.setblocking(False)
    return bound
