"""What the fuzzer is given and what it listens for; loaded by the fuzzer in an environment of its own."""

from __future__ import annotations

import json
import os
import random
from typing import Any

import schemathesis  # type: ignore[import-not-found]

IDS: dict[str, dict[str, str]] = json.loads(os.environ["SABAKA_FUZZ_IDS"])
MARK, TOLD = os.environ["SABAKA_FUZZ_MARK"], os.environ["SABAKA_FUZZ_TOLD"]
DOCUMENTS: list[dict[str, Any]] = json.loads(os.environ["SABAKA_FUZZ_DOCUMENTS"])
STUDIES = ("shape", "combs", "run", "season", "moving", "lifting", "winter", "building", "follows")
DICE = random.Random(7)
# What an id in a path is of, by how the path begins.
OF = (("/designs/", "design"), ("/yards/", "yard"), ("/hives/", "hive"), ("/devices/", "device"))


@schemathesis.hook  # type: ignore[untyped-decorator]
def map_case(context: Any, case: Any) -> Any:
    """Mostly ids and documents that there are, else those that the fuzzer thought of."""
    if isinstance(case.body, dict) and DICE.random() < 0.7:
        _fill(case.body)
    parameters = case.path_parameters
    # What is deleted can't be called any more: one's own stays.
    deletes = case.method == "DELETE" and case.path.endswith("{ident}")
    if parameters and DICE.random() < 0.8:
        whose = IDS["others" if deletes or DICE.random() < 0.5 else "own"]
        for start, kind in OF:
            if start in case.path and "ident" in parameters:
                parameters["ident"] = whose[kind]
                break
        for name in ("visit", "device"):
            if name in parameters:
                parameters[name] = whose[name]
    return case


def _fill(body: dict[str, Any]) -> None:
    """Designs that are designs, some with a number that isn't sensible, and studies that there are."""
    for name in ("document", "before"):
        if isinstance(body.get(name), dict):
            body[name] = _spoilt(DICE.choice(DOCUMENTS)) if DICE.random() < 0.5 else DICE.choice(DOCUMENTS)
    if isinstance(body.get("asked"), dict) and "study" not in body:
        body["asked"] = {DICE.choice(STUDIES): {} for _ in range(DICE.randrange(1, 4))}
    if isinstance(body.get("study"), str):
        body["study"] = DICE.choice(STUDIES)
    for name, kind in (("design", "design"), ("hive", "hive"), ("yard", "yard")):
        if isinstance(body.get(name), str):
            body[name] = IDS["own" if DICE.random() < 0.5 else "others"][kind]


def _spoilt(document: dict[str, Any]) -> dict[str, Any]:
    """A copy with one number of its own made another."""
    copy: dict[str, Any] = json.loads(json.dumps(document))
    places: list[tuple[Any, Any]] = []

    def walk(at: Any) -> None:
        for key, value in at.items() if isinstance(at, dict) else enumerate(at):
            if isinstance(value, (dict, list)):
                walk(value)
            elif isinstance(value, (int, float)) and not isinstance(value, bool):
                places.append((at, key))

    walk(copy)
    at, key = DICE.choice(places)
    at[key] = DICE.choice((0, -1, at[key] * 10, at[key] / 10, 1e300, 22, 5999))
    return copy


@schemathesis.hook  # type: ignore[untyped-decorator]
def after_call(context: Any, case: Any, response: Any) -> None:
    """No answer holds a word of the other's, unless it was sent with the call."""
    sent = json.dumps(
        [case.body if isinstance(case.body, (dict, list, str)) else "", case.query, case.path_parameters], default=str
    )
    if MARK.encode() in response.content and MARK not in sent:
        with open(TOLD, "a", encoding="utf-8") as told:
            told.write(f"{case.method} {case.formatted_path} answered {response.status_code} with the other's\n")
