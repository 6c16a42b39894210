"""A table of daily weather as stations and programs write it: read, its gaps filled and counted.

Days are ISO text; day-first dates only when asked for, for 03/04 means either. Missing markers are gaps.
"""

from __future__ import annotations

import re
from dataclasses import dataclass

from sabaka_core.base.dates import iso, ordinal
from sabaka_core.base.errors import ParameterError
from sabaka_core.kit.brought import Cells, read_table

FIELD = "/season/weather"
MOST_DAYS = 20 * 366 + 5
_MISSING = frozenset({"", "na", "n/a", "nan", "null", "-", "-99", "-99.9", "-999", "-999.9", "-9999", "9999", "999.9"})
_NAMES: dict[str, tuple[str, ...]] = {
    "date": ("date", "day", "time", "datum", "valid_time"),
    "least": ("least", "tmin", "temp_min", "t_min", "tmn", "min", "temperature_2m_min", "minimum"),
    "greatest": ("greatest", "tmax", "temp_max", "t_max", "tmx", "max", "temperature_2m_max", "maximum"),
    "mean": ("mean", "tmean", "temp_mean", "t_mean", "tavg", "tm", "avg", "temperature_2m_mean", "average"),
    "rain": ("rain", "precipitation", "prec", "prcp", "rr", "precip", "precipitation_sum"),
}
_UNIT = re.compile(
    r"(?:\s+|\s*[\[(]\s*|_)(°?\s*[cf]|deg(?:rees)?\s*[cf]|celsius|fahrenheit|mm|in(?:ch(?:es)?)?)\s*[\])]?$"
)
_NUMBER = re.compile(r"[+-]?(\d+([.,]\d*)?|[.,]\d+)", re.ASCII)
_ISO = re.compile(r"(\d{4})-(\d{2})-(\d{2})([T ].*)?", re.ASCII)
_DAY_FIRST = re.compile(r"(\d{1,2})[./-](\d{1,2})[./-](\d{4})", re.ASCII)
_COLDEST_C, _HOTTEST_C = -60.0, 60.0
# A longer gap than this isn't filled from its neighbours.
_LONGEST_GAP = 31


@dataclass(frozen=True)
class DailyWeather:
    """Days in a row from ``first`` on, as a count of days.

    Attributes:
        first: the first day.
        mean_c: daily mean temperature [°C].
        rain_mm: rain of each day; empty when the table has none.
        filled: how many days were missing and filled between their neighbours.
    """

    first: int
    mean_c: tuple[float, ...]
    rain_mm: tuple[float, ...]
    filled: int

    @property
    def said(self) -> str:
        """What these days are, for people."""
        days = len(self.mean_c)
        filled = f", {self.filled} of them filled" if self.filled else ""
        return f"{days:,} days, {iso(self.first)} to {iso(self.first + days - 1)}{filled}"

    def monthly_c(self) -> tuple[float, ...]:
        """Mean temperature of each month over all years, January first [°C].

        Raises:
            ParameterError: a month has no day at all.
        """
        sums: dict[int, list[float]] = {month: [] for month in range(1, 13)}
        for offset, mean in enumerate(self.mean_c):
            sums[int(iso(self.first + offset)[5:7])].append(mean)
        missing = [str(month) for month, values in sums.items() if not values]
        if missing:
            listed = ", ".join(missing)
            raise ParameterError(FIELD, listed, f"The table has no day of month {listed}.", "months")
        return tuple(round(sum(values) / len(values), 2) for _, values in sorted(sums.items()))


def read_daily(text: str, day_first: bool = False, fahrenheit: bool | None = None) -> DailyWeather:
    """Daily weather from a table.

    Args:
        text: separated by commas, semicolons or tabs; columns “date”, and “mean” or “least” and “greatest” under
            their usual names; rain if there is any.
        day_first: whether 03/04/2024 is the third of April; refused otherwise.
        fahrenheit: the unit of the temperatures; None to go by the heading, °C where it doesn't say.
    Raises:
        ParameterError: a column is missing, a line can't be read or can't be; the line is named.
    """
    names, rows = read_table(text, FIELD)
    at, warm = _columns(names)
    if len(rows) > MOST_DAYS:
        raise ParameterError(FIELD, len(rows), f"The table has {len(rows)} days: twenty years at most.", "too-many")
    hot = warm if fahrenheit is None else fahrenheit
    found: dict[int, tuple[float | None, float]] = {}
    for line, row in rows:
        day = _day(row[at["date"]], line, day_first)
        if day in found:
            raise _bad(line, row[at["date"]], "this day stands in the table twice.")
        found[day] = (_mean(row, at, line, hot), _rain(row, at, line))
    if not found:
        raise ParameterError(FIELD, "", "The table has no days.", "no-days")
    return _in_a_row(found, "rain" in at)


def _columns(names: tuple[str, ...]) -> tuple[dict[str, str], bool]:
    """Where each wanted column is, and whether the heading says Fahrenheit."""
    at: dict[str, str] = {}
    hot = False
    for name in names:
        said = _UNIT.search(name.lower())
        stem = (name.lower()[: said.start()] if said else name.lower()).strip()
        for key, known in _NAMES.items():
            if stem in known and key not in at:
                at[key] = name
                hot = hot or (said is not None and (said[1].endswith("f") or said[1] == "fahrenheit"))
    if "date" not in at:
        raise ParameterError(FIELD, ", ".join(names)[:200], "The table has no column “date”.", "no-column")
    if "mean" not in at and not {"least", "greatest"} <= at.keys():
        raise ParameterError(
            FIELD, ", ".join(names)[:200], "The table needs a column “mean”, or “least” and “greatest”.", "no-column"
        )
    return at, hot


def _day(text: str, line: int, day_first: bool) -> int:
    found = _ISO.fullmatch(text)
    if found:
        return ordinal(f"{found[1]}-{found[2]}-{found[3]}", f"{FIELD}/line {line}")
    other = _DAY_FIRST.fullmatch(text)
    if other and day_first:
        return ordinal(f"{other[3]}-{int(other[2]):02d}-{int(other[1]):02d}", f"{FIELD}/line {line}")
    reason = "There is no such day; write it as 2026-04-01."
    if other:
        reason = "This date could mean two days: say that days come first, or write it as 2026-04-01."
    raise ParameterError(f"{FIELD}/line {line}", text, reason, "no-such-day")


def _number(row: Cells, name: str, line: int) -> float | None:
    cell = row[name].strip()
    if cell.lower() in _MISSING:
        return None
    if not _NUMBER.fullmatch(cell):
        raise _bad(line, cell, f"“{cell[:40]}” is no number.")
    return float(cell.replace(",", "."))


def _mean(row: Cells, at: dict[str, str], line: int, fahrenheit: bool) -> float | None:
    least, greatest = (_number(row, at[key], line) if key in at else None for key in ("least", "greatest"))
    if least is not None and greatest is not None and least > greatest:
        raise _bad(line, least, "the least temperature is over the greatest.")
    mean = _number(row, at["mean"], line) if "mean" in at else None
    if mean is None and least is not None and greatest is not None:
        mean = (least + greatest) / 2
    if mean is None:
        return None
    celsius = (mean - 32) / 1.8 if fahrenheit else mean
    if not _COLDEST_C <= celsius <= _HOTTEST_C:
        raise _bad(line, mean, f"{mean:g} is no weather for bees.")
    return celsius


def _rain(row: Cells, at: dict[str, str], line: int) -> float:
    return max(_number(row, at["rain"], line) or 0.0, 0.0) if "rain" in at else 0.0


def _in_a_row(found: dict[int, tuple[float | None, float]], with_rain: bool) -> DailyWeather:
    """Every day from the first to the last, gaps on straight lines between their neighbours."""
    known = sorted(day for day, (mean, _) in found.items() if mean is not None)
    if not known:
        raise ParameterError(FIELD, "", "The table has no temperature at all.", "no-days")
    means: list[float] = []
    for one, two in zip(known, [*known[1:], known[-1] + 1], strict=True):
        if two - one - 1 > _LONGEST_GAP:
            reason = f"{two - one - 1} days are missing after {iso(one)}: a month at most can be filled."
            raise ParameterError(FIELD, iso(one), reason, "gap")
        here, there = found[one][0], found.get(two, (found[one][0], 0.0))[0]
        assert here is not None and there is not None
        means += [here + (there - here) * step / (two - one) for step in range(two - one)]
    rain = tuple(found.get(day, (None, 0.0))[1] for day in range(known[0], known[-1] + 1)) if with_rain else ()
    return DailyWeather(known[0], tuple(means), rain, len(means) - len(known))


def _bad(line: int, value: object, reason: str) -> ParameterError:
    return ParameterError(f"{FIELD}/line {line}", value, f"Line {line}: {reason}", "bad-line")
