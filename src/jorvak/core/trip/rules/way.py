"""What the legs upset: fuel and water that run short, and axles that are over on the way."""

from collections.abc import Iterator

from jorvak.core.findings import Finding, Here, Place, Settle, beyond, measure_first, room
from jorvak.core.load.records import AxleName
from jorvak.core.quantities import VOLUME
from jorvak.core.trip.along import LegAlong, TripWay, fluid_in_words
from jorvak.core.trip.area import TripResults
from jorvak.core.trip.records import Leg
from jorvak.core.trip.tank import Fluid


def runs_short(here: Here) -> Iterator[Finding]:
    """Less than the reserve is left at the end of a leg; once for each stretch between two fills."""
    if here.moment.stage == "as-found" or not here.moment.rig.all(Leg):
        return
    way = here.results.of(TripResults).way
    if way.value is None:
        yield from _nobody_knows(here)
        return
    yield from _short_of(here, way.value, "fuel")
    if way.value.water_holds_l or here.value("aims.water_l") is not None:
        yield from _short_of(here, way.value, "water")
    elif way.value.carry_water_l > 0:
        yield here.finding(
            "water-short",
            "measure",
            f"Nobody has noted what water is aboard: the longest stretch without a fill wants "
            f"{here.in_units(way.value.carry_water_l, VOLUME)}.",
            "middle",
            figures=("aims.water_l",),
            settled_by=(Settle(text="Note the water aboard, in tanks or in cans", figure="aims.water_l"),),
            subject="not known",
        )


def _nobody_knows(here: Here) -> Iterator[Finding]:
    """Legs are noted, and nobody can say whether the fuel lasts: what is missing is no reason to leave."""
    way = here.results.of(TripResults).way
    waits = way.waits_for
    if waits is None or waits.impossible:
        return
    yield here.finding(
        "fuel-short",
        "measure",
        f"Nobody can say whether fuel and water last: {waits.label} is not known.",
        "middle",
        figures=() if waits.path is None else (waits.path,),
        settled_by=(Settle(text=f"Note {waits.label}", figure=waits.path),),
        subject="not known",
    )


def _short_of(here: Here, way: TripWay, what: Fluid) -> Iterator[Finding]:
    result = here.results.of(TripResults).way
    stretch: list[int] = []
    for at in range(len(way.legs) + 1):
        ended = at == len(way.legs) or (at and _fills(way.legs[at], what))
        if ended and stretch:
            yield from _of_stretch(here, way, what, stretch)
            stretch = []
        if at < len(way.legs):
            stretch.append(at)
    if not any(
        _spare(leg, what) <= result.off(f"legs.{at}.{what}_spare_l") for at, leg in enumerate(way.legs)
    ):
        worst = min(range(len(way.legs)), key=lambda at: _spare(way.legs[at], what))
        here.passes(f"{what}-short", result, f"legs.{worst}.{what}_spare_l")


def _of_stretch(here: Here, way: TripWay, what: Fluid, stretch: list[int]) -> Iterator[Finding]:
    """The first leg of a stretch that is short, and by how much it is at the worst."""
    result = here.results.of(TripResults).way

    def off(at: int) -> float:
        return result.off(f"legs.{at}.{what}_spare_l")

    short = [at for at in stretch if beyond(-_spare(way.legs[at], what), off(at)) is not None]
    if not short:
        return
    worst = min(short, key=lambda at: _spare(way.legs[at], what))
    severity = beyond(-_spare(way.legs[worst], what), off(worst))
    assert severity is not None
    leg, spare = way.legs[short[0]], _spare(way.legs[worst], what)
    runs_out = next((way.legs[at] for at in short if _left(way.legs[at], what) < 0), None)
    near = f" (±{here.in_units(off(worst), VOLUME)})" if off(worst) else ""
    out = f" It runs dry on {runs_out.name}." if runs_out is not None else ""
    less = "less than the reserve" if spare < 0 else "more than the reserve, too close to call"
    carried = way.carry_l if what == "fuel" else way.carry_water_l
    yield here.finding(
        f"{what}-short",
        severity,
        f"{fluid_in_words(what)} is short from {leg.name} on: {here.in_units(abs(spare), VOLUME)} {less}{near}.{out}",
        "middle",
        result=result,
        settled_by=(
            *(measure_first("trip", result, f"legs.{worst}.{what}_spare_l") if severity == "measure" else ()),
            Settle(text=f"Carry {here.in_units(carried, VOLUME)} in all, or fill before {leg.name}"),
        ),
        subject=leg.name,
    )


def _fills(leg: LegAlong, what: Fluid) -> bool:
    return leg.fills_fuel if what == "fuel" else leg.fills_water


def _spare(leg: LegAlong, what: Fluid) -> float:
    return leg.fuel_spare_l if what == "fuel" else leg.water_spare_l


def _left(leg: LegAlong, what: Fluid) -> float:
    return leg.fuel_left_l if what == "fuel" else leg.water_left_l


AXLES: dict[AxleName, tuple[str, Place]] = {
    "total": ("The vehicle", "middle"),
    "front": ("The front axle", "front-axle"),
    "rear": ("The rear axle", "rear-axle"),
}


def over_on_the_way(here: Here) -> Iterator[Finding]:
    """An axle or the whole over its limit on a leg, though it may not be so when it leaves."""
    if here.moment.stage == "as-found" or not here.moment.rig.all(Leg):
        return
    result = here.results.of(TripResults).way_loads
    for at, tight in enumerate(result.value.tightest if result.value else ()):
        place = f"tightest.{at}.left_kg"
        off = result.off(place)
        severity = room(tight.left_kg, off)
        if severity is None:
            here.passes("over-on-the-way", result, place)
            continue
        what, where = AXLES[tight.what]
        near = f" (±{here.kg(off)})" if off else ""
        over = (
            f"{here.kg(-tight.left_kg)} more than permitted"
            if tight.left_kg < 0
            else f"{here.kg(tight.left_kg)} left"
        )
        yield here.finding(
            "over-on-the-way",
            severity,
            f"{what} is at its tightest on {tight.leg}: {over}{near}.",
            where,
            result=result,
            settled_by=(
                *(measure_first("trip", result, place) if severity == "measure" else ()),
                Settle(text="Less aboard on that leg, or fill less before it"),
            ),
            subject=tight.what,
        )


RULES = (runs_short, over_on_the_way)
