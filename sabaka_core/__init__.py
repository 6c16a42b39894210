"""Sabaka's core: everything that is known of hives, with no interface and no database."""

from sabaka_core.actions import AnyEdit
from sabaka_core.base.errors import InfeasibleError, ParameterError, SabakaError
from sabaka_core.document import Hive, dump_hive, hive_text, load_hive, validate_hive
from sabaka_core.edits.apply import apply_edit
from sabaka_core.edits.patches import apply_patch, patch_between
from sabaka_core.hive.reach import refuse_beyond, within_reach, working_hive
from sabaka_core.report import build_report

__version__ = "0.1.0"
__all__ = [
    "AnyEdit",
    "Hive",
    "InfeasibleError",
    "ParameterError",
    "SabakaError",
    "apply_edit",
    "apply_patch",
    "build_report",
    "dump_hive",
    "hive_text",
    "load_hive",
    "patch_between",
    "refuse_beyond",
    "validate_hive",
    "within_reach",
    "working_hive",
]
