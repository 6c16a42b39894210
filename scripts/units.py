"""The front end's table of units, made from the core's: how each is written, in metric and in the other measure."""

from __future__ import annotations

import json

from sabaka_core.base.dates import MONTHS
from sabaka_core.base.quantity import unit_rows
from sabaka_core.kit.measure import FEET_PER_METRE, IMPERIAL, WRITTEN_OUT


def units_json() -> str:
    """Digits and sign of every unit; what it becomes in feet and pounds; units as they stand in sentences."""
    imperial = {
        unit: {"factor": factor, "digits": digits, "unit": sign.strip()}
        for unit, (factor, digits, sign) in IMPERIAL.items()
    }
    rows = {
        unit: {"digits": digits, "unit": sign, "imperial": imperial.get(unit)}
        for unit, (digits, sign) in unit_rows().items()
    }
    written = {words: {"unit": unit, "each": each} for words, (unit, each) in WRITTEN_OUT.items()}
    table = {"units": rows, "written_out": written, "feet_per_metre": FEET_PER_METRE, "months": MONTHS}
    return json.dumps(table, indent=2, ensure_ascii=False) + "\n"
