"""What becomes of a conversion box once the bees have moved, and the box as a design of its own."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from math import floor
from typing import Literal

from sabaka_core.base.units import UNSEEN_MM
from sabaka_core.document.chambers import Chamber, Layer, Lining, Rest, Walls
from sabaka_core.document.entrances import Disc
from sabaka_core.document.hive import Colony, Cover, Hive, Roof
from sabaka_core.document.moving import Moving
from sabaka_core.document.run import Comb, Excluder, Follower, Gap, Run, RunItem, Spacer
from sabaka_core.document.sections import RectangleSection
from sabaka_core.kit.tables import practice
from sabaka_core.moving.bees import Bees
from sabaka_core.moving.box import ConversionBox, conversion_box, hole_places_mm
from sabaka_core.moving.room import Room
from sabaka_core.moving.values import value


@dataclass(frozen=True)
class LaterLife:
    """What the box can be when the bees have moved on."""

    name: str
    good: bool
    words: str


def _at_once(moving: Moving) -> str:
    sections = "a section" if moving.spacers == "half" else "two sections"
    if moving.conversions > 1:
        return f"{moving.conversions}, each on {sections} of its own, parted by boards, with two gates."
    if moving.spacers == "half":
        return "One a section with half-length spacers: three sections end to end convert three at once."
    return "One on two sections: whole-length spacers give all of one to the new frames."


def later_lives(box: ConversionBox, bees: Bees, room: Room, moving: Moving) -> tuple[LaterLife, ...]:
    """The box's later uses, each checked by its numbers."""
    places = floor(box.along_mm / room.spacing_mm)
    old_places = floor(box.along_mm / bees.spacing_mm)
    holes = hole_places_mm(box)
    apart = holes[1] - holes[0]
    lives = [
        LaterLife("Conversions at once", True, _at_once(moving)),
        LaterLife(
            "A long hive", old_places >= 3, f"Spacers out: {old_places} old frames a section, more sections end to end."
        ),
        LaterLife(
            "A deep-frame hive",
            places >= 3,
            f"Whole-length spacers in: {places} new frames a section, {box.narrow_mm:.1f} mm wide, "
            f"{box.drop_mm:.1f} mm deep.",
        ),
        LaterLife(
            "Extra deep, under other boxes",
            bool(box.boxes),
            f"Spacers and filler out: frames up to {box.drop_mm - 10 + 9.5:.0f} mm deep hang in it, and its "
            "boxes go back on any stack."
            if box.boxes
            else "Out of boards it matches no other box.",
        ),
        LaterLife(
            "Entrances in both halves",
            apart >= value("disc") + practice("disc_play").number,
            f"Holes {holes[0]:.0f} and {holes[1]:.0f} mm from the end, {apart:.0f} mm apart; a disc is "
            f"{value('disc'):.0f} mm across.",
        ),
    ]
    return tuple(lives)


def conversion_hive(bees: Bees, room: Room, moving: Moving) -> Hive:
    """The conversion box as a design of its own: old frames in one half, the hive's own in the other."""
    box = conversion_box(bees, room, moving)
    old, own = bees.frame, room.own
    assert old is not None and own is not None
    old = old.model_copy(update={"id": "old", "name": bees.name[:80]})
    new = own.model_copy(update={"id": "new"})
    along = box.whole_mm
    rest_depth = box.boxes[-1].rest_depth_mm if box.boxes else practice("rest_depth").number
    rest_width = box.boxes[-1].rest_width_mm if box.boxes else practice("rest_width").number
    wall = (Layer(material="softwood", thickness_mm=value("board")),)
    discs = tuple(
        Disc(
            wall="left",
            at_mm=at,
            height_mm=value("hole_height"),
            disc_mm=value("disc"),
            opening_mm=value("hole_mm"),
            setting=setting,
        )
        for place, at in enumerate(hole_places_mm(box))
        for setting in (("plugged", "open")[place % 2],)
    )
    chamber = Chamber.model_validate(
        {
            "id": "box",
            "section": RectangleSection(width_mm=box.wide_mm, height_mm=round(box.drop_mm + rest_depth, 3)),
            "length_mm": along,
            "walls": Walls(sides=wall, ends=wall, floor=wall),
            "rest": Rest(kind="rebate", width_mm=rest_width, depth_mm=rest_depth),
            "linings": tuple(each for each in _linings(box) if each.thickness_mm or each.floor_mm),
            "boxes_mm": tuple(h for h in (round(box.base_mm, 6), *(b.height_mm for b in box.boxes)) if h > 0.5)
            if box.boxes
            else (),
            "entrances": discs,
            "run": Run(nest_at="far", items=tuple(_run(box, bees, own.spacing_mm))),
        }
    )
    return Hive(
        name=f"Conversion box for {room.a.hive.name}"[:80],
        system="conversion-box",
        choices=room.a.hive.choices,
        comb_types=(new, old),
        chambers=(chamber,),
        covers=(Cover(kind="boards", thickness_mm=value("ply")),),
        roof=Roof(kind="flat", clearance_mm=value("box_clearance")),
        colonies=tuple(_colonies(box)),
    )


def _linings(box: ConversionBox) -> Iterator[Lining]:
    """What lines the halves of each conversion: the new frames', and the old ones'."""
    spacer = round(box.spacer_mm, 3) if box.spacer_mm >= 0.5 else 0.0
    new, old = (spacer, 0.0) if box.old_is_wide else (0.0, spacer)
    low, filler = round(box.new_filler_mm, 3), round(box.filler_high_mm, 3)
    for number in range(box.conversions):
        start = number * box.one_mm
        middle, end = (round(start + part * box.half_mm, 3) for part in (1, 2))
        yield Lining(from_mm=round(start, 3), to_mm=middle, thickness_mm=new, floor_mm=low)
        yield Lining(from_mm=middle, to_mm=end, thickness_mm=old, floor_mm=filler)


# Which stretch each conversion is, by how many there are: boards between them are the run's followers.
_STRETCHES: dict[int, tuple[Literal["near-end", "between-followers", "far-end"], ...]] = {
    1: ("between-followers",),
    2: ("near-end", "between-followers"),
    3: ("near-end", "between-followers", "far-end"),
}


def _colonies(box: ConversionBox) -> Iterator[Colony]:
    names = ("first", "second", "third")
    for name, stretch in zip(names, _STRETCHES[box.conversions], strict=False):
        yield Colony(id=name, name=name, chamber="box", stretch=stretch, strength="nucleus")


def _run(box: ConversionBox, bees: Bees, spacing_mm: float) -> list[RunItem]:
    """Conversion by conversion, a follower between two of them."""
    items: list[RunItem] = []
    for number in range(box.conversions):
        first, last = number == 0, number == box.conversions - 1
        if not first:
            side: Literal["near", "far"] = "near" if number == 1 else "far"
            board = value("follower_board")
            items.append(Follower(side=side, thickness_mm=board, side_clearance_mm=0.0, foot_gap_mm=0.0))
        items += _halves(box, bees, spacing_mm, first, last)
    return items


def _halves(box: ConversionBox, bees: Bees, spacing_mm: float, first: bool, last: bool) -> list[RunItem]:
    """New combs and old ones against the excluder between the halves; a board behind each where it is the only one."""
    alone = first and last
    half, other = box.half_mm, box.half_mm - value("excluder") - (0.0 if first else value("follower_board"))
    new = floor(half / spacing_mm)
    old = min(floor(other / bees.spacing_mm), max(bees.count, 1))
    behind, after = half - new * spacing_mm, other - old * bees.spacing_mm
    return [
        *(_behind("near", behind) if alone else _open(behind)),
        *(Comb(type="new") for _ in range(new)),
        Excluder(thickness_mm=value("excluder")),
        *(Comb(type="old", contents="brood") for _ in range(old)),
        *(reversed(_behind("far", after)) if alone else _open(after)),
    ]


def _open(room_mm: float) -> list[RunItem]:
    """Room beside a board between two conversions: filled, so that nothing is built there."""
    return [Spacer(length_mm=round(room_mm, 6), make="filler")] if room_mm > UNSEEN_MM else []


def _behind(side: Literal["near", "far"], open_mm: float) -> list[RunItem]:
    """What closes a half at its end wall: a board with the rest open behind it, or a gap too small for one."""
    if open_mm < UNSEEN_MM:
        return []
    if open_mm <= value("follower_board") + 1.0:
        return [Gap(length_mm=round(open_mm, 6))]
    return [
        Gap(length_mm=round(open_mm - value("follower_board"), 6)),
        Follower(side=side, thickness_mm=value("follower_board")),
    ]
