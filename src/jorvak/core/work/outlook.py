"""What a plan of work means for the date: what it misses, who is missing, which parts are late, what could wait."""

from collections.abc import Callable, Sequence
from dataclasses import replace
from datetime import date, timedelta

from jorvak.core.assess import assess
from jorvak.core.findings import Finding, Settle, Severity, room, system_of
from jorvak.core.immutable import record
from jorvak.core.rig import Rig
from jorvak.core.work.bench import QUARTERS, YEAR_DAYS
from jorvak.core.work.chance import ChanceOut, Runs, chance_of, finish, run
from jorvak.core.work.laid import as_work, no_time
from jorvak.core.work.planning import Asked, InShop, as_chance, comes_on
from jorvak.core.work.schedule import ScheduleIn, ScheduleOut, outcome
from jorvak.core.work.search import first_of

TO_DEVIATIONS = 1.56
"""The tenth and the ninetieth per cent lie 2.56 deviations apart: so many times half of that are two deviations."""


def quick_plan(given: ScheduleIn) -> ScheduleOut:
    """The plan by rules of thumb, at once. Raises Refused as ``schedule`` does."""
    work = as_work(given, given.hours_ratio)
    plan = first_of(work)
    if plan is None:
        raise no_time()
    return outcome(work, plan, False)


@record(frozen=True, slots=True)
class DayChance:
    """How likely it is that all is ready by a day."""

    on: date
    p: float


@record(frozen=True, slots=True)
class Outlook:
    """When really: chances by day for each rig's last day and all, with what ``chance`` says."""

    days: tuple[DayChance, ...]
    chance: ChanceOut


def outlook(
    given: Asked, orders: Sequence[Sequence[str]], tell: Callable[[int, int], bool] | None = None
) -> Outlook:
    """How likely each day is, from the first on which a run is ready to the last: by that of ``orders`` which holds
    out best. A plan that is the best where all goes as guessed need not be where it does not."""
    tried = (
        [chance_of(run(as_chance(given, order, TRIAL_RUNS))) for order in orders] if len(orders) > 1 else []
    )
    best = max(range(len(tried)), key=lambda at: _holds_out(tried[at]), default=0)
    runs = run(as_chance(given, orders[best]), tell)
    return Outlook(_by_day(runs), chance_of(runs))


def _holds_out(found: ChanceOut) -> tuple[float, date]:
    middle = found.finish_p50 or date.max
    return found.p_deadline or 0.0, date.fromordinal(date.max.toordinal() - middle.toordinal() + 1)


def _by_day(runs: Runs) -> tuple[DayChance, ...]:
    first, last = finish(runs, 0.005), finish(runs, 0.995)
    if first is None:
        return ()
    end = last or runs.work.bench.start + timedelta(days=YEAR_DAYS - 1)
    days = (first + timedelta(days=ahead) for ahead in range((end - first).days + 1))
    return tuple(DayChance(day, _share_by(runs, day)) for day in days)


def _share_by(runs: Runs, day: date) -> float:
    until = ((day - runs.work.bench.start).days + 1) * 24 * QUARTERS
    return sum(at < until for at in runs.ready) / len(runs.ready)


def misses_the_date(rig: InShop, found: ChanceOut, start: date) -> Finding | None:
    """The deadline less the middle day, against half of what lies between one and nine of ten."""
    deadline = rig.rig.brief.leaves_on
    if deadline is None:
        return None
    beyond = start + timedelta(days=YEAR_DAYS)
    p10, p50, p90 = (day or beyond for day in (found.finish_p10, found.finish_p50, found.finish_p90))
    margin = (deadline - p50).days
    off = (p90 - p10).days / 2 * TO_DEVIATIONS
    severity = room(margin, off)
    if severity is None:
        return None
    early = f"{margin} days before" if margin >= 0 else f"{-margin} days after"
    middle = f"{p50:%-d %B}" if found.finish_p50 else "later than a year from now"
    return _finding(
        "misses-the-date",
        severity,
        f"{rig.name} is ready {middle} as likely as not, {early} it leaves (±{off:.0f} days).",
        (Settle(text="See what could wait until after the trip"),),
        str(rig.id),
    )


def helper_missing(given: Asked, rigs: Sequence[InShop]) -> list[Finding]:
    """Jobs for two, where one works alone, for which no visit before the date is long enough."""
    if given.schedule.people > 1:
        return []
    leaves = {each.id: each.rig.brief.leaves_on for each in rigs}
    found = []
    for asked in given.schedule.jobs:
        until = leaves[given.rig_of[asked.id]]
        if asked.hands == 1 and asked.id not in given.unhelped:
            continue
        fits = (visit for visit in given.schedule.helper if until is None or visit.date <= until)
        if asked.id in given.unhelped or not any(visit.hours >= asked.hours for visit in fits):
            before = "" if until is None else f" before {until:%-d %B}"
            found.append(
                _finding(
                    "helper-missing",
                    "watch",
                    f"{given.jobs[asked.id].title} needs two for {asked.hours:.1f} h, and no visit of a helper fits it{before}.",
                    (Settle(text="Ask a helper for a day"), Settle(text="Or split the job")),
                    asked.id,
                )
            )
    return found


def part_late(given: Asked) -> list[Finding]:
    """Parts that are due later than the plan would begin the job that waits for them, were they here."""
    found = []
    for name, job in given.jobs.items():
        parts = given.parts[given.rig_of[name]]
        coming = {
            wait.part or "": day
            for wait in job.waits
            if wait.for_what == "part" and (day := comes_on(wait, parts, given.schedule.start)) is not None
        }
        if not coming:
            continue
        due = max(coming.values())
        without = [
            each.model_copy(update={"not_before": None}) if each.id == name else each
            for each in given.schedule.jobs
        ]
        begins = begins_on(quick_plan(given.schedule.model_copy(update={"jobs": without})), name)
        if begins is not None and due > begins:
            names = ", ".join(name for name, day in coming.items() if day == due)
            found.append(
                _finding(
                    "part-late",
                    "watch",
                    f"{names} comes {due:%-d %B}, {(due - begins).days} days later than {job.title} wants it.",
                    (Settle(text="Ask whether it comes earlier"),),
                    name,
                )
            )
    return found


def begins_on(plan: ScheduleOut, name: str) -> date | None:
    """The day on which a plan begins a job."""
    return next((day.date for day in plan.by_day if any(piece.id == name for piece in day.jobs)), None)


def _finding(
    code: str, severity: Severity, text: str, settled_by: tuple[Settle, ...], subject: str
) -> Finding:
    return Finding(f"{code}:{subject}", code, severity, system_of(code), text, (), None, settled_by, "middle")


@record(frozen=True, slots=True)
class CouldWait:
    """A job that could be put off past the trip: the chance of the date with it and all before it in the list put off.

    ``with_it`` are jobs that wait with it.
    """

    job: str
    with_it: tuple[str, ...]
    p: float
    hours: float


@record(frozen=True, slots=True)
class NotThis:
    """A job that had better not wait, and the stop that the vehicle would leave with."""

    job: str
    why: str


@record(frozen=True, slots=True)
class Waiting:
    """What could wait, one after another, and what had better not."""

    could_wait: tuple[CouldWait, ...]
    not_these: tuple[NotThis, ...]


MOST_TRIED, MOST_PUT_OFF, TRIAL_RUNS = 10, 3, 400
LEAST_WON = 0.005
"""So little of a chance is no reason to leave something undone."""


def could_wait(
    ask_without: Callable[[frozenset[str]], Asked],
    of: InShop,
    tell: Callable[[int, int], bool],
) -> Waiting:
    """What to put off, one after another, so that the date becomes likelier by the most each time.

    Only what carries no safety is tried, with all that comes after it by what was said, and nothing that proves. A
    vehicle is looked at without what would wait: what leaves it with a stop that it has not as planned had better not.
    """
    gone: frozenset[str] = frozenset()
    found: list[CouldWait] = []
    planned = _stops(of.rig)
    not_these: dict[str, NotThis] = {}
    for turn in range(MOST_PUT_OFF):
        here = ask_without(gone)
        tried = []
        for at, (name, with_it) in enumerate(_candidates(here, of.id)[:MOST_TRIED]):
            if not tell(turn * MOST_TRIED + at, MOST_PUT_OFF * MOST_TRIED):
                return Waiting(tuple(found), tuple(not_these.values()))
            left = gone | {name, *with_it}
            stops = _stops(_without(of.rig, ask_without(frozenset()), left))
            new = [text for key, text in stops.items() if key not in planned]
            if new:
                not_these[name] = NotThis(name, new[0])
                continue
            p = _p_of(ask_without(left))
            if p is not None:
                hours = sum(here.jobs[each].hours for each in (name, *with_it))
                tried.append(CouldWait(name, with_it, p, hours))
        if not tried:
            break
        best = max(tried, key=lambda each: (each.p, -each.hours))
        if found and best.p <= found[-1].p + LEAST_WON:
            break
        found.append(best)
        gone |= {best.job, *best.with_it}
    return Waiting(tuple(found), tuple(not_these.values()))


def _stops(rig: Rig) -> dict[str, str]:
    """The stops of a rig as planned, every figure taken at its word, by their key."""
    assessed = assess(rig, "planned", with_doubt=False)
    return {each.key: each.text for each in assessed.findings if each.severity == "stop"}


def _without(rig: Rig, given: Asked, left: frozenset[str]) -> Rig:
    """A rig on which the changes are not of which a job is left."""
    changes = {given.jobs[name].change for name in left if name in given.jobs}
    return replace(
        rig,
        changes=tuple(
            change.model_copy(update={"state": "idea"}) if change.id in changes else change
            for change in rig.changes
        ),
    )


def _candidates(given: Asked, rig_id: int) -> list[tuple[str, tuple[str, ...]]]:
    """Jobs that carry no safety, the longest first, with those that were said to come after them."""
    after: dict[str, list[str]] = {}
    for edge in given.edges:
        if edge.why == "after":
            after.setdefault(edge.before, []).append(edge.after)

    def followers(name: str) -> set[str]:
        return {each for next_one in after.get(name, ()) for each in (next_one, *followers(next_one))}

    candidates = []
    for name, job in given.jobs.items():
        with_it = followers(name)
        whole = [job, *(given.jobs[each] for each in with_it)]
        waits = job.hours > 0 and job.stage != "prove" and not any(each.carries_safety for each in whole)
        if given.rig_of[name] == rig_id and waits:
            candidates.append((name, tuple(sorted(with_it)), sum(each.hours for each in whole)))
    candidates.sort(key=lambda each: -each[2])
    return [(name, with_it) for name, with_it, _ in candidates]


def _p_of(given: Asked) -> float | None:
    if not given.schedule.jobs:
        return 1.0
    order = quick_plan(given.schedule).order
    return chance_of(run(as_chance(given, order, TRIAL_RUNS))).p_deadline
