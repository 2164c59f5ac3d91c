"""How steep a vehicle climbs in low first: by torque, by grip, by tipping."""

import math
from typing import Literal

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, NotNegative, Positive, Refused
from jorvak.core.quantities.units import STANDARD_GRAVITY


class ClimbIn(Given):
    mass_kg: Positive = Field(description="as it climbs", examples=[2850])
    torque_nm: Positive = Field(description="of the engine", examples=[360])
    converter_ratio: Positive = Field(1.0, description="torque converter near stall, about 2")
    overall_ratio: Positive = Field(
        description="of the deeper of first and reverse, low range", examples=[42.7]
    )
    rolling_radius_mm: Positive = Field(description="circumference/2π", examples=[417])
    efficiency: Positive = Field(0.85, description="of the whole drive", le=1)
    rolling_resistance: NotNegative = Field(0.05, description="share of the weight on soft ground")
    friction: NotNegative = Field(0.7, description="tyre on ground")
    driven_share: NotNegative = Field(1.0, description="of the weight on driven wheels, on the slope", le=1)
    wheelbase_mm: Positive | None = Field(None, description="for the tip limit")
    cg_behind_front_mm: Positive | None = Field(None, description="for the tip limit")
    cg_height_mm: Positive | None = Field(None, description="for the tip limit")


class ClimbOut(Answer):
    tractive_n: float = Field(description="pull at the tyres by torque")
    torque_limit_deg: float = Field(description="by torque; 90 where it could stand upright")
    traction_limit_deg: float = Field(description="by grip; below 0 it does not move on the level")
    tip_limit_deg: float | None = Field(None, description="over the rear axle")
    climb_deg: float = Field(description="the smallest: a limit, never a recommendation")
    climb_pct: float = Field(description="the same as a grade")
    limited_by: Literal["traction", "torque", "tip"] = Field(description="the first of these where equal")


def climb(given: ClimbIn) -> ClimbOut:
    """Equilibrium on a slope. Source: Gillespie, Fundamentals of Vehicle Dynamics. Raises Refused."""
    crr = given.rolling_resistance
    tractive = (
        given.torque_nm
        * given.converter_ratio
        * given.overall_ratio
        * given.efficiency
        / (given.rolling_radius_mm / 1000)
    )
    pull = tractive / (given.mass_kg * STANDARD_GRAVITY * math.sqrt(1 + crr**2))
    limits = {
        "traction": math.degrees(math.atan(given.friction * given.driven_share - crr)),
        "torque": 90.0 if pull >= 1 else math.degrees(math.asin(pull) - math.atan(crr)),
    }
    tip = _tip_deg(given)
    if tip is not None:
        limits["tip"] = tip
    limited_by = min(limits, key=limits.__getitem__)
    answer = {
        "tractive_n": tractive,
        "torque_limit_deg": limits["torque"],
        "traction_limit_deg": limits["traction"],
        "climb_deg": limits[limited_by],
        "climb_pct": math.tan(math.radians(limits[limited_by])) * 100,
        "limited_by": limited_by,
    }
    if tip is not None:
        answer["tip_limit_deg"] = tip
    return ClimbOut.model_validate(answer)


def _tip_deg(given: ClimbIn) -> float | None:
    group = {
        "wheelbase_mm": given.wheelbase_mm,
        "cg_behind_front_mm": given.cg_behind_front_mm,
        "cg_height_mm": given.cg_height_mm,
    }
    missing = [key for key, value in group.items() if value is None]
    if len(missing) == len(group):
        return None
    if missing:
        raise Refused(
            missing[0], f"{missing[0]} is missing: the tip limit wants all three of {', '.join(group)}."
        )
    assert given.wheelbase_mm and given.cg_behind_front_mm and given.cg_height_mm
    return math.degrees(math.atan((given.wheelbase_mm - given.cg_behind_front_mm) / given.cg_height_mm))


CALCULATION = Calculation(
    "climb",
    ClimbIn,
    climb,
    ClimbOut,
    "how steep in low first: by torque, by grip, by tipping",
    "Gillespie, Fundamentals of Vehicle Dynamics",
)
