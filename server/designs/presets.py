"""Starting points for a new design: the files in examples/."""

from __future__ import annotations

from dataclasses import dataclass

from django.conf import settings

from sabaka_core import Hive, ParameterError, load_hive


@dataclass(frozen=True)
class Preset:
    """A file to start from, and what it is in a few words."""

    id: str
    label: str
    words: str


PRESETS: tuple[Preset, ...] = (
    Preset("sloped-top-bar", "Plain sloped-side hive", "1.2 m box from 22 mm boards, one follower, walls that follow the comb."),
    Preset("bowline", "Two followers", "A follower at each end, so that either end opens without uncovering the nest."),
    Preset("straight-top-bar", "Upright walls", "A bar is as long as a standard frame's top bar, so that it hangs between frames too."),
    Preset("sheepshank", "Walls that lean like a floor", "Inch sizes, wide bars, one loose follower, a slot in the end wall."),
)  # fmt: skip


def preset_hive(ident: str) -> Hive:
    """The design of a preset.

    Raises:
        ParameterError: there is none of that id.
    """
    if ident not in {preset.id for preset in PRESETS}:
        raise ParameterError("preset", ident, "There is no such starting point.", "no-such-preset")
    return load_hive((settings.EXAMPLES / f"{ident}.json").read_bytes())
