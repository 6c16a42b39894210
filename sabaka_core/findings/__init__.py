"""Findings: import the rule modules once, so that every rule is registered."""

from sabaka_core.findings import combs, openings, run, shape
from sabaka_core.findings.registry import RULES, find

__all__ = ["RULES", "combs", "find", "openings", "run", "shape"]
