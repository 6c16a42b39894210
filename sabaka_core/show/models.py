"""The report of one design, as it is handed out."""

from __future__ import annotations

from sabaka_core.base.quantity import Text, Value
from sabaka_core.findings import gravest_first
from sabaka_core.kit.chapter import Chapter, Table
from sabaka_core.kit.chart import Chart
from sabaka_core.kit.drawing import Drawing
from sabaka_core.kit.findings import Finding
from sabaka_core.kit.forms import FieldGroup
from sabaka_core.kit.metrics import Metric


class ChamberName(Value):
    """One chamber of the hive, to choose which one lies on the bench; its run small, where there are several."""

    box: int
    name: str
    role: str
    text: Text
    rod: Drawing | None = None


class Report(Value):
    """What the core says of one design, one of its chambers on the bench: a chapter of each study that was asked."""

    system: str
    name: str
    summary: Text
    box: int
    chambers: tuple[ChamberName, ...]
    chapters: dict[str, Chapter]

    @property
    def metrics(self) -> dict[str, Metric]:
        """Every number that was asked for, by its key."""
        return {key: metric for said in self.chapters.values() for key, metric in said.metrics.items()}

    @property
    def findings(self) -> tuple[Finding, ...]:
        """Every finding, gravest first."""
        return gravest_first(finding for said in self.chapters.values() for finding in said.findings)

    @property
    def drawings(self) -> dict[str, Drawing]:
        """Every drawing by its name."""
        return {name: drawing for said in self.chapters.values() for name, drawing in said.drawings.items()}

    @property
    def charts(self) -> dict[str, Chart]:
        """Every chart by its name."""
        return {name: chart for said in self.chapters.values() for name, chart in said.charts.items()}

    @property
    def forms(self) -> tuple[FieldGroup, ...]:
        """All that can be set."""
        return tuple(group for said in self.chapters.values() for group in said.forms)

    @property
    def tables(self) -> dict[str, Table]:
        """Every table by its key."""
        return {table.key: table for said in self.chapters.values() for table in said.tables}
