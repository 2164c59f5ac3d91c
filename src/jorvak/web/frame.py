"""Frame: ladders and strings, pieces to cut with their templates, first looks at strength, room in the bays."""

from datetime import date
from typing import Any

from flask import Response, request
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.calculation import Point3, Refused
from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import Moment, laden, moment
from jorvak.core.engine.result import Result
from jorvak.core.frame.area import FrameResults
from jorvak.core.frame.bays import Bays
from jorvak.core.frame.bed_room import BedRoomOut
from jorvak.core.frame.cautions import FIRST_LOOK
from jorvak.core.frame.hoist import HoistOut
from jorvak.core.frame.kinds.wheelbase import Wheelbase
from jorvak.core.frame.laddered import MeasuredFrame, stations_of_this_frame
from jorvak.core.frame.looked import LookStands
from jorvak.core.frame.pieces import PIECES, PieceSort
from jorvak.core.frame.ramps import RampsOut
from jorvak.core.frame.records import (
    CutPiece,
    Ladder,
    PointTable,
    RoomBox,
    StationAt,
    StrengthLook,
    StringRun,
)
from jorvak.core.frame.station_lines import ReadLine, read_stations
from jorvak.core.frame.stringed import Strung
from jorvak.core.frame.templates import Template, after_the_cut, plate_in_vehicle, template
from jorvak.core.frame.touching import touched
from jorvak.core.plan.cautions import CAUTIONS
from jorvak.core.plan.kinds import masses_of, title_of
from jorvak.core.quantities import LENGTH
from jorvak.core.recovery.records import Pull
from jorvak.core.rig import Change
from jorvak.formats.template_dxf import read_plate, template_dxf
from jorvak.formats.template_pdf import Paper, SheetOf, TooLarge, template_pdf
from jorvak.store import NotThere, RigRecord
from jorvak.web.lines import Line, lines_of
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.papers import file_of, sent
from jorvak.web.rig import RigPath
from jorvak.web.sheet import View, as_json, kept_results, rigs, still_there, today
from jorvak.web.typed import amount, measured

frame_pages = Pages(
    "frame", __name__, url_prefix="/api/rigs/<int:rig_id>/frame", abp_tags=[Tag(name="frame")]
)


def _here(record: RigRecord, view: View) -> Moment:
    stage = still_there(record.rig, view.at_stage)
    return moment(record.rig, stage, on=today(), kept=kept_results(record.id))


class DatumSheet(Message):
    """Ladders, tables of points and strings, as noted and as they come out."""

    measured: Result[tuple[MeasuredFrame, ...]]
    strings: Result[tuple[Strung, ...]]
    ladders: list[Line[Ladder]]
    tables: list[Line[PointTable]]
    runs: list[Line[StringRun]]
    cautions: list[str]


LEVEL = (
    "Level the frame across first, to 0.3°. What is bent spreads over all that the lines fit: name as base what is sound. "
    "Structural welding is for certified welders and in many places for an engineer's approval."
)


@frame_pages.get("/datum", responses={200: DatumSheet})
def get_datum(path: RigPath, query: View) -> Response:
    """Each ladder against its own line, and over what it is laid."""
    record = rigs().read(path.rig_id, query.person)
    results = Results(_here(record, query)).of(FrameResults)
    return as_json(
        DatumSheet(
            measured=results.measured,
            strings=results.strings,
            ladders=lines_of(record, Ladder),
            tables=lines_of(record, PointTable),
            runs=lines_of(record, StringRun),
            cautions=[CAUTIONS["stands"], LEVEL],
        )
    )


class Scratched(Message):
    text: str = Field(max_length=40_000, description="stations or points, a line each, as scratched")


class StationsRead(Message):
    lines: list[ReadLine]


@frame_pages.post("/read", responses={200: StationsRead})
def read_scratched(path: RigPath, query: View, body: Scratched) -> Response:
    """Read stations and points as they were scratched. Nothing is written."""
    return as_json(StationsRead(lines=list(read_stations(body.text, query.preset))))


class PieceWorked(Message):
    """What a piece comes to: the answer of its calculation, its template, and of a rail its line before and after.

    ``given`` is what was typed, as it was read: in the core's units.
    """

    given: dict[str, Any]
    answer: dict[str, Any]
    template: Template
    bent: list[list[tuple[float, float]]]


def _worked(sort: PieceSort, given: dict[str, Any]) -> PieceWorked:
    answer = PIECES[sort].as_json(given)
    bent: list[list[tuple[float, float]]] = []
    if sort == "pie-cut":
        calculation = PIECES[sort]
        read = calculation.model_in.model_validate({k: v for k, v in given.items() if v is not None})
        bent = [list(line) for line in after_the_cut(read, calculation(given))]
    return PieceWorked(given=given, answer=answer, template=template(sort, given), bent=bent)


class PieceLine(Message):
    """A piece as noted and as it comes out; of a plate what all of them weigh, and where in the vehicle.

    ``in_load``: the change that brings its mass, and ``load_kg`` what that has noted.
    """

    id: int
    version: int
    record: CutPiece
    worked: PieceWorked
    mass_kg: float | None
    cg_mm: Point3 | None
    in_load: str | None
    load_kg: float | None


class CutSheet(Message):
    pieces: list[PieceLine]
    cautions: list[str]


TEMPLATES = (
    "Measure the bar of 100 mm on every sheet before it is laid on, and the part against the vehicle before it is cut. "
    "What carries an axle, steering, brakes, seat belts or a towed load is for certified welders and the local code."
)


@frame_pages.get("/cut", responses={200: CutSheet})
def get_cut(path: RigPath, query: View) -> Response:
    """Every piece with its template."""
    record = rigs().read(path.rig_id, query.person)
    changes = {change.id: change for change in record.rig.changes}
    lines = [_piece_line(each.id, each.version, each.record, changes) for each in lines_of(record, CutPiece)]
    return as_json(CutSheet(pieces=lines, cautions=[CAUTIONS["cutting"], CAUTIONS["welding"], TEMPLATES]))


def _piece_line(number: int, version: int, piece: CutPiece, changes: dict[int, Change]) -> PieceLine:
    worked = _worked(piece.sort, piece.given)
    change = changes.get(piece.for_change) if piece.for_change is not None else None
    mass = cg = None
    if piece.sort == "plate":
        mass = worked.answer["mass_kg"] * piece.count
        if piece.origin_mm is not None:
            cg = plate_in_vehicle(piece.lies, piece.origin_mm, tuple(worked.answer["cg_mm"]))
    return PieceLine(
        id=number,
        version=version,
        record=piece,
        worked=worked,
        mass_kg=mass,
        cg_mm=cg,
        in_load=None if change is None else title_of(change),
        load_kg=None if change is None else sum(each.kg for each in masses_of(change)),
    )


class PieceTrial(Message):
    """A piece as it is typed."""

    sort: PieceSort
    given: dict[str, Any]


@frame_pages.post("/try", responses={200: PieceWorked})
def try_a_piece(path: RigPath, query: View, body: PieceTrial) -> Response:
    """What a piece would come to. Nothing is written."""
    given = measured("given", body.given, query)
    try:
        return as_json(_worked(body.sort, {key: value for key, value in given.items() if value is not None}))
    except Refused as refused:
        raise Refused(f"given.{refused.field}", refused.message) from None


class PiecePath(RigPath):
    piece_id: int


class OnPaper(View):
    paper: Paper = "A4"


def _piece(record: RigRecord, number: int) -> CutPiece:
    piece = next((each for each in record.rig.all(CutPiece) if each.id == number), None)
    if piece is None:
        raise NotThere("That piece is not among them any more.")
    return piece


def _named(name: str) -> str:
    return "".join(letter if letter.isalnum() else "-" for letter in name.lower()).strip("-") or "piece"


@frame_pages.get(
    "/pieces/<int:piece_id>/template.pdf", responses={200: file_of("Its template at 1:1.", "application/pdf")}
)
def template_as_pdf(path: PiecePath, query: OnPaper) -> Response:
    """The template at 1:1 on A4 or A3."""
    record = rigs().read(path.rig_id, query.person)
    piece = _piece(record, path.piece_id)
    caution = FIRST_LOOK if piece.sort == "plate" else TEMPLATES
    try:
        pdf = template_pdf(
            template(piece.sort, piece.given), _sheet_of(record, piece, today(), caution), query.paper
        )
    except TooLarge as large:
        raise Refused("paper", str(large)) from None
    return sent(pdf, "application/pdf", record, f"{_named(piece.name)}-{query.paper}.pdf")


def _sheet_of(record: RigRecord, piece: CutPiece, on: date, caution: str) -> SheetOf:
    material = piece.material or str(piece.given.get("material", "")) or "material not noted"
    return SheetOf(
        vehicle=record.rig.name,
        part=piece.name if piece.count == 1 else f"{piece.name}, {piece.count} of it",
        for_what="" if piece.for_what is None else f"for {piece.for_what}",
        material=material,
        on=f"{on:%-d %B %Y}",
        caution=caution,
    )


@frame_pages.get(
    "/pieces/<int:piece_id>/template.dxf",
    responses={200: file_of("Its template for a cutter.", "image/vnd.dxf")},
)
def template_as_dxf(path: PiecePath, query: View) -> Response:
    """The template as DXF, in mm."""
    record = rigs().read(path.rig_id, query.person)
    piece = _piece(record, path.piece_id)
    dxf = template_dxf(template(piece.sort, piece.given))
    return sent(dxf, "image/vnd.dxf", record, f"{_named(piece.name)}.dxf")


class PlateFromDxf(Message):
    """A plate as a drawing has it, as ``plate`` takes it; ``unit`` it was drawn in, ``left_out`` what is no plate of it."""

    outline_mm: list[tuple[float, float]]
    holes: list[dict[str, float]]
    unit: str
    left_out: list[str]


@frame_pages.post("/plate-from-dxf", responses={200: PlateFromDxf})
def plate_from_dxf(path: RigPath, query: View) -> Response:
    """Read a plate from a DXF drawing. Nothing is written."""
    plate = read_plate(request.get_data())
    return as_json(
        PlateFromDxf(
            outline_mm=list(plate.outline_mm),
            holes=[{"x_mm": x, "y_mm": y, "diameter_mm": diameter} for x, y, diameter in plate.holes],
            unit=plate.unit,
            left_out=list(plate.left_out),
        )
    )


class MassToCarry(Message):
    """A change that weighs something."""

    id: int
    title: str
    kg: float


class StrengthSheet(Message):
    """First looks as noted and as they come out, laden; the pulls and masses that they may take."""

    looks: Result[tuple[LookStands, ...]]
    lines: list[Line[StrengthLook]]
    pulls: list[str]
    masses: list[MassToCarry]
    cautions: list[str]


@frame_pages.get("/strength", responses={200: StrengthSheet})
def get_strength(path: RigPath, query: View) -> Response:
    """Each first look, laden at the stage."""
    record = rigs().read(path.rig_id, query.person)
    here = laden(_here(record, query))
    return as_json(
        StrengthSheet(
            looks=Results(here).of(FrameResults).looks,
            lines=lines_of(record, StrengthLook),
            pulls=[each.name for each in record.rig.all(Pull)],
            masses=[
                MassToCarry(id=change.id, title=title_of(change), kg=kg)
                for change in here.changes
                if (kg := sum(each.kg for each in masses_of(change))) > 0
            ],
            cautions=[FIRST_LOOK, CAUTIONS["welding"]],
        )
    )


class RoomSheet(Message):
    """What sits in the bays, what is left of the bed, the hoist and the ramps."""

    bays: Result[Bays]
    bed: Result[BedRoomOut]
    hoist: Result[HoistOut]
    ramps: Result[RampsOut]
    boxes: list[Line[RoomBox]]
    frame: tuple[StationAt, ...] = Field(
        description="stations of this frame, to be drawn behind them; none: not measured"
    )
    cautions: list[str]


@frame_pages.get("/room", responses={200: RoomSheet})
def get_room(path: RigPath, query: View) -> Response:
    """The bays at the stage; the ramps laden."""
    record = rigs().read(path.rig_id, query.person)
    here = _here(record, query)
    results = Results(here).of(FrameResults)
    return as_json(
        RoomSheet(
            bays=results.bays,
            bed=results.bed,
            hoist=results.hoist,
            ramps=Results(laden(here)).of(FrameResults).ramps,
            boxes=lines_of(record, RoomBox),
            frame=stations_of_this_frame(record.rig.all(Ladder)),
            cautions=[CAUTIONS["stands"], CAUTIONS["fuel"]],
        )
    )


class AxleMove(Message):
    move: str = Field(max_length=60, description="rear axle back by, as typed; forward is below 0")


class Touched(Message):
    """Something that a longer or shorter wheelbase touches, as written, before and after."""

    label: str
    before: str
    after: str


class WheelbaseTried(Message):
    rows: list[Touched]


@frame_pages.post("/wheelbase/try", responses={200: WheelbaseTried})
def try_wheelbase(path: RigPath, query: View, body: AxleMove) -> Response:
    """The rear axle moved at the stage that is looked at, and all that it touches. Nothing is written."""
    record = rigs().read(path.rig_id, query.person)
    by = amount("move", body.move, LENGTH, query, signed=True)
    if by is None or by == 0:
        raise Refused("move", "By how much is the axle moved? For example 150, or −80.")
    here = _here(record, query)
    rows = touched(here, Wheelbase(move_mm=by), query.preset)
    return as_json(
        WheelbaseTried(rows=[Touched(label=r.label, before=r.before, after=r.after) for r in rows])
    )
