"""The climbs of the trip: out of the line of a track, and which gear holds what speed on each, laden."""

from collections.abc import Sequence

from jorvak.core.engine.asking import Ask
from jorvak.core.heat.climbing import ClimbHeat, on_climb
from jorvak.core.immutable import record
from jorvak.core.load.results import laden_load
from jorvak.core.rolling.pulling import fastest_on_grade, puller
from jorvak.core.rolling.results import FALLBACK_CRUISE_KMH
from jorvak.core.trip.along import legs_of
from jorvak.core.trip.dates import usual_kmh
from jorvak.core.trip.records import Leg

LASTS_KM = 1.0
"""A climb is what lasts so long: over less a receiver's height is more noise than hill."""


@record(frozen=True, slots=True)
class Steepest:
    """The steepest stretch of a line that lasts: its grade, how long it is, and the height at its end."""

    grade_pct: float
    km: float
    altitude_m: float


def steepest(km: Sequence[float], altitude_m: Sequence[float], lasts_km: float = LASTS_KM) -> Steepest | None:
    """The steepest climb over at least ``lasts_km``, or over the whole of a shorter line; None where it never climbs.

    ``km`` grow along the line, each with its altitude. Source: rise over run between the ends of a sliding stretch.

    >>> steepest([0.0, 1.0, 2.0], [100.0, 180.0, 190.0])
    Steepest(grade_pct=8.0, km=1.0, altitude_m=180.0)
    """
    best: Steepest | None = None
    begin = 0
    for end in range(1, len(km)):
        while begin + 1 < end and km[end] - km[begin + 1] >= lasts_km:
            begin += 1
        run = km[end] - km[begin]
        if run < lasts_km and not (begin == 0 and end == len(km) - 1):
            continue
        rise = altitude_m[end] - altitude_m[begin]
        if run > 0 and rise > 0 and (best is None or rise / run > best.grade_pct * 10):
            best = Steepest(rise / run / 10, run, altitude_m[end])
    return best


@record(frozen=True, slots=True)
class Climb:
    """A leg's climb, laden: the speed wanted, and the gear (from 1) that holds it; where none does, the fastest that
    some gear holds, in which gear, and None where none holds any. ``reserve_pct`` is that of the gear.
    ``known`` False: nobody can say what a turbo engine has left so high up."""

    leg: str
    grade_pct: float
    altitude_m: float
    wanted_kmh: float
    held_kmh: float | None
    gear: int | None
    reserve_pct: float | None
    known: bool


def climbs(ask: Ask) -> tuple[Climb, ...]:
    """The climbs of the legs that have one. Raises Missing."""
    return tuple(_climb(ask, leg, leg.slope_pct) for leg in legs_of(ask) if leg.slope_pct)


def _climb(ask: Ask, leg: Leg, grade: float) -> Climb:
    altitude = _altitude_m(ask, leg)
    cruise = ask.maybe("aims.cruise_kmh") or FALLBACK_CRUISE_KMH
    wanted = usual_kmh(leg.surface, cruise)
    held = fastest_on_grade(ask, puller(ask), laden_load(ask).total_kg, wanted, grade, altitude)
    return Climb(leg.name, grade, altitude, wanted, held.speed_kmh, held.gear, held.reserve_pct, held.known)


def _altitude_m(ask: Ask, leg: Leg) -> float:
    """At the end of its climb; where nobody noted it, that of the brief's longest climb, noted or assumed."""
    return ask.typical("aims.climb_altitude_m") if leg.altitude_m is None else leg.altitude_m


@record(frozen=True, slots=True)
class LegHeat:
    """A leg's climb on the hottest day of the brief."""

    leg: str
    climb: ClimbHeat


def climb_heat(ask: Ask) -> tuple[LegHeat, ...]:
    """How hot it gets on the climbs of the legs, laden. Raises Missing and Refused. Source: cooling."""
    hottest = ask.need("aims.hottest_c")
    cruise = ask.maybe("aims.cruise_kmh") or FALLBACK_CRUISE_KMH
    return tuple(
        LegHeat(
            leg.name,
            on_climb(ask, leg.slope_pct, _altitude_m(ask, leg), usual_kmh(leg.surface, cruise), hottest),
        )
        for leg in legs_of(ask)
        if leg.slope_pct
    )
