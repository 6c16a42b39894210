"""Headers for every answer: the app loads nothing from elsewhere."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

POLICY = (
    "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; "
    "frame-ancestors 'none'; base-uri 'self'; form-action 'self'"
)


def security_headers(get_response: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """Middleware that adds the content security policy."""

    def respond(request: HttpRequest) -> HttpResponse:
        response = get_response(request)
        response.setdefault("Content-Security-Policy", POLICY)
        return response

    return respond
