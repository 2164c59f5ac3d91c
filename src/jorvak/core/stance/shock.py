"""A shock's stroke from full bump to full droop, and what a bump stop or a strap must take away."""

import math

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Number, Positive, Refused

SPARE_MM = 10.0
"""What is wanted at either end of a shock's stroke."""


class ShockIn(Given):
    ride_length_mm: Positive = Field(description="eye to eye at ride", examples=[462])
    closed_length_mm: Positive = Field(description="eye to eye, closed", examples=[352])
    open_length_mm: Positive = Field(description="eye to eye, open", examples=[570])
    bump_travel_mm: NotNegative = Field(description="at the wheel, as the axle could go")
    droop_travel_mm: NotNegative = Field(description="at the wheel, as the axle could go")
    motion_ratio: Positive = Field(1.0, description="shock travel over wheel travel, upright")
    lean_deg: Number = Field(0.0, description="from vertical", gt=-85, lt=85)
    min_spare_mm: NotNegative = Field(SPARE_MM, description="wanted at either end")


class ShockOut(Answer):
    bump_left_mm: float = Field(description="stroke left at full bump; below 0 it bottoms")
    droop_left_mm: float = Field(description="stroke left at full droop; below 0 it tops out")
    usable_bump_mm: float = Field(description="at the wheel")
    usable_droop_mm: float = Field(description="at the wheel")
    extend_bump_stop_mm: float = Field(description="at the wheel, to leave the spare")
    limit_droop_mm: float = Field(description="at the wheel, to leave the spare")
    ok: bool = Field(description="both ends keep the spare")


def shock(given: ShockIn) -> ShockOut:
    """Spare stroke at both ends. Source: geometry of a leaning shock.

    Raises Refused on ``ride_length_mm`` outside closed to open, and on ``open_length_mm`` not above closed.
    """
    if given.open_length_mm <= given.closed_length_mm:
        raise Refused("open_length_mm", "A shock is longer open than closed. Measure both, eye to eye.")
    if not given.closed_length_mm <= given.ride_length_mm <= given.open_length_mm:
        raise Refused(
            "ride_length_mm",
            f"At ride this shock is between {given.closed_length_mm:g} and {given.open_length_mm:g} mm long, "
            f"not {given.ride_length_mm:g}: it does not go into this space.",
        )
    k = given.motion_ratio * math.cos(math.radians(given.lean_deg))
    closes, opens = given.ride_length_mm - given.closed_length_mm, given.open_length_mm - given.ride_length_mm
    bump_left, droop_left = closes - given.bump_travel_mm * k, opens - given.droop_travel_mm * k
    return ShockOut(
        bump_left_mm=bump_left,
        droop_left_mm=droop_left,
        usable_bump_mm=min(given.bump_travel_mm, closes / k),
        usable_droop_mm=min(given.droop_travel_mm, opens / k),
        extend_bump_stop_mm=max(0.0, (given.min_spare_mm - bump_left) / k),
        limit_droop_mm=max(0.0, (given.min_spare_mm - droop_left) / k),
        ok=min(bump_left, droop_left) >= given.min_spare_mm - SLACK,
    )


CALCULATION = Calculation(
    "shock",
    ShockIn,
    shock,
    ShockOut,
    "whether a shock has stroke left from full bump to full droop, and what settles it",
    "geometry of a leaning shock",
)
