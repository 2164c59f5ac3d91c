"""What is asked of whoever lays work on days: vehicles, jobs, and the bench."""

from typing import Annotated, Literal

from pydantic import Field

from jorvak.core.calculation import CalendarDay, Given, NotNegative, Positive
from jorvak.core.work.bench import BenchIn

Hands = Literal[1, 2]


class ScheduleRig(Given):
    name: str | None = Field(None, min_length=1, description="which vehicle", examples=["Plover"])
    deadline: CalendarDay | None = Field(None, description="day on which it has to be ready")


class ScheduleJob(Given):
    id: str = Field(min_length=1, description="what it is called", examples=["gears rear"])
    rig: str | None = Field(None, min_length=1, description="of which vehicle; absent where there is one")
    hours: NotNegative = Field(description="what it is guessed to take", examples=[7])
    after: list[str] = Field(default=[], description="jobs that come before it")
    wait_hours: NotNegative = Field(
        0.0, description="by the clock, before what comes after it may begin", examples=[48]
    )
    not_before: CalendarDay | None = Field(None, description="day on which it may begin")
    on: CalendarDay | None = Field(None, description="day on which it is held: it begins then where it can")
    hands: Hands = Field(1, description="one or two people")
    needs: list[str] = Field(default=[], description="lift, bay, welder: there is one of each")
    splits: bool = Field(True, description="it may go on on the next day")


class PlanIn(BenchIn):
    """What ``schedule`` and ``chance`` have in common."""

    rigs: Annotated[list[ScheduleRig], Field(min_length=1)] | None = Field(
        None, description="vehicles; absent: one without a deadline"
    )
    jobs: list[ScheduleJob] = Field(description="what is to be done")
    limit_s: Positive = Field(10.0, description="how long it may be searched for")
