"""What stands on the chambers and between them: covers, supers, passages, put on and taken off."""

from __future__ import annotations

from typing import ClassVar, Literal

from sabaka_core.base.errors import InfeasibleError, ParameterError
from sabaka_core.document.base import Ident
from sabaka_core.document.combs import Frame, TopBar
from sabaka_core.document.hive import Cover, Hive, Passage, Roof, Super
from sabaka_core.edits.action import Bench, Edit, Index
from sabaka_core.frames.catalogue import catalogue, catalogue_row
from sabaka_core.hive.chambers import analyse
from sabaka_core.kit.tables import practice

CoverKind = Literal["bars", "slats", "boards", "cloth", "screen"]
# What a cover is of, and how thick, until its keeper says: common practice.
COVERS: dict[CoverKind, tuple[str, float]] = {
    "bars": ("softwood", 0.0),
    "slats": ("plywood", practice("cover_board").number),
    "boards": ("plywood", practice("cover_board").number),
    "cloth": ("cardboard", practice("cover_cloth").number),
    "screen": ("mesh", practice("cover_cloth").number),
}


class AddCover(Edit):
    """Lay a cover over those that lie there."""

    do: Literal["add-cover"] = "add-cover"
    says: ClassVar[tuple[str, ...]] = ("/covers",)
    kind: CoverKind = "boards"

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        material, thick = COVERS[self.kind]
        cover = Cover(kind=self.kind, material=material, thickness_mm=thick)
        return hive.model_copy(update={"covers": (*hive.covers, cover)})


class RemoveCover(Edit):
    """Take a cover off."""

    do: Literal["remove-cover"] = "remove-cover"
    says: ClassVar[tuple[str, ...]] = ("/covers",)
    at: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        _there(hive.covers, self.at, "cover")
        return hive.model_copy(update={"covers": hive.covers[: self.at] + hive.covers[self.at + 1 :]})


class MoveCover(Edit):
    """Lay a cover over or under its neighbour."""

    do: Literal["move-cover"] = "move-cover"
    says: ClassVar[tuple[str, ...]] = ("/covers",)
    at: Index
    to: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        _there(hive.covers, self.at, "cover")
        _there(hive.covers, self.to, "cover")
        covers = list(hive.covers)
        covers.insert(self.to, covers.pop(self.at))
        return hive.model_copy(update={"covers": tuple(covers)})


class PutUnderRoof(Edit):
    """Stand something on the covers under the roof, or nothing; as high as it usually is until its keeper says."""

    do: Literal["put-under-roof"] = "put-under-roof"
    says: ClassVar[tuple[str, ...]] = ("/roof/under",)
    what: Literal["nothing", "feeder", "insulation"]

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        high = {"nothing": 0.0, "feeder": practice("feeder_jar").number, "insulation": practice("roof_cushion").number}
        update = {"under": self.what, "under_mm": high[self.what]}
        return hive.model_copy(update={"roof": (hive.roof or Roof()).model_copy(update=update)})


class AddSuper(Edit):
    """Set a super on a chamber, of a catalogue frame's box, or of the chamber's own frames or bars; or one for air."""

    do: Literal["add-super"] = "add-super"
    says: ClassVar[tuple[str, ...]] = ("/supers",)
    chamber: Ident
    standard: Ident | None = None
    holds: Literal["combs", "vents", "nothing"] = "combs"

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        box = next((i for i, each in enumerate(hive.chambers) if each.id == self.chamber), None)
        if box is None:
            raise ParameterError("chamber", self.chamber, "There is no such chamber.", "no-such-chamber")
        a = analyse(hive, box)
        if a.chamber.axis == "standing" or a.main is None:
            raise InfeasibleError("Nothing hangs in this chamber that a super could stand over.")
        if self.standard is None:
            kind = a.main
            high = _height_for(kind) if isinstance(kind, Frame | TopBar) else 0.0
        else:
            row = catalogue_row(self.standard)
            if not isinstance(row.carrier, Frame) or row.box is None:
                raise ParameterError("standard", self.standard, "No box of a stack takes this frame.", "no-box")
            kind, high = row.carrier, row.box.height_mm
            if all(each.id != kind.id for each in hive.comb_types):
                hive = hive.model_copy(update={"comb_types": (*hive.comb_types, kind)})
        if self.holds != "combs":
            high = practice("shim").number
        if high <= 0:
            raise InfeasibleError("Fixed comb hangs in no super.", "Choose a box with frames.")
        room = a.run_mm - practice("comb_passage").number
        frames = max(int(min(room, practice("super_long").number) // kind.spacing_mm), 1)
        new = Super(chamber=self.chamber, comb_type=kind.id, height_mm=high, frames=frames, holds=self.holds)
        return hive.model_copy(update={"supers": (*hive.supers, new)})


class RemoveSuper(Edit):
    """Take a super, or a pile of them, off."""

    do: Literal["remove-super"] = "remove-super"
    says: ClassVar[tuple[str, ...]] = ("/supers",)
    at: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        _there(hive.supers, self.at, "super")
        return hive.model_copy(update={"supers": hive.supers[: self.at] + hive.supers[self.at + 1 :]})


def with_slot(hive: Hive, from_chamber: str, to_chamber: str) -> Hive:
    """The hive with the usual slot between two of its chambers."""
    slot = Passage(
        from_chamber=from_chamber,
        to_chamber=to_chamber,
        kind="slot",
        width_mm=practice("passage_wide").number,
        height_mm=practice("passage_high").number,
    )
    return hive.model_copy(update={"passages": (*hive.passages, slot)})


class AddPassage(Edit):
    """Make a way for bees between two chambers."""

    do: Literal["add-passage"] = "add-passage"
    says: ClassVar[tuple[str, ...]] = ("/passages",)
    from_chamber: Ident
    to_chamber: Ident

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        known = {each.id for each in hive.chambers}
        for field, ident in (("from_chamber", self.from_chamber), ("to_chamber", self.to_chamber)):
            if ident not in known:
                raise ParameterError(field, ident, "There is no such chamber.", "no-such-chamber")
        if self.from_chamber == self.to_chamber:
            raise ParameterError("to_chamber", self.to_chamber, "A passage leads to another chamber.", "same-chamber")
        return with_slot(hive, self.from_chamber, self.to_chamber)


class RemovePassage(Edit):
    """Close a way between two chambers for good."""

    do: Literal["remove-passage"] = "remove-passage"
    says: ClassVar[tuple[str, ...]] = ("/passages",)
    at: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        _there(hive.passages, self.at, "passage")
        return hive.model_copy(update={"passages": hive.passages[: self.at] + hive.passages[self.at + 1 :]})


def _height_for(kind: Frame | TopBar) -> float:
    """A box that a frame hangs in with a bee space under it, or that a bar's comb does."""
    if isinstance(kind, Frame):
        row = catalogue().get(kind.standard)
        known = row.box.height_mm if row is not None and row.box is not None else 0.0
        return known or kind.depth_mm + practice("bee_space").span[1]
    return practice("bar_super").number


def _there(things: tuple[object, ...], at: int, what: str) -> None:
    if not 0 <= at < len(things):
        raise ParameterError("at", at, f"There is no such {what}.", f"no-such-{what}")
