"""Changes of a design, one door: :func:`apply_edit`."""

from sabaka_core.edits.apply import apply_edit, apply_patch, patch_between
from sabaka_core.edits.models import Edit

__all__ = ["Edit", "apply_edit", "apply_patch", "patch_between"]
