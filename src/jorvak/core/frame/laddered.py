"""The ladders and tables of points of a rig: each by its own line, and laid over the other that it names."""

from collections.abc import Iterator, Sequence
from datetime import date
from itertools import chain

from jorvak.core.calculation import Point3, Refused
from jorvak.core.engine.asking import Ask
from jorvak.core.frame.frame_against import FrameAgainstIn, PointIn, PointOff, frame_against
from jorvak.core.frame.frame_datum import (
    Diagonal,
    FrameDatumIn,
    FrameDatumOut,
    Station,
    StationIn,
    frame_datum,
)
from jorvak.core.frame.records import Ladder, Mount, OfWhat, PointAt, PointTable, StationAt
from jorvak.core.immutable import record

USUAL_OFF_MM = 3.0
"""Of a length that somebody measured, where nobody said otherwise. Source: the trade's conventions."""


@record(frozen=True, slots=True)
class LadderLine:
    """A ladder against its own line: what ``frame-datum`` says."""

    yaw_deg: float
    pitch_deg: float
    stations: tuple[Station, ...]
    diagonals: tuple[Diagonal, ...]


@record(frozen=True, slots=True)
class LaidOver:
    """Points laid over those of ``other``: what ``frame-against`` says. ``unmatched`` stand in one of them only."""

    other: str
    points: tuple[PointOff, ...]
    rms_mm: float
    worst: str
    unmatched: tuple[str, ...]


@record(frozen=True, slots=True)
class Mounted:
    """What is mounted at a station or point."""

    name: str
    mount: Mount


@record(frozen=True, slots=True)
class MeasuredFrame:
    """A ladder or a table of points as it stands. None with ``why_no_line`` or ``why_not_over``: what is in the way.

    ``mounts`` says what is mounted at a station or point; ``off_mm`` how far each reading may be off.
    """

    name: str
    of_what: OfWhat
    limit_mm: float
    off_mm: float
    line: LadderLine | None
    why_no_line: str | None
    over: LaidOver | None
    why_not_over: str | None
    mounts: tuple[Mounted, ...]


def measured_frames(ask: Ask) -> tuple[MeasuredFrame, ...]:
    """Each, in the order in which they were made."""
    every: list[Ladder | PointTable] = [*ask.all(Ladder), *ask.all(PointTable)]
    return tuple(_stands(ask, each, every) for each in every)


def _stands(ask: Ask, each: Ladder | PointTable, every: Sequence[Ladder | PointTable]) -> MeasuredFrame:
    line = over = None
    why_no_line = why_not_over = None
    if isinstance(each, Ladder):
        try:
            line = _line(ask, each)
        except Refused as refused:
            why_no_line = refused.message
    if each.against is not None:
        try:
            over = _over(ask, each, every)
        except Refused as refused:
            why_not_over = refused.message
    return MeasuredFrame(
        each.name, each.of_what, each.limit_mm, off_of(each), line, why_no_line, over, why_not_over, tuple(_mounts(each))
    )  # fmt: skip


def off_of(each: Ladder | PointTable) -> float:
    """How far each reading may be off; what a sheet has is as exact as it is printed."""
    if each.off_mm is not None:
        return each.off_mm
    return 0.0 if each.of_what == "maker's sheet" else USUAL_OFF_MM


def _mounts(each: Ladder | PointTable) -> Iterator[Mounted]:
    if isinstance(each, Ladder):
        for station in each.stations:
            if station.mount is not None:
                for name in (station.name, *sides_of(station.name)):
                    yield Mounted(name, station.mount)
    else:
        yield from (Mounted(point.name, point.mount) for point in each.points if point.mount is not None)


def sides_of(station: str) -> tuple[str, str]:
    """What the two points of a station are called."""
    return f"{station} L", f"{station} R"


def _line(ask: Ask, ladder: Ladder) -> LadderLine:
    if not ladder.stations:
        raise Refused("stations", "No station is read yet: at least three stations at different x.")
    came_to: FrameDatumOut = frame_datum(
        FrameDatumIn(
            pairs=[_station(ask, ladder, each) for each in ladder.stations],
            base=[each.name for each in ladder.stations if each.base],
            limit_mm=ladder.limit_mm,
        )
    )
    return LadderLine(came_to.yaw_deg, came_to.pitch_deg, tuple(came_to.stations), tuple(came_to.diagonals))


def _station(ask: Ask, ladder: Ladder, each: StationAt) -> StationIn:
    left, right = sides_of(each.name)
    return StationIn(
        name=each.name,
        left=_read(ask, ladder, left, each.left),
        right=_read(ask, ladder, right, each.right),
        datum_mm=each.datum_mm,
    )


def _read(ask: Ask, measured: Ladder | PointTable, point: str, at: Point3) -> Point3:
    """A point as it was read; each of its three readings may be off by itself."""
    off = off_of(measured)
    if off == 0:
        return at
    x, y, z = (
        value + off * ask.unit(f"{point}, {axis}, {measured.name}")
        for axis, value in zip("xyz", at, strict=True)
    )
    return x, y, z


def points_of(each: Ladder | PointTable) -> tuple[PointAt, ...]:
    """The points of a table; of a ladder those of both sides, in the order of its stations."""
    if isinstance(each, PointTable):
        return each.points
    return tuple(
        chain.from_iterable(
            (
                PointAt(name=left, at=station.left, base=station.base, mount=station.mount),
                PointAt(name=right, at=station.right, base=station.base, mount=station.mount),
            )
            for station in each.stations
            for left, right in (sides_of(station.name),)
        )
    )


def _over(ask: Ask, each: Ladder | PointTable, every: Sequence[Ladder | PointTable]) -> LaidOver:
    other = next((one for one in every if one.name == each.against and one is not each), None)
    if other is None:
        raise Refused(
            "against", f"There is no ladder and no table of points “{each.against}” to lay it over."
        )
    there = {point.name: point for point in points_of(other)}
    here = points_of(each)
    both = [point for point in here if point.name in there]
    came_to = frame_against(
        FrameAgainstIn(
            points=[
                PointIn(
                    name=point.name,
                    at=_read(ask, each, point.name, point.at),
                    want=_read(ask, other, point.name, there[point.name].at),
                    base=point.base,
                )
                for point in both
            ],
            limit_mm=each.limit_mm,
        )
    )
    names = {point.name for point in both}
    return LaidOver(
        other=other.name,
        points=tuple(came_to.points),
        rms_mm=came_to.rms_mm,
        worst=came_to.worst,
        unmatched=tuple(point.name for point in (*here, *there.values()) if point.name not in names),
    )


def stations_of_this_frame(ladders: Sequence[Ladder]) -> tuple[StationAt, ...]:
    """Those that were measured last, of this frame itself and of no sheet or donor; none where nobody measured it."""
    own = [each for each in ladders if each.of_what == "this frame"]
    return max(own, key=lambda each: (each.taken_on or date.min, each.id)).stations if own else ()
