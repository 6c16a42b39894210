"""What can be set, as data: groups of fields with labels, choices and reasons.

The screen draws these as they come, so that a new field or school is added here alone.
"""

from sabaka_core.analysis import Analysis
from sabaka_core.report.forms.building import building_forms
from sabaka_core.report.forms.hive import hive_forms
from sabaka_core.report.forms.lifting import lifting_forms
from sabaka_core.report.forms.moving import moving_forms
from sabaka_core.report.forms.run import run_forms
from sabaka_core.report.forms.season import season_forms
from sabaka_core.report.forms.winter import winter_forms
from sabaka_core.report.models import FieldGroup


def forms(a: Analysis) -> tuple[FieldGroup, ...]:
    """Every group of fields of a design."""
    return (
        *hive_forms(a),
        *run_forms(a),
        *season_forms(a),
        *moving_forms(a),
        *lifting_forms(a),
        *winter_forms(a),
        *building_forms(a),
    )


__all__ = ["forms"]
