"""The page that the app runs in, and the files that it loads."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie
from whitenoise.middleware import WhiteNoiseMiddleware

# Where the app has a page, as its own list of pages says (web/src/app/App.tsx); a word in <> is any.
PAGES = (
    "",
    "sign-in",
    "brief",
    "compare",
    "account",
    "handbook",
    "handbook/<page>",
    "shared/<secret>",
    "hive/<id>",
    "hive/<id>/<step>",
    "hive/<id>/print/<step>",
    "yard",
    "yard/<id>",
    "yard/<id>/year",
    "built/<id>",
    "built/<id>/visit",
)


class BuiltFiles(WhiteNoiseMiddleware):  # type: ignore[misc]
    """Files of the build. The page itself isn't one of them: it has one way in, with its headers and its token."""

    def add_file_to_dictionary(self, url: str, path: str, *given: Any, **more: Any) -> None:
        if url.split(".")[0] != "/index":
            super().add_file_to_dictionary(url, path, *given, **more)


@never_cache
@ensure_csrf_cookie
def index(request: HttpRequest, **parts: str) -> HttpResponse:
    """The app's page; a plain word when the front end hasn't been built."""
    page = settings.DIST / "index.html"
    if not page.exists():
        return HttpResponse("The front end has not been built. Run: make build", status=503, content_type="text/plain")
    return HttpResponse(page.read_bytes())


def nowhere(request: HttpRequest, **parts: str) -> HttpResponse:
    """The same page where there is none: the app says so."""
    response = index(request)
    if response.status_code == 200:
        response.status_code = 404
    return response
