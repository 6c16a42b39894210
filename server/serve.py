"""``python -m server.serve``: the production server on this machine; ``--https`` for phones in the yard."""

from __future__ import annotations

import os
import signal
import sys
from types import FrameType
from typing import Any, Protocol

_MOST_PROCESSES = 32


class _Server(Protocol):
    def run(self) -> None: ...


def main() -> int:
    """Serve until stopped. Exit code 1 when the port is in use or a setting can't be used."""
    # What is written is its owner's only; and each process reckons in one thread, for the others answer meanwhile.
    os.umask(0o077)
    os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
    signal.signal(signal.SIGTERM, _stop)
    https = "--https" in sys.argv[1:]
    try:
        port = _number("SABAKA_PORT", 8443 if https else 8000, 65535)
        processes = _number("SABAKA_PROCESSES", 1, _MOST_PROCESSES)
    except ValueError as error:
        print(error, file=sys.stderr)
        return 1
    try:
        server, addresses = _secure(port) if https else _plain(port, processes)
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


def _stop(number: int, frame: FrameType | None) -> None:
    """Asked to end: answers that are under way are finished first."""
    raise SystemExit(0)


def _number(name: str, usual: int, most: int) -> int:
    given = os.environ.get(name, str(usual))
    if not given.isdigit() or not 0 < int(given) <= most:
        raise ValueError(f"{name} is “{given}”, which is no number from 1 to {most}.")
    return int(given)


def _plain(port: int, processes: int) -> tuple[_Server, list[str]]:
    from server.patient import PatientServer, bound_to

    host = os.environ.get("SABAKA_HOST", "127.0.0.1")
    bound = bound_to(host, port)
    addresses = [f"http://{host}:{port}/"]
    if processes > 1:
        from server.several import Several

        return Several(bound, processes), addresses
    from server.wsgi import application, warm_up_beside

    server = PatientServer(application, bound)
    warm_up_beside()
    return server, addresses


class _Cheroot:
    """The secure server, bound to its port before it says that it is ready."""

    def __init__(self, server: Any) -> None:
        self._server = server
        server.prepare()

    def run(self) -> None:
        try:
            self._server.serve()
        except (KeyboardInterrupt, SystemExit):
            self._server.stop()


def _secure(port: int) -> tuple[_Server, list[str]]:
    from server.patient import LARGEST
    from server.secure import own_addresses, papers

    known = [each for each in os.environ.get("SABAKA_HOSTS", "").split(",") if each]
    addresses = list(dict.fromkeys([*known, *own_addresses()]))
    # Read by the settings, which are read with the application.
    os.environ["SABAKA_HOSTS"] = ",".join(addresses)
    os.environ["SABAKA_HTTPS"] = "1"
    from cheroot.ssl.builtin import BuiltinSSLAdapter
    from cheroot.wsgi import Server

    from server.settings import VAR
    from server.wsgi import application, warm_up_beside

    found = papers(VAR, addresses)
    # A thread for each connection, also for slow ones: more of them, and less patience.
    server = Server(
        (os.environ.get("SABAKA_HOST", "0.0.0.0"), port),
        application,
        numthreads=12,
        max=120,
        timeout=10,
        server_name="sabaka",
    )
    server.max_request_body_size = LARGEST
    server.ssl_adapter = BuiltinSSLAdapter(str(found.certificate), str(found.key))
    print(f"Phones trust it once they have {found.authority}: open that file on them.", flush=True)
    warm_up_beside()
    return _Cheroot(server), [f"https://{address}:{port}/" for address in addresses]


if __name__ == "__main__":
    sys.exit(main())
