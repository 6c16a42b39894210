"""Every call has so much work and no more; what takes longer becomes a job, or is refused.

So no design, however it is put together, takes a thread of the server for longer than that, and nothing goes on for a
visitor who has gone.
"""

from __future__ import annotations

import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager

from django.http import HttpRequest, HttpResponse

from sabaka_core.base import budget

# So long a call may reckon: a page waits no longer [s of the processor's time].
CALL_S = 1.5
# So long for what is read, files among it: whoever asks for one waits for it.
FILE_S = 8.0
TOO_LARGE = (
    "This takes longer than an answer may, for the hive is too large: at most some two hundred combs can be worked out "
    "at once. Ask for less of it, or make the run shorter."
)


def _never() -> bool:
    return False


@contextmanager
def within(seconds: float, gone: Callable[[], bool] = _never) -> Iterator[None]:
    """Gives what is worked out inside so much of the processor’s time of this thread [s].

    Not so much of the day’s: a busy machine doesn’t make a design too large.
    """
    until = time.thread_time() + seconds
    with budget.within(lambda: time.thread_time() > until, gone):
        yield


def bounded(get_response: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """Middleware that gives each call its work."""

    def respond(request: HttpRequest) -> HttpResponse:
        gone: Callable[[], bool] = request.META.get("waitress.client_disconnected", _never)
        # What is read is bounded by what was stored; what is sent may be anything.
        with within(FILE_S if request.method == "GET" else CALL_S, gone):
            return get_response(request)

    return respond
