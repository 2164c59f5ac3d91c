"""Pressures by leg: what its surface wants of these tyres under this load."""

from collections.abc import Iterator

from jorvak.core.immutable import record
from jorvak.core.rolling.airing_down import Surface as AiredFor
from jorvak.core.rolling.pressures import Pressures
from jorvak.core.trip.records import Leg, Surface

AIRED: dict[Surface, AiredFor] = {
    "gravel": "gravel", "track": "corrugations", "sand": "sand", "low": "rock", "snow": "snow", "mud": "mud",
}  # fmt: skip
"""As which ground of airing down each surface of a leg is driven."""


@record(frozen=True, slots=True)
class LegPressure:
    """Pressures of a leg, and how fast that may be driven; None on the road: as fast as the road allows.

    A pressure is None where what is set does not carry the load even at walking pace.
    """

    leg: str
    surface: Surface
    front_kpa: float | None
    rear_kpa: float | None
    max_kmh: float | None


def by_leg(legs: tuple[Leg, ...], pressures: Pressures) -> tuple[LegPressure, ...]:
    """The pressures of each leg."""
    return tuple(_of(leg, pressures) for leg in legs)


def _of(leg: Leg, pressures: Pressures) -> LegPressure:
    if leg.surface == "road":
        return LegPressure(leg.name, "road", pressures.front.road_kpa, pressures.rear.road_kpa, None)
    aired = next(each for each in pressures.surfaces if each.surface == AIRED[leg.surface])
    return LegPressure(leg.name, leg.surface, aired.front_kpa, aired.rear_kpa, aired.max_kmh)


def softest(of_legs: tuple[LegPressure, ...]) -> Iterator[LegPressure]:
    """One of each surface, in the order in which they come."""
    seen: set[Surface] = set()
    for each in of_legs:
        if each.surface not in seen:
            seen.add(each.surface)
            yield each
