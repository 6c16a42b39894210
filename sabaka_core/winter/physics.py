"""Heat through layers and water in air."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import exp, log

from sabaka_core.document.chambers import Layer
from sabaka_core.hive.materials import layer_resistance, sheltering


def resistance(layers: Sequence[Layer]) -> float:
    """Resistance of layers one after the other, without their surfaces: ``Σ t/k`` [m²K/W], as far as none is vented.

    Source: ISO 6946, from memory.
    """
    return sum(layer_resistance(layer) for layer in sheltering(layers))


def transmittance(resistance_m2kw: float, rsi: float, rse: float) -> float:
    """U-value: ``1/(Rsi + R + Rse)`` [W/m²K]. Source: ISO 6946, from memory."""
    return 1 / (rsi + resistance_m2kw + rse)


@dataclass(frozen=True)
class Face:
    """One face of the shell round the winter run: inside area [m²], U [W/m²K], solid thickness [m], inside
    surface [m²K/W]."""

    name: str
    area: float
    u: float
    thick: float
    rsi: float


@dataclass(frozen=True)
class Shell:
    """Faces, the edges where two of them meet (by index, with their length [m]), and corners where three do."""

    faces: tuple[Face, ...]
    edges: tuple[tuple[int, int, float], ...]
    corners: tuple[tuple[int, int, int], ...]

    @property
    def by_face(self) -> tuple[float, ...]:
        """Conductance of each face with its share of edges and corners [W/K].

        ``U·A + 0.54·Σ mean(U·t)·edge + 0.15·Σ mean(U·t²)``: within 5 % of a three-dimensional solution
        for a box of one wall. Source: shape factors of plane walls, edges and corners, from memory.
        """
        found = [face.u * face.area for face in self.faces]
        for i, j, long in self.edges:
            for k in (i, j):
                found[k] += 0.54 * self.faces[k].u * self.faces[k].thick * long / 2
        for corner in self.corners:
            for k in corner:
                found[k] += 0.15 * self.faces[k].u * self.faces[k].thick ** 2 / 3
        return tuple(found)

    @property
    def ua(self) -> float:
        """Conductance of the whole shell [W/K]."""
        return sum(self.by_face)


def saturation_pa(celsius: float) -> float:
    """Saturated vapour pressure [Pa], over water above freezing and over ice below.

    Source: Magnus form, from memory.
    """
    if celsius >= 0:
        return 611.2 * exp(17.62 * celsius / (243.12 + celsius))
    return 611.2 * exp(22.46 * celsius / (272.62 + celsius))


def dew_point_c(pressure_pa: float) -> float:
    """Temperature at which vapour of a pressure condenses, or freezes out [°C]."""
    if pressure_pa <= 0:
        return -273.15
    ratio = log(pressure_pa / 611.2)
    return 243.12 * ratio / (17.62 - ratio) if ratio >= 0 else 272.62 * ratio / (22.46 - ratio)


def vapour_kg_m3(pressure_pa: float, celsius: float) -> float:
    """Water in air of a vapour pressure [kg/m³]: ``p/(R·T)`` with R 461.5 J/kgK."""
    return pressure_pa / (461.5 * (celsius + 273.15))


def vapour_pa(kg_m3: float, celsius: float) -> float:
    """Vapour pressure of air that holds so much water [Pa]."""
    return kg_m3 * 461.5 * (celsius + 273.15)


ZERO_C = 273.15
"""0 °C [K]."""
AIR_HEAT = 1206.0
"""Heat that a cubic metre of air takes for a degree [J/m³K]."""


def series_w(shell_c: float, out_c: float, film_w_k: float, ua_w_k: float, rest_w: float) -> float:
    """Heat of a cluster whose shell loses it to the cavity's air, which loses it through the walls [W].

    ``max(Q_rest, max(0, T_shell − T_out)/(1/(h·A) + 1/UA))``.
    """
    return max(rest_w, max(0.0, shell_c - out_c) / (1 / film_w_k + 1 / ua_w_k))
