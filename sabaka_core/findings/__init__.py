"""Findings: import the rule modules once, so that every rule is registered."""

from sabaka_core.findings import bars, combs, followers, openings, run, shape
from sabaka_core.findings.registry import RULES, find

__all__ = ["RULES", "bars", "combs", "find", "followers", "openings", "run", "shape"]
