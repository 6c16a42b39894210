"""The WSGI application, and what warms it up so that the first keeper doesn't wait."""

from __future__ import annotations

import os
from threading import Thread

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.settings")

from django.core.wsgi import get_wsgi_application

application = get_wsgi_application()


def load() -> None:
    """Load all calls and what they call."""
    import server.api_urls  # noqa: F401


def warm_up() -> None:
    """Build one report, which loads the numerical library and the trade tables."""
    from django.conf import settings

    from sabaka_core import build_report, load_hive

    build_report(load_hive((settings.EXAMPLES / "sloped-top-bar.json").read_bytes()))


def warm_up_beside() -> None:
    """The same in a thread of its own: the page is answered meanwhile, and calls wait till they can be."""

    def both() -> None:
        load()
        warm_up()

    Thread(target=both, daemon=True).start()
