"""The plan: the line and its preview, changes in their order, what is fitted."""

from datetime import date
from typing import Any

from flask import Response
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.calculation import Refused
from jorvak.core.catalogue import spec_of
from jorvak.core.notebook.typed import read_typed
from jorvak.core.plan.kinds import check_fits, check_mass, draft, kind_of, title_of
from jorvak.core.plan.preview import Preview, figures_of, preview
from jorvak.core.plan.records import Question
from jorvak.core.plan.shorthand import read_fields
from jorvak.core.plan.ticking import noted_since, settled
from jorvak.core.plan.typed import Typed
from jorvak.core.quantities import DISTANCE, LENGTH, MASS, MONEY, TIME
from jorvak.core.records import type_of
from jorvak.core.rig import Change, Day, Fitted, MassKnown, Rig, State
from jorvak.store import NotThere, RigRecord
from jorvak.store.rigs import Put
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath
from jorvak.web.sheet import Sheet, View, answer, as_json, kept_results, last_before, rigs, today
from jorvak.web.typed import Amount, amount

plan_pages = Pages("plan", __name__, url_prefix="/api/rigs/<int:rig_id>", abp_tags=[Tag(name="plan")])


class ChangePath(RigPath):
    change_id: int


class LineText(Message):
    """A line as it is typed. ``quick``: every figure at its word, for the drawing while keys come; then with its doubt."""

    text: str = Field(max_length=2000)
    quick: bool = False


class LineAnswer(Message):
    """What a line would do, or what is wrong with it so far: half a line is no error while it is typed."""

    preview: Preview | None
    problem: str | None


class NewChange(Message):
    """A change to put into the order: as typed in the line, as typed in its kind's form, or as it was offered.

    Masses and places are as typed; ``option`` is QUESTION/OPTION.
    """

    line: str | None = Field(None, max_length=2000)
    kind: str | None = None
    fields: dict[str, Any] | None = None
    typed: dict[str, str] | None = None
    mass: str = Field("", max_length=60)
    x: str = Field("", max_length=60)
    y: str = Field("", max_length=60)
    z: str = Field("", max_length=60)
    mass_off: str = Field("", max_length=60)
    mass_known: MassKnown = "assumed"
    cost: Amount = None
    option: str | None = Field(None, max_length=90)


class ChangeEdit(Message):
    """What is to be different about a change: money and hours as typed. Absent keys stay as they are; None clears."""

    version: int
    state: State | None = None
    cost: Amount = None
    gift: bool = False
    paid: Amount = None
    credit: Amount = None
    hours: Amount = None
    note: str | None = Field(None, max_length=4000)
    option: str | None = Field(None, max_length=90)
    typed: dict[str, str] | None = Field(None, description="the fields of its kind as typed")
    mass: str | None = Field(None, max_length=60)
    x: str | None = Field(None, max_length=60)
    y: str | None = Field(None, max_length=60)
    z: str | None = Field(None, max_length=60)
    mass_off: str | None = Field(None, max_length=60)
    mass_known: MassKnown = "assumed"


class Move(Message):
    version: int
    to: int = Field(ge=1)


class Fit(Message):
    """That a change was fitted: on which day, and the odometer and the hours as typed.

    ``measured_with``: of the figures that were noted since that day, the paths of those that were taken with it on
    the vehicle. None: nobody was asked.
    """

    version: int
    on: Day
    measured_with: list[str] | None = Field(None, max_length=1000)
    odometer: str = Field("", max_length=60)
    hours: str = Field("", max_length=60)


@plan_pages.post("/preview", responses={200: LineAnswer})
def preview_line(path: RigPath, query: View, body: LineText) -> Response:
    """What a typed line would do at this stage. Nothing is written."""
    rig = rigs().read(path.rig_id, query.person).rig
    try:
        typed = read_typed(body.text, rig, query.preset, today())
        tried = preview(
            rig,
            typed,
            query.at_stage,
            query.preset,
            today(),
            kept_results(path.rig_id),
            with_doubt=not body.quick,
        )
        query.show(tried.here.results)
        answered = LineAnswer(preview=tried, problem=None)
    except Refused as refused:
        answered = LineAnswer(preview=None, problem=refused.message)
    return Response(answered.model_dump_json(), mimetype="application/json")


@plan_pages.post("/changes", responses={201: Sheet})
def add_change(path: RigPath, query: View, body: NewChange) -> Response:
    """Put a change into the order behind the stage, or note the figure that the line names."""
    record = rigs().read(path.rig_id, query.person)
    if body.line is not None:
        typed = read_typed(body.line, record.rig, query.preset, today())
        if typed.draft is None:
            return _note(record, typed, query)
        wanted = typed.draft
    elif body.kind is not None:
        fields = body.fields or {}
        if body.typed is not None:
            fields = read_fields(kind_of(body.kind), body.typed, query.preset)
        wanted = draft(body.kind, fields)
    else:
        raise Refused("line", "Say what to add: a line as typed, or a kind with its fields.")
    check_fits(wanted.kind, wanted.fields, record.rig.figures)
    _known_option(record.rig, body.option)
    placed = {key: amount(f, getattr(body, f), q, query, signed=True) for f, (key, q) in _PLACES.items()}
    change = wanted.as_change(
        **{key: value for key, value in placed.items() if value is not None},
        mass_known=body.mass_known,
        cost=amount("cost", body.cost, MONEY, query, record.rig.brief.currency),
        option=body.option,
    )
    check_mass(change.kind, change.mass_kg)
    added = rigs().add_change(
        record.id,
        change,
        last_before(record.rig, query),
        query.person,
        f"{wanted.title} added",
        query.key,
    )
    order = [change.id for change in rigs().read(record.id, query.person).rig.changes]
    return answer(record.id, query, stage=order.index(added) + 1, status=201)


@plan_pages.patch("/changes/<int:change_id>", responses={200: Sheet})
def edit_change(path: ChangePath, query: View, body: ChangeEdit) -> Response:
    """Change the state, the cost, the hours or the note of a change."""
    change = _change(path, query)
    rig = rigs().read(path.rig_id, query.person).rig
    new = {key: getattr(body, key) for key in body.model_fields_set - {"version", "typed", *_PLACES}}
    for field in _PLACES.keys() & body.model_fields_set:
        key, quantity = _PLACES[field]
        new[key] = amount(field, getattr(body, field) or "", quantity, query, signed=True)
    for field in _SUMS.keys() & body.model_fields_set:
        new[field] = amount(field, getattr(body, field), _SUMS[field], query, rig.brief.currency)
    if body.typed is not None:
        kind = kind_of(change.kind)
        new["fields"] = draft(change.kind, read_fields(kind, body.typed, query.preset)).fields
        check_fits(change.kind, new["fields"], rig.figures)
    if "option" in new:
        _known_option(rig, body.option)
    if new.get("state") == "fitted":
        raise Refused("state", "Say on which day it was fitted: use the tick for fitted.")
    if "state" in new and change.fitted is not None:
        new["fitted"] = None
    if "state" in new and new["state"] is None:
        raise Refused("state", "A change is an idea, chosen, bought, fitted or dropped.")
    check_mass(change.kind, new.get("mass_kg"))
    edited = Change.model_validate({**change.model_dump(), "id": change.id, **new})
    entry = ", ".join(_in_words(key, value) for key, value in new.items() if key != "fitted")
    if "fields" in new:
        entry = f"now {title_of(edited)}"
    rigs().set_change(
        path.rig_id, edited, body.version, query.person, f"{title_of(change)}: {entry}", query.key
    )
    return answer(path.rig_id, query)


@plan_pages.put("/changes/<int:change_id>/place", responses={200: Sheet})
def move_change(path: ChangePath, query: View, body: Move) -> Response:
    """Move a change to another place of the order."""
    change = _change(path, query)
    rigs().move_change(
        path.rig_id,
        change.id,
        body.to,
        body.version,
        query.person,
        f"{title_of(change)} moved to step {body.to}",
        query.key,
    )
    return answer(path.rig_id, query)


class NotedSinceView(View):
    """How it is seen, and the day on which a change is said to have been fitted."""

    on: Day


class NotedSince(Message):
    """Figures that were noted on that day or later and that the change sets or moves: was it on when they were taken?"""

    paths: list[str]


@plan_pages.get("/changes/<int:change_id>/noted-since", responses={200: NotedSince})
def noted_since_fitting(path: ChangePath, query: NotedSinceView) -> Response:
    """What has to be asked before a change is ticked with that day; nothing where it is ticked with today's."""
    change = _change(path, query)
    return as_json(
        NotedSince(paths=list(_to_ask(rigs().read(path.rig_id, query.person).rig, change, query.on)))
    )


def _to_ask(rig: Rig, change: Change, on: date) -> tuple[str, ...]:
    # What was noted today before the change is ticked today was taken before it went on.
    return () if on >= today() else noted_since(rig, change, on)


@plan_pages.put("/changes/<int:change_id>/fitted", responses={200: Sheet})
def fit_change(path: ChangePath, query: View, body: Fit) -> Response:
    """Note that a change is on the vehicle. Today moves on with it; what was noted before keeps its meaning."""
    rig = rigs().read(path.rig_id, query.person).rig
    change = _change(path, query)
    if body.on > today():
        raise Refused("on", f"{body.on:%d %B %Y} is still to come. Give the day on which it was fitted.")
    asked = _to_ask(rig, change, body.on)
    if asked and body.measured_with is None:
        raise Refused(
            "measured_with",
            f"{len(asked)} figures were noted since {body.on:%d %B %Y}, {spec_of(asked[0]).label} among them: "
            "say of each whether this was on the vehicle when it was taken.",
        )
    odometer = amount("odometer", body.odometer, DISTANCE, query)
    hours = amount("hours", body.hours, TIME, query)
    fitted = Fitted(on=body.on, odometer_km=odometer, hours=hours, by=query.person)
    edited = change.model_copy(update={"state": "fitted", "fitted": fitted})
    read_otherwise = noted_since(rig, change, body.on)
    rigs().set_change(
        path.rig_id,
        edited,
        body.version,
        query.person,
        f"{title_of(change)} fitted on {body.on:%d %b %Y}",
        query.key,
        dict(settled(rig, change, read_otherwise, body.measured_with or ())),
    )
    return answer(path.rig_id, query)


def _note(record: RigRecord, typed: Typed, view: View) -> Response:
    figures = figures_of(record.rig, typed, today(), view.person)
    new = [] if typed.record is None else [Put(type_of(type(typed.record)).name, typed.record)]
    rigs().put_all(record.id, new, figures, record.figure_versions, view.person, typed.title, view.key)
    return answer(record.id, view)


def _change(path: ChangePath, view: View) -> Change:
    for change in rigs().read(path.rig_id, view.person).rig.changes:
        if change.id == path.change_id:
            return change
    raise NotThere("That change is not in this order any more.")


_SUMS = {"cost": MONEY, "paid": MONEY, "credit": MONEY, "hours": TIME}
_PLACES = {"mass": ("mass_kg", MASS), "x": ("mass_x_mm", LENGTH), "y": ("mass_y_mm", LENGTH), "z": ("mass_z_mm", LENGTH),
           "mass_off": ("mass_off_kg", MASS)}  # fmt: skip


def _known_option(rig: Rig, option: str | None) -> None:
    options = {f"{question.key}/{name}" for question in rig.all(Question) for name in question.options}
    if option is not None and option not in options:
        raise Refused("option", f"There is no option “{option}” on this rig.")


def _in_words(key: str, value: Any) -> str:
    if value is None:
        return f"{key} cleared"
    if key in ("note", "fields"):
        return key
    return f"{key} {value:g}" if isinstance(value, float) else f"{key} {value}"
