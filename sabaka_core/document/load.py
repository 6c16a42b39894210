"""Reading and writing the design document: bounds, versions, validation, one error shape."""

from __future__ import annotations

import json
import re
from collections.abc import Callable
from typing import Any

from pydantic import ValidationError

from sabaka_core.base.errors import FieldProblem, ParameterError, shorten
from sabaka_core.document.hive import FORMAT, VERSION, Hive
from sabaka_core.document.identity import with_identities
from sabaka_core.document.migrations import one_to_two, three_to_four, two_to_three

MAX_BYTES = 1_000_000
MAX_DEPTH = 16
MAX_LIST = 500
MAX_TEXT = 4_000

Raw = dict[str, Any]
_HALF = re.compile("[\ud800-\udfff]")
# Version n -> a function that turns a raw document of version n into one of version n + 1.
MIGRATIONS: dict[int, Callable[[Raw], Raw]] = {1: one_to_two, 2: two_to_three, 3: three_to_four}


def parse_json(text: str | bytes) -> Any:
    """JSON text to plain data, bounded in size and nesting, without NaN or infinity.

    Raises:
        ParameterError: too large, nested too deeply, or not JSON (line and column are named).
    """
    if len(text) > MAX_BYTES:
        raise ParameterError("", "", f"The file is larger than {MAX_BYTES // 1000} kB.", "too-large")
    try:
        raw = json.loads(text, parse_constant=_no_constant)
    except RecursionError:
        raise ParameterError("", "", "The file is nested too deeply.", "too-deep") from None
    except UnicodeDecodeError:
        raise ParameterError("", "", "The file is not text in UTF-8.", "not-json") from None
    except json.JSONDecodeError as error:
        raise ParameterError(
            "", "", f"Not a design file: line {error.lineno}, column {error.colno}: {error.msg}.", "not-json"
        ) from None
    except ValueError as error:
        # Python refuses integers of more than 4300 digits with a plain ValueError.
        raise ParameterError("", "", f"A number can't be read: {shorten(str(error))}", "not-a-number") from None
    # A table of weather comes as one text; what a design holds is bounded again when it is read.
    bound(raw, MAX_BYTES)
    return raw


def load_hive(text: str | bytes) -> Hive:
    """A hive from the text of a design file, migrated to the current version."""
    return validate_hive(parse_json(text))


def validate_hive(raw: Any) -> Hive:
    """A hive from plain data of any known version.

    Raises:
        ParameterError: with a JSON pointer and a reason for every field that is wrong.
    """
    bound(raw)
    if not isinstance(raw, dict):
        raise ParameterError("", raw, "A design is an object with named fields.", "not-an-object")
    return revalidate(migrate(raw))


def revalidate(current: Raw) -> Hive:
    """A hive from plain data of the current version that came from a hive in the first place."""
    try:
        return with_identities(Hive.model_validate(current))
    except ValidationError as error:
        raise refusal_of(error, current) from None


def refusal_of(error: ValidationError, raw: Any = None) -> ParameterError:
    """A validator's errors as one of ours: a JSON pointer and a reason for every field."""
    return ParameterError.of([_problem(item, raw) for item in error.errors()])


def migrate(raw: Raw) -> Raw:
    """A raw document brought up to the current version; a current one comes back as it is.

    Raises:
        ParameterError: it is no design, or one of a newer version.
    """
    if raw.get("format") != FORMAT:
        raise ParameterError(
            "/format", raw.get("format"), f"This is no hive design: its format is not “{FORMAT}”.", "wrong-format"
        )
    version = raw.get("version")
    if not isinstance(version, int) or isinstance(version, bool) or version < 1:
        raise ParameterError("/version", version, "The version is missing or not a whole number.", "bad-version")
    if version > VERSION:
        raise ParameterError(
            "/version",
            version,
            f"This design was made by a newer Sabaka (version {version}; this one reads up to {VERSION}). "
            "Nothing was changed. Update Sabaka and open it again.",
            "newer-version",
        )
    while version < VERSION:
        raw = MIGRATIONS[version](raw)
        version = raw["version"]
    return raw


def dump_hive(hive: Hive) -> Raw:
    """Plain data of a hive, without the fields that aren't given."""
    return hive.model_dump(mode="json", exclude_none=True)


def hive_text(hive: Hive) -> str:
    """The design file: JSON, indented, ends with a newline."""
    return json.dumps(dump_hive(hive), indent=2, ensure_ascii=False) + "\n"


def bound(raw: Any, longest: int = MAX_TEXT) -> None:
    """Refuse data that is nested too deeply or holds over-long lists or texts.

    Raises:
        ParameterError: it is, or does.
    """
    stack: list[tuple[Any, int]] = [(raw, 0)]
    while stack:
        value, depth = stack.pop()
        if depth > MAX_DEPTH:
            raise ParameterError("", "", "The design is nested too deeply.", "too-deep")
        if isinstance(value, dict | list):
            if len(value) > MAX_LIST:
                raise ParameterError("", "", f"A list holds more than {MAX_LIST} entries.", "too-many")
            if isinstance(value, dict):
                for key in value:
                    _bound_text(key, MAX_TEXT)
            children = value.values() if isinstance(value, dict) else value
            stack.extend((child, depth + 1) for child in children)
        elif isinstance(value, str):
            _bound_text(value, longest)


def _bound_text(value: Any, longest: int) -> None:
    if not isinstance(value, str):
        return
    if len(value) > longest:
        raise ParameterError("", "", f"A text is longer than {longest} characters.", "too-long")
    # Half a character can be neither stored nor written.
    if not value.isascii() and _HALF.search(value):
        raise ParameterError(
            "", shorten(ascii(value)), "A text holds half a character that can’t be written.", "not-text"
        )


def _no_constant(name: str) -> Any:
    raise ParameterError("", name, f"{name} is not a number that can be used.", "not-a-number")


def _problem(item: Any, raw: Any) -> FieldProblem:
    return FieldProblem(
        field=_pointer(item["loc"], raw),
        reason=_reason(item),
        code=str(item["type"]).replace("_", "-"),
        value=shorten(item.get("input")) if not isinstance(item.get("input"), dict | list) else "",
    )


def _pointer(loc: tuple[str | int, ...], raw: Any) -> str:
    """JSON pointer of an error's place, without the union tags that the validator adds."""
    pointer: str = ""
    here: Any = raw
    for at, step in enumerate(loc):
        if _has(here, step):
            pointer, here = f"{pointer}/{step}", here[step]
        elif at == len(loc) - 1:
            pointer = f"{pointer}/{step}"
    return pointer


def _has(here: Any, step: str | int) -> bool:
    if isinstance(here, dict):
        return step in here
    return isinstance(here, list) and isinstance(step, int) and step < len(here)


_PLAIN_REASONS: dict[str, str] = {
    "missing": "This is missing.",
    "extra_forbidden": "No such field is known here.",
    "float_type": "This has to be a number.",
    "int_type": "This has to be a whole number.",
    "finite_number": "This has to be a finite number.",
    "string_type": "This has to be text.",
    "string_too_short": "Nothing was typed.",
}


# What a text that has to follow a pattern should look like, by what its pattern holds.
_PATTERNS = {
    r"\d{4}-": "Write a day as 2026-04-01.",
    r"\d{2}-": "Write a day of the year as 04-20.",
    "a-z": "Small letters, digits and dashes only, at most 40, a letter first.",
}


def _reason(item: Any) -> str:
    kind, context = item["type"], item.get("ctx", {})
    if kind in _PLAIN_REASONS:
        return _PLAIN_REASONS[kind]
    if kind == "greater_than":
        return f"This has to be more than {context['gt']:g}."
    if kind == "greater_than_equal":
        return f"This has to be at least {context['ge']:g}."
    if kind == "less_than":
        return f"This has to be less than {context['lt']:g}."
    if kind == "less_than_equal":
        return f"This has to be at most {context['le']:g}."
    if kind == "literal_error":
        return f"This has to be one of {context['expected']}."
    if kind == "string_too_long":
        return f"This has at most {context['max_length']} characters."
    if kind == "too_long":
        return f"There are at most {context['max_length']} of these."
    if kind == "string_pattern_mismatch":
        return next((words for sign, words in _PATTERNS.items() if sign in context["pattern"]), _PATTERNS["a-z"])
    message: str = item["msg"]
    return message.removeprefix("Value error, ")
