"""What falls due on a rig: its intervals against its odometer, the day, and its trip."""

from datetime import date

from jorvak.core.rig import Rig
from jorvak.core.rolling.counting import fitted_at, true_km_between
from jorvak.core.work.due import DueIn, DueRow, DueTrip, Interval, due
from jorvak.core.work.records import IntervalRecord

COUNTED_FROM_KM = 1e7
"""What stands for the reading now: what counts is how far has been gone since."""


def falling_due(
    rig: Rig, on: date, trip_km: float = 0.0, trip_days: int | None = None, now_h: float | None = None
) -> tuple[DueRow, ...]:
    """What is left of each interval, by true distance. What nobody can count now is left out: ``uncounted`` names it.

    ``trip_km`` is how far the trip goes, ``trip_days`` how long it takes; None: as the brief says.
    """
    gone = _gone(rig)
    asked = (_as_asked(each, gone.get(each.id), now_h) for each in rig.all(IntervalRecord))
    trip = None
    if rig.brief.leaves_on is not None and rig.brief.leaves_on >= on:
        trip = DueTrip.model_validate(
            {"from": rig.brief.leaves_on, "days": trip_days or rig.brief.away_days or 1, "km": trip_km}
        )
    given = DueIn(
        intervals=[each for each in asked if each is not None],
        now_km=COUNTED_FROM_KM,
        now_h=now_h,
        on=on,
        trip=trip,
    )
    return tuple(due(given).rows)


def uncounted(rig: Rig) -> tuple[str, ...]:
    """Intervals by distance of which nobody can say how far they are: the reading is missing, or runs backwards."""
    gone = _gone(rig)
    return tuple(
        each.name for each in rig.all(IntervalRecord) if each.every_km is not None and each.id not in gone
    )


def _gone(rig: Rig) -> dict[int, float]:
    """True kilometres since each interval by distance was last done; one that nobody can count is not in it."""
    reading = rig.figures.get("odometer.reading_km")
    counted = [
        each for each in rig.all(IntervalRecord) if each.every_km is not None and each.last_km is not None
    ]
    if reading is None or not counted:
        return {}
    events = fitted_at(rig)
    gone = {each.id: true_km_between(events, each.last_km or 0.0, float(reading.value)) for each in counted}
    return {interval: km for interval, km in gone.items() if km is not None}


def _as_asked(interval: IntervalRecord, gone: float | None, now_h: float | None) -> Interval | None:
    by_hours = interval.every_h is not None and now_h is not None
    if gone is None and not by_hours and interval.every_months is None:
        return None
    return Interval(
        name=interval.name,
        every_km=None if gone is None else interval.every_km,
        every_months=interval.every_months,
        every_h=interval.every_h if by_hours else None,
        # Counted back, so that what is left is true distance.
        last_km=None if gone is None else COUNTED_FROM_KM - gone,
        last_on=interval.last_on,
        last_h=interval.last_h,
        once=interval.once,
    )
