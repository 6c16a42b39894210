"""Every edit there is, as one type told apart by ``do``.

A module that holds edits is named here; what it holds registers itself.
"""

from __future__ import annotations

from functools import reduce
from operator import or_
from typing import TYPE_CHECKING, Annotated, Any

from pydantic import Field

from sabaka_core.edits import (
    boxes,
    chambers,
    fields,
    follower,
    framing,
    handles,
    items,
    logs,
    nucleus,
    openings,
    patches,
    runs,
    shell,
    sizing,
    stock,
    walls,
)
from sabaka_core.edits.action import EDITS, Edit
from sabaka_core.moving import edits as moving_edits
from sabaka_core.season import edits as season_edits
from sabaka_core.winter import edits as winter_edits
from sabaka_core.woodwork import edits as building_edits

MODULES: tuple[Any, ...] = (
    boxes,
    chambers,
    fields,
    follower,
    framing,
    handles,
    items,
    logs,
    nucleus,
    openings,
    patches,
    runs,
    shell,
    sizing,
    stock,
    walls,
    season_edits,
    moving_edits,
    winter_edits,
    building_edits,
)

if TYPE_CHECKING:
    AnyEdit = Edit
else:
    AnyEdit = Annotated[reduce(or_, EDITS.values()), Field(discriminator="do")]
