"""What the engine does with the gearing: holding a grade in each gear, and climbing in low first."""

import math

from jorvak.core.load.masses import standing
from jorvak.core.record import record
from jorvak.core.results import Ask
from jorvak.core.rolling.climb import ClimbIn, ClimbOut, climb
from jorvak.core.rolling.gearing import crawl_speed_kmh, engine_rpm
from jorvak.core.rolling.grade_hold import GradeHoldIn, GradeHoldOut, held, road_load
from jorvak.core.rolling.results import (
    FALLBACK_CRUISE_KMH,
    circumference_mm,
    driven_end,
    first_and_reverse,
    low_ratio,
)

FALLBACK_GRADE_PCT = 4.0


@record(frozen=True, slots=True)
class GearHolds:
    """One gear at the cruising speed on the grade: ``holds`` None where it cannot be said."""

    ratio: float
    rpm: float
    engine_kw: float
    hold: GradeHoldOut


@record(frozen=True, slots=True)
class GradeHolding:
    """The cruising speed on a grade, gear by gear, top last; ``tallest`` the index of the tallest gear that holds."""

    speed_kmh: float
    grade_pct: float
    altitude_m: float
    gears: tuple[GearHolds, ...]
    tallest: int | None


@record(frozen=True, slots=True)
class Climbing:
    """Low first on a slope, and how slowly it walks there."""

    overall_ratio: float
    backwards: bool
    calculated: ClimbOut
    crawl_speed_kmh: float | None


def engine_kw_at(
    rpm: float, torque_nm: float, pulls_from: float, pulls_to: float, power_kw: float, power_at: float
) -> float:
    """Power at full throttle from the few figures of a data plate.

    Full torque between ``pulls_from`` and ``pulls_to``, less in proportion below; from there in a straight
    line to full power at ``power_at``, which is taken to last. Source: shape of a full-load curve.
    """

    def of(torque: float, at: float) -> float:
        return torque * at * 2 * math.pi / 60 / 1000

    if rpm <= pulls_from:
        return of(torque_nm * rpm / pulls_from, rpm)
    if rpm <= pulls_to:
        return of(torque_nm, rpm)
    if rpm >= power_at or power_at <= pulls_to:
        return power_kw
    at_end = of(torque_nm, pulls_to)
    return at_end + (power_kw - at_end) * (rpm - pulls_to) / (power_at - pulls_to)


def grade_holding(ask: Ask) -> GradeHolding:
    """Which gears hold the cruising speed on the pass that the brief names. Raises Missing."""
    end = driven_end(ask)
    speed = ask.maybe("aims.cruise_kmh") or FALLBACK_CRUISE_KMH
    grade, altitude = ask.maybe("aims.pass_grade_pct"), ask.maybe("aims.pass_altitude_m") or 0.0
    grade = FALLBACK_GRADE_PCT if grade is None else grade
    circumference = circumference_mm(ask, end)
    through = ask.need(f"{end}_axle.ratio") * ask.typical("transfer.high_ratio")
    curve = [
        ask.need(f"engine.{key}")
        for key in ("torque_nm", "pull_from_rpm", "pull_to_rpm", "power_kw", "power_at_rpm")
    ]
    asked = GradeHoldIn(
        mass_kg=standing(ask).total_kg,
        speed_kmh=speed,
        slope_pct=grade,
        drag_area_m2=ask.typical("body.drag_area_m2"),
        altitude_m=altitude,
        # On the level of the sea either has all its power.
        aspiration=ask.need("engine.aspiration") if altitude > 0 else "natural",
    )
    load = road_load(asked)
    gears = []
    for ratio in ask.need("gearbox.gears"):
        rpm = engine_rpm(speed, circumference, ratio * through)
        power = engine_kw_at(rpm, *curve)
        gears.append(GearHolds(ratio, rpm, power, held(load, asked, power)))
    holding = [index for index, gear in enumerate(gears) if gear.hold.holds]
    return GradeHolding(speed, grade, altitude, tuple(gears), max(holding, default=None))


def climbing(ask: Ask) -> Climbing:
    """How steep in the deeper of low first and low reverse. Raises Missing."""
    end = driven_end(ask)
    first, reverse = first_and_reverse(ask)
    overall = max(first, reverse) * low_ratio(ask) * ask.need(f"{end}_axle.ratio")
    weighs, circumference = standing(ask), circumference_mm(ask, end)
    height = ask.maybe("body.cg_height_mm")
    wheelbase = ask.maybe("body.wheelbase_mm") if height is not None else None
    tips = {}
    if wheelbase is not None and height is not None:
        tips = {
            "wheelbase_mm": wheelbase,
            "cg_height_mm": height,
            "cg_behind_front_mm": wheelbase * weighs.rear_kg / (weighs.front_kg + weighs.rear_kg),
        }
    idle = ask.maybe("engine.idle_rpm")
    return Climbing(
        overall_ratio=overall,
        backwards=reverse > first,
        calculated=climb(
            ClimbIn.model_validate({
                "mass_kg": weighs.total_kg,
                "torque_nm": ask.need("engine.torque_nm"),
                "overall_ratio": overall,
                "rolling_radius_mm": circumference / 2 / math.pi,
                **tips,
            })
        ),
        crawl_speed_kmh=None if idle is None else crawl_speed_kmh(idle, circumference, first * overall / max(first, reverse)),
    )  # fmt: skip
