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
# What a roof of version 2 was taken to be.
_ROOF_OF_TWO: dict[str, Raw] = {
    "hinged": {"kind": "flat", "opens": "hinged-side"},
    "gabled": {"kind": "gabled", "pitch_deg": 20.0},
}
_AS_IT_IS: Raw = {}
# Constants of the season's model that version 4 has no more, and those that it calls by another name.
_GONE_IN_FOUR = {"flight_share", "late_laying", "dearth_laying", "strong_colony", "forager_loss", "wax_combs_a_week"}
_CALLED_IN_FOUR = {"laying_begins": "flight_begins", "laying_full": "flight_full"}
_OPENS_OF_TWO = {"long-side": "hinged-side", "end": "hinged-end", "lift-off": "lifts-off"}


def one_to_two(raw: Raw) -> Raw:
    """Version 2 writes down what a frame is made of; it adds fixed combs, linings, stacked boxes and the law."""
    types = raw.get("comb_types", [])
    if not isinstance(types, list):
        return {**raw, "version": 2}
    return {**raw, "version": 2, "comb_types": [_frame(kind) for kind in types]}


def two_to_three(raw: Raw) -> Raw:
    """Version 3 tells a roof's shape from how it opens, which was said twice; it adds what covers are of, and where
    supers stand."""
    new, lifting, roof = {**raw, "version": 3}, raw.get("lifting"), raw.get("roof")
    hinge = None
    if isinstance(lifting, dict):
        hinge = lifting.get("lid_hinge")
        new["lifting"] = {key: value for key, value in lifting.items() if key != "lid_hinge"}
    if isinstance(roof, dict):
        new["roof"] = {
            "clearance_mm": 0.0,
            "overlap_mm": 12.0,
            **roof,
            **_ROOF_OF_TWO.get(str(roof.get("kind")), _AS_IT_IS),
        }
    if hinge in _OPENS_OF_TWO:
        old: Raw = new["roof"] if isinstance(roof, dict) else {}
        new["roof"] = {**old, "opens": _OPENS_OF_TWO[str(hinge)]}
    return new


def three_to_four(raw: Raw) -> Raw:
    """Version 4 lays by the published curve of the season: constants of the former way go, those of flight stay."""
    new, season = {**raw, "version": 4}, raw.get("season")
    constants = season.get("constants") if isinstance(season, dict) else None
    if isinstance(season, dict) and isinstance(constants, dict):
        kept = {_CALLED_IN_FOUR.get(key, key): value for key, value in constants.items() if key not in _GONE_IN_FOUR}
        new["season"] = {**season, "constants": kept}
    return new


def _frame(kind: Any) -> Any:
    if not isinstance(kind, dict) or kind.get("kind") != "frame":
        return kind
    return {**_FRAME_OF_ONE, **kind}
