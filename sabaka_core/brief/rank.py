"""Ranking the hive systems by a keeper's answers. The rules stand in data/brief.toml."""

from __future__ import annotations

from functools import lru_cache
from typing import get_args

from pydantic import BaseModel, ConfigDict, Field

from sabaka_core.base.quantity import Value
from sabaka_core.brief.answers import Answers, Facts, facts_of
from sabaka_core.document.hive import HiveSystem
from sabaka_core.hive.systems import SYSTEMS, WHAT_IT_IS
from sabaka_core.kit.tables import raw_table


class Question(BaseModel):
    """One question, with its answers as (value, words)."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    id: str
    title: str
    many: bool = False
    options: tuple[tuple[str, str], ...]


class Advice(BaseModel):
    """Speaks for and against systems when every question it names has one of the answers."""

    model_config = ConfigDict(frozen=True, extra="forbid", populate_by_name=True)

    id: str
    when: dict[str, tuple[str, ...]]
    in_favour: dict[HiveSystem, int] = Field(default={}, alias="for")
    why_for: str = ""
    against: dict[HiveSystem, int] = {}
    why_against: str = ""

    def holds(self, facts: Facts) -> bool:
        return all(facts[question] & set(answers) for question, answers in self.when.items())


class BriefTable(BaseModel):
    """All of data/brief.toml."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    question: tuple[Question, ...]
    rule: tuple[Advice, ...]


class Reason(Value):
    """Why a system ranks where it does; ``rule`` is the id in data/brief.toml."""

    rule: str
    points: int
    words: str


class RankedSystem(Value):
    """One system in its place."""

    system: HiveSystem
    label: str
    words: str
    points: int
    reasons: tuple[Reason, ...]


class Turn(Value):
    """An answer that would put another system first."""

    question: str
    answer: str
    title: str
    words: str
    first: HiveSystem
    label: str


class Ranking(Value):
    """Every system, best first, and the answers that would change which one is best."""

    systems: tuple[RankedSystem, ...]
    turns: tuple[Turn, ...]


@lru_cache(maxsize=1)
def brief_table() -> BriefTable:
    """The questions and rules, read once."""
    return BriefTable.model_validate(raw_table("brief"))


def rank(answers: Answers) -> Ranking:
    """The systems ranked by their points; equals stand in the order of the handbook."""
    systems = _ranked(facts_of(answers))
    return Ranking(systems=systems, turns=tuple(_turns(answers, systems[0].system)))


def _ranked(facts: Facts) -> tuple[RankedSystem, ...]:
    holding = [rule for rule in brief_table().rule if rule.holds(facts)]
    ranked: list[RankedSystem] = []
    for system in get_args(HiveSystem):
        reasons = [
            Reason(rule=rule.id, points=points[system], words=why)
            for rule in holding
            for points, why in ((rule.in_favour, rule.why_for), (rule.against, rule.why_against))
            if system in points
        ]
        reasons.sort(key=lambda reason: -abs(reason.points))
        ranked.append(
            RankedSystem(
                system=system,
                label=SYSTEMS[system],
                words=WHAT_IT_IS[system],
                points=sum(reason.points for reason in reasons),
                reasons=tuple(reasons),
            )
        )
    return tuple(sorted(ranked, key=lambda one: -one.points))


def _turns(answers: Answers, first: HiveSystem) -> list[Turn]:
    """Every single answer that, changed alone, puts another system first."""
    turns: list[Turn] = []
    for question in brief_table().question:
        given = getattr(answers, question.id)
        for value, words in question.options:
            if not question.many and value == given:
                continue
            toggled = (
                ()
                if not question.many
                else tuple(v for v in given if v != value)
                if value in given
                else (*given, value)
            )
            other = answers.model_copy(update={question.id: toggled if question.many else value})
            best = _ranked(facts_of(other))[0]
            if best.system != first:
                without = question.many and value in given
                turns.append(
                    Turn(
                        question=question.id,
                        answer=value,
                        title=question.title,
                        words=f"without “{words}”" if without else words,
                        first=best.system,
                        label=best.label,
                    )
                )
    return turns
