"""What a sheet or a card marks as wrong is a finding, and a finding of these rules is marked: both ask the rule."""

from __future__ import annotations

from collections.abc import Collection

from sabaka_core.findings.registry import RULES
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.chambers import analyse_all

# Rules of a frame's own that speak in the first chamber in which it hangs, and of every other one too.
_SAID_ONCE = frozenset({"frame-gap-wrong"})


def is_found(a: Analysis, codes: Collection[str], subject: str) -> bool:
    """Whether one of the rules finds something of that subject in a chamber."""
    return any(
        draft.subject == subject
        for code in codes
        if (look := RULES[code].chamber) is not None
        for each in (analyse_all(a.hive) if code in _SAID_ONCE else (a,))
        for draft in look(each)
    )
