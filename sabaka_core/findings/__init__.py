"""Findings: import the rule modules once, so that every rule is registered."""

from sabaka_core.findings import bars, combs, followers, frames, openings, reach, run, shape, systems, together
from sabaka_core.findings.registry import HIVE_RULES, RULES, all_codes, find

__all__ = [
    "HIVE_RULES",
    "RULES",
    "all_codes",
    "bars",
    "combs",
    "find",
    "followers",
    "frames",
    "openings",
    "reach",
    "run",
    "shape",
    "systems",
    "together",
]
