"""Rules and what becomes of them.

A rule is one small function that looks at an analysed design and yields drafts. A draft may
propose mends, as changed designs. A mend is offered only when it has been tried: the finding
is gone, and nothing as grave or graver has come in its place.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass, replace
from functools import partial, reduce
from inspect import getdoc
from typing import Any, TypeVar

from pydantic import ValidationError

from sabaka_core.base import budget
from sabaka_core.base.errors import SabakaError
from sabaka_core.base.quantity import Quantity, Text
from sabaka_core.base.sources import Source
from sabaka_core.document.hive import Hive
from sabaka_core.document.load import dump_hive, revalidate
from sabaka_core.edits.action import Edit, Held
from sabaka_core.edits.apply import apply_edit
from sabaka_core.edits.held import touches
from sabaka_core.edits.patches import patch_of
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.context import Context
from sabaka_core.hive.reach import refuse_beyond
from sabaka_core.hive.whole import Whole, whole
from sabaka_core.kit.findings import Finding, Mend, Severity, Spot

# The code of what lies beyond what Sabaka works with (findings/reach.py).
BEYOND = "beyond-reach"
GRAVITY_OF: dict[Severity, int] = {"error": 2, "warning": 1, "note": 0}


@dataclass(frozen=True)
class Proposal:
    """A change that may cure a finding."""

    label: Text
    change: Callable[[], Hive]


def done(context: Context, *edits: Edit) -> Hive:
    """A design after edits in its brood chamber, one after the other."""
    return reduce(lambda hive, edit: apply_edit(hive, edit, context.main.box), edits, context.given)


def doing(context: Context, label: Text, *edits: Edit) -> Proposal:
    """The same as a proposal."""
    return Proposal(label, partial(done, context, *edits))


def no_proposals() -> tuple[Proposal, ...]:
    """For findings that only the keeper can cure."""
    return ()


@dataclass(frozen=True)
class Draft:
    """A finding before its mends are tried.

    ``subject`` tells two of one code apart. Proposals are worked out only when asked for,
    since a trial of a mend runs every rule again.
    """

    code: str
    severity: Severity
    text: Text
    why: str
    place: Spot | None
    number: Quantity
    limit: Text
    source: Source
    subject: str = ""
    school: str = ""
    path: str = ""
    at: int | None = None
    proposals: Callable[[], Iterable[Proposal]] = no_proposals
    step: str = ""
    box: int = 0
    chamber: str = ""

    @property
    def id(self) -> str:
        """Tells findings apart: the code, the chamber where there are several, the subject."""
        return ":".join(part for part in (self.code, self.chamber, self.subject) if part)


T = TypeVar("T")
Chamberwise = Callable[[Analysis], Iterator[Draft]]
Hivewise = Callable[[Whole], Iterator[Draft]]
Studied = Callable[[Context], Iterator[Draft]]


@dataclass(frozen=True)
class Rule:
    """A rule by its code, the step it belongs to, and what it looks at: one of the three.

    ``long`` ones take longer than a rail waits: they are looked at when their step is shown.
    """

    code: str
    step: str
    chamber: Chamberwise | None = None
    hive: Hivewise | None = None
    study: Studied | None = None
    long: bool = False

    @property
    def says(self) -> str:
        """What it looks at, in a sentence."""
        return (getdoc(self.chamber or self.hive or self.study) or "").partition("\n")[0]


RULES: dict[str, Rule] = {}


def _register(found: Rule) -> None:
    assert found.code not in RULES, f"two rules are called {found.code}"
    RULES[found.code] = found


def rule(code: str, step: str) -> Callable[[Chamberwise], Chamberwise]:
    """Register a rule on a chamber under the code its findings carry."""

    def register(function: Chamberwise) -> Chamberwise:
        _register(Rule(code, step, chamber=function))
        return function

    return register


def hive_rule(code: str, step: str) -> Callable[[Hivewise], Hivewise]:
    """Register a rule on the whole hive."""

    def register(function: Hivewise) -> Hivewise:
        _register(Rule(code, step, hive=function))
        return function

    return register


def study_rule(code: str, step: str, long: bool = False) -> Callable[[Studied], Studied]:
    """Register a rule on what a study works out; it is looked at when that study is asked, not on every drag."""

    def register(function: Studied) -> Studied:
        _register(Rule(code, step, study=function, long=long))
        return function

    return register


def all_codes() -> set[str]:
    """The codes of every rule."""
    return set(RULES)


def _said(rule_on: Callable[[T], Iterator[Draft]], what: T) -> Iterator[Draft]:
    """What one rule says; before it is looked whether there is work left for it."""
    budget.look()
    return rule_on(what)


def drafts(hive: Whole) -> list[Draft]:
    """What every rule on chambers and the whole has to say, gravest first; what lies beyond reach before all."""
    found = [
        replace(draft, step=each.step, box=a.box, chamber=a.chamber.id if len(hive.chambers) > 1 else "")
        for a in hive.chambers
        for each in RULES.values()
        if each.chamber is not None
        for draft in _said(each.chamber, a)
    ]
    found += [
        replace(draft, step=each.step)
        for each in RULES.values()
        if each.hive is not None
        for draft in _said(each.hive, hive)
    ]
    return in_order(found)


def quick_drafts(context: Context) -> list[Draft]:
    """The same of a design that is studied; ask :meth:`Context.once` for it."""
    return drafts(context.whole)


# Steps on what a colony does through the year: a bait box hangs for some weeks, and is moved within days of a swarm.
_OF_A_YEAR = frozenset({"season", "winter", "lifting"})


def step_drafts(context: Context, step: str, long: bool = True) -> list[Draft]:
    """What the rules on a step's study have to say, gravest first; none of a year for a bait box, which lives none."""
    if context.hive.bait is not None and step in _OF_A_YEAR:
        return []
    return in_order(
        [
            replace(draft, step=step)
            for each in RULES.values()
            if each.step == step and each.study is not None and (long or not each.long)
            for draft in _said(each.study, context)
        ]
    )


def in_order(found: list[Draft]) -> list[Draft]:
    """Drafts with the gravest first, and what lies beyond reach before all."""
    return sorted(found, key=lambda draft: (draft.code != BEYOND, -GRAVITY_OF[draft.severity]))


def finding_of(draft: Draft, mends: tuple[Mend, ...]) -> Finding:
    """A draft with the mends that were tried."""
    return Finding(
        id=draft.id,
        code=draft.code,
        step=draft.step,
        severity=draft.severity,
        text=draft.text,
        why=draft.why,
        box=draft.box,
        chamber=draft.chamber,
        place=draft.place,
        number=draft.number,
        limit=draft.limit,
        source=draft.source,
        school=draft.school,
        path=draft.path,
        at=draft.at,
        mends=mends,
    )


def tried(
    draft: Draft, hive: Whole, before: list[Draft], look: Callable[[Whole], list[Draft]] = drafts, held: Held = ()
) -> tuple[Mend, ...]:
    """A draft's proposals that cure it and make nothing as grave, as far as ``look`` sees.

    Those that leave alone what is held come first, each in the order of its rule: the least change first.
    """
    mends: list[Mend] = []
    document: dict[str, Any] | None = None
    for proposal in draft.proposals():
        try:
            changed = proposal.change()
            refuse_beyond(changed, hive.given)
            after = look(whole(changed))
        except (SabakaError, ValidationError):
            # It leads beyond what a hive can be: not possible, so not offered.
            continue
        if cures(draft, before, after):
            document = document or dump_hive(hive.given)
            after_it = dump_hive(changed)
            if _can_be(after_it):
                mends.append(Mend(label=proposal.label, patch=patch_of(document, after_it)))
    return tuple(sorted(mends, key=lambda mend: touches(mend.patch, held)))


def _can_be(document: dict[str, Any]) -> bool:
    """Whether the document takes it: a change is put together from parts, and only here looked at whole."""
    try:
        revalidate(document)
    except SabakaError:
        return False
    return True


def cures(draft: Draft, before: list[Draft], after: list[Draft]) -> bool:
    """Whether there is one finding fewer of its code, and nothing as grave or graver is new.

    Codes are counted, not ids, for a subject's number may shift when an item goes.
    """
    known = {old.id: GRAVITY_OF[old.severity] for old in before}
    if _times(draft.code, after) >= _times(draft.code, before):
        return False
    return not any(
        GRAVITY_OF[new.severity] > known.get(new.id, -1) and GRAVITY_OF[new.severity] >= GRAVITY_OF[draft.severity]
        for new in after
    )


def _times(code: str, found: list[Draft]) -> int:
    return sum(draft.code == code for draft in found)


def on(drawing: str, x_mm: float, y_mm: float) -> Spot:
    """A place on a drawing [mm]."""
    return Spot(drawing=drawing, x_mm=x_mm, y_mm=y_mm)
