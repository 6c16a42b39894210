"""Findings: every module of rules is imported once, so that each rule is registered."""

from importlib import import_module
from pkgutil import iter_modules

from sabaka_core.findings.found import errors_in, find, find_in, gravest_first
from sabaka_core.findings.overlaps import OVERLAP, holds
from sabaka_core.findings.registry import RULES, all_codes

for _module in iter_modules(__path__):
    import_module(f"{__name__}.{_module.name}")

__all__ = ["OVERLAP", "RULES", "all_codes", "errors_in", "find", "find_in", "gravest_first", "holds"]
