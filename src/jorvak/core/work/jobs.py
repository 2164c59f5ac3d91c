"""The jobs of a rig: what changes, the survey, intervals and people bring, with what was said and done of each."""

from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import replace
from datetime import date, timedelta

from jorvak.core.engine.moment import changes_at
from jorvak.core.immutable import record
from jorvak.core.plan.cautions import CAUTIONS
from jorvak.core.plan.jobs import Fastener, Hands, Job, JobArea, JobStage, NoReturn, System, job, named_place
from jorvak.core.plan.kinds import jobs_of, title_of
from jorvak.core.quantities import METRIC, Preset
from jorvak.core.rig import Change, Rig
from jorvak.core.survey.records import SurveyItem, Zone
from jorvak.core.survey.weigh import cost_of, hours_of, is_work
from jorvak.core.work.changes_in_order import come_before
from jorvak.core.work.due import DueRow
from jorvak.core.work.falling_due import falling_due
from jorvak.core.work.keys import Source, of_change, of_source, source_of
from jorvak.core.work.records import (
    BehindIt,
    IntervalRecord,
    JobFastener,
    JobReading,
    JobRecord,
    JobWait,
    Overruled,
    SignOff,
    Tick,
)

SAFETY: frozenset[System] = frozenset(("brakes", "steering", "tyres", "fuel", "frame"))
"""Systems that carry safety, as readiness is judged."""


@record(frozen=True, slots=True)
class WorkStep:
    """A step of a job: whether it is a gate, by whom it was done, and whether a gate before it keeps it closed."""

    text: str
    gate: bool
    done: Tick | None
    closed: bool


@record(frozen=True, slots=True)
class WorkJob:
    """A job as it is to be done: what its source says, with what somebody said of it over that.

    ``source`` is where it comes from, ``change`` the id of the change that brings it. ``concerns_safety``: the survey says that it does. ``own_hours``: somebody guessed
    them for this job, else they are what is usual. ``taken_h`` are hours worked on it; ``left_h`` what is left of the
    guess, never nothing while it is open. ``done``: signed off, or on the vehicle since. ``record`` is the id of what
    is kept of it, None where nobody touched it.
    """

    key: str
    source: Source
    change: int | None
    title: str
    stage: JobStage
    area: JobArea
    system: System
    hands: Hands
    needs: tuple[str, ...]
    splits: bool
    hours: float
    own_hours: bool
    taken_h: float
    cost: float | None
    steps: tuple[WorkStep, ...]
    cautions: tuple[str, ...]
    tools: tuple[str, ...]
    parts: tuple[str, ...]
    fasteners: tuple[JobFastener, ...]
    readings: tuple[JobReading, ...]
    waits: tuple[JobWait, ...]
    after: tuple[str, ...]
    overruled: tuple[Overruled, ...]
    behind: tuple[BehindIt, ...]
    rests_on: tuple[str, ...]
    no_return: NoReturn | None
    when: str | None
    running_since: str | None
    held_on: date | None
    put_off: str | None
    signed: SignOff | None
    note: str | None
    found_later: bool
    concerns_safety: bool
    done: bool
    record: int | None

    @property
    def left_h(self) -> float:
        """What is left of the guess; a quarter of an hour at least while it is open."""
        return 0.0 if self.done else max(self.hours - self.taken_h, 0.25 if self.hours else 0.0)

    @property
    def carries_safety(self) -> bool:
        """Whether brakes, steering, tyres, fuel or the frame hang on it, or the survey says so."""
        return self.system in SAFETY or self.concerns_safety

    @property
    def open_gate(self) -> str | None:
        """The first gate that is still to be done, once something of the job is begun."""
        begun = self.taken_h > 0 or self.running_since is not None or any(step.done for step in self.steps)
        if self.done or not begun:
            return None
        return next((step.text for step in self.steps if step.gate and step.done is None), None)


def work_jobs(rig: Rig, on: date | None = None, preset: Preset = METRIC) -> tuple[WorkJob, ...]:
    """Every job of a rig that is planned: of its chosen changes in their order, of the survey, of what falls due by
    ``on``, of findings and by hand."""
    records = {each.key: each for each in rig.all(JobRecord)}
    found = [
        *_of_changes(rig, records, preset),
        *_of_survey(rig, records),
        *_of_intervals(rig, records, on),
        *_of_hand(records),
    ]
    return _told_apart(found, rig, preset)


def _told_apart(jobs: Sequence[WorkJob], rig: Rig, preset: Preset) -> tuple[WorkJob, ...]:
    """Jobs of one title called by their change besides."""
    titles = Counter(each.title for each in jobs)
    changes = {change.id: change for change in rig.changes}
    return tuple(
        replace(each, title=f"{each.title} ({title_of(changes[each.change], preset)})")
        if each.change is not None and titles[each.title] > 1
        else each
        for each in jobs
    )


def job_of(rig: Rig, key: str, on: date | None = None, preset: Preset = METRIC) -> WorkJob | None:
    """The job of that key, or None."""
    return next((each for each in work_jobs(rig, on, preset) if each.key == key), None)


def _of_changes(rig: Rig, records: dict[str, JobRecord], preset: Preset) -> Iterator[WorkJob]:
    last: dict[int, str] = {}
    gone_before: list[Change] = []
    for change in changes_at(rig, "planned"):
        brought = jobs_of(change)
        # What hides the bolts of another comes after it, as the plan has them.
        first = tuple(last[each.id] for each in come_before(change, gone_before) if each.id in last)
        usual = sum(each.hours for each in brought)
        # A change's own guess is for all of its jobs together.
        share = change.hours / usual if change.hours is not None and usual > 0 else 1.0
        before: str | None = None
        for number, each in enumerate(brought, 1):
            key = of_change(change.id, number)
            said = records.get(key)
            on_it = change.state == "fitted" and (each.stage != "prove" or said is None)
            yield _merged(
                key,
                replace(each, hours=each.hours * share),
                said,
                title=each.title,
                after=_not_said_otherwise(first, key, records) if before is None else (before,),
                own_hours=change.hours is not None,
                cost=change.cost if number == 1 else None,
                done=on_it,
                change=change.id,
            )
            before = key
        if before is not None:
            last[change.id] = before
        gone_before.append(change)


def _not_said_otherwise(first: tuple[str, ...], key: str, records: dict[str, JobRecord]) -> tuple[str, ...]:
    """Those jobs that somebody has not put behind this one by hand."""
    return tuple(each for each in first if each not in records or key not in records[each].after)


ZONES: dict[Zone, tuple[JobArea, System]] = {
    "front": ("body", "body"),
    "engine": ("engine", "cooling"),
    "cabin": ("cabin", "body"),
    "frame": ("frame", "frame"),
    "under": ("driveline", "driveline"),
    "rear": ("body", "body"),
    "left": ("body", "body"),
    "right": ("body", "body"),
    "wheels": ("wheels", "tyres"),
    "electrics": ("electrics", "power"),
}


def area_of(item: SurveyItem) -> tuple[JobArea, System]:
    """Where on the vehicle an item of the survey is, and what hangs on it."""
    return named_place(item.item) or ZONES[item.zone]


SURVEY_TAKES = timedelta(days=7)
"""From the first item found: what is found within this is of the survey itself, what comes after was found on the
way."""


def _of_survey(rig: Rig, records: dict[str, JobRecord]) -> Iterator[WorkJob]:
    started = min((each.found_on for each in rig.all(SurveyItem) if each.found_on), default=None)
    for item in rig.all(SurveyItem):
        key = of_source("survey", item.item)
        said = records.get(key)
        if not is_work(item) and (said is None or said.signed is None):
            continue
        area, system = area_of(item)
        hours, usual = hours_of(item)
        decision = item.decision or "repair"
        stage: JobStage = "wire" if area == "electrics" else "coat" if decision == "treat" else "assemble"
        yield _merged(
            key,
            Job(
                title=f"{decision.capitalize()} {item.item}",
                steps=_SURVEY_STEPS[decision],
                cautions=_survey_cautions(area, decision),
                hours=hours,
                stage=stage,
                area=area,
                system=system,
                wait_hours=24.0 if decision == "treat" else 0.0,
                no_return="coats" if decision == "treat" else None,
            ),
            said,
            title=f"{decision.capitalize()} {item.item}",
            after=(),
            own_hours=not usual,
            cost=cost_of(item),
            done=False,
            change=None,
            concerns_safety=item.concern == "safety",
            found_later=started is not None
            and item.found_on is not None
            and item.found_on > started + SURVEY_TAKES,
        )


_SURVEY_STEPS: dict[str, tuple[str, ...]] = {
    "treat": ("Down to sound metal, by its maker's sheet.", "Coated the same day; left to dry."),
    "repair": (
        "Open it until sound metal or the cause is seen.",
        "Put right, and looked at once more when done.",
    ),
    "replace": (
        "New against old before the old one comes off.",
        "In, and proved: no leak, no play, works as it should.",
    ),
}


def _survey_cautions(area: JobArea, decision: str) -> tuple[str, ...]:
    found = ["stands", "local-code"]
    if area in ("brakes", "steering"):
        found.insert(1, "brakes")
    if area == "electrics":
        found.insert(0, "battery")
    if area == "fuel":
        found.insert(0, "fuel")
    if area in ("frame", "body") and decision == "repair":
        found += ["welding", "cutting"]
    return tuple(CAUTIONS[each] for each in found)  # type: ignore[index]


_FALLS_DUE = ("over", "now", "before-trip")


def _of_intervals(rig: Rig, records: dict[str, JobRecord], on: date | None) -> Iterator[WorkJob]:
    intervals = {each.name: each for each in rig.all(IntervalRecord)}
    for row in falling_due(rig, on) if on is not None else ():
        key = of_source("interval", row.name)
        if row.state in _FALLS_DUE:
            yield _merged(
                key,
                _interval_job(intervals[row.name], row),
                records.get(key),
                title=row.name[:1].upper() + row.name[1:],
                after=(),
                own_hours=False,
                cost=None,
                done=False,
                change=None,
            )


def _interval_job(interval: IntervalRecord, row: DueRow) -> Job:
    return job(
        interval.name,
        1.0,
        ("By the vehicle's manual; reading and day written down.",),
        ("stands",),
        stage="fill" if "oil" in interval.name.lower() else "assemble",
        area="whole",
        system=interval.system,
    )


def _of_hand(records: dict[str, JobRecord]) -> Iterator[WorkJob]:
    for key, said in records.items():
        if source_of(key)[0] in ("hand", "finding"):
            title = said.title or source_of(key)[1]
            bare = Job(title=title, steps=(), cautions=(), hours=1.0)
            yield _merged(
                key, bare, said, title=title, after=(), own_hours=False, cost=None, done=False, change=None
            )


def _merged(
    key: str,
    usual: Job,
    said: JobRecord | None,
    *,
    title: str,
    after: tuple[str, ...],
    own_hours: bool,
    cost: float | None,
    done: bool,
    change: int | None,
    found_later: bool = False,
    concerns_safety: bool = False,
) -> WorkJob:
    said = said or JobRecord(key=key)
    waits = said.waits
    if waits is None:
        waits = (JobWait(for_what="drying", hours=usual.wait_hours),) if usual.wait_hours else ()
    fasteners = tuple(map(_noted, usual.fasteners)) if said.fasteners is None else said.fasteners
    readings = tuple(JobReading(name=name) for name in usual.readings)
    return WorkJob(
        key=key,
        source=source_of(key)[0],
        change=change,
        title=said.title or title,
        stage=said.stage or usual.stage,
        area=said.area or usual.area,
        system=said.system or usual.system,
        hands=said.hands or usual.hands,
        needs=usual.needs if said.needs is None else said.needs,
        splits=usual.splits if said.splits is None else said.splits,
        hours=usual.hours if said.hours is None else said.hours,
        own_hours=own_hours or said.hours is not None,
        taken_h=sum(spell.hours for spell in said.spells),
        cost=cost if said.cost is None else said.cost,
        steps=_steps(said.steps or usual.steps, said.gates or usual.gates, said.ticks),
        cautions=usual.cautions,
        tools=usual.tools if said.tools is None else said.tools,
        parts=said.parts,
        fasteners=fasteners,
        readings=readings if said.readings is None else said.readings,
        waits=waits,
        after=tuple(dict.fromkeys((*after, *said.after))),
        overruled=said.overruled,
        behind=said.behind,
        rests_on=usual.rests_on,
        no_return=said.no_return or usual.no_return,
        when=usual.after,
        running_since=said.running_since,
        held_on=said.held_on,
        put_off=said.put_off,
        signed=said.signed,
        note=said.note,
        found_later=found_later,
        concerns_safety=concerns_safety,
        done=done or said.signed is not None,
        record=said.id or None,
    )


def _noted(usual: Fastener) -> JobFastener:
    return JobFastener(
        where=usual.where,
        count=usual.count,
        thread=usual.thread,
        length_mm=usual.length_mm,
        head=usual.head,
        torque_nm=usual.torque_nm,
        once_only=usual.once_only,
    )


def _steps(texts: Sequence[str], gates: Sequence[str], ticks: Sequence[Tick]) -> tuple[WorkStep, ...]:
    done = {tick.step: tick for tick in ticks}
    steps, closed = [], False
    for text in texts:
        steps.append(WorkStep(text, text in gates, done.get(text), closed))
        closed = closed or (text in gates and text not in done)
    return tuple(steps)
