"""The trapezoid section: five sizes, any three independent ones of which give the rest.

Symbols: top width Wt, floor width Wf, height H, slope from the vertical θ, inside face s.
``tan θ = (Wt − Wf) / 2H`` and ``s = H / cos θ``. A cavity wider at the floor has θ < 0.
Source of everything here: plane geometry.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import atan, cos, degrees, hypot, radians, sin, sqrt, tan

from sabaka_core.base.errors import ParameterError
from sabaka_core.document.sections import TRAPEZOID_FIELDS, TrapezoidSection

STEEPEST_DEG = 60.0


@dataclass(frozen=True)
class Trapezoid:
    """A solved section with its walls leaning evenly [mm]."""

    top_mm: float
    floor_mm: float
    height_mm: float

    @property
    def slope_rad(self) -> float:
        """θ from the vertical [rad], negative when the cavity widens downward."""
        return atan((self.top_mm - self.floor_mm) / (2 * self.height_mm))

    @property
    def slope_deg(self) -> float:
        """θ from the vertical [deg]."""
        return degrees(self.slope_rad)

    @property
    def face_mm(self) -> float:
        """Length of the wall's inside face s [mm]."""
        return hypot(self.height_mm, (self.top_mm - self.floor_mm) / 2)

    @property
    def area_mm2(self) -> float:
        """Inside area of the section [mm²]."""
        return (self.top_mm + self.floor_mm) / 2 * self.height_mm

    def half_width_mm(self, depth_mm: float) -> float:
        """Half the inside width [mm] at a depth [mm] below the bars."""
        return self.top_mm / 2 - depth_mm * tan(self.slope_rad)

    @property
    def wall(self) -> tuple[tuple[float, float], ...]:
        """The right-hand wall from the top down, as (half-width, depth)."""
        return (self.top_mm / 2, 0.0), (self.floor_mm / 2, self.height_mm)

    def inset_half_width_mm(self, depth_mm: float, by_mm: float) -> float:
        """Half-width with the walls moved in, square to themselves [mm]."""
        return self.half_width_mm(depth_mm) - by_mm / cos(self.slope_rad)

    def area_below_mm2(self, depth_mm: float) -> float:
        """Inside area below a depth [mm²]."""
        return (self.half_width_mm(depth_mm) + self.floor_mm / 2) * (self.height_mm - depth_mm)

    def board_width_mm(self, thickness_mm: float) -> float:
        """Board to buy for one side: ``s + t·tan|θ|``, both long edges bevelled [mm]."""
        return self.face_mm + thickness_mm * tan(abs(self.slope_rad))

    def outside_top_mm(self, thickness_mm: float) -> float:
        """Outside width at the top: ``Wt + 2t/cos θ`` [mm]."""
        return self.top_mm + 2 * thickness_mm / cos(self.slope_rad)

    def size(self, name: str) -> float:
        """One of the five sizes by its document name."""
        value: float = getattr(self, name)
        return value


def solve_trapezoid(section: TrapezoidSection, at: str = "/section") -> Trapezoid:
    """The section from the three sizes that are held.

    Args:
        section: exactly three independent sizes.
        at: JSON pointer of the section, for errors.
    Returns:
        The solved trapezoid, every size positive.
    Raises:
        ParameterError: the held sizes contradict each other; the named field is one of them.
    """
    given = {name: getattr(section, name) for name in section.given}
    top, floor = given.get("top_mm"), given.get("floor_mm")
    height, face = given.get("height_mm"), given.get("face_mm")
    slope = given.get("slope_deg")

    if top is not None and floor is not None:
        height = _height_between(top, floor, height, slope, face, at)
        return Trapezoid(top, floor, height)

    drop, inset = _drop_and_inset(height, slope, face, at)
    if top is not None:
        floor = top - 2 * inset
        if floor <= 0:
            meeting = top / 2 * drop / inset
            raise ParameterError(
                f"{at}/{section.given[-1]}",
                given[section.given[-1]],
                f"The walls would meet {meeting:.0f} mm below the bars, above the floor. "
                "Ease the slope, lower the height or widen the top.",
                "walls-meet",
            )
        return Trapezoid(top, floor, drop)
    assert floor is not None
    top = floor + 2 * inset
    if top <= 0:
        raise ParameterError(f"{at}/slope_deg", slope, "The walls would meet below the bars.", "walls-meet")
    return Trapezoid(top, floor, drop)


def _height_between(
    top: float, floor: float, height: float | None, slope: float | None, face: float | None, at: str
) -> float:
    inset = (top - floor) / 2
    if height is not None:
        if abs(degrees(atan(inset / height))) >= STEEPEST_DEG:
            raise ParameterError(
                f"{at}/height_mm", height, "The walls would lean more than 60° from the vertical.", "too-steep"
            )
        return height
    if slope is not None:
        if slope == 0 or inset == 0:
            raise ParameterError(
                f"{at}/slope_deg",
                slope,
                "With upright walls, top and floor leave the height open: give the height or the face.",
                "not-independent",
            )
        if (slope > 0) != (inset > 0):
            raise ParameterError(
                f"{at}/slope_deg",
                slope,
                "The slope leans one way and the widths the other: change its sign or swap the widths.",
                "signs-disagree",
            )
        return inset / tan(radians(slope))
    assert face is not None
    if face <= abs(inset):
        raise ParameterError(
            f"{at}/face_mm",
            face,
            f"The face must be longer than half the difference of the widths, {abs(inset):.1f} mm.",
            "face-too-short",
        )
    return sqrt(face**2 - inset**2)


def _drop_and_inset(height: float | None, slope: float | None, face: float | None, at: str) -> tuple[float, float]:
    """Height of the wall and how far it leans in, from two of height, slope and face."""
    if height is not None and slope is not None:
        return height, height * tan(radians(slope))
    assert face is not None
    if slope is not None:
        return face * cos(radians(slope)), face * sin(radians(slope))
    assert height is not None
    if face < height:
        raise ParameterError(
            f"{at}/face_mm", face, f"The face can't be shorter than the height, {height:.1f} mm.", "face-too-short"
        )
    # The lean-in is taken: height and face don't tell the two ways apart.
    return height, sqrt(face**2 - height**2)


def hold(solved: Trapezoid, names: tuple[str, ...]) -> TrapezoidSection:
    """The same section, held by other sizes.

    Args:
        solved: the section as it stands.
        names: three of TRAPEZOID_FIELDS.
    Raises:
        pydantic.ValidationError: the three aren't independent.
    """
    return TrapezoidSection.model_validate(
        {name: round(solved.size(name), 6) for name in TRAPEZOID_FIELDS if name in names}
    )


# Which held size gives way when a size that isn't held is typed in: the first that can.
_GIVES_WAY = ("face_mm", "slope_deg", "floor_mm", "height_mm", "top_mm")


def with_size(section: TrapezoidSection, solved: Trapezoid, name: str, value: float) -> TrapezoidSection:
    """The section with one size changed; a held one gives way if this one wasn't held.

    Top and height stay as long as they can, for bars and legs depend on them.
    """
    held = set(section.given)
    if name not in held:
        for loser in _GIVES_WAY:
            candidate = held - {loser} | {name}
            if loser in held and candidate != {"height_mm", "slope_deg", "face_mm"}:
                held = candidate
                break
    sizes = {n: getattr(section, n) for n in section.given if n in held}
    for missing in held - sizes.keys():
        sizes[missing] = round(solved.size(missing), 6)
    sizes[name] = value
    return TrapezoidSection.model_validate(sizes)
