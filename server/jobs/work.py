"""``python -m server.jobs.work``: one long answer in a process of its own, which can be ended at any time.

Reads one line of JSON from standard input: a design, what is asked of which study; or a brief whose best hives are
sought; or a file that is wanted (written.py). Writes a line for each step of the way, ``{"share": 0.4}``, and
last ``{"chapters": {…}}``, ``{"file": its name, "body": in base 64}`` or ``{"refused": …}``.
"""

from __future__ import annotations

import json
import os
import resource
import sys
from base64 import b64decode, b64encode
from typing import Any

from sabaka_core.base.errors import ParameterError, SabakaError
from sabaka_core.brief.answers import Answers
from sabaka_core.brief.best import best_of
from sabaka_core.brief.best_told import best_told
from sabaka_core.brief.found import Fixed
from sabaka_core.document.load import validate_hive
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked, Chapter
from sabaka_core.season.packed import unpack
from sabaka_core.season.weather import by_days
from sabaka_core.show.several import Side, side_by_side
from sabaka_core.show.study import chapters
from server.jobs.written import written

# The most that one long answer may hold; a tenth is usual [bytes].
_MOST_BYTES = 2_000_000_000


def answer(asked: dict[str, Any]) -> dict[str, Any]:
    """The chapters that are asked for, by their studies, as plain data, or a file, or why there are none."""
    try:
        if "write" in asked:
            return {"file": asked["file"], "body": b64encode(written(asked, _tell)).decode()}
        if "best" in asked:
            said = {"best": best(asked["best"], asked["examples"])}
        elif "sides" in asked:
            sides = [Side(each["name"], Context(validate_hive(each["document"]))) for each in asked["sides"]]
            said = {"several": side_by_side(sides, _tell)}
        else:
            wanted = {name: Asked.model_validate(each) for name, each in asked["chapters"].items()}
            said = chapters(context_of(asked), wanted, tuple(asked.get("held") or ()))
        return {"chapters": {name: each.model_dump(mode="json") for name, each in said.items()}}
    except ParameterError as error:
        return {"refused": error.reason}
    except SabakaError as error:
        return {"refused": str(error)}
    except MemoryError:
        return {"refused": "That takes more room than there is here: the hive is too large."}


def context_of(asked: dict[str, Any]) -> Context:
    """The design that is asked of, with its days of weather, and beside it what it was before."""
    days = unpack(b64decode(asked["days"])) if asked.get("days") else None
    context = Context(by_days(validate_hive(asked["document"]), days)).on(asked.get("box"))
    context.tell = _tell
    before = asked.get("before")
    return context if before is None else context.beside(Context(by_days(validate_hive(before), days)))


def best(asked: dict[str, Any], examples: dict[str, Any]) -> Chapter:
    """The best hives out of a brief's boards and frames, by its wish."""
    presets = {name: validate_hive(raw) for name, raw in examples.items()}
    found = best_of(presets, Answers.model_validate(asked["answers"]), asked["wish"], Fixed(**asked["fixed"]), _tell)
    return best_told(found, asked["wish"])


def _tell(share: float) -> None:
    _write({"share": round(min(max(share, 0.0), 1.0), 3)})


def _write(line: dict[str, Any]) -> None:
    print(json.dumps(line, ensure_ascii=False), flush=True)


def _modest() -> None:
    """Goes behind whoever waits for a page, and takes so much memory and no more."""
    os.nice(5)
    resource.setrlimit(resource.RLIMIT_AS, (_MOST_BYTES, _MOST_BYTES))


if __name__ == "__main__":
    _modest()
    _write(answer(json.loads(sys.stdin.readline())))
