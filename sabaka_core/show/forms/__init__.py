"""What can be set, as data: groups of fields with labels, choices and reasons.

The screen draws these as they come, so that a new field or school is added here alone.
"""

from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.forms import FieldGroup
from sabaka_core.show.forms.hive import hive_forms
from sabaka_core.show.forms.run import run_forms


def forms(a: Analysis) -> tuple[FieldGroup, ...]:
    """Every group of fields of a design."""
    return (*hive_forms(a), *run_forms(a))


__all__ = ["forms"]
