"""Rigs: the list, a new one, one whole, its figures; build files in and out."""

from datetime import date
from typing import Any

from flask import Response, request
from flask_openapi3 import APIBlueprint, Tag
from pydantic import BaseModel, Field

from jorvak.core.calculation import Refused
from jorvak.core.catalogue import POINT_FIGURES, POSITIONS, FigureSpec, Shape, catalogue, spec_of
from jorvak.core.kinds import kinds
from jorvak.core.line import read_doubt, read_figure
from jorvak.core.quantities import PRESETS, QUANTITIES, write
from jorvak.core.rig import Carrier, Figure, Form, Known, Rig
from jorvak.formats.build_file import moved, read_build, write_build
from jorvak.web.sheet import Sheet, View, answer, rigs, today

rig_pages = APIBlueprint("rig", __name__, url_prefix="/api", abp_tags=[Tag(name="rig")])


class RigPath(BaseModel):
    rig_id: int


class RigLineOut(BaseModel):
    id: int
    name: str
    vehicle: str
    form: Form
    leaves_on: date | None


class RigList(BaseModel):
    rigs: list[RigLineOut]
    today: date


class UnitOut(BaseModel):
    symbol: str
    factor: float
    places: int


class QuantityOut(BaseModel):
    name: str
    suffix: str
    example: str
    units: list[UnitOut]


class PresetOut(BaseModel):
    name: str
    symbols: dict[str, str]
    fraction: int | None


class SpecOut(BaseModel):
    """What is known about a figure before anybody notes it."""

    path: str
    label: str
    example: str
    shape: Shape
    quantity: str | None
    choices: list[str]


class KindOut(BaseModel):
    name: str
    words: list[str]
    example: str


class Catalogue(BaseModel):
    """What does not change while the application runs: figures, units, kinds of change."""

    figures: list[SpecOut]
    point_figures: list[SpecOut]
    quantities: list[QuantityOut]
    presets: list[PresetOut]
    kinds: list[KindOut]


class NewRig(BaseModel):
    """What a builder says of a vehicle first. Wheelbase and size are as typed."""

    name: str = Field(min_length=1, max_length=200)
    form: Form
    wheelbase: str = Field("", max_length=60)
    size: str = Field("", max_length=120)


class NotedFigure(BaseModel):
    """A figure as typed, or None to remove it. ``version`` None says that there was none."""

    path: str = Field(max_length=120)
    typed: str | None = Field(max_length=300)
    known: Known = "measured"
    doubt: str = Field("", max_length=60, description="± as typed; empty: what the conventions give")
    note: str = Field("", max_length=4000)
    version: int | None = None


class NewPoint(BaseModel):
    """An underside point as measured: where it lies, and what carries it. Lengths are as typed."""

    name: str = Field(min_length=1, max_length=60, pattern=r"^[^.]*[^.\s][^.]*$")
    on: Carrier
    x: str = Field(max_length=60)
    z: str = Field(max_length=60)


@rig_pages.get("/rigs", responses={200: RigList})
def list_rigs() -> Response:
    lines = [RigLineOut.model_validate(line.__dict__) for line in rigs().list()]
    return _json(RigList(rigs=lines, today=today()))


@rig_pages.get("/catalogue", responses={200: Catalogue})
def get_catalogue() -> Response:
    return _json(
        Catalogue(
            figures=[_spec(spec) for spec in catalogue().values()],
            point_figures=[_spec(spec) for spec in POINT_FIGURES.values()],
            quantities=[
                QuantityOut(
                    name=q.name,
                    suffix=q.suffix,
                    example=q.example,
                    units=[UnitOut(symbol=u.symbol, factor=u.factor, places=u.places) for u in q.units],
                )
                for q in QUANTITIES
            ],
            presets=[
                PresetOut(name=p.name, symbols=p.symbols, fraction=p.fraction) for p in PRESETS.values()
            ],
            kinds=[KindOut(name=k.name, words=list(k.words), example=k.example) for k in kinds().values()],
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
    return answer(rigs().begin(rig, query.person, f"{rig.name} begun"), query, status=201)


@rig_pages.post("/builds", responses={201: Sheet})
def import_build(query: View) -> Response:
    """Take in a build file, sent as the body of the request."""
    build = read_build(request.get_data(cache=False))
    if request.args.get("move_dates") == "true":
        build = moved(build, today())
    return answer(
        rigs().begin(build.rig, query.person, f"{build.rig.name} taken in from a build file"),
        query,
        status=201,
    )


@rig_pages.get("/rigs/<int:rig_id>", responses={200: Sheet})
def get_rig(path: RigPath, query: View) -> Response:
    return answer(path.rig_id, query)


@rig_pages.get("/rigs/<int:rig_id>/build-file")
def export_build(path: RigPath) -> Response:
    """The rig as a build file to keep."""
    rig = rigs().read(path.rig_id, "bench").rig
    name = "".join(letter if letter.isalnum() else "-" for letter in rig.name.lower())
    response = Response(write_build(rig, today()), mimetype="application/json")
    response.headers["Content-Disposition"] = (
        f'attachment; filename="{name.encode("ascii", "replace").decode()}.build.json"'
    )
    return response


@rig_pages.put("/rigs/<int:rig_id>/figures", responses={200: Sheet})
def note_figure(path: RigPath, query: View, body: NotedFigure) -> Response:
    """Note a figure as it was typed, in the units that are shown."""
    spec = spec_of(body.path)
    figure: Figure | None = None
    said = "removed"
    if body.typed is not None:
        value = read_figure(spec, body.typed, query.preset)
        doubt = read_doubt(spec, body.doubt, query.preset)
        figure = Figure(value, body.known, doubt, today(), query.person, body.note.strip() or None)
        said = figure_said(spec, value, query)
    rigs().note_figure(
        path.rig_id, body.path, figure, body.version, query.person, f"{spec.label} {said}", query.key
    )
    return answer(path.rig_id, query)


@rig_pages.post("/rigs/<int:rig_id>/points", responses={201: Sheet})
def add_point(path: RigPath, query: View, body: NewPoint) -> Response:
    """Add a point of the underside, as found."""
    name = body.name.strip()
    x, z = (
        Figure(
            _read_as(axis, f"points.{name}.{axis}_mm", typed, query), "measured", None, today(), query.person
        )
        for axis, typed in (("x", body.x), ("z", body.z))
    )
    rigs().add_point(path.rig_id, name, body.on, x, z, query.person, query.key)
    return answer(path.rig_id, query, status=201)


def figure_said(spec: FigureSpec, value: Any, view: View) -> str:
    """A figure's value in a journal line, as the person who wrote it sees it."""
    if isinstance(value, tuple):
        return " ".join(f"{ratio:.2f}" for ratio in value)
    if isinstance(value, float) and spec.quantity is not None:
        return write(value, spec.quantity, view.preset.unit(spec.quantity).symbol, view.preset.fraction)
    return f"{value:g}" if isinstance(value, float) else str(value)


def _read_as(field: str, path: str, typed: str, view: View) -> Any:
    try:
        return read_figure(spec_of(path), typed, view.preset)
    except Refused as refused:
        raise Refused(field, refused.message) from None


def _spec(spec: FigureSpec) -> SpecOut:
    return SpecOut(
        path=spec.path,
        label=spec.label,
        example=spec.example,
        shape=spec.shape,
        quantity=spec.quantity.name if spec.quantity else None,
        choices=list(spec.choices),
    )


def _json(model: BaseModel) -> Response:
    return Response(model.model_dump_json(), mimetype="application/json")
