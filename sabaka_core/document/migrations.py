"""Former versions of the design document, brought up step by step."""

from __future__ import annotations

from typing import Any

Raw = dict[str, Any]
# What every frame of version 1 was taken to be made of; version 2 writes it down.
_FRAME_OF_ONE = {
    "make": "plain",
    "joint": "none",
    "top_bar_width_mm": 27.0,
    "lug_thickness_mm": 9.5,
    "side_bar_width_mm": 35.0,
    "side_bar_thickness_mm": 9.5,
    "bottom_bar_thickness_mm": 9.5,
    "shelves": 0,
}


def one_to_two(raw: Raw) -> Raw:
    """Version 2 writes down what a frame is made of; it adds fixed combs, linings, stacked boxes and the law."""
    types = raw.get("comb_types", [])
    if not isinstance(types, list):
        return {**raw, "version": 2}
    return {**raw, "version": 2, "comb_types": [_frame(kind) for kind in types]}


def _frame(kind: Any) -> Any:
    if not isinstance(kind, dict) or kind.get("kind") != "frame":
        return kind
    return {**_FRAME_OF_ONE, **kind}
