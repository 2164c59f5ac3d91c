"""What it takes to hold a speed on a grade, taller or heavier, at altitude."""

import math
from typing import Literal

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Number, Positive
from jorvak.core.immutable import record
from jorvak.core.quantities.units import STANDARD_GRAVITY

SEA_LEVEL_DENSITY = 1.225
TURBO_KNOWN_TO_M = 2500.0
ATMOSPHERE_TOP_M = 44330.0
"""Where the standard formula has no air left."""


class GradeHoldIn(Given):
    mass_kg: Positive = Field(description="loaded", examples=[2850])
    speed_kmh: Positive = Field(description="to be held", examples=[95])
    slope_pct: Number = Field(0.0, description="positive: uphill")
    drag_area_m2: NotNegative = Field(description="drag coefficient × frontal area", examples=[1.2])
    rolling_resistance: NotNegative = Field(0.015, description="share of the weight")
    altitude_m: Number = Field(0.0, description="above the sea", lt=ATMOSPHERE_TOP_M)
    headwind_kmh: Number = Field(0.0, description="negative: from behind")
    efficiency: Positive = Field(0.85, description="of the drive", le=1)
    engine_kw: Positive | None = Field(None, description="at the engine speed that gearing gives")
    aspiration: Literal["natural", "turbo"] = Field("natural", description="natural or turbo")


class GradeHoldOut(Answer):
    rolling_n: float = Field(description="rolling resistance")
    grade_n: float = Field(description="weight along the slope")
    air_n: float = Field(description="air; negative pushes")
    power_kw: float = Field(description="needed at the engine")
    available_kw: float | None = Field(None, description="at this altitude; null for a turbo above 2500 m")
    reserve_pct: float | None = Field(
        None, description="(available/needed − 1)·100; null where nothing is needed"
    )
    holds: bool | None = Field(None, description="it holds the speed in this gear")


def grade_hold(given: GradeHoldIn) -> GradeHoldOut:
    """Road load. Source: Gillespie, Fundamentals of Vehicle Dynamics; the standard atmosphere."""
    return held(road_load(given), given, given.engine_kw)


@record(frozen=True, slots=True)
class RoadLoad:
    """What has to be overcome, and the power that this takes at the engine."""

    rolling_n: float
    grade_n: float
    air_n: float
    power_kw: float


def road_load(given: GradeHoldIn) -> RoadLoad:
    """What holds the vehicle back at its speed, whatever the engine."""
    slope = math.atan(given.slope_pct / 100)
    speed, wind = given.speed_kmh / 3.6, given.headwind_kmh / 3.6
    weight = given.mass_kg * STANDARD_GRAVITY
    rolling = weight * given.rolling_resistance * math.cos(slope)
    grade = weight * math.sin(slope)
    density = SEA_LEVEL_DENSITY * share_of_air(given.altitude_m)
    air = 0.5 * density * given.drag_area_m2 * (speed + wind) * abs(speed + wind)
    return RoadLoad(rolling, grade, air, speed * (rolling + grade + air) / given.efficiency / 1000)


def held(load: RoadLoad, given: GradeHoldIn, engine_kw: float | None) -> GradeHoldOut:
    """Whether an engine that has so much at its speed holds that; None: nobody asks."""
    needed = {
        "rolling_n": load.rolling_n, "grade_n": load.grade_n, "air_n": load.air_n, "power_kw": load.power_kw,
    }  # fmt: skip
    if engine_kw is None:
        return GradeHoldOut(**needed)
    available, power = _available_kw(engine_kw, given), load.power_kw
    return GradeHoldOut(
        **needed,
        available_kw=available,
        reserve_pct=None if available is None or power <= 0 else (available / power - 1) * 100,
        holds=None if available is None else available >= power - SLACK,
    )


def share_of_air(altitude_m: float) -> float:
    """The density of the air at an altitude against that at the sea."""
    share: float = (1 - 2.25577e-5 * altitude_m) ** 4.25588
    return share


def _available_kw(engine_kw: float, given: GradeHoldIn) -> float | None:
    if given.aspiration == "natural":
        return engine_kw * share_of_air(given.altitude_m)
    return engine_kw if given.altitude_m <= TURBO_KNOWN_TO_M + SLACK else None


CALCULATION = Calculation(
    "grade-hold",
    GradeHoldIn,
    grade_hold,
    GradeHoldOut,
    "what it takes to hold a speed on a grade, and whether the engine has it",
    "Gillespie, Fundamentals of Vehicle Dynamics; standard atmosphere (ISO 2533)",
)
