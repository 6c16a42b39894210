"""What would help: changes that were tried, each with what it gives."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass

from sabaka_core.base.errors import SabakaError
from sabaka_core.base.quantity import Text
from sabaka_core.edits.action import Edit
from sabaka_core.edits.patches import patch_between
from sabaka_core.findings.registry import done, drafts, step_drafts
from sabaka_core.hive.context import Context
from sabaka_core.kit.findings import Mend


@dataclass(frozen=True)
class Candidate:
    """A change that may help: edits, one after the other."""

    label: Text
    edits: tuple[Edit, ...]


@dataclass(frozen=True)
class Gain:
    """What a change was found to give: how much of what is aimed at, and in words."""

    by: float
    words: Text


def improved(
    context: Context, step: str, candidates: Iterable[Candidate], judge: Callable[[Context], Gain | None]
) -> tuple[Mend, ...]:
    """The candidates that help, the one that helps most first.

    Each is done to the design in the brood chamber, so that what is promised is what a click gives; one that can’t be
    done, or that brings in something else to mend, isn’t offered.

    Args:
        step: whose rules a changed design is held to, besides those on chambers and the whole.
        candidates: changes to try.
        judge: what a changed design gives; None where it gives nothing.
    """
    known = _wrong(context, step)
    found: list[tuple[float, Mend]] = []
    for each in candidates:
        try:
            after = Context(done(context, *each.edits))
            gain = judge(after)
        except SabakaError:
            continue
        if gain is not None and _wrong(after, step) <= known:
            patch = patch_between(context.given, after.given)
            found.append((gain.by, Mend(label=each.label, patch=patch, gives=gain.words)))
    return tuple(mend for _, mend in sorted(found, key=lambda pair: -pair[0]))


def _wrong(context: Context, step: str) -> set[str]:
    found = [*drafts(context.whole), *step_drafts(context, step)]
    return {draft.id for draft in found if draft.severity != "note"}
