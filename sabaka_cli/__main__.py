"""``python -m sabaka_cli``: needs neither the server nor a database."""

from __future__ import annotations

import argparse
import sys
from collections.abc import Callable, Sequence
from pathlib import Path
from typing import get_args

from sabaka_cli.words import check_text, metrics_page, report_text, slope_json
from sabaka_core.document import Hive, hive_text, load_hive
from sabaka_core.document.schema import schema_text
from sabaka_core.drawing.models import DrawingName
from sabaka_core.drawing.svg import to_svg
from sabaka_core.errors import InfeasibleError, ParameterError, SabakaError
from sabaka_core.report.build import build_report
from sabaka_core.report.models import ReportPart


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


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="sabaka_cli", description=__doc__)
    commands = parser.add_subparsers(required=True, metavar="COMMAND")

    def command(
        name: str, run: Callable[[argparse.Namespace], int], words: str, file: bool = True
    ) -> argparse.ArgumentParser:
        sub = commands.add_parser(name, help=words, description=words)
        sub.set_defaults(run=run)
        if file:
            sub.add_argument("file", metavar="FILE", help="a design file, or - for standard input")
        return sub

    report = command("report", _report, "the whole report as JSON")
    report.add_argument("--text", action="store_true", help="for people instead of programs")
    command("check", _check, "the findings; exit 1 when there is an error")
    command("migrate", _migrate, "the design in the current version of the format")
    svg = command("svg", _svg, "a drawing as SVG")
    svg.add_argument("--drawing", choices=get_args(DrawingName), default="section")
    slope = command("slope", _slope, "what each slope of the side walls gives, and the optima, as JSON")
    slope.add_argument("--points", type=int, default=81, help="points of the sweep, 2 to 2000")
    command("schema", _schema, "the JSON schema of a design file", file=False)
    command("metrics", _metrics, "every metric of a design as a Markdown table")
    return parser


def _read(options: argparse.Namespace) -> Hive:
    text = sys.stdin.buffer.read() if options.file == "-" else Path(options.file).read_bytes()
    return load_hive(text)


def _report(options: argparse.Namespace) -> int:
    report = build_report(_read(options))
    print(report_text(report) if options.text else report.model_dump_json(indent=2))
    return 0


def _check(options: argparse.Namespace) -> int:
    report = build_report(_read(options), ("findings", "mends"))
    print(check_text(report))
    return 1 if any(finding.severity == "error" for finding in report.findings) else 0


def _migrate(options: argparse.Namespace) -> int:
    print(hive_text(_read(options)), end="")
    return 0


def _svg(options: argparse.Namespace) -> int:
    name: DrawingName = options.drawing
    parts: list[ReportPart] = [name]
    print(to_svg(build_report(_read(options), parts).drawings[name]), end="")
    return 0


def _slope(options: argparse.Namespace) -> int:
    print(slope_json(_read(options), min(max(options.points, 2), 2000)))
    return 0


def _schema(options: argparse.Namespace) -> int:
    print(schema_text(), end="")
    return 0


def _metrics(options: argparse.Namespace) -> int:
    parts: list[ReportPart] = ["metrics"]
    report = build_report(_read(options), parts)
    print(metrics_page(report), end="")
    return 0


if __name__ == "__main__":
    sys.exit(main())
