"""Where a number or a rule comes from."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, ConfigDict

Mark = Literal["published", "common practice", "from memory", "geometry", "keeper"]


class Source(BaseModel):
    """Source mark of a value, with a reference or a remark where there is one."""

    model_config = ConfigDict(frozen=True, json_schema_serialization_defaults_required=True)

    mark: Mark
    note: str = ""


GEOMETRY = Source(mark="geometry", note="plane geometry")
COMMON = Source(mark="common practice")
KEEPER = Source(mark="keeper", note="set by you")
