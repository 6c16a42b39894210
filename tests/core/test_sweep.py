"""For every field of a document there is a control, and every control changes a drawing and a number."""

from __future__ import annotations

import tomllib
from collections.abc import Callable
from unittest import TestCase

from sabaka_core import Hive, SabakaError, apply_edit
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked, Chapter
from sabaka_core.show.shape import DRAWINGS
from sabaka_core.show.study import STUDIES, chapter
from tests.controls import EDIT, Control, controls, fields_of
from tests.core.support import ROOT

STEPS = ("shape", "run", "combs", "building", "lifting", "winter", "season", "moving")
# Where a change is soonest seen.
FIRST = {"moving": "moving", "season": "season", "lifting": "lifting", "building": "building", "wintering": "winter"}
# The system that hears a choice soonest: most are deaf to it.
SYSTEM = {"/choices/law": "tree-cavity"}
# What makes a step say more than at first sight.
_LOOKS = {"shape": tuple(DRAWINGS)}


def exceptions() -> dict[str, dict[str, str]]:
    return tomllib.loads((ROOT / "tests" / "core" / "controls.toml").read_text("utf-8"))


class Controls(TestCase):
    """Property: nothing in a document can be said by hand-written JSON alone, and a control that nothing hears is worth
    nothing. One class, for all controls are found once in each process."""

    def test_every_field_has_a_control_or_a_reason(self) -> None:
        fields, known, reasons = set(fields_of(Hive)), set(controls()), exceptions()["no_control"]
        self.assertEqual(sorted(fields - known - set(reasons)), [], "say it on a screen, or say why not")
        self.assertEqual(sorted(set(reasons) & known), [], "it has a control by now")
        self.assertEqual(sorted(set(reasons) - fields), [], "there is no such field")

    def test_every_control_changes_a_drawing_and_a_number(self) -> None:
        reasons = exceptions()["unheard"]
        for pattern in controls():
            deaf = reasons.get(pattern, "")
            known = {what for what in ("drawing", "number") if f"no {what}" in deaf}
            with self.subTest(pattern):
                heard = _heard(pattern, {"drawing", "number"} - known)
                self.assertTrue(heard is not None, "no other value is taken")
                self.assertEqual(heard, {"drawing", "number"} - known, deaf)

    def test_a_reason_is_given_for_a_control_that_there_is(self) -> None:
        self.assertEqual(sorted(set(exceptions()["unheard"]) - set(controls())), [])


def _heard(pattern: str, wanted: set[str]) -> set[str] | None:
    """Which of drawing and number a control changes, in whatever hive; none where no other value is taken."""
    taken, heard = False, set[str]()
    for control in sorted(controls()[pattern], key=lambda each: each.hive.system != SYSTEM.get(pattern)):
        for edit in control.tries:
            try:
                after = apply_edit(control.hive, EDIT.validate_python(edit), control.box)
            except SabakaError:
                continue
            if after == control.hive:
                continue
            taken = True
            if wanted <= heard:
                return heard
            heard |= _changed(control, after, wanted - heard)
    return heard if taken else None


def _changed(control: Control, after: Hive, wanted: set[str]) -> set[str]:
    heard, new = set[str](), _context(after, control.box)
    if not wanted:
        return heard
    first = FIRST.get(control.pattern.split("/")[1] if "/" in control.pattern else "")
    for step in sorted(STEPS, key=lambda step: step != first):
        for what in sorted(wanted - heard):
            old = _before(control.hive, control.box, step, what)
            try:
                if old is not None and TOLD[what](new, step) != old:
                    heard.add(what)
            except SabakaError:
                # That it can't be worked out any more is no number.
                continue
    return heard


_KEPT: dict[tuple[int, int, str, str], object] = {}


def _before(hive: Hive, box: int, step: str, what: str) -> object:
    """What a step says of a design before the change; none where it says nothing."""
    key = id(hive), box, step, what
    if key not in _KEPT:
        try:
            _KEPT[key] = TOLD[what](_context(hive, box), step)
        except SabakaError:
            _KEPT[key] = None
    return _KEPT[key]


def _context(hive: Hive, box: int) -> Context:
    return Context(hive).on(min(box, len(hive.chambers) - 1))


def _drawn(context: Context, step: str) -> object:
    said = _said(context, step, "drawings")
    return said.drawings, said.charts


def _counted(context: Context, step: str) -> object:
    """Numbers, and what stands in tables and lists of days."""
    said = _said(context, step, "metrics", "tables", "agenda", "findings")
    numbers = {key: (metric.value, metric.unit) for key, metric in said.metrics.items()}
    return numbers, [table.model_dump() for table in said.tables], said.agenda, [f.number for f in said.findings]


def _said(context: Context, step: str, *parts: str) -> Chapter:
    asked = Asked.model_validate({"parts": parts, "wanted": _LOOKS.get(step) if "drawings" in parts else None})
    return chapter(context, STUDIES[step].name, asked)


TOLD: dict[str, Callable[[Context, str], object]] = {"drawing": _drawn, "number": _counted}
