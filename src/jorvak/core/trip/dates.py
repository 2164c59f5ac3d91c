"""The days of the trip, and how far it goes."""

from collections.abc import Iterator
from datetime import date, timedelta

from jorvak.core.immutable import record
from jorvak.core.load.records import Trips
from jorvak.core.rig import Rig
from jorvak.core.trip.records import Leg


@record(frozen=True, slots=True)
class TripDays:
    """The first and the last day away, and how far the legs go. ``last_on`` is the first where nobody said how long."""

    leaves_on: date
    last_on: date
    km: float

    @property
    def days(self) -> int:
        """How many days, the first and the last among them."""
        return (self.last_on - self.leaves_on).days + 1


def of_trip(rig: Rig, trips: Trips) -> bool:
    """Whether what is for these trips is for the one that the brief names; for none named, for every one."""
    return not trips or rig.brief.trip in trips


def legs_of_trip(rig: Rig) -> tuple[Leg, ...]:
    """The legs of the trip, in their order."""
    ours = (leg for leg in rig.all(Leg) if of_trip(rig, leg.trips))
    return tuple(sorted(ours, key=lambda leg: (leg.place, leg.id)))


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
    return TripDays(leaves_on, leaves_on + timedelta(days=days - 1), sum(leg.km for leg in legs))
