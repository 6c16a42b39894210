"""Every file that is written of a design, of documents spoilt at random or at a limit; read back by others' readers.

python -m tests.mutated_files --limits 13        # every 13th limit of tests/limits.py: some ten minutes
python -m tests.mutated_files --seed 1 --documents 500
"""

from __future__ import annotations

import argparse
import io
import json
import sys
import time
import zipfile
from collections.abc import Callable
from concurrent.futures import ProcessPoolExecutor
from typing import get_args
from xml.etree import ElementTree

import icalendar
from pypdf import PdfReader

from sabaka_core import build_report, hive_text, load_hive, validate_hive, within_reach
from sabaka_core.base.errors import SabakaError
from sabaka_core.base.locale import Locale
from sabaka_core.document.hive import Hive
from sabaka_core.hive.context import Context
from sabaka_core.kit.drawing import DrawingName
from sabaka_core.kit.measure import ReadAs
from sabaka_core.paper.booklet import booklet
from sabaka_core.paper.calendar import moving_calendar, season_calendar
from sabaka_core.paper.files import svg_of
from sabaka_core.paper.moving_page import moving_page
from sabaka_core.paper.season_card import season_card
from sabaka_core.paper.side_by_side import side_by_side_page
from sabaka_core.paper.templates import templates
from sabaka_core.paper.winter_card import winter_card
from sabaka_core.paper.workshop import workshop_zip
from sabaka_core.show.several import Side
from tests.limits import documents, with_bound
from tests.mutated import Outcome, examples, mutated, signature
from tests.mutated_edits import Raw

READINGS = (ReadAs(), ReadAs("in", Locale(".", "month")), ReadAs("in32", Locale(",", "year")))
# One paper is an answer; these become jobs where they take longer, and plan cuts, or look through several designs.
LONGEST_S = {"workshop": 30.0, "booklet": 6.0, "templates": 6.0, "side by side": 6.0}
TODAY = 739_000


def _side(hive: Hive, reading: ReadAs) -> bytes:
    return side_by_side_page([Side("one", Context(hive)), Side("other", Context(hive))], reading)


def _drawings(hive: Hive, reading: ReadAs) -> bytes:
    report = build_report(hive)
    pictures = [svg_of(report, name) for name in get_args(DrawingName)]
    return b"".join(ElementTree.tostring(ElementTree.fromstring(picture)) for picture in pictures if picture)


FILES: dict[str, Callable[[Hive, ReadAs], bytes]] = {
    "design": lambda hive, reading: hive_text(load_hive(hive_text(hive).encode())).encode(),
    "season card": season_card,
    "winter card": winter_card,
    "moving page": moving_page,
    "side by side": _side,
    "moving calendar": lambda hive, reading: moving_calendar(hive, "a", TODAY, (), reading)[0],
    "season calendar": lambda hive, reading: season_calendar(Context(hive), "a", TODAY, (), reading)[0],
    "drawings": _drawings,
    "templates": templates,
    "booklet": booklet,
    "workshop": workshop_zip,
}


def read_back(body: bytes) -> None:
    """Read a file by its kind, as another program would."""
    if body[:5] == b"%PDF-":
        if not PdfReader(io.BytesIO(body)).pages:
            raise ValueError("A paper without pages.")
    elif body[:6] == b"BEGIN:":
        icalendar.Calendar.from_ical(body)
    elif body[:2] == b"PK":
        with zipfile.ZipFile(io.BytesIO(body)) as archive:
            for name in archive.namelist():
                if name.endswith(".svg"):
                    ElementTree.fromstring(archive.read(name))
                elif name.endswith(".json"):
                    json.loads(archive.read(name))
                elif name.endswith(".pdf"):
                    read_back(archive.read(name))


def written(outcome: Outcome, number: int, document: Raw) -> None:
    """Everything written of one document, in one of the ways to read."""
    try:
        hive = within_reach(validate_hive(document))
    except SabakaError:
        outcome.counts["refused"] += 1
        return
    outcome.counts["opened"] += 1
    for name, work in FILES.items():
        start = time.process_time()
        try:
            read_back(work(hive, READINGS[number % len(READINGS)]))
            outcome.counts[name] += 1
        except SabakaError:
            outcome.counts[f"{name} said what is wrong"] += 1
        except Exception as error:
            outcome.note(f"{name}: {signature(error)}", number, document)
        if time.process_time() - start > LONGEST_S.get(name, 2.0):
            outcome.note(f"{name}: too slow ({time.process_time() - start:.1f} s)"[:40], number, document)


def _of_a_series(seed: int, numbers: range) -> Outcome:
    outcome, these = Outcome(), examples()
    for number in numbers:
        written(outcome, number, mutated(seed, number, these))
    return outcome


def _of_limits(apart: int, first: int, step: int) -> Outcome:
    outcome = Outcome()
    every = [(document, bound) for document, bounds in documents() for bound in bounds]
    for number in range(first * apart, len(every), step * apart):
        written(outcome, number, with_bound(*every[number]))
    return outcome


def main() -> int:
    """A series, or limits, on every core. Exit code 1 when anything was wrong."""
    ways = argparse.ArgumentParser(description=(__doc__ or "").splitlines()[0])
    ways.add_argument("--seed", type=int, default=1)
    ways.add_argument("--documents", type=int, default=200)
    ways.add_argument("--limits", type=int, default=0)
    asked = ways.parse_args()
    total = Outcome()
    with ProcessPoolExecutor() as pool:
        if asked.limits:
            work = [pool.submit(_of_limits, asked.limits, first, 20) for first in range(20)]
        else:
            starts = range(0, asked.documents, 20)
            work = [pool.submit(_of_a_series, asked.seed, range(s, s + 20)) for s in starts]
        for part in work:
            total.take(part.result())
    return total.tell()


if __name__ == "__main__":
    sys.exit(main())
