"""The front end's copies of the handbook, of the glossary and of what is new, made from the core's."""

from __future__ import annotations

import json
from collections.abc import Mapping, Sequence

from sabaka_core.document.hive import Hive
from sabaka_core.kit.metrics import Metric
from sabaka_core.show.handbook import changes, pages, words


def handbook_json(designs: Sequence[Hive], numbers: Mapping[str, Mapping[str, Metric]]) -> str:
    """Every page but the glossary's."""
    return _text([page.model_dump() for page in pages(designs, numbers)])


def words_json() -> str:
    """The glossary, and what is new, the newest first."""
    glossary = [
        {"id": key, **word.model_dump()} for key, word in sorted(words().items(), key=lambda row: row[1].name.lower())
    ]
    # The longest first, so that “top bar hive” isn't read as “top bar”.
    forms = [(form.lower(), key) for key, word in words().items() for form in (word.name, *word.also)]
    forms.sort(key=lambda form: (-len(form[0]), form[0]))
    return _text({"words": glossary, "forms": forms, "changes": [change.model_dump() for change in changes()]})


def _text(data: object) -> str:
    return json.dumps(data, indent=1, ensure_ascii=False) + "\n"
