"""The page that the app runs in."""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie


@never_cache
@ensure_csrf_cookie
def index(request: HttpRequest) -> HttpResponse:
    """The app's page; a plain word when the front end hasn't been built."""
    page = settings.DIST / "index.html"
    if not page.exists():
        return HttpResponse("The front end has not been built. Run: make build", status=503, content_type="text/plain")
    return HttpResponse(page.read_bytes())
