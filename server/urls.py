"""Addresses: the API, and the app's pages."""

from __future__ import annotations

from django.urls import URLPattern, URLResolver, path, re_path
from django.urls.resolvers import RoutePattern

from server import troubles
from server.spa import PAGES, index, nowhere

urlpatterns: list[URLPattern | URLResolver] = [
    # Named, not loaded: the page is there before the rules of the job are.
    URLResolver(RoutePattern("api/"), "server.api_urls"),
    *(path(page.replace("<", "<str:"), index) for page in PAGES),
    path("index.html", index),
    re_path(r"^(?!api/|assets/).*$", nowhere),
]
handler400 = troubles.bad_request
handler403 = troubles.forbidden
handler404 = troubles.not_found
handler500 = troubles.broken
