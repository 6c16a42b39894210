"""Joints between the halves of a two-part frame, by what they do: data/joints.toml, read once."""

from __future__ import annotations

from pydantic import BaseModel, ConfigDict

from sabaka_core.kit.tables import records


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


def joints() -> dict[str, JointRow]:
    """Every joint by its name in the document."""
    return records("joints", JointRow)
