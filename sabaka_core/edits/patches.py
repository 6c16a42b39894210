"""RFC 6902 patches between designs: mends, undo and redo are all of them."""

from __future__ import annotations

from typing import Annotated, Any, ClassVar, Literal, cast

import jsonpatch
from jsonpointer import JsonPointerException
from pydantic import Field

from sabaka_core.base.errors import ParameterError
from sabaka_core.document.hive import Hive
from sabaka_core.document.load import dump_hive, validate_hive
from sabaka_core.edits.action import Bench, Edit

PatchOps = list[dict[str, Any]]


def patch_between(before: Hive, after: Hive) -> PatchOps:
    """The RFC 6902 patch that turns one design into another."""
    return patch_of(dump_hive(before), dump_hive(after))


def patch_of(before: dict[str, Any], after: dict[str, Any]) -> PatchOps:
    """The same from plain data."""
    ours, theirs = _differing(before, after)
    patch: PatchOps = jsonpatch.make_patch(ours, theirs).patch
    return patch


def apply_patch(hive: Hive, patch: PatchOps) -> Hive:
    """A design with an RFC 6902 patch applied.

    Raises:
        ParameterError: the patch doesn't fit this design, or leaves it invalid.
    """
    if any(op.get("op") == "copy" for op in patch):
        # Never made here, and a few of them would grow a design without bound.
        raise ParameterError("patch", "copy", "A change may not copy parts of a design.", "patch")
    try:
        raw = jsonpatch.JsonPatch(cast(Any, patch)).apply(dump_hive(hive))
    except (
        jsonpatch.JsonPatchException,
        JsonPointerException,
        TypeError,
        KeyError,
        ValueError,
        AttributeError,
    ) as error:
        raise ParameterError("patch", "", f"This change doesn't fit the design any more: {error}", "patch") from None
    return validate_hive(raw)


def _differing(before: Any, after: Any) -> tuple[Any, Any]:
    """Two documents without what they agree in: paths stay the same, and most of the work goes.

    Equal fields of objects are left out, equal entries of lists of one length made nothing.
    """
    if isinstance(before, dict) and isinstance(after, dict):
        ours, theirs = {}, {}
        for key in before.keys() | after.keys():
            if key in before and key in after:
                if before[key] != after[key]:
                    ours[key], theirs[key] = _differing(before[key], after[key])
            elif key in before:
                ours[key] = before[key]
            else:
                theirs[key] = after[key]
        return ours, theirs
    if isinstance(before, list) and isinstance(after, list) and len(before) == len(after):
        pairs = [(None, None) if a == b else _differing(a, b) for a, b in zip(before, after, strict=True)]
        return [pair[0] for pair in pairs], [pair[1] for pair in pairs]
    return before, after


class Patch(Edit):
    """Apply an RFC 6902 patch: a mend, an undo or a redo."""

    do: Literal["patch"] = "patch"
    tried: ClassVar[bool] = True
    patch: Annotated[list[dict[str, Any]], Field(max_length=2_000)]

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        return apply_patch(hive, self.patch)
