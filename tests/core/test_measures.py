"""Inch mode is inch mode, and millimetres are millimetres: every sentence of every report, page, card and calendar."""

from __future__ import annotations

import contextlib
import io
import json
import re
from collections.abc import Callable, Iterator
from typing import Any
from unittest import TestCase

import icalendar
import pint
from pydantic import BaseModel
from pypdf import PdfReader

from sabaka_cli.__main__ import main
from sabaka_core import Hive, ParameterError, apply_edit, build_report, load_hive
from sabaka_core.base.quantity import Quantity, Text, Unit
from sabaka_core.base.units import parse_mass, parse_temperature
from sabaka_core.edits.fields import SetField
from sabaka_core.hive.reach import within_reach
from sabaka_core.kit.measure import Measure, ReadAs, told, written, written_quantity
from sabaka_core.paper.booklet import booklet
from sabaka_core.paper.calendar import moving_calendar
from sabaka_core.paper.moving_page import moving_page
from sabaka_core.paper.season_card import season_card
from sabaka_core.paper.templates import templates
from sabaka_core.paper.winter_card import winter_card
from tests.core.support import EXAMPLES, ROOT, reported
from tests.core.support import said as study
from tests.mutated import STEPS, examples, validate_hive

SHARED = json.loads((ROOT / "tests" / "fixtures" / "measures.json").read_text("utf-8"))
METRIC = re.compile(
    r"(?<![\w.])(?:mm|cm|cm²|m²|kg|g|L|litres?|(?<=\d )N|°C|millimet\w+|metres?|kilos?|grams?)(?![\w²/])"
)
IMPERIAL = re.compile(
    r"\d\s?(?:in(?! (?:all|a|the|each|it)\b)|lb|lbs|ft|oz|psi|BTU|°F|inch\w*|feet|foot|pounds?)(?![\w])|″|°F"
)
# What isn't read, or is one's own: symbols and formulas, and the models' constants, which stand in SI units as
# published.
NOT_READ = {
    "document",
    "edit",
    "patch",
    "inverse",
    "id",
    "code",
    "codes",
    "path",
    "value",
    "key",
    "layer",
    "unit",
    "kind",
    "formula",
    "symbol",
}
SI_CONSTANTS = "/constants/"


def sentences(node: Any, at: str = "") -> Iterator[tuple[str, str]]:
    """Every sentence of a report with where it stands; a text with its quantities comes whole."""
    if isinstance(node, (Text, Quantity, str)):
        yield at, node
    elif isinstance(node, BaseModel):
        path = getattr(node, "path", "") or ""
        for name in type(node).model_fields:
            if name not in NOT_READ and not (name in ("gloss", "label") and SI_CONSTANTS in path):
                yield from sentences(getattr(node, name), f"{at}/{name}")
    elif isinstance(node, dict):
        for key, value in node.items():
            if key not in NOT_READ:
                yield from sentences(value, f"{at}/{key}")
    elif isinstance(node, list | tuple):
        for value in node:
            yield from sentences(value, at)


def said(words: str | Text | Quantity, measure: Measure) -> str:
    if isinstance(words, Text):
        return written(words, measure)
    return written_quantity(words, measure) if isinstance(words, Quantity) else told(words, measure)


class EveryReport(TestCase):
    """Property."""

    def test_29_no_stray_unit_in_any_report_of_any_example_in_either_measure(self) -> None:
        for raw in examples():
            design = validate_hive(raw)
            reports = [
                report
                for box in range(len(design.chambers))
                for report in (
                    build_report(design, box=box),
                    reported(design, "tables", draw=("slope", "board"), box=box),
                )
            ]
            reports += [step(within_reach(design)) for step in STEPS.values()]
            for report in reports:
                for at, words in sentences(report):
                    # What the keeper named, as a board “25 × 225 planed”, is told as it was typed.
                    inches, metric = said(words, "in"), said(words, "mm")
                    self.assertIsNone(METRIC.search(inches), f"{design.name}{at}: {inches}")
                    # A standard's source is quoted in the standard's own measure.
                    if not at.endswith("/source/note"):
                        self.assertIsNone(IMPERIAL.search(metric), f"{design.name}{at}: {metric}")

    def test_29_nor_on_paper_or_in_the_calendar(self) -> None:
        papers: dict[str, Callable[[Hive, ReadAs], bytes]] = {
            "season": season_card,
            "winter": winter_card,
            "moving": moving_page,
            "booklet": booklet,
            "templates": templates,
        }
        for name in ("bowline", "side-by-side", "tree-cavity"):
            design = load_hive((EXAMPLES / f"{name}.json").read_bytes())
            for what, paper in papers.items():
                with self.subTest(name, paper=what):
                    text = " ".join(
                        page.extract_text() for page in PdfReader(io.BytesIO(paper(design, ReadAs("in")))).pages
                    )
                    self.assertIsNone(METRIC.search(text), text[:3000])
                    if name != "tree-cavity":
                        self.assertRegex(text, r"\d in|\d/\d+ in")
            events = icalendar.Calendar.from_ical(moving_calendar(design, "a", 740000, reading=ReadAs("in"))[0])
            for event in events.walk("VEVENT"):
                self.assertIsNone(METRIC.search(str(event["description"])))

    def test_29_nor_on_the_command_line(self) -> None:
        """A model's constants aside, which the reports of the command line don't show."""
        for name in ("bowline", "granny"):
            file = str(EXAMPLES / f"{name}.json")
            for command in (
                ["check"],
                ["report", "--text"],
                ["season", "--text"],
                ["lift", "--text"],
                ["winter", "--text"],
                ["convert", "--text"],
            ):
                out = io.StringIO()
                with self.subTest(name, command=command[0]), contextlib.redirect_stdout(out):
                    main([command[0], file, "--units", "in", *command[1:]])
                    # Formulas stand as published.
                    lines = [
                        line.split("   ")[0] if command[0] == "report" else line for line in out.getvalue().splitlines()
                    ]
                    said = "\n".join(lines)
                    self.assertIsNone(METRIC.search(said), said[:3000])


class Shared(TestCase):
    """Property: what the screen is held to as well (web/src/lib/format.test.ts)."""

    def test_29_sentences(self) -> None:
        for row in SHARED["sentences"]:
            for measure in ("mm", "in", "in32"):
                self.assertEqual(told(row["mm"], measure), row[measure])

    def test_29_quantities(self) -> None:
        for row in SHARED["quantities"]:
            for measure in ("mm", "in", "in32"):
                quantity = Quantity(value=row["value"], unit=row["unit"])
                self.assertEqual(written_quantity(quantity, measure), row[measure])

    def test_29_factors_by_a_reference_library(self) -> None:
        """Reference library: pint."""
        units = pint.UnitRegistry()
        rows: list[tuple[Unit, str, str, int]] = [
            ("cm2", "cm**2", "inch**2", 1),
            ("m2", "m**2", "foot**2", 1),
            ("L", "liter", "foot**3", 2),
            ("kg", "kg", "pound", 1),
            ("N", "newton", "pound_force", 0),
            ("N/mm2", "newton/mm**2", "psi", 0),
            ("kg/L", "kg/liter", "pound/foot**3", 1),
            ("W/K", "watt/delta_degC", "Btu/hour/delta_degF", 2),
            ("W/m2K", "watt/m**2/delta_degC", "Btu/hour/foot**2/delta_degF", 3),
            ("W/m2", "watt/m**2", "Btu/hour/foot**2", 0),
        ]
        for unit, metric, imperial, digits in rows:
            with self.subTest(unit):
                theirs = (1234.5 * units(metric)).to(imperial).magnitude
                ours = float(written_quantity(Quantity(value=1234.5, unit=unit), "in").split()[0])
                self.assertAlmostEqual(ours, theirs, delta=0.5 * 10**-digits + theirs * 2e-6)


class Typed(TestCase):
    """Property."""

    def test_29_a_mass_and_a_temperature_are_read_in_the_keepers_measure(self) -> None:
        """1 lb is 0.45359237 kg by definition; 212 °F is 100 °C."""
        self.assertAlmostEqual(parse_mass("26", "in"), 26 * 0.45359237)
        self.assertAlmostEqual(parse_mass("26 lb"), 26 * 0.45359237)
        self.assertAlmostEqual(parse_mass("12.5", "mm"), 12.5)
        self.assertAlmostEqual(parse_mass("900 g", "in"), 0.9)
        self.assertAlmostEqual(parse_temperature("212", "in"), 100.0)
        self.assertAlmostEqual(parse_temperature("-5", "mm"), -5.0)
        self.assertAlmostEqual(parse_temperature("7 °C", "in"), 7.0)
        self.assertAlmostEqual(parse_temperature("45F"), 65 / 9)
        for reader, words in (
            (parse_mass, "12 mm"),
            (parse_mass, ""),
            (parse_temperature, "12 kg"),
            (parse_temperature, "warm"),
        ):
            with self.assertRaises(ParameterError):
                reader(words, "mm", "field")

    def test_29_so_they_are_in_their_fields(self) -> None:
        design = load_hive((EXAMPLES / "bowline.json").read_bytes())
        lighter = apply_edit(design, SetField(path="/lifting/limit_kg", text="26", units="in"))
        assert lighter.lifting is not None and lighter.lifting.limit_kg is not None
        self.assertAlmostEqual(lighter.lifting.limit_kg, 11.7934, places=3)
        own = apply_edit(design, SetField(path="/lifting/lid_kg", text=""))
        assert own.lifting is not None
        self.assertIsNone(own.lifting.lid_kg)
        forms = {f.path: f for group in study(lighter, "lifting").forms for f in group.fields}
        self.assertEqual(said(getattr(forms["/lifting/limit_kg"], "quantity"), "in"), "26 lb")  # noqa: B009
