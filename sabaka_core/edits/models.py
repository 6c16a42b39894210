"""What a keeper can do to a design, as data. One class an action."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from sabaka_core.document.base import Across, Angle, Height, Ident, Side
from sabaka_core.document.run import Contents
from sabaka_core.document.sections import Section
from sabaka_core.units import System

Place = Annotated[float, Field(ge=-100_000, le=100_000)]
Index = Annotated[int, Field(ge=0, le=1_000)]
Typed = Annotated[str, Field(max_length=4_000)]
Pointer = Annotated[str, Field(max_length=200, pattern=r"^(/[^/]+)+$")]
SizeName = Literal["top_mm", "floor_mm", "height_mm", "slope_deg", "face_mm"]


class _Edit(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)


class Look(_Edit):
    """Change nothing; ask for the report."""

    do: Literal["look"] = "look"


class SetField(_Edit):
    """Type into one field."""

    do: Literal["set"] = "set"
    path: Pointer
    text: Typed
    units: System = "mm"


class HoldSizes(_Edit):
    """Say which three sizes of the section are held."""

    do: Literal["hold"] = "hold"
    sizes: Annotated[tuple[SizeName, ...], Field(min_length=3, max_length=3)]


class Shape(_Edit):
    """Give the section three sizes at once."""

    do: Literal["shape"] = "shape"
    top_mm: Across
    height_mm: Height
    slope_deg: Angle


class SetSection(_Edit):
    """Give the chamber another kind of section."""

    do: Literal["section"] = "section"
    section: Section


class Drop(_Edit):
    """Let go of a drawing's handle at a place on the drawing [mm]."""

    do: Literal["drop"] = "drop"
    handle: Annotated[str, Field(max_length=40)]
    x_mm: Place
    y_mm: Place = 0.0
    snap: bool = True
    units: System = "mm"


class Nudge(_Edit):
    """Move a drawing's handle by one step, as the arrow keys do.

    A follower goes to its next place between bars, or with ``fine`` by what a rule shows.
    """

    do: Literal["nudge"] = "nudge"
    handle: Annotated[str, Field(max_length=40)]
    forward: bool
    fine: bool = False
    units: System = "mm"


class MoveFollower(_Edit):
    """Type where a follower should stand."""

    do: Literal["move-follower"] = "move-follower"
    side: Side
    text: Typed
    units: System = "mm"


class InsertComb(_Edit):
    """Put a new empty bar into the run before an item."""

    do: Literal["insert-comb"] = "insert-comb"
    at: Index
    type: Ident
    role: Literal["brood", "honey"] = "brood"


class RemoveItem(_Edit):
    """Take an item out of the run."""

    do: Literal["remove-item"] = "remove-item"
    at: Index


class SwapItems(_Edit):
    """Change two items of the run round."""

    do: Literal["swap-items"] = "swap-items"
    at: Index
    other: Index


class RetypeComb(_Edit):
    """Change a bar's kind, purpose or contents."""

    do: Literal["retype-comb"] = "retype-comb"
    at: Index
    type: Ident | None = None
    role: Literal["brood", "honey"] | None = None
    contents: Contents | None = None


class AddEntrance(_Edit):
    """Add an entrance beside the nest."""

    do: Literal["add-entrance"] = "add-entrance"
    kind: Literal["hole", "slot", "disc"] = "hole"


class RemoveEntrance(_Edit):
    """Take an entrance away."""

    do: Literal["remove-entrance"] = "remove-entrance"
    index: Index


class AddFollower(_Edit):
    """Put in a follower: the near one at the near end wall, the far one behind the last bar."""

    do: Literal["add-follower"] = "add-follower"
    side: Side


class RemoveFollower(_Edit):
    """Take a follower out; the gap behind it, or the box, keeps its room."""

    do: Literal["remove-follower"] = "remove-follower"
    side: Side


class AddBoard(_Edit):
    """Put a kind of board on the list of those on hand."""

    do: Literal["add-board"] = "add-board"


class RemoveBoard(_Edit):
    """Take a kind of board off the list."""

    do: Literal["remove-board"] = "remove-board"
    index: Index


class AddBarType(_Edit):
    """Add a kind of bar, like the last one."""

    do: Literal["add-bar-type"] = "add-bar-type"


class RemoveBarType(_Edit):
    """Take away a kind of bar that isn't used."""

    do: Literal["remove-bar-type"] = "remove-bar-type"
    type: Ident


class AddFrame(_Edit):
    """Put a frame or bar of the catalogue among the design's comb carriers."""

    do: Literal["add-frame"] = "add-frame"
    standard: Ident


class HangAll(_Edit):
    """Hang every comb of the chamber on carriers of one kind, as many as fill the same room."""

    do: Literal["hang-all"] = "hang-all"
    type: Ident


class Measure(_Edit):
    """Take a frame as the keeper's own, by its measured sizes."""

    do: Literal["measure"] = "measure"
    type: Ident


class SizeBox(_Edit):
    """Size the chamber by what it should hold, or by a board it should come out of."""

    do: Literal["size-box"] = "size-box"
    by: Literal["combs", "litres", "board"]
    text: Typed
    units: System = "mm"


class FitRun(_Edit):
    """Fill the run by a mix: so many of each kind of comb, brood first from the entrance on."""

    do: Literal["fit-run"] = "fit-run"
    counts: dict[Ident, Annotated[int, Field(ge=0, le=400)]]


class PutNucleus(_Edit):
    """Put a small colony behind a follower at one end, with an entrance of its own."""

    do: Literal["put-nucleus"] = "put-nucleus"
    side: Side
    combs: Annotated[int, Field(ge=1, le=60)] = 4


class SaveRun(_Edit):
    """Keep the run as it stands under a name; one of that name is replaced."""

    do: Literal["save-run"] = "save-run"
    name: Typed


class UseRun(_Edit):
    """Bring a kept state of the run back; ``instead`` names a kind of comb for each that is gone since."""

    do: Literal["use-run"] = "use-run"
    index: Index
    instead: Annotated[dict[Ident, Ident], Field(max_length=40)] = {}


class ForgetRun(_Edit):
    """Take a kept state of the run off the list."""

    do: Literal["forget-run"] = "forget-run"
    index: Index


class AddFlow(_Edit):
    """Put one more flow into the season's calendar; the climate's own come with the first."""

    do: Literal["add-flow"] = "add-flow"


class RemoveFlow(_Edit):
    """Take a flow out of the calendar."""

    do: Literal["remove-flow"] = "remove-flow"
    index: Index


class SeeVisit(_Edit):
    """Put down what was found on a visit, so that the plan goes on from it."""

    do: Literal["see-visit"] = "see-visit"
    day: Annotated[str, Field(pattern=r"^\d{4}-\d{2}-\d{2}$")]
    combs_covered: Typed
    combs_brood: Typed
    combs_honey: Typed


class ForgetVisit(_Edit):
    """Take a visit's findings back."""

    do: Literal["forget-visit"] = "forget-visit"
    index: Index


class OwnMonths(_Edit):
    """Write the climate's monthly means down, so that each can be set."""

    do: Literal["own-months"] = "own-months"


class UseWeather(_Edit):
    """Plan by days of weather that the keeper brought before, known by their hash."""

    do: Literal["use-weather"] = "use-weather"
    name: Annotated[str, Field(max_length=80)]
    sha: Annotated[str, Field(max_length=64)]


class MoveFrom(_Edit):
    """Say what the bees are on: a frame or bar of the catalogue, the keeper's own, bars, fixed combs, a swarm."""

    do: Literal["move-from"] = "move-from"
    bees: Literal["frames", "bars", "fixed", "swarm"]
    standard: Ident | None = None


class MeasureOld(_Edit):
    """Take the frame the bees are on as the keeper's own, to be measured."""

    do: Literal["measure-old"] = "measure-old"


class MarkBrood(_Edit):
    """Mark the brood on the old combs, as the usual disc to begin with; or forget the mark."""

    do: Literal["mark-brood"] = "mark-brood"
    forget: bool = False


class OwnBoxes(_Edit):
    """Write down the boxes a conversion box is made of, to be measured; or go back to boards and the catalogue's."""

    do: Literal["own-boxes"] = "own-boxes"
    forget: bool = False


class LayOut(_Edit):
    """Write the run of one stage of the move into the design."""

    do: Literal["lay-out"] = "lay-out"
    stage: Index


class InsulateTop(_Edit):
    """Double the roof's insulation, or give it 40 mm of wood fibre where it has none."""

    do: Literal["insulate-top"] = "insulate-top"


class CladWalls(_Edit):
    """Clad the chamber's walls with 20 mm of cork."""

    do: Literal["clad-walls"] = "clad-walls"


class TickStep(_Edit):
    """Tick a step of the building off, or take the tick away."""

    do: Literal["tick-step"] = "tick-step"
    step: Ident


class AddForSale(_Edit):
    """Put a board on the list of those that can be bought; the usual ones are written down first."""

    do: Literal["add-for-sale"] = "add-for-sale"


class RemoveForSale(_Edit):
    """Take a board off that list; with none left the usual ones come back."""

    do: Literal["remove-for-sale"] = "remove-for-sale"
    index: Index


class SetStock(_Edit):
    """Take the boards on hand from a table."""

    do: Literal["set-stock"] = "set-stock"
    table: Annotated[str, Field(max_length=100_000)]


class Patch(_Edit):
    """Apply an RFC 6902 patch: a mend, an undo or a redo."""

    do: Literal["patch"] = "patch"
    patch: Annotated[list[dict[str, Any]], Field(max_length=2_000)]


Edit = Annotated[
    Look
    | SetField
    | HoldSizes
    | Shape
    | SetSection
    | Drop
    | Nudge
    | MoveFollower
    | InsertComb
    | RemoveItem
    | SwapItems
    | RetypeComb
    | AddEntrance
    | RemoveEntrance
    | AddFollower
    | RemoveFollower
    | AddBoard
    | RemoveBoard
    | AddBarType
    | RemoveBarType
    | AddFrame
    | HangAll
    | Measure
    | SizeBox
    | FitRun
    | PutNucleus
    | SaveRun
    | UseRun
    | ForgetRun
    | AddFlow
    | RemoveFlow
    | SeeVisit
    | ForgetVisit
    | OwnMonths
    | UseWeather
    | MoveFrom
    | MeasureOld
    | MarkBrood
    | OwnBoxes
    | LayOut
    | InsulateTop
    | CladWalls
    | TickStep
    | AddForSale
    | RemoveForSale
    | SetStock
    | Patch,
    Field(discriminator="do"),
]
