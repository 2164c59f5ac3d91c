"""Records of the frame: ladders and points as they were measured, strings, pieces to cut, first looks, boxes."""

from collections.abc import Iterable, Mapping
from typing import Annotated, Any, Literal

from pydantic import Field, field_validator, model_validator

from jorvak.core.calculation import NotNegative, Number, Point, Point3, Positive, Refused
from jorvak.core.frame.beam import BeamMaterial, Section
from jorvak.core.frame.bolt import Grade, thread_of
from jorvak.core.frame.fits_in import Axis
from jorvak.core.frame.pieces import PIECES, PieceSort
from jorvak.core.records import RecordType
from jorvak.core.rig import Day, Frozen, Line, Name, Record, Text

Mount = Literal["axle", "steering", "body", "engine", "other"]
OfWhat = Literal["this frame", "maker's sheet", "donor"]
MOST_STATIONS, MOST_POINTS, MOST_BOXES = 60, 300, 300
ReadTo = Annotated[NotNegative, Field(le=50)]
"""How far each reading may be off, mm; None: what is usual of a length that somebody measured."""


class StationAt(Frozen):
    """A station of the ladder: its left and right point in space. ``base``: it is sound, and the line is laid over it."""

    name: Name
    left: Point3
    right: Point3
    datum_mm: Number = Field(0.0, description="how high it lies by the sheet, as on a kick-up")
    base: bool = True
    mount: Mount | None = Field(None, description="what is mounted there")


class PointAt(Frozen):
    """A point in space."""

    name: Name
    at: Point3
    base: bool = True
    mount: Mount | None = Field(None, description="what is mounted there")


class _Measured(Record):
    """What ladders and tables of points have in common. ``against``: the other of them that it is laid over."""

    name: Name
    of_what: OfWhat = "this frame"
    taken_on: Day | None = None
    taken_by: Line | None = None
    off_mm: ReadTo | None = None
    limit_mm: NotNegative = Field(3.0, description="what may be off")
    against: Name | None = None
    note: Text | None = None


class Ladder(_Measured):
    """A frame, station by station, as somebody measured it or as a sheet has it."""

    stations: Annotated[tuple[StationAt, ...], Field(max_length=MOST_STATIONS)] = ()

    @field_validator("stations")
    @classmethod
    def _each_once(cls, stations: tuple[StationAt, ...]) -> tuple[StationAt, ...]:
        _once("station", (each.name for each in stations))
        return stations


class PointTable(_Measured):
    """Points in space: the mounts of a body, or whatever is no pair."""

    points: Annotated[tuple[PointAt, ...], Field(max_length=MOST_POINTS)] = ()

    @field_validator("points")
    @classmethod
    def _each_once(cls, points: tuple[PointAt, ...]) -> tuple[PointAt, ...]:
        _once("point", (each.name for each in points))
        return points


def _once(what: str, names: Iterable[str]) -> None:
    known: set[str] = set()
    for name in names:
        if name in known:
            raise ValueError(f"There is a {what} “{name}” already: give each a name of its own.")
        known.add(name)


class StringsAt(Frozen):
    """A wheel: from the string to its rim's leading and trailing edge."""

    front_mm: NotNegative
    back_mm: NotNegative


class StringRun(Record):
    """Two strings beside the vehicle, parallel to its centre line, and what was read at each wheel."""

    name: Name
    rim_mm: Positive
    front_left: StringsAt
    front_right: StringsAt
    rear_left: StringsAt
    rear_right: StringsAt
    off_mm: ReadTo | None = None
    taken_on: Day | None = None
    taken_by: Line | None = None
    note: Text | None = None


Lies = Literal["flat", "upright along", "upright across"]


class CutPiece(Record):
    """A piece that is cut, bent or folded: ``given`` is what its calculation takes.

    ``origin_mm`` is where the corner 0, 0 of a plate lies in the vehicle, and ``lies`` how: flat, or upright along or
    across the vehicle. ``for_what`` is the part that it is for.
    """

    name: Name
    sort: PieceSort
    given: dict[str, Any]
    for_what: Line | None = None
    material: Line | None = None
    count: Annotated[int, Field(ge=1, le=100)] = 1
    origin_mm: Point3 | None = None
    lies: Lies = "flat"
    for_change: int | None = Field(None, description="the change whose mass it is")
    note: Text | None = None

    @model_validator(mode="after")
    def _can_be_cut(self) -> "CutPiece":
        try:
            PIECES[self.sort](self.given)
        except Refused as refused:
            raise ValueError(f"{refused.field}: {refused.message}") from None
        return self


LookSort = Literal["bolts", "bar", "hinge"]
Condition = Literal["dry", "oiled", "greased"]
Support = Literal["cantilever", "both-ends"]


class StrengthLook(Record):
    """A first look at something that is pulled on or that carries: bolts, a bar, or hinges.

    What is not noted yet is None. The force comes from a ``pull`` of Recovery along ``direction``, or is typed; a load
    from the changes that it ``carries``, with ``load_kg`` besides.
    """

    name: Name
    sort: LookSort
    pull: Name | None = None
    direction: Point3 | None = Field(None, description="of the pull, in the axes of the bracket")
    force_n: Point3 | None = Field(None, description="typed, where it comes from no pull")
    at_mm: Point3 | None = Field(None, description="where it acts, z above the plane of the bracket")
    bolts: Annotated[tuple[Point, ...], Field(max_length=100)] = ()
    thread: Line | None = None
    grade: Grade | None = None
    condition: Condition | None = None
    carries: Annotated[tuple[int, ...], Field(max_length=60)] = ()
    load_kg: NotNegative | None = None
    section: Section | None = None
    material: BeamMaterial | None = None
    welded: bool = False
    support: Support | None = None
    length_mm: Positive | None = None
    spread: bool = False
    out_mm: NotNegative | None = None
    spacing_mm: Positive | None = None
    rated_n: Positive | None = None
    bump: Annotated[NotNegative, Field(le=20)] = 3.0
    note: Text | None = None

    @field_validator("thread")
    @classmethod
    def _is_a_thread(cls, thread: str | None) -> str | None:
        if thread is not None:
            try:
                thread_of(thread)
            except Refused as refused:
                raise ValueError(refused.message) from None
        return thread


Bay = Literal["engine bay", "cab", "bed", "frame"]


class ComesOut(Frozen):
    """That a box has to come out: along which axis, which way, and past what that may come off first."""

    axis: Axis
    sign: Literal[1, -1]
    accepts: Annotated[tuple[Name, ...], Field(max_length=40)] = ()


class RoomBox(Record):
    """What sits in a bay, as a box: from and to along each axis of the vehicle.

    ``wants_mm`` is the room that it wants all round, ``moves_mm`` how far it moves on its mounts, ``off_mm`` how far
    each of its faces may be off.
    """

    name: Name
    bay: Bay = "engine bay"
    x: Point
    y: Point
    z: Point
    wants_mm: NotNegative = 0.0
    moves_mm: NotNegative = 0.0
    off_mm: ReadTo | None = None
    comes_out: ComesOut | None = None
    note: Text | None = None

    @model_validator(mode="after")
    def _has_an_inside(self) -> "RoomBox":
        for axis in ("x", "y", "z"):
            low, high = getattr(self, axis)
            if low >= high:
                raise ValueError(
                    f"Along {axis} it ends where it begins: from below to, not {low:g} to {high:g}."
                )
        return self


def _renumbered(record: Record, ids: Mapping[int, int]) -> Record:
    if isinstance(record, CutPiece) and record.for_change is not None:
        return record.model_copy(update={"for_change": ids.get(record.for_change)})
    if isinstance(record, StrengthLook):
        return record.model_copy(
            update={"carries": tuple(ids[each] for each in record.carries if each in ids)}
        )
    return record


RECORDS = (
    RecordType("ladder", Ladder, "ladders", "name", "ladder", most=20, apart=True),
    RecordType("point_table", PointTable, "point_tables", "name", "table of points", most=20, apart=True),
    RecordType("string_run", StringRun, "string_runs", "name", "strings", most=20, apart=True),
    RecordType("cut_piece", CutPiece, "pieces", "name", "piece", most=200, apart=True, renumbered=_renumbered),
    RecordType(
        "strength_look", StrengthLook, "strength_looks", "name", "first look", most=60, apart=True,
        renumbered=_renumbered,
    ),
    RecordType("room_box", RoomBox, "boxes", "name", "box", most=MOST_BOXES, apart=True),
)  # fmt: skip
