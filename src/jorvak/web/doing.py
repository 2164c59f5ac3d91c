"""Doing and writing down: what is said of jobs, ticked, clocked, signed off; the log, and what was taken off."""

from typing import Any, Literal

from flask import Response
from flask_openapi3 import Tag
from pydantic import Field, TypeAdapter

from jorvak.core.calculation import Refused
from jorvak.core.rig import Fitted, Rig
from jorvak.core.survey.records import SurveyItem
from jorvak.core.work.due import DueRow
from jorvak.core.work.falling_due import ENGINE_H, READ, Uncounted, falling_due, uncounted
from jorvak.core.work.jobs import WorkJob, job_of, work_jobs
from jorvak.core.work.log import LogEntry, log_of
from jorvak.core.work.planning import touched
from jorvak.core.work.proving import Check, Moved, commissioning, of_card
from jorvak.core.work.records import (
    IntervalRecord,
    JobRecord,
    LogLine,
    ProvingCard,
    SignOff,
    Spell,
    TakenOff,
    Tick,
)
from jorvak.store import NotThere, RigRecord, Stale
from jorvak.store.rigs import Put
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath
from jorvak.web.sheet import Sheet, View, answer, as_json, rigs, today
from jorvak.web.survey import sent_picture

doing_pages = Pages("doing", __name__, url_prefix="/api/rigs/<int:rig_id>/jobs", abp_tags=[Tag(name="doing")])


class JobEdit(Message):
    """What is to be different about a job. Keys that are absent stay as they are; null has it as its source says.

    ``was`` is what stood there when it was typed: where somebody has written another meanwhile, nothing is written.
    """

    key: str = Field(min_length=1, max_length=200)
    set: dict[str, Any]
    was: dict[str, Any] = Field({})


_JOB: TypeAdapter[WorkJob | None] = TypeAdapter(WorkJob | None)
NOT_BY_HAND = ("id", "key", "ticks", "spells", "running_since", "signed")


@doing_pages.put("/one", responses={200: Sheet})
def edit_job(path: RigPath, query: View, body: JobEdit) -> Response:
    """Change what is said of a job, or make one by hand."""
    record = rigs().read(path.rig_id, query.person)
    before = touched(record.rig, body.key)
    wrong = next((key for key in body.set if key in NOT_BY_HAND or key not in JobRecord.model_fields), None)
    if wrong is not None:
        raise Refused(f"set.{wrong}", f"A job has no {wrong[:40]} that is written so.")
    stands = _JOB.dump_python(job_of(record.rig, body.key, today(), query.preset), mode="json") or {}
    moved = next((key for key in body.was if key in stands and stands[key] != body.was[key]), None)
    if moved is not None:
        raise Stale("job", before.id, {moved: stands[moved]})
    given = {key: value for key, value in body.set.items() if value is not None}
    cleared = [key for key, value in body.set.items() if value is None]
    values = {key: value for key, value in before.model_dump().items() if key not in cleared}
    after = JobRecord.model_validate({**values, **given, "id": before.id})
    what = f"job: {_title(record.rig, after, query)}: {', '.join(body.set)}"
    _put(record, after, query, what)
    return answer(path.rig_id, query)


def _title(rig: Rig, job: JobRecord, view: View) -> str:
    found = job_of(rig, job.key, today(), view.preset)
    return job.title or (found.title if found is not None else job.key)


class StepTick(Message):
    key: str = Field(min_length=1, max_length=200)
    step: str = Field(min_length=1, max_length=400)
    done: bool = True


@doing_pages.post("/tick", responses={200: Sheet})
def tick(path: RigPath, query: View, body: StepTick) -> Response:
    """Tick a step, or take its tick off. Twice the same is once; two people at one job do not undo one another."""
    for _ in range(5):
        record = rigs().read(path.rig_id, query.person)
        job = _found(record.rig, body.key, query)
        step = next((each for each in job.steps if each.text == body.step), None)
        if step is None:
            raise Refused("step", "That step is not in this job any more.")
        if body.done and step.closed:
            gate = next(each.text for each in job.steps if each.gate and each.done is None)
            raise Refused("step", f"First: {gate}")
        said = touched(record.rig, body.key)
        ticks = [each for each in said.ticks if each.step != body.step]
        if body.done:
            if step.done is not None:
                return answer(path.rig_id, query)
            ticks.append(Tick(step=body.step, on=today(), by=query.person))
        after = said.model_copy(update={"ticks": tuple(ticks)})
        word = "done" if body.done else "not done"
        try:
            _put(record, after, query, f"{job.title}: {word}: {body.step}")
        except Stale:
            continue
        return answer(path.rig_id, query)
    raise Refused("step", "Somebody else is writing at this job: try again.")


def _found(rig: Rig, key: str, view: View) -> WorkJob:
    job = job_of(rig, key, today(), view.preset)
    if job is None:
        raise NotThere("That job is not among the work any more.")
    return job


def _put(record: RigRecord, after: JobRecord, view: View, what: str) -> None:
    version = record.record_versions["job"].get(after.id) if after.id else None
    rigs().put(record.id, "job", after, version, view.person, what[:200], view.key)


class Clock(Message):
    key: str = Field(min_length=1, max_length=200)
    run: bool
    hours: float | None = Field(
        None, ge=0, le=24, description="worked, where they are typed; else what the clock has counted"
    )


@doing_pages.post("/clock", responses={200: Sheet})
def clock(path: RigPath, query: View, body: Clock) -> Response:
    """Start the clock of a job, or stop it and keep what it counted. It runs on where the server stops meanwhile."""
    record = rigs().read(path.rig_id, query.person)
    job, said = _found(record.rig, body.key, query), touched(record.rig, body.key)
    now = rigs().journal.now()
    if body.run:
        if said.running_since is not None:
            return answer(path.rig_id, query)
        after = said.model_copy(update={"running_since": now.isoformat(timespec="seconds")})
        _put(record, after, query, f"{job.title}: clock started")
        return answer(path.rig_id, query)
    hours = body.hours
    if hours is None:
        if said.running_since is None:
            raise Refused("run", "No clock runs for this job: type the hours instead.")
        counted = (now - type(now).fromisoformat(said.running_since)).total_seconds() / 3600
        if counted > 24:
            raise Refused(
                "hours", f"The clock ran for {counted:.0f} h: somebody forgot it. Type how many hours it was."
            )
        hours = round(max(counted, 0.0), 2)
    spells = said.spells if hours == 0 else (*said.spells, Spell(on=today(), hours=hours, by=query.person))
    after = said.model_copy(update={"running_since": None, "spells": spells})
    _put(record, after, query, f"{job.title}: {hours:.2f} h worked")
    return answer(path.rig_id, query)


class Sign(Message):
    key: str = Field(min_length=1, max_length=200)
    sign: bool = True
    odometer_km: float | None = Field(None, ge=0, le=3e6)
    hours: float | None = Field(
        None, ge=0, le=3000, description="what it took in all, where nobody clocked it"
    )


@doing_pages.post("/sign", responses={200: Sheet})
def sign(path: RigPath, query: View, body: Sign) -> Response:
    """Sign a job off, or take that back. What it was for is done with it: the change is fitted with the last of its
    jobs but those that prove it, the item of the survey is put right, the interval counts anew."""
    record = rigs().read(path.rig_id, query.person)
    job, said = _found(record.rig, body.key, query), touched(record.rig, body.key)
    if not body.sign:
        _put(record, said.model_copy(update={"signed": None}), query, f"{job.title}: not done after all")
        return answer(path.rig_id, query)
    gate = next((step.text for step in job.steps if step.gate and step.done is None), None)
    if gate is not None:
        raise Refused("sign", f"A gate is open: {gate} Tick it first.")
    spells = said.spells
    if body.hours is not None and not spells:
        spells = (Spell(on=today(), hours=min(body.hours, 24.0), by=query.person),)
    signed = SignOff(on=today(), by=query.person, odometer_km=body.odometer_km)
    after = said.model_copy(
        update={"signed": signed, "spells": spells, "running_since": None, "put_off": None}
    )
    puts = [Put("job", after, record.record_versions["job"].get(after.id) if after.id else None)]
    puts += _done_with_it(record, job, signed)
    rigs().put_all(
        path.rig_id,
        puts,
        {},
        {},
        query.person,
        f"{job.title}: signed off"[:200],
        query.key,
        changes=_fitted_with_it(record, job, after, query),
    )
    return answer(path.rig_id, query)


class FromPaper(Message):
    """What came back on a job's card: steps that are ticked on it, readings by name, hours, and whether it is signed."""

    key: str = Field(min_length=1, max_length=200)
    steps: list[str] = Field([], max_length=60)
    readings: dict[str, float | None] = Field({})
    hours: float | None = Field(None, ge=0, le=24)
    odometer_km: float | None = Field(None, ge=0, le=3e6)
    sign: bool = False


@doing_pages.post("/from-paper", responses={200: Sheet})
def from_paper(path: RigPath, query: View, body: FromPaper) -> Response:
    """Enter what came back on paper, as one write."""
    record = rigs().read(path.rig_id, query.person)
    job, said = _found(record.rig, body.key, query), touched(record.rig, body.key)
    known = {step.text for step in job.steps}
    strange = next((step for step in body.steps if step not in known), None)
    if strange is not None:
        raise Refused("steps", f"“{strange[:60]}” is not a step of this job any more: print its card anew.")
    names = {reading.name for reading in job.readings}
    other = next((name for name in body.readings if name not in names), None)
    if other is not None:
        raise Refused("readings", f"“{other[:60]}” is not read in this job.")
    ticked = {tick.step: tick for tick in said.ticks}
    ticks = tuple(
        ticked.get(step.text) or Tick(step=step.text, on=today(), by=query.person)
        for step in job.steps
        if step.text in body.steps or step.text in ticked
    )
    readings = tuple(
        reading.model_copy(update={"value": value, "on": today(), "by": query.person})
        if (value := body.readings.get(reading.name)) is not None
        else reading
        for reading in job.readings
    )
    spells = said.spells
    if body.hours:
        spells = (*spells, Spell(on=today(), hours=body.hours, by=query.person))
    after = said.model_copy(
        update={"ticks": ticks, "spells": spells, **({"readings": readings} if body.readings else {})}
    )
    signed = None
    if body.sign:
        gate = next((s.text for s in job.steps if s.gate and s.text not in {t.step for t in ticks}), None)
        if gate is not None:
            raise Refused("sign", f"A gate is open: {gate} Tick it first.")
        signed = SignOff(on=today(), by=query.person, odometer_km=body.odometer_km)
        after = after.model_copy(update={"signed": signed, "running_since": None, "put_off": None})
    puts = [Put("job", after, record.record_versions["job"].get(after.id) if after.id else None)]
    changes: list[tuple[Any, int]] = []
    if signed is not None:
        puts += _done_with_it(record, job, signed)
        changes = _fitted_with_it(record, job, after, query)
    what = f"{job.title}: from paper"[:200]
    rigs().put_all(path.rig_id, puts, {}, {}, query.person, what, query.key, changes=changes)
    return answer(path.rig_id, query)


class LogPage(Message):
    """The latest entries of the log, how many there are in all, and the hours of them all. However old: ``open`` are
    temporary fixes that nobody has resolved, ``pictured`` photographs of before and after."""

    entries: list[LogEntry]
    open: list[LogEntry]
    pictured: list[LogEntry]
    count: int
    hours: float


class OfLog(View):
    upto: int = Field(200, ge=1, le=20_000, description="how many, the latest first")


@doing_pages.get("/log", responses={200: LogPage})
def get_log(path: RigPath, query: OfLog) -> Response:
    """One line of time over the whole build, the latest first."""
    entries = log_of(rigs().read(path.rig_id, query.person).rig, query.preset)
    return as_json(
        LogPage(
            entries=list(entries[: query.upto]),
            open=[entry for entry in entries if entry.open],
            pictured=[entry for entry in entries if entry.file is not None and entry.moment is not None],
            count=len(entries),
            hours=sum(entry.hours or 0.0 for entry in entries),
        )
    )


class OfJob(View):
    text: str = Field("photograph", min_length=1, max_length=400)
    job: str | None = Field(None, max_length=200, description="the job that it is of")
    moment: Literal["before", "after"] | None = None


@doing_pages.post("/photo", responses={201: Sheet})
def add_job_photo(path: RigPath, query: OfJob) -> Response:
    """Take in a photograph for the log, sent as the body of the request."""
    rig = rigs().read(path.rig_id, query.person).rig
    with sent_picture(rig) as name:
        line = LogLine(
            kind="photograph",
            text=query.text,
            noted_on=today(),
            noted_by=query.person,
            job=query.job,
            file=name,
            moment=query.moment,
        )
        rigs().put(
            path.rig_id, "log_line", line, None, query.person, f"photograph: {query.text}"[:200], query.key
        )
    return answer(path.rig_id, query, status=201)


class Resolve(Message):
    line: int
    how: str = Field(min_length=1, max_length=4000)


@doing_pages.post("/resolve", responses={200: Sheet})
def resolve(path: RigPath, query: View, body: Resolve) -> Response:
    """Close a temporary fix: it was put right, and how."""
    record = rigs().read(path.rig_id, query.person)
    line = next((each for each in record.rig.all(LogLine) if each.id == body.line), None)
    if line is None or line.kind != "temporary-fix":
        raise NotThere("That is not among the temporary fixes any more.")
    done = {"resolved_on": today(), "resolved_by": query.person, "how": body.how.strip()}
    version = record.record_versions["log_line"][line.id]
    what = f"temporary fix put right: {line.text}"[:200]
    rigs().put(path.rig_id, "log_line", line.model_copy(update=done), version, query.person, what, query.key)
    return answer(path.rig_id, query)


class OffLine(Message):
    """A thing that was taken off, with the version that a write to it has to name."""

    id: int
    version: int
    thing: TakenOff
    job_title: str | None


class Off(Message):
    """What was taken off, in the order in which it came off."""

    off: list[OffLine]


@doing_pages.get("/off", responses={200: Off})
def get_off(path: RigPath, query: View) -> Response:
    """What was taken off, in the order in which it came off; it goes back in the other order."""
    record = rigs().read(path.rig_id, query.person)
    titles = {job.key: job.title for job in work_jobs(record.rig, today(), query.preset)}
    versions = record.record_versions["taken_off"]
    return as_json(
        Off(
            off=[
                OffLine(
                    id=thing.id,
                    version=versions[thing.id],
                    thing=thing,
                    job_title=titles.get(thing.job or ""),
                )
                for thing in record.rig.all(TakenOff)
            ]
        )
    )


class CardLine(Message):
    """A test with what it says, and the version that a write to it has to name."""

    id: int
    version: int
    card: ProvingCard
    moved: Moved


class Proving(Message):
    """What proves the work: tests against their scatter, what to look at, what falls due; intervals nobody can count."""

    cards: list[CardLine]
    checks: tuple[Check, ...]
    due: tuple[DueRow, ...]
    uncounted: tuple[Uncounted, ...]


@doing_pages.get("/proving", responses={200: Proving})
def get_proving(path: RigPath, query: View) -> Response:
    """What proves the work."""
    record = rigs().read(path.rig_id, query.person)
    versions = record.record_versions["test_card"]
    return as_json(
        Proving(
            cards=[
                CardLine(id=card.id, version=versions[card.id], card=card, moved=of_card(card))
                for card in record.rig.all(ProvingCard)
            ],
            checks=commissioning(record.rig),
            due=falling_due(record.rig, today()),
            uncounted=uncounted(record.rig),
        )
    )


def _done_with_it(record: RigRecord, job: WorkJob, signed: SignOff) -> list[Put]:
    """The item of the survey that is put right by it, the interval that counts anew."""
    name = job.key.partition(" ")[2]
    puts = []
    for item in record.rig.all(SurveyItem) if job.source == "survey" else ():
        if item.item == name:
            condition = "replaced" if item.decision == "replace" else "sound"
            version = record.record_versions["survey_item"][item.id]
            puts.append(Put("survey_item", item.model_copy(update={"condition": condition}), version))
    for interval in record.rig.all(IntervalRecord) if job.source == "interval" else ():
        if interval.name == name:
            if interval.every_km is not None and signed.odometer_km is None:
                raise Refused(
                    "odometer_km", f"{interval.name} counts kilometres: at which reading was it done?"
                )
            hours = record.rig.figures.get(ENGINE_H)
            if interval.every_h is not None and hours is None:
                raise Refused(
                    ENGINE_H,
                    f"{interval.name} counts engine hours: read {READ[ENGINE_H]}, and note it first.",
                )
            anew = {
                "last_on": signed.on,
                **({"last_km": signed.odometer_km} if signed.odometer_km is not None else {}),
                **({"last_h": hours.value} if hours is not None and interval.every_h is not None else {}),
            }
            version = record.record_versions["interval"][interval.id]
            puts.append(Put("interval", interval.model_copy(update=anew), version))
    return puts


def _fitted_with_it(record: RigRecord, job: WorkJob, said: JobRecord, view: View) -> list[tuple[Any, int]]:
    """The change that is on the vehicle with it, where nothing but proving is left of it."""
    change = next((each for each in record.rig.changes if each.id == job.change), None)
    if change is None or change.state == "fitted" or job.stage == "prove":
        return []
    of_it = [each for each in work_jobs(record.rig, today(), view.preset) if each.change == change.id]
    if any(not each.done and each.key != job.key and each.stage != "prove" for each in of_it):
        return []
    hours = sum(each.taken_h for each in of_it if each.key != job.key)
    hours += sum(spell.hours for spell in said.spells)
    signed = said.signed
    assert signed is not None
    fitted = Fitted(
        on=signed.on,
        odometer_km=signed.odometer_km,
        hours=hours or None,
        by=signed.by,
    )
    done = change.model_copy(update={"state": "fitted", "fitted": fitted})
    return [(done, record.change_versions[change.id])]
