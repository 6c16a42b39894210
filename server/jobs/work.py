"""``python -m server.jobs.work``: one long answer in a process of its own, which can be ended at any time.

Reads one line of JSON from standard input: a design, what is asked of which study. Writes a line for each step of the
way, ``{"share": 0.4}``, and last ``{"chapter": …}`` or ``{"refused": …}``.
"""

from __future__ import annotations

import json
import sys
from typing import Any

from sabaka_core.base.errors import ParameterError, SabakaError
from sabaka_core.document.load import validate_hive
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked
from sabaka_core.show.study import chapter


def answer(asked: dict[str, Any]) -> dict[str, Any]:
    """The chapter that is asked for, as plain data, or why there is none."""
    try:
        context = Context(validate_hive(asked["document"])).on(asked.get("box"))
        context.tell = _tell
        said = chapter(context, asked["study"], Asked.model_validate(asked["asked"]), tuple(asked.get("held") or ()))
        return {"chapter": said.model_dump(mode="json")}
    except ParameterError as error:
        return {"refused": error.reason}
    except SabakaError as error:
        return {"refused": str(error)}


def _tell(share: float) -> None:
    _write({"share": round(min(max(share, 0.0), 1.0), 3)})


def _write(line: dict[str, Any]) -> None:
    print(json.dumps(line, ensure_ascii=False), flush=True)


if __name__ == "__main__":
    _write(answer(json.loads(sys.stdin.readline())))
