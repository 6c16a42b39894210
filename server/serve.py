"""``python -m server.serve``: the production server on this machine."""

from __future__ import annotations

import os
import socket
import sys

HOST = os.environ.get("SABAKA_HOST", "127.0.0.1")


def main() -> int:
    """Serve until stopped. Exit code 1 when the port is in use or not a port."""
    given = os.environ.get("SABAKA_PORT", "8000")
    if not given.isdigit() or not 0 < int(given) < 65536:
        print(f"SABAKA_PORT is “{given}”, which is no port number.", file=sys.stderr)
        return 1
    port = int(given)
    if _in_use(port):
        print(
            f"Port {port} is in use. Stop what runs there, or choose another: make demo PORT=8001",
            file=sys.stderr,
        )
        return 1
    from waitress import serve

    from server.wsgi import application

    print(f"Sabaka is ready at http://{HOST}:{port}/", flush=True)
    serve(application, host=HOST, port=port, threads=6, max_request_body_size=16_000_000, ident="sabaka")
    return 0


def _in_use(port: int) -> bool:
    with socket.socket(socket.AF_INET, socket.SOCK_STREAM) as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind((HOST, port))
        except OSError:
            return True
    return False


if __name__ == "__main__":
    sys.exit(main())
