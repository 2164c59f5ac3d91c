"""The days of the trip, and how far it goes."""

from collections.abc import Iterable, Iterator
from datetime import date, timedelta

from jorvak.core.immutable import record
from jorvak.core.load.records import Cargo, Trips
from jorvak.core.rig import Rig
from jorvak.core.rolling.results import FALLBACK_CRUISE_KMH
from jorvak.core.trip.records import Leg, Surface

USUAL_KMH: dict[Surface, float] = {
    "gravel": 60.0,
    "track": 30.0,
    "sand": 35.0,
    "low": 8.0,
    "snow": 40.0,
    "mud": 20.0,
}
"""What is driven where the road's cruising speed is not."""


@record(frozen=True, slots=True)
class TripDays:
    """The first and the last day away, and how far the legs go. ``last_on`` is the first where nobody said how long;
    ``wheel_h`` is how long is driven, at what is usual on each surface."""

    leaves_on: date
    last_on: date
    km: float
    wheel_h: float = 0.0

    @property
    def days(self) -> int:
        """How many days, the first and the last among them."""
        return (self.last_on - self.leaves_on).days + 1


def of_trip(rig: Rig, trips: Trips) -> bool:
    """Whether what is for these trips is for the one that the brief names; for none named, for every one."""
    return not trips or rig.brief.trip in trips


def in_order(legs: Iterable[Leg]) -> tuple[Leg, ...]:
    """Legs as they are driven."""
    return tuple(sorted(legs, key=lambda leg: (leg.place, leg.id)))


def legs_of_trip(rig: Rig) -> tuple[Leg, ...]:
    """The legs of the trip, in their order."""
    return in_order(leg for leg in rig.all(Leg) if of_trip(rig, leg.trips))


def cargo_of_trip(rig: Rig) -> tuple[Cargo, ...]:
    """The things to carry that come along."""
    return tuple(cargo for cargo in rig.all(Cargo) if not cargo.at_home and of_trip(rig, cargo.trips))


def usual_kmh(surface: Surface, cruise_kmh: float) -> float:
    """How fast a surface is driven: the road at the cruising speed, nothing faster than that."""
    return min(cruise_kmh, USUAL_KMH.get(surface, cruise_kmh))


def dated_legs(rig: Rig) -> Iterator[tuple[Leg, date]]:
    """Each leg with the day on which it begins; none where no day of leaving is set."""
    gone = 0.0
    for leg in legs_of_trip(rig) if rig.brief.leaves_on is not None else ():
        assert rig.brief.leaves_on is not None
        yield leg, rig.brief.leaves_on + timedelta(days=int(gone))
        gone += leg.days


def trip_days(rig: Rig) -> TripDays | None:
    """When the trip is; None where no day of leaving is set.

    As many days as the brief says, or as the legs take where that is more.
    """
    leaves_on = rig.brief.leaves_on
    if leaves_on is None:
        return None
    legs = legs_of_trip(rig)
    days = max(rig.brief.away_days or 1, -int(-sum(leg.days for leg in legs) // 1), 1)
    figure = rig.figures.get("aims.cruise_kmh")
    cruise = FALLBACK_CRUISE_KMH if figure is None else float(figure.value)
    return TripDays(
        leaves_on,
        leaves_on + timedelta(days=days - 1),
        km=sum(leg.km for leg in legs),
        wheel_h=sum(leg.km / usual_kmh(leg.surface, cruise) for leg in legs),
    )
