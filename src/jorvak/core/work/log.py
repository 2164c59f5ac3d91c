"""The log: one line of time over the whole build, from what every record says of its day."""

from collections.abc import Iterator
from datetime import date
from typing import Literal

from jorvak.core.immutable import record
from jorvak.core.plan.jobs import System
from jorvak.core.plan.kinds import title_of
from jorvak.core.plan.records import Accepted, Question
from jorvak.core.quantities import METRIC, Preset
from jorvak.core.rig import FIRST_DAY, Rig
from jorvak.core.survey.records import Photo, SurveyItem
from jorvak.core.work.jobs import work_jobs
from jorvak.core.work.records import JobRecord, LogLine, TakenOff

EntryKind = Literal[
    "note", "found", "went-wrong", "temporary-fix", "decision", "photograph", "reading", "hours", "signed", "fitted",
    "off", "back",
]  # fmt: skip


@record(frozen=True, slots=True)
class LogEntry:
    """One thing that happened. ``id`` is that of the log line behind it, where it is one; ``open``: a temporary fix
    that nobody has resolved. ``hours`` are hours worked, ``moment`` whether a photograph is of before or after."""

    on: date
    kind: EntryKind
    text: str
    by: str | None = None
    job: str | None = None
    job_title: str | None = None
    id: int | None = None
    open: bool = False
    hours: float | None = None
    file: str | None = None
    moment: Literal["before", "after"] | None = None
    system: System | None = None


def log_of(rig: Rig, preset: Preset = METRIC) -> tuple[LogEntry, ...]:
    """Everything that has a day, the latest first; of one day what was written last comes first."""
    titles = {job.key: job.title for job in work_jobs(rig, None, preset)}
    entries = [
        *_lines(rig, titles),
        *_of_jobs(rig, titles),
        *_of_changes(rig, preset),
        *_decisions(rig),
        *_survey(rig),
        *_taken_off(rig, titles),
    ]
    # Turned round first: of one day the last that was written stands first.
    entries.reverse()
    entries.sort(key=lambda entry: entry.on, reverse=True)
    return tuple(entries)


def _lines(rig: Rig, titles: dict[str, str]) -> Iterator[LogEntry]:
    for line in rig.all(LogLine):
        resolved = f" Put right {line.resolved_on:%-d %B}: {line.how or 'done'}" if line.resolved_on else ""
        yield LogEntry(
            on=line.noted_on,
            kind=line.kind,
            text=line.text + resolved,
            by=line.noted_by,
            job=line.job,
            job_title=titles.get(line.job or ""),
            id=line.id,
            open=line.kind == "temporary-fix" and line.resolved_on is None,
            file=line.file,
            moment=line.moment,
            system=line.system,
        )


def _of_jobs(rig: Rig, titles: dict[str, str]) -> Iterator[LogEntry]:
    for job in rig.all(JobRecord):
        title = titles.get(job.key) or job.title or job.key
        for spell in job.spells:
            yield LogEntry(spell.on, "hours", title, spell.by, job.key, title, hours=spell.hours)
        for reading in job.readings or ():
            if reading.value is not None and reading.on is not None:
                text = f"{reading.name}: {reading.value:g}{_against(reading.low, reading.high)}"
                yield LogEntry(reading.on, "reading", text, reading.by, job.key, title)
        if job.signed is not None:
            at = f" at {job.signed.odometer_km:.0f} km" if job.signed.odometer_km is not None else ""
            yield LogEntry(job.signed.on, "signed", f"{title}, signed off{at}", job.signed.by, job.key, title)


def _against(low: float | None, high: float | None) -> str:
    if low is not None and high is not None:
        return f", {low:g} to {high:g} wanted"
    if low is not None:
        return f", at least {low:g} wanted"
    return f", at most {high:g} wanted" if high is not None else ""


def _of_changes(rig: Rig, preset: Preset) -> Iterator[LogEntry]:
    for change in rig.changes:
        if change.fitted is not None:
            took = f", took {change.fitted.hours:g} h" if change.fitted.hours else ""
            yield LogEntry(
                change.fitted.on, "fitted", f"{title_of(change, preset)} fitted{took}", change.fitted.by
            )


def _decisions(rig: Rig) -> Iterator[LogEntry]:
    for question in rig.all(Question):
        if question.decided_on is not None and question.chosen is not None:
            why = f", because {question.reason}" if question.reason else ""
            yield LogEntry(
                question.decided_on, "decision", f"{question.ask} {question.chosen}{why}", question.decided_by
            )
    for accepted in rig.all(Accepted):
        if accepted.accepted_on is not None:
            text = f"lived with: {accepted.finding.partition(':')[0].replace('-', ' ')}, because {accepted.reason}"
            yield LogEntry(accepted.accepted_on, "decision", text, accepted.accepted_by)


def _survey(rig: Rig) -> Iterator[LogEntry]:
    for item in rig.all(SurveyItem):
        if item.found_on is not None:
            yield LogEntry(item.found_on, "found", f"{item.item}: {item.condition}", item.found_by)
        if item.decided_on is not None and item.decision is not None:
            why = f", because {item.reason}" if item.reason else ""
            yield LogEntry(item.decided_on, "decision", f"{item.item}: {item.decision}{why}", item.decided_by)
    for photo in rig.all(Photo):
        text = f"{photo.item}: {photo.caption}" if photo.caption else photo.item
        yield LogEntry(photo.taken_on or FIRST_DAY, "photograph", text, file=photo.file)


def _taken_off(rig: Rig, titles: dict[str, str]) -> Iterator[LogEntry]:
    for thing in rig.all(TakenOff):
        where = f" ({thing.place})" if thing.place else ""
        bag = f", bag {thing.bag}" if thing.bag else ""
        if thing.taken_on is not None:
            yield LogEntry(
                thing.taken_on, "off", f"{thing.name}{where} off{bag}, {thing.heap}", thing.taken_by, thing.job,
                titles.get(thing.job or ""), file=thing.file,
            )  # fmt: skip
        if thing.back_on is not None:
            yield LogEntry(thing.back_on, "back", f"{thing.name}{where} back on", None, thing.job)
