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
    """What a design is, how it looks end to end, and how many things want mending."""

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
    return Told(summary=summary, errors=severities.count("error"), warnings=severities.count("warning"), rod=rod)


@cache
def core_form() -> str:
    """A mark of all that the core is made of: another rule, number or drawing makes another one."""
    root, seen = Path(sabaka_core.__file__).parent, sha256()
    for file in sorted((*root.rglob("*.py"), *root.rglob("*.toml"))):
        seen.update(file.read_bytes())
    return seen.hexdigest()[:40]


def cards_of(owner: User) -> str:
    """A keeper's shelf as JSON, last changed first; cards that aren't there yet are made, and kept."""
    cards = []
    for design in shelf(owner).defer("document", "calendar"):
        kept = design.card if design.card_form == core_form() else ""
        body = kept or _made(design)
        head = {
            "id": str(design.pk),
            "name": design.name,
            "revision": design.head,
            "changed_at": design.changed_at.isoformat(),
        }
        cards.append(f"{json.dumps(head)[:-1]},{body[1:]}")
    return f"[{','.join(cards)}]"


def _made(design: Design) -> str:
    body = told(design).model_dump_json()
    try:
        # Not where it was saved meanwhile: the card would tell of the state before.
        Design.objects.filter(pk=design.pk, head=design.head).update(card=body, card_form=core_form())
    except OperationalError:
        # It can't be kept now, as on a full disk: it is made again the next time.
        return body
    return body
