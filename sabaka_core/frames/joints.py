"""Joints between the halves of a two-part frame, by what they do: data/joints.toml, read once."""

from __future__ import annotations

import tomllib
from functools import lru_cache
from importlib.resources import files

from pydantic import BaseModel, ConfigDict


class JointRow(BaseModel):
    """One joint: its name in words, the part it is made of, and whether it bears bending.

    ``part`` is empty for a joint that is made of nothing.
    """

    model_config = ConfigDict(frozen=True, extra="forbid")

    words: str
    part: str = ""
    count: int = 0
    note: str = ""
    holds: bool
    why: str


@lru_cache(maxsize=1)
def joints() -> dict[str, JointRow]:
    """Every joint by its name in the document."""
    raw = tomllib.loads((files("sabaka_core") / "data" / "joints.toml").read_text("utf-8"))
    return {key: JointRow.model_validate(row) for key, row in raw.items()}
