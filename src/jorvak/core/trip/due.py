"""What falls due by the end of the trip, and what on it."""

from datetime import date

from jorvak.core.quantities import DISTANCE, TIME, Preset, write_as
from jorvak.core.rig import Rig
from jorvak.core.trip.dates import TripDays, trip_days
from jorvak.core.work.due import DueRow
from jorvak.core.work.falling_due import falling_due


def due_by_the_end(rig: Rig, on: date) -> tuple[DueRow, ...]:
    """What is left of each interval, with how far the legs go and how long they take."""
    days = trip_days(rig)
    if days is None:
        return falling_due(rig, on)
    return falling_due(rig, on, days.km, days.days, days.wheel_h)


def due_on_trip(rig: Rig, on: date) -> tuple[DueRow, ...]:
    """What falls due within the trip, by true distance, date or engine hours."""
    return tuple(row for row in due_by_the_end(rig, on) if row.state == "on-trip")


def when_due(row: DueRow, days: TripDays, preset: Preset) -> str:
    """When something that falls due within the trip does so, by what comes first of distance, hours and day."""
    if row.km_left is not None and row.km_left <= days.km:
        return f"after {write_as(preset, row.km_left, DISTANCE)} of {write_as(preset, days.km, DISTANCE)}"
    if row.h_left is not None and row.h_left <= days.wheel_h:
        hours = write_as(preset, row.h_left, TIME)
        return f"after {hours} of about {write_as(preset, days.wheel_h, TIME)} at the wheel"
    assert row.due_on is not None
    return f"on {row.due_on:%-d %B %Y}"
