"""A study: one step’s questions of a hive, answered in one shape. A subclass that names itself registers itself."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import ClassVar

from sabaka_core.base.errors import ParameterError
from sabaka_core.base.quantity import Text, Unit
from sabaka_core.base.sources import Source
from sabaka_core.edits.action import Held
from sabaka_core.findings import find_in
from sabaka_core.findings.found import BENCH
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import ALL_PARTS, Asked, Chapter, Moments, Occasion, Paper, ReportPart, Table
from sabaka_core.kit.chart import Chart
from sabaka_core.kit.drawing import Drawing
from sabaka_core.kit.findings import Finding, Mend
from sabaka_core.kit.forms import FieldGroup
from sabaka_core.kit.metrics import Metric, Working


class Study:
    """What a step says; a step gives what it has, and only what was asked for is made.

    ``asked.shown`` is the moment that is shown, of those that :meth:`moments` names; ``momentary`` are the tables and
    drawings that another one changes.
    """

    name: ClassVar[str]
    momentary: ClassVar[frozenset[str]] = frozenset()
    agenda_title: ClassVar[str] = ""
    # Parts that take long: they are made only when they are asked for by name, and best as a job.
    long: ClassVar[frozenset[ReportPart]] = frozenset()
    papers: ClassVar[tuple[Paper, ...]] = ()
    cautions: ClassVar[tuple[str, ...]] = ()

    def __init_subclass__(cls) -> None:
        assert cls.name not in STUDIES, f"two studies are called {cls.name}"
        STUDIES[cls.name] = cls()

    def lead(self, context: Context) -> Text:
        """One sentence under the heading."""
        raise NotImplementedError

    def metrics(self, context: Context) -> Iterable[Metric]:
        """Numbers, the key ones marked as such."""
        return ()

    def key_numbers(self, context: Context) -> Iterable[Metric]:
        """The key ones alone, for what is answered with each keystroke."""
        return (each for each in self.metrics(context) if each.headline)

    def tables(self, context: Context, asked: Asked) -> Iterable[Table]:
        """Tables that are asked for."""
        return ()

    def views(self, context: Context) -> tuple[str, ...]:
        """Drawings that can be asked for by name."""
        return ()

    def shown(self, context: Context, asked: Asked) -> str:
        """What of many is shown, where there are many."""
        return ""

    def drawings(self, context: Context, asked: Asked) -> Iterable[Drawing]:
        """Drawings that are asked for."""
        return ()

    def charts(self, context: Context, asked: Asked) -> Iterable[Chart]:
        """Charts that are asked for."""
        return ()

    def agenda(self, context: Context) -> Iterable[Occasion]:
        """What is done on which day, or in which order."""
        return ()

    def helps(self, context: Context) -> tuple[Mend, ...]:
        """Changes that would help, tried, the best first."""
        return ()

    def tried(self, context: Context) -> Text | None:
        """What was searched for that."""
        return None

    def forms(self, context: Context, asked: Asked) -> tuple[FieldGroup, ...]:
        """What can be set, group by group."""
        return ()

    def moments(self, context: Context, at: int | None) -> Moments | None:
        """What can be gone through, and which of it is shown when ``at`` is asked for."""
        return None

    def notes(self, context: Context) -> Iterable[str]:
        """What was assumed."""
        return ()


STUDIES: dict[str, Study] = {}


class Numbers:
    """Makes a study's key numbers, from what :mod:`sabaka_core.kit.working` gives.

    Args:
        study: whose; keys begin with it.
        source: where its numbers come from when nothing else is said.
    """

    def __init__(self, study: str, source: Source) -> None:
        self._study, self._source = study, source

    def __call__(
        self,
        key: str,
        label: str,
        group: str,
        unit: Unit,
        found: tuple[float, Working],
        source: Source | None = None,
        gloss: str = "",
    ) -> Metric:
        value, working = found
        return Metric(
            key=f"{self._study}.{key}",
            value=value,
            unit=unit,
            label=label,
            group=group,
            working=working,
            source=source or self._source,
            gloss=gloss,
            headline=True,
        )


def chapter(context: Context, name: str, asked: Asked | None = None, held: Held = ()) -> Chapter:
    """What one study says of a design.

    Args:
        name: which study.
        asked: which parts, and which moment is shown; all of it when not said.
        held: JSON pointers of what the keeper said last, which mends leave alone where they can.
    Raises:
        ParameterError: a setting can't be used; the field is named.
    """
    study, asked = STUDIES[name], asked or Asked()
    moments = study.moments(context, asked.at)
    asked = asked.model_copy(update={"at": moments.at if moments else None})
    asked = asked.model_copy(update={"of": study.shown(context, asked)})
    parts = set(asked.parts) - (study.long if asked.parts == ALL_PARTS else set())
    if "moment" in parts:
        changed = study.momentary
        return Chapter(
            study=name,
            lead=study.lead(context),
            tables=tuple(each for each in study.tables(context, asked) if each.key in changed),
            drawings={each.name: each for each in study.drawings(context, asked) if each.name in changed},
            moments=moments,
        )
    return Chapter(
        study=name,
        lead=study.lead(context),
        metrics=_metrics(study, context, "metrics" in parts) if parts & {"metrics", "numbers"} else {},
        values={each.key: each.value for each in study.key_numbers(context)} if "values" in parts else {},
        findings=find_in(context, name, "mends" in parts, held, "long" in parts)
        if parts & {"findings", "mends"}
        else (),
        helps=study.helps(context) if "helps" in parts else (),
        tried=study.tried(context) if "helps" in parts else None,
        tables=tuple(study.tables(context, asked)) if "tables" in parts else (),
        agenda_title=study.agenda_title,
        agenda=tuple(study.agenda(context)) if "agenda" in parts else (),
        views=study.views(context),
        of=asked.of,
        drawings={each.name: each for each in study.drawings(context, asked)} if "drawings" in parts else {},
        charts={each.name: each for each in study.charts(context, asked)} if "drawings" in parts else {},
        forms=study.forms(context, asked) if "forms" in parts else (),
        moments=moments,
        papers=study.papers,
        notes=tuple(study.notes(context)),
        cautions=study.cautions,
    )


def _metrics(study: Study, context: Context, worked: bool) -> dict[str, Metric]:
    if worked:
        return {each.key: each for each in study.metrics(context)}
    return {each.key: each.model_copy(update={"working": None}) for each in study.key_numbers(context)}


def chapters(context: Context, asked: Mapping[str, Asked], held: Held = ()) -> dict[str, Chapter]:
    """What several studies say; what they share is worked out once.

    Raises:
        ParameterError: there is no such study, or a setting can’t be used; the field is named.
    """
    unknown = sorted(asked.keys() - STUDIES.keys())
    if unknown:
        raise ParameterError("asked", unknown[0], "There is no such study.", "no-such-study")
    return {name: chapter(context, name, each, held) for name, each in asked.items()}


def every_finding(context: Context, mends: bool = True, held: Held = ()) -> tuple[Finding, ...]:
    """All findings of a design: of its chambers, its parts and every study, those of a step together."""
    steps = (*BENCH, *(name for name in STUDIES if name not in BENCH))
    return tuple(each for name in steps for each in find_in(context, name, mends, held))
