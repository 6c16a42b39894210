"""The trade's values for moving in, data/moving.toml."""

from __future__ import annotations

from sabaka_core.kit.tables import table


def value(key: str) -> float:
    """One value, in the unit its row names."""
    return table("moving")[key].number
