"""Every call has so much work and no more; what takes longer becomes a job, or is refused.

So no design, however it is put together, takes a thread of the server for longer than that, and nothing goes on for a
visitor who has gone.
"""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

from sabaka_core.base import budget

# So long a call may reckon: a page waits no longer [s of the processor's time].
CALL_S = 1.5
# So long for files: whoever asks for one waits for it.
FILE_S = 8.0
TOO_LARGE = (
    "This takes longer than an answer may, for the hive is too large: at most some two hundred combs can be worked out "
    "at once. Ask for less of it, or make the run shorter."
)


def bounded(get_response: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """Middleware that gives each call its work."""

    def respond(request: HttpRequest) -> HttpResponse:
        gone: Callable[[], bool] = request.META.get("waitress.client_disconnected", lambda: False)
        with budget.within(CALL_S, gone):
            return get_response(request)

    return respond
