"""``python -m server.serve``: the production server on this machine."""

from __future__ import annotations

import os
import sys

HOST = os.environ.get("SABAKA_HOST", "127.0.0.1")


def main() -> int:
    """Serve until stopped. Exit code 1 when the port is in use or not a port."""
    given = os.environ.get("SABAKA_PORT", "8000")
    if not given.isdigit() or not 0 < int(given) < 65536:
        print(f"SABAKA_PORT is “{given}”, which is no port number.", file=sys.stderr)
        return 1
    port = int(given)
    from waitress import create_server

    from server.wsgi import application

    try:
        server = create_server(
            application, host=HOST, port=port, threads=6, max_request_body_size=16_000_000, ident="sabaka"
        )
    except OSError as error:
        print(
            f"Port {port} can't be used ({error.strerror}). Stop what runs there, or choose another: make "
            "demo PORT=8001",
            file=sys.stderr,
        )
        return 1
    print(f"Sabaka is ready at http://{HOST}:{port}/", flush=True)
    server.run()
    return 0


if __name__ == "__main__":
    sys.exit(main())
