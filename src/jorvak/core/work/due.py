"""What falls due by distance, date or hours, and what does so before a trip or on it."""

import calendar
from datetime import date
from typing import Annotated, Literal

from pydantic import Field

from jorvak.core.calculation import (
    SLACK,
    Answer,
    Calculation,
    CalendarDay,
    Given,
    NotNegative,
    Positive,
    Refused,
)

State = Literal["over", "now", "before-trip", "on-trip", "later"]
Whole = Annotated[int, Field(strict=True, ge=1, le=12000)]


class Interval(Given):
    name: str = Field(min_length=1, description="what it is", examples=["engine oil"])
    every_km: Positive | None = Field(None, description="falls due after so far", examples=[8000])
    every_months: Whole | None = Field(None, description="after so many months", examples=[12])
    every_h: Positive | None = Field(None, description="after so many hours", examples=[50])
    last_km: NotNegative | None = Field(None, description="odometer when it was done", examples=[100200])
    last_on: CalendarDay | None = Field(None, description="day on which it was done", examples=["2025-05-31"])
    last_h: NotNegative | None = Field(None, description="hours when it was done", examples=[410])
    once: bool = Field(False, description="only the first time counts, as of retightening")


class DueTrip(Given):
    from_: CalendarDay = Field(alias="from", description="first day", examples=["2026-04-18"])
    days: Whole = Field(description="days away", examples=[10])
    km: NotNegative = Field(description="how far", examples=[2400])
    hours: NotNegative = Field(0.0, description="engine hours on it", examples=[60])


class DueIn(Given):
    intervals: list[Interval] = Field(description="what falls due again and again, or once")
    now_km: NotNegative = Field(description="odometer, true distance", examples=[107000])
    now_h: NotNegative | None = Field(
        None, description="hours, where an interval counts them", examples=[440]
    )
    on: CalendarDay = Field(description="today", examples=["2026-04-06"])
    trip: DueTrip | None = Field(None, description="the trip that is ahead")


class DueRow(Answer):
    name: str = Field(description="what it is")
    km_left: float | None = Field(description="below 0: over by so much")
    due_on: date | None = Field(description="day on which it falls due")
    h_left: float | None = Field(description="hours left")
    state: State = Field(description="the first of these that holds")


class DueOut(Answer):
    rows: list[DueRow] = Field(description="as given")


def due(given: DueIn) -> DueOut:
    """What is left of each interval. Source: the calendar, months held to their last day.

    Raises Refused on ``intervals.N.every_km`` where none of the three is given, on ``intervals.N.last_…`` where what
    it counts from is missing, on ``now_h`` where an interval counts hours.
    """
    return DueOut(rows=[_row(i, interval, given) for i, interval in enumerate(given.intervals)])


def _row(i: int, interval: Interval, given: DueIn) -> DueRow:
    every = (interval.every_km, interval.every_months, interval.every_h)
    if every == (None, None, None):
        raise Refused(
            f"intervals.{i}.every_km", f"Say after how many km, months or hours {interval.name} falls due."
        )
    km_left = due_on = h_left = None
    if interval.every_km is not None:
        if interval.last_km is None:
            raise Refused(f"intervals.{i}.last_km", f"Say at how many km {interval.name} was done last.")
        km_left = interval.last_km + interval.every_km - given.now_km
    if interval.every_months is not None:
        if interval.last_on is None:
            raise Refused(f"intervals.{i}.last_on", f"Say on which day {interval.name} was done last.")
        due_on = months_later(interval.last_on, interval.every_months, f"intervals.{i}.every_months")
    if interval.every_h is not None:
        if interval.last_h is None:
            raise Refused(f"intervals.{i}.last_h", f"Say at how many hours {interval.name} was done last.")
        if given.now_h is None:
            raise Refused("now_h", f"{interval.name} counts hours: say how many there are now.")
        h_left = interval.last_h + interval.every_h - given.now_h
    state = _state(km_left, due_on, h_left, given.on, given.trip)
    return DueRow(name=interval.name, km_left=km_left, due_on=due_on, h_left=h_left, state=state)


def _state(
    km_left: float | None, due_on: date | None, h_left: float | None, on: date, trip: DueTrip | None
) -> State:
    lefts = [left for left in (km_left, h_left) if left is not None]
    if any(left < -SLACK for left in lefts) or (due_on is not None and due_on < on):
        return "over"
    if any(abs(left) <= SLACK for left in lefts) or due_on == on:
        return "now"
    if trip is None:
        return "later"
    if due_on is not None and due_on < trip.from_:
        return "before-trip"
    falls_due = (
        (km_left is not None and km_left <= trip.km + SLACK)
        or (h_left is not None and h_left <= trip.hours + SLACK)
        or (due_on is not None and (due_on - trip.from_).days < trip.days)
    )
    return "on-trip" if falls_due else "later"


def months_later(day: date, months: int, field: str) -> date:
    """So many months after a day, held to the month's last. Raises Refused on ``field`` beyond the calendar."""
    year, month = divmod(day.year * 12 + day.month - 1 + months, 12)
    if year > date.max.year:
        raise Refused(field, "That is beyond the calendar.")
    return date(year, month + 1, min(day.day, calendar.monthrange(year, month + 1)[1]))


CALCULATION = Calculation(
    "due",
    DueIn,
    due,
    DueOut,
    "what falls due by distance, date or hours, before a trip or on it",
    "counts; months by the calendar",
)
