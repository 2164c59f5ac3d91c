"""Room for the tyre: a cylinder moved through bump and lock against measured points."""

import math
from typing import TYPE_CHECKING, Literal

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
    points: list[RoomPointIn] = Field(description="what it may touch")


class RoomAt(Answer):
    bump_mm: float = Field(description="positive up")
    steer_deg: float = Field(description="positive: leading edge outboard")


class RoomPoint(Answer):
    name: str = Field(description="what it is")
    gap_mm: float = Field(description="the smallest, less the allowance; below 0 it is inside the tyre")
    doubt_mm: float = Field(description="of point and tyre together")
    at: RoomAt = Field(description="where that is")
    present_gap_mm: float = Field(0.0, description="of the present tyre")
    verdict: Literal["clear", "touch", "too-close"] = Field(description="by the doubt alone")


class TyreRoomOut(Answer):
    points: list[RoomPoint] = Field(description="each point")


def tyre_room(given: TyreRoomIn) -> TyreRoomOut:
    """The smallest gap over bump and lock. Source: a rigid cylinder turned about the steering axis."""
    import numpy as np

    bumps = _steps(-given.droop_mm, given.bump_mm, given.bump_step_mm)
    steers = _steps(-given.lock_in_deg, given.lock_out_deg, given.steer_step_deg)
    bump, steer = np.meshgrid(np.array(bumps), np.radians(np.array(steers)), indexing="ij")
    tyre_doubt = CATALOGUE_DOUBT * given.new.radius_mm if given.tyre_doubt_mm is None else given.tyre_doubt_mm
    found = []
    for point in given.points:
        local = _in_wheel(given, point, bump, steer)
        gaps = _gaps(local, given.new, given.new.shift_mm) - given.allowance_mm
        smallest = float(gaps.min())
        row, column = np.unravel_index(int(np.argmax(gaps <= smallest + SAME_GAP_MM)), gaps.shape)
        doubt = math.hypot(point.doubt_mm, tyre_doubt)
        answer: dict[str, object] = {
            "name": point.name,
            "gap_mm": float(gaps[row, column]),
            "doubt_mm": doubt,
            "at": RoomAt(bump_mm=bumps[int(row)], steer_deg=steers[int(column)]),
            "verdict": verdict(smallest, doubt),
        }
        if given.present is not None:
            answer["present_gap_mm"] = float(_gaps(local, given.present, 0.0).min()) - given.allowance_mm
        found.append(RoomPoint.model_validate(answer))
    return TyreRoomOut(points=found)


def verdict(gap_mm: float, doubt_mm: float) -> Literal["clear", "touch", "too-close"]:
    """``clear`` from +doubt up, ``touch`` below −doubt, else too close to call."""
    if gap_mm >= doubt_mm - SLACK:
        return "clear"
    return "touch" if gap_mm < -doubt_mm - SLACK else "too-close"


def _steps(low: float, high: float, step: float) -> list[float]:
    """From the lower end in steps, both ends included."""
    inner = [low + i * step for i in range(math.ceil((high - low) / step - 1e-9))]
    return [*inner, high]


def _in_wheel(
    given: TyreRoomIn, point: RoomPointIn, bump: "Grid", steer: "Grid"
) -> "tuple[Grid, Grid, Grid]":
    """The point seen from the present wheel's centre when the wheel stands there: turned back about the axis."""
    import numpy as np

    kpi, caster = math.radians(given.kpi_deg), math.radians(given.caster_deg)
    axis = np.array([math.tan(caster), -math.tan(kpi), 1.0])
    axis = axis / np.linalg.norm(axis)
    through_y = -(given.scrub_radius_mm + given.static_radius_mm * math.tan(kpi))
    # Positive steer is leading edge out: about an axis that points up that is a turn the other way.
    turn = steer
    rx = np.full_like(bump, point.x_mm)
    ry = np.full_like(bump, point.y_mm - through_y)
    rz = point.z_mm - bump
    cos, sin = np.cos(turn), np.sin(turn)
    along = (axis[0] * rx + axis[1] * ry + axis[2] * rz) * (1 - cos)
    x = rx * cos + (axis[1] * rz - axis[2] * ry) * sin + axis[0] * along
    y = ry * cos + (axis[2] * rx - axis[0] * rz) * sin + axis[1] * along
    z = rz * cos + (axis[0] * ry - axis[1] * rx) * sin + axis[2] * along
    return x, y + through_y, z


def _gaps(local: "tuple[Grid, Grid, Grid]", tyre: PresentTyre, shift_mm: float) -> "Grid":
    import numpy as np

    x, y, z = local
    out = np.hypot(x, z) - tyre.radius_mm
    aside = np.abs(y - shift_mm) - tyre.width_mm / 2
    inside = (out <= 0) & (aside <= 0)
    gaps: Grid = np.where(
        inside, np.maximum(out, aside), np.hypot(np.maximum(out, 0.0), np.maximum(aside, 0.0))
    )
    return gaps


CALCULATION = Calculation(
    "tyre-room",
    TyreRoomIn,
    tyre_room,
    TyreRoomOut,
    "does the tyre clear at full bump and full lock, both at once",
    "a rigid cylinder turned about the steering axis",
)
