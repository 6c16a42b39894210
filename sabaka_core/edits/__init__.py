"""Changes of a design, one door: :func:`apply_edit`."""

from sabaka_core.edits.apply import apply_edit
from sabaka_core.edits.models import Edit
from sabaka_core.edits.patches import apply_patch, patch_between

__all__ = ["Edit", "apply_edit", "apply_patch", "patch_between"]
