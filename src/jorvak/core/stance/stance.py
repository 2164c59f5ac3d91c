"""Approach, departure, breakover and ground clearance of a stance."""

import math
from collections.abc import Sequence

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, Number, Positive, Refused
from jorvak.core.immutable import record
from jorvak.core.rig import Carrier


class StancePointIn(Given):
    name: str = Field(description="what it is")
    x_mm: Number = Field(description="behind the front axle")
    z_mm: Number = Field(description="above level ground, at stock height")
    on: Carrier = Field(description="what carries it: frame, body, front-axle or rear-axle")


class Carriage(Given):
    """On what a vehicle stands, without its points."""

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


class StanceIn(Carriage):
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


@record(frozen=True, slots=True)
class Seen:
    """A point at its height, and the angles that it would give; None where it lies elsewhere or inside the tyre."""

    point: StancePoint
    approach: StanceAngle | None
    departure: StanceAngle | None
    breakover: StanceAngle | None


def stance(given: StanceIn) -> StanceOut:
    """Angles by lines tangent to the static loaded tyre arcs. Source: SAE J1100.

    Raises Refused on ``points.N.z_mm`` for a point at or below the ground.
    """
    points = [
        seen(point.name, point.x_mm, point.z_mm, point.on, given, f"points.{i}.z_mm")
        for i, point in enumerate(given.points)
    ]
    return judged(points, given)


def seen(name: str, x_mm: float, z_mm: float, on: Carrier, stands: Carriage, field: str) -> Seen:
    """One point from the tyres, at its height. Raises Refused on ``field`` where it is at or below the ground."""
    z = _height(x_mm, z_mm, on, stands)
    if z <= 0:
        raise Refused(field, f"{name} would stand {-z:.0f} mm below the ground. Measure it again.")
    return Seen(
        StancePoint(name=name, z_mm=z),
        _angle(_approach(x_mm, z, stands), name),
        _angle(_departure(x_mm, z, stands), name),
        _angle(_breakover(x_mm, z, stands), name),
    )


def _angle(deg: float | None, at: str) -> StanceAngle | None:
    return None if deg is None else StanceAngle(deg=deg, at=at)


def judged(points: Sequence[Seen], stands: Carriage) -> StanceOut:
    """The smallest of each angle over all points, of equal ones the first."""
    approach = departure = breakover = lowest = None
    for each in points:
        if lowest is None or each.point.z_mm < lowest.z_mm:
            lowest = each.point
        approach = _smaller(approach, each.approach)
        departure = _smaller(departure, each.departure)
        breakover = _smaller(breakover, each.breakover)
    front = stands.front_radius_mm - stands.stock_front_radius_mm + stands.lift_front_mm
    rear = stands.rear_radius_mm - stands.stock_rear_radius_mm + stands.lift_rear_mm
    return StanceOut(
        points=[each.point for each in points],
        approach=approach,
        departure=departure,
        breakover=breakover,
        ground_clearance_mm=None if lowest is None else lowest.z_mm,
        lowest=None if lowest is None else lowest.name,
        rake_change_deg=math.degrees(math.atan((rear - front) / stands.wheelbase_mm)),
    )


def _height(x_mm: float, z_mm: float, on: Carrier, given: Carriage) -> float:
    front_tyre = given.front_radius_mm - given.stock_front_radius_mm
    rear_tyre = given.rear_radius_mm - given.stock_rear_radius_mm
    if on == "front-axle":
        return z_mm + front_tyre
    if on == "rear-axle":
        return z_mm + rear_tyre
    front, rear = front_tyre + given.lift_front_mm, rear_tyre + given.lift_rear_mm
    if on == "body":
        front, rear = front + given.body_lift_front_mm, rear + given.body_lift_rear_mm
    return z_mm + rise_at(x_mm, given.wheelbase_mm, front, rear)


def tangent_deg(along_mm: float, height_mm: float, radius_mm: float) -> float | None:
    """Angle of the line from a tyre's arc to a point ``along_mm`` away; None for a point inside the tyre."""
    distance = math.hypot(along_mm, height_mm - radius_mm)
    if distance <= radius_mm:
        return None
    return math.degrees(math.atan2(height_mm - radius_mm, along_mm) + math.asin(radius_mm / distance))


def _approach(x: float, z: float, given: Carriage) -> float | None:
    return tangent_deg(-x, z, given.front_radius_mm) if x < 0 else None


def _departure(x: float, z: float, given: Carriage) -> float | None:
    return tangent_deg(x - given.wheelbase_mm, z, given.rear_radius_mm) if x > given.wheelbase_mm else None


def _breakover(x: float, z: float, given: Carriage) -> float | None:
    if not 0 < x < given.wheelbase_mm:
        return None
    front = tangent_deg(x, z, given.front_radius_mm)
    rear = tangent_deg(given.wheelbase_mm - x, z, given.rear_radius_mm)
    return None if front is None or rear is None else front + rear


def _smaller(best: StanceAngle | None, other: StanceAngle | None) -> StanceAngle | None:
    return other if other is not None and (best is None or other.deg < best.deg) else best


CALCULATION = Calculation(
    "stance",
    StanceIn,
    stance,
    StanceOut,
    "approach, departure, breakover and ground clearance, each with the point that decides it",
    "SAE J1100, lines tangent to the static loaded tyre arcs",
)
