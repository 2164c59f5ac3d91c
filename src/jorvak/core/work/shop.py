"""The shop: who works when, with what, and when it is closed. A record of its own, apart from the rigs in it."""

from collections.abc import Iterator
from datetime import date, timedelta
from typing import Annotated

from pydantic import Field, model_validator

from jorvak.core.rig import Day, Frozen, Line, Name
from jorvak.core.work.bench import QUARTERS, YEAR_DAYS, BenchIn, HelperVisit

WEEK = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")
Quarter = Annotated[float, Field(ge=0, le=24, multiple_of=1 / QUARTERS, allow_inf_nan=False)]
DayHours = Annotated[float, Field(ge=0, le=16, multiple_of=1 / QUARTERS, allow_inf_nan=False)]


class Helper(Frozen):
    """Somebody who comes to help: once, or every so many weeks from then on."""

    name: Line = "helper"
    first: Day
    from_h: Quarter = Field(0.0, description="hours after the bench day begins")
    hours: DayHours = Field(description="how long", examples=[4])
    every_weeks: Annotated[int, Field(ge=1, le=52)] | None = Field(None, description="None: once")
    last: Day | None = None

    def visits(self, start: date) -> Iterator[HelperVisit]:
        """The visits of the year from ``start`` on."""
        end = start + timedelta(days=YEAR_DAYS)
        day = self.first
        while day < end and (self.last is None or day <= self.last):
            if day >= start:
                yield HelperVisit(date=day, from_h=self.from_h, hours=self.hours)
            if self.every_weeks is None:
                return
            day += timedelta(weeks=self.every_weeks)


class Closed(Frozen):
    """Days on which nothing is done, from the first to the last of them."""

    first: Day
    last: Day
    why: Line | None = None

    @model_validator(mode="after")
    def _first_before_last(self) -> "Closed":
        if self.last < self.first:
            raise ValueError("The last closed day comes before the first.")
        if (self.last - self.first).days > 2 * YEAR_DAYS:
            raise ValueError("That is more than two years of closed days: type the days that are ahead.")
        return self


class Shop(Frozen):
    """A shop, or a home builder's own bench. Hours are by day of the week, Monday first."""

    name: Name
    people: Annotated[tuple[Line, ...], Field(min_length=1, max_length=20)] = ("you",)
    one_of: Annotated[tuple[Line, ...], Field(max_length=20)] = Field(
        (), description="what there is one of, at one job at a time", examples=[["bay", "welder"]]
    )
    bench_hours: Annotated[tuple[DayHours, ...], Field(min_length=7, max_length=7)]
    bench_from: Annotated[tuple[Quarter, ...], Field(min_length=7, max_length=7)] = (8.0,) * 7
    closed: Annotated[tuple[Closed, ...], Field(max_length=100)] = ()
    helpers: Annotated[tuple[Helper, ...], Field(max_length=50)] = ()

    @model_validator(mode="after")
    def _ends_by_midnight(self) -> "Shop":
        for day, (hours, begins) in enumerate(zip(self.bench_hours, self.bench_from, strict=True)):
            if hours and hours + begins > 24:
                raise ValueError(f"{WEEK[day]} ends after midnight: begin earlier, or have fewer hours.")
        return self

    def bench(self, start: date) -> BenchIn:
        """Its bench time from a day on, as work is laid on it."""
        last = start + timedelta(days=YEAR_DAYS)
        closed = sorted(
            {day for each in self.closed for day in _days(max(each.first, start), min(each.last, last))}
        )
        return BenchIn(
            start=start,
            bench_hours=list(self.bench_hours),
            bench_from=[
                begins if hours else 0.0
                for hours, begins in zip(self.bench_hours, self.bench_from, strict=True)
            ],
            closed=closed,
            people=len(self.people),
            helper=sorted(
                (visit for helper in self.helpers for visit in helper.visits(start)),
                key=lambda visit: (visit.date, visit.from_h),
            ),
        )


def _days(first: date, last: date) -> Iterator[date]:
    for ahead in range((last - first).days + 1):
        yield first + timedelta(days=ahead)
