"""How the one who asks for a paper reads it: in which measure, and written as in which place."""

from __future__ import annotations

from ninja import Schema

from sabaka_core.base.locale import Locale, Mark, Order
from sabaka_core.kit.measure import Measure, ReadAs


class ReadBy(Schema):
    """Lengths in millimetres or inches; decimals with a point or a comma; what stands first in a day."""

    measure: Measure = "mm"
    mark: Mark = "."
    order: Order = "day"

    @property
    def reading(self) -> ReadAs:
        return ReadAs(self.measure, Locale(self.mark, self.order))
