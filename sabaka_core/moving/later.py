"""What becomes of a conversion box once the bees have moved, and the box as a design of its own."""

from __future__ import annotations

from dataclasses import dataclass
from math import floor
from typing import Literal

from sabaka_core.base.units import UNSEEN_MM
from sabaka_core.document.chambers import Chamber, Layer, Lining, Rest, Walls
from sabaka_core.document.entrances import Disc
from sabaka_core.document.hive import Colony, Cover, Hive, Roof
from sabaka_core.document.moving import Moving
from sabaka_core.document.run import Comb, Excluder, Follower, Gap, Run, RunItem
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
    if moving.spacers == "half":
        return "Three: half-length spacers make a stretch of new frames in this section and two in another."
    return "One a section: whole-length spacers give all of it to the new frames."


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
    along, half = box.whole_mm, round(box.whole_mm / 2, 3)
    rest_depth = box.boxes[-1].rest_depth_mm if box.boxes else practice("rest_depth").number
    rest_width = box.boxes[-1].rest_width_mm if box.boxes else practice("rest_width").number
    near, far = _linings(box, half)
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
        for at, setting in zip(hole_places_mm(box), ("plugged", "open"), strict=True)
    )
    chamber = Chamber.model_validate(
        {
            "id": "box",
            "section": RectangleSection(width_mm=box.wide_mm, height_mm=round(box.drop_mm + rest_depth, 3)),
            "length_mm": along,
            "walls": Walls(sides=wall, ends=wall, floor=wall),
            "rest": Rest(kind="rebate", width_mm=rest_width, depth_mm=rest_depth),
            "linings": tuple(each for each in (near, far) if each.thickness_mm or each.floor_mm),
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
        colonies=(Colony(id="first", name="first", chamber="box", stretch="between-followers", strength="nucleus"),),
    )


def _linings(box: ConversionBox, half: float) -> tuple[Lining, Lining]:
    """What lines the new frames' half, and the old ones'."""
    spacer = round(box.spacer_mm, 3) if box.spacer_mm >= 0.5 else 0.0
    new, old = (spacer, 0.0) if box.old_is_wide else (0.0, spacer)
    low, filler = round(box.new_filler_mm, 3), round(box.filler_high_mm, 3)
    return (
        Lining(from_mm=0.0, to_mm=half, thickness_mm=new, floor_mm=low),
        Lining(from_mm=half, to_mm=box.whole_mm, thickness_mm=old, floor_mm=filler),
    )


def _run(box: ConversionBox, bees: Bees, spacing_mm: float) -> list[RunItem]:
    """New combs and old ones against the excluder between the halves, a board behind each."""
    half = box.whole_mm / 2
    new = floor(half / spacing_mm)
    old = min(floor((half - value("excluder")) / bees.spacing_mm), max(bees.count, 1))
    return [
        *_behind("near", half - new * spacing_mm),
        *(Comb(type="new") for _ in range(new)),
        Excluder(thickness_mm=value("excluder")),
        *(Comb(type="old", contents="brood") for _ in range(old)),
        *reversed(_behind("far", half - value("excluder") - old * bees.spacing_mm)),
    ]


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
