"""Findings: import the rule modules once, so that every rule is registered."""

from sabaka_core.findings import (
    bars,
    colonies,
    combs,
    followers,
    frames,
    openings,
    reach,
    run,
    shape,
    systems,
    together,
)
from sabaka_core.findings.overlaps import OVERLAP, errors_in, find_all, find_overlaps, holds
from sabaka_core.findings.registry import HIVE_RULES, RULES, all_codes, find

__all__ = [
    "HIVE_RULES",
    "OVERLAP",
    "RULES",
    "all_codes",
    "bars",
    "colonies",
    "combs",
    "errors_in",
    "find",
    "find_all",
    "find_overlaps",
    "followers",
    "frames",
    "holds",
    "openings",
    "reach",
    "run",
    "shape",
    "systems",
    "together",
]
