"""What the engine does with the gearing: holding a grade in each gear."""

import math

from jorvak.core.engine.asking import Ask
from jorvak.core.immutable import record
from jorvak.core.load.masses import standing
from jorvak.core.rolling.engine_speeds import BEYOND_MOST_POWER
from jorvak.core.rolling.gearing import engine_rpm
from jorvak.core.rolling.grade_hold import GradeHoldIn, GradeHoldOut, held, road_load
from jorvak.core.rolling.results import FALLBACK_CRUISE_KMH, circumference_mm, driven_end

FALLBACK_GRADE_PCT = 4.0


@record(frozen=True, slots=True)
class GearHolds:
    """One gear at the cruising speed on the grade: ``holds`` None where it cannot be said.

    ``turns``: an engine turns as the gear would have it, not below idle and not far beyond its most power.
    """

    ratio: float
    rpm: float
    engine_kw: float
    hold: GradeHoldOut
    turns: bool


@record(frozen=True, slots=True)
class GradeHolding:
    """The cruising speed on a grade, gear by gear, top last; ``tallest`` the index of the tallest gear that holds."""

    speed_kmh: float
    grade_pct: float
    altitude_m: float
    gears: tuple[GearHolds, ...]
    tallest: int | None


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
    speed = ask.maybe("aims.cruise_kmh") or FALLBACK_CRUISE_KMH
    grade, altitude = ask.maybe("aims.pass_grade_pct"), ask.maybe("aims.pass_altitude_m") or 0.0
    grade = FALLBACK_GRADE_PCT if grade is None else grade
    gears = gears_on_grade(ask, puller(ask), standing(ask).total_kg, speed, grade, altitude)
    holding = [index for index, gear in enumerate(gears) if gear.hold.holds and gear.turns]
    return GradeHolding(speed, grade, altitude, gears, max(holding, default=None))


@record(frozen=True, slots=True)
class Puller:
    """What pulls: the engine's curve from its plate, the gears, and what lies between them and the road."""

    circumference_mm: float
    through: float
    gears: tuple[float, ...]
    torque_nm: float
    pulls_from: float
    pulls_to: float
    power_kw: float
    power_at: float


def puller(ask: Ask) -> Puller:
    """Engine and gearing in high range. Raises Missing."""
    end = driven_end(ask)
    keys = ("torque_nm", "pull_from_rpm", "pull_to_rpm", "power_kw", "power_at_rpm")
    return Puller(
        circumference_mm(ask, end),
        ask.need(f"{end}_axle.ratio") * ask.typical("transfer.high_ratio"),
        ask.need("gearbox.gears", of=tuple[float, ...]),
        *(ask.need(f"engine.{key}") for key in keys),
    )


def gears_on_grade(
    ask: Ask, pulls: Puller, mass_kg: float, speed_kmh: float, grade_pct: float, altitude_m: float
) -> tuple[GearHolds, ...]:
    """Each gear at a speed on a grade, top last. Raises Missing."""
    # A motor has its power at any height; the drag alone is that of the thin air.
    breathes = ask.maybe("engine.driven_by") != "battery"
    asked = GradeHoldIn(
        mass_kg=mass_kg,
        speed_kmh=speed_kmh,
        slope_pct=grade_pct,
        drag_area_m2=ask.typical("body.drag_area_m2"),
        altitude_m=altitude_m,
        # On the level of the sea either has all its power.
        aspiration=ask.need("engine.aspiration") if breathes and altitude_m > 0 else "natural",
    )
    load = road_load(asked)
    if not breathes:
        asked = asked.model_copy(update={"altitude_m": 0.0})
    idle, most = ask.maybe("engine.idle_rpm") or 0.0, pulls.power_at * BEYOND_MOST_POWER
    gears = []
    for ratio in pulls.gears:
        rpm = engine_rpm(speed_kmh, pulls.circumference_mm, ratio * pulls.through)
        power = engine_kw_at(
            rpm, pulls.torque_nm, pulls.pulls_from, pulls.pulls_to, pulls.power_kw, pulls.power_at
        )
        gears.append(GearHolds(ratio, rpm, power, held(load, asked, power), turns=idle <= rpm <= most))
    return tuple(gears)


STEP_KMH = 5.0


@record(frozen=True, slots=True)
class HeldOnGrade:
    """The fastest that some gear (from 1) holds on a grade, up to what is wanted, with its reserve; None: no gear does.

    ``known`` False: nobody can say what a turbo engine has left so high up.
    """

    speed_kmh: float | None
    gear: int | None
    reserve_pct: float | None
    known: bool = True


def fastest_on_grade(
    ask: Ask, pulls: Puller, mass_kg: float, wanted_kmh: float, grade_pct: float, altitude_m: float
) -> HeldOnGrade:
    """The speed that is held on a climb, in steps below the one that is wanted. Raises Missing."""
    speed = wanted_kmh
    while speed > 0:
        gears = gears_on_grade(ask, pulls, mass_kg, speed, grade_pct, altitude_m)
        if all(gear.hold.holds is None for gear in gears):
            return HeldOnGrade(None, None, None, known=False)
        holding = _holding(gears)
        if holding:
            tallest = holding[-1]
            return HeldOnGrade(speed, tallest, gears[tallest - 1].hold.reserve_pct)
        speed -= STEP_KMH
    return HeldOnGrade(None, None, None)


def holds_on_grade(
    ask: Ask, pulls: Puller, mass_kg: float, speed_kmh: float, grade_pct: float, altitude_m: float
) -> bool | None:
    """Whether some gear holds a speed on a grade; None: nobody can say what the engine has up there. Raises Missing."""
    gears = gears_on_grade(ask, pulls, mass_kg, speed_kmh, grade_pct, altitude_m)
    if all(gear.hold.holds is None for gear in gears):
        return None
    return bool(_holding(gears))


def _holding(gears: tuple[GearHolds, ...]) -> list[int]:
    """The gears, from 1, that hold it at a speed at which an engine turns."""
    return [number for number, gear in enumerate(gears, 1) if gear.hold.holds and gear.turns]
