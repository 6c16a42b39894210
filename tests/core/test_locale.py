"""Numbers and days as the keeper's place writes them: read, printed and typed."""

from __future__ import annotations

import contextlib
import io
import json
import re
from collections.abc import Callable
from datetime import date
from unittest import TestCase

import dateutil.parser
from babel.dates import format_date
from babel.numbers import format_decimal, parse_decimal
from hypothesis import given
from hypothesis import strategies as st
from pypdf import PdfReader

from sabaka_cli.__main__ import main
from sabaka_core import Hive, ParameterError, apply_edit, load_hive
from sabaka_core.base.dates import ordinal, short, short_of_year
from sabaka_core.base.locale import HERE, Locale, Mark, Order, localized, parse_day, parse_day_of_any_year, with_point
from sabaka_core.base.units import parse_length
from sabaka_core.edits.fields import SetField
from sabaka_core.edits.sizing import SizeBox
from sabaka_core.kit.measure import ReadAs
from sabaka_core.paper.booklet import booklet
from sabaka_core.paper.season_card import season_card
from sabaka_core.paper.winter_card import winter_card
from tests.core.support import EXAMPLES, ROOT

SHARED = json.loads((ROOT / "tests" / "fixtures" / "locales.json").read_text("utf-8"))
COMMA, MONTH, YEAR = Locale(","), Locale(order="month"), Locale(order="year")
DAYS = st.dates(date(1900, 1, 1), date(2199, 12, 31))


def localized_day(day: str, locale: Locale) -> str:
    """2026-04-01 or 04-01 as sentences write it."""
    return localized(short_of_year(day) if len(day) == 5 else f"{short(ordinal(day))} {day[:4]}", locale)


def bowline() -> Hive:
    return load_hive((EXAMPLES / "bowline.json").read_bytes())


class Read(TestCase):
    """Property: what the screen is held to as well (web/src/lib/locale.test.ts)."""

    def test_sentences(self) -> None:
        for row in SHARED["sentences"]:
            self.assertEqual(localized(row["plain"], HERE), row["plain"])
            for name, locale in (("comma", COMMA), ("month", MONTH), ("year", YEAR)):
                self.assertEqual(localized(row["plain"], locale), row[name])

    def test_days(self) -> None:
        for row in SHARED["days"]:
            for name, locale in (("day_first", HERE), ("month", MONTH), ("year", YEAR)):
                self.assertEqual(localized_day(row["day"], locale), row[name])

    @given(st.decimals(0, 9999, places=3))
    def test_a_number_by_a_reference_library(self, number: object) -> None:
        """Reference library: babel, with the data of the Unicode CLDR."""
        theirs = format_decimal(number, "0.000", "de_DE")
        self.assertEqual(localized(format_decimal(number, "0.000", "en_GB"), COMMA), theirs)

    @given(DAYS)
    def test_a_day_by_a_reference_library(self, day: date) -> None:
        """Reference library: babel."""
        self.assertEqual(localized(localized_day(day.isoformat(), HERE), MONTH), format_date(day, "MMM d, y", "en_US"))


class Typed(TestCase):
    """Property."""

    @given(st.decimals(0, 5000, places=2))
    def test_a_number_is_read_as_its_place_means_it(self, number: object) -> None:
        """Reference library: babel, which writes marks for thousands too."""
        theirs = format_decimal(number, "#,##0.00", "de_DE")
        self.assertEqual(float(with_point(theirs, COMMA, "x")), float(parse_decimal(theirs, "de_DE")))

    def test_what_could_be_two_numbers_is_asked_for(self) -> None:
        for typed in ("1.180", "12.000", "1.180 mm", "-1.180", "2 ft 1.180"):
            with self.assertRaisesRegex(ParameterError, "1180 or 1,18"):
                with_point(typed, COMMA, "/length_mm")
        with self.assertRaisesRegex(ParameterError, "1180 or 1.18"):
            parse_length("1,180")
        # One way only.
        self.assertEqual(parse_length(with_point("1,180", COMMA, "x")), 1.18)
        self.assertEqual(parse_length(with_point("36.4 cm", COMMA, "x")), 364)
        self.assertEqual(parse_length(with_point("1.180,5 mm", COMMA, "x")), 1180.5)
        self.assertEqual(parse_length(with_point("14 5/16 in", COMMA, "x")), 363.5375)
        self.assertEqual(parse_length("36,4 cm"), 364)
        self.assertEqual(parse_length("0,125"), 0.125)

    @given(DAYS, st.sampled_from(["day", "month", "year"]))
    def test_a_day_as_it_is_shown_is_read_again(self, day: date, order: Order) -> None:
        locale = Locale(order=order)
        self.assertEqual(parse_day(localized_day(day.isoformat(), locale), locale), day.isoformat())
        self.assertEqual(parse_day(day.isoformat(), locale), day.isoformat())
        if (day.month, day.day) != (2, 29):
            short = day.isoformat()[5:]
            self.assertEqual(parse_day_of_any_year(localized_day(short, locale), locale), short)
            self.assertEqual(parse_day_of_any_year(short, locale), short)

    @given(DAYS, st.booleans(), st.sampled_from("./-"))
    def test_a_day_in_numbers_by_a_reference_library(self, day: date, first: bool, between: str) -> None:
        """Reference library: dateutil, told what comes first."""
        numbers = (day.day, day.month) if first else (day.month, day.day)
        typed = between.join(map(str, (*numbers, day.year)))
        theirs = dateutil.parser.parse(typed, dayfirst=first).date()
        self.assertEqual(parse_day(typed, Locale(order="day" if first else "month")), theirs.isoformat())

    def test_days_in_many_hands(self) -> None:
        for typed, locale, meant in (
            ("1. April 2026", HERE, "2026-04-01"),
            ("april 1 2026", HERE, "2026-04-01"),
            ("4/5/2026", HERE, "2026-05-04"),
            ("4/5/2026", MONTH, "2026-04-05"),
            ("13/4/2026", MONTH, "2026-04-13"),
            ("2026/4/5", HERE, "2026-04-05"),
        ):
            self.assertEqual(parse_day(typed, locale), meant)
        for typed, locale, meant in (
            ("20.4.", HERE, "04-20"),
            ("4/20", MONTH, "04-20"),
            ("20/4", MONTH, "04-20"),
            ("5/4", HERE, "04-05"),
            ("5/4", MONTH, "05-04"),
            ("04-05", HERE, "04-05"),
            ("sept 3", HERE, "09-03"),
        ):
            self.assertEqual(parse_day_of_any_year(typed, locale), meant)

    def test_no_day_is_refused_with_an_example_of_the_place(self) -> None:
        for typed in (
            "",
            "soon",
            "31 Apr 2026",
            "1.4.26",
            "2026",
            "1.2.3.2026",
            "29 Feb 2025",
            "²/4/2026",
            "1 Ap 2026",
        ):
            with self.assertRaisesRegex(ParameterError, "Apr 1, 2026", msg=typed):
                parse_day(typed, MONTH, "/season/start_day")
        for typed in ("", "soon", "31.4.", "29 Feb", "2026-04-20", "99-99", "4"):
            with self.assertRaisesRegex(ParameterError, "20 Apr", msg=typed):
                parse_day_of_any_year(typed, HERE, "/bait/first")
        with self.assertRaisesRegex(ParameterError, "out of reach"):
            parse_day("1 Apr 1066", HERE)

    def test_so_they_are_in_their_fields(self) -> None:
        hive = apply_edit(bowline(), SetField(path="/season/start_day", text="5/4/2026", order="month"))
        assert hive.season is not None
        self.assertEqual(hive.season.start_day, "2026-05-04")
        hive = apply_edit(hive, SetField(path="/wintering/first_day", text="3/4", order="day"))
        assert hive.wintering is not None
        self.assertEqual(hive.wintering.first_day, "04-03")
        hive = apply_edit(hive, SetField(path="/lifting/limit_kg", text="12,5", mark=","))
        assert hive.lifting is not None
        self.assertEqual(hive.lifting.limit_kg, 12.5)
        with self.assertRaisesRegex(ParameterError, "1180 or 1,18"):
            apply_edit(hive, SizeBox(by="length", text="1.180", mark=","))
        # A name is no number.
        self.assertEqual(apply_edit(hive, SetField(path="/name", text="No. 1.180", mark=",")).name, "No. 1.180")


class OnPaper(TestCase):
    """Independent reader: pypdf finds no decimal point where a comma was asked for, and no day before its month."""

    def test_papers(self) -> None:
        papers: dict[str, Callable[[Hive, ReadAs], bytes]] = {
            "season": season_card,
            "winter": winter_card,
            "booklet": booklet,
        }
        for name, paper in papers.items():
            reading = ReadAs("mm", Locale(",", "month"))
            pages = PdfReader(io.BytesIO(paper(bowline(), reading))).pages
            text = " ".join(page.extract_text() for page in pages)
            with self.subTest(name):
                self.assertRegex(text, r"\d,\d")
                self.assertIsNone(re.search(r"(?<![\w.])\d+\.\d+ ?(mm|kg|L|°|combs)", text))
                self.assertIsNone(
                    re.search(r"\b\d{1,2} (Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct|Nov|Dec)\b(?!,)", text)
                )

    def test_on_the_command_line(self) -> None:
        marks: tuple[tuple[Mark, str], ...] = ((".", r"\d\.\d kg"), (",", r"\d,\d kg"))
        for mark, wanted in marks:
            out = io.StringIO()
            with contextlib.redirect_stdout(out):
                main(["lift", str(EXAMPLES / "bowline.json"), "--text", "--mark", mark])
            self.assertRegex(out.getvalue(), wanted)
