"""The work: jobs in their order, laid on the bench's days; what is ticked, clocked, signed off and put off."""

import json
from collections.abc import Sequence
from datetime import date, timedelta
from hashlib import sha256

from flask import Response, current_app
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.calculation import Refused
from jorvak.core.findings import Finding
from jorvak.core.work.guesses import Guess, guesses_under
from jorvak.core.work.hours_learnt import HoursLearntOut
from jorvak.core.work.jobs import WorkJob, work_jobs
from jorvak.core.work.laid import Laid
from jorvak.core.work.outlook import (
    Outlook,
    Waiting,
    could_wait,
    helper_missing,
    misses_the_date,
    outlook,
    part_late,
    quick_plan,
)
from jorvak.core.work.planning import (
    Asked,
    BrokenHold,
    Edge,
    InShop,
    Undated,
    asked,
    broken_holds,
    id_of,
)
from jorvak.core.work.reach_back import ReachBackIn, ReachBackItem, ReachBackRow, reach_back
from jorvak.core.work.schedule import ScheduleOut, schedule
from jorvak.core.work.shop import Shop
from jorvak.store import RigRecord
from jorvak.store.laid_plans import LaidPlans
from jorvak.web.long_work import long_work
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath
from jorvak.web.sheet import View, as_json, rigs, shops, today
from jorvak.web.shop import ShopLine, line_of

work_pages = Pages("work", __name__, url_prefix="/api/rigs/<int:rig_id>/jobs", abp_tags=[Tag(name="work")])

SEARCH_S = 10.0


class RigInShop(Message):
    """A vehicle of the shop, and the day on which it leaves."""

    id: int
    name: str
    leaves_on: date | None


class JobLine(Message):
    """A job with what it is called among those of the shop."""

    id: str
    rig: int
    left_h: float
    carries_safety: bool
    open_gate: str | None
    guesses: tuple[Guess, ...] = Field(
        description="what it rests on and nobody measured, where it cannot be undone"
    )
    reach_back: list[ReachBackRow] = Field(description="what lies behind what it closes, best first")
    job: WorkJob


class Visit(Message):
    """A helper's visit: from so many hours after the bench day begins, and how long."""

    from_h: float
    hours: float


class TapeDay(Message):
    """A day of the calendar: its bench hours, from which hour of the clock, and helper's visits from its beginning."""

    on: date
    hours: float
    from_h: float
    closed: str | None
    visits: list[Visit]


class PlanOfWork(Message):
    """A plan and how good it is: ``searched``: the solver was at it; else it is by rules of thumb."""

    plan: ScheduleOut
    searched: bool


class Work(Message):
    """The work of a vehicle, and of all others that stand in its shop.

    ``cannot`` is why nothing can be laid, in words, and of what field; ``growth`` hours that the survey found later,
    and at first.
    """

    today: date
    revision: int
    shop: ShopLine | None
    rigs: list[RigInShop]
    jobs: list[JobLine]
    edges: tuple[Edge, ...]
    learnt: HoursLearntOut | None
    days: list[TapeDay]
    plan: PlanOfWork | None
    broken: tuple[BrokenHold, ...]
    undated: tuple[Undated, ...]
    findings: list[Finding]
    cannot: str | None
    cannot_field: str | None
    planned_h: float
    found_later_h: float


def in_shop(rig_id: int, person: str) -> tuple[RigRecord, Shop | None, list[InShop], ShopLine | None]:
    """A rig, the shop in which it stands, and all rigs of that; by itself where it stands in none."""
    record = rigs().read(rig_id, person)
    kept = shops().named(record.rig.brief.shop)
    together = [InShop(record.id, record.rig.name, record.rig)]
    if kept is None:
        return record, None, together, None
    for line in rigs().list():
        if line.id != rig_id and line.shelf is None:
            other = rigs().read(line.id, person)
            if other.rig.brief.shop == kept.shop.name:
                together.append(InShop(other.id, other.rig.name, other.rig))
    return record, kept.shop, sorted(together, key=lambda each: each.id), line_of(kept)


@work_pages.get("", responses={200: Work})
def get_work(path: RigPath, query: View) -> Response:
    """The work as it stands, laid by the plan that is kept for it, else by rules of thumb."""
    return as_json(_work(path.rig_id, query))


def _work(rig_id: int, view: View) -> Work:
    record, shop, together, line = in_shop(rig_id, view.person)
    cannot: Refused | None = None
    given: Asked | None = None
    plan: PlanOfWork | None = None
    try:
        given = as_asked(together, shop or _nobody(), view)
        if shop is not None:
            plan = _plan_of(given)
    except Refused as refused:
        cannot = refused
    findings = []
    if given is not None and plan is not None:
        findings = [*helper_missing(given, together), *part_late(given)]
    jobs = [_job_line(other, job) for other in together for job in work_jobs(other.rig, today(), view.preset)]
    survey = [each.job for each in jobs if each.rig == rig_id and each.job.source == "survey"]
    return Work(
        today=today(),
        revision=record.revision,
        shop=line,
        rigs=[RigInShop(id=each.id, name=each.name, leaves_on=each.rig.brief.leaves_on) for each in together],
        jobs=jobs,
        edges=() if given is None else given.edges,
        learnt=None if given is None else given.learnt,
        days=[] if shop is None else _tape(shop, together, plan),
        plan=plan,
        broken=() if given is None or plan is None else broken_holds(given, plan.plan),
        undated=() if given is None else given.undated,
        findings=findings,
        cannot=None if cannot is None else _in_titles(cannot.message, jobs),
        cannot_field=None if cannot is None else cannot.field,
        planned_h=sum(job.hours for job in survey if not job.found_later),
        found_later_h=sum(job.hours for job in survey if job.found_later),
    )


def as_asked(
    together: Sequence[InShop], shop: Shop, view: View, put_off: frozenset[str] = frozenset()
) -> Asked:
    """The work of a shop as it is laid; jobs for two are laid for one where no visit comes late enough for them."""
    given = asked(together, shop, today(), view.preset, SEARCH_S, put_off)
    try:
        if any(bench_hours for bench_hours in shop.bench_hours):
            quick_plan(given.schedule)
    except Refused as refused:
        if refused.field != "helper":
            raise
        return asked(together, shop, today(), view.preset, SEARCH_S, put_off, alone=True)
    return given


def _plan_of(given: Asked) -> PlanOfWork:
    return _kept_plan(given) or PlanOfWork(plan=quick_plan(given.schedule), searched=False)


def _nobody() -> Shop:
    """No bench at all: jobs have an order then, and no days."""
    return Shop(name="nobody", bench_hours=(0.0,) * 7)


def _job_line(of: InShop, job: WorkJob) -> JobLine:
    return JobLine(
        id=id_of(of.id, job.key),
        rig=of.id,
        left_h=job.left_h,
        carries_safety=job.carries_safety,
        open_gate=job.open_gate,
        guesses=guesses_under(of.rig.figures, job) if job.no_return is not None else (),
        reach_back=_behind(job),
        job=job,
    )


def _behind(job: WorkJob) -> list[ReachBackRow]:
    waiting = [ReachBackItem(**each.model_dump(exclude={"done"})) for each in job.behind if not each.done]
    return reach_back(ReachBackIn(items=waiting)).rows


def _in_titles(message: str, jobs: list[JobLine]) -> str:
    """What a calculation says of jobs by their ids, with their titles instead."""
    for line in sorted(jobs, key=lambda each: -len(each.id)):
        message = message.replace(line.id, line.job.title)
    return message


def _tape(shop: Shop, together: Sequence[InShop], plan: PlanOfWork | None) -> list[TapeDay]:
    first = today()
    leaves = [each.rig.brief.leaves_on for each in together if each.rig.brief.leaves_on]
    last = max([first + timedelta(days=27), *leaves, *([plan.plan.finish] if plan else [])])
    last = min(last + timedelta(days=6 - last.weekday()), first + timedelta(days=370))
    bench = shop.bench(first)
    closed = {
        day: each.why or "closed"
        for each in shop.closed
        for day in _within(each.first, each.last, first, last)
    }
    visits: dict[date, list[Visit]] = {}
    for visit in bench.helper:
        visits.setdefault(visit.date, []).append(Visit(from_h=visit.from_h, hours=visit.hours))
    return [
        TapeDay(
            on=day,
            hours=0.0 if day in closed else bench.bench_hours[day.weekday()],
            from_h=bench.bench_from[day.weekday()],
            closed=closed.get(day),
            visits=visits.get(day, []),
        )
        for day in _within(first, last, first, last)
    ]


def _within(first: date, last: date, low: date, high: date) -> list[date]:
    first, last = max(first, low), min(last, high)
    return [first + timedelta(days=ahead) for ahead in range((last - first).days + 1)]


def _mark(given: Asked) -> str:
    raw = given.schedule.model_dump(mode="json", exclude={"limit_s"})
    return sha256(json.dumps(raw, sort_keys=True).encode()).hexdigest()


def _plans() -> LaidPlans:
    found: LaidPlans = current_app.config["LAID"]
    return found


def _kept_plan(given: Asked) -> PlanOfWork | None:
    kept = _plans().read(_mark(given))
    return (
        None if kept is None else PlanOfWork(plan=ScheduleOut.model_validate_json(kept.answer), searched=True)
    )


def plan_of_shop(rig_id: int, view: View) -> tuple[ScheduleOut | None, dict[date, float]]:
    """The plan as it stands and the hour at which each bench day begins; None where nothing can be laid."""
    _, shop, together, _ = in_shop(rig_id, view.person)
    if shop is None:
        return None, {}
    try:
        plan = _plan_of(as_asked(together, shop, view)).plan
    except Refused:
        return None, {}
    return plan, {day.date: shop.bench_from[day.date.weekday()] for day in plan.by_day}


class LayFor(Message):
    limit_s: float = Field(SEARCH_S, gt=0, le=60, description="how long the search may take")
    again: bool = Field(False, description="search again, though a plan is kept")


@work_pages.post("/lay", responses={200: Work})
def lay(path: RigPath, query: View, body: LayFor) -> Response:
    """Search for the best plan; it is kept until something is changed. Nothing of the rig is written."""
    _, shop, together, _ = in_shop(path.rig_id, query.person)
    if shop is None:
        raise Refused("shop", "Say first when there is somebody at the bench.")
    given = as_asked(together, shop, query)
    if body.again or _kept_plan(given) is None:
        with long_work(query.key) as work:

            def watch(plan: Laid) -> bool:
                ready = shop.bench(today()).start + timedelta(days=plan.ready // 96)
                late = f", {plan.lateness[0]} days late" if plan.lateness[0] else ""
                work.best = f"ready {ready:%-d %B}{late}"
                return not work.stopped

            found = schedule(given.schedule.model_copy(update={"limit_s": body.limit_s}), watch)
        _plans().keep(_mark(given), found.model_dump_json(), found.proven)
    return as_json(_work(path.rig_id, query))


class WhenReally(Message):
    """How likely each day is, of all that stands in the shop; what that means for each vehicle's date.

    ``revision`` is that of the asked vehicle's records at which it was counted.
    """

    revision: int
    outlook: Outlook
    findings: list[Finding]


@work_pages.post("/when", responses={200: WhenReally})
def when_really(path: RigPath, query: View) -> Response:
    """How likely each day is. Nothing is written."""
    record, shop, together, _ = in_shop(path.rig_id, query.person)
    if shop is None:
        raise Refused("shop", "Say first when there is somebody at the bench.")
    given = as_asked(together, shop, query)
    with long_work(query.key) as work:

        def tell(done: int, of: int) -> bool:
            work.tell(done, of)
            return not work.stopped

        orders = dict.fromkeys(
            tuple(plan.order) for plan in (_plan_of(given).plan, quick_plan(given.schedule))
        )
        found = outlook(given, list(orders), tell)
    of_rigs = (misses_the_date(each, found.chance, today()) for each in together if each.id == path.rig_id)
    return as_json(
        WhenReally(
            revision=record.revision, outlook=found, findings=[each for each in of_rigs if each is not None]
        )
    )


class Putting(Message):
    """What could wait until after the trip."""

    waiting: Waiting


@work_pages.post("/could-wait", responses={200: Putting})
def what_could_wait(path: RigPath, query: View) -> Response:
    """What to put off so that the date becomes likelier, each time by the most. Nothing is written."""
    _, shop, together, _ = in_shop(path.rig_id, query.person)
    if shop is None:
        raise Refused("shop", "Say first when there is somebody at the bench.")
    with long_work(query.key) as work:

        def tell(done: int, of: int) -> bool:
            work.tell(done, of)
            return not work.stopped

        of = next(each for each in together if each.id == path.rig_id)
        found = could_wait(lambda gone: as_asked(together, shop, query, gone), of, tell)
    return as_json(Putting(waiting=found))
