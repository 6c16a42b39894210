"""Constants of a model: a table of data/, with the keeper's own put over it. The season's, and the winter's."""

from __future__ import annotations

from typing import Literal

from sabaka_core.base.errors import ParameterError
from sabaka_core.document.hive import Hive
from sabaka_core.edits.wishes import checks
from sabaka_core.kit.tables import table

Model = Literal["season", "winter"]
# Where each model's own constants stand in the document.
_PLACE: dict[Model, str] = {"season": "/season/constants", "winter": "/wintering/constants"}


def constants(own: dict[str, float], model: Model = "season") -> dict[str, float]:
    """The value of every constant, the keeper's own where there is one.

    Raises:
        ParameterError: at the constant's place in the document: no such constant, or out of its range.
    """
    rows = table(model)
    for key, value in own.items():
        field = f"{_PLACE[model]}/{key}"
        if key not in rows:
            raise ParameterError(field, value, "The model has no such constant.", "no-such-constant")
        low, high = rows[key].span
        if not low <= value <= high:
            raise ParameterError(
                field, value, f"This has to lie between {low:g} and {high:g} {rows[key].unit}.", "out-of-range"
            )
    return {key: own.get(key, row.number) for key, row in rows.items()}


@checks("/season/constants/")
def _of_season(hive: Hive) -> object:
    return hive.season and constants(dict(hive.season.constants))


@checks("/wintering/constants/")
def _of_winter(hive: Hive) -> object:
    return hive.wintering and constants(dict(hive.wintering.constants), "winter")
