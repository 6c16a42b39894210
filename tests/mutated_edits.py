"""Edits with spoilt values, for the documents that are spoilt."""

from __future__ import annotations

import random
from collections.abc import Iterator
from typing import Any

from sabaka_core.edits.action import EDITS

Raw = dict[str, Any]

Path_ = tuple[str | int, ...]

NUMBERS = (0, 1, 5, 10, 60, 200, 500, 2_500, 3_000, 20_000, 1e5, 1e-9, 1e-3, 0.0016)

WORDS = (
    "",
    " ",
    "=1+1",
    "a\nb",
    "a\rb",
    "\x00",
    "\x1b[31m",
    "\u202egnp",
    "²",
    "x" * 90,
    "é",
    "\ud800",
    "20120115",
    "2012-W03-1",
    "0001-01-01",
    "9999-12-31",
    "2026-02-29",
    "2026-06-01",
    "02-30",
    "nan",
)

ODD: tuple[Any, ...] = (None, True, [], {}, [[]], 10**400, -0.0, 1e308)


def sites_of(node: Any, path: Path_ = ()) -> Iterator[Path_]:
    yield path
    children = node.items() if isinstance(node, dict) else enumerate(node) if isinstance(node, list) else ()
    for key, child in children:
        yield from sites_of(child, (*path, key))


# Fields that a document may lack.
WISHES = (
    "season/start_day",
    "season/constants/cold",
    "building/kerf_mm",
    "building/trim_mm",
    "lifting/stack_box",
    "lifting/elbow_mm",
    "wintering/bees",
    "wintering/combs",
    "moving/standard",
    "moving/count",
    "moving/day",
    "moving/making/frames",
    "stand/height_mm",
    "roof/overlap_mm",
    "chambers/²/length_mm",
    "name",
)


def spoilt_edit(dice: random.Random, document: Raw) -> Raw:
    """An edit of any kind with values that nobody would type."""
    kind = "set" if dice.random() < 0.6 else dice.choice(list(EDITS))
    leaves = [site for site in sites_of(document) if site and not isinstance(value_at(document, site), dict | list)]
    path = "/" + "/".join(map(str, dice.choice(leaves)))
    if dice.random() < 0.2:
        path = "/" + dice.choice(WISHES)
    typed = str(dice.choice((*NUMBERS, *WORDS, "7/8", "14 5/16 in", "1 m", "langstroth-deep", "warre-bar", "yes")))
    index = dice.choice((0, 1, 2, 5, 17, 400))
    ident = dice.choice([kind["id"] for kind in document["comb_types"]] + ["langstroth-deep", "nothing"])
    length = dice.choice(NUMBERS)
    have: Raw = {
        "path": path,
        "text": typed,
        "units": dice.choice(("mm", "in")),
        "mark": dice.choice((".", ",")),
        "order": dice.choice(("day", "month", "year")),
        "sizes": ["top_mm", "height_mm", "slope_deg"],
        "top_mm": length,
        "height_mm": dice.choice(NUMBERS),
        "slope_deg": dice.choice((-59, -5, 0, 22, 59)),
        "section": {"kind": "circle", "diameter_mm": length},
        "handle": dice.choice(("follower-near", "follower-far", "floor", "x")),
        "x_mm": length,
        "forward": dice.random() < 0.5,
        "side": dice.choice(("near", "far")),
        "at": index,
        "other": dice.choice((0, 3, 400)),
        "type": ident,
        "index": index,
        "standard": dice.choice((ident, "warre-bar")),
        "by": dice.choice(("combs", "litres", "board")),
        "counts": {ident: index},
        "combs": dice.choice((1, 4, 60)),
        "name": typed,
        "sha": "0" * 64,
        "day": dice.choice(("2026-05-01", "0001-01-01", "9999-12-31", "2026-02-30")),
        "combs_covered": typed,
        "combs_brood": "1",
        "combs_honey": "2",
        "bees": "frames",
        "stage": index,
        "step": "boards",
        "table": dice.choice(
            ("", "date,least,greatest\n20120115,1,2", "length_mm,width_mm,thickness_mm\n1,2", "\x00", "a;b\r1;2")
        ),
        "patch": [{"op": dice.choice(("replace", "remove", "test", "x")), "path": path, "value": dice.choice(ODD[:6])}],
    }
    model = EDITS[kind]
    return {"do": kind} | {name: have[name] for name in model.model_fields if name in have}


def value_at(node: Any, path: Path_) -> Any:
    for step in path:
        node = node[step]
    return node


def has_at(node: Any, path: Path_) -> bool:
    try:
        value_at(node, path)
    except (KeyError, IndexError, TypeError):
        return False
    return True
