"""Frames made out of other frames, or of their parts.

Each recipe says how its sizes follow from those of the frame it is made from.
"""

from __future__ import annotations

from sabaka_core.document.combs import Frame, FrameMake, Joint, TopBar

# An adapter's bar, and how far its cheeks reach down to hold the frame on end.
ADAPTER_MM = 22.225
CHEEK_MM = 60.0


def derive(
    base: Frame,
    make: FrameMake,
    ident: str,
    name: str,
    *,
    depth_mm: float | None = None,
    shelves: int = 0,
    joint: Joint = "none",
    box_height_mm: float = 0.0,
    hanger: Frame | TopBar | None = None,
) -> Frame:
    """A frame derived from another.

    Args:
        base: what it is made from.
        make: the recipe.
        depth_mm: whole outer depth where the recipe leaves it open (hybrid).
        shelves: cross shelves.
        joint: how the halves of a two-part frame hold together.
        box_height_mm: height of the box that a tall frame reaches through, besides its own.
        hanger: whose top bar a frame stood on end hangs from.
    """
    frame = base.model_copy(
        update={"id": ident, "name": name, "origin": "derived", "make": make, "shelves": shelves, "joint": joint}
    )
    match make:
        case "two-part":
            return frame.model_copy(update={"depth_mm": round(2 * base.depth_mm, 6)})
        case "tall":
            return frame.model_copy(update={"depth_mm": round(base.depth_mm + box_height_mm, 6)})
        case "hybrid":
            assert depth_mm is not None
            return frame.model_copy(update={"depth_mm": depth_mm})
        case "joined":
            assert isinstance(hanger, Frame)
            # Stood on end: its two depths become the width, its body the depth under the hanger.
            width = 2 * base.depth_mm
            return frame.model_copy(
                update={
                    "body_width_mm": round(width, 6),
                    "depth_mm": round(base.body_width_mm + hanger.top_bar_thickness_mm, 6),
                    "top_bar_mm": hanger.top_bar_mm,
                    "top_bar_thickness_mm": hanger.top_bar_thickness_mm,
                    "lug_mm": round((hanger.top_bar_mm - width) / 2, 6),
                    "lug_thickness_mm": hanger.lug_thickness_mm,
                    # What stood on its edges are the top bars, as thick as those were.
                    "side_bar_thickness_mm": base.top_bar_thickness_mm,
                    "bottom_bar_thickness_mm": base.side_bar_thickness_mm,
                    "shelves": 1,
                    "shelf_thickness_mm": base.bottom_bar_thickness_mm,
                }
            )
        case "adapter":
            return frame.model_copy(update={"top_bar_thickness_mm": ADAPTER_MM, "depth_mm": ADAPTER_MM + CHEEK_MM})
        case _:
            return frame
