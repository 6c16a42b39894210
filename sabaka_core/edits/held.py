"""What a keeper said last, and what a design opened afresh holds: a mend leaves it alone if another way is open."""

from __future__ import annotations

from sabaka_core.document.hive import Hive
from sabaka_core.edits.action import BOARDS, Held
from sabaka_core.edits.patches import PatchOps


def outside_sizes(hive: Hive) -> Held:
    """What a design opened afresh holds: boards on hand, and the sizes that its box is seen by from outside."""
    sizes = (
        f"/chambers/{box}/{part}" for box in range(len(hive.chambers)) for part in ("section", "length_mm", "walls")
    )
    return (BOARDS, *sizes)


def touches(patch: PatchOps, held: Held) -> bool:
    """Whether a change alters something that is held, or all that it lies in."""
    return any(_under(op["path"], path) or _under(path, op["path"]) for op in patch for path in held)


def _under(path: str, parent: str) -> bool:
    return path == parent or path.startswith(f"{parent}/")
