"""What a keeper said last, and what a design opened afresh holds: a mend leaves it alone if another way is open."""

from __future__ import annotations

from typing import assert_never

from sabaka_core.document.hive import Hive
from sabaka_core.edits import models as edit_models
from sabaka_core.edits.handles import FOLLOWERS
from sabaka_core.edits.models import Edit
from sabaka_core.edits.patches import PatchOps

Held = tuple[str, ...]
_BOARDS = "/boards"


def held_by(edit: Edit, box: int) -> Held | None:
    """JSON pointers of what an edit says; None when it says nothing of its own, as a look, a mend or a step back.

    Args:
        edit: what was done.
        box: the chamber it was done to.
    """
    at = f"/chambers/{box}"
    match edit:
        case edit_models.SetField():
            return (edit.path,)
        case edit_models.Drop() | edit_models.Nudge():
            return (f"{at}/run",) if edit.handle in FOLLOWERS else (f"{at}/section",)
        case edit_models.HoldSizes() | edit_models.Shape() | edit_models.SetSection():
            return (f"{at}/section",)
        case edit_models.SizeBox():
            return (f"{at}/section", f"{at}/length_mm")
        case (
            edit_models.MoveFollower()
            | edit_models.InsertComb()
            | edit_models.RemoveItem()
            | edit_models.SwapItems()
            | edit_models.RetypeComb()
            | edit_models.AddFollower()
            | edit_models.RemoveFollower()
            | edit_models.HangAll()
            | edit_models.FitRun()
            | edit_models.PutNucleus()
            | edit_models.UseRun()
        ):
            return (f"{at}/run",)
        case edit_models.AddEntrance() | edit_models.RemoveEntrance():
            return (f"{at}/entrances",)
        case edit_models.AddBoard() | edit_models.RemoveBoard() | edit_models.SetStock():
            return (_BOARDS,)
        case edit_models.AddBarType() | edit_models.RemoveBarType() | edit_models.AddFrame() | edit_models.Measure():
            return ("/comb_types",)
        case (
            edit_models.Look()
            | edit_models.Patch()
            | edit_models.SaveRun()
            | edit_models.ForgetRun()
            | edit_models.AddFlow()
            | edit_models.RemoveFlow()
            | edit_models.SeeVisit()
            | edit_models.ForgetVisit()
            | edit_models.OwnMonths()
            | edit_models.UseWeather()
            | edit_models.MoveFrom()
            | edit_models.MeasureOld()
            | edit_models.MarkBrood()
            | edit_models.OwnBoxes()
            | edit_models.LayOut()
            | edit_models.InsulateTop()
            | edit_models.CladWalls()
            | edit_models.TickStep()
            | edit_models.AddForSale()
            | edit_models.RemoveForSale()
        ):
            return None
        case _:
            assert_never(edit)


def outside_sizes(hive: Hive) -> Held:
    """What a design opened afresh holds: boards on hand, and the sizes that its box is seen by from outside."""
    sizes = (
        f"/chambers/{box}/{part}" for box in range(len(hive.chambers)) for part in ("section", "length_mm", "walls")
    )
    return (_BOARDS, *sizes)


def touches(patch: PatchOps, held: Held) -> bool:
    """Whether a change alters something that is held, or all that it lies in."""
    return any(_under(op["path"], path) or _under(path, op["path"]) for op in patch for path in held)


def _under(path: str, parent: str) -> bool:
    return path == parent or path.startswith(f"{parent}/")
