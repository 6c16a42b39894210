"""The hive systems by their names, and what each is in a few words."""

from __future__ import annotations

from sabaka_core.document.hive import HiveSystem

# A system is a preset and rules of its own; everything else is the one model of chambers and runs.
SYSTEMS: dict[HiveSystem, str] = {
    "sloped-top-bar": "sloped-side top bar hive",
    "straight-top-bar": "straight-side top bar hive",
    "long-shallow": "long hive on shallow frames",
    "deep-horizontal": "deep-frame horizontal hive",
    "two-chamber": "two-chamber long hive",
    "side-by-side": "side-by-side hive",
    "rear-access": "rear-access hive",
    "stacked-long": "stacked long shallow boxes",
    "tree-cavity": "tree-cavity hive",
    "conversion-box": "frame-conversion box",
    "tall-in-stack": "tall frames in stacked boxes",
}
WHAT_IT_IS: dict[HiveSystem, str] = {
    "sloped-top-bar": "Touching bars over a trough-shaped box; the cheapest to build, one comb lifted at a time.",
    "straight-top-bar": "Touching bars over an upright box; a bar can hang between standard frames.",
    "long-shallow": "Twenty to sixty standard shallow frames in one long box, with supers if wanted.",
    "deep-horizontal": "Narrow deep frames in an insulated box: a comb deep enough to climb all winter.",
    "two-chamber": "A square brood box and a square honey box end to end; you stand at the end, both arms reach.",
    "side-by-side": "Brood in the middle, honey stacks left and right on one floor: no box lifted high.",
    "rear-access": "Frames stand on rods and are drawn out at the back like drawers; stands in a bee house.",
    "stacked-long": "Loose long boxes of short bars over litter, close to how a hollow trunk works.",
    "tree-cavity": "A log or thick column of about 40 litres with one small hole; left mostly alone.",
    "conversion-box": "Takes two frame sizes side by side, to move bees from one to the other.",
    "tall-in-stack": "One frame through two standard boxes: half the frames to look at, no box lifted.",
}
