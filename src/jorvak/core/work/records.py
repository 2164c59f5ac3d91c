"""Records of the work: what was said of jobs and done of them, the log, what was taken off, what falls due."""

from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field, StringConstraints, model_validator

from jorvak.core.calculation import NotNegative, Number, Positive
from jorvak.core.plan.jobs import Hands, JobArea, JobStage, NoReturn, System
from jorvak.core.records import RecordType
from jorvak.core.rig import Day, Frozen, Hours, Line, Name, Record, Text
from jorvak.core.survey.records import PictureFile
from jorvak.core.work.keys import renumbered

Step = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=400)]
Moment = Annotated[
    str, StringConstraints(pattern=r"^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d+)?([+-]\d\d:\d\d|Z)?$")
]
"""A time of the clock, as ISO writes it."""


class Tick(Frozen):
    """That a step was done. It goes with the words of the step: one that is put otherwise is another step."""

    step: Step
    on: Day
    by: Text | None = None


class Spell(Frozen):
    """Hours worked on a job on one day."""

    on: Day
    hours: Annotated[Hours, Field(le=24)]
    by: Text | None = None


class SignOff(Frozen):
    """That a job is done, who says so, and at which reading."""

    on: Day
    by: Text | None = None
    odometer_km: NotNegative | None = None


class JobWait(Frozen):
    """What a job waits for before it can begin, or what passes after it before anything can follow.

    ``drying`` and ``machine-shop`` pass after it, by the clock; a ``part``, a ``helper`` or a ``date`` come before it.
    """

    for_what: Literal["part", "drying", "helper", "machine-shop", "date"]
    hours: Annotated[NotNegative, Field(le=9000)] | None = None
    part: Name | None = None
    until: Day | None = None
    note: Line | None = None

    @model_validator(mode="after")
    def _says_how_long(self) -> "JobWait":
        if self.for_what in ("drying", "machine-shop") and self.hours is None:
            raise ValueError(f"Say how many hours the {self.for_what} takes, for example 48.")
        if self.for_what == "part" and self.part is None:
            raise ValueError("Say for which part it waits.")
        if self.for_what == "date" and self.until is None:
            raise ValueError("Say until which day it waits.")
        return self


class JobFastener(Frozen):
    """Fasteners of one place of a job, and what becomes of them."""

    where: Line
    count: Annotated[int, Field(ge=1, le=500)] | None = None
    thread: Line | None = Field(None, examples=["M12x1.25"])
    length_mm: Annotated[Positive, Field(le=2000)] | None = None
    head: Line | None = None
    torque_nm: Annotated[Positive, Field(le=5000)] | None = None
    once_only: bool = False
    state: Literal["new", "reuse", "missing"] | None = None


class JobReading(Frozen):
    """Something to be read during a job, the range wanted, and what was read."""

    name: Line
    low: Number | None = None
    high: Number | None = None
    value: Number | None = None
    on: Day | None = None
    by: Text | None = None

    @model_validator(mode="after")
    def _low_below_high(self) -> "JobReading":
        if self.low is not None and self.high is not None and self.low > self.high:
            raise ValueError("The lowest that is wanted is above the highest.")
        return self


class Overruled(Frozen):
    """A rule of order that does not hold here: the job does not wait for ``before``, and why."""

    before: Line
    reason: Step
    on: Day | None = None
    by: Text | None = None


class BehindIt(Frozen):
    """What lies behind a panel that a job closes: whether to see to it now."""

    name: Line
    hours_to_reopen: Hours
    chance_pct: Annotated[NotNegative, Field(le=100)]
    hours_now: Hours
    done: bool = False


class JobRecord(Record):
    """What somebody said of a job, over what its change, survey or interval says; None: as that says.

    ``held_on`` is a day on which it is to begin. ``running_since`` is when a clock was started that still runs.
    ``put_off`` is why it is left until after the trip. ``put_right`` are the days on which a finding that came back
    was seen to.
    """

    key: Line
    title: Line | None = None
    stage: JobStage | None = None
    area: JobArea | None = None
    system: System | None = None
    hands: Hands | None = None
    needs: Annotated[tuple[Line, ...], Field(max_length=10)] | None = None
    splits: bool | None = None
    hours: Hours | None = None
    cost: NotNegative | None = None
    steps: Annotated[tuple[Step, ...], Field(max_length=60)] | None = None
    gates: Annotated[tuple[Step, ...], Field(max_length=60)] | None = None
    tools: Annotated[tuple[Line, ...], Field(max_length=40)] | None = None
    parts: Annotated[tuple[Name, ...], Field(max_length=40)] = ()
    fasteners: Annotated[tuple[JobFastener, ...], Field(max_length=60)] | None = None
    readings: Annotated[tuple[JobReading, ...], Field(max_length=40)] | None = None
    waits: Annotated[tuple[JobWait, ...], Field(max_length=20)] | None = None
    after: Annotated[tuple[Line, ...], Field(max_length=60)] = ()
    overruled: Annotated[tuple[Overruled, ...], Field(max_length=60)] = ()
    behind: Annotated[tuple[BehindIt, ...], Field(max_length=40)] = ()
    no_return: NoReturn | None = None
    ticks: Annotated[tuple[Tick, ...], Field(max_length=200)] = ()
    spells: Annotated[tuple[Spell, ...], Field(max_length=1000)] = ()
    running_since: Moment | None = None
    held_on: Day | None = None
    put_off: Text | None = None
    signed: SignOff | None = None
    note: Text | None = None


LogKind = Literal["note", "found", "went-wrong", "temporary-fix", "decision", "photograph", "reading"]


class LogLine(Record):
    """One line of the log. A temporary fix stays open until ``resolved_on``; a photograph may be of before or after.

    ``trip``: it happened on that trip, at ``odometer_km``; ``became`` says what was made of it at home.
    """

    kind: LogKind
    text: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=4000)]
    noted_on: Day
    noted_by: Text | None = None
    job: Line | None = None
    system: System | None = None
    file: PictureFile | None = None
    moment: Literal["before", "after"] | None = None
    resolved_on: Day | None = None
    resolved_by: Text | None = None
    how: Text | None = None
    trip: Line | None = None
    odometer_km: NotNegative | None = None
    became: Line | None = None


class TakenOff(Record):
    """A thing that was taken off, in the order in which it came off; it goes back in the other order."""

    name: Line
    place: Line | None = Field(None, description="where it was, and on which side")
    taken_on: Day | None = None
    taken_by: Text | None = None
    job: Line | None = None
    bag: Line | None = None
    fasteners: Annotated[tuple[JobFastener, ...], Field(max_length=20)] = ()
    heap: Literal["good", "usable", "scrap"] = "good"
    goes_back: bool = True
    file: PictureFile | None = None
    back_on: Day | None = None
    note: Text | None = None


class IntervalRecord(Record):
    """Something that falls due by distance, months or engine hours, counted from when it was done last."""

    name: Name
    every_km: Annotated[Positive, Field(le=1e6)] | None = None
    every_months: Annotated[int, Field(ge=1, le=600)] | None = None
    every_h: Annotated[Positive, Field(le=1e5)] | None = None
    last_km: NotNegative | None = None
    last_on: Day | None = None
    last_h: NotNegative | None = None
    once: bool = False
    system: System = "work"
    note: Text | None = None

    @model_validator(mode="after")
    def _counts_something(self) -> "IntervalRecord":
        pairs = (
            (self.every_km, self.last_km, "km"),
            (self.every_months, self.last_on, "months"),
            (self.every_h, self.last_h, "hours"),
        )
        if all(every is None for every, _, _ in pairs):
            raise ValueError("Say after how many km, months or hours it falls due.")
        for every, last, what in pairs:
            if every is not None and last is None:
                raise ValueError(f"It counts {what}: say when it was done last.")
        return self


class ProvingRun(Frozen):
    """One run of a test."""

    value: Number
    on: Day | None = None
    note: Line | None = None


class ProvingCard(Record):
    """A test that is driven the same way before and after one change: what is read, how, and every run of it."""

    name: Line
    unit: Line | None = Field(None, max_length=20)
    how: Text | None = None
    one_change: Line | None = Field(None, description="the one thing that is different")
    before: Annotated[tuple[ProvingRun, ...], Field(max_length=50)] = ()
    after: Annotated[tuple[ProvingRun, ...], Field(max_length=50)] = ()
    wanted: Line | None = None
    made_on: Day | None = None
    note: Text | None = None


def _job_renumbered(record: Record, ids: Mapping[int, int]) -> Record:
    assert isinstance(record, JobRecord)
    return record.model_copy(
        update={
            "key": renumbered(record.key, ids),
            "after": tuple(renumbered(each, ids) for each in record.after),
            "overruled": tuple(
                each.model_copy(update={"before": renumbered(each.before, ids)}) for each in record.overruled
            ),
        }
    )


def _of_job_renumbered(record: Record, ids: Mapping[int, int]) -> Record:
    job = getattr(record, "job", None)
    return record if job is None else record.model_copy(update={"job": renumbered(job, ids)})


MOST_LOG = 20_000

RECORDS = (
    RecordType("job", JobRecord, "jobs", "key", "job", most=2000, titled_by="title", apart=True, written_whole=False, renumbered=_job_renumbered),
    RecordType("log_line", LogLine, "log", "text", "log", most=MOST_LOG, several=True, apart=True, noted=("noted_on", "noted_by"), renumbered=_of_job_renumbered),
    RecordType("taken_off", TakenOff, "taken_off", "name", "taken off", most=2000, several=True, apart=True,
               noted=("taken_on", "taken_by"), renumbered=_of_job_renumbered),
    RecordType("interval", IntervalRecord, "intervals", "name", "interval", most=200),
    RecordType("test_card", ProvingCard, "test_cards", "name", "test", most=200),
)  # fmt: skip
