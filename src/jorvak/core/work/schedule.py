"""When is it ready, with the people, days and visits that there are."""

from collections.abc import Callable
from datetime import date, timedelta

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Positive, Refused
from jorvak.core.work.bench import DAY, QUARTERS, Bench
from jorvak.core.work.laid import Laid, Work, as_work, critical_of, no_time, pieces_of, placed_in
from jorvak.core.work.to_lay import PlanIn


class ScheduleIn(PlanIn):
    hours_ratio: Positive = Field(1.0, description="what work takes against its guess", examples=[1.4])


class RigReady(Answer):
    name: str | None = Field(description="which vehicle")
    finish: date = Field(description="day on which it is ready")
    days_late: int = Field(description="after its deadline")


class DayJob(Answer):
    id: str = Field(description="which job")
    from_h: float = Field(description="hours since the bench day began")
    to_h: float = Field(description="hours since the bench day began")
    with_helper: bool = Field(description="the helper is the second pair of hands")


class DayPlan(Answer):
    date: date
    jobs: list[DayJob] = Field(description="in the order in which they begin")


class ScheduleOut(Answer):
    finish: date = Field(description="day on which all is ready")
    ready_h: float = Field(description="hours by the clock since the start's midnight")
    rigs: list[RigReady] = Field(description="as given")
    by_day: list[DayPlan] = Field(description="days on which something is done")
    order: list[str] = Field(description="jobs by their start")
    critical: list[str] = Field(description="jobs for which another hour makes it ready later")
    proven: bool = Field(description="nothing better is possible")


Watch = Callable[[Laid], bool]
"""Is told each plan that is better than the one before; answers whether to go on."""


def schedule(given: ScheduleIn, watch: Watch | None = None) -> ScheduleOut:
    """The plan with the least days late, then the least sum of them, then the earliest hour at which all is ready.

    Source: CP-SAT in quarter hours, begun from serial schedules by rules of thumb. Raises Refused on ``jobs`` for what
    can never be done or a ring, ``helper`` for want of a visit, ``bench_hours`` for want of time within a year,
    ``rigs.N.name``, ``jobs.N.id``, ``jobs.N.rig``, ``jobs.N.after.K`` for names.
    """
    from jorvak.core.work.search import search

    work = as_work(given, given.hours_ratio)
    plan, proven = search(work, given.limit_s, watch)
    return outcome(work, plan, proven)


def outcome(work: Work, plan: Laid, proven: bool) -> ScheduleOut:
    """What a plan comes to."""
    calendar = work.bench
    return ScheduleOut(
        finish=day_of(calendar, plan.ready),
        ready_h=plan.ready / QUARTERS,
        rigs=[
            RigReady(
                name=rig.name,
                finish=day_of(calendar, ready),
                days_late=max(ready // DAY - rig.deadline_day, 0) if rig.deadline_day is not None else 0,
            )
            for rig, ready in zip(work.rigs, plan.rigs_ready, strict=True)
        ],
        by_day=[
            DayPlan(
                date=day.on,
                jobs=[
                    DayJob(
                        id=work.jobs[piece.job].id,
                        from_h=(piece.start - day.first) / QUARTERS,
                        to_h=(piece.end - day.first) / QUARTERS,
                        with_helper=piece.helped,
                    )
                    for piece in pieces
                ],
            )
            for day, pieces in pieces_of(work, plan)
        ],
        order=[work.jobs[job].id for job in plan.order],
        critical=[work.jobs[job].id for job in critical_of(work, plan)],
        proven=proven,
    )


def day_of(calendar: Bench, clock: int) -> date:
    """The day to which a clock quarter belongs; midnight belongs to the next. Raises Refused beyond the calendar."""
    try:
        return calendar.start + timedelta(days=clock // DAY)
    except OverflowError:
        raise Refused("jobs", "They would be ready beyond the calendar.") from None


def holding(given: ScheduleIn, answer: ScheduleOut) -> Callable[[ScheduleIn], ScheduleOut]:
    """The same order for figures that are moved a little: what doubt does to it."""

    def moved_plan(moved: ScheduleIn) -> ScheduleOut:
        work = as_work(moved, moved.hours_ratio)
        number = {job.id: at for at, job in enumerate(work.jobs)}
        plan = placed_in(work, [number[name] for name in answer.order])
        if plan is None:
            raise no_time()
        return outcome(work, plan, answer.proven)

    return moved_plan


CALCULATION = Calculation(
    "schedule",
    ScheduleIn,
    schedule,
    ScheduleOut,
    "when is it ready, with the people, days, visits and waits that there are",
    "CP-SAT in quarter hours; least days late, their sum, then the earliest",
    holding=holding,
)
