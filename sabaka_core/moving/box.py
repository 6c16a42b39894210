"""The conversion box: old and new frames side by side in one box, with spacers that can be moved."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import combinations_with_replacement
from math import floor
from typing import Literal

from sabaka_core.document.moving import Moving, OldBox
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.kit.tables import practice
from sabaka_core.moving.bees import Bees
from sabaka_core.moving.gaps import CheckedGap as Rule
from sabaka_core.moving.gaps import room_gap
from sabaka_core.moving.hang import SMOKE
from sabaka_core.moving.room import Room
from sabaka_core.moving.values import value
from sabaka_core.moving.ways import NewPart, Slab, Way


@dataclass(frozen=True)
class ConversionBox:
    """A conversion box solved [mm].

    ``wide_mm`` is its own inside width; ``narrow_mm`` what the spacers leave. ``old_is_wide`` says whether the
    old frames use the whole width and the new ones stand between spacers, or the other way round.
    ``drop_mm`` is from the rest plane to the floor, ``base_mm`` what the boxes lack of it;
    ``filler_high_mm`` and ``new_filler_mm`` lie on the floor under the old frames and under the new ones.
    With whole-length spacers a section holds new frames only, and a second one end to end with it the old ones;
    with half-length ones both stand in one section.
    """

    boxes: tuple[OldBox, ...]
    wide_mm: float
    narrow_mm: float
    along_mm: float
    drop_mm: float
    base_mm: float
    filler_high_mm: float
    new_filler_mm: float
    old_is_wide: bool
    tolerance_mm: float
    spacers: Literal["full", "half"] = "half"
    conversions: int = 1
    cladding_mm: float = 0.0
    excluder_over: bool = False

    @property
    def sections(self) -> int:
        """Sections end to end that the conversions take."""
        return self.conversions * (2 if self.spacers == "full" else 1)

    @property
    def one_mm(self) -> float:
        """Length of one conversion [mm]: new frames in its first half, old ones in the other."""
        return self.whole_mm / self.conversions

    @property
    def whole_mm(self) -> float:
        """Length of all sections together [mm]."""
        return self.along_mm * self.sections

    @property
    def half_mm(self) -> float:
        """Length of one half of a conversion [mm]."""
        return self.one_mm / 2

    @property
    def from_boards(self) -> bool:
        return not self.boxes

    @property
    def spacer_mm(self) -> float:
        """Thickness of each of the two spacers [mm]."""
        return (self.wide_mm - self.narrow_mm) / 2

    @property
    def spacer_long_mm(self) -> float:
        """Length of a spacer, and of the floor filler: their stretch less a play at both ends [mm]."""
        over = value("excluder") if self.excluder_over else 0.0
        return self.half_mm - 2 * value("spacer_play") - over

    @property
    def excluder_wide_mm(self) -> float:
        """Width of the excluder between the halves [mm]: wall to wall over the spacers, or between them."""
        return self.wide_mm if self.excluder_over or not self.old_is_wide else self.narrow_mm

    @property
    def filler_long_mm(self) -> float:
        """Length of the floor filler across the box [mm]."""
        return self.wide_mm - 2 * value("spacer_play")

    @property
    def play_ends_mm(self) -> tuple[float, float]:
        """Least and greatest play of a spacer at each end, by the boxes' tolerance [mm]."""
        play, off = value("spacer_play"), self.tolerance_mm / 2
        return play - off, play + off


def family(standard: str) -> list[OldBox]:
    """The boxes that are usually kept with a frame's standard, its own first."""
    rows = catalogue()
    own = rows.get(standard)
    if own is None or own.box is None:
        return []
    stem = standard.rsplit("-", 1)[0] if "-" in standard else standard
    found = [
        own,
        *(r for i, r in rows.items() if i != standard and i.startswith(f"{stem}-") and not r.made_from and r.box),
    ]
    return [
        OldBox(
            name=r.name,
            across_mm=r.box.across_mm,
            along_mm=r.box.along_mm,
            height_mm=r.box.height_mm,
            rest_depth_mm=r.box.rest_depth_mm,
            rest_width_mm=r.box.rest_width_mm,
        )
        for r in found
        if r.box is not None and abs(r.box.across_mm - own.box.across_mm) < 2.0
    ]


def stack_of(standard: str, drop_mm: float) -> tuple[OldBox, ...]:
    """The old frames' own box on top of others of its kind: the tallest stack that the new depth holds."""
    return next(iter(stacks_of(standard, drop_mm)), ())


def stacks_of(standard: str, drop_mm: float) -> list[tuple[OldBox, ...]]:
    """Stacks of the usual boxes with the old frames' own on top that the new depth holds, the tallest first."""
    boxes = family(standard)
    if not boxes:
        return []
    top = boxes[0]
    stacks = [(*below, top) for number in range(3) for below in combinations_with_replacement(boxes, number)]
    return sorted((s for s in stacks if _stack_mm(s) <= drop_mm + 1e-6), key=_stack_mm, reverse=True)


def _stack_mm(boxes: tuple[OldBox, ...]) -> float:
    """From the top box's rest plane to the bottom of the stack [mm]."""
    return sum(box.height_mm for box in boxes) - boxes[-1].rest_depth_mm


def conversion_box(bees: Bees, room: Room, moving: Moving) -> ConversionBox:
    """The conversion box for old frames and a hive's own, out of the keeper's boxes or out of boards."""
    boxes = moving.boxes or stack_of(bees.frame.standard if bees.frame else "", room.drop_mm)
    new_wide = room.top_mm
    if boxes and boxes[-1].across_mm >= new_wide - 1e-6:
        base = room.drop_mm - _stack_mm(boxes)
        below = boxes[:-1]
        low = base + sum(box.height_mm for box in below)
        # As deep under the old frames as their own rest is: net base + lower boxes − rest depth.
        filler = low - (boxes[-1].rest_depth_mm if below else practice("bee_space").span[1])
        return ConversionBox(
            boxes,
            boxes[-1].across_mm,
            new_wide,
            boxes[-1].along_mm,
            room.drop_mm,
            base,
            max(filler, 0.0),
            0.0,
            True,
            moving.box_tolerance_mm,
            moving.spacers,
            moving.conversions,
            moving.cladding_mm,
            moving.excluder_over,
        )
    space = room.a.hive.choices.bee_space_mm
    frame = bees.frame
    old_wide = boxes[-1].across_mm if boxes else (frame.body_width_mm + 2 * space if frame else new_wide)
    old_drop = (frame.depth_mm - frame.lug_thickness_mm if frame else room.drop_mm) + room.floor_gap_mm
    along = boxes[-1].along_mm if boxes else 400.0
    wide, drop = max(old_wide, new_wide), max(old_drop, room.drop_mm)
    old_is_wide = old_wide >= new_wide
    return ConversionBox(
        (),
        wide,
        min(old_wide, new_wide),
        along,
        drop,
        0.0,
        drop - old_drop,
        drop - room.drop_mm,
        old_is_wide,
        0.0,
        moving.spacers,
        moving.conversions,
        moving.cladding_mm,
        moving.excluder_over,
    )


def parallel_box(bees: Bees, room: Room, moving: Moving) -> Way | None:
    """Old and new frames side by side until the bees have moved over by themselves."""
    if bees.frame is None or room.on_rods:
        return None
    box = conversion_box(bees, room, moving)
    trapezoid = room.a.trapezoid
    lean = abs(trapezoid.top_mm - trapezoid.floor_mm) / 2 if trapezoid else 999.0
    old = bees.frame
    gaps: tuple[Rule, ...] = (
        ()
        if lean < 0.5
        else (room_gap("Walls that stand upright", -lean, "", "leaning walls can’t be copied by spacers"),)
    )
    if box.boxes:
        gaps = (
            *gaps,
            room_gap(
                "Base under the boxes",
                box.base_mm,
                "made up by a base spacer",
                "the boxes stand taller than the new frames’ depth",
            ),
        )
    if box.spacer_mm >= 0.5:
        gaps = (*gaps, _spacer_rule(box), _play_rule(box))
    per = floor((box.half_mm - value("excluder")) / bees.spacing_mm)
    gaps = (
        *gaps,
        room_gap(
            "Old combs in their half",
            box.half_mm - value("excluder") - bees.count * bees.spacing_mm,
            "they find room",
            f"only {per} find room at once",
        ),
    )
    nearest = "" if per >= bees.count or per < 1 else f"Move {per} combs at a time, or put two sections end to end."
    if box.base_mm < 0:
        nearest = f"Leave a lower box out, or deepen the hive by {-box.base_mm:.0f} mm."
    return Way(
        "parallel-box",
        _how(box),
        gaps,
        tuple(_parts(box, moving)),
        tuple(_bridged(box)),
        tuple(_round(box)),
        for_good=False,
        tools=(*SMOKE, "a saw", "a brace for holes through both walls together"),
        cautions=("Boards that line the box swell: try every spacer dry and wet before bees are in.",),
        visits=5,
        days=34,
        lifted_kg=2 * bees.count * bees.comb_kg,
        nearest=nearest,
        slabs=_slabs(box),
        comb_wide_mm=old.body_width_mm,
        comb_deep_mm=old.depth_mm - old.lug_thickness_mm,
        spacing_mm=bees.spacing_mm,
    )


def _spacer_rule(box: ConversionBox) -> Rule:
    thick, least = box.spacer_mm, practice("bee_space").span[0]
    return room_gap("Spacer, thick", thick, "each of the two", "too thin to make", least)


def _play_rule(box: ConversionBox) -> Rule:
    least, most = box.play_ends_mm
    spare = least - value("spacer_jam")
    if spare < 0:
        words = "at the small end of tolerance the spacer jams: measure the box before you saw"
        return Rule("play", "Spacer’s play, each end", value("spacer_play"), least, most, spare, "short", words)
    if most > value("spacer_leak"):
        words = "at the large end bees and litter get behind it: wedge it"
        return Rule("play", "Spacer’s play, each end", value("spacer_play"), least, most, spare, "bridged", words)
    return Rule(
        "play", "Spacer’s play, each end", value("spacer_play"), least, most, spare, "right", "goes in and stays tight"
    )


def _how(box: ConversionBox) -> str:
    who = "new" if box.old_is_wide else "old"
    out_of = "your own boxes" if box.boxes else "boards"
    if box.spacer_mm < 0.5:
        return f"A box out of {out_of} takes both frames side by side; only the floor differs."
    return (
        f"A box out of {out_of} takes both frames side by side; two spacers of {box.spacer_mm:.1f} mm "
        f"narrow the {who} frames’ half."
    )


def _parts(box: ConversionBox, moving: Moving) -> list[NewPart]:
    return [
        *_spacers(box, (2 if moving.spacers == "half" else 1) * box.conversions),
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
        (round(box.along_mm + 2 * value("board"), 1), 120.0, 12.0),
        f"hangs {box.cladding_mm:.0f} mm over the joint: keeps the boxes in line",
    )


def _bridged(box: ConversionBox) -> list[str]:
    return ["Where the halves meet, the shallower combs end beside the deeper ones: put an empty frame there first."]


def _round(box: ConversionBox) -> list[str]:
    ways = [
        "over the frames, if the excluder doesn’t reach the cover",
        "between excluder and walls, where over 3 mm are open",
    ]
    if len(box.boxes) > 1:
        ways.append(
            f"through the rebate between the boxes, about {box.boxes[0].rest_width_mm:.1f} × "
            f"{value('plug_high'):.0f} mm: plug it"
        )
    ways.append("along the rests behind the lugs")
    return ways


def _slabs(box: ConversionBox) -> tuple[Slab, ...]:
    half, narrow = box.wide_mm / 2, box.narrow_mm / 2
    if box.spacer_mm < 0.5:
        return ()
    return (Slab("spacer", (-half, -narrow), (0.0, box.drop_mm)), Slab("spacer", (narrow, half), (0.0, box.drop_mm)))


def hole_places_mm(box: ConversionBox) -> tuple[float, ...]:
    """Where entrances go through outer wall and spacer together, one for each half, from the near end [mm]."""
    off = box.along_mm / 4
    middles = (number * box.one_mm + box.half_mm for number in range(box.conversions))
    return tuple(round(middle + way * off, 1) for middle in middles for way in (-1, 1))
