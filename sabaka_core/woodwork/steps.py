"""The order of work: what to do, where to measure again, and what to mind. Ticks are kept with the design."""

from __future__ import annotations

from dataclasses import dataclass

from sabaka_core.woodwork.parts import Part


@dataclass(frozen=True)
class WorkStep:
    """One step of the work."""

    id: str
    title: str
    words: str
    measure: str
    caution: str
    parts: tuple[str, ...]


_SAW = "Guard and riving knife on, push stick, stop block clear of the blade; eyes and ears covered, no gloves."


def work_steps(parts: tuple[Part, ...]) -> tuple[WorkStep, ...]:
    """The steps that these parts ask for, in order."""
    names = {
        group: tuple(p.id for p in parts if p.group == group)
        for group in ("Box", "Bars and frames", "Run", "Covers", "Roof", "Stand", "Supers")
    }
    bevelled = any(p.bevel_deg > 0.05 for p in parts)
    found = [
        WorkStep(
            "boards",
            "Measure and mark the boards",
            "Number the boards as in the cut plan; mark bad ends and leave them out.",
            "Thickness of every board: the plan counts on it within 1 mm.",
            "",
            (),
        ),
        WorkStep(
            "cut",
            "Cut the boards",
            "As the plan says of each: ripped first where its lanes are cut at different places or a strip "
            "is kept, else crosscut first; longest pieces first. Offcuts go back on the list.",
            "The first piece of each kind, before the rest follow.",
            _SAW,
            names["Box"],
        ),
    ]
    if bevelled:
        found.append(
            WorkStep(
                "bevel",
                "Bevel the sides",
                "Tilt the saw once for both long edges of every side.",
                "The tilt on a scrap against the end board’s edge.",
                _SAW,
                tuple(p.id for p in parts if p.bevel_deg > 0.05),
            )
        )
    if any(p.rebate for p in parts):
        found.append(
            WorkStep(
                "rebate",
                "Cut the rebates",
                "Two passes each, along the top inside edge.",
                "Width against a real lug or bar.",
                _SAW,
                tuple(p.id for p in parts if p.rebate),
            )
        )
    found += [
        WorkStep(
            "holes",
            "Bore the entrances",
            "Square to the board, from either face at that face’s own height, a block behind.",
            "Height above the floor, litter and trough taken in.",
            "Clamp the board; small pieces spin.",
            tuple(p.id for p in parts if p.holes),
        ),
        WorkStep(
            "box",
            "Put the box together",
            "Ends between sides, glued and screwed; then the floor from below.",
            "Both diagonals, and the inside at top and floor.",
            "",
            names["Box"],
        ),
        WorkStep(
            "bars",
            "Make bars and frames",
            "Same stop for all; guides in last.",
            "Measure the box again before cutting bars or spacers.",
            _SAW,
            names["Bars and frames"],
        ),
        WorkStep(
            "followers",
            "Fit the followers",
            "Cut to the template, plane until they slide.",
            "Play on both sides, with the wood dry and after rain.",
            "",
            names["Run"],
        ),
    ]
    for group, title in (
        ("Covers", "Cut the covers"),
        ("Supers", "Make the supers"),
        ("Roof", "Make the roof"),
        ("Stand", "Make the stand"),
    ):
        if names[group]:
            found.append(
                WorkStep(
                    group.lower(),
                    title,
                    {"Stand": "Bolt the legs, stand it where it will be, and trim to the ground."}.get(
                        group, "As the parts list says."
                    ),
                    "On the box as it came out, not as it was drawn.",
                    "",
                    names[group],
                )
            )
    found.append(
        WorkStep(
            "finish",
            "Finish",
            "Inside bare, varnished with propolis, or scorched; outside oil or paint.",
            "",
            "Scorching: outdoors, nothing dry about, water or an extinguisher at hand. Alcohol vapour "
            "burns: no flame, fresh air.",
            (),
        )
    )
    return tuple(found)
