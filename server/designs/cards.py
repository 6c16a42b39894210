"""What the shelf tells of a design, kept with the design until it is saved anew or the core tells it otherwise."""

from __future__ import annotations

import json
from functools import cache
from hashlib import sha256
from pathlib import Path

from django.contrib.auth.models import User
from django.db import OperationalError
from ninja import Schema

import sabaka_core
from sabaka_core import build_report, validate_hive
from sabaka_core.base import budget
from sabaka_core.base.errors import SabakaError
from sabaka_core.base.quantity import Text
from sabaka_core.kit.chapter import Asked, ReportPart
from sabaka_core.kit.drawing import Drawing
from server.designs.models import Design
from server.designs.selectors import shelf

# What a design’s card on the shelf tells: its rod, and how much is wrong.
_WRONG: tuple[ReportPart, ...] = ("findings", "long")
ON_A_CARD = {
    "shape": Asked(parts=_WRONG),
    "combs": Asked(parts=_WRONG),
    "run": Asked(parts=(*_WRONG, "drawings"), wanted=("rod",)),
}


class Told(Schema):
    """What a design is, how it looks end to end, and how many things want mending.

    One that isn't ``ready`` wasn't looked through yet: the next asking finds it so.
    """

    ready: bool
    summary: Text
    errors: int
    warnings: int
    rod: Drawing | None


def told(design: Design) -> Told:
    """A stored design, looked through. One that can't be reported on still has its card."""
    rod: Drawing | None = None
    try:
        report = build_report(validate_hive(design.document), ON_A_CARD)
        summary, severities = report.summary, [finding.severity for finding in report.findings]
        rod = report.drawings["rod"].model_copy(update={"handles": ()})
    except SabakaError as error:
        summary, severities = Text(template=str(error)), ["error"]
    return Told(
        ready=True, summary=summary, errors=severities.count("error"), warnings=severities.count("warning"), rod=rod
    )


def _unseen(ready: bool, words: str) -> str:
    return Told(ready=ready, summary=Text(template=words), errors=0, warnings=0, rod=None).model_dump_json()


_NOT_YET = _unseen(False, "Not looked through yet.")
_TOO_LARGE = _unseen(True, "Too large to be looked through here: open it.")


@cache
def core_form() -> str:
    """A mark of all that the core is made of: another rule, number or drawing makes another one."""
    root, seen = Path(sabaka_core.__file__).parent, sha256()
    for file in sorted((*root.rglob("*.py"), *root.rglob("*.toml"))):
        seen.update(file.read_bytes())
    return seen.hexdigest()[:40]


def cards_of(owner: User) -> str:
    """A keeper's shelf as JSON, last changed first; cards that aren't there yet are made, and kept.

    As many as an answer may take work for: after an upgrade a long shelf is there at once, and complete after a few.
    """
    cards, made, out_of_work = [], 0, False
    for design in shelf(owner).defer("document", "calendar"):
        body = design.card if design.card_form == core_form() else ""
        if not body and not out_of_work:
            try:
                body, made = _made(design), made + 1
            except budget.OverBudgetError:
                # One that takes all of it by itself would never be ready.
                body, out_of_work = "" if made else _kept(design, _TOO_LARGE), True
        head = {
            "id": str(design.pk),
            "name": design.name,
            "revision": design.head,
            "changed_at": design.changed_at.isoformat(),
        }
        cards.append(f"{json.dumps(head)[:-1]},{(body or _NOT_YET)[1:]}")
    return f"[{','.join(cards)}]"


def _made(design: Design) -> str:
    return _kept(design, told(design).model_dump_json())


def _kept(design: Design, body: str) -> str:
    try:
        # Not where it was saved meanwhile: the card would tell of the state before.
        Design.objects.filter(pk=design.pk, head=design.head).update(card=body, card_form=core_form())
    except OperationalError:
        # It can't be kept now, as on a full disk: it is made again the next time.
        return body
    return body
