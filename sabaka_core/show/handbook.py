"""The handbook: pages for keepers out of the same tables, forms and workings that everything else is made from.

A page is sections of sentences and tables; who shows them writes amounts in the keeper's measure and locale.
"""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator, Mapping

from pydantic import BaseModel, ConfigDict

from sabaka_core.base.quantity import Value
from sabaka_core.document.hive import Hive
from sabaka_core.findings.registry import RULES
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked
from sabaka_core.kit.forms import ChoiceField, FormField, RowField
from sabaka_core.kit.metrics import Metric
from sabaka_core.kit.tables import Row, practice, records, table
from sabaka_core.season.model import additions
from sabaka_core.show.study import STUDIES, chapter

CALLED = {
    "shape": "Shape",
    "combs": "Combs",
    "run": "Run",
    "season": "Season",
    "moving": "Moving in",
    "lifting": "Lifting",
    "winter": "Winter",
    "building": "Building",
    "years": "Good years and poor ones",
    "compare": "Another size, or another hive",
    "follows": "What follows from a change",
}
# Tables of values, in the order in which a hive is thought through.
VALUES = {
    "practice": "What the rules use",
    "season": "The season’s model",
    "spread": "How years and queens differ",
    "winter": "The winter’s model",
    "lifting": "Lifting",
    "moving": "Moving in",
    "building": "Hours and prices",
    "yard": "The yard book",
    "health": "Mites by season",
    "learning": "What is learned of a colony",
    "sizes": "Bounds of what can be typed",
}
_FIGURES = 4
_UNITS = {"deg": "°"}


class Word(BaseModel):
    """A word of the trade: other forms it is met in, and what it means here."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    name: str
    also: tuple[str, ...]
    says: str


class PagePart(Value):
    """A part of a page: sentences, then a table with as many cells in each row as it has heads."""

    title: str
    words: tuple[str, ...] = ()
    heads: tuple[str, ...] = ()
    rows: tuple[tuple[str, ...], ...] = ()


class Page(Value):
    """A page of the handbook."""

    id: str
    title: str
    lead: str
    parts: tuple[PagePart, ...]


class Change(BaseModel):
    """What is new for keepers since a day."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    day: str
    says: str


def words() -> dict[str, Word]:
    """The glossary, by each word's key, with the numbers of the table that the rules use."""

    def filled(word: Word) -> Word:
        says = re.sub(r"\{(\w+)\}", lambda found: _amount_of(practice(found[1])), word.says)
        return word.model_copy(update={"says": says})

    return {key: filled(word) for key, word in records("words", Word).items()}


def changes() -> tuple[Change, ...]:
    """What is new, the newest first."""
    return tuple(sorted(records("news", Change).values(), key=lambda change: change.day, reverse=True))


def numbers_of(designs: Iterable[Hive]) -> dict[str, dict[str, Metric]]:
    """Every number that is said of these designs, by study and key."""
    said: dict[str, dict[str, Metric]] = {}
    for design in designs:
        context = Context(design)
        for step in STUDIES:
            said[step] = chapter(context, step, Asked(parts=("metrics",))).metrics | said.get(step, {})
    return said


def pages(designs: Iterable[Hive], numbers: Mapping[str, Mapping[str, Metric]]) -> tuple[Page, ...]:
    """The handbook's pages: from these designs' forms, and from their numbers."""
    return (
        Page(
            id="numbers",
            title="How each number is found",
            lead="Computed by its formula, simulated by a model or a search, or read off what was set or drawn. On the "
            "bench, “how?” beside a number shows what went into it.",
            parts=tuple(_numbers(numbers)),
        ),
        Page(
            id="schools",
            title="Where keepers disagree",
            lead="Choices that good keepers make differently, with the reason for each. Sabaka takes yours.",
            parts=tuple(_schools(designs)),
        ),
        Page(
            id="looked-at",
            title="What is looked at",
            lead="Every rule, by the step at which it speaks. All are tried on each change that is offered as a mend.",
            parts=tuple(_rules()),
        ),
        Page(
            id="values",
            title="Values and where they come from",
            lead="Every value of the trade that the rules and models use. “From memory” was not looked up: check "
            "before you rely on it. Local law, your association and your own measure come first.",
            parts=(*_values(), _added()),
        ),
    )


def _numbers(numbers: Mapping[str, Mapping[str, Metric]]) -> Iterator[PagePart]:
    for step, metrics in numbers.items():
        if metrics:
            rows = tuple(_number(metric) for metric in metrics.values())
            yield PagePart(title=CALLED[step], heads=("number", "found by", "how", "source"), rows=rows)


def _number(metric: Metric) -> tuple[str, ...]:
    assert metric.working is not None, metric.key
    return metric.label, metric.working.kind, metric.working.formula, metric.source.mark


def _schools(designs: Iterable[Hive]) -> Iterator[PagePart]:
    found: dict[str, dict[str, tuple[tuple[str, ...], ...]]] = {}
    for design in designs:
        context = Context(design)
        for step in STUDIES:
            for group in chapter(context, step, Asked(parts=("forms",))).forms:
                for choice in _choices(group.fields):
                    reasons = tuple((option.label, option.why) for option in choice.options if option.why)
                    if len(reasons) > 1:
                        found.setdefault(step, {}).setdefault(choice.label, reasons)
    for step, choices in found.items():
        for label, rows in choices.items():
            yield PagePart(title=f"{CALLED[step]}: {label}", heads=("choice", "why"), rows=rows)


def _choices(fields: Iterable[FormField]) -> Iterator[ChoiceField]:
    for field in fields:
        if isinstance(field, ChoiceField):
            yield field
        elif isinstance(field, RowField):
            yield from _choices(field.fields)


def _rules() -> Iterator[PagePart]:
    for step in dict.fromkeys(rule.step for rule in RULES.values()):
        said = tuple(dict.fromkeys(rule.says for rule in RULES.values() if rule.step == step))
        yield PagePart(title=CALLED[step], words=said)


def _values() -> Iterator[PagePart]:
    for name, title in VALUES.items():
        rows = tuple(_value(key, row) for key, row in table(name).items())
        yield PagePart(title=title, heads=("what", "value", "source", "why"), rows=rows)


def _value(key: str, row: Row) -> tuple[str, ...]:
    source = f"{row.mark}; {row.note}" if row.note else row.mark
    return row.what or key.replace("_", " ").replace("-", " "), _amount_of(row), source, row.why


def _amount_of(row: Row) -> str:
    """A row's value, its limits, its unit: 15 (10 to 20) mm."""
    parts = [_figure(row.value)] if row.value is not None else []
    if row.low is not None or row.high is not None:
        least, most = (_figure(each) if each is not None else "…" for each in (row.low, row.high))
        parts.append(f"({least} to {most})" if parts else f"{least} to {most}")
    return f"{' '.join(parts)} {_UNITS.get(row.unit, row.unit)}".strip()


def _figure(value: float) -> str:
    number = f"{value:.{_FIGURES}g}"
    return (f"{value:.0f}" if "e+" in number else number).replace("-", "−")


def _added() -> PagePart:
    rows = tuple((row.name, row.mark, row.why) for row in additions().values())
    return PagePart(title="Added to the published equations of the season", heads=("what", "source", "why"), rows=rows)
