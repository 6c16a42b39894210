"""What is under a floor: mesh, and what slides in runners under that."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.under import mesh_mm
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.floors import STAPLED_MM, in_plan
from sabaka_core.woodwork.naming import named
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.solids import Span, brick, without_block

# A shutter, tray or board slides with so much play in all; so deep it goes into its runners' grooves.
_PLAY_MM, _GROOVE_MM = 4.0, 5.0
_RUNNER_MM, MESH_MM = 15.0, 1.0


def hangs_mm(a: Analysis) -> float:
    """How far what slides or is let in hangs below a chamber's floor [mm]."""
    litter = a.chamber.litter
    deep = 0.0
    if mesh_mm(a)[1] > 0:
        deep = MESH_MM
    if slides(a):
        deep = max(deep, practice("shutter_gap").number + _sliding_mm(a) + MESH_MM + _GROOVE_MM)
    trough = litter.sunk_mm - a.floor_board_mm if litter.kind == "trough" else 0.0
    return max(deep, trough, 0.0)


def _sliding_mm(a: Analysis) -> float:
    """How much room what slides takes, one under the other [mm]."""
    under, board = a.chamber.under, practice("shutter_board").number
    tray = board + practice("tray_rim").number if under.tray != "none" else 0.0
    return (board if under.shutter != "none" else 0.0) + (board if under.mite_board else 0.0) + tray


def under_parts(a: Analysis, top: float) -> Iterator[Part]:
    """Mesh, and what slides in runners under it: shutter, mite board, tray; ``top`` is the floor's underside."""
    start, end = mesh_mm(a)
    wide = a.section.floor_mm or a.section.top_mm
    ident, thing = a.chamber.id, f"floor-{a.box}"
    if end > start:
        x, y = in_plan(a, (start, end), (-wide / 2 + STAPLED_MM, wide / 2 - STAPLED_MM))
        lap = STAPLED_MM
        solid = brick((x[0] - lap, x[1] + lap), (y[0] - lap, y[1] + lap), (top - MESH_MM, top))
        note = "under the opening in the floor, stapled all round, no wire ends inside; openings of 3 mm at most"
        size = (solid.box[0][1] - solid.box[0][0], solid.box[1][1] - solid.box[1][0], MESH_MM)
        yield Part(
            f"{ident}-mesh",
            named(a, "Floor mesh"),
            "Bought",
            1,
            *size,
            "mesh",
            "stapled",
            note=note,
            places=((solid,),),
            thing=thing,
        )
    if slides(a):
        yield from _sliding(a, top)


def slides(a: Analysis) -> bool:
    """Whether something slides under a chamber's floor."""
    under = a.chamber.under
    return under.shutter != "none" or under.tray != "none" or under.mite_board


def _sliding(a: Analysis, top: float) -> Iterator[Part]:
    """Shutter, mite board and tray, one under the other, and the runners that they slide in."""
    under, (start, end), wide = a.chamber.under, mesh_mm(a), a.section.floor_mm or a.section.top_mm
    board = practice("shutter_board").number
    run = (start, end) if end > start else (0.0, a.run_mm)
    x, y = in_plan(a, run, (-wide / 2 + _RUNNER_MM, wide / 2 - _RUNNER_MM))
    inside = (y[0] + _PLAY_MM / 2, y[1] - _PLAY_MM / 2)
    low, grooves = top - practice("shutter_gap").number - MESH_MM, list[Span]()
    flat = [("shutter", "Shutter under the mesh", under.shutter != "none", "in the upper groove of its runners")]
    flat.append(("mite-board", "Mite board", under.mite_board, "gridded, greased when it is used"))
    for key, name, there, note in flat:
        if there:
            solid = brick(x, inside, (low - board, low))
            grooves.append((low - board, low))
            size = (x[1] - x[0], inside[1] - inside[0], board)
            ident, places = f"{a.chamber.id}-{key}", ((solid,),)
            thing = f"floor-{a.box}"
            yield Part(ident, named(a, name), "Box", 1, *size, "plywood", note=note, places=places, thing=thing)
            low -= board
    if under.tray != "none":
        yield from _tray(a, x, inside, low)
        low -= board + practice("tray_rim").number
        grooves.append((low, low + board))
    yield _runners(a, x, y, (low - _GROOVE_MM, top - (MESH_MM if end > start else 0.0)), grooves)


def _runners(a: Analysis, x: Span, y: Span, up: Span, grooves: Sequence[Span]) -> Part:
    """A strip on either side, grooved for what slides."""
    copies = []
    for outer, inner in ((y[0] - _RUNNER_MM, y[0] + _GROOVE_MM), (y[1] + _RUNNER_MM, y[1] - _GROOVE_MM)):
        solids = [brick(x, (min(outer, inner), max(outer, inner)), up)]
        cut = (inner - _GROOVE_MM, inner + 1) if inner > outer else (inner - 1, inner + _GROOVE_MM)
        for groove in grooves:
            solids = [each for s in solids for each in without_block(s, (x, cut, groove))]
        copies.append(tuple(solids))
    return Part(
        f"{a.chamber.id}-runner",
        named(a, "Runner under the floor"),
        "Box",
        2,
        x[1] - x[0],
        up[1] - up[0],
        _RUNNER_MM + _GROOVE_MM,
        "softwood",
        "screwed from below",
        note=f"grooved {practice('shutter_board').number + 1:g} mm wide, {_GROOVE_MM:g} mm deep for what slides in it",
        places=tuple(copies),
        thing=f"floor-{a.box}",
    )


def _tray(a: Analysis, x: Span, y: Span, top: float) -> Iterator[Part]:
    """A flat box that is drawn out; its bottom slides in the groove."""
    board, rim = practice("shutter_board").number, practice("tray_rim").number
    ident, thing, out = a.chamber.id, f"floor-{a.box}", a.chamber.under.tray.replace("-", " ")
    low = top - rim - board
    bottom = brick(x, y, (low, low + board))
    yield Part(
        f"{ident}-tray",
        named(a, "Tray, bottom"),
        "Box",
        1,
        x[1] - x[0],
        y[1] - y[0],
        board,
        "plywood",
        "glued and pinned",
        note=f"drawn out: {out}",
        places=((bottom,),),
        thing=thing,
    )
    inside = (y[0] + 2 * _GROOVE_MM, y[1] - 2 * _GROOVE_MM)
    heights = (low + board, top)
    longs = tuple(
        (brick(x, side, heights),) for side in ((inside[0], inside[0] + board), (inside[1] - board, inside[1]))
    )
    across = (inside[0] + board, inside[1] - board)
    shorts = tuple((brick(side, across, heights),) for side in ((x[0], x[0] + board), (x[1] - board, x[1])))
    for name, length, places in (("long rim", x[1] - x[0], longs), ("short rim", across[1] - across[0], shorts)):
        yield Part(
            f"{ident}-tray-{name.replace(' ', '-')}",
            named(a, f"Tray, {name}"),
            "Box",
            2,
            length,
            rim,
            board,
            "softwood",
            "glued and pinned",
            places=places,
            thing=thing,
        )
