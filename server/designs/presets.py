"""Starting points for a new design: the files in examples/."""

from __future__ import annotations

from dataclasses import dataclass

from django.conf import settings

from sabaka_core import Hive, ParameterError, load_hive
from sabaka_core.hive.systems import SYSTEMS, WHAT_IT_IS


@dataclass(frozen=True)
class Preset:
    """A file to start from, and what it is in a few words."""

    id: str
    label: str
    words: str


_TURNS = (
    Preset("bowline", "Sloped-side hive with two followers", "Either end opens without uncovering the nest."),
    Preset(
        "sheepshank",
        "Sloped-side hive in inch sizes",
        "Walls that lean like a floor, wide bars, one loose follower, a slot in the end wall.",
    ),
)
PRESETS: tuple[Preset, ...] = (
    *(Preset(system, words[:1].upper() + words[1:], WHAT_IT_IS[system]) for system, words in SYSTEMS.items()),
    *_TURNS,
)


def preset_hive(ident: str) -> Hive:
    """The design of a preset.

    Raises:
        ParameterError: there is none of that id.
    """
    if ident not in {preset.id for preset in PRESETS}:
        raise ParameterError("preset", ident, "There is no such starting point.", "no-such-preset")
    return load_hive((settings.EXAMPLES / f"{ident}.json").read_bytes())
