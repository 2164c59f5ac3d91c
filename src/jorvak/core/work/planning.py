"""The work of a shop: jobs of its rigs in their order, laid on its bench, with what that breaks and what is late."""

from collections.abc import Mapping, Sequence
from datetime import date
from typing import Literal

from jorvak.core.immutable import record
from jorvak.core.quantities import METRIC, Preset
from jorvak.core.rig import Rig
from jorvak.core.vehicle.records import Part
from jorvak.core.work.chance import ChanceIn
from jorvak.core.work.hours_learnt import HoursLearntIn, HoursLearntOut, Took, hours_learnt
from jorvak.core.work.jobs import WorkJob, work_jobs
from jorvak.core.work.order import BECAUSE, OrderIn, OrderJob, OrderOut, Why, order
from jorvak.core.work.records import JobRecord, JobWait
from jorvak.core.work.schedule import ScheduleIn, ScheduleOut
from jorvak.core.work.shop import Shop
from jorvak.core.work.to_lay import ScheduleJob, ScheduleRig

AFTER_IT = ("drying", "machine-shop")
"""Waits that pass after a job; the others come before it."""


OF_A_CAUTION: tuple[Why, ...] = ("weld-before-wire", "weld-before-fuel", "fuel-out")
"""Rules of order on which a caution depends: current through electronics, vapour near sparks."""


@record(frozen=True, slots=True)
class InShop:
    """A rig that stands in a shop."""

    id: int
    name: str
    rig: Rig


@record(frozen=True, slots=True)
class Edge:
    """That one job comes before another, by which rule, and why."""

    before: str
    after: str
    why: Why
    because: str


@record(frozen=True, slots=True)
class Undated:
    """A part for which a job waits, and of which nobody knows when it comes; ``was_due`` where that day is over."""

    job: str
    part: str
    was_due: date | None


@record(frozen=True, slots=True)
class Asked:
    """The work of a shop as it is asked: ``jobs`` by their id there (``ID KEY``), what comes before what, and what is
    put to ``schedule`` and ``chance``. ``undated`` are parts that jobs wait for and of which nobody knows the day."""

    jobs: Mapping[str, WorkJob]
    rig_of: Mapping[str, int]
    order: OrderOut
    edges: tuple[Edge, ...]
    learnt: HoursLearntOut
    history: tuple[Took, ...]
    schedule: ScheduleIn
    undated: tuple[Undated, ...]
    parts: Mapping[int, Mapping[str, Part]]
    unhelped: tuple[str, ...]


def id_of(rig_id: int, key: str) -> str:
    """What a job is called among those of a shop."""
    return f"{rig_id} {key}"


def asked(
    rigs: Sequence[InShop],
    shop: Shop,
    today: date,
    preset: Preset = METRIC,
    limit_s: float = 10.0,
    put_off: frozenset[str] = frozenset(),
    alone: bool = False,
) -> Asked:
    """What is still to be done in a shop, from ``today`` on. ``put_off`` are ids of jobs that are left out besides.

    A job for two for which no visit is long enough is laid for one, and is among ``unhelped``; with ``alone`` every one.

    Raises Refused on ``jobs`` for a ring in what comes after what.
    """
    jobs, rig_of = {}, {}
    for each in rigs:
        for job in work_jobs(each.rig, today, preset):
            name = id_of(each.id, job.key)
            if not job.done and job.put_off is None and name not in put_off:
                jobs[name], rig_of[name] = job, each.id
    ordered = order(
        OrderIn(
            jobs=[_to_order(name, job, rig_of[name], jobs) for name, job in jobs.items()],
            overruled=[
                (before, name)
                for name, job in jobs.items()
                for each in job.overruled
                if (before := id_of(rig_of[name], each.before)) in jobs
            ],
        )
    )
    history = tuple(took for each in rigs for took in history_of(each.rig))
    learnt = hours_learnt(HoursLearntIn(history=list(history)))
    befores: dict[str, list[str]] = {}
    for edge in ordered.edges:
        befores.setdefault(edge.after, []).append(edge.before)
    parts = {each.id: {part.name: part for part in each.rig.all(Part)} for each in rigs}
    laid = [
        _to_lay(name, job, rig_of[name], befores.get(name, []), parts[rig_of[name]], learnt.ratio_sum, today)
        for name, job in jobs.items()
    ]
    bench = shop.bench(today)
    longest_h = max((visit.hours for visit in bench.helper), default=0.0)
    unhelped = tuple(
        each.id for each in laid if each.hands == 2 and bench.people < 2 and (alone or each.hours > longest_h)
    )
    laid = [each.model_copy(update={"hands": 1}) if each.id in unhelped else each for each in laid]
    return Asked(
        jobs=jobs,
        rig_of=rig_of,
        order=ordered,
        edges=tuple(Edge(e.before, e.after, e.why, BECAUSE[e.why]) for e in ordered.edges),
        learnt=learnt,
        history=history,
        schedule=ScheduleIn(
            **bench.model_dump(),
            rigs=[ScheduleRig(name=str(each.id), deadline=each.rig.brief.leaves_on) for each in rigs],
            jobs=laid,
            hours_ratio=learnt.ratio_sum,
            limit_s=limit_s,
        ),
        undated=tuple(
            Undated(name, wait.part or "", _due(wait, parts[rig_of[name]]))
            for name, job in jobs.items()
            for wait in job.waits
            if wait.for_what == "part"
            and _is_awaited(parts[rig_of[name]].get(wait.part or ""))
            and comes_on(wait, parts[rig_of[name]], today) is None
        ),
        parts=parts,
        unhelped=unhelped,
    )


def _to_order(name: str, job: WorkJob, rig: int, jobs: Mapping[str, WorkJob]) -> OrderJob:
    after = (id_of(rig, key) for key in job.after)
    return OrderJob(
        id=name,
        stage=job.stage,
        area=job.area,
        rig=str(rig),
        after=[each for each in after if each in jobs and each != name],
    )


def _is_awaited(part: Part | None) -> bool:
    return part is None or part.place not in ("shelf", "fitted")


def comes_on(wait: JobWait, parts: Mapping[str, Part], today: date) -> date | None:
    """The day before which a wait lets nothing begin: that of a part is when it is due, as long as it is not here.

    None where nobody knows: a part that was due and has not come says nothing any more.
    """
    if wait.for_what != "part":
        return wait.until
    if not _is_awaited(parts.get(wait.part or "")):
        return None
    due = _due(wait, parts)
    return due if due is not None and due >= today else None


def _due(wait: JobWait, parts: Mapping[str, Part]) -> date | None:
    part = parts.get(wait.part or "")
    return wait.until if part is None or part.due_on is None else part.due_on


def _to_lay(
    name: str,
    job: WorkJob,
    rig: int,
    befores: list[str],
    parts: Mapping[str, Part],
    ratio: float,
    today: date,
) -> ScheduleJob:
    days = [day for day in (comes_on(wait, parts, today) for wait in job.waits) if day is not None]
    least = 0.25 / ratio if job.hours else 0.0
    return ScheduleJob(
        id=name,
        rig=str(rig),
        hours=max(job.hours - job.taken_h / ratio, least),
        after=befores,
        wait_hours=sum(wait.hours or 0.0 for wait in job.waits if wait.for_what in AFTER_IT),
        not_before=max(days, default=None),
        on=job.held_on,
        hands=2 if any(wait.for_what == "helper" for wait in job.waits) else job.hands,
        needs=list(job.needs),
        splits=job.splits,
    )


def history_of(rig: Rig) -> tuple[Took, ...]:
    """Jobs of a rig that are done, with their guess and what they took; changes that only say so as a whole too."""
    found, by_job = [], set()
    for job in work_jobs(rig):
        if job.done and job.hours > 0 and job.taken_h > 0:
            found.append(Took(guessed_h=job.hours, took_h=job.taken_h))
            by_job.add(job.change)
    guessed: dict[int, float] = {}
    for job in work_jobs(rig):
        if job.change is not None:
            guessed[job.change] = guessed.get(job.change, 0.0) + job.hours
    for change in rig.changes:
        fitted = change.fitted
        if fitted is None or not fitted.hours or change.id in by_job or not guessed.get(change.id):
            continue
        found.append(Took(guessed_h=guessed[change.id], took_h=fitted.hours))
    return tuple(found)


def as_chance(
    given: Asked, order_used: Sequence[str], runs: int = 2000, wait_spread: float = 0.0
) -> ChanceIn:
    """The same work, put to ``chance``."""
    values = given.schedule.model_dump(exclude={"hours_ratio"})
    return ChanceIn(
        **values, history=list(given.history), order=list(order_used), runs=runs, wait_spread=wait_spread
    )


@record(frozen=True, slots=True)
class BrokenHold:
    """A job that is held on a day on which it cannot begin, and what it would come before.

    ``severity`` is ``stop`` where a caution depends on the rule that it breaks.
    """

    job: str
    severity: Literal["stop", "watch"]
    held_on: date
    begins: date | None
    before: str | None
    why: Why | None
    because: str


def broken_holds(given: Asked, plan: ScheduleOut) -> tuple[BrokenHold, ...]:
    """Jobs held on a day on which the plan does not begin them, with the first reason that there is."""
    begins: dict[str, date] = {}
    ends: dict[str, date] = {}
    for day in plan.by_day:
        for piece in day.jobs:
            begins.setdefault(piece.id, day.date)
            ends[piece.id] = day.date
    found = []
    for name, job in given.jobs.items():
        if job.held_on is None or begins.get(name) == job.held_on:
            continue
        edge = next(
            (e for e in given.edges if e.after == name and ends.get(e.before, job.held_on) >= job.held_on),
            None,
        )
        found.append(
            BrokenHold(
                job=name,
                severity="stop" if edge is not None and edge.why in OF_A_CAUTION else "watch",
                held_on=job.held_on,
                begins=begins.get(name),
                before=None if edge is None else edge.before,
                why=None if edge is None else edge.why,
                because="no bench time is free for it on that day" if edge is None else edge.because,
            )
        )
    return tuple(found)


def touched(rig: Rig, key: str) -> JobRecord:
    """What is kept of a job, or a new record of it where nobody touched it."""
    return next((each for each in rig.all(JobRecord) if each.key == key), JobRecord(key=key))
