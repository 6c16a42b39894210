"""What goes into and under a floor with mesh: mesh, shutter, tray, mite board."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.under import mesh_mm
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.boxes import named
from sabaka_core.woodwork.parts import Part

# Mesh is stapled down so far all round its opening.
_STAPLED_MM = 15.0
# A shutter, tray or board slides with so much play in all.
_PLAY_MM = 4.0


def under_parts(a: Analysis) -> Iterator[Part]:
    """Parts of one chamber; what slides is as wide as the floor is inside, with play."""
    under, (start, end) = a.chamber.under, mesh_mm(a)
    long, wide = end - start, a.section.floor_mm or a.section.top_mm
    if long > 0:
        note = "over an opening in the floor, stapled all round, no wire ends inside; openings of 3 mm at most"
        size = (long + 2 * _STAPLED_MM, wide)
        yield Part(f"{a.chamber.id}-mesh", named(a, "Floor mesh"), "Bought", 1, *size, 1.0, "mesh", note=note)
    board = practice("shutter_board").number
    slides = (long or a.run_mm, wide - _PLAY_MM)
    if under.shutter != "none":
        yield Part(f"{a.chamber.id}-shutter", named(a, "Shutter under the mesh"), "Box", 1, *slides, board, "plywood")
    if under.tray != "none":
        rim, out = practice("tray_rim").number, under.tray.replace("-", " ")
        yield Part(
            f"{a.chamber.id}-tray",
            named(a, "Tray, bottom"),
            "Box",
            1,
            *slides,
            board,
            "plywood",
            note=f"drawn out: {out}",
        )
        for name, length in (("long rim", slides[0]), ("short rim", slides[1] - 2 * board)):
            ident = f"{a.chamber.id}-tray-{name.replace(' ', '-')}"
            yield Part(ident, named(a, f"Tray, {name}"), "Box", 2, length, rim, board, "softwood")
    if under.mite_board:
        note = "gridded, greased when it is used"
        yield Part(f"{a.chamber.id}-mite-board", named(a, "Mite board"), "Box", 1, *slides, board, "plywood", note=note)
