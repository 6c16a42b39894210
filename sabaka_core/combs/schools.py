"""Schools of how far the walls of a top bar hive lean."""

from __future__ import annotations

from typing import get_args

from sabaka_core.document.hive import Choices

SCHOOLS: dict[str, str] = {
    "follows-curve": "the wall follows the curve",
    "leaning-floor": "the leaning wall is a floor",
    "upright": "upright walls and a knife",
}
assert set(SCHOOLS) == set(get_args(Choices.model_fields["slope_school"].annotation))


def school_row(school: str) -> str:
    """Key of a slope school's row in data/practice.toml."""
    return "slope_" + school.replace("-", "_")
