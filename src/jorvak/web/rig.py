"""Rigs: the list, a new one, one whole, its figures; build files in and out."""

import re
import threading
import time
from dataclasses import replace
from datetime import date
from shutil import copyfileobj
from tempfile import TemporaryFile
from typing import Any

from flask import Response, current_app, request, send_file
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.assess import assess
from jorvak.core.calculation import Refused
from jorvak.core.catalogue import (
    FigureSpec,
    Shape,
    Spot,
    catalogue,
    headings,
    known_by,
    named_figures,
    spec_of,
)
from jorvak.core.catalogue.together import Together, together
from jorvak.core.copying import CopyOf, copied
from jorvak.core.driveline.mate import FACES
from jorvak.core.engine.areas import Steps, areas
from jorvak.core.engine.asking import as_found_values
from jorvak.core.engine.moment import measured_now, moment, taken_now
from jorvak.core.engine.shifts import shift_of
from jorvak.core.findings import Finding
from jorvak.core.headlines import shown_figures
from jorvak.core.measure import assumed
from jorvak.core.money.totals import Totals, totals
from jorvak.core.places import POSITIONS
from jorvak.core.plan.kinds import kinds
from jorvak.core.plan.line import read_doubt, read_figure
from jorvak.core.plan.shorthand import forms_of
from jorvak.core.quantities import PRESETS, QUANTITIES, RATIO, write_as
from jorvak.core.records import check_owner, picture_files, record_types
from jorvak.core.rig import Carrier, Day, Figure, Form, Known, Line, Rig, Taken
from jorvak.core.stance.results import Outline, outline
from jorvak.core.trip.readiness import days_left
from jorvak.core.typical import standing_in
from jorvak.core.work.schools import TOPICS, Topic
from jorvak.formats.build_file import moved, write_build
from jorvak.formats.build_zip import LARGEST_WHOLE, read_any, write_zip
from jorvak.store import FigureWas, RigLine, RigRecord
from jorvak.store.rigs import Shelf
from jorvak.web.long_work import long_work
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.sheet import Sheet, View, answer, as_json, photo_files, rigs, today

rig_pages = Pages("rig", __name__, url_prefix="/api", abp_tags=[Tag(name="rig")])


class RigPath(Message):
    rig_id: int


class RigCard(Message):
    """A rig on the start page: its own drawing, its date, its money and the worst that it upsets as planned."""

    id: int
    version: int
    revision: int
    name: str
    vehicle: str
    form: Form
    leaves_on: date | None
    days_left: int | None
    figures: dict[str, Figure] = Field(description="of its body, as found")
    found: Outline
    planned: Outline
    money: Totals
    ceiling: float | None
    currency: str
    worst: Finding | None
    findings: int
    assumed: int = Field(description="of its figures, so many are only assumed")


LONGEST_LOOK_S = 0.1
"""So long one answer works out cards that are not known yet: of a shop's hundred rigs after a start, one by one."""


class ShelvedRig(Message):
    """A rig that is archived or deleted; ``version`` is the one that a write to it has to name."""

    id: int
    version: int
    name: str
    vehicle: str
    shelf: Shelf


class RigList(Message):
    """``rigs`` whose cards are known, ``waiting`` those of which they come with the next answer, ``shelved`` those that
    are archived or deleted."""

    rigs: list[RigCard]
    waiting: list[RigLine]
    shelved: list[ShelvedRig]
    today: date


class UnitOut(Message):
    symbol: str
    factor: float
    zero: float
    places: int


class QuantityOut(Message):
    name: str
    suffix: str
    example: str
    units: list[UnitOut]


class PresetOut(Message):
    name: str
    symbols: dict[str, str]
    fraction: int | None


class SpecOut(Message):
    """What is known about a figure before anybody notes it."""

    path: str
    label: str
    example: str
    shape: Shape
    quantity: str | None
    choices: list[str]
    choice_labels: list[str] = Field(description="what each choice is called; empty: as it is")
    how: str
    below_zero: bool = Field(description="whether it can be below 0, for which a keypad wants a minus")
    typical: float | None
    known: Known = Field(description="how it is known where somebody writes it down without saying so")
    spot: Spot = Field(description="where on the drawing it is taken")
    moves: bool = Field(description="whether changes that are no figures of it move it: a height, a travel")


class KindField(Message):
    """A field of a kind's form."""

    key: str
    label: str
    quantity: str | None
    number: bool
    choices: list[str]
    yes_no: bool
    required: bool
    example: str


class KindOut(Message):
    name: str
    words: list[str]
    example: str
    fields: list[KindField]


class HeadingOut(Message):
    title: str
    paths: list[str]


class ShownOut(Message):
    """A headline figure that a brief can name as deciding."""

    key: str
    label: str


class Catalogue(Message):
    """What does not change while the application runs: figures, units, kinds of change."""

    figures: list[SpecOut]
    headings: list[HeadingOut] = Field(description="under which figures are shown, in order")
    together: list[Together] = Field(description="forms of figures that are taken in one go")
    named: dict[str, list[SpecOut]] = Field(
        description="figures of what a builder names, by the last part of their path"
    )
    records: dict[str, str] = Field(description="types of records, and the field by which people know one")
    shown: list[ShownOut]
    tried: dict[str, dict[str, Steps]] = Field(
        description="in what steps something is tried, by area and key"
    )
    topics: list[Topic]
    faces: dict[str, list[str]] = Field(description="kinds of faces, and what must be known of each")
    quantities: list[QuantityOut]
    presets: list[PresetOut]
    kinds: list[KindOut]


class NewRig(Message):
    """What a builder says of a vehicle first. Wheelbase and size are as typed."""

    name: str = Field(min_length=1, max_length=200)
    form: Form
    wheelbase: str = Field("", max_length=60)
    size: str = Field("", max_length=120)
    speeds: int | None = Field(None, ge=3, le=8, description="of the gearbox, forwards")
    four_wheel_drive: bool = True
    usual: bool = Field(False, description="let what is usual of such a vehicle stand in, as assumed")


class NotedFigure(Message):
    """A figure as typed, or None to remove it. ``version`` None says that there was none."""

    path: str = Field(max_length=120)
    typed: str | None = Field(max_length=300)
    known: Known = "measured"
    doubt: str = Field("", max_length=60, description="± as typed; empty: what the conventions give")
    note: str = Field("", max_length=4000)
    taken: Taken | None = Field(
        None, description="as found or as it stood; left out, it is as it stands now where that matters"
    )
    on: Day | None = Field(None, description="the day on which it was taken; left out: today")
    version: int | None = None


class NewPoint(Message):
    """An underside point as measured: where it lies, and what carries it. Lengths are as typed."""

    name: str = Field(min_length=1, max_length=60, pattern=r"^[^.]*[^.\s][^.]*$")
    on: Carrier
    x: str = Field(max_length=60)
    z: str = Field(max_length=60)


@rig_pages.get("/rigs", responses={200: RigList})
def list_rigs() -> Response:
    """The rigs by name. Cards that are not worked out yet come with the next answers: none takes long."""
    revisions, known, on = rigs().revisions(), cards(), today()
    until = time.monotonic() + LONGEST_LOOK_S
    found: list[RigCard] = []
    waiting: list[RigLine] = []
    lines = rigs().list()
    for line in lines:
        if line.shelf is not None:
            continue
        revision = revisions.get(line.id, 0)
        card = known.known(line.id, revision, on)
        if card is None and time.monotonic() < until:
            card = known.of(line.id, revision, on)
        if card is None:
            waiting.append(line)
        else:
            found.append(card)
    shelved = [
        ShelvedRig(id=line.id, version=line.version, name=line.name, vehicle=line.vehicle, shelf=line.shelf)
        for line in lines
        if line.shelf is not None
    ]
    return as_json(RigList(rigs=found, waiting=waiting, shelved=shelved, today=on))


class Cards:
    """Cards of the start page, each worked out once for a revision of its rig and a day."""

    def __init__(self) -> None:
        self._made: dict[int, tuple[tuple[int, date], RigCard]] = {}
        self._lock = threading.Lock()

    def known(self, rig_id: int, revision: int, on: date) -> RigCard | None:
        """The card, where it was worked out before."""
        with self._lock:
            kept = self._made.get(rig_id)
        return kept[1] if kept is not None and kept[0] == (revision, on) else None

    def of(self, rig_id: int, revision: int, on: date) -> RigCard:
        """The card of a rig at a revision, on a day."""
        card = _card(rigs().read(rig_id, "bench"))
        with self._lock:
            self._made[rig_id] = ((revision, on), card)
        return card


def cards() -> Cards:
    """The cards of the running application."""
    found: Cards = current_app.config["CARDS"]
    return found


BODY_FIGURES = ("body.wheelbase_mm", "body.front_overhang_mm", "body.rear_overhang_mm", "body.height_mm")


def _card(record: RigRecord) -> RigCard:
    rig = record.rig
    planned = assess(rig, "planned", with_doubt=False, on=today())
    found = moment(rig, "as-found")
    drawn = {path: rig.figures[path] for path in BODY_FIGURES if path in rig.figures}
    drawn |= {
        path: replace(drawn[path], value=was) for path, was in as_found_values(found).items() if path in drawn
    }
    open_findings = [finding for finding in planned.findings if finding.accepted is None]
    return RigCard(
        id=record.id,
        version=record.version,
        revision=record.revision,
        name=rig.name,
        vehicle=rig.vehicle,
        form=rig.form,
        leaves_on=rig.brief.leaves_on,
        days_left=days_left(rig, today()),
        figures=drawn,
        found=outline(found),
        planned=planned.outline,
        money=totals(rig, "planned"),
        ceiling=rig.brief.ceiling,
        currency=rig.brief.currency,
        worst=next(iter(open_findings), None),
        findings=sum(finding.severity != "note" for finding in open_findings),
        assumed=len(assumed(found)),
    )


@rig_pages.get("/catalogue", responses={200: Catalogue})
def get_catalogue() -> Response:
    return as_json(
        Catalogue(
            figures=[_spec(spec) for spec in catalogue().values()],
            headings=[HeadingOut(title=title, paths=list(paths)) for title, paths in headings().items()],
            together=list(together()),
            named={
                family: [_spec(spec, family) for spec in specs.values()]
                for family, specs in named_figures().items()
            },
            records={name: kind.titled_by or kind.named_by for name, kind in record_types().items()},
            shown=[ShownOut(key=shown.key, label=shown.label) for _, shown in shown_figures().values()],
            tried={name: dict(area.tried) for name, area in areas().items()},
            topics=list(TOPICS.values()),
            faces={kind: list(fields) for kind, fields in FACES.items()},
            quantities=[
                QuantityOut(
                    name=q.name,
                    suffix=q.suffix,
                    example=q.example,
                    units=[
                        UnitOut(symbol=u.symbol, factor=u.factor, zero=u.zero, places=u.places)
                        for u in q.units
                    ],
                )
                for q in QUANTITIES
            ],
            presets=[
                PresetOut(name=p.name, symbols=p.symbols, fraction=p.fraction) for p in PRESETS.values()
            ],
            kinds=[
                KindOut(
                    name=k.name,
                    words=list(k.words),
                    example=k.example,
                    fields=[
                        KindField(
                            key=f.key,
                            label=f.label,
                            quantity=f.quantity.name if f.quantity else None,
                            number=f.number,
                            choices=list(f.choices),
                            yes_no=f.yes_no,
                            required=f.required,
                            example=f.example,
                        )
                        for f in forms_of(k.fields)
                    ],
                )
                for k in kinds().values()
            ],
        )
    )


@rig_pages.post("/rigs", responses={201: Sheet})
def new_rig(query: View, body: NewRig) -> Response:
    """Begin with what is known: a name, a body form, and perhaps wheelbase and tyre size."""
    figures: dict[str, Figure] = {}
    if body.wheelbase.strip():
        wheelbase = _read_as("wheelbase", "body.wheelbase_mm", body.wheelbase, query)
        figures["body.wheelbase_mm"] = Figure(wheelbase, "measured", noted_on=today(), noted_by=query.person)
    if body.size.strip():
        size = _read_as("size", "wheels.front_left.size", body.size, query)
        for position in POSITIONS[:4]:
            figures[f"wheels.{position}.size"] = Figure(
                size, "plate", noted_on=today(), noted_by=query.person
            )
    rig = Rig(name=body.name.strip(), form=body.form, figures=figures)
    if body.usual:
        rig = standing_in(rig, today(), body.speeds, body.four_wheel_drive)
    return answer(rigs().begin(rig, query.person, f"{rig.name} begun", query.key), query, status=201)


class Copy(Message):
    """Under which name, and whether with its plan or its figures alone."""

    name: Line
    what: CopyOf


@rig_pages.post("/rigs/<int:rig_id>/copy", responses={201: Sheet})
def copy_rig(path: RigPath, query: View, body: Copy) -> Response:
    """Begin another rig from one that is here."""
    was = rigs().read(path.rig_id, query.person).rig
    rig = copied(was, body.name, body.what)
    said = f"copied from {was.name}" + (", its figures alone" if body.what == "figures" else "")
    return answer(rigs().begin(rig, query.person, said[:200], query.key), query, status=201)


@rig_pages.post("/builds", responses={201: Sheet})
def import_build(query: View) -> Response:
    """Take in a build file, or a zip with its photographs, sent as the body of the request."""
    request.max_content_length = LARGEST_WHOLE
    with TemporaryFile(dir=rigs().database.path.parent) as sent, photo_files().all_or_none() as keep:
        copyfileobj(request.stream, sent)
        sent.seek(0)
        with long_work(query.key) as work:
            build = read_any(sent, keep, work.tell)
        if request.args.get("move_dates") == "true":
            build = moved(build, today())
        taken = rigs().begin(build.rig, query.person, f"{build.rig.name} taken in from a build file")
    return answer(taken, query, status=201)


class Revision(Message):
    """What a sheet that was read before is compared with: at one revision and on one day it is the same."""

    revision: int
    today: date


@rig_pages.get("/rigs/<int:rig_id>/revision", responses={200: Revision})
def get_revision(path: RigPath) -> Response:
    """Whether a rig has moved on since it was read."""
    return as_json(Revision(revision=rigs().revision(path.rig_id), today=today()))


@rig_pages.get("/rigs/<int:rig_id>", responses={200: Sheet})
def get_rig(path: RigPath, query: View) -> Response:
    return answer(path.rig_id, query)


BUILD_FILE = {
    "description": "The rig as a build file; with photographs, as a zip that holds both.",
    "content": {
        "application/json": {"schema": {"type": "object"}},
        "application/zip": {"schema": {"type": "string", "format": "binary"}},
    },
}


@rig_pages.get("/rigs/<int:rig_id>/build-file", responses={200: BUILD_FILE})
def export_build(path: RigPath) -> Response:
    """The rig as a build file to keep: with photographs, as a zip that holds both."""
    rig = rigs().read(path.rig_id, "bench").rig
    name = "".join(letter if letter.isalnum() else "-" for letter in rig.name.lower())
    name = name.encode("ascii", "replace").decode()
    if not picture_files(rig):
        response = Response(write_build(rig, today()), mimetype="application/json")
        response.headers["Content-Disposition"] = f'attachment; filename="{name}.build.json"'
        return response
    # Photographs may be more than memory: the zip is made in a file, and sent from there.
    whole = TemporaryFile(dir=rigs().database.path.parent)  # noqa: SIM115 - closed once it was sent
    try:
        with long_work():
            write_zip(rig, today(), photo_files().read, whole)
        whole.seek(0)
        response = send_file(whole, "application/zip", as_attachment=True, download_name=f"{name}.build.zip")
        response.headers["Cache-Control"] = "no-store"
        return response
    except BaseException:
        whole.close()
        raise


@rig_pages.put("/rigs/<int:rig_id>/figures", responses={200: Sheet})
def note_figure(path: RigPath, query: View, body: NotedFigure) -> Response:
    """Note a figure as it was typed, in the units that are shown."""
    spec = spec_of(body.path)
    if body.typed is not None:
        check_owner(rigs().read(path.rig_id, query.person).rig, body.path)
    figure: Figure | None = None
    in_words = "removed"
    if body.typed is not None:
        value = read_figure(spec, body.typed, query.preset)
        doubt = read_doubt(spec, body.doubt, query.preset)
        if (
            doubt is None
            and spec.quantity is RATIO
            and spec.shape == "number"
            and re.search("[/:]", body.typed)
        ):
            # Teeth were counted: exact.
            doubt = 0.0
        on = body.on or today()
        if on > today():
            raise Refused("on", f"{on:%d %B %Y} is still to come. Give the day on which it was taken.")
        note = body.note.strip() or None
        figure = Figure(value, body.known, doubt, on, query.person, note, body.taken)
        if body.taken is None:
            figure = replace(figure, taken=taken_now(rigs().fitted(path.rig_id), body.path, figure))
        was = rigs().figure(path.rig_id, body.path)
        if was is not None and (was.value, was.noted_on) == (figure.value, figure.noted_on):
            # The same reading, of which something else is said.
            figure = replace(figure, fitted_after=was.fitted_after)
        in_words = figure_in_words(spec, value, query)
    rigs().note_figure(
        path.rig_id, body.path, figure, body.version, query.person, f"{spec.label} {in_words}", query.key
    )
    return answer(path.rig_id, query)


@rig_pages.post("/rigs/<int:rig_id>/points", responses={201: Sheet})
def add_point(path: RigPath, query: View, body: NewPoint) -> Response:
    """Add a point of the underside, as it stands now."""
    name = body.name.strip()
    rig = rigs().read(path.rig_id, query.person).rig
    x, z = (
        measured_now(rig, at, _read_as(axis, at, typed, query), today(), query.person)
        for axis, at, typed in (
            ("x", f"points.{name}.x_mm", body.x),
            ("z", f"points.{name}.z_mm", body.z),
        )
    )
    rigs().add_point(path.rig_id, name, body.on, x, z, query.person, query.key)
    return answer(path.rig_id, query, status=201)


class PointPath(RigPath):
    name: str = Field(max_length=60)


@rig_pages.delete("/rigs/<int:rig_id>/points/<name>", responses={200: Sheet})
def drop_point(path: PointPath, query: View) -> Response:
    """Take a point of the underside out, with its figures."""
    rigs().drop_point(path.rig_id, path.name, query.person, query.key)
    return answer(path.rig_id, query)


class Paths(Message):
    paths: list[str] = Field(max_length=1000)


@rig_pages.post("/rigs/<int:rig_id>/clear-assumed", responses={200: Sheet})
def clear_assumed(path: RigPath, query: View, body: Paths) -> Response:
    """Take out figures that are only assumed, those of the list."""
    figures = rigs().read(path.rig_id, query.person).rig.figures
    only = [p for p in body.paths if p in figures and figures[p].known == "assumed"]
    rigs().drop_figures(path.rig_id, only, query.person, f"{len(only)} assumed figures cleared", query.key)
    return answer(path.rig_id, query)


PAGE = 50


class FigureHistory(Message):
    """Oldest first. ``more``: there is more before the first of them."""

    path: str
    noted: list[FigureWas]
    more: bool


class FigurePath(Message):
    path: str = Field(max_length=120)
    before: int | None = Field(None, ge=1, description="of an entry: what came before it")


@rig_pages.get("/rigs/<int:rig_id>/figure-history", responses={200: FigureHistory})
def figure_history(path: RigPath, query: FigurePath) -> Response:
    """What a figure was, by whom and when."""
    spec_of(query.path)
    found = rigs().figure_history(path.rig_id, query.path, query.before, PAGE + 1)
    return as_json(FigureHistory(path=query.path, noted=list(found[-PAGE:]), more=len(found) > PAGE))


def figure_in_words(spec: FigureSpec, value: Any, view: View) -> str:
    """A figure's value in a journal line, as the person who wrote it sees it."""
    if isinstance(value, tuple):
        return " ".join(f"{ratio:.2f}" for ratio in value)
    if isinstance(value, float) and spec.quantity is not None:
        return write_as(view.preset, value, spec.quantity)
    return f"{value:g}" if isinstance(value, float) else str(value)


def _read_as(field: str, path: str, typed: str, view: View) -> Any:
    try:
        return read_figure(spec_of(path), typed, view.preset)
    except Refused as refused:
        raise Refused(field, refused.message) from None


def _spec(spec: FigureSpec, family: str | None = None) -> SpecOut:
    """One row; those of a family stand for each that it has, whatever its name."""
    path = spec.path if family is None else f"{family}.any.{spec.path}"
    return SpecOut(
        path=spec.path,
        label=spec.label,
        example=spec.example,
        shape=spec.shape,
        quantity=spec.quantity.name if spec.quantity else None,
        choices=list(spec.choices),
        choice_labels=list(spec.choice_labels),
        how=spec.how,
        below_zero=spec.low < 0,
        typical=spec.typical,
        known=known_by(spec),
        spot=spec.spot or Spot(),
        moves=shift_of(path) is not None,
    )
