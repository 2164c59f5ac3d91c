"""What every sheet is drawn from: one rig at one stage, whole, in one answer."""

from datetime import date
from functools import cache
from typing import Any, Generic, Literal, TypeVar

from flask import Response, current_app, g, has_request_context
from pydantic import ConfigDict, Field, create_model, field_validator, model_validator

from jorvak.core.assess import Assessment, assess
from jorvak.core.calculation import Refused
from jorvak.core.engine.areas import Results, areas
from jorvak.core.engine.asking import Waits, as_found_values
from jorvak.core.engine.keeping import KeptOfRigs, KeptResults
from jorvak.core.engine.moment import NAMED, Moment, Stage, is_chosen, laden, moment, read_stage, steps_before
from jorvak.core.engine.result import Result
from jorvak.core.headlines import Headline, found_results, headlines
from jorvak.core.money.totals import Totals, running, totals
from jorvak.core.plan.jobs import Job
from jorvak.core.plan.kinds import guessed_hours, jobs_of, title_of
from jorvak.core.quantities import PRESETS, Preset
from jorvak.core.records import record_types
from jorvak.core.rig import (
    APPLIED,
    Brief,
    Carrier,
    Change,
    Figure,
    Fitted,
    Form,
    MassKnown,
    Record,
    Rig,
    State,
)
from jorvak.core.rolling.area import RollingResults
from jorvak.core.rolling.counting import shown_per_true
from jorvak.core.rolling.results import Crawl, GearTable
from jorvak.core.stance.results import Outline, outline
from jorvak.core.trip.readiness import days_left
from jorvak.store import PhotoFiles, RigRecord, Rigs
from jorvak.store.shops import Shops
from jorvak.web.deltas import whole_or_patch
from jorvak.web.messages import Message


class View(Message):
    """What a person looks at: the stage and the units."""

    model_config = ConfigDict(allow_inf_nan=False)

    stage: str = Field("planned", description="as-found, today, planned, or the number of a step")
    units: Literal["metric", "inch"] = Field("metric", description="metric or inch")
    person: str = Field("bench", min_length=1, max_length=80, description="who is working")
    key: str | None = Field(
        None, min_length=1, max_length=80, description="names a write, so that one sent twice is done once"
    )

    looks: str | None = Field(
        None,
        max_length=400,
        description="areas and results (stance.lift) that are looked at, with commas; left out: all",
    )

    @field_validator("looks")
    @classmethod
    def _are_results(cls, looks: str | None) -> str | None:
        for name in (looks or "").split(","):
            area, _, result = name.partition(".")
            if name and (area not in areas() or (result and result not in areas()[area].functions)):
                raise ValueError(f"There is no area or result “{name[:40]}”.")
        return looks

    @model_validator(mode="before")
    @classmethod
    def _is_who_signed_in(cls, given: Any) -> Any:
        """Beyond loopback nobody writes under another's name."""
        signed_in = g.get("person") if has_request_context() else None
        return given if signed_in is None else {**given, "person": signed_in}

    def show(self, results: Results) -> None:
        """Have only what is looked at written, and what stands on every sheet."""
        if self.looks is not None:
            results.show(
                (
                    *self.looks.split(","),
                    *(f"{name}.{each}" for name, area in areas().items() for each in area.on_every_sheet),
                )
            )

    @field_validator("stage")
    @classmethod
    def _is_stage(cls, stage: str) -> str:
        """Seen before anything is written: an answer that cannot be given must not follow a write."""
        try:
            read_stage(stage)
        except Refused as refused:
            raise ValueError(refused.message) from None
        return stage

    @property
    def at_stage(self) -> Stage:
        return read_stage(self.stage)

    @property
    def preset(self) -> Preset:
        return PRESETS[self.units]

    @classmethod
    @cache
    def model_json_schema(cls, *args: Any, **kwargs: Any) -> dict[str, Any]:  # type: ignore[override]
        """The same every time; kept, because the web framework asks for it at every request."""
        return super().model_json_schema(*args, **kwargs)


class ChangeLine(Message):
    """A change in the order, with the version that a write to it has to name."""

    id: int
    version: int
    step: int
    kind: str
    fields: dict[str, Any]
    title: str
    state: State
    mass_kg: float | None
    mass_known: MassKnown
    mass_x_mm: float | None
    mass_y_mm: float | None
    mass_z_mm: float | None
    mass_off_kg: float | None
    cost: float | None
    gift: bool
    paid: float | None
    credit: float | None
    option: str | None
    on_plan: bool
    spent_to_here: float | None
    hours: float | None
    guessed_hours: float
    note: str | None
    fitted: Fitted | None
    jobs: tuple[Job, ...]


R = TypeVar("R", bound=Record)


class Kept(Message, Generic[R]):
    """A record with its number and the version that a write to it has to name."""

    id: int
    version: int
    record: R


_ON_SHEET = {name: kind for name, kind in record_types().items() if not kind.apart}
_KEPT: dict[str, Any] = {name: (list[Kept[kind.model]], ...) for name, kind in _ON_SHEET.items()}  # type: ignore[name-defined]
KeptRecords: Any = create_model("KeptRecords", __base__=Message, **_KEPT)
"""The records of a rig by the name of their type."""


class NotKnown(Message):
    """A result that waits, and what for."""

    label: str
    waits: Waits


class Outlines(Message):
    """The three states that lie over one another on the strip, and the stage with its load aboard."""

    found: Outline
    today: Outline
    planned: Outline
    loaded: Outline


class Speedometers(Message):
    """What the speedometer shows for each km/h of truth, in the three states; None where that cannot be said."""

    found: float | None
    today: float | None
    planned: float | None


class Sheet(Message):
    """One rig at one stage. Every read and every write answers with this."""

    id: int
    version: int
    looks: str | None = Field(description="the results that were asked for; None: all")
    revision: int = Field(description="of the last write: what was worked out at another may be out of date")
    name: str
    vehicle: str
    form: Form
    brief: Brief
    today: date
    days_left: int | None
    figures: dict[str, Figure] = Field(description="what is noted, by path")
    versions: dict[str, int] = Field(description="of each figure: a write to it has to name it")
    as_found: dict[str, float] = Field(description="what figures that were taken as it stood were as found")
    set_today: list[str] = Field(description="paths that changes which are fitted have set")
    taken_later: list[str] = Field(description="paths of figures that were measured with such a change on it")
    points: dict[str, Carrier]
    changes: list[ChangeLine]
    records: KeptRecords
    money: Totals = Field(description="of everything on the plan")
    money_here: Totals = Field(description="of what is on the rig at the stage")
    stage: Stage
    here: Assessment
    not_known: list[NotKnown] = Field(description="what waits for a figure, by what a builder calls it")
    found_gears: Result[GearTable]
    found_crawl: Result[Crawl]
    headlines: tuple[Headline, ...]
    outlines: Outlines
    speedometers: Speedometers
    undo: str | None
    redo: str | None

    @classmethod
    @cache
    def model_json_schema(cls, *args: Any, **how: Any) -> dict[str, Any]:  # type: ignore[override]
        """Described once: a dozen addresses answer with a sheet, and each time takes a tenth of a second."""
        return super().model_json_schema(*args, **how)


def rigs() -> Rigs:
    """The rigs of the running application."""
    found: Rigs = current_app.config["RIGS"]
    return found


def shops() -> Shops:
    """The shops of the running application."""
    found: Shops = current_app.config["SHOPS"]
    return found


def photo_files() -> PhotoFiles:
    """The photographs of the running application."""
    found: PhotoFiles = current_app.config["PHOTOS"]
    return found


def kept_results(rig_id: int) -> KeptResults:
    """What the running application worked out lately for a rig."""
    found: KeptOfRigs = current_app.config["KEPT"]
    return found.of(rig_id)


def today() -> date:
    """Today, or the day that the application was told to take for it."""
    fixed: date | None = current_app.config["TODAY"]
    return fixed or date.today()


def planned_laden(record: RigRecord) -> Moment:
    """The vehicle as planned, with its load aboard: what is taken and looked at before leaving."""
    return laden(moment(record.rig, "planned", on=today(), kept=kept_results(record.id)))


def as_json(model: Message) -> Response:
    """A model as an answer."""
    return Response(model.model_dump_json(), mimetype="application/json")


def last_before(rig: Rig, view: View) -> int | None:
    """The id of the last change that counts at the stage, behind which a new one goes; None before the first."""
    before = steps_before(rig, view.at_stage)
    return rig.changes[before - 1].id if before else None


def still_there(rig: Rig, stage: Stage) -> Stage:
    """The stage; a step that the order no longer has becomes its last."""
    return min(stage, len(rig.changes)) if isinstance(stage, int) else stage


def answer(rig_id: int, view: View, stage: Stage | None = None, status: int = 200) -> Response:
    """The sheet of a rig as it stands now, as an answer. ``stage`` overrides that of ``view``."""
    record = rigs().read(rig_id, view.person)
    built = sheet(record, view, view.at_stage if stage is None else stage, today(), kept_results(rig_id))
    return whole_or_patch(current_app.config["SENT"], built.model_dump_json(), status)


def sheet(record: RigRecord, view: View, stage: Stage, on: date, kept: KeptResults) -> Sheet:
    """The sheet of a rig at a stage, by :func:`still_there`."""
    rig = record.rig
    stage = still_there(rig, stage)
    preset = view.preset
    here, found = assess(rig, stage, preset, on=on, kept=kept), found_results(rig, kept)
    view.show(here.results)
    found_state, today_state, planned_state = (moment(rig, name, with_doubt=False) for name in NAMED)
    spent = running(rig)
    return Sheet(
        id=record.id,
        version=record.version,
        looks=view.looks,
        revision=record.revision,
        name=rig.name,
        vehicle=rig.vehicle,
        form=rig.form,
        brief=rig.brief,
        today=on,
        days_left=days_left(rig, on),
        figures=dict(rig.figures),
        versions=record.figure_versions,
        as_found=as_found_values(found_state),
        set_today=list(today_state.set_by),
        taken_later=list(today_state.later),
        points=dict(rig.points),
        changes=[
            _change_line(rig, change, step, record.change_versions[change.id], spent.get(change.id), preset)
            for step, change in enumerate(rig.changes, 1)
        ],
        records=_records(record),
        money=totals(rig, "planned"),
        money_here=totals(rig, stage),
        stage=stage,
        here=here,
        not_known=[
            NotKnown(label=label, waits=waits)
            for name, area in areas().items()
            for each, label in area.says.items()
            if (waits := here.results.result(name, each).waits_for) is not None
        ],
        found_gears=found.of(RollingResults).gears,
        found_crawl=found.of(RollingResults).crawl,
        headlines=headlines(here.results, found, preset),
        outlines=Outlines(
            found=outline(found_state),
            today=outline(today_state),
            planned=here.outline if stage == "planned" else outline(planned_state),
            loaded=outline(laden(moment(rig, stage, with_doubt=False))),
        ),
        speedometers=Speedometers(
            found=shown_per_true(found_state),
            today=shown_per_true(today_state),
            planned=shown_per_true(planned_state),
        ),
        undo=record.undo,
        redo=record.redo,
    )


def _records(of: RigRecord) -> Any:
    return KeptRecords(
        **{
            name: [
                {"id": record.id, "version": of.record_versions[name][record.id], "record": record}
                for record in of.rig.all(kind.model)
            ]
            for name, kind in _ON_SHEET.items()
        }
    )


def _change_line(
    rig: Rig, change: Change, step: int, version: int, spent: float | None, preset: Preset
) -> ChangeLine:
    return ChangeLine(
        id=change.id,
        version=version,
        step=step,
        kind=change.kind,
        fields=change.fields,
        title=title_of(change, preset),
        state=change.state,
        mass_kg=change.mass_kg,
        mass_known=change.mass_known,
        mass_x_mm=change.mass_x_mm,
        mass_y_mm=change.mass_y_mm,
        mass_z_mm=change.mass_z_mm,
        mass_off_kg=change.mass_off_kg,
        cost=change.cost,
        gift=change.gift,
        paid=change.paid,
        credit=change.credit,
        option=change.option,
        on_plan=change.state in APPLIED and is_chosen(rig, change),
        spent_to_here=spent,
        hours=change.hours,
        guessed_hours=guessed_hours(change),
        note=change.note,
        fitted=change.fitted,
        jobs=jobs_of(change),
    )
