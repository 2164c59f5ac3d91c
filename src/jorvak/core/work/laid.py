"""Work laid on days: what was asked in quarter hours, a plan of it, and what that comes to."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import replace
from datetime import date
from functools import cached_property

from jorvak.core.calculation import Refused
from jorvak.core.immutable import record
from jorvak.core.work.bench import DAY, QUARTERS, Bench, BenchDay, bench, quarters_of
from jorvak.core.work.order import in_order, numbers
from jorvak.core.work.placing import NOWHERE, Placed, Placing, Task
from jorvak.core.work.to_lay import PlanIn, ScheduleJob, ScheduleRig

MOST_QUARTERS = 2**28
"""Of one wait or one job: beyond it nothing is said any more."""


@record(frozen=True, slots=True)
class Vehicle:
    """A vehicle and the day after its start on which it has to be ready; None: when it is."""

    name: str | None
    deadline_day: int | None


@record(frozen=True)
class Work:
    """What is to be done. ``befores`` has for each job those before it by place, ``rig_of`` its vehicle by place;
    ``hours`` are quarters after the ratio, ``waits`` quarters by the clock. ``tasks`` are what is placed, job by job:
    a job for two with one person that is longer than any visit is several."""

    bench: Bench
    people: int
    jobs: tuple[ScheduleJob, ...]
    rigs: tuple[Vehicle, ...]
    rig_of: tuple[int, ...]
    befores: tuple[frozenset[int], ...]
    topological: tuple[int, ...]
    hours: tuple[int, ...]
    waits: tuple[int, ...]

    @cached_property
    def holds(self) -> tuple[tuple[int, int] | None, ...]:
        """The quarters [first, end) of the day on which each job is held; None: on none. None too for a day without any."""
        days = {day.on: (day.first, day.end) for day in self.bench.days}
        return tuple(None if job.on is None else days.get(job.on) for job in self.jobs)

    @cached_property
    def whole(self) -> tuple[Task, ...]:
        """Each job as one task."""
        return tuple(self._task(i, tuple(sorted(self.befores[i]))) for i in range(len(self.jobs)))

    @cached_property
    def parts(self) -> tuple[tuple[int, int], ...]:
        """What is placed, job by job: the job and its quarters."""
        return tuple((i, quarters) for i in range(len(self.jobs)) for quarters in self._parts_of(i))

    @cached_property
    def parts_of(self) -> tuple[tuple[int, ...], ...]:
        """The places in ``parts`` of each job."""
        found: list[list[int]] = [[] for _ in self.jobs]
        for at, (job, _) in enumerate(self.parts):
            found[job].append(at)
        return tuple(tuple(each) for each in found)

    @cached_property
    def placing(self) -> Placing:
        """What places ``tasks``."""
        return Placing(self.bench, self.people, self.tasks)

    @cached_property
    def tasks(self) -> tuple[Task, ...]:
        """What is placed, in the order of ``parts``."""
        tasks = []
        for at, (job, _) in enumerate(self.parts):
            goes_on = at != self.parts_of[job][0]
            last = sorted(self.parts_of[each][-1] for each in self.befores[job])
            tasks.append(self._task(job, (at - 1,) if goes_on else tuple(last)))
        return tuple(tasks)

    @cached_property
    def task_waits(self) -> tuple[int, ...]:
        """The wait of each task: that of its job, after its last part."""
        return tuple(
            self.waits[job] if at == self.parts_of[job][-1] else 0 for at, (job, _) in enumerate(self.parts)
        )

    def _parts_of(self, job: int) -> list[int]:
        hours, longest = self.hours[job], self.bench.longest_visit
        if self.jobs[job].hands == 1 or self.people > 1 or hours <= longest:
            return [hours]
        many = math.ceil(hours / longest)
        return [hours // many + (part < hours % many) for part in range(many)]

    def _task(self, job: int, before: tuple[int, ...]) -> Task:
        given = self.jobs[job]
        first = max((self.bench.from_day(day) for day in (given.not_before, given.on) if day), default=0)
        needs = tuple(dict.fromkeys(given.needs)) if self.hours[job] else ()
        return Task(before, first, given.hands, needs, given.splits)


@record(frozen=True)
class Laid:
    """A plan: where each task lies, in quarters of bench time, and the clock quarter at which each job, each vehicle
    and all is ready. ``order`` are jobs by their start, ``missed`` those that do not begin on the day on which they
    are held."""

    starts: tuple[int, ...]
    ends: tuple[int, ...]
    helped: tuple[bool, ...]
    order: tuple[int, ...]
    rigs_ready: tuple[int, ...]
    lateness: tuple[int, int]
    missed: tuple[int, ...]

    @property
    def ready(self) -> int:
        """The clock quarter at which all is ready."""
        return max(self.rigs_ready)

    @property
    def merit(self) -> tuple[int, int, int, int]:
        """Holds that are missed, the most days late, their sum, and when all is ready: less is better, the first first."""
        return (len(self.missed), *self.lateness, self.ready)


@record(frozen=True, slots=True)
class Piece:
    """A stretch of a job within one day, in quarters of bench time."""

    job: int
    start: int
    end: int
    helped: bool


def as_work(given: PlanIn, ratio: float) -> Work:
    """What is asked in quarter hours. Raises Refused as ``schedule`` does for names, a ring, and what can never be."""
    number = numbers([job.id for job in given.jobs])
    rigs = _rigs(given.rigs)
    names = {rig.name: at for at, rig in enumerate(given.rigs or [ScheduleRig()])}
    befores = []
    for i, job in enumerate(given.jobs):
        for k, name in enumerate(job.after):
            if name not in number:
                raise Refused(f"jobs.{i}.after.{k}", f"There is no job “{name}” for {job.id} to come after.")
        befores.append(frozenset(number[name] for name in job.after))
    rig_of = tuple(_rig_of(i, job, names) for i, job in enumerate(given.jobs))
    topological = tuple(in_order([set(each) for each in befores], [job.id for job in given.jobs]))
    calendar = bench(given)
    hours = tuple(
        _whole(quarters_of(job.hours * ratio), f"jobs.{i}.hours") for i, job in enumerate(given.jobs)
    )
    waits = tuple(
        _whole(quarters_of(job.wait_hours), f"jobs.{i}.wait_hours") for i, job in enumerate(given.jobs)
    )
    work = Work(
        bench=calendar,
        people=given.people,
        jobs=tuple(given.jobs),
        rigs=tuple(
            Vehicle(rig.name, None if rig.deadline is None else (rig.deadline - given.start).days)
            for rig in rigs
        ),
        rig_of=rig_of,
        befores=tuple(befores),
        topological=topological,
        hours=hours,
        waits=waits,
    )
    _check_possible(work)
    return work


def no_time() -> Refused:
    """That the work does not go into a year."""
    return Refused(
        "bench_hours", "Not all of it can be done within a year. Give the bench more hours, or do less."
    )


def _whole(quarters: int, field: str) -> int:
    if quarters > MOST_QUARTERS:
        raise Refused(field, "That is more than anybody waits for.")
    return quarters


def _rigs(given: Sequence[ScheduleRig] | None) -> Sequence[ScheduleRig]:
    rigs = [ScheduleRig()] if given is None else given
    names = [rig.name for rig in rigs]
    for i, name in enumerate(names):
        if name in names[:i]:
            called = f"called “{name}”" if name else "without a name"
            raise Refused(f"rigs.{i}.name", f"Two vehicles are {called}: give each its own name.")
    return rigs


def _rig_of(i: int, job: ScheduleJob, names: dict[str | None, int]) -> int:
    if job.rig is None and len(names) == 1:
        return 0
    if job.rig not in names:
        known = ", ".join(name for name in names if name) or "one without a name"
        raise Refused(f"jobs.{i}.rig", f"Say of which vehicle {job.id} is: {known}.")
    return names[job.rig]


def _check_possible(work: Work) -> None:
    calendar = work.bench
    if work.jobs and calendar.quarters == 0:
        raise Refused("bench_hours", "Nobody is at the bench within a year: give hours to a day of the week.")
    for job in work.jobs:
        guessed = quarters_of(job.hours)
        if not job.splits and guessed > calendar.longest_day:
            raise Refused(
                "jobs",
                f"{job.id} takes {job.hours:g} h and may not split, and the longest bench day has "
                f"{calendar.longest_day / QUARTERS:g} h. Let it split, or make a longer day.",
            )
        if job.hands == 2 and work.people < 2 and guessed > calendar.longest_visit:
            raise Refused(
                "helper",
                f"{job.id} wants two for {job.hours:g} h, and "
                + (
                    f"the longest visit of the helper in bench time has {calendar.longest_visit / QUARTERS:g} h."
                    if calendar.visits
                    else "no helper comes in bench time."
                ),
            )


def laid(work: Work, starts: Sequence[int], ends: Sequence[int], helped: Sequence[bool]) -> Laid:
    """A plan from where its tasks lie."""
    calendar = work.bench
    done = [
        calendar.clock[end - 1] + 1 if hours else calendar.clock[start]
        for (_, hours), start, end in zip(work.parts, starts, ends, strict=True)
    ]
    ready = [0] * len(work.rigs)
    begins: dict[int, int] = {}
    for at, (job, _) in enumerate(work.parts):
        rig = work.rig_of[job]
        ready[rig] = max(ready[rig], done[at] + work.task_waits[at])
        begins.setdefault(job, starts[at])
    place_of = {job: at for at, job in enumerate(work.topological)}
    late = [
        max(clock // DAY - rig.deadline_day, 0) if rig.deadline_day is not None else 0
        for rig, clock in zip(work.rigs, ready, strict=True)
    ]
    return Laid(
        starts=tuple(starts),
        ends=tuple(ends),
        helped=tuple(helped),
        order=tuple(sorted(begins, key=lambda job: (begins[job], place_of[job]))),
        rigs_ready=tuple(ready),
        lateness=(max(late), sum(late)),
        missed=tuple(job for job, at in begins.items() if not _is_held(work, job, at)),
    )


def _is_held(work: Work, job: int, start: int) -> bool:
    hold = work.holds[job]
    return hold is None or hold[0] <= start < hold[1]


def placed_in(work: Work, order: Sequence[int]) -> Laid | None:
    """The plan that comes of placing jobs in an order; None where one finds no place within the year."""
    tasks = [at for job in order for at in work.parts_of[job]]
    hours = [quarters for _, quarters in work.parts]
    found = work.placing.place(tasks, hours, work.task_waits)
    return None if NOWHERE in found.done else laid(work, found.starts, found.ends, found.helped)


def again_at_its_earliest(work: Work, plan: Laid) -> Laid:
    """In order of start, each job placed again at its earliest, none of what counts getting worse."""
    again = placed_in(work, plan.order)
    return plan if again is None or again.merit > plan.merit else again


def critical_of(work: Work, plan: Laid) -> list[int]:
    """Jobs, by start, for which an hour more of work (of wait, where it has none) makes all ready later."""
    placing = Placing(work.bench, work.people, work.whole)

    def ready(hours: Sequence[int], waits: Sequence[int]) -> int:
        return ready_at(placing.place(plan.order, hours, waits), waits)

    found, least = [], ready(work.hours, work.waits)
    for job in plan.order:
        hours, waits = list(work.hours), list(work.waits)
        (hours if hours[job] else waits)[job] += QUARTERS
        if ready(hours, waits) > least:
            found.append(job)
    return found


def ready_at(placed: Placed, waits: Sequence[int]) -> int:
    """The clock quarter at which everything has ended and waited."""
    return max((done + wait for done, wait in zip(placed.done, waits, strict=True)), default=0)


def pieces_of(work: Work, plan: Laid) -> Iterator[tuple[BenchDay, list[Piece]]]:
    """The days on which something is done, and what is, in the order in which it begins."""
    by_day: dict[date, list[Piece]] = {}
    days = {day.on: day for day in work.bench.days}
    place_of = {job: at for at, job in enumerate(plan.order)}
    for (job, _), start, end, helped in zip(work.parts, plan.starts, plan.ends, plan.helped, strict=True):
        for day in _days_between(work.bench, start, max(end, start + 1)):
            piece = Piece(job, max(start, day.first), min(end, day.end), helped)
            by_day.setdefault(day.on, []).append(piece)
    for on in sorted(by_day):
        yield days[on], sorted(by_day[on], key=lambda piece: (piece.start, place_of[piece.job]))


def _days_between(calendar: Bench, start: int, end: int) -> Iterator[BenchDay]:
    return (day for day in calendar.days if day.first < end and start < day.end)


def earliest(work: Work) -> list[int]:
    """The clock quarter at which each task is done at the earliest, were there hands and tools enough for all."""
    done = [0] * len(work.parts)
    for job in work.topological:
        for at in work.parts_of[job]:
            task, hours = work.tasks[at], work.parts[at][1]
            ready = max([task.from_clock, *(done[each] + work.task_waits[each] for each in task.before)])
            alone = Placing(work.bench, work.people, [replace(task, before=(), from_clock=ready)])
            done[at] = alone.place([0], [hours], [0]).done[0]
    return done
