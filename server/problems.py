"""The shape of every refusal."""

from __future__ import annotations

from ninja import Schema


class Problem(Schema):
    """One field and what is wrong with it."""

    field: str
    reason: str
    code: str
    value: str


class Refusal(Schema):
    """Why a request was refused."""

    reason: str
    problems: list[Problem]


# Which answers any call may give besides its own.
REFUSALS: dict[int, type[Refusal]] = dict.fromkeys((401, 403, 404, 413, 422, 429, 503, 507), Refusal)
