"""Bench time: the quarter hours in which work can be done, one after another, and where each lies by the clock."""

import math
from bisect import bisect_left
from collections.abc import Sequence
from datetime import date, timedelta
from functools import cached_property
from typing import Annotated

from pydantic import Field

from jorvak.core.calculation import SLACK, CalendarDay, Given, NotNegative, Refused
from jorvak.core.immutable import record

QUARTERS = 4
"""An hour has so many."""
DAY = 24 * QUARTERS
YEAR_DAYS = 365
"""Work lies within so many days from the start."""

BenchHours = Annotated[NotNegative, Field(le=16)]
Clock = Annotated[NotNegative, Field(le=24)]
Seven = Annotated[list[BenchHours], Field(min_length=7, max_length=7)]


class HelperVisit(Given):
    date: CalendarDay = Field(description="day of the visit", examples=["2026-04-11"])
    from_h: NotNegative = Field(0.0, description="hours after the bench day begins", examples=[2])
    hours: NotNegative = Field(description="how long the helper stays", examples=[3])


class BenchIn(Given):
    """When there is somebody at the bench, and who comes to help."""

    start: CalendarDay = Field(description="the first day", examples=["2026-04-06"])
    bench_hours: Seven = Field(
        description="hours at the bench, Monday first", examples=[[2, 2, 2, 2, 0, 6, 0]]
    )
    bench_from: Annotated[list[Clock], Field(min_length=7, max_length=7)] = Field(
        default=[8.0] * 7, description="hour of the clock at which it begins, Monday first"
    )
    closed: list[CalendarDay] = Field(default=[], description="days on which nothing is done")
    people: Annotated[int, Field(strict=True, ge=1, le=100)] = Field(1, description="who work at once")
    helper: list[HelperVisit] = Field(default=[], description="visits of a helper")


@record(frozen=True, slots=True)
class BenchDay:
    """A day with bench time: its quarters are [first, end) among all."""

    on: date
    first: int
    end: int


@record(frozen=True)
class Bench:
    """Bench time from ``start`` on. ``clock`` has for each of its quarters the quarter since ``start`` 00:00.

    ``visits`` are the quarters [first, end) at which a helper is there, by visit.
    """

    start: date
    days: tuple[BenchDay, ...]
    visits: tuple[tuple[int, int], ...]
    clock: tuple[int, ...]

    @property
    def quarters(self) -> int:
        """How many there are."""
        return len(self.clock)

    @cached_property
    def longest_day(self) -> int:
        """The most quarters of one day."""
        return max((day.end - day.first for day in self.days), default=0)

    def hours_before(self, day: date) -> float:
        """How many hours there are before a day."""
        return sum(each.end - each.first for each in self.days if each.on < day) / QUARTERS

    @cached_property
    def longest_visit(self) -> int:
        """The most quarters of one visit."""
        return max((end - first for first, end in self.visits), default=0)

    @cached_property
    def spans(self) -> tuple[tuple[int, int], ...]:
        """The quarters [first, end) of each day."""
        return tuple((day.first, day.end) for day in self.days)

    def from_day(self, day: date) -> int:
        """The clock quarter at which a day begins; that of the start for one before it."""
        return max((day - self.start).days, 0) * DAY

    def at(self, clock: int) -> int:
        """The first quarter of bench time at or after one of the clock; ``quarters`` beyond the last."""
        return bisect_left(self.clock, clock)


def bench(given: BenchIn) -> Bench:
    """The bench time of a year. Raises Refused on ``bench_hours.N`` and ``bench_from.N``."""
    hours = [_quarters(value, f"bench_hours.{i}", "Bench hours") for i, value in enumerate(given.bench_hours)]
    begins = [
        _quarters(value, f"bench_from.{i}", "The bench's beginning")
        for i, value in enumerate(given.bench_from)
    ]
    for i, (long, first) in enumerate(zip(hours, begins, strict=True)):
        if long + first > DAY:
            raise Refused(f"bench_from.{i}", "Bench hours end at midnight: begin earlier, or have fewer.")
    closed = set(given.closed)
    days, clock = [], list[int]()
    for ahead in range(YEAR_DAYS):
        day = _ahead(given.start, ahead)
        long = hours[day.weekday()]
        if long and day not in closed:
            first = ahead * DAY + begins[day.weekday()]
            days.append(BenchDay(day, len(clock), len(clock) + long))
            clock += range(first, first + long)
    return Bench(given.start, tuple(days), _visits(given.helper, days), tuple(clock))


def _quarters(hours: float, field: str, what: str) -> int:
    quarters = round(hours * QUARTERS)
    if abs(quarters - hours * QUARTERS) > SLACK:
        raise Refused(field, f"{what} are whole quarters of an hour, for example 2.25; {hours:g} is not.")
    return quarters


def _ahead(start: date, days: int) -> date:
    try:
        return start + timedelta(days=days)
    except OverflowError:
        raise Refused("start", "A year from there is beyond the calendar.") from None


def _visits(helper: Sequence[HelperVisit], days: Sequence[BenchDay]) -> tuple[tuple[int, int], ...]:
    """Visits cut to bench time and to whole quarters of it."""
    by_day = {day.on: day for day in days}
    spans = []
    for visit in helper:
        day = by_day.get(visit.date)
        if day is None:
            continue
        first = min(day.first + math.ceil(visit.from_h * QUARTERS - SLACK), day.end)
        end = min(day.first + math.floor((visit.from_h + visit.hours) * QUARTERS + SLACK), day.end)
        if first < end:
            spans.append((first, end))
    return tuple(sorted(spans))


def quarters_of(hours: float) -> int:
    """Hours as whole quarters, rounded up; a hair above one is that one."""
    return math.ceil(hours * QUARTERS - SLACK)
