"""What falls due on a rig: its intervals against its odometer, the day, and its trip."""

from datetime import date

from jorvak.core.immutable import record
from jorvak.core.rig import Rig
from jorvak.core.rolling.counting import fitted_at, true_km_between
from jorvak.core.work.due import DueIn, DueRow, DueTrip, Interval, due
from jorvak.core.work.records import IntervalRecord

ODOMETER_KM, ENGINE_H = "odometer.reading_km", "odometer.engine_h"
READ = {ODOMETER_KM: "the odometer", ENGINE_H: "the hour meter"}
"""What is read for each of them."""
COUNTED_FROM_KM = 1e7
"""What stands for the reading now: what counts is how far has been gone since."""


@record(frozen=True, slots=True)
class Uncounted:
    """An interval that nobody can count, and the figure that it lacks: its path."""

    name: str
    reading: str


def falling_due(
    rig: Rig, on: date, trip_km: float = 0.0, trip_days: int | None = None, trip_h: float = 0.0
) -> tuple[DueRow, ...]:
    """What is left of each interval, by true distance. What nobody can count now is left out: ``uncounted`` names it.

    ``trip_km`` is how far the trip goes, ``trip_h`` how many engine hours it takes, ``trip_days`` how many days; None:
    as the brief says.
    """
    gone, now_h = _gone(rig), _reading(rig, ENGINE_H)
    asked = (_as_asked(each, gone.get(each.id), now_h) for each in rig.all(IntervalRecord))
    trip = None
    if rig.brief.leaves_on is not None and rig.brief.leaves_on >= on:
        trip = DueTrip.model_validate(
            {
                "from": rig.brief.leaves_on,
                "days": trip_days or rig.brief.away_days or 1,
                "km": trip_km,
                "hours": trip_h,
            }
        )
    given = DueIn(
        intervals=[each for each in asked if each is not None],
        now_km=COUNTED_FROM_KM,
        now_h=now_h,
        on=on,
        trip=trip,
    )
    return tuple(due(given).rows)


def uncounted(rig: Rig) -> tuple[Uncounted, ...]:
    """Intervals of which nobody can say how far they are: a reading is missing, or runs backwards."""
    gone, now_h = _gone(rig), _reading(rig, ENGINE_H)
    return tuple(
        Uncounted(each.name, reading)
        for each in rig.all(IntervalRecord)
        for reading, missing in (
            (ODOMETER_KM, each.every_km is not None and each.id not in gone),
            (ENGINE_H, each.every_h is not None and not _runs_on(each, now_h)),
        )
        if missing
    )


def rests_on(row: DueRow) -> tuple[str, ...]:
    """The readings by which a row is counted."""
    counted = ((ODOMETER_KM, row.km_left), (ENGINE_H, row.h_left))
    return tuple(path for path, left in counted if left is not None)


def _reading(rig: Rig, path: str) -> float | None:
    figure = rig.figures.get(path)
    return None if figure is None else float(figure.value)


def _runs_on(interval: IntervalRecord, now_h: float | None) -> bool:
    """Whether the hours now are no fewer than when it was done last."""
    return now_h is not None and interval.last_h is not None and now_h >= interval.last_h


def _gone(rig: Rig) -> dict[int, float]:
    """True kilometres since each interval by distance was last done; one that nobody can count is not in it."""
    reading = _reading(rig, ODOMETER_KM)
    counted = [
        each for each in rig.all(IntervalRecord) if each.every_km is not None and each.last_km is not None
    ]
    if reading is None or not counted:
        return {}
    events = fitted_at(rig)
    gone = {each.id: true_km_between(events, each.last_km or 0.0, reading) for each in counted}
    return {interval: km for interval, km in gone.items() if km is not None}


def _as_asked(interval: IntervalRecord, gone: float | None, now_h: float | None) -> Interval | None:
    by_hours = interval.every_h is not None and _runs_on(interval, now_h)
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
