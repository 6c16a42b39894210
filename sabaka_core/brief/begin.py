"""A design begun from a brief: a system's example, sized to the keeper's bees, boards and frames.

Sizes are fitted by the same edits and mends that the bench uses, so that what is begun is a design with nothing
wrong that a mend could cure. An answer that the design can't follow is named, with the reason.
"""

from __future__ import annotations

from dataclasses import dataclass

from sabaka_core.base.errors import ParameterError, SabakaError
from sabaka_core.base.quantity import Text, count, mm, text
from sabaka_core.brief.answers import Answers, owned_frames
from sabaka_core.brief.boards import (
    NOT_OF_BOARDS,
    chosen_board,
    longest_like,
    out_of_boards,
    shortened,
    side_long_mm,
    side_wide_mm,
)
from sabaka_core.brief.frames import framed
from sabaka_core.document.combs import Frame, TopBar
from sabaka_core.document.hive import Board, Hive
from sabaka_core.edits.items import bar_width
from sabaka_core.edits.patches import apply_patch
from sabaka_core.findings import find
from sabaka_core.hive.context import Context
from sabaka_core.kit.findings import Finding
from sabaka_core.kit.tables import practice

_MOST_MENDS = 24


@dataclass(frozen=True)
class Begun:
    """A design, and the answers that it couldn't follow, each with its reason."""

    hive: Hive
    unmet: tuple[Text, ...]


def begin(example: Hive, answers: Answers, name: str) -> Begun:
    """The design of a system, sized by a brief.

    Args:
        example: the system's own example.
        answers: the brief.
        name: what the hive is to be called.
    Raises:
        ParameterError: at ``/name``: there is none.
    """
    if not name.strip():
        raise ParameterError("/name", name, "Give the hive a name.", "missing")
    hive = example.model_copy(update={"name": name.strip(), "boards": answers.boards})
    hive = hive.model_copy(
        update={"choices": hive.choices.model_copy(update={"bees": answers.bees, "law": answers.law})}
    )
    hive, frames = _on_frames(hive, answers)
    hive, boards = _of_boards(hive, answers.boards)
    return Begun(hive, (*frames, *boards))


def _on_frames(hive: Hive, answers: Answers) -> tuple[Hive, tuple[Text, ...]]:
    """The hive on the keeper's frames; on the example's own where no sound hive would come of it."""
    owned = owned_frames(answers)
    plain = _mended(_spaced(hive, answers))
    if not owned:
        return plain, ()
    try:
        made = _mended(_spaced(framed(hive, owned), answers))
        wrong = _wrong(made)
    except SabakaError as error:
        return plain, tuple(_left_out(frame, hive, str(error)) for frame in owned)
    if wrong:
        why = wrong[0].text
        refused = tuple(
            text(f"Your {frame.name} frames don’t go in: {why.template}", **why.values)
            for frame in owned
            if frame.standard not in _standards(plain)
        )
        return plain, refused
    left = [frame for frame in owned if not _uses(made, frame)]
    return made, tuple(_left_out(frame, made, "") for frame in left)


def _left_out(frame: Frame, hive: Hive, error: str) -> Text:
    used = sorted({kind.name for kind in hive.comb_types if isinstance(kind, Frame)})
    if error:
        why = error
    elif not used:
        why = (
            "this hive hangs its combs from bars or leaves them fixed. Move in shows how combs get from "
            "the one to the other."
        )
    elif frame.lug_mm == 0:
        why = "they stand, and this hive’s frames hang."
    elif hive.system == "rear-access":
        why = "they hang by lugs, and this hive’s frames stand on rods."
    else:
        why = (
            f"one size hangs in a chamber, and here it is {' and '.join(used)}. Move in shows what can be "
            "done with the others."
        )
    return text(f"Your {frame.name} frames are not used: {why}")


def _standards(hive: Hive) -> set[str | None]:
    return {kind.standard for kind in hive.comb_types if isinstance(kind, Frame)}


def _uses(hive: Hive, frame: Frame) -> bool:
    """Whether a kind of the hive is this frame, or one made out of its boxes' frames."""
    kinds = [kind for kind in hive.comb_types if isinstance(kind, Frame)]
    return any(kind.standard == frame.standard or kind.name.endswith(frame.name) for kind in kinds)


def _spaced(hive: Hive, answers: Answers) -> Hive:
    """Brood bars as wide as these bees build."""
    wished = practice(f"spacing_{answers.bees}").number
    for kind in hive.comb_types:
        if isinstance(kind, TopBar) and kind.id != "honey":
            hive = bar_width(hive, kind.id, wished)
    return hive


def _of_boards(hive: Hive, boards: tuple[Board, ...]) -> tuple[Hive, tuple[Text, ...]]:
    """The hive out of the boards on hand, and what of it isn't."""
    if not boards:
        return hive, ()
    if hive.system in NOT_OF_BOARDS:
        why = (
            "its walls aren’t boards"
            if hive.system == "tree-cavity"
            else "its boxes stand among others and keep their make"
        )
        return hive, (text(f"Your boards are not used for the walls: {why}."),)
    board = chosen_board(hive, boards)
    if board is None:
        low, high = practice("wall_boards").span
        words = "No board of yours makes a wall: walls want {low} to {high}."
        return hive, (text(words, low=mm(low), high=mm(high)),)
    try:
        made = _mended(out_of_boards(hive, board))
    except SabakaError as error:
        return hive, (text(f"Your {board.label} are not used for the walls: {error}"),)
    made, too_long = _no_longer(made, longest_like(boards, board))
    wide = side_wide_mm(made)
    if wide > board.width_mm + 0.5:
        words = f"A side is {{side}} wide, your {board.label} are {{board}}: it is glued up out of strips."
        return made, (*too_long, text(words, side=mm(wide), board=mm(board.width_mm)))
    return made, too_long


def _no_longer(hive: Hive, long_mm: float) -> tuple[Hive, tuple[Text, ...]]:
    """The hive no longer than its boards, if a sound one comes of it; else the reason why it is longer."""
    side = side_long_mm(hive)
    if side <= long_mm:
        return hive, ()
    short = shortened(hive, long_mm)
    said = "Its sides are {sides_long} long and your boards {boards_long}"
    sizes = {"sides_long": mm(side), "boards_long": mm(long_mm)}
    if short is None:
        return hive, (text(f"{said}: no hive of this kind comes out of boards so short.", **sizes),)
    short = _mended(short)
    known = {finding.code for finding in _found(hive)}
    new = [finding for finding in _found(short) if finding.code not in known]
    if new:
        why = new[0].text
        return hive, (Text(template=f"{said}. Shortened to them: {why.template}", values=why.values | sizes),)
    if side_long_mm(short) > long_mm:
        return hive, (text(f"{said}: what would be mended in a shorter one makes it longer again.", **sizes),)
    had, has = (sum(item.kind == "comb" for c in h.chambers for item in c.run.items) for h in (hive, short))
    if has < had:
        words = (
            "Your boards are {board} long: the hive has {has} combs instead of {had}, so that its "
            "sides come out of them."
        )
        return short, (text(words, board=mm(long_mm), has=count(has), had=count(had)),)
    return short, ()


def _found(hive: Hive) -> list[Finding]:
    return [finding for finding in find(Context(hive), mends=False) if finding.severity != "note"]


def _wrong(hive: Hive) -> list[Finding]:
    return [finding for finding in _found(hive) if finding.severity == "error"]


def _mended(hive: Hive) -> Hive:
    """The design with every finding mended that has a mend, the gravest first."""
    for _ in range(_MOST_MENDS):
        try:
            found = [f for f in find(Context(hive)) if f.mends and f.severity != "note"]
        except SabakaError:
            return hive
        if not found:
            return hive
        hive = apply_patch(hive, found[0].mends[0].patch)
    return hive
