"""Setting one field of the document from what was typed."""

from __future__ import annotations

import re
from typing import Annotated, Any, ClassVar, Literal

from pydantic import Field, ValidationError

from sabaka_core.base.errors import ParameterError
from sabaka_core.base.locale import HERE, Locale, Order
from sabaka_core.base.units import System
from sabaka_core.document.base import Across, Angle, Height
from sabaka_core.document.combs import TopBar
from sabaka_core.document.hive import Hive
from sabaka_core.document.identity import place_of
from sabaka_core.document.sections import TRAPEZOID_FIELDS, Section, TrapezoidSection
from sabaka_core.edits.action import Bench, Edit, Held, Pointer, SizeName, TypedEdit
from sabaka_core.edits.closing import close_run, is_closed, with_chamber
from sabaka_core.edits.items import bar_width
from sabaka_core.edits.outside import outside_kept
from sabaka_core.edits.typed import read_value
from sabaka_core.edits.values import replace_value
from sabaka_core.edits.wishes import checked, wish_of, with_wish
from sabaka_core.geometry.cavity import cavity_of, depth_path, run_path, width_path
from sabaka_core.geometry.trapezoid import hold, solve_trapezoid, with_size
from sabaka_core.kit.tables import practice

# Stands for the length of every bar, which the section's drawing shows once.
ALL_BARS_LENGTH = "/comb_types/all/length_mm"
_SPACING = re.compile(r"/comb_types/(\d+)/(width_mm|spacing_mm)")
_IN_CHAMBER = re.compile(r"/chambers/(\d+)/(.+)")
_ENTRANCE_WALL = re.compile(r"entrances/(\d+)/wall")
_ITEM = re.compile(r"/chambers/(\d+)/run/items/([^/]+)/(.+)")
_GAP_LENGTH = re.compile(r"run/items/(\d+)/length_mm")


def by_place(hive: Hive, path: str) -> str:
    """A field's pointer with the name of a run's item written as its place.

    Raises:
        ParameterError: no item of the run is called so.
    """
    found = _ITEM.fullmatch(path)
    if found is None or found[2].isdecimal() or int(found[1]) >= len(hive.chambers):
        return path
    at = place_of(hive.chambers[int(found[1])].run.items, found[2], path)
    return f"/chambers/{found[1]}/run/items/{at}/{found[3]}"


def chamber_path(box: int) -> str:
    """JSON pointer of a chamber."""
    return f"/chambers/{box}"


def section_path(box: int) -> str:
    """JSON pointer of a chamber's section."""
    return f"/chambers/{box}/section"


def set_field(hive: Hive, path: str, typed: str, units: System, locale: Locale = HERE) -> Hive:
    """The hive with one field set; what depends on it follows.

    Args:
        path: JSON pointer of the field. Its name's ending tells the unit.
        typed: what the keeper typed.
        units: unit of a length typed without one.
        locale: whose decimal mark and order of day and month it was typed in.
    Raises:
        ParameterError: at ``path``: not a number, out of bounds, no such field.
    """
    wish = wish_of(path)
    wished = hive if wish is None else with_wish(hive, wish)
    value = read_value(wished, path, typed, units, locale)
    if wish is not None:
        if path.startswith("/season/monthly_c/"):
            wished = replace_value(replace_value(wished, "/season/means_of", ""), "/season/weather", None)
        return checked(replace_value(wished, path, value), path)
    if path == ALL_BARS_LENGTH:
        return set_all_bars_length(hive, value)
    if path == "/choices/bees":
        return _spaced_for(hive, replace_value(hive, path, value))
    spacing = _SPACING.fullmatch(path)
    if spacing:
        replace_value(hive, path, value)
        return bar_width(hive, hive.comb_types[int(spacing[1])].id, value)
    inside = _IN_CHAMBER.fullmatch(path)
    if inside and int(inside[1]) < len(hive.chambers):
        return _set_in_chamber(hive, int(inside[1]), inside[2], path, value)
    return replace_value(hive, path, value)


def _spaced_for(before: Hive, after: Hive) -> Hive:
    """Brood bars that were as wide as the former school has them become as wide as the new one has them.

    Bars of another width, and frames, were chosen for themselves: they stay, and the rule ``spacing-odd`` speaks up.
    """
    play = practice("spacing_tolerance").number
    old, new = (practice(f"spacing_{each.choices.bees}").number for each in (before, after))
    roles: dict[str, set[str]] = {}
    for chamber in before.chambers:
        for item in chamber.run.items:
            if item.kind == "comb":
                roles.setdefault(item.type, set()).add(item.role)
    for kind in before.comb_types:
        serves_brood = roles.get(kind.id, {"brood"}) != {"honey"}
        if isinstance(kind, TopBar) and serves_brood and abs(kind.width_mm - old) <= play + 1e-9:
            after = bar_width(after, kind.id, new)
    return after


def _set_in_chamber(hive: Hive, box: int, field: str, path: str, value: Any) -> Hive:
    chamber = hive.chambers[box]
    name = field.removeprefix("section/")
    if field != name and name in TRAPEZOID_FIELDS and isinstance(chamber.section, TrapezoidSection):
        return set_section_size(hive, box, name, value)
    was_closed = is_closed(hive, box)
    changed = replace_value(hive, path, value)
    if field.startswith("walls/"):
        changed = outside_kept(hive, changed, box)
    wall = _ENTRANCE_WALL.fullmatch(field)
    if wall:
        return _moved_entrance(hive, changed, box, int(wall[1]))
    if field.startswith(("section/", "axis", "combs", "length_mm")):
        cavity_of(changed.chambers[box], chamber_path(box))
    gap = _GAP_LENGTH.fullmatch(field)
    if was_closed and (gap or field in (run_path(chamber), "combs") or field.endswith("/thickness_mm")):
        return close_run(changed, box, keep=int(gap[1]) if gap else None)
    return changed


def set_section_size(hive: Hive, box: int, name: str, value: float) -> Hive:
    """The hive with one of a chamber's sizes changed: the five of a trapezoid, width and height of others.

    Raises:
        ParameterError: a size out of bounds, or one that this section has not.
    """
    chamber = hive.chambers[box]
    at = section_path(box)
    # Bounds first, so that the error names the field that was typed.
    _check_size(f"{at}/{name}", value)
    section = chamber.section
    if not isinstance(section, TrapezoidSection):
        paths = {"top_mm": width_path(chamber), "height_mm": depth_path(chamber)}
        if name not in paths:
            raise ParameterError(f"{at}/{name}", value, "These walls stand upright: give width and height.", "upright")
        return _set_in_chamber(hive, box, paths[name], f"{chamber_path(box)}/{paths[name]}", value)
    solved = solve_trapezoid(section, at)
    try:
        changed = with_size(section, solved, name, value)
        solve_trapezoid(changed, at)
    except ParameterError as error:
        raise error.at(f"{at}/{name}") from None
    except ValidationError as error:
        raise ParameterError(
            f"{at}/{name}", value, "The walls can't lean so far with the other held sizes.", "out-of-range"
        ) from error
    return with_chamber(hive, box, chamber.model_copy(update={"section": changed}))


def set_section(hive: Hive, box: int, top_mm: float, height_mm: float, slope_deg: float) -> Hive:
    """The hive with a chamber's section given anew by top, height and slope."""
    section = TrapezoidSection(top_mm=top_mm, height_mm=height_mm, slope_deg=slope_deg)
    solve_trapezoid(section, section_path(box))
    return with_chamber(hive, box, hive.chambers[box].model_copy(update={"section": section}))


def section_size(hive: Hive, box: int, name: str) -> float:
    """One of the sizes of a chamber's profile as it stands [mm or deg]."""
    profile = cavity_of(hive.chambers[box], chamber_path(box)).profile
    value: float = getattr(profile, name)
    return value


def set_all_bars_length(hive: Hive, value: float) -> Hive:
    """The hive with every top bar cut to one length."""
    for index, kind in enumerate(hive.comb_types):
        if isinstance(kind, TopBar):
            try:
                hive = replace_value(hive, f"/comb_types/{index}/length_mm", value)
            except ParameterError as error:
                raise error.at(ALL_BARS_LENGTH) from None
    return hive


def hold_sizes(hive: Hive, box: int, names: tuple[str, ...]) -> Hive:
    """The hive with the same section, held by other sizes.

    Raises:
        ParameterError: no trapezoid, or sizes that don't give one.
    """
    at = section_path(box)
    chamber = hive.chambers[box]
    if not isinstance(chamber.section, TrapezoidSection):
        raise ParameterError(at, chamber.section.kind, "Only a trapezoid has these sizes.", "not-a-trapezoid")
    if set(names) == {"height_mm", "slope_deg", "face_mm"}:
        raise ParameterError(
            at,
            ", ".join(names),
            "Height, slope and face leave the width open: hold the top or the floor too.",
            "not-independent",
        )
    held = hold(solve_trapezoid(chamber.section, at), names)
    solve_trapezoid(held, at)
    return with_chamber(hive, box, chamber.model_copy(update={"section": held}))


def _moved_entrance(before: Hive, after: Hive, box: int, index: int) -> Hive:
    """An entrance moved between a side and an end is put in the middle: its place meant something else."""
    old, new = (hive.chambers[box].entrances[index].wall for hive in (before, after))
    if old.endswith("-end") == new.endswith("-end"):
        return after
    middle = 0.0 if new.endswith("-end") else after.chambers[box].length_mm / 2
    return replace_value(after, f"{chamber_path(box)}/entrances/{index}/at_mm", middle)


def _check_size(path: str, value: float) -> None:
    if path.endswith("/slope_deg"):
        if not -60 < value < 60:
            raise ParameterError(path, value, "A wall can lean at most 60° from the vertical.", "out-of-range")
    elif not 0 < value <= 20_000:
        raise ParameterError(path, value, "This has to be more than 0 and at most 20 000 mm.", "out-of-range")


class SetField(TypedEdit):
    """Type into one field. ``order`` is what stands first in a day of the keeper's place."""

    do: Literal["set"] = "set"
    path: Pointer
    order: Order = "day"

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        path = by_place(hive, self.path)
        try:
            return set_field(hive, path, self.text, self.units, Locale(self.mark, self.order))
        except ParameterError as error:
            # At the field as it was named.
            raise error.at(self.path) if path != self.path and error.field == path else error from None

    def said(self, box: int) -> Held:
        return (self.path,)


class HoldSizes(Edit):
    """Say which three sizes of the section are held."""

    do: Literal["hold"] = "hold"
    says: ClassVar[tuple[str, ...]] = ("{at}/section",)
    sizes: Annotated[tuple[SizeName, ...], Field(min_length=3, max_length=3)]

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        return hold_sizes(hive, bench.box, self.sizes)


class ReshapeSection(Edit):
    """Give the section three sizes at once."""

    do: Literal["shape"] = "shape"
    says: ClassVar[tuple[str, ...]] = ("{at}/section",)
    top_mm: Across
    height_mm: Height
    slope_deg: Angle

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        return set_section(hive, bench.box, self.top_mm, self.height_mm, self.slope_deg)


class SetSection(Edit):
    """Give the chamber another kind of section."""

    do: Literal["section"] = "section"
    says: ClassVar[tuple[str, ...]] = ("{at}/section",)
    section: Section

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        was_closed = is_closed(hive, bench.box)
        chamber = hive.chambers[bench.box].model_copy(update={"section": self.section})
        cavity_of(chamber, chamber_path(bench.box))
        changed = with_chamber(hive, bench.box, chamber)
        return close_run(changed, bench.box) if was_closed else changed
