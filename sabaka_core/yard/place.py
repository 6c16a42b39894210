"""Where a yard is: its climate stands over what the design of a hive was planned for."""

from __future__ import annotations

from sabaka_core.base.errors import ParameterError
from sabaka_core.document.hive import Hive
from sabaka_core.document.season import Season
from sabaka_core.hive.climate import climates


def climate_names() -> dict[str, str]:
    """What each climate is called, by its key."""
    return {key: row.name for key, row in climates().items()}


def in_climate(hive: Hive, climate: str) -> Hive:
    """The hive, its year planned for a climate; as its design says where none is given.

    Raises:
        ParameterError: there is no such climate.
    """
    if not climate:
        return hive
    if climate not in climates():
        raise ParameterError("climate", climate, "There is no such climate.", "no-such-climate")
    moved = {"climate": climate, "weather": None, "monthly_c": (), "means_of": ""}
    return hive.model_copy(update={"season": (hive.season or Season()).model_copy(update=moved)})
