"""Approach, departure, breakover and ground clearance of a stance."""

import math

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, Number, Positive, Refused
from jorvak.core.rig import Carrier


class StancePointIn(Given):
    name: str = Field(description="what it is")
    x_mm: Number = Field(description="behind the front axle")
    z_mm: Number = Field(description="above level ground, at stock height")
    on: Carrier = Field(description="what carries it: frame, body, front-axle or rear-axle")


class StanceIn(Given):
    wheelbase_mm: Positive = Field(description="front to rear axle", examples=[2740])
    front_radius_mm: Positive = Field(description="static loaded, as fitted", examples=[395])
    rear_radius_mm: Positive = Field(description="static loaded, as fitted", examples=[395])
    stock_front_radius_mm: Positive = Field(
        description="static loaded, when the points were measured", examples=[369]
    )
    stock_rear_radius_mm: Positive = Field(
        description="static loaded, when the points were measured", examples=[369]
    )
    lift_front_mm: Number = Field(0.0, description="suspension lift: frame against axle")
    lift_rear_mm: Number = Field(0.0, description="suspension lift: frame against axle")
    body_lift_front_mm: Number = Field(0.0, description="body against frame")
    body_lift_rear_mm: Number = Field(0.0, description="body against frame")
    points: list[StancePointIn] = Field(description="underside points")


class StancePoint(Answer):
    name: str = Field(description="what it is")
    z_mm: float = Field(description="above level ground, now")


class StanceAngle(Answer):
    deg: float = Field(description="the angle")
    at: str = Field(description="the point that decides it")


class StanceOut(Answer):
    points: list[StancePoint] = Field(description="every point at its new height")
    approach: StanceAngle | None = Field(description="null where no point lies ahead of the front tyre")
    departure: StanceAngle | None = Field(description="null where no point lies behind the rear tyre")
    breakover: StanceAngle | None = Field(description="null where no point lies between")
    ground_clearance_mm: float | None = Field(description="the lowest point of all")
    lowest: str | None = Field(description="its name")
    rake_change_deg: float = Field(description="positive: nose down")


def rise_at(x_mm: float, wheelbase_mm: float, front_mm: float, rear_mm: float) -> float:
    """Rise of a rigid line at x, given its rise over each axle (also beyond the wheelbase)."""
    return front_mm + (rear_mm - front_mm) * x_mm / wheelbase_mm


def stance(given: StanceIn) -> StanceOut:
    """Angles by lines tangent to the static loaded tyre arcs. Source: SAE J1100.

    Raises Refused on ``points.N.z_mm`` for a point at or below the ground.
    """
    heights = [_height(point, given) for point in given.points]
    for index, (point, height) in enumerate(zip(given.points, heights, strict=True)):
        if height <= 0:
            raise Refused(
                f"points.{index}.z_mm",
                f"{point.name} would stand {-height:.0f} mm below the ground. Measure it again.",
            )
    lowest = min(range(len(heights)), key=heights.__getitem__, default=None)
    front = given.front_radius_mm - given.stock_front_radius_mm + given.lift_front_mm
    rear = given.rear_radius_mm - given.stock_rear_radius_mm + given.lift_rear_mm
    return StanceOut(
        points=[StancePoint(name=p.name, z_mm=h) for p, h in zip(given.points, heights, strict=True)],
        approach=_smallest(given, heights, _approach),
        departure=_smallest(given, heights, _departure),
        breakover=_smallest(given, heights, _breakover),
        ground_clearance_mm=None if lowest is None else heights[lowest],
        lowest=None if lowest is None else given.points[lowest].name,
        rake_change_deg=math.degrees(math.atan((rear - front) / given.wheelbase_mm)),
    )


def _height(point: StancePointIn, given: StanceIn) -> float:
    front_tyre = given.front_radius_mm - given.stock_front_radius_mm
    rear_tyre = given.rear_radius_mm - given.stock_rear_radius_mm
    if point.on == "front-axle":
        return point.z_mm + front_tyre
    if point.on == "rear-axle":
        return point.z_mm + rear_tyre
    front, rear = front_tyre + given.lift_front_mm, rear_tyre + given.lift_rear_mm
    if point.on == "body":
        front, rear = front + given.body_lift_front_mm, rear + given.body_lift_rear_mm
    return point.z_mm + rise_at(point.x_mm, given.wheelbase_mm, front, rear)


def tangent_deg(along_mm: float, height_mm: float, radius_mm: float) -> float | None:
    """Angle of the line from a tyre's arc to a point ``along_mm`` away; None for a point inside the tyre."""
    distance = math.hypot(along_mm, height_mm - radius_mm)
    if distance <= radius_mm:
        return None
    return math.degrees(math.atan2(height_mm - radius_mm, along_mm) + math.asin(radius_mm / distance))


def _approach(x: float, z: float, given: StanceIn) -> float | None:
    return tangent_deg(-x, z, given.front_radius_mm) if x < 0 else None


def _departure(x: float, z: float, given: StanceIn) -> float | None:
    return tangent_deg(x - given.wheelbase_mm, z, given.rear_radius_mm) if x > given.wheelbase_mm else None


def _breakover(x: float, z: float, given: StanceIn) -> float | None:
    if not 0 < x < given.wheelbase_mm:
        return None
    front = tangent_deg(x, z, given.front_radius_mm)
    rear = tangent_deg(given.wheelbase_mm - x, z, given.rear_radius_mm)
    return None if front is None or rear is None else front + rear


def _smallest(given: StanceIn, heights: list[float], angle_of: object) -> StanceAngle | None:
    assert callable(angle_of)
    best: StanceAngle | None = None
    for point, height in zip(given.points, heights, strict=True):
        deg = angle_of(point.x_mm, height, given)
        if deg is not None and (best is None or deg < best.deg):
            best = StanceAngle(deg=deg, at=point.name)
    return best


CALCULATION = Calculation(
    "stance",
    StanceIn,
    stance,
    StanceOut,
    "approach, departure, breakover and ground clearance, each with the point that decides it",
    "SAE J1100, lines tangent to the static loaded tyre arcs",
)
