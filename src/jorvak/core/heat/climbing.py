"""How hot this vehicle gets on a climb, from those that were driven with it."""

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.heat.cooling import (
    FAN_KMH,
    AskedIn,
    CoolingIn,
    CoolingOut,
    SeenIn,
    cooling,
)
from jorvak.core.heat.figures import COVERED, FAN, LIMIT, OPENS
from jorvak.core.heat.records import HeatRun
from jorvak.core.immutable import record
from jorvak.core.load.results import laden_load
from jorvak.core.places import ENDS
from jorvak.core.rolling.grade_hold import GradeHoldIn, road_load
from jorvak.core.rolling.pulling import fastest_on_grade, puller


@record(frozen=True, slots=True)
class Seen:
    """What a driven climb says: power at the flywheel, and the heat that the radiator gave away per kelvin.

    ``refused``: why it says nothing; ``thermostat_open`` False: it says too little good of the radiator.
    """

    name: str
    power_kw: float | None
    coolant_c: float | None
    ambient_c: float | None
    speed_kmh: float | None
    open_pct: float | None
    ua_kw_per_k: float | None
    thermostat_open: bool
    refused: str | None


def seen(ask: Ask) -> tuple[Seen, ...]:
    """Each climb that was driven. Source: cooling, of a climb like itself."""
    return tuple(_seen(ask, run) for run in ask.all(HeatRun))


def _seen(ask: Ask, run: HeatRun) -> Seen:
    try:
        was = driven(ask, run)
        came_to = cooling(_like_itself(ask, was))
    except Missing as missing:
        return Seen(
            run.name, None, None, None, None, None, None, False, f"{missing.waits.label} is not noted"
        )
    except Refused as refused:
        return Seen(run.name, None, None, None, None, None, None, False, refused.message)
    return Seen(
        run.name,
        was.power_kw,
        was.coolant_c,
        was.ambient_c,
        was.speed_kmh,
        was.open_pct,
        came_to.ua_seen_kw_per_k,
        came_to.thermostat_open,
        None,
    )


def driven(ask: Ask, run: HeatRun) -> SeenIn:
    """A driven climb as the calculation takes it. Raises Missing, and Refused for one that cannot have been."""
    at = f"heat_runs.{run.name}"
    speed, altitude = ask.need(f"{at}.speed_kmh"), ask.typical(f"{at}.altitude_m")
    power = ask.maybe(f"{at}.power_kw")
    if power is None:
        found = sum(ask.need(f"body.{end}_axle_kg", as_found=True) for end in ENDS)
        power = _power_kw(
            ask,
            ask.typical(f"{at}.mass_kg", found, off=0.08 * found),
            speed,
            ask.need(f"{at}.slope_pct"),
            altitude,
        )
    if power <= 0:
        raise Refused(
            f"{at}.slope_pct",
            f"On {run.name} the engine had nothing to do: a grade that it climbs says something.",
        )
    return SeenIn(
        power_kw=power,
        coolant_c=ask.need(f"{at}.coolant_c"),
        ambient_c=ask.need(f"{at}.ambient_c"),
        speed_kmh=speed,
        open_pct=100 - ask.typical(f"{at}.covered_pct"),
        altitude_m=altitude,
    )


def _power_kw(ask: Ask, mass_kg: float, speed_kmh: float, slope_pct: float, altitude_m: float) -> float:
    if speed_kmh <= 0:
        return 0.0
    return road_load(
        GradeHoldIn(
            mass_kg=mass_kg,
            speed_kmh=speed_kmh,
            slope_pct=slope_pct,
            drag_area_m2=ask.typical("body.drag_area_m2"),
            altitude_m=altitude_m,
        )
    ).power_kw


def _like_itself(ask: Ask, was: SeenIn) -> CoolingIn:
    return _asked(ask, was, AskedIn(**was.model_dump(exclude={"coolant_c"})))


def _asked(ask: Ask, was: SeenIn, climb: AskedIn) -> CoolingIn:
    fan = ask.maybe(FAN) or "electric"
    return CoolingIn(
        seen=was, asked=climb, fan_kmh=FAN_KMH[fan], limit_c=ask.typical(LIMIT), opens_c=ask.typical(OPENS)
    )


@record(frozen=True, slots=True)
class ClimbHeat:
    """A climb, laden: ``wanted_kmh`` is asked, ``held_kmh`` what the engine holds of it, with that power.

    ``margin_k`` is left to the limit, ``ambient_to_limit_c`` the air that reaches it. ``by`` names the driven climb
    that it rests on: the one that says least good of the radiator. ``thermostat_open`` False: it errs to the hot side.
    """

    slope_pct: float
    altitude_m: float
    wanted_kmh: float
    held_kmh: float
    power_kw: float
    ambient_c: float
    covered_pct: float
    mass_kg: float
    coolant_c: float
    margin_k: float
    limit_c: float
    opens_c: float
    power_to_limit_kw: float
    ambient_to_limit_c: float
    thermostat_open: bool
    by: str


def longest_climb(ask: Ask) -> ClimbHeat:
    """The brief's longest climb, laden, on its hottest day. Raises Missing and Refused."""
    return on_climb(
        ask,
        ask.need("aims.climb_slope_pct"),
        ask.typical("aims.climb_altitude_m"),
        ask.typical("aims.climb_kmh"),
        ask.need("aims.hottest_c"),
    )


def on_climb(ask: Ask, slope_pct: float, altitude_m: float, wanted_kmh: float, ambient_c: float) -> ClimbHeat:
    """A climb, laden, at the speed wanted or the fastest that a gear holds. Raises Missing and Refused.

    Source: grade-hold for the power, cooling for the rest.
    """
    mass = laden_load(ask).total_kg
    held = fastest_on_grade(ask, puller(ask), mass, wanted_kmh, slope_pct, altitude_m)
    # Nobody can say what a turbo engine has left up there, or no gear holds any speed: what is wanted is asked then.
    speed = held.speed_kmh or wanted_kmh
    return at_speed(ask, mass, slope_pct, altitude_m, wanted_kmh, speed, ambient_c, covered_pct(ask))


def at_speed(
    ask: Ask,
    mass_kg: float,
    slope_pct: float,
    altitude_m: float,
    wanted_kmh: float,
    speed_kmh: float,
    ambient_c: float,
    covered_pct: float,
) -> ClimbHeat:
    """A climb at a speed that is held. Raises Missing and Refused."""
    power = max(_power_kw(ask, mass_kg, speed_kmh, slope_pct, altitude_m), 0.0)
    asked = AskedIn(
        power_kw=power,
        ambient_c=ambient_c,
        speed_kmh=speed_kmh,
        open_pct=100 - covered_pct,
        altitude_m=altitude_m,
    )
    by, came_to = _least_good(ask, asked)
    return ClimbHeat(
        slope_pct=slope_pct,
        altitude_m=altitude_m,
        wanted_kmh=wanted_kmh,
        held_kmh=speed_kmh,
        power_kw=power,
        ambient_c=ambient_c,
        covered_pct=covered_pct,
        mass_kg=mass_kg,
        coolant_c=came_to.coolant_c,
        margin_k=came_to.margin_k,
        limit_c=ask.typical(LIMIT),
        opens_c=ask.typical(OPENS),
        power_to_limit_kw=came_to.power_to_limit_kw,
        ambient_to_limit_c=came_to.ambient_to_limit_c,
        thermostat_open=came_to.thermostat_open,
        by=by,
    )


def covered_pct(ask: Ask) -> float:
    """Of the air to the radiator, what is in something's way here. Raises Refused where that is all of it."""
    covered = ask.typical(COVERED)
    if covered >= 100:
        raise Refused(COVERED, "No air goes through the radiator at all: say again what stands before it.")
    return covered


def _least_good(ask: Ask, asked: AskedIn) -> tuple[str, CoolingOut]:
    """The answer of the driven climb that leaves least; of those with the thermostat open where there is one.

    Raises Missing where none was driven, Refused where none says anything.
    """
    runs = ask.all(HeatRun)
    if not runs:
        raise Missing(None, "a climb that was driven with an eye on the gauge")
    answers: list[tuple[str, CoolingOut]] = []
    why: Missing | Refused | None = None
    for run in runs:
        try:
            answers.append((run.name, cooling(_asked(ask, driven(ask, run), asked))))
        except (Missing, Refused) as error:
            why = why or error
    if not answers:
        assert why is not None
        raise why
    opened = [each for each in answers if each[1].thermostat_open]
    return min(opened or answers, key=lambda each: each[1].margin_k)
