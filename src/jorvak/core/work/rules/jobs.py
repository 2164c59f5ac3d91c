"""What jobs upset: cut before it was measured, closed too soon, fasteners used twice, put off, patched, overdue."""

from collections.abc import Iterator

from jorvak.core.findings import Finding, Here, Settle
from jorvak.core.plan.jobs import System
from jorvak.core.quantities import DISTANCE
from jorvak.core.vehicle.records import Part
from jorvak.core.work.buying import not_compared
from jorvak.core.work.falling_due import ODOMETER_KM, READ, falling_due, rests_on, uncounted
from jorvak.core.work.guesses import guesses_under, nothing_under
from jorvak.core.work.jobs import SAFETY, WorkJob, work_jobs
from jorvak.core.work.reach_back import ReachBackIn, ReachBackItem, reach_back
from jorvak.core.work.records import IntervalRecord, LogLine, TakenOff

NOT_BACK: dict[str, str] = {
    "cuts": "cuts",
    "coats": "coats",
    "lets-tension-go": "lets tension go",
}
MOST_NAMED = 3


def jobs_here(here: Here) -> tuple[WorkJob, ...]:
    """The jobs of the rig, worked out once for all rules of a moment."""
    shared = here.moment.shared
    key = f"work.jobs {here.preset.name}"
    if key not in shared:
        shared[key] = work_jobs(here.moment.rig, here.moment.on, here.preset)
    found: tuple[WorkJob, ...] = shared[key]
    return found


def open_jobs(here: Here) -> Iterator[WorkJob]:
    """Jobs that are still to be done before the trip, where the stage is one of the plan."""
    if here.moment.stage == "as-found":
        return
    yield from (job for job in jobs_here(here) if not job.done and job.put_off is None)


def cut_before_measured(here: Here) -> Iterator[Finding]:
    """A job that cuts, coats or lets tension go, while a figure that it rests on is assumed."""
    for job in open_jobs(here):
        if job.no_return is None or job.no_return not in NOT_BACK:
            continue
        guessed = guesses_under(here.moment.here, job)
        if not guessed and not nothing_under(here.moment.here, job):
            continue
        named = ", ".join(guess.label for guess in guessed[:MOST_NAMED])
        more = f" and {len(guessed) - MOST_NAMED} more" if len(guessed) > MOST_NAMED else ""
        what = (
            f"what it rests on is guessed: {named}{more}"
            if guessed
            else "nothing that it is cut by is measured"
        )
        yield here.finding(
            "cut-before-measured",
            "stop",
            f"{job.title} {NOT_BACK[job.no_return]}, and {what}.",
            "middle",
            figures=tuple(guess.path for guess in guessed),
            settled_by=tuple(
                Settle(text=f"Measure {guess.label}, about {guess.minutes:.0f} min", figure=guess.path)
                for guess in guessed[:MOST_NAMED]
            )
            or (Settle(text="Measure what it is cut by first"),),
            subject=job.key,
        )


def closed_too_soon(here: Here) -> Iterator[Finding]:
    """A panel that is closed while what lies behind it is worth doing now."""
    for job in open_jobs(here):
        waiting = [each for each in job.behind if not each.done]
        if not waiting:
            continue
        given = ReachBackIn(
            items=[
                ReachBackItem(
                    name=each.name,
                    hours_to_reopen=each.hours_to_reopen,
                    chance_pct=each.chance_pct,
                    hours_now=each.hours_now,
                )
                for each in waiting
            ]
        )
        worth = [row for row in reach_back(given).rows if row.do_now]
        if worth:
            first = worth[0]
            others = f", and {len(worth) - 1} more" if len(worth) > 1 else ""
            yield here.finding(
                "closed-too-soon",
                "watch",
                f"{job.title} closes over {first.name}{others}: to do it now saves {first.worth_h:.1f} h on the average.",
                "middle",
                settled_by=tuple(Settle(text=f"Do it first: {row.name}") for row in worth[:MOST_NAMED]),
                subject=job.key,
            )


def one_time_fastener(here: Here) -> Iterator[Finding]:
    """A fastener that is used once, and that the plan puts back in."""
    for job in open_jobs(here):
        for each in job.fasteners:
            if each.once_only and each.state == "reuse":
                yield here.finding(
                    "one-time-fastener",
                    "note",
                    f"{job.title}: the {each.where} are used once, and old ones are to go back in.",
                    "middle",
                    settled_by=(Settle(text="Order new ones"),),
                    subject=f"{job.key} {each.where}",
                )


def put_off(here: Here) -> Iterator[Finding]:
    """A job that is left until after the trip, and why."""
    if here.moment.stage == "as-found":
        return
    for job in jobs_here(here):
        if job.put_off is not None and not job.done:
            yield here.finding(
                "put-off",
                "watch" if job.carries_safety else "note",
                f"{job.title} is put off until after the trip: {job.put_off}"
                + (". It carries safety." if job.carries_safety else "."),
                "middle",
                settled_by=(Settle(text="Do it before"),),
                subject=job.key,
                system=job.system,
            )


STOPS: frozenset[System] = frozenset(("brakes", "steering", "fuel"))


def temporary_fix(here: Here) -> Iterator[Finding]:
    """A temporary fix that nobody has resolved."""
    if here.moment.stage == "as-found":
        return
    for line in here.moment.rig.all(LogLine):
        if line.kind != "temporary-fix" or line.resolved_on is not None:
            continue
        yield here.finding(
            "temporary-fix",
            "stop" if line.system in STOPS else "watch",
            f"A temporary fix of {line.noted_on:%-d %B} is still on"
            + (f" the {line.system}" if line.system in SAFETY else " it")
            + f": {line.text.splitlines()[0][:160]}",
            "middle",
            settled_by=(Settle(text="Put it right, and close it in the log"),),
            subject=str(line.id),
            system=line.system,
        )


def overdue(here: Here) -> Iterator[Finding]:
    """An interval that is over; one that nobody can count is said too."""
    rig, on = here.moment.rig, here.moment.on
    if here.moment.stage == "as-found" or on is None:
        return
    systems = {each.name: each.system for each in rig.all(IntervalRecord)}
    for row in falling_due(rig, on):
        if row.state != "over":
            continue
        over = []
        if row.km_left is not None and row.km_left < 0:
            over.append(f"by {here.in_units(-row.km_left, DISTANCE)} of true distance")
        if row.due_on is not None and row.due_on < on:
            over.append(f"since {row.due_on:%-d %B %Y}")
        if row.h_left is not None and row.h_left < 0:
            over.append(f"by {-row.h_left:.0f} h")
        yield here.finding(
            "overdue",
            "watch",
            f"{row.name[:1].upper() + row.name[1:]} is overdue {', '.join(over)}.",
            "middle",
            figures=rests_on(row),
            settled_by=(Settle(text="Do it, and sign it off with the reading"),),
            subject=row.name,
            system=systems[row.name],
        )
    for each in uncounted(rig):
        read = READ[each.reading]
        yield here.finding(
            "overdue",
            "watch",
            f"Nobody can say whether {each.name} ({systems[each.name]}) is due: what {read} reads is missing, or below the last one.",
            "dash",
            figures=(),
            settled_by=(Settle(text=f"Read {read}", figure=each.reading),),
            subject=f"{each.name} uncounted"
            if each.reading == ODOMETER_KM
            else f"{each.name} hours uncounted",
            system=systems[each.name],
        )


def left_over(here: Here) -> Iterator[Finding]:
    """A thing that was taken off to go back, and that is still off when the work it was off for is done."""
    if here.moment.stage == "as-found":
        return
    done = {job.key: job.done for job in jobs_here(here)}
    all_done = all(done.values())
    for thing in here.moment.rig.all(TakenOff):
        if thing.back_on is not None or not thing.goes_back:
            continue
        if done.get(thing.job, all_done) if thing.job is not None else all_done:
            bag = f", bag {thing.bag}" if thing.bag else ""
            yield here.finding(
                "left-over",
                "watch",
                f"{thing.name}{f' ({thing.place})' if thing.place else ''} is left over{bag}: what it was off for is done.",
                "middle",
                settled_by=(
                    Settle(text="Put it back, and tick it"),
                    Settle(text="Or say that it does not go back"),
                ),
                subject=str(thing.id),
            )


def part_not_checked(here: Here) -> Iterator[Finding]:
    """A part that is here, and of which a face that it must mate with is not compared."""
    if here.moment.stage == "as-found":
        return
    for part in here.moment.rig.all(Part):
        faces = not_compared(part)
        if faces:
            yield here.finding(
                "part-not-checked",
                "watch",
                f"{part.name} is here, and nobody has compared its {', '.join(faces)} with what it goes onto.",
                "middle",
                settled_by=(Settle(text="Hold the faces together in Parts, then have it checked"),),
                subject=part.name,
            )


RULES = (
    cut_before_measured,
    closed_too_soon,
    one_time_fastener,
    put_off,
    temporary_fix,
    overdue,
    left_over,
    part_not_checked,
)
