"""The WSGI application, and what warms it up so that the first keeper doesn't wait."""

from __future__ import annotations

import gc
import os
from threading import Thread

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.settings")

from django.core.wsgi import get_wsgi_application

application = get_wsgi_application()
# New objects before a pass over the young ones, and such passes before one over the older, and the oldest ones.
_SELDOM = (20_000, 20, 20)


def load() -> None:
    """Load all calls and what they call."""
    import server.api_urls  # noqa: F401


def warm_up() -> None:
    """Build one report, which loads the numerical library and the trade tables."""
    from django.conf import settings

    from sabaka_core import build_report, load_hive

    build_report(load_hive((settings.EXAMPLES / "sloped-top-bar.json").read_bytes()))


def settle() -> None:
    """What was loaded stays for good: it isn't looked through again and again for what can be thrown away.

    Those passes over everything take a tenth of a second each, in the midst of somebody's keystroke.
    """
    gc.collect()
    gc.freeze()
    gc.set_threshold(*_SELDOM)


def warm_up_beside() -> None:
    """The same in a thread of its own: the page is answered meanwhile, and calls wait till they can be."""

    def both() -> None:
        load()
        warm_up()
        settle()

    Thread(target=both, daemon=True).start()
