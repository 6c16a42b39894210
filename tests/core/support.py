"""Designs for the tests, small and sound unless a test says otherwise."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from sabaka_core import Hive, validate_hive

ROOT = Path(__file__).resolve().parents[2]
EXAMPLES = ROOT / "examples"


def example(name: str) -> dict[str, Any]:
    """An example document as plain data, free to change."""
    document: dict[str, Any] = json.loads((EXAMPLES / f"{name}.json").read_text("utf-8"))
    return document


def sound() -> dict[str, Any]:
    """The plain starting point: a 1.2 m box, 22 mm boards, 35 and 38 mm bars, nothing to mend."""
    return example("sloped-top-bar")


def hive(document: dict[str, Any]) -> Hive:
    return validate_hive(document)


def chamber(document: dict[str, Any]) -> dict[str, Any]:
    only: dict[str, Any] = document["chambers"][0]
    return only


def items(document: dict[str, Any]) -> list[dict[str, Any]]:
    run: list[dict[str, Any]] = chamber(document)["run"]["items"]
    return run


def follower(document: dict[str, Any], side: str) -> dict[str, Any]:
    return next(i for i in items(document) if i["kind"] == "follower" and i["side"] == side)
