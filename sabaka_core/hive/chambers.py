"""The chambers of a design, each analysed: the way in to :class:`Analysis`."""

from __future__ import annotations

from sabaka_core.base.errors import ParameterError
from sabaka_core.document.combs import FixedComb, TopBar
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb
from sabaka_core.geometry.cavity import cavity_of
from sabaka_core.hive.analysis import LEAST_COMB_MM, Analysis


def analyse(hive: Hive, box: int = 0) -> Analysis:
    """One chamber of a design ready to be asked.

    Raises:
        ParameterError: there is no such chamber, its sizes contradict each other, or leave no room for a comb.
    """
    if not 0 <= box < len(hive.chambers):
        raise ParameterError("chamber", box, "This hive has no such chamber.", "no-such-chamber")
    if not hive.comb_types:
        raise ParameterError("/comb_types", "", "The design has no bar or frame to hang a comb from.", "no-bar")
    chamber = hive.chambers[box]
    a = Analysis(hive, box, cavity_of(chamber, f"/chambers/{box}"))
    if any(isinstance(kind, TopBar | FixedComb) for kind in a.carriers):
        _room_for_comb(a)
    return a


def analyse_all(hive: Hive) -> tuple[Analysis, ...]:
    """Every chamber of a design."""
    return tuple(analyse(hive, box) for box in range(len(hive.chambers)))


def main_box(hive: Hive) -> int:
    """The chamber that lies on the bench first: the brood chamber, else the first that holds combs."""
    with_combs = [
        box for box, chamber in enumerate(hive.chambers) if any(isinstance(item, Comb) for item in chamber.run.items)
    ]
    brood = [box for box in with_combs if hive.chambers[box].role == "brood"]
    return next(iter(brood or with_combs), 0)


def no_room(a: Analysis) -> ParameterError:
    """What is wrong where litter and floor gap leave no depth for a comb, at the field that could give way."""
    litter, gap = a.litter_mm, a.hive.choices.floor_gap_mm
    most = a.section.height_mm - LEAST_COMB_MM - (gap if litter else 0.0)
    return ParameterError(
        f"{a.path}/litter/depth_mm" if litter else "/choices/floor_gap_mm",
        litter or gap,
        f"Litter and floor gap leave {max(a.comb_depth_mm, 0):.0f} mm for a comb; at least {LEAST_COMB_MM:.0f} mm "
        f"is needed. At most {max(most, 0):.0f} mm can go here.",
        "no-room-for-comb",
    )


def _room_for_comb(a: Analysis) -> None:
    if a.comb_depth_mm < LEAST_COMB_MM:
        raise no_room(a)
    wide = max(a.section.top_mm, 2 * a.section.half_width_mm(a.section.height_mm / 2))
    if wide < 4 * a.hive.choices.bee_space_mm + LEAST_COMB_MM:
        raise ParameterError(
            a.width_path,
            wide,
            f"A cavity {wide:.0f} mm wide at the bars leaves no room for a comb and its bee spaces.",
            "too-narrow",
        )
    longest = max((p.length_mm for p in a.layout.combs), default=0.0)
    if longest > a.run_mm:
        raise ParameterError(
            a.run_path,
            a.run_mm,
            f"A bar {longest:.0f} mm wide doesn't fit a box {a.run_mm:.0f} mm long.",
            "bar-longer-than-run",
        )
