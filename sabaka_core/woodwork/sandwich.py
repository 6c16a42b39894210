"""Layers of a wall that are no boards: insulation framed in wood so that none is bare, air between battens."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field, replace

from sabaka_core.document.chambers import Layer
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.materials import material_of
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.faces import WallFace
from sabaka_core.woodwork.naming import named, of_sort
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.pierced import Pierce
from sabaka_core.woodwork.solids import Axis, Prism, Span, clipped, within

# Wood left round a hole in the block that lines it.
_ROUND_MM = 20.0
# An edge that rises less is level, its posts none.
_LEVEL_MM = 1.0


@dataclass
class _Frame:
    """A layer taken apart: rails along top and foot, posts between them, what is left."""

    rails: list[Prism] = field(default_factory=list)
    posts: list[Prism] = field(default_factory=list)
    core: list[Prism] = field(default_factory=list)


def filled(
    a: Analysis,
    ident: str,
    name: str,
    layer: Layer,
    board: tuple[float, float],
    face: WallFace,
    prisms: Sequence[Prism],
    holes: Sequence[Pierce],
) -> Iterator[Part]:
    """Parts of such a layer of one wall."""
    row, wood = material_of(layer.material), practice("layer_frame").number
    framed = _framed(face, prisms, wood)
    which = face.wall.removesuffix("-end")
    ident, name = f"{ident}-{which}", name.format(which=f", {which}")
    thing = f"{'ends' if face.is_end else 'sides'}-{a.box}"
    vented = row.kind == "air" and not row.still
    if row.kind == "air":
        battens = list(_battens(face, framed.core, wood))
        posts = [*framed.posts, *battens]
        rails = [] if vented else framed.rails
    else:
        posts, rails = framed.posts, framed.rails
    core = [] if row.kind == "air" else framed.core
    lined: list[Part] = []
    for number, hole in enumerate(holes, 1):
        blocks = [each for prism in core for each in face.block(hole, _ROUND_MM, prism)]
        core = face.cut(core, hole, _ROUND_MM)
        rails, posts = (face.cut(found, hole) for found in (rails, posts))
        if blocks:
            lined.append(_block(a, f"{ident}-block-{number}", layer, face, hole, blocks, thing))
    note = "closes the layer, so that none of it is bare" if row.kind == "insulation" else "keeps its room open"
    for key, word, found in (("rail", "rail", rails), ("post", "batten" if row.kind == "air" else "post", posts)):
        joint = "screwed through the boards" if key == "rail" else "screwed through the boards, ends between rails"
        for number, copies in enumerate(_alike(found), 1):
            strip = _strip(
                f"{ident}-{key}-{number}", named(a, f"{name}: {word}"), copies, wood, layer.thickness_mm, face
            )
            yield replace(strip, joint=joint, note=note, thing=thing)
    if core:
        long, wide = max(board[0] - 2 * wood, 1.0), max(board[1] - 2 * wood, 1.0)
        note = "cut a little large and pressed in"
        yield Part(
            ident,
            named(a, name),
            "Box",
            1,
            long,
            wide,
            layer.thickness_mm,
            layer.material,
            of_sort(layer.material, ""),
            note=note,
            holes=tuple(face.mark(hole) for hole in holes),
            places=(tuple(core),),
            thing=thing,
        )
    yield from lined


def _strip(ident: str, name: str, copies: list[Prism], wood: float, thick: float, face: WallFace) -> Part:
    """Strips of one length."""
    x, y, z = copies[0].box
    long = max(x[1] - x[0], y[1] - y[0] if face.is_end else 0.0, z[1] - z[0])
    places = tuple((each,) for each in copies)
    return Part(ident, name, "Box", len(copies), long, wood, thick, "softwood", places=places)


def _framed(face: WallFace, prisms: Sequence[Prism], wood: float) -> _Frame:
    found = _Frame()
    low, high = (pick(z for p in prisms for z in p.box[2]) for pick in (min, max))
    for prism in prisms:
        found.rails += _kept(prism, "z", (low, low + wood)) + _kept(prism, "z", (high - wood, high))
        for middle in _kept(prism, "z", (low + wood, high - wood)):
            if not face.is_end:
                (x0, x1) = face.x
                found.posts += _kept(middle, "x", (x0, x0 + wood)) + _kept(middle, "x", (x1 - wood, x1))
                found.core += _kept(middle, "x", (x0 + wood, x1 - wood))
                continue
            ring = middle.profile
            for (y1, z1), (y2, z2) in zip(middle.profile, (*middle.profile[1:], middle.profile[0]), strict=True):
                if abs(z2 - z1) < _LEVEL_MM:
                    continue
                inward = -wood if (y1 + y2) > 0 else wood
                out = (1.0 if inward < 0 else -1.0, -(y2 - y1) / (z2 - z1) * (1.0 if inward < 0 else -1.0))
                at = (y1 + inward, z1)
                post = clipped(ring, at, (-out[0], -out[1]))
                found.posts += [replace(middle, profile=post)] if post else []
                ring = clipped(ring, at, out)
            found.core += [replace(middle, profile=ring)] if ring else []
    return found


def _battens(face: WallFace, core: Sequence[Prism], wood: float) -> Iterator[Prism]:
    """Battens between those at the ends, no further apart than boards need."""
    axis: Axis = "y" if face.is_end else "x"
    place = 1 if face.is_end else 0
    for prism in core:
        low, high = prism.box[place]
        fields = max(round((high - low) / practice("batten_apart").number + 0.5), 1)
        for number in range(1, fields):
            middle = low + (high - low) * number / fields
            yield from _kept(prism, axis, (middle - wood / 2, middle + wood / 2))


def _kept(prism: Prism, axis: Axis, span: Span) -> list[Prism]:
    found = within(prism, axis, span)
    return [found] if found else []


def _alike(prisms: Sequence[Prism]) -> Iterator[list[Prism]]:
    """Strips of one length together."""
    by_size: dict[tuple[float, ...], list[Prism]] = {}
    for each in prisms:
        by_size.setdefault(tuple(round(high - low) for low, high in each.box), []).append(each)
    yield from by_size.values()


def _block(
    a: Analysis, ident: str, layer: Layer, face: WallFace, hole: Pierce, blocks: list[Prism], thing: str
) -> Part:
    """A block of wood round a hole in insulation, bored together with the wall."""
    bored = f"bored {hole.wide_mm:g} mm" if hole.round else f"opened {hole.wide_mm:g} × {hole.high_mm:g} mm"
    solids = blocks if hole.round else face.cut(blocks, hole)
    return Part(
        id=ident,
        name=named(a, f"Block round {hole.name}, {face.wall.replace('-', ' ')}"),
        group="Box",
        count=1,
        long_mm=hole.wide_mm + 2 * _ROUND_MM,
        wide_mm=hole.high_mm + 2 * _ROUND_MM,
        thick_mm=layer.thickness_mm,
        material="softwood",
        joint="let into the insulation, glued to the lining",
        note=f"{bored} together with the wall",
        places=(tuple(solids),),
        bores=((face.bore(hole),),) if hole.round else (),
        thing=thing,
    )
