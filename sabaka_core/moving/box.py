"""The conversion box: old and new frames side by side in one box, with spacers that can be moved."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import combinations_with_replacement
from typing import Literal

from sabaka_core.document.moving import Moving, OldBox
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.kit.tables import practice
from sabaka_core.moving.bees import Bees
from sabaka_core.moving.room import Room
from sabaka_core.moving.values import value


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


def hole_places_mm(box: ConversionBox) -> tuple[float, ...]:
    """Where entrances go through outer wall and spacer together, one for each half, from the near end [mm]."""
    off = box.along_mm / 4
    middles = (number * box.one_mm + box.half_mm for number in range(box.conversions))
    return tuple(round(middle + way * off, 1) for middle in middles for way in (-1, 1))
