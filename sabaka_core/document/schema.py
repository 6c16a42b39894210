"""The document's JSON schema, generated from the models."""

from __future__ import annotations

import json
from typing import Any

from sabaka_core.document.hive import VERSION, Hive


def hive_schema() -> dict[str, Any]:
    """JSON schema (draft 2020-12) of the current document version."""
    schema = Hive.model_json_schema()
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": f"Sabaka hive design, version {VERSION}",
        **{key: value for key, value in schema.items() if key != "title"},
    }


def schema_text() -> str:
    """The schema as a file: JSON, indented, ends with a newline."""
    return json.dumps(hive_schema(), indent=2, ensure_ascii=False) + "\n"
