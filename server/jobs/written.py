"""Files that may take long to write: for the workshop, one or all of them, and designs side by side."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import PurePath
from typing import Any, Literal

from django.http import HttpResponse

from sabaka_core.document.hive import Hive
from sabaka_core.document.load import validate_hive
from sabaka_core.hive.context import Context
from sabaka_core.kit.measure import ReadAs
from sabaka_core.paper.booklet import booklet
from sabaka_core.paper.side_by_side import side_by_side_page
from sabaka_core.paper.templates import templates
from sabaka_core.show.several import Side
from server.asked import ReadBy

WorkshopFile = Literal["workshop.zip", "booklet.pdf", "templates.pdf", "parts.dxf"]
SIDE_BY_SIDE = "side-by-side.pdf"
# This one is never there at once.
ALL: WorkshopFile = "workshop.zip"
_KINDS = {".pdf": "application/pdf", ".zip": "application/zip", ".dxf": "image/vnd.dxf"}


def written(asked: dict[str, Any], tell: Callable[[float], None] = lambda _: None) -> bytes:
    """The file that is asked for, from plain data; ``tell`` hears how far it is, 0 to 1.

    Raises:
        SabakaError: the design can't be built, or the designs can't stand side by side.
    """
    reading = ReadBy(**asked["reading"]).reading
    if asked["write"] == SIDE_BY_SIDE:
        sides = [Side(each["name"], Context(validate_hive(each["document"]))) for each in asked["sides"]]
        return side_by_side_page(sides, reading, asked["hidden"])
    return _for_the_workshop(asked["write"], validate_hive(asked["document"]), reading, tell)


def _for_the_workshop(name: WorkshopFile, hive: Hive, reading: ReadAs, tell: Callable[[float], None]) -> bytes:
    if name == "booklet.pdf":
        return booklet(hive, reading)
    if name == "templates.pdf":
        return templates(hive, reading)
    # The libraries of drawing files and meshes take half a second to load: when the first file of theirs is asked for.
    if name == "parts.dxf":
        from sabaka_core.woodwork.assembly import parts_of_hive
        from sabaka_core.woodwork.dxf import parts_dxf

        return parts_dxf(parts_of_hive(hive)).encode()
    from sabaka_core.paper.workshop import workshop_zip

    return workshop_zip(hive, reading, tell)


def as_file(name: str, body: bytes) -> HttpResponse:
    """An answer that is a file of such a name."""
    response = HttpResponse(body, content_type=_KINDS[PurePath(name).suffix])
    response["Content-Disposition"] = f'attachment; filename="{name}"'
    return response
