"""Tables that keepers bring: weather of a real year, boards on hand. Regression tests, and pandas-free hand checks."""

from __future__ import annotations

import calendar
import contextlib
import csv
import hashlib
import io
import json
import math
import struct
import tempfile
import zipfile
import zlib
from dataclasses import replace
from datetime import date, timedelta
from pathlib import Path
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from sabaka_cli.__main__ import main
from sabaka_core import Hive, ParameterError, apply_edit, hive_text
from sabaka_core.document.load import parse_json
from sabaka_core.edits.fields import SetField
from sabaka_core.kit.brought import decoded
from sabaka_core.season.daily import DailyWeather, read_daily
from sabaka_core.season.edits import UseWeather
from sabaka_core.season.packed import archive_of, opened_file, pack, rounded, sha_of, table_of, unpack
from sabaka_core.season.weather import by_days
from sabaka_core.woodwork.edits import SetStock
from sabaka_core.woodwork.stock import read_stock
from tests.core.support import EXAMPLES, hive, sound
from tests.core.support import said as study


def a_year(first: date = date(2023, 1, 1), days: int = 365) -> list[tuple[str, float, float]]:
    """Least and greatest temperatures of so many days, a plain wave."""
    found = []
    for n in range(days):
        middle = 9.0 - 8.0 * math.cos(2 * math.pi * (n - 15) / 365)
        found.append(((first + timedelta(n)).isoformat(), round(middle - 4, 1), round(middle + 5, 1)))
    return found


def table(rows: list[tuple[str, float, float]], heading: str = "date,tmin,tmax,rain", mark: str = ",") -> str:
    lines = [heading] + [mark.join([day, str(low), str(high), "0.4"]) for day, low, high in rows]
    return "\n".join(lines)


def by_table(text: str, name: str = "") -> Hive:
    """A design planned by a table of days, in the way that a keeper's screen does it: brought, then named."""
    days = read_daily(text)
    return apply_edit(
        hive(sound()), UseWeather(name=name, sha=sha_of(rounded(days))), days={sha_of(rounded(days)): days}
    )


def by_hand(rows: list[tuple[str, float, float]]) -> list[float]:
    """Hand: the mean of the means of each month's days."""
    months: dict[int, list[float]] = {m: [] for m in range(1, 13)}
    for day, low, high in rows:
        months[int(day[5:7])].append((low + high) / 2)
    return [sum(v) / len(v) for v in months.values()]


class Weather(TestCase):
    """Hand."""

    def test_30_a_real_year_is_taken(self) -> None:
        """366 lines and 8,000 characters were once refused by a limit of 4,000: the whole feature didn't work."""
        rows = a_year(date(2024, 1, 1), 366)
        text = table(rows)
        self.assertGreater(len(text), 8_000)
        sent = parse_json(json.dumps({"table": text}))
        design = by_table(sent["table"])
        assert design.season is not None
        for said, mean in zip(design.season.monthly_c, by_hand(rows), strict=True):
            self.assertAlmostEqual(said, mean, delta=0.006)

    def test_30_twenty_years_are_and_more_are_not(self) -> None:
        rows = a_year(date(2000, 1, 1), 20 * 365 + 5)
        self.assertEqual(len(read_daily(table(rows)).mean_c), len(rows))
        with self.assertRaisesRegex(ParameterError, "twenty years"):
            read_daily(table(a_year(date(1990, 1, 1), 21 * 365 + 10)))

    def test_30_usual_names_separators_and_units(self) -> None:
        rows = a_year()
        plain = read_daily(table(rows)).mean_c
        for heading, mark in (
            ("date,tmin,tmax,precipitation", ","),
            ("DATE;temp_min;temp_max;rain", ";"),
            ("day\tleast\tgreatest\train", "\t"),
            ("date,TMIN (°C),TMAX (°C),PRCP (mm)", ","),
        ):
            with self.subTest(heading):
                self.assertEqual(read_daily(table(rows, heading, mark)).mean_c, plain)

    def test_30_a_decimal_comma(self) -> None:
        rows = a_year()
        text = table(rows, "date;tmin;tmax;rain", ";").replace(".", ",")
        self.assertEqual(read_daily(text).mean_c, read_daily(table(rows)).mean_c)

    def test_30_fahrenheit_by_the_heading_or_asked_for(self) -> None:
        rows = a_year()
        warm = [(day, round(low * 1.8 + 32, 4), round(high * 1.8 + 32, 4)) for day, low, high in rows]
        celsius = read_daily(table(rows)).monthly_c()
        for found in (
            read_daily(table(warm, "date,tmin_f,tmax_f,rain")),
            read_daily(table(warm, "date,TMIN (°F),TMAX (°F),rain")),
            read_daily(table(warm), fahrenheit=True),
        ):
            for one, other in zip(found.monthly_c(), celsius, strict=True):
                self.assertAlmostEqual(one, other, places=2)

    def test_30_day_first_dates_only_when_asked(self) -> None:
        rows = [(f"{day[8:]}/{day[5:7]}/{day[:4]}", low, high) for day, low, high in a_year()]
        with self.assertRaisesRegex(ParameterError, "could mean two days"):
            read_daily(table(rows))
        self.assertEqual(read_daily(table(rows), day_first=True).mean_c, read_daily(table(a_year())).mean_c)

    @given(st.sets(st.integers(1, 363), max_size=12), st.sampled_from(["", "NA", "-99", "-999", "9999", "nan"]))
    def test_30_gaps_are_filled_and_counted(self, missing: set[int], marker: str) -> None:
        """Property: a day between two known ones lies on the line between them; every other stays as it was."""
        rows = a_year()
        text = "date,tmin,tmax\n" + "\n".join(
            f"{day},{marker},{marker}" if n in missing else f"{day},{low},{high}"
            for n, (day, low, high) in enumerate(rows)
        )
        whole = read_daily(table(rows))
        found = read_daily(text)
        self.assertEqual((found.filled, len(found.mean_c)), (len(missing), 365))
        for n, (one, other) in enumerate(zip(found.mean_c, whole.mean_c, strict=True)):
            self.assertAlmostEqual(one, other, delta=1.5 if n in missing else 1e-9)

    def test_30_left_out_days_are_gaps_too_and_long_ones_are_said(self) -> None:
        rows = a_year()
        self.assertEqual(read_daily(table(rows[:40] + rows[50:])).filled, 10)
        with self.assertRaisesRegex(ParameterError, "60 days are missing after 2023-02-09"):
            read_daily(table(rows[:40] + rows[100:]))

    def test_30_what_cannot_be_is_an_error_with_its_line(self) -> None:
        for line, words in (
            ("2023-01-02,9,3,0", "Line 3: the least temperature is over the greatest"),
            ("2023-01-01,1,3,0", "Line 3: this day stands in the table twice"),
            ("2023-01-02,warm,3,0", "Line 3: “warm” is no number"),
            ("2023-01-02,100,300,0", "no weather for bees"),
            ("20230102,1,3,0", "write it as 2026-04-01"),
            ("2023-W01-2,1,3,0", "write it as 2026-04-01"),
        ):
            with self.subTest(line), self.assertRaisesRegex(ParameterError, words):
                read_daily(f"date,tmin,tmax,rain\n2023-01-01,1,3,0\n{line}\n")

    def test_30_reachable_from_the_command_line(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "weather.csv"
            file.write_text(table(a_year()), "utf-8")
            for verb in ("season", "winter"):
                out = io.StringIO()
                with contextlib.redirect_stdout(out):
                    self.assertEqual(main([verb, str(EXAMPLES / "bowline.json"), "--weather", str(file)]), 0)
                with self.subTest(verb):
                    self.assertTrue(json.loads(out.getvalue()))
            season = io.StringIO()
            with contextlib.redirect_stdout(season):
                main(["season", str(EXAMPLES / "bowline.json"), "--weather", str(file)])
            lead = json.loads(season.getvalue())["lead"]["template"]
            self.assertTrue(lead.startswith(f"{file.name}: 365 days, 2023-01-01 to 2023-12-31; "), lead)

    def test_30_the_days_and_what_was_filled_are_said_till_a_mean_is_typed(self) -> None:
        rows = a_year()
        design = by_table(table(rows[:40] + rows[50:]))
        said = "365 days, 2023-01-01 to 2023-12-31, 10 of them filled"
        self.assertIn(said, study(design, "season").lead.template)
        self.assertIn(said, study(design, "winter").lead.template)
        typed = apply_edit(design, SetField(path="/season/monthly_c/0", text="3"))
        self.assertTrue(study(typed, "season").lead.template.startswith("Your own monthly means;"))

    def test_30_months_are_as_long_as_they_are(self) -> None:
        self.assertEqual(sum(calendar.monthrange(2024, m)[1] for m in range(1, 13)), 366)
        self.assertEqual(len(read_daily(table(a_year(date(2024, 1, 1), 366))).mean_c), 366)


class Stock(TestCase):
    """Hand."""

    def test_31_the_shipped_table_in_semicolons_and_decimal_commas(self) -> None:
        boards = read_stock(decoded((EXAMPLES / "stock.csv").read_bytes()))
        self.assertEqual([(b.label, b.width_mm, b.count) for b in boards][1], ("old shelf, oiled", 355.6, 2))
        self.assertEqual([b.thickness_mm for b in boards], [22.0, 19.5, 38.0, 6.5])
        design = apply_edit(hive(sound()), SetStock(table=decoded((EXAMPLES / "stock.csv").read_bytes())))
        self.assertEqual(len(design.boards), 4)

    def test_31_latin_1_and_byte_order_marks(self) -> None:
        text = "label;length_mm;width_mm;thickness_mm\nbödenbrett;2400;200;22"
        for coding in ("latin-1", "utf-8", "utf-8-sig", "cp1252"):
            with self.subTest(coding):
                self.assertEqual(read_stock(decoded(text.encode(coding)))[0].label, "bödenbrett")

    def test_31_taken_or_refused_with_the_line_never_a_traceback(self) -> None:
        head = "label,length_mm,width_mm,thickness_mm,count\n"
        for row, words in (
            ("a,2400,200", "Line 2 can’t be used: a number is missing"),
            ("a,2400,wide,22,1", "“wide” is no number"),
            ("a,2400,200,22,1.5", "whole number"),
            ("a,2.400,1.200.5,22,1", "“1.200.5” is no number"),
            ("a,-5,200,22,1", "more than 0"),
            ('"a,2400,200,22,1', "Line 2"),
            ("a,1e400,200,22,1", "is no number"),
        ):
            with self.subTest(row), self.assertRaisesRegex(ParameterError, words):
                read_stock(head + row)
        with self.assertRaisesRegex(ParameterError, "needs a column thickness_mm"):
            read_stock("label,length_mm,width_mm\na,1,2")

    def test_31_other_headings_and_tabs(self) -> None:
        boards = read_stock("Name\tLong\tWide\tThick\tPieces\nplank\t2400\t200\t22,5\t3\n")
        self.assertEqual((boards[0].label, boards[0].thickness_mm, boards[0].count), ("plank", 22.5, 3))

    def test_31_from_the_command_line(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            stock = Path(folder) / "stock.csv"
            stock.write_bytes("label;length_mm;width_mm;thickness_mm\nb\xf6den;2400;200;22".encode("latin-1"))
            with contextlib.redirect_stdout(io.StringIO()):
                code = main(["build", str(EXAMPLES / "sloped-top-bar.json"), "--stock", str(stock), "--out", folder])
            self.assertEqual(code, 0)


class Packed(TestCase):
    """Hand: days as a thing of their own: packed, known by their hash, carried by an archive."""

    def days(self) -> DailyWeather:
        return rounded(read_daily(table(a_year())))

    def test_30_they_are_packed_to_a_few_bytes_and_come_back(self) -> None:
        days = self.days()
        self.assertEqual(unpack(pack(days)), days)
        self.assertLess(len(pack(days)), len(table(a_year())) / 3)
        with self.assertRaises(ValueError):
            unpack(zlib.compress(b"\x00" * 40))

    def test_30_their_hash_is_of_the_numbers_and_not_of_how_they_are_written(self) -> None:
        semicolons = read_daily(table(a_year(), "date;tmin;tmax;rain", ";").replace(".", ","))
        self.assertEqual(sha_of(semicolons), sha_of(self.days()))
        warmer = replace(self.days(), mean_c=tuple(mean + 0.01 for mean in self.days().mean_c))
        self.assertNotEqual(sha_of(warmer), sha_of(self.days()))
        # Independent: the hash of the same numbers put together by hand.
        means = b"".join(struct.pack("<h", round(mean * 100)) for mean in self.days().mean_c)
        rain = b"".join(struct.pack("<h", round(each * 10)) for each in self.days().rain_mm)
        head = struct.pack("<iiii", 1, self.days().first, 365, 365)
        self.assertEqual(hashlib.sha256(head + means + rain).hexdigest(), sha_of(self.days()))

    def test_30_a_table_of_them_reads_back_to_the_same_days(self) -> None:
        rows = list(csv.DictReader(io.StringIO(table_of(self.days()))))
        self.assertEqual((len(rows), rows[0]["date"]), (365, "2023-01-01"))
        self.assertEqual(sha_of(read_daily(table_of(self.days()))), sha_of(self.days()))

    def test_30_a_design_names_them_and_holds_none(self) -> None:
        design = by_table(table(a_year()), "Saltmarsh mast")
        assert design.season is not None and design.season.weather is not None
        self.assertEqual(design.season.weather.name, "Saltmarsh mast")
        self.assertLess(len(hive_text(design)) - len(hive_text(hive(sound()))), 1_500)
        self.assertIn("Saltmarsh mast: 365 days", study(design, "season").lead.template)
        with self.assertRaisesRegex(ParameterError, "bring their table"):
            apply_edit(hive(sound()), UseWeather(name="x", sha="0" * 64))

    def test_30_the_core_plans_by_days_that_it_is_given_and_only_by_those_that_are_named(self) -> None:
        design = by_table(table(a_year()), "mast")
        assert design.season is not None
        forgetful = design.model_copy(update={"season": design.season.model_copy(update={"monthly_c": ()})})
        given = by_days(forgetful, self.days()).season
        assert given is not None
        self.assertEqual(given.monthly_c, design.season.monthly_c)
        other = rounded(read_daily(table(a_year(date(2024, 1, 1), 366))))
        self.assertEqual(by_days(forgetful, other), forgetful)
        self.assertEqual(by_days(forgetful, None), forgetful)

    def test_30_an_archive_carries_both_and_is_held_to_the_hash(self) -> None:
        """Independent reader: python's own zip and JSON modules."""
        design = by_table(table(a_year()), "mast")
        body = archive_of(design, self.days())
        with zipfile.ZipFile(io.BytesIO(body)) as archive:
            self.assertEqual(sorted(archive.namelist()), ["hive.json", "weather.csv"])
            named = json.loads(archive.read("hive.json"))["season"]["weather"]["sha"]
        self.assertEqual(named, sha_of(self.days()))
        again, days = opened_file(body)
        self.assertEqual(again, design)
        assert days is not None
        self.assertEqual(sha_of(days), named)
        self.assertEqual(opened_file(hive_text(design).encode())[1], None)
        other = rounded(read_daily(table(a_year(date(2024, 1, 1), 366))))
        for bad, words in (
            (archive_of(design, other), "aren't those"),
            (body[:200], "can't be read"),
            (b"PK nothing", "can't be read"),
            (archive_of(hive(sound()), other), "aren't those"),
        ):
            with self.subTest(words), self.assertRaisesRegex(ParameterError, words):
                opened_file(bad)

    def test_30_the_command_line_reads_an_archive(self) -> None:
        design = by_table(table(a_year()), "mast")
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "hive.zip"
            file.write_bytes(archive_of(design, self.days()))
            out = io.StringIO()
            with contextlib.redirect_stdout(out):
                main(["season", str(file)])
            self.assertIn("mast: 365 days", json.loads(out.getvalue())["lead"]["template"])
