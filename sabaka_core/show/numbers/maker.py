"""Makers of key numbers: worked out by a formula that is evaluated, or read off the hive as it stands."""

from __future__ import annotations

from typing import TypedDict, Unpack

from sabaka_core.base.quantity import Quantity, Unit, amount
from sabaka_core.base.sources import GEOMETRY, Source
from sabaka_core.kit.metrics import Input, Metric, Working
from sabaka_core.kit.working import computed, given, read_off

# The heading by the first word of a key.
_GROUPS = {"section": "Section", "cavity": "Cavity", "comb": "Comb", "frame": "Frame", "run": "Run", "hive": "Hive"}
HANGING = Source(mark="common practice", note="that combs hang in this curve; the area is geometry")


class MetricWords(TypedDict, total=False):
    """What a number may be told with; without a source it is geometry."""

    source: Source
    gloss: str
    caution: str
    headline: bool


def known(symbol: str, name: str, value: float, unit: Unit, source: Source | None = None) -> Input:
    """One number that goes into a formula."""
    return given(symbol, name, amount(value, unit), source)


def worked(key: str, label: str, unit: Unit, formula: str, *inputs: Input, **words: Unpack[MetricWords]) -> Metric:
    """A number that its formula gives."""
    value, working = computed(formula, *inputs)
    return _metric(key, label, amount(value, unit), working, words)


def read(key: str, label: str, quantity: Quantity, off: str, *inputs: Input, **words: Unpack[MetricWords]) -> Metric:
    """A number that is read off the hive, or that was searched for on it: ``off`` says how."""
    return _metric(key, label, quantity, read_off(off, *inputs), words)


def _metric(key: str, label: str, quantity: Quantity, working: Working, words: MetricWords) -> Metric:
    return Metric(
        key=key,
        value=quantity.value,
        unit=quantity.unit,
        label=label,
        group=_GROUPS[key.split(".")[0]],
        working=working,
        source=words.get("source", GEOMETRY),
        gloss=words.get("gloss", ""),
        caution=words.get("caution", ""),
        headline=words.get("headline", False),
    )
