"""What the rules find in a design: the one way in, for every reader."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable
from functools import partial

from sabaka_core.edits.action import Held
from sabaka_core.findings.overlaps import holds
from sabaka_core.findings.registry import (
    BEYOND,
    GRAVITY_OF,
    RULES,
    Draft,
    all_codes,
    drafts,
    finding_of,
    in_order,
    quick_drafts,
    step_drafts,
    tried,
)
from sabaka_core.hive.context import Context
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.findings import Finding

# So many findings of one long rule have their mends tried at once: each try makes all parts of the hive anew.
MENDED_AT_ONCE = 4
# The steps whose findings are quick: those of the chambers and the whole.
BENCH = ("shape", "combs", "run")


def find(context: Context, mends: bool = True, held: Held = (), long: bool = True) -> tuple[Finding, ...]:
    """All findings of the chambers and the whole, gravest first; parts that lie in each other with ``long``."""
    return gravest_first(each for step in BENCH for each in find_in(context, step, mends, held, long))


def errors_in(context: Context) -> int:
    """How many errors the chambers and the whole have, parts that lie in each other included."""
    return sum(finding.severity == "error" for finding in find(context, mends=False))


def find_in(context: Context, step: str, mends: bool = True, held: Held = (), long: bool = True) -> tuple[Finding, ...]:
    """Findings of a step, gravest first, with their tried mends if wanted; those that alter what is held come last.

    A mend is tried by all quick rules, one of a study's finding by those of the study as well; its long ones try only
    mends of long ones. With ``long`` no mend of a quick rule makes parts lie in each other either. Of the findings of
    one long rule the first few have mends: the others get theirs when those are mended.
    """
    quick = context.once(quick_drafts)
    mine, slow = [draft for draft in quick if draft.step == step], step_drafts(context, step, long)
    if not mends:
        return tuple(finding_of(draft, ()) for draft in in_order([*mine, *slow]))
    # While something lies beyond reach, all else speaks of what it is taken for: only that is mended first.
    mended = {BEYOND} if context.whole.beyond else all_codes()
    found = [finding_of(d, tried(d, context.whole, quick, held=held) if d.code in mended else ()) for d in mine]
    if long:
        found = [_holding(context, each) for each in found]
    before, times = [*quick, *slow], Counter[str]()
    for draft in slow:
        long_one = RULES[draft.code].long
        times[draft.code] += 1
        if long_one and times[draft.code] > MENDED_AT_ONCE:
            found.append(finding_of(draft, ()))
            continue
        look = partial(_look, step=step, long=long_one)
        found.append(finding_of(draft, tried(draft, context.whole, before, look, held)))
    return gravest_first(found)


def _look(changed: Whole, step: str, long: bool) -> list[Draft]:
    return [*drafts(changed), *step_drafts(Context(changed.given), step, long)]


def gravest_first(found: Iterable[Finding]) -> tuple[Finding, ...]:
    """Findings as they are read: what lies beyond reach before all, then the gravest."""
    return tuple(sorted(found, key=lambda each: (each.code != BEYOND, -GRAVITY_OF[each.severity])))


def _holding(context: Context, finding: Finding) -> Finding:
    """A finding with those of its mends that put no parts in each other."""
    kept = tuple(mend for mend in finding.mends if holds(context.given, mend.patch))
    return finding if len(kept) == len(finding.mends) else finding.model_copy(update={"mends": kept})
