"""``python -m sabaka_cli``: needs neither the server nor a database."""

from __future__ import annotations

import argparse
import json
import sys
from collections.abc import Callable, Sequence
from pathlib import Path
from typing import Any, get_args

from sabaka_cli.reference import metrics_page
from sabaka_cli.words import (
    chapter_text,
    findings_text,
    fits_json,
    frames_json,
    frames_text,
    matrix_text,
    ranking_text,
    slope_json,
)
from sabaka_core.base.errors import InfeasibleError, ParameterError, SabakaError
from sabaka_core.base.locale import Locale, Mark, Order
from sabaka_core.brief.answers import read_answers
from sabaka_core.brief.rank import rank
from sabaka_core.document import Hive, dump_hive, hive_text, load_hive
from sabaka_core.document.lifting import Lifting
from sabaka_core.document.moving import Moving
from sabaka_core.document.schema import schema_text
from sabaka_core.document.season import Season
from sabaka_core.edits.held import outside_sizes
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.hive.climate import climates
from sabaka_core.hive.context import Context
from sabaka_core.hive.reach import refuse_beyond, within_reach, working_hive
from sabaka_core.kit.brought import decoded
from sabaka_core.kit.chapter import Asked, Chapter, ReportPart
from sabaka_core.kit.drawing import DrawingName
from sabaka_core.kit.measure import Measure, ReadAs, told
from sabaka_core.moving.matrix import matrix
from sabaka_core.paper.files import svg_of
from sabaka_core.paper.workshop import workshop_files
from sabaka_core.report import build_report, drawn
from sabaka_core.season.daily import read_daily
from sabaka_core.season.edits import named_weather
from sabaka_core.season.packed import opened_file
from sabaka_core.season.weather import by_days
from sabaka_core.show.handbook import numbers_of
from sabaka_core.show.study import chapter, every_finding
from sabaka_core.woodwork.stock import read_stock

# The report of the command line: the hive’s numbers, its run, and all that the chambers and the whole have wrong.
_WRONG: tuple[ReportPart, ...] = ("findings", "mends", "long")
_REPORTED = {
    "shape": Asked(parts=("metrics", *_WRONG)),
    "combs": Asked(parts=_WRONG),
    "run": Asked(parts=("tables", *_WRONG)),
}
EXAMPLES = Path(__file__).resolve().parent.parent / "examples"


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command. Returns the exit code: 0 fine, 1 the design has errors, 2 unusable input."""
    options = _parser().parse_args(arguments)
    run: Callable[[argparse.Namespace], int] = options.run
    try:
        return run(options)
    except ParameterError as error:
        for problem in error.problems:
            print(f"{problem.field or 'file'}: {problem.reason}", file=sys.stderr)
    except InfeasibleError as error:
        print(f"{error.reason} {error.nearest}".strip(), file=sys.stderr)
    except (OSError, SabakaError) as error:
        print(error, file=sys.stderr)
    return 2


class _Verbs:
    """Adds verbs to the command line, each with what it reads and how it prints."""

    def __init__(self) -> None:
        self.parser = argparse.ArgumentParser(prog="sabaka_cli", description=__doc__)
        self._commands = self.parser.add_subparsers(required=True, metavar="COMMAND")

    def command(
        self, name: str, run: Callable[[argparse.Namespace], int], words: str, file: bool = True
    ) -> argparse.ArgumentParser:
        """A verb; most read a design file."""
        sub = self._commands.add_parser(name, help=words, description=words)
        sub.set_defaults(run=run)
        if file:
            what = "a file of answers" if name == "brief" else "a design file"
            sub.add_argument(
                "file", metavar="ANSWERS" if name == "brief" else "FILE", help=f"{what}, or - for standard input"
            )
        return sub


def _measured(sub: argparse.ArgumentParser) -> None:
    sub.add_argument("--units", choices=get_args(Measure), default="mm", help="what people read; programs get metric")
    sub.add_argument("--mark", choices=get_args(Mark), default=".", help="what stands before decimals")
    sub.add_argument("--days", choices=get_args(Order), default="day", help="what stands first in a day")


def _for_people(sub: argparse.ArgumentParser) -> None:
    sub.add_argument("--text", action="store_true", help="for people instead of programs")
    _measured(sub)


def _of_a_chamber(sub: argparse.ArgumentParser) -> None:
    sub.add_argument("--chamber", type=int, help="which chamber, counted from 0; the brood chamber otherwise")


def _parser() -> argparse.ArgumentParser:
    verbs = _Verbs()
    _design_verbs(verbs.command)
    _step_verbs(verbs.command)
    return verbs.parser


Add = Callable[..., argparse.ArgumentParser]


def _design_verbs(command: Add) -> None:
    """Verbs on a design as it stands, its frames and its run."""
    report = command("report", _report, "the whole report as JSON")
    _of_a_chamber(report)
    _for_people(report)
    _measured(command("check", _check, "the findings; exit 1 when there is an error"))
    command("migrate", _migrate, "the design in the current version of the format")
    svg = command("svg", _svg, "a drawing as SVG")
    svg.add_argument("--drawing", choices=get_args(DrawingName), default="section")
    _of_a_chamber(svg)
    slope = command("slope", _slope, "what each slope of the side walls gives, and the optima, as JSON")
    slope.add_argument("--points", type=int, default=81, help="points of the sweep, 2 to 2000")
    frames = command("frames", _frames, "the catalogue of frames, standards and derived ones, as JSON", file=False)
    _for_people(frames)
    brief = command("brief", _brief, "the hive systems ranked by a keeper's answers, as JSON")
    _for_people(brief)
    fit = command("fit", _fit, "the mixes that fill a run, ranked, as JSON")
    _of_a_chamber(fit)
    fit.add_argument("--brood", type=float, help="wished share of brood combs, 0 to 1; as it is now otherwise")
    fit.add_argument("--combs", type=int, help="exactly so many combs")


def _step_verbs(command: Add) -> None:
    """Verbs of the steps after, and of what can be listed."""
    season = command("season", _season, "the season's plan as JSON")
    season.add_argument("--climate", choices=sorted(climates()), help="a generic climate; the design's own otherwise")
    season.add_argument(
        "--weather", type=Path, metavar="CSV", help="a table of daily weather; its monthly means are taken"
    )
    season.add_argument("--start", metavar="DATE", help="the day it begins, as 2026-04-01")
    _for_people(season)
    convert = command("convert", _convert, "every way of moving bees in, as JSON")
    convert.add_argument(
        "--from", dest="frame", metavar="FRAME", help="a frame of the catalogue; the design's own otherwise"
    )
    convert.add_argument("--count", type=int, help="how many combs")
    convert.add_argument("--bees", choices=("frames", "bars", "fixed", "swarm"), help="what they are on")
    _for_people(convert)
    chart = command("matrix", _matrix, "every catalogue frame against every example, as JSON", file=False)
    chart.add_argument("--examples", metavar="DIR", type=Path, default=EXAMPLES, help="where the designs lie")
    _for_people(chart)
    lift = command("lift", _lift, "lifting at this hive and at the stack it would replace, as JSON")
    lift.add_argument(
        "--keeper-height", type=float, metavar="MM", help="how tall the keeper is; the design's own otherwise"
    )
    _for_people(lift)
    winter = command("winter", _winter, "the winter of this hive, as JSON")
    winter.add_argument("--climate", choices=sorted(climates()), help="a generic climate; the design's own otherwise")
    winter.add_argument(
        "--weather", type=Path, metavar="CSV", help="a table of daily weather; its monthly means are taken"
    )
    _for_people(winter)
    build = command("build", _build, "parts, cut plan, booklet, templates, DXF, SVG and STL into a folder")
    build.add_argument("--stock", type=Path, metavar="CSV", help="boards on hand; the design's own otherwise")
    build.add_argument("--out", type=Path, metavar="DIR", required=True, help="where the files go")
    build.add_argument("--inches", action="store_true", help="the booklet in fractions of an inch")
    command("climates", _climates, "the generic climates, as JSON", file=False)
    command("schema", _schema, "the JSON schema of a design file", file=False)
    command("metrics", _metrics, "every metric of a design as a Markdown table")


def _bytes(options: argparse.Namespace) -> bytes:
    return sys.stdin.buffer.read() if options.file == "-" else Path(options.file).read_bytes()


def _read(options: argparse.Namespace) -> Hive:
    """The design of a file, or of an archive with the days of weather that it names."""
    hive, days = opened_file(_bytes(options))
    return by_days(hive, days)


def _worked(options: argparse.Namespace) -> Hive:
    """The design as it is worked with; ``check`` says what of it lies beyond reach."""
    return within_reach(_read(options))


def _reading(options: argparse.Namespace) -> ReadAs:
    return ReadAs(options.units, Locale(options.mark, options.days))


def _out(options: argparse.Namespace, words: str, raw: str) -> int:
    """Print for people, in their measure, or for programs."""
    print(told(words, *_reading(options)) if options.text else raw)
    return 0


def _report(options: argparse.Namespace) -> int:
    report = build_report(_read(options), _REPORTED, options.chamber)
    tables = tuple(report.tables.values())
    said = Chapter(study="hive", lead=report.summary, metrics=report.metrics, findings=report.findings, tables=tables)
    return _print(options, said, f"{report.name}\n")


def _check(options: argparse.Namespace) -> int:
    hive = _read(options)
    findings = every_finding(Context(hive), held=outside_sizes(hive))
    print(told(findings_text(findings), *_reading(options)))
    return 1 if any(finding.severity == "error" for finding in findings) else 0


def _migrate(options: argparse.Namespace) -> int:
    print(hive_text(_read(options)), end="")
    return 0


def _svg(options: argparse.Namespace) -> int:
    name: DrawingName = options.drawing
    picture = svg_of(build_report(_read(options), drawn(name), options.chamber), name)
    if picture is None:
        raise InfeasibleError(f"This hive has no drawing “{name}”.", "See the report's views for those it has.")
    print(picture, end="")
    return 0


def _slope(options: argparse.Namespace) -> int:
    print(slope_json(_worked(options), min(max(options.points, 2), 2000)))
    return 0


def _frames(options: argparse.Namespace) -> int:
    return _out(options, frames_text(), frames_json())


def _brief(options: argparse.Namespace) -> int:
    ranking = rank(read_answers(_bytes(options)))
    return _out(options, ranking_text(ranking), ranking.model_dump_json(indent=2))


def _fit(options: argparse.Namespace) -> int:
    hive = _worked(options)
    a = analyse(hive, main_box(hive) if options.chamber is None else options.chamber)
    print(fits_json(a, options.brood, options.combs))
    return 0


def _season(options: argparse.Namespace) -> int:
    hive = _weathered(_read(options), options)
    now = (hive.season or Season()).model_dump()
    changed = _with(hive, "season", now, {"climate": options.climate, "start_day": options.start})
    return _study(options, "season", changed)


def _convert(options: argparse.Namespace) -> int:
    hive = _read(options)
    now = (hive.moving or Moving()).model_dump(exclude_none=True)
    changes = {"standard": options.frame, "count": options.count, "bees": options.bees}
    return _study(options, "moving", _with(hive, "moving", now, changes))


def _matrix(options: argparse.Namespace) -> int:
    files = sorted(options.examples.glob("*.json"))
    chart = matrix([(file.stem, load_hive(file.read_bytes())) for file in files])
    return _out(options, matrix_text(chart), chart.model_dump_json(indent=2))


def _with(hive: Hive, part: str, now: dict[str, Any], changes: dict[str, Any]) -> Hive:
    """A design with some fields of one of its parts changed, validated anew."""
    raw = now | {key: value for key, value in changes.items() if value is not None}
    return working_hive(dump_hive(hive) | {part: raw})


def _weathered(hive: Hive, options: argparse.Namespace) -> Hive:
    """A design planned by the table of weather that was named, if one was."""
    if not options.weather:
        return hive
    return named_weather(hive, options.weather.name, read_daily(decoded(options.weather.read_bytes())))


def _lift(options: argparse.Namespace) -> int:
    hive = _read(options)
    now = (hive.lifting or Lifting()).model_dump(exclude_none=True)
    return _study(options, "lifting", _with(hive, "lifting", now, {"height_mm": options.keeper_height}))


def _winter(options: argparse.Namespace) -> int:
    hive = _weathered(_read(options), options)
    now = (hive.season or Season()).model_dump(exclude_none=True)
    return _study(options, "winter", _with(hive, "season", now, {"climate": options.climate}))


def _study(options: argparse.Namespace, name: str, hive: Hive) -> int:
    """What a study says: the same shape of each."""
    said = chapter(Context(hive), name, Asked(parts=("metrics", "findings", "mends", "helps", "tables", "agenda")))
    return _print(options, said)


def _print(options: argparse.Namespace, said: Chapter, title: str = "") -> int:
    return _out(
        options,
        title + chapter_text(said, worked=title != ""),
        said.model_dump_json(indent=2, exclude={"drawings", "forms", "papers"}),
    )


def _build(options: argparse.Namespace) -> int:
    hive = _worked(options)
    if options.stock is not None:
        hive = hive.model_copy(update={"boards": read_stock(decoded(options.stock.read_bytes()))})
        refuse_beyond(hive)
    options.out.mkdir(parents=True, exist_ok=True)
    for name, body in workshop_files(hive, ReadAs("in" if options.inches else "mm")).items():
        path = options.out / name
        path.parent.mkdir(parents=True, exist_ok=True)
        path.write_bytes(body)
        print(path)
    return 0


def _climates(options: argparse.Namespace) -> int:
    print(json.dumps({key: row.model_dump() for key, row in climates().items()}, indent=2, ensure_ascii=False))
    return 0


def _schema(options: argparse.Namespace) -> int:
    print(schema_text(), end="")
    return 0


def _metrics(options: argparse.Namespace) -> int:
    print(metrics_page(numbers_of([_read(options)])), end="")
    return 0


if __name__ == "__main__":
    sys.exit(main())
