"""The parts of a conversion box: spacers and what lies under them, excluders, boards between, the box itself."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.kit.tables import practice
from sabaka_core.moving.box import ConversionBox
from sabaka_core.moving.values import value
from sabaka_core.moving.ways import NewPart


def box_parts(box: ConversionBox) -> list[NewPart]:
    """Everything that is made for a conversion box, out of boards or out of the keeper's own boxes."""
    return [
        *_spacers(box, (2 if box.spacers == "half" else 1) * box.conversions),
        *_under(box),
        NewPart(
            "Framed excluder",
            box.conversions,
            (round(box.excluder_wide_mm - 4.0, 1), round(box.drop_mm - 4.0, 1), value("excluder")),
            f"between the halves{', over the spacers’ ends' if box.excluder_over else ''}; under 3 mm open all round",
        ),
        *_between(box),
        *(_out_of_boards(box) if box.from_boards else _out_of_boxes(box)),
    ]


def _between(box: ConversionBox) -> Iterator[NewPart]:
    """What parts one conversion from the next."""
    if box.conversions > 1:
        yield NewPart(
            "Board between conversions",
            box.conversions - 1,
            (round(box.wide_mm, 1), round(box.drop_mm, 1), value("follower_board")),
            "tight to walls, floor and cover: each conversion is a colony of its own",
        )


def _spacers(box: ConversionBox, stretches: int) -> Iterator[NewPart]:
    """What narrows a half for the other frames, and carries them."""
    if box.spacer_mm < 0.5:
        return
    long = round(box.spacer_long_mm, 1)
    rest = box.boxes[-1].rest_width_mm if box.boxes else practice("rest_width").number
    yield NewPart(
        "Spacer box",
        2 * stretches,
        (long, round(box.drop_mm, 1), round(box.spacer_mm, 1)),
        "a shallow box with a solid block inside where a hole passes",
    )
    yield NewPart(
        "Spacer’s lid",
        2 * stretches,
        (long, round(box.spacer_mm, 1), value("ply")),
        f"set off by {rest:.1f} mm: hooks on the box’s rest and makes the new one",
    )


def _under(box: ConversionBox) -> Iterator[NewPart]:
    """What fills the room under the shallower frames, and lifts the box over the deeper ones."""
    board = value("board")
    if box.filler_high_mm > 0.5:
        yield NewPart(
            "Floor filler",
            box.conversions,
            (round(box.filler_long_mm, 1), round(box.spacer_long_mm, 1), round(box.filler_high_mm, 1)),
            "a hollow box on the floor under the shallower frames",
        )
    if box.base_mm > 0.5:
        yield NewPart(
            "Base spacer",
            box.sections,
            (round(box.wide_mm + 2 * board, 1), round(box.along_mm + 2 * board, 1), round(box.base_mm, 1)),
            f"net height; a floor let into it takes {board:.0f} mm more",
        )


def _out_of_boards(box: ConversionBox) -> Iterator[NewPart]:
    board = value("board")
    wide, long, high = (
        box.wide_mm,
        round(box.along_mm + 2 * board, 1),
        round(box.drop_mm + practice("rest_depth").number, 1),
    )
    more = box.sections
    yield NewPart("Box, side", 2 * more, (long, high, board))
    note = "rebated for the lugs" + ("; where sections meet, cut out between the rests" if more > 1 else "")
    yield NewPart("Box, end", 2 * more, (round(wide, 1), high, board), note)
    yield NewPart("Box, floor", more, (long, round(wide + 2 * board, 1), board))


def _out_of_boxes(box: ConversionBox) -> Iterator[NewPart]:
    """What makes one box of several on each other."""
    if len(box.boxes) > 1:
        yield NewPart(
            "Rebate plug",
            2 * (len(box.boxes) - 1) * box.sections,
            (round(box.along_mm, 1), round(box.boxes[0].rest_width_mm, 1), value("plug_high")),
            "fills the rebate between two boxes",
        )
    yield NewPart(
        "Cladding board",
        4 * box.sections,
        (round(box.along_mm + 2 * value("board"), 1), round(box.cladding_mm + value("cladding_grip"), 1), 12.0),
        f"hangs {box.cladding_mm:.0f} mm over the joint: keeps the boxes in line",
    )
