"""What every sheet is drawn from: one rig at one stage, whole, in one answer."""

from datetime import date
from functools import cache
from typing import Any

from flask import Response, current_app
from pydantic import BaseModel, Field

from jorvak.core.assess import Assessment, assess
from jorvak.core.headlines import Headline, headlines
from jorvak.core.kinds import jobs_of, title_of
from jorvak.core.quantities import PRESETS, Preset
from jorvak.core.results import Result, work_out
from jorvak.core.rig import Brief, Change, Figure, Fitted, Form, State
from jorvak.core.rolling.results import GearTable, gear_table
from jorvak.core.stages import Stage, moment, read_stage
from jorvak.core.stance.results import Outline, outline
from jorvak.core.trip.readiness import days_left, guessed_hours
from jorvak.core.work.jobs import Job
from jorvak.store import RigRecord, Rigs


class View(BaseModel):
    """What a person looks at: the stage and the units."""

    stage: str = Field("planned", description="as-found, today, planned, or the number of a step")
    units: str = Field("metric", pattern="^(metric|inch)$", description="metric or inch")
    person: str = Field("bench", min_length=1, max_length=80, description="who is working")
    key: str | None = Field(
        None, max_length=80, description="names a write, so that one sent twice is done once"
    )

    @property
    def preset(self) -> Preset:
        return PRESETS[self.units]

    @classmethod
    @cache
    def model_json_schema(cls, *args: Any, **kwargs: Any) -> dict[str, Any]:
        """The same every time; kept, because the web framework asks for it at every request."""
        return super().model_json_schema(*args, **kwargs)


class ChangeLine(BaseModel):
    """A change in the order, with the version that a write to it has to name."""

    id: int
    version: int
    step: int
    kind: str
    fields: dict[str, Any]
    title: str
    state: State
    mass_kg: float | None
    mass_x_mm: float | None
    cost: float | None
    hours: float | None
    guessed_hours: float
    note: str | None
    fitted: Fitted | None
    jobs: tuple[Job, ...]


class Outlines(BaseModel):
    """The three states that lie over one another on the strip."""

    found: Outline
    today: Outline
    planned: Outline


class Sheet(BaseModel):
    """One rig at one stage. Every read and every write answers with this."""

    id: int
    version: int
    name: str
    vehicle: str
    form: Form
    brief: Brief
    today: date
    days_left: int | None
    figures: dict[str, Figure] = Field(description="what is noted, by path")
    versions: dict[str, int] = Field(description="of each figure: a write to it has to name it")
    changes: list[ChangeLine]
    stage: Stage
    here: Assessment
    found_gears: Result[GearTable]
    headlines: tuple[Headline, ...]
    outlines: Outlines
    undo: str | None
    redo: str | None


def rigs() -> Rigs:
    """The rigs of the running application."""
    found: Rigs = current_app.config["RIGS"]
    return found


def today() -> date:
    """Today, or the day that the application was told to take for it."""
    fixed: date | None = current_app.config["TODAY"]
    return fixed or date.today()


def answer(rig_id: int, view: View, stage: Stage | None = None, status: int = 200) -> Response:
    """The sheet of a rig as it stands now, as an answer. ``stage`` overrides that of ``view``."""
    record = rigs().read(rig_id, view.person)
    built = sheet(record, read_stage(view.stage) if stage is None else stage, view.preset, today())
    return Response(built.model_dump_json(), status, mimetype="application/json")


def sheet(record: RigRecord, stage: Stage, preset: Preset, on: date) -> Sheet:
    """The sheet of a rig at a stage. A step that the order no longer has becomes its last."""
    rig = record.rig
    if isinstance(stage, int):
        stage = min(stage, len(rig.changes))
    found, here = moment(rig, "as-found"), assess(rig, stage, preset)
    found_gears = work_out(found, gear_table)
    return Sheet(
        id=record.id,
        version=record.version,
        name=rig.name,
        vehicle=rig.vehicle,
        form=rig.form,
        brief=rig.brief,
        today=on,
        days_left=days_left(rig, on),
        figures=dict(rig.figures),
        versions=record.figure_versions,
        changes=[
            _change_line(change, step, record.change_versions[change.id])
            for step, change in enumerate(rig.changes, 1)
        ],
        stage=stage,
        here=here,
        found_gears=found_gears,
        headlines=headlines(here.results, found, found_gears),
        outlines=Outlines(
            found=outline(found),
            today=outline(moment(rig, "today")),
            planned=here.outline if stage == "planned" else outline(moment(rig, "planned")),
        ),
        undo=record.undo,
        redo=record.redo,
    )


def _change_line(change: Change, step: int, version: int) -> ChangeLine:
    return ChangeLine(
        id=change.id,
        version=version,
        step=step,
        kind=change.kind,
        fields=change.fields,
        title=title_of(change),
        state=change.state,
        mass_kg=change.mass_kg,
        mass_x_mm=change.mass_x_mm,
        cost=change.cost,
        hours=change.hours,
        guessed_hours=guessed_hours(change),
        note=change.note,
        fitted=change.fitted,
        jobs=jobs_of(change),
    )
