"""What can be set about lifting: the keeper's body, stance and grip, the stand, the lid, the stack to compare with."""

from __future__ import annotations

from sabaka_core.base.quantity import deg
from sabaka_core.document.combs import Frame
from sabaka_core.document.hive import Stand
from sabaka_core.document.lifting import Lifting
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.whole import whole
from sabaka_core.kit.forms import FieldGroup, FormField, SizeField, TextField
from sabaka_core.lifting.body import body_of
from sabaka_core.lifting.niosh import LOAD_CONSTANT_KG
from sabaka_core.show.forms.fields import choice, size
from sabaka_core.show.forms.outside import roof_opens
from sabaka_core.woodwork.masses import lid_kg


def lifting_forms(a: Analysis) -> tuple[FieldGroup, ...]:
    """The groups of the Lift step's ledger."""
    lifting = a.hive.lifting or Lifting()
    return (_keeper(lifting), _stand(a, lifting), _lid(a, lifting), _stack(lifting))


def _keeper(lifting: Lifting) -> FieldGroup:
    body = body_of(lifting)
    return FieldGroup(
        id="keeper",
        title="You",
        fields=(
            size("/lifting/height_mm", "How tall you are", lifting.height_mm),
            size(
                "/lifting/elbow_mm",
                "Elbow above the ground",
                body.elbow_mm,
                "Upper arm hanging. By proportion of the body’s height until you measure it.",
                lifting.elbow_mm is not None,
            ),
            size(
                "/lifting/reach_mm",
                "Reach of a grip from the shoulder",
                body.reach_mm,
                "",
                lifting.reach_mm is not None,
            ),
            size(
                "/lifting/limit_kg",
                "Most you may lift",
                LOAD_CONSTANT_KG if lifting.limit_kg is None else lifting.limit_kg,
                "The equation’s own until you say less; empty for that.",
                lifting.limit_kg is not None,
            ),
            choice(
                "/lifting/posture",
                "You work",
                lifting.posture,
                ("standing", "standing, with both hands", "What the lifting equation is made for."),
                ("seated", "sitting", "The equation doesn’t hold: only general advice is given."),
                ("one-handed", "with one hand", "The equation doesn’t hold: only general advice is given."),
            ),
            choice(
                "/lifting/stands",
                "You stand",
                lifting.stands,
                (
                    "both-sides",
                    "on either side, whichever is nearer",
                    "Combs across the hive are reached with one hand past the other.",
                ),
                ("side", "on one side only", "Against a wall or a fence the far combs are far."),
                ("end", "at the end", "Both hands reach alike to combs across the hive, as far as the arms go."),
            ),
            choice(
                "/lifting/grip",
                "Hold",
                lifting.grip,
                ("good", "good: handles or a frame grip", ""),
                ("fair", "fair: lugs and hand holds", ""),
                ("poor", "poor: propolised bars, no lugs", ""),
            ),
        ),
    )


def _stand(a: Analysis, lifting: Lifting) -> FieldGroup:
    stand = a.hive.stand or Stand()
    return FieldGroup(
        id="legs",
        title="Stand",
        fields=(
            size("/stand/height_mm", "Floor above the ground", stand.height_mm),
            size("/stand/splay_deg", "Legs lean outward by", stand.splay_deg),
            size("/lifting/leg_inset_mm", "Legs in from the edge", lifting.leg_inset_mm),
            SizeField(
                path="/lifting/slope_along_deg",
                label="Ground falls along the hive",
                quantity=deg(lifting.slope_along_deg),
                held=True,
            ),
            SizeField(
                path="/lifting/slope_across_deg",
                label="Ground falls across it",
                quantity=deg(lifting.slope_across_deg),
                held=True,
            ),
        ),
    )


def _lid(a: Analysis, lifting: Lifting) -> FieldGroup:
    fields: list[FormField] = [
        roof_opens(a.hive),
        size(
            "/lifting/lid_kg",
            "Lid weighs",
            lid_kg(whole(a.hive)),
            "By its boards until you weigh it; empty for that.",
            lifting.lid_kg is not None,
        ),
    ]
    return FieldGroup(id="lid", title="Lid", fields=tuple(fields))


def _stack(lifting: Lifting) -> FieldGroup:
    boxes = [
        (ident, row.name, "")
        for ident, row in catalogue().items()
        if isinstance(row.carrier, Frame) and row.box and not row.made_from
    ]
    return FieldGroup(
        id="stack",
        title="Against a stack of",
        fields=(
            choice("/lifting/stack_box", "Boxes", lifting.stack_box, *boxes),
            TextField(
                path="/lifting/stack_frames",
                label="Frames to a box (empty: as usual)",
                value=str(lifting.stack_frames or ""),
            ),
            TextField(
                path="/lifting/stack_boxes",
                label="Boxes (empty: as the colony fills)",
                value=str(lifting.stack_boxes or ""),
            ),
            size("/lifting/stack_stand_mm", "On a stand of", lifting.stack_stand_mm),
        ),
    )
