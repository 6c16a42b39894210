"""Honey to have on each day of the year to come to the next flow."""

from __future__ import annotations

from sabaka_core.base.dates import YEAR
from sabaka_core.season.undisturbed import Evening
from sabaka_core.season.weather import Weather

# Where nothing ever flows nobody can say what lasts [kg].
_WITHOUT_FLOWS_KG = 12.0


def reserves(weather: Weather, evenings: tuple[Evening, ...], more: float, least_kg: float) -> list[float]:
    """Honey to have on each day of the year [kg], reckoned backward from where flows bring more than is eaten.

    Args:
        evenings: the undisturbed year, for what is eaten, and what is found between flows.
        more: how much more than is eaten is to be there, as a factor.
        least_kg: what is to be left when flows take over.
    """
    last = weather.last_flow_day()
    if last < 0:
        return [_WITHOUT_FLOWS_KG] * YEAR
    found = [least_kg] * YEAR
    for back in range(2 * YEAR):
        day = (last - back) % YEAR
        lacks = evenings[day].lacks_kg
        # Between flows what a good day brings isn't counted on for a bad one; early in a flow bees may still eat more.
        balance = lacks * more if lacks > 0 else lacks if weather.flow[day] > 0 else 0.0
        found[day] = max(found[(day + 1) % YEAR] + balance, least_kg)
    return found
