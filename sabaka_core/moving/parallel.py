"""Moving by a conversion box: old and new frames side by side until the bees have moved over by themselves."""

from __future__ import annotations

from math import floor

from sabaka_core.document.moving import Moving
from sabaka_core.kit.tables import practice
from sabaka_core.moving.bees import Bees
from sabaka_core.moving.box import ConversionBox, conversion_box
from sabaka_core.moving.box_parts import box_parts
from sabaka_core.moving.gaps import CheckedGap as Rule
from sabaka_core.moving.gaps import room_gap
from sabaka_core.moving.hang import SMOKE
from sabaka_core.moving.room import Room
from sabaka_core.moving.values import value
from sabaka_core.moving.ways import Slab, Way


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
        tuple(box_parts(box)),
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
