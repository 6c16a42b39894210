"""Pieces of other designs that come out of the same boards: frames or whole hives, cut in one go."""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace

from sabaka_core.base.errors import InfeasibleError, SabakaError
from sabaka_core.document.building import Along, Building, PieceAlong
from sabaka_core.document.hive import Hive
from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.owned import frame_kinds, to_make
from sabaka_core.woodwork.parts import Part

# This design is A.
_ALONG = re.compile(r"along-(\d+)-\d+")
_LETTERS = "BCDEFGHIJKLMNOPQRSTUVWXYZ"


def along_parts(hive: Hive) -> tuple[Part, ...]:
    """The pieces as parts that are cut and nothing else: they stand nowhere in this hive."""
    return tuple(
        Part(
            _id(index, piece),
            f"{piece.name} of {each.name}",
            "Along",
            piece.count,
            piece.long_mm,
            piece.wide_mm,
            piece.thick_mm,
            piece.material,
        )
        for index, each in enumerate(_along(hive))
        for piece in each.pieces
    )


def letter_of(index: int) -> str:
    """What a design that is cut along is called on the boards."""
    return _LETTERS[index]


@dataclass(frozen=True)
class OnBoard:
    """What stands on a piece: its number in its own parts list; ``item`` is its place in this hive's, from 0."""

    words: str
    item: int | None = None


def marks_on_boards(parts: tuple[Part, ...], hive: Hive) -> dict[str, OnBoard]:
    """What stands on the pieces of each part, those of another design with its letter before the number."""
    own = {part.id: OnBoard(str(index + 1), index) for index, part in enumerate(parts)}
    along = {
        _id(index, piece): OnBoard(f"{letter_of(index)} {piece.number}")
        for index, each in enumerate(_along(hive))
        for piece in each.pieces
    }
    return own | along


def design_of(part: str) -> str:
    """The letter of the design that a piece on a board is of, by its part's id; none for this hive's own."""
    found = _ALONG.fullmatch(part)
    return letter_of(int(found[1])) if found else ""


def _id(index: int, piece: PieceAlong) -> str:
    return f"along-{index}-{piece.number}"


def _along(hive: Hive) -> tuple[Along, ...]:
    return (hive.building or Building()).along


def taken_along(other: Hive, frames_only: bool) -> Along:
    """The pieces of another design that are to be made, for all its copies.

    Raises:
        InfeasibleError: it can't be taken apart, or there is nothing in it to cut.
    """
    copies = (other.building or Building()).copies
    try:
        parts = parts_of_hive(other)
    except SabakaError as error:
        raise InfeasibleError(f"“{other.name}” can’t be taken apart: {error}", "Mend it first.") from None
    numbers = {part.id: number for number, part in enumerate(parts, 1)}
    kinds = frame_kinds(other) if frames_only else None
    wanted = to_make(tuple(replace(part, count=part.count * copies) for part in parts), other)
    pieces = tuple(_pieces((part for part in wanted if kinds is None or part.carrier in kinds), numbers))
    if not pieces:
        what = "frames to make" if frames_only else "pieces to cut"
        raise InfeasibleError(f"“{other.name}” has no {what}.")
    return Along(name=other.name, pieces=pieces)


def _pieces(parts: Iterable[Part], numbers: dict[str, int]) -> Iterator[PieceAlong]:
    for part in parts:
        if part.group != "Bought" and not part.is_log and part.count > 0:
            yield PieceAlong(
                number=numbers[part.id],
                name=part.name[:80],
                count=part.count,
                long_mm=round(part.long_mm, 2),
                wide_mm=round(part.wide_mm, 2),
                thick_mm=round(part.thick_mm, 2),
                material=part.material,
            )
