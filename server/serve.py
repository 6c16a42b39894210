"""``python -m server.serve``: the production server on this machine; ``--https`` for phones in the yard."""

from __future__ import annotations

import os
import sys
from typing import Any, Protocol

# The most that a request may hold: a photo of a comb fits, a film doesn't [bytes].
_LARGEST = 16_000_000
_THREADS = 6


class _Server(Protocol):
    def run(self) -> None: ...


def main() -> int:
    """Serve until stopped. Exit code 1 when the port is in use or not a port."""
    https = "--https" in sys.argv[1:] or os.environ.get("SABAKA_HTTPS") == "1"
    given = os.environ.get("SABAKA_PORT", "8443" if https else "8000")
    if not given.isdigit() or not 0 < int(given) < 65536:
        print(f"SABAKA_PORT is “{given}”, which is no port number.", file=sys.stderr)
        return 1
    port = int(given)
    try:
        server, addresses = (_secure if https else _plain)(port)
    except OSError as error:
        print(
            f"Port {port} can't be used ({error.strerror}). Stop what runs there, or choose another: make "
            "demo PORT=8001",
            file=sys.stderr,
        )
        return 1
    for address in addresses:
        print(f"Sabaka is ready at {address}", flush=True)
    server.run()
    return 0


def _plain(port: int) -> tuple[_Server, list[str]]:
    from waitress import create_server

    from server.wsgi import application

    host = os.environ.get("SABAKA_HOST", "127.0.0.1")
    server: Any = create_server(
        application, host=host, port=port, threads=_THREADS, max_request_body_size=_LARGEST, ident="sabaka"
    )
    return server, [f"http://{host}:{port}/"]


class _Cheroot:
    """The secure server, bound to its port before it says that it is ready."""

    def __init__(self, server: Any) -> None:
        self._server = server
        server.prepare()

    def run(self) -> None:
        try:
            self._server.serve()
        except KeyboardInterrupt:
            self._server.stop()


def _secure(port: int) -> tuple[_Server, list[str]]:
    from server.secure import own_addresses, papers

    known = [each for each in os.environ.get("SABAKA_HOSTS", "").split(",") if each]
    addresses = list(dict.fromkeys([*known, *own_addresses()]))
    # Read by the settings, which are read with the application.
    os.environ["SABAKA_HOSTS"] = ",".join(addresses)
    os.environ["SABAKA_HTTPS"] = "1"
    from cheroot.ssl.builtin import BuiltinSSLAdapter
    from cheroot.wsgi import Server

    from server.settings import VAR
    from server.wsgi import application

    found = papers(VAR, addresses)
    server = Server(
        (os.environ.get("SABAKA_HOST", "0.0.0.0"), port), application, numthreads=_THREADS, server_name="sabaka"
    )
    server.max_request_body_size = _LARGEST
    server.ssl_adapter = BuiltinSSLAdapter(str(found.certificate), str(found.key))
    print(f"Phones trust it once they have {found.authority}: open that file on them.", flush=True)
    return _Cheroot(server), [f"https://{address}:{port}/" for address in addresses]


if __name__ == "__main__":
    sys.exit(main())
