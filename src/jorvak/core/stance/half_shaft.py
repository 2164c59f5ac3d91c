"""Joint angles of a half shaft of an independent suspension through travel and lock."""

import math

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Number, Positive


class HalfShaftIn(Given):
    reach_mm: Positive = Field(description="sideways distance of the joint centres", examples=[372])
    sweep_mm: Number = Field(0.0, description="fore and aft distance of them")
    drop_mm: Number = Field(description="outer below inner at ride", examples=[28])
    lift_mm: Number = Field(0.0, description="suspension lift")
    droop_travel_mm: NotNegative = Field(0.0, description="from the new ride height")
    bump_travel_mm: NotNegative = Field(0.0, description="from the new ride height")
    steer_deg: Number = Field(0.0, description="lock", gt=-90, lt=90)
    inner_limit_deg: Positive = Field(23.0, description="what the inner joint bends")
    outer_limit_deg: Positive = Field(45.0, description="what the outer joint bends")


class HalfShaftOut(Answer):
    ride_deg: float = Field(description="inner joint")
    droop_deg: float = Field(description="inner joint")
    bump_deg: float = Field(description="inner joint")
    inner_worst_deg: float = Field(description="the largest of them")
    outer_worst_deg: float = Field(description="with the lock")
    inner_left_deg: float = Field(description="limit less worst")
    outer_left_deg: float = Field(description="limit less worst")
    ok: bool = Field(description="both within their limits")


def half_shaft(given: HalfShaftIn) -> HalfShaftOut:
    """Angles at ride, droop and bump. Source: geometry of a shaft between two joints; lock square to the rest."""
    ride = given.drop_mm + given.lift_mm
    at_ride, at_droop, at_bump = (
        _bends_deg(given, drop) for drop in (ride, ride + given.droop_travel_mm, ride - given.bump_travel_mm)
    )
    inner = max(at_ride, at_droop, at_bump)
    outer = math.degrees(
        math.acos(min(1.0, math.cos(math.radians(inner)) * math.cos(math.radians(given.steer_deg))))
    )
    inner_left, outer_left = given.inner_limit_deg - inner, given.outer_limit_deg - outer
    return HalfShaftOut(
        ride_deg=at_ride,
        droop_deg=at_droop,
        bump_deg=at_bump,
        inner_worst_deg=inner,
        outer_worst_deg=outer,
        inner_left_deg=inner_left,
        outer_left_deg=outer_left,
        ok=min(inner_left, outer_left) >= -SLACK,
    )


def _bends_deg(given: HalfShaftIn, drop_mm: float) -> float:
    return math.degrees(math.atan(math.hypot(drop_mm, given.sweep_mm) / given.reach_mm))


CALCULATION = Calculation(
    "half-shaft",
    HalfShaftIn,
    half_shaft,
    HalfShaftOut,
    "how far the joints of a half shaft bend at ride, droop, bump and lock, and what is left",
    "geometry of a shaft between two joints",
)
