"""Setting one field of the document from what was typed."""

from __future__ import annotations

import re
from typing import Any

from pydantic import ValidationError

from sabaka_core.analysis import CHAMBER
from sabaka_core.document.combs import TopBar
from sabaka_core.document.hive import Hive
from sabaka_core.document.load import dump_hive, revalidate
from sabaka_core.document.sections import TRAPEZOID_FIELDS, TrapezoidSection
from sabaka_core.edits.closing import close_run, is_closed, with_chamber
from sabaka_core.edits.items import bar_width
from sabaka_core.errors import ParameterError
from sabaka_core.geometry.solve import field_of, solve_section
from sabaka_core.geometry.trapezoid import hold, solve_trapezoid, with_size
from sabaka_core.units import System, parse_angle, parse_length, parse_number

SECTION = f"{CHAMBER}/section"
# Stands for the length of every bar, which the section's drawing shows once.
ALL_BARS_LENGTH = "/comb_types/all/length_mm"
_BAR_WIDTH = re.compile(r"/comb_types/(\d+)/width_mm")
_ENTRANCE_WALL = re.compile(rf"{CHAMBER}/entrances/(\d+)/wall")
_GAP_LENGTH = re.compile(rf"{CHAMBER}/run/items/(\d+)/length_mm")


def set_field(hive: Hive, path: str, typed: str, units: System) -> Hive:
    """The hive with one field set; what depends on it follows.

    Args:
        path: JSON pointer of the field. Its name's ending tells the unit.
        typed: what the keeper typed.
        units: unit of a length typed without one.
    Raises:
        ParameterError: at ``path``: not a number, out of bounds, no such field.
    """
    value = read_value(path, typed, units)
    if path.startswith(f"{SECTION}/") and path.removeprefix(f"{SECTION}/") in TRAPEZOID_FIELDS:
        return set_section_size(hive, path.removeprefix(f"{SECTION}/"), value)
    if path == ALL_BARS_LENGTH:
        return set_all_bars_length(hive, value)
    was_closed = is_closed(hive)
    changed = replace_value(hive, path, value)
    wall = _ENTRANCE_WALL.fullmatch(path)
    if wall:
        return _moved_entrance(hive, changed, int(wall[1]))
    width = _BAR_WIDTH.fullmatch(path)
    if width:
        return bar_width(hive, hive.comb_types[int(width[1])].id, value)
    gap = _GAP_LENGTH.fullmatch(path)
    if was_closed and (gap or path == f"{CHAMBER}/length_mm" or path.endswith("/thickness_mm")):
        return close_run(changed, keep=int(gap[1]) if gap else None)
    return changed


def read_value(path: str, typed: str, units: System) -> Any:
    """What was typed, as the value its field takes."""
    name = path.rsplit("/", 1)[-1]
    if name.endswith("_mm"):
        return parse_length(typed, units, path)
    if name.endswith("_deg"):
        return parse_angle(typed, path)
    if name == "count":
        number = parse_number(typed, path)
        if number != int(number):
            raise ParameterError(path, typed, "This has to be a whole number.", "not-whole")
        return int(number)
    if name in ("insulated", "feeding_hole"):
        return typed == "yes"
    return typed


def replace_value(hive: Hive, path: str, value: Any) -> Hive:
    """The hive with the value at a JSON pointer replaced, and validated anew.

    Raises:
        ParameterError: there is no such field, or the value doesn't go there.
    """
    raw = dump_hive(hive)
    here: Any = raw
    steps = path.strip("/").split("/")
    for step in steps[:-1]:
        here = _child(here, step, path)
    last = steps[-1]
    if isinstance(here, list):
        here[_position(here, last, path)] = value
    elif isinstance(here, dict):
        here[last] = value
    else:
        raise _no_field(path)
    return revalidate(raw)


def set_section_size(hive: Hive, name: str, value: float) -> Hive:
    """The hive with one of the section's five sizes changed."""
    chamber = hive.chambers[0]
    # Bounds first, so that the error names the field that was typed.
    _check_size(name, value)
    field = field_of(chamber.section, name)
    if field is None:
        raise ParameterError(f"{SECTION}/{name}", value, "These walls stand upright: give width and height.", "upright")
    if not isinstance(chamber.section, TrapezoidSection):
        return replace_value(hive, f"{SECTION}/{field}", value)
    section = chamber.section
    solved = solve_trapezoid(section, SECTION)
    try:
        changed = with_size(section, solved, name, value)
        solve_trapezoid(changed, SECTION)
    except ParameterError as error:
        raise error.at(f"{SECTION}/{name}") from None
    except ValidationError as error:
        raise ParameterError(
            f"{SECTION}/{name}", value, "The walls can't lean so far with the other held sizes.", "out-of-range"
        ) from error
    return with_chamber(hive, chamber.model_copy(update={"section": changed}))


def set_section(hive: Hive, top_mm: float, height_mm: float, slope_deg: float) -> Hive:
    """The hive with its section given anew by top, height and slope."""
    section = TrapezoidSection(top_mm=top_mm, height_mm=height_mm, slope_deg=slope_deg)
    solve_trapezoid(section, SECTION)
    return with_chamber(hive, hive.chambers[0].model_copy(update={"section": section}))


def section_size(hive: Hive, name: str) -> float:
    """One of the section's five sizes as it stands [mm or deg]."""
    return solve_section(hive.chambers[0].section, SECTION).size(name)


def set_all_bars_length(hive: Hive, value: float) -> Hive:
    """The hive with every top bar cut to one length."""
    for index, kind in enumerate(hive.comb_types):
        if isinstance(kind, TopBar):
            try:
                hive = replace_value(hive, f"/comb_types/{index}/length_mm", value)
            except ParameterError as error:
                raise error.at(ALL_BARS_LENGTH) from None
    return hive


def hold_sizes(hive: Hive, names: tuple[str, ...]) -> Hive:
    """The hive with the same section, held by other sizes."""
    section = _trapezoid(hive)
    solved = solve_trapezoid(section, SECTION)
    if set(names) == {"height_mm", "slope_deg", "face_mm"}:
        raise ParameterError(
            SECTION, ", ".join(names), "Height, slope and face leave the width open: hold the top or the floor too.",
            "not-independent",
        )  # fmt: skip
    held = hold(solved, names)
    solve_trapezoid(held, SECTION)
    return with_chamber(hive, hive.chambers[0].model_copy(update={"section": held}))


def _moved_entrance(before: Hive, after: Hive, index: int) -> Hive:
    """An entrance moved between a side and an end is put in the middle: its place meant something else."""
    old, new = (hive.chambers[0].entrances[index].wall for hive in (before, after))
    if old.endswith("-end") == new.endswith("-end"):
        return after
    middle = 0.0 if new.endswith("-end") else after.chambers[0].length_mm / 2
    return replace_value(after, f"{CHAMBER}/entrances/{index}/at_mm", middle)


def _check_size(name: str, value: float) -> None:
    if name == "slope_deg":
        if not -60 < value < 60:
            raise ParameterError(
                f"{SECTION}/{name}", value, "A wall can lean at most 60° from the vertical.", "out-of-range"
            )
    elif not 0 < value <= 20_000:
        raise ParameterError(
            f"{SECTION}/{name}", value, "This has to be more than 0 and at most 20 000 mm.", "out-of-range"
        )


def _trapezoid(hive: Hive) -> TrapezoidSection:
    section = hive.chambers[0].section
    if not isinstance(section, TrapezoidSection):
        raise ParameterError(SECTION, section.kind, "Only a trapezoid has these sizes.", "not-a-trapezoid")
    return section


def _child(here: Any, step: str, path: str) -> Any:
    if isinstance(here, list):
        return here[_position(here, step, path)]
    if isinstance(here, dict) and step in here:
        return here[step]
    raise _no_field(path)


def _position(here: list[Any], step: str, path: str) -> int:
    if not step.isdigit() or int(step) >= len(here):
        raise _no_field(path)
    return int(step)


def _no_field(path: str) -> ParameterError:
    return ParameterError(path, "", "There is no such field in this design.", "no-such-field")
