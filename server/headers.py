"""Headers for every answer: the app loads nothing from elsewhere, and asks for nothing of the device."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

POLICY = (
    "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; object-src 'none'; "
    "frame-ancestors 'none'; base-uri 'self'; form-action 'self'"
)
ASKS_FOR_NOTHING = "camera=(), geolocation=(), microphone=(), payment=(), usb=()"


def security_headers(get_response: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """Middleware that adds the content security policy to pages, files and answers alike."""

    def respond(request: HttpRequest) -> HttpResponse:
        response = get_response(request)
        response.setdefault("Content-Security-Policy", POLICY)
        response.setdefault("Permissions-Policy", ASKS_FOR_NOTHING)
        response.setdefault("Cross-Origin-Resource-Policy", "same-origin")
        if request.path.startswith("/api/"):
            # What is one keeper's own stays in no cache on the way.
            response.setdefault("Cache-Control", "no-store")
        return response

    return respond
