"""“What the model says and what is known”: a page with every climate's undisturbed year against its bands."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.dates import YEAR, iso, ordinal, parse_day_of_year, short
from sabaka_core.base.quantity import text
from sabaka_core.document.season import Season
from sabaka_core.hive.climate import climates
from sabaka_core.kit.chart import Band, Chart, foot, scale, series
from sabaka_core.paper.chart import chart_svg
from sabaka_core.season.bands import TEMPERATE, Known, Said, known, said_of
from sabaka_core.season.constants import constants
from sabaka_core.season.laying import HALF_YEAR
from sabaka_core.season.model import additions
from sabaka_core.season.undisturbed import Evening, undisturbed
from sabaka_core.season.weather import weather_of

_TICK_DAYS = 30
_NEW_YEAR = ordinal("2025-01-01", "")
_HEAD = """# What the model says and what is known

The season's model (`sabaka_core/season/model.py`) is that of Khoury, Myerscough and Barron 2011 with laying after
Schmickl and Crailsheim 2007, both quoted from memory, and with additions of its own. Here is the third year of a colony
that nobody disturbs, in a hive without end, for every generic climate; the bands are what practice knows, from memory
too: no measurements. `make schema` makes this page anew, and a test holds every band of it.

What is known of the temperate year stands in `sabaka_core/data/bands.toml`. Where a column says what is missed, the
model misses it by so much.
"""


def model_pages() -> dict[str, str]:
    """The page and its pictures, by their paths."""
    season = Season()
    c = constants({})
    years = {
        name: undisturbed(weather_of(Season(climate=name)), c, frozenset(), season.peak_laying) for name in climates()
    }
    pages = {f"docs/model/{name}.svg": chart_svg(_chart(name, year)) + "\n" for name, year in years.items()}
    return {"docs/model.md": "\n".join(_page(years)) + "\n", **pages}


def _page(years: dict[str, tuple[Evening, ...]]) -> Iterator[str]:
    yield _HEAD
    yield "## Added to the published equations\n"
    yield "| addition | why | source |"
    yield "|---|---|---|"
    for row in additions().values():
        yield f"| {row.name} | {row.why} | {row.mark} |"
    yield "\n## Every climate\n"
    yield "| climate | most brood | most adults | fewest adults | misses |"
    yield "|---|---|---|---|---|"
    for name, year in years.items():
        yield _summary(name, year)
    for name, year in years.items():
        yield f"\n### {climates()[name].name}\n"
        yield f"![Adults and brood through the year, {climates()[name].name}](model/{name}.svg)\n"
        if name in TEMPERATE:
            yield "| what | known | the model |"
            yield "|---|---|---|"
            for said in _said(name, year):
                yield f"| {said.known.what} | {_known(said.known)} | {_told(said)} |"


def _said(name: str, year: tuple[Evening, ...]) -> list[Said]:
    south = climates()[name].south
    return list(said_of([e.bees for e in year], [e.cells for e in year], [e.sealed for e in year], south))


def _summary(name: str, year: tuple[Evening, ...]) -> str:
    brood, adults = (max(range(YEAR), key=row.__getitem__) for row in ([e.cells for e in year], [e.bees for e in year]))
    least = min(range(YEAR), key=[e.bees for e in year].__getitem__)
    if name not in TEMPERATE:
        missed = "held to no temperate band"
    else:
        missed = (
            "; ".join(f"{each.known.what}: {_miss(each)}" for each in _said(name, year) if not each.holds) or "none"
        )
    cells = (
        f"{year[brood].cells:,.0f} on {_day(brood)}",
        f"{year[adults].bees:,.0f} on {_day(adults)}",
        f"{year[least].bees:,.0f} on {_day(least)}",
    )
    return f"| {climates()[name].name} | {' | '.join(cells)} | {missed} |"


def _miss(said: Said) -> str:
    days = f"{said.late_days:+d} days" if said.late_days else ""
    beyond = f"{said.beyond:+,.2g}" if said.beyond else ""
    return " and ".join(filter(None, (days, beyond)))


def _known(row: Known) -> str:
    days = f"{_of_year(row.since)} to {_of_year(row.until)}" if row.since else ""
    number = f"{row.low:,g} to {row.high:,g} {row.unit}" if row.low is not None and row.high is not None else ""
    return ", ".join(filter(None, (days, number)))


def _told(said: Said) -> str:
    day = _day(said.day) if said.day is not None else ""
    digits = ",.2f" if said.value is not None and said.value < 1 else ",.1f" if said.known.unit == "weeks" else ",.0f"
    number = "" if said.value is None else format(said.value, digits)
    return ", ".join(filter(None, (day, number))) + ("" if said.holds else f" (misses by {_miss(said)})")


def _of_year(day: str) -> str:
    return _day(parse_day_of_year(day))


def _day(day: int) -> str:
    return short(_NEW_YEAR + day)


def _chart(name: str, year: tuple[Evening, ...]) -> Chart:
    """Adults and brood, with the days that the most of each is known to fall on."""
    off = HALF_YEAR if climates()[name].south else 0
    bees = scale("bees", "bees, cells", "count", (n for e in year for n in (e.bees, e.cells)))
    ticks = ((day, text(_day(day))) for day in range(0, YEAR, _TICK_DAYS))
    bands = []
    if name in TEMPERATE:
        for key, layer in (("most-brood", "band-1"), ("most-adults", "band-2")):
            row = known()[key]
            first, last = ((parse_day_of_year(day) + off) % YEAR for day in (row.since, row.until))
            stretches = [(first, last)] if first < last else [(first, YEAR), (0, last)]
            bands += [Band(layer=layer, name=row.what, start=start, end=end) for start, end in stretches]
    return Chart(
        name=f"model-{name}",
        title=f"Adults and brood, {climates()[name].name}",
        foot=foot("days", "", "number", YEAR, ticks),
        axes=(bees,),
        places=tuple(float(day) for day in range(YEAR)),
        names=tuple(iso(_NEW_YEAR + day) for day in range(YEAR)),
        series=(
            series("adults", "adults", 1, "bees", year, lambda e: round(e.bees)),
            series("brood", "brood, in cells", 2, "bees", year, lambda e: round(e.cells)),
        ),
        bands=tuple(bands),
    )
