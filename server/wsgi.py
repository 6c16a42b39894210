"""The WSGI application, warmed up so that the first keeper doesn't wait."""

from __future__ import annotations

import os

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.settings")

from django.core.wsgi import get_wsgi_application

application = get_wsgi_application()


def warm_up() -> None:
    """Build one report, which loads scipy and the trade tables."""
    from django.conf import settings

    from sabaka_core import build_report, load_hive

    build_report(load_hive((settings.EXAMPLES / "sloped-top-bar.json").read_bytes()))


warm_up()
