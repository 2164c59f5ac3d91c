"""Room for the tyre: a cylinder moved through bump and lock against measured points."""

import math
from functools import lru_cache
from typing import TYPE_CHECKING, ClassVar, Literal

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Number, Positive

if TYPE_CHECKING:
    import numpy as np
    from numpy.typing import NDArray

    Grid = NDArray[np.float64]

CATALOGUE_DOUBT = 0.015
"""What a catalogue size may be off, as a share of its radius."""
SAME_GAP_MM = 1e-9


class PresentTyre(Given):
    radius_mm: Positive = Field(description="unloaded")
    width_mm: Positive = Field(description="section width")


class NewTyre(PresentTyre):
    shift_mm: Number = Field(0.0, description="outboard: old offset − new offset")


class RoomPointIn(Given):
    name: str = Field(description="what it is")
    x_mm: Number = Field(description="behind the present wheel's centre at ride")
    y_mm: Number = Field(description="outboard of it")
    z_mm: Number = Field(description="above it")
    doubt_mm: NotNegative = Field(5.0, description="how far it may be off")


class TyreRoomIn(Given):
    new: NewTyre = Field(description="the tyre that is to have room")
    present: PresentTyre | None = Field(None, description="the tyre that is there")
    scrub_radius_mm: Number = Field(description="of the present wheel", examples=[14])
    static_radius_mm: Positive = Field(description="of the present wheel, loaded", examples=[369])
    kpi_deg: Number = Field(0.0, description="steering-axis inclination", gt=-60, lt=60)
    caster_deg: Number = Field(0.0, description="caster", gt=-60, lt=60)
    bump_mm: NotNegative = Field(0.0, description="up from ride")
    droop_mm: NotNegative = Field(0.0, description="down from ride")
    lock_out_deg: NotNegative = Field(0.0, description="leading edge outboard", lt=90)
    lock_in_deg: NotNegative = Field(0.0, description="leading edge inboard", lt=90)
    bump_step_mm: Positive = Field(5.0, description="how finely it is moved")
    steer_step_deg: Positive = Field(1.0, description="how finely it is steered")
    allowance_mm: Number = Field(0.0, description="growth, mud, chains")
    tyre_doubt_mm: NotNegative | None = Field(None, description="1.5 % of the new radius; 0 when measured")
    points: tuple[RoomPointIn, ...] = Field(description="what it may touch")


class RoomAt(Answer):
    WITHOUT_DOUBT: ClassVar[bool] = True

    bump_mm: float = Field(description="positive up")
    steer_deg: float = Field(description="positive: leading edge outboard")


class RoomPoint(Answer):
    name: str = Field(description="what it is")
    gap_mm: float = Field(description="the smallest, less the allowance; below 0 it is inside the tyre")
    doubt_mm: float = Field(description="of point and tyre together")
    at: RoomAt = Field(description="where that is")
    present_gap_mm: float | None = Field(None, description="of the present tyre")
    verdict: Literal["clear", "touch", "too-close"] = Field(description="by the doubt alone")


class TyreRoomOut(Answer):
    points: list[RoomPoint] = Field(description="each point")


def tyre_room(given: TyreRoomIn) -> TyreRoomOut:
    """The smallest gap over bump and lock. Source: a rigid cylinder turned about the steering axis."""
    present = None if given.present is None else _smallest_of_all(given, given.present, 0.0)
    return rooms(given, _smallest_of_all(given, given.new, given.new.shift_mm), present)


Vector = tuple[float, float, float]
Axis = tuple[float, float, float, float]
"""A unit vector, and how far outboard it passes the wheel's centre."""
Smallest = tuple[float, float, float]
"""A gap and the bump and lock at which it is."""
Cells = tuple[tuple[int, int], ...]
"""Where in the grid of bump and lock each point's smallest gap is."""


def rooms(given: TyreRoomIn, smallest: list[Smallest], present: list[Smallest] | None) -> TyreRoomOut:
    """Gaps with their doubt and verdict."""
    tyre_doubt = CATALOGUE_DOUBT * given.new.radius_mm if given.tyre_doubt_mm is None else given.tyre_doubt_mm
    found = [
        room_of(point.name, smallest[index], math.hypot(point.doubt_mm, tyre_doubt), given.allowance_mm)
        for index, point in enumerate(given.points)
    ]
    if present is not None:
        found = [
            room.model_copy(update={"present_gap_mm": gap - given.allowance_mm})
            for room, (gap, _, _) in zip(found, present, strict=True)
        ]
    return TyreRoomOut(points=found)


def room_of(name: str, smallest: Smallest, doubt_mm: float = 0.0, allowance_mm: float = 0.0) -> RoomPoint:
    """One place's smallest gap, judged."""
    gap, bump, steer = smallest
    return RoomPoint(
        name=name,
        gap_mm=gap - allowance_mm,
        doubt_mm=doubt_mm,
        at=RoomAt(bump_mm=bump, steer_deg=steer),
        verdict=verdict(gap - allowance_mm, doubt_mm),
    )


def _smallest_of_all(given: TyreRoomIn, tyre: PresentTyre, shift_mm: float) -> list[Smallest]:
    gaps, bumps, steers = _whole_grid(given, tyre, shift_mm)
    return [
        (float(each[row, column]), float(bumps[row]), float(steers[column]))
        for each, (row, column) in zip(gaps, _lowest(gaps), strict=True)
    ]


# The same wheel in the same places at every edit but those of it: only where to begin is remembered.
@lru_cache(maxsize=64)
def lowest_cells(given: TyreRoomIn) -> Cells:
    """Where in the grid the new tyre's smallest gaps are: where ``smallest_from`` begins when a figure is moved."""
    return _lowest(_whole_grid(given, given.new, given.new.shift_mm)[0])


def _whole_grid(given: TyreRoomIn, tyre: PresentTyre, shift_mm: float) -> "tuple[Grid, Grid, Grid]":
    import numpy as np

    bumps = np.array(steps(-given.droop_mm, given.bump_mm, given.bump_step_mm))
    steers = np.array(steps(-given.lock_in_deg, given.lock_out_deg, given.steer_step_deg))
    return _gaps(given, tyre, shift_mm, bumps[None, :, None], steers[None, None, :]), bumps, steers


def gaps_over(given: TyreRoomIn, bumps: "NDArray[np.float64]", steers: "NDArray[np.float64]") -> "Grid":
    """Gaps of the new tyre to all points (first axis) over these positions (second) and locks (third)."""
    return _gaps(given, given.new, given.new.shift_mm, bumps[None, :, None], steers[None, None, :])


def _lowest(gaps: "Grid") -> Cells:
    """The first of the smallest, bump the outer loop and lock the inner."""
    found = []
    for each in gaps:
        first = int((each <= each.min() + SAME_GAP_MM).argmax())
        found.append(divmod(first, each.shape[1]))
    return tuple(found)


def smallest_from(given: TyreRoomIn, place: Vector, cell: tuple[int, int]) -> Smallest:
    """The smallest gap of one place (x, y, z) on the same grid, found by going downhill from a cell.

    From where it is smallest this is exact; when a figure moves a little it follows that valley.
    """
    bumps = steps(-given.droop_mm, given.bump_mm, given.bump_step_mm)
    steers = steps(-given.lock_in_deg, given.lock_out_deg, given.steer_step_deg)
    axis, tyre = _axis(given), given.new
    known: dict[tuple[int, int], float] = {}
    row, column = min(cell[0], len(bumps) - 1), min(cell[1], len(steers) - 1)
    lowest, best = math.inf, (row, column)
    while True:
        before = lowest
        for r in range(max(row - 1, 0), min(row + 2, len(bumps))):
            for c in range(max(column - 1, 0), min(column + 2, len(steers))):
                gap = known.get((r, c))
                if gap is None:
                    gap = known[r, c] = _gap(tyre, axis, place, bumps[r], steers[c])
                if gap < lowest - SAME_GAP_MM:
                    lowest, best = gap, (r, c)
        if lowest >= before:
            return lowest, bumps[row], steers[column]
        row, column = best


def _gap(tyre: NewTyre, axis: Axis, place: Vector, bump_mm: float, steer_deg: float) -> float:
    """``_gaps`` of the new tyre for one point at one place: without NumPy, which for one is many times quicker."""
    x, y, z = turned(axis, (place[0], place[1], place[2] - bump_mm), math.radians(steer_deg))
    out = math.hypot(x, z) - tyre.radius_mm
    aside = abs(y - tyre.shift_mm) - tyre.width_mm / 2
    if out <= 0 and aside <= 0:
        return max(out, aside)
    return math.hypot(max(out, 0.0), max(aside, 0.0))


def turned(axis: Axis, place: Vector, turn: float) -> Vector:
    """A place turned about the steering axis by so many radians.

    Leading edge out turns a place, seen from the wheel, by that angle; what sits on the wheel by its opposite.
    """
    ax, ay, az, through_y = axis
    rx, ry, rz = place[0], place[1] - through_y, place[2]
    cos, sin = math.cos(turn), math.sin(turn)
    along = (ax * rx + ay * ry + az * rz) * (1 - cos)
    return (
        rx * cos + (ay * rz - az * ry) * sin + ax * along,
        ry * cos + (az * rx - ax * rz) * sin + ay * along + through_y,
        rz * cos + (ax * ry - ay * rx) * sin + az * along,
    )


def _axis(given: TyreRoomIn) -> Axis:
    return steering_axis(given.kpi_deg, given.caster_deg, given.scrub_radius_mm, given.static_radius_mm)


def steering_axis(kpi_deg: float, caster_deg: float, scrub_radius_mm: float, static_radius_mm: float) -> Axis:
    """The steering axis as a unit vector, and where it passes the wheel's centre outboard of it, at its height."""
    kpi, caster = math.radians(kpi_deg), math.radians(caster_deg)
    tilt = math.hypot(math.tan(caster), math.tan(kpi), 1.0)
    through_y = -(scrub_radius_mm + static_radius_mm * math.tan(kpi))
    return math.tan(caster) / tilt, -math.tan(kpi) / tilt, 1.0 / tilt, through_y


def verdict(gap_mm: float, doubt_mm: float) -> Literal["clear", "touch", "too-close"]:
    """``clear`` from +doubt up, ``touch`` below −doubt, else too close to call."""
    if gap_mm >= doubt_mm - SLACK:
        return "clear"
    return "touch" if gap_mm < -doubt_mm - SLACK else "too-close"


@lru_cache(maxsize=512)
def steps(low: float, high: float, step: float) -> tuple[float, ...]:
    """From the lower end in steps, both ends included: the grid of bump and lock."""
    inner = [low + i * step for i in range(math.ceil((high - low) / step - 1e-9))]
    return (*inner, high)


def _gaps(given: TyreRoomIn, tyre: PresentTyre, shift_mm: float, bump: "Grid", steer_deg: "Grid") -> "Grid":
    """Gaps of all points (first axis) over bump and lock: each point turned back about the steering axis."""
    import numpy as np

    ax, ay, az, through_y = _axis(given)
    where = np.array([(point.x_mm, point.y_mm - through_y, point.z_mm) for point in given.points])
    rx, ry, rz = where.T[:, :, None, None]
    turn = np.radians(steer_deg)
    cos, sin = np.cos(turn), np.sin(turn)
    rest = 1 - cos
    along = (ax * rx + ay * ry + az * rz) * rest
    # Leading edge out turns the point, seen from the wheel, the other way about an axis that points up.
    # Bump lowers the point along z: what a turned z comes to is the same for all points.
    x = (rx * cos + (ay * rz - az * ry) * sin + ax * along) - bump * (ay * sin + ax * az * rest)
    y = (ry * cos + (az * rx - ax * rz) * sin + ay * along + through_y) - bump * (ay * az * rest - ax * sin)
    z = (rz * cos + (ax * ry - ay * rx) * sin + az * along) - bump * (cos + az * az * rest)
    # Each array is worked on where it stands: new ones would have to be fetched from memory every time.
    out: Grid = np.square(x, out=x)
    out += np.square(z, out=z)
    np.sqrt(out, out=out)
    out -= tyre.radius_mm
    y -= shift_mm
    aside: Grid = np.abs(y, out=y)
    aside -= tyre.width_mm / 2
    inside = np.maximum(out, aside)
    np.minimum(inside, 0.0, out=inside)
    for beyond in (out, aside):
        np.maximum(beyond, 0.0, out=beyond)
        np.square(beyond, out=beyond)
    out += aside
    np.sqrt(out, out=out)
    out += inside
    return out


CALCULATION = Calculation(
    "tyre-room",
    TyreRoomIn,
    tyre_room,
    TyreRoomOut,
    "does the tyre clear at full bump and full lock, both at once",
    "a rigid cylinder turned about the steering axis",
)
