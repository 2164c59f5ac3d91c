"""A shaft between two flanges, in space: joint angles, and how far its joints cancel."""

import math
from typing import Literal, Protocol

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, Number, Positive, Refused

SMOOTH_RAD_S2 = 400.0
ROUGH_RAD_S2 = 1000.0
Vector = tuple[float, float, float]


class ShaftEnd(Given):
    x_mm: Number = Field(description="joint centre")
    y_mm: Number = Field(description="joint centre")
    z_mm: Number = Field(description="joint centre")
    side_deg: Number = Field(
        description="slope of its own axis: positive falls towards the rear", gt=-90, lt=90
    )
    plan_deg: Number = Field(0.0, description="positive veers right towards the rear", gt=-90, lt=90)


class ShaftIn(Given):
    drive: ShaftEnd = Field(description="at the case")
    pinion: ShaftEnd = Field(description="at the axle")
    rpm: Positive = Field(description="shaft speed at the fastest road speed", examples=[3482])
    type: Literal["single", "double"] = Field(
        description="single: one cross at each end; double: a double joint at the drive end"
    )


class ShaftOut(Answer):
    length_mm: float = Field(description="between joint centres")
    drive_joint_deg: float = Field(description="angle at the case")
    pinion_joint_deg: float = Field(description="angle at the axle")
    difference_deg: float | None = Field(description="between the two; null for a double joint")
    plane_angle_deg: float | None = Field(
        description="between the planes in which they bend; null for a double joint"
    )
    max_joint_deg_at_rpm: float = Field(description="what one joint may bend at this speed")
    residual_rad_s2: float = Field(description="what does not cancel: smooth up to 400, rough beyond 1000")
    inertial_rad_s2: float = Field(description="what shakes the shaft itself: up to 1000")


def shaft(given: ShaftIn) -> ShaftOut:
    """Joint angles in space, and torsional and inertial excitation.

    Source: SAE AE-7, universal joint and driveshaft design. Raises Refused where the joints coincide.
    """
    return runs(given.drive, given.pinion, given.rpm, given.type)


class Lies(Protocol):
    """A joint in space, whoever keeps it: its centre and how its own part's axis lies."""

    @property
    def x_mm(self) -> float: ...
    @property
    def y_mm(self) -> float: ...
    @property
    def z_mm(self) -> float: ...
    @property
    def side_deg(self) -> float: ...
    @property
    def plan_deg(self) -> float: ...


def runs(drive_end: Lies, pinion_end: Lies, rpm: float, build: Literal["single", "double"]) -> ShaftOut:
    """``shaft`` on joints that are good already. Raises Refused where they coincide."""
    drive, pinion = _axis(drive_end), _axis(pinion_end)
    x, y, z = (
        pinion_end.x_mm - drive_end.x_mm,
        pinion_end.y_mm - drive_end.y_mm,
        pinion_end.z_mm - drive_end.z_mm,
    )
    length = math.hypot(x, y, z)
    if length == 0:
        raise Refused("pinion", "Both joints stand at one point: a shaft has a length.")
    line: Vector = (x / length, y / length, z / length)
    at_drive, at_pinion = _acute(drive, line), _acute(line, pinion)
    omega = 2 * math.pi * rpm / 60
    plane: float | None = None
    difference: float | None = None
    if build == "double":
        # The double joint cancels itself.
        residual = inertial = omega**2 * at_pinion**2
    else:
        plane = _plane_angle(drive, line, pinion)
        squares = at_drive**4 + at_pinion**4 - 2 * at_drive**2 * at_pinion**2 * math.cos(2 * plane)
        difference = math.degrees(abs(at_drive - at_pinion))
        residual = omega**2 * math.sqrt(max(squares, 0.0))
        inertial = omega**2 * max(at_drive, at_pinion) ** 2
    return ShaftOut(
        length_mm=length,
        drive_joint_deg=math.degrees(at_drive),
        pinion_joint_deg=math.degrees(at_pinion),
        difference_deg=difference,
        plane_angle_deg=None if plane is None else math.degrees(plane),
        max_joint_deg_at_rpm=math.degrees(math.sqrt(ROUGH_RAD_S2) / omega),
        residual_rad_s2=residual,
        inertial_rad_s2=inertial,
    )


def _axis(end: Lies) -> Vector:
    along = (1.0, math.tan(math.radians(end.plan_deg)), -math.tan(math.radians(end.side_deg)))
    size = math.hypot(*along)
    return along[0] / size, along[1] / size, along[2] / size


def _acute(a: Vector, b: Vector) -> float:
    """The acute angle between two unit vectors in radians; exact for small ones too."""
    return math.atan2(math.hypot(*_cross(a, b)), abs(_dot(a, b)))


def _plane_angle(drive: Vector, line: Vector, pinion: Vector) -> float:
    """The acute angle between the planes of the two joints in radians; 0 where either is straight."""
    one, other = _cross(drive, line), _cross(line, pinion)
    if math.hypot(*one) < STRAIGHT or math.hypot(*other) < STRAIGHT:
        return 0.0
    return math.atan2(math.hypot(*_cross(one, other)), abs(_dot(one, other)))


STRAIGHT = 1e-12


def _cross(a: Vector, b: Vector) -> Vector:
    return a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]


def _dot(a: Vector, b: Vector) -> float:
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2]


CALCULATION = Calculation(
    "shaft",
    ShaftIn,
    shaft,
    ShaftOut,
    "joint angles of a shaft in space, and whether it runs smooth",
    "SAE AE-7, universal joint and driveshaft design",
)
