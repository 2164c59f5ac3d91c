"""A report for a client or a buyer: what was done and why, with figures before and after; with money or without."""

from datetime import date

from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import moment
from jorvak.core.headlines import found_results, headlines, written_number
from jorvak.core.immutable import record
from jorvak.core.money.spent import Spent, spent
from jorvak.core.plan.kinds import title_of
from jorvak.core.plan.records import question_of
from jorvak.core.quantities import METRIC, Preset
from jorvak.core.rig import Change, Rig
from jorvak.core.survey.records import SurveyItem
from jorvak.core.work.jobs import work_jobs
from jorvak.core.work.log import LogEntry, log_of


@record(frozen=True, slots=True)
class Done:
    """Something that was done: what, when, at which reading, why, and what it took."""

    what: str
    on: date | None
    odometer_km: float | None
    why: str
    hours: float


@record(frozen=True, slots=True)
class BeforeAndAfter:
    """A figure as found and as it stands today, as written."""

    label: str
    found: str
    today: str


@record(frozen=True, slots=True)
class Report:
    """The report of a build. ``money`` None: it is not for the reader. ``open`` is what is still to be done or open."""

    name: str
    vehicle: str
    purpose: str
    written_on: date
    done: tuple[Done, ...]
    figures: tuple[BeforeAndAfter, ...]
    survey: tuple[str, ...]
    open: tuple[str, ...]
    log: tuple[LogEntry, ...]
    hours: float
    money: Spent | None


TOLD = ("found", "went-wrong", "temporary-fix", "reading", "photograph", "note")
"""What of the log a reader of the report is told; decisions stand with what was done."""


def report(
    rig: Rig, today: date, with_money: bool, preset: Preset = METRIC, in_the_shop: bool = True
) -> Report:
    """What was done of a build, as it stands today. Without ``in_the_shop`` notes and the log stay there."""
    jobs = work_jobs(rig, today, preset)
    taken: dict[int | None, float] = {}
    for job in jobs:
        taken[job.change] = taken.get(job.change, 0.0) + job.taken_h
    done = [
        *(
            _of_change(rig, change, taken.get(change.id, 0.0), preset, in_the_shop)
            for change in rig.changes
            if change.fitted
        ),
        *(
            Done(job.title, job.signed.on, job.signed.odometer_km, "", job.taken_h)
            for job in jobs
            if job.change is None and job.signed is not None
        ),
    ]
    # What stands on a vehicle today is compared with how it was found, every figure at its word.
    lines = headlines(Results(moment(rig, "today", with_doubt=False)), found_results(rig), preset)
    return Report(
        name=rig.name,
        vehicle=rig.vehicle,
        purpose=rig.brief.purpose,
        written_on=today,
        done=tuple(sorted(done, key=lambda each: (each.on is None, each.on))),
        figures=tuple(
            BeforeAndAfter(
                each.label,
                "" if each.found is None else written_number(each.found, each.key, preset, each.places),
                written_number(each.value, each.key, preset, each.places),
            )
            for each in lines
            if each.value is not None
        ),
        survey=tuple(
            f"{item.item}: {item.condition}{f', {item.decision}' if item.decision else ''}"
            f"{f' ({item.reason})' if item.reason and in_the_shop else ''}"
            for item in rig.all(SurveyItem)
        ),
        open=tuple(
            job.title + (f", put off: {job.put_off}" if job.put_off else "") for job in jobs if not job.done
        ),
        log=tuple(entry for entry in reversed(log_of(rig, preset)) if entry.kind in TOLD and in_the_shop),
        hours=sum(job.taken_h for job in jobs),
        money=spent(rig, preset) if with_money else None,
    )


def _of_change(rig: Rig, change: Change, taken_h: float, preset: Preset, in_the_shop: bool) -> Done:
    fitted = change.fitted
    assert fitted is not None
    why = (change.note or "") if in_the_shop else ""
    if change.option is not None:
        question = question_of(rig, change.option.partition("/")[0])
        if question is not None and question.reason:
            why = f"{question.ask} {question.reason}"
    hours = taken_h or fitted.hours or 0.0
    return Done(title_of(change, preset), fitted.on, fitted.odometer_km, why, hours)
