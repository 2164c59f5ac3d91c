"""Every point's own angle, the next one after that which decides, and what must go for an angle that is wanted."""

import math
from dataclasses import replace
from typing import Literal

from jorvak.core.calculation import Refused
from jorvak.core.immutable import record
from jorvak.core.stance.crossing import Under, VehicleOnGround
from jorvak.core.stance.stance import tangent_deg

Which = Literal["approach", "departure", "breakover"]
ROUNDS = 60


@record(frozen=True, slots=True)
class PointAngle:
    """A point, the angle that it allows, and how much higher it must stand for the wanted one; 0 where it may stay."""

    name: str
    x_mm: float
    z_mm: float
    deg: float
    up_mm: float


def ranked(stands: VehicleOnGround, which: Which, wanted_deg: float | None = None) -> tuple[PointAngle, ...]:
    """The points that count for an angle, smallest first. Raises Refused on ``wanted_deg``."""
    if wanted_deg is not None and not 1 <= wanted_deg <= 89:
        raise Refused("wanted_deg", "Ask for an angle between 1 and 89°.")
    found = [
        (point, deg) for point in stands.points if (deg := _angle(stands, which, point.x_mm, point.z_mm))
    ]
    return tuple(
        PointAngle(point.name, point.x_mm, point.z_mm, deg, _up(stands, which, point, deg, wanted_deg))
        for point, deg in sorted(found, key=lambda each: each[1])
    )


def with_raised(stands: VehicleOnGround, name: str, up_mm: float) -> VehicleOnGround:
    """The same stance with one point so much higher. Raises Refused on ``point``."""
    if all(point.name != name for point in stands.points):
        raise Refused("point", f"There is no point “{name[:40]}” under this rig.")
    points = tuple(
        replace(point, z_mm=point.z_mm + up_mm) if point.name == name else point for point in stands.points
    )
    return replace(stands, points=points)


def _angle(stands: VehicleOnGround, which: Which, x_mm: float, z_mm: float) -> float | None:
    wheelbase = stands.wheelbase_mm
    if which == "approach":
        return tangent_deg(-x_mm, z_mm, stands.front_radius_mm) if x_mm < 0 else None
    if which == "departure":
        return tangent_deg(x_mm - wheelbase, z_mm, stands.rear_radius_mm) if x_mm > wheelbase else None
    if not 0 < x_mm < wheelbase:
        return None
    front = tangent_deg(x_mm, z_mm, stands.front_radius_mm)
    rear = tangent_deg(wheelbase - x_mm, z_mm, stands.rear_radius_mm)
    return None if front is None or rear is None else front + rear


def _up(stands: VehicleOnGround, which: Which, point: Under, deg: float, wanted_deg: float | None) -> float:
    """By halving: the angle only grows as a point goes up."""
    if wanted_deg is None or deg >= wanted_deg:
        return 0.0
    low, high = point.z_mm, point.z_mm + 3000.0
    for _ in range(ROUNDS):
        tried = (low + high) / 2
        angle = _angle(stands, which, point.x_mm, tried)
        # None: so high that it stands within the tyre's own circle, where it is not met.
        low, high = (tried, high) if angle is not None and angle < wanted_deg else (low, tried)
    return math.ceil((high - point.z_mm) * 10) / 10
