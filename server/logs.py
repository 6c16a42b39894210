"""What stands in the server's log: what went wrong and where, nothing of whom."""

from __future__ import annotations

import logging

from django.http import HttpRequest


class Impersonal(logging.Filter):
    """Writes an address as its pattern, without what stands in it, and errors by their kind and place."""

    def filter(self, record: logging.LogRecord) -> bool:
        request = getattr(record, "request", None)
        if isinstance(request, HttpRequest):
            route = getattr(request.resolver_match, "route", None) or "an unknown address"
            record.msg, record.args = f"{request.method} {route}: {getattr(record, 'status_code', '')}", ()
        if record.exc_info and record.exc_info[0] is not None:
            record.msg, record.args = f"{record.getMessage()} {_place(record.exc_info)}", ()
            record.exc_info, record.exc_text = None, None
        return True


def _place(info: object) -> str:
    """The kind of an error and the lines that it came through; its words may hold what a keeper wrote."""
    assert isinstance(info, tuple)
    kind, _, trace = info
    lines = []
    while trace is not None:
        frame = trace.tb_frame
        lines.append(f"{frame.f_globals.get('__name__', '?')}:{trace.tb_lineno}")
        trace = trace.tb_next
    return f"{kind.__name__} at {' > '.join(lines[-8:])}"
