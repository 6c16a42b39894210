"""Documents spoilt at random, through everything that the core makes of them.

What must hold of each: only our own errors; no number that isn't one; no negative litre, area or mass; nothing
takes over two seconds; a mend on offer can be clicked. A part of a fixed series is run by the tests; all of it:

    python -m tests.mutated                     # 10,000 documents of the fixed series
    python -m tests.mutated --seed random       # as many that nobody has seen
    python -m tests.mutated --first 4711 --documents 1 --keep bad.json
"""

from __future__ import annotations

import argparse
import copy
import json
import math
import random
import secrets
import sys
import time
import traceback
from collections import Counter
from collections.abc import Callable, Iterator
from concurrent.futures import ProcessPoolExecutor
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

from pydantic import TypeAdapter, ValidationError

from sabaka_core import apply_edit, build_report, dump_hive, validate_hive, within_reach
from sabaka_core.actions import AnyEdit
from sabaka_core.base.errors import SabakaError
from sabaka_core.base.quantity import Value
from sabaka_core.document.building import USUAL, Building
from sabaka_core.document.hive import Hive
from sabaka_core.document.lifting import Lifting
from sabaka_core.document.moving import Moving
from sabaka_core.document.season import Season
from sabaka_core.document.wintering import Wintering
from sabaka_core.edits.patches import Patch
from sabaka_core.hive.context import Context
from sabaka_core.season.constants import constants
from sabaka_core.show.models import Report
from sabaka_core.show.study import chapter
from tests.core.support import reported
from tests.mutated_edits import NUMBERS, ODD, WORDS, Path_, Raw, has_at, sites_of, spoilt_edit, value_at

SEED, DOCUMENTS = 20260, 10_000
LONGEST_S = 2.0
# A mend for a part that no board is long enough for is tried by planning all cuts a second time; many hives at once are
# a job that tells how far it is.
BUILDING_S, COPIES_FOR_THAT = 4.0, 10
NEVER_NEGATIVE = ("L", "cm2", "m2", "kg")
ROOT = Path(__file__).resolve().parents[1]


STEPS: dict[str, Callable[[Hive], Value]] = {
    "season": lambda hive: chapter(Context(hive), "season"),
    "moving": lambda hive: chapter(Context(hive), "moving"),
    "lifting": lambda hive: chapter(Context(hive), "lifting"),
    "winter": lambda hive: chapter(Context(hive), "winter"),
    "building": lambda hive: chapter(Context(hive), "building"),
    "compare": lambda hive: chapter(Context(hive).beside(Context(hive)), "compare"),
}
FACTORS = (-1.0, 0.1, 0.5, 0.99, 1.01, 2.0, 10.0, 100.0)


@dataclass
class Outcome:
    """What became of a stretch of documents: how often what, and each kind of trouble with its documents."""

    counts: Counter[str] = field(default_factory=Counter)
    trouble: dict[str, list[tuple[int, Raw]]] = field(default_factory=dict)

    def note(self, what: str, number: int, document: Raw) -> None:
        self.trouble.setdefault(what, []).append((number, document))

    def add(self, other: Outcome) -> None:
        self.counts += other.counts
        for what, found in other.trouble.items():
            self.trouble.setdefault(what, []).extend(found)

    def take(self, found: Outcome, where: Callable[[int], str] = lambda number: f"document {number}") -> None:
        """Adds what a stretch found; a kind of trouble that is new is told at once."""
        for what in found.trouble.keys() - self.trouble.keys():
            print(f"  WRONG {what}; first in {where(found.trouble[what][0][0])}", flush=True)
        self.add(found)

    def tell(self) -> int:
        """Tells how often what; 1, for an exit code, when anything was wrong."""
        for what, count in sorted(self.counts.items()):
            print(f"{count:8} {what}")
        return 1 if self.trouble else 0


def examples() -> list[Raw]:
    """The examples as plain data, each also with everything written down that a keeper can say of it."""
    plain = [json.loads(file.read_text("utf-8")) for file in sorted((ROOT / "examples").glob("*.json"))]
    return [*plain, *(_told(copy.deepcopy(raw)) for raw in plain)]


def _told(raw: Raw) -> Raw:
    """An example with its wishes for every step, and a state of its run kept."""
    frame = {
        "kind": "frame",
        "id": "old",
        "name": "old",
        "standard": "own",
        "spacing_mm": 35.0,
        "top_bar_mm": 482.6,
        "top_bar_thickness_mm": 19.0,
        "lug_mm": 17.0,
        "body_width_mm": 447.7,
        "depth_mm": 231.8,
    }
    flow = {"first": "04-20", "last": "06-20", "strength": 0.8}
    seen = {"day": "2026-06-01", "combs_covered": 8.0, "combs_brood": 4.0, "combs_honey": 2.0}
    box = {
        "name": "deep",
        "across_mm": 374.7,
        "along_mm": 466.7,
        "height_mm": 244.5,
        "rest_depth_mm": 19.0,
        "rest_width_mm": 9.5,
    }
    old = {"label": "old", "count": 2, "length_mm": 508.0, "width_mm": 413.0, "height_mm": 244.0, "wall_mm": 19.0}
    side = {"name": "Side", "long_mm": 900.0, "wide_mm": 240.0, "thick_mm": 22.0, "material": "softwood"}
    along = {"name": "another", "pieces": [side | {"number": 1, "count": 2}]}
    wishes: dict[str, Any] = {
        "season": Season().model_dump(mode="json")
        | {
            "flows": [flow],
            "seen": [seen],
            "constants": constants({}),
            "monthly_c": [2.0, 3.0, 6.0, 9.0, 13.0, 16.0, 18.0, 18.0, 14.0, 10.0, 6.0, 3.0],
        },
        "moving": Moving(brood={"wide_mm": 300.0, "high_mm": 180.0, "below_mm": 120.0}).model_dump(mode="json")
        | {"own": frame, "standard": "own", "boxes": [box, box]},
        "lifting": Lifting().model_dump(mode="json", exclude_none=True)
        | {"elbow_mm": 1050.0, "reach_mm": 600.0, "limit_kg": 12.0, "lid_kg": 9.0},
        "wintering": Wintering(combs=4).model_dump(mode="json") | {"constants": constants({}, "winter")},
        "building": Building(for_sale=USUAL).model_dump(mode="json") | {"old_boxes": [old], "along": [along]},
        "roof": raw.get("roof", {})
        | {"kind": "gabled", "clearance_mm": 60.0, "layers": [{"material": "eps", "thickness_mm": 40.0}]},
        "stand": {"height_mm": 500.0, "splay_deg": 5.0},
    }
    for chamber in raw["chambers"]:
        run = chamber["run"]
        run["saved"] = [{"name": "today", "items": copy.deepcopy(run["items"])}]
    return raw | wishes


def mutated(seed: int, number: int, from_these: list[Raw]) -> Raw:
    """Document ``number`` of a series: an example with one to four things changed."""
    dice = random.Random(f"{seed}:{number}")
    document = copy.deepcopy(dice.choice(from_these))
    for _ in range(dice.choice((1, 1, 2, 2, 3, 4))):
        sites = [site for site in sites_of(document) if site]
        # Numbers are what keepers mistype; words and lists come by the way.
        numbers = [site for site in sites if isinstance(value_at(document, site), int | float)]
        _spoil(dice, document, dice.choice(numbers if dice.random() < 0.6 else sites), from_these)
    return document


def _spoil(dice: random.Random, document: Raw, site: Path_, from_these: list[Raw]) -> None:
    parent, last = value_at(document, site[:-1]), site[-1]
    old, roll = parent[last], dice.random()
    number = isinstance(old, int | float) and not isinstance(old, bool)
    if number and roll < 0.92:
        new = dice.choice(NUMBERS) if dice.random() < 0.5 else old * dice.choice(FACTORS)
        parent[last] = int(new) if isinstance(old, int) else float(new)
    elif isinstance(old, str) and roll < 0.15:
        parent[last] = dice.choice(WORDS)
    elif roll < 0.2:
        parent[last] = dice.choice(ODD)
    elif isinstance(parent, list) and roll < 0.5:
        parent[int(last) : int(last)] = [copy.deepcopy(old)] * dice.choice((1, 1, 1, 30))
    elif isinstance(parent, list) and roll < 0.65:
        dice.shuffle(parent)
    elif (isinstance(parent, list) and roll < 0.85) or roll < 0.35:
        del parent[last]
    else:
        donors = [s for s in sites_of(dice.choice(from_these)) if s and s[-1] == last]
        if donors:
            donor = next(d for d in from_these if has_at(d, donors[0]))
            same = [s for s in donors if has_at(donor, s)]
            parent[last] = copy.deepcopy(value_at(donor, dice.choice(same)))


def edited(outcome: Outcome, seed: int, numbers: range) -> None:
    """So many edits of a series, each on an example: what is typed, chosen, dragged and clicked, sense or nonsense."""
    these, edits = [validate_hive(raw) for raw in examples()], TypeAdapter(AnyEdit)
    for number in numbers:
        dice = random.Random(f"edit {seed}:{number}")
        hive = dice.choice(these)
        raw = spoilt_edit(dice, dump_hive(hive))
        try:
            edit = edits.validate_python(raw)
        except ValidationError:
            outcome.counts["edit unread"] += 1
            continue
        try:
            reported(apply_edit(hive, edit, dice.choice((None, 0, 1, 7))), "findings", "tables", "forms", draw=("rod",))
            outcome.counts["edit made"] += 1
        except SabakaError:
            outcome.counts["edit refused"] += 1
        except Exception as error:
            outcome.note(f"edit {raw['do']}: {signature(error)}", number, raw)


def tried(seed: int, numbers: range) -> Outcome:
    """So many documents of a series, each through everything."""
    outcome, these = Outcome(), examples()
    for number in numbers:
        attempted(outcome, number, mutated(seed, number, these))
    # An edit costs a tenth of a document.
    edited(outcome, seed, range(numbers.start * 2, numbers.stop * 2))
    return outcome


def attempted(outcome: Outcome, number: int, document: Raw) -> None:
    """A document through everything that is made of one; what is wrong stands in the outcome."""
    try:
        hive = validate_hive(document)
    except SabakaError:
        outcome.counts["refused"] += 1
        return
    except Exception as error:
        outcome.note(f"reading: {signature(error)}", number, document)
        return
    near = within_reach(hive)
    outcome.counts["opened"] += 1
    outcome.counts["beyond reach"] += near is not hive

    def run(name: str, work: Callable[[], Value]) -> None:
        found = _timed(name, work, outcome, number, document)
        for what in _wrong_numbers(found.model_dump()) if found is not None else ():
            outcome.note(f"{name}: {what}", number, document)
        if isinstance(found, Report):
            _click(outcome, number, document, hive, found)

    run("report", lambda: build_report(hive))
    for name, step in STEPS.items():
        run(name, lambda step=step: step(near))  # type: ignore[misc]


def _timed(name: str, work: Callable[[], Value], outcome: Outcome, number: int, document: Raw) -> Value | None:
    for last in (False, True):
        start = time.process_time()
        try:
            found: Value | None = work()
        except SabakaError:
            outcome.counts[f"{name} said what is wrong"] += 1
            found = None
        except Exception as error:
            outcome.note(f"{name}: {signature(error)}", number, document)
            return None
        # The machine is noisy: what took too long once gets a second try.
        if time.process_time() - start <= _allowed_s(name, document):
            return found
        if last:
            outcome.note(f"{name}: too slow", number, document)
    return found


def _allowed_s(name: str, document: Raw) -> float:
    if name != "building":
        return LONGEST_S
    copies = (document.get("building") or {}).get("copies", 1)
    return BUILDING_S * (max(1.0, copies / COPIES_FOR_THAT) if isinstance(copies, int) else 1.0)


def _click(outcome: Outcome, number: int, document: Raw, hive: Hive, report: Report) -> None:
    """Each mend on offer, clicked."""
    for finding in report.findings:
        for mend in finding.mends:
            outcome.counts["mends"] += 1
            try:
                apply_edit(hive, Patch(patch=mend.patch))
            except Exception as error:
                outcome.note(f"mend of {finding.code}: {signature(error)}", number, document)


def _wrong_numbers(node: Any, at: str = "") -> Iterator[str]:
    if isinstance(node, float) and not math.isfinite(node):
        yield f"not a number at {at}"
    elif isinstance(node, dict):
        value, unit = node.get("value"), node.get("unit")
        if unit in NEVER_NEGATIVE and isinstance(value, int | float) and value < -1e-9:
            yield f"less than no {unit} at {at}"
        for key, child in node.items():
            yield from _wrong_numbers(child, f"{at}/{key}")
    elif isinstance(node, list | tuple):
        for child in node:
            yield from _wrong_numbers(child, at)


def signature(error: BaseException) -> str:
    """What an error is known by: its kind, and where in our code it arose."""
    ours = [frame for frame in traceback.extract_tb(error.__traceback__) if "sabaka_core" in frame.filename]
    where = f"{ours[-1].filename.split('sabaka_core/')[-1]}:{ours[-1].lineno}" if ours else "?"
    return f"{type(error).__name__} ({str(error)[:80]}) at {where}"


def main() -> int:
    """Run a series on every core. Exit code 1 when anything was wrong."""
    ways = argparse.ArgumentParser(description=(__doc__ or "").splitlines()[0])
    ways.add_argument("--seed", default=str(SEED), help="a number, or “random”")
    ways.add_argument("--first", type=int, default=0)
    ways.add_argument("--documents", type=int, default=DOCUMENTS)
    ways.add_argument("--keep", type=Path, help="write one document of each kind of trouble to this file")
    asked = ways.parse_args()
    seed = secrets.randbelow(10**9) if asked.seed == "random" else int(asked.seed)
    print(f"Series {seed}, documents {asked.first} to {asked.first + asked.documents - 1}", flush=True)
    total, stretch = Outcome(), 50
    starts = range(asked.first, asked.first + asked.documents, stretch)
    with ProcessPoolExecutor() as pool:
        work = [pool.submit(tried, seed, range(s, min(s + stretch, asked.first + asked.documents))) for s in starts]
        for done, each in enumerate(work, start=1):
            total.take(each.result())
            if done % 20 == 0:
                print(f"  {done * stretch} tried, {len(total.trouble)} kinds of trouble", flush=True)
    for what, found in sorted(total.trouble.items(), key=lambda item: -len(item[1])):
        print(f"WRONG {len(found):4} × {what}; first in document {found[0][0]}")
    if asked.keep:
        asked.keep.write_text(json.dumps({what: found[0] for what, found in total.trouble.items()}), "utf-8")
    return total.tell()


if __name__ == "__main__":
    sys.exit(main())
