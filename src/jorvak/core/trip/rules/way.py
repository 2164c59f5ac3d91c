"""What the legs upset: fuel, charge and water that run short, and axles that are over on the way."""

from collections.abc import Iterator

from jorvak.core.findings import Finding, Here, Place, Settle, beyond, measure_first, room
from jorvak.core.immutable import record
from jorvak.core.load.records import AxleName
from jorvak.core.quantities import STORED, VOLUME, Quantity
from jorvak.core.trip.along import TripWay
from jorvak.core.trip.area import TripResults
from jorvak.core.trip.records import Leg


@record(frozen=True, slots=True)
class Supply:
    """Fuel, water or charge by leg: what is left at its end, what of it beyond the reserve, whether it was filled first.

    ``opening`` begins a sentence; ``carried`` is what all of it wants; ``spare_at`` is where in the result the spare of a
    leg stands. All in the core's unit of ``quantity``.
    """

    code: str
    opening: str
    quantity: Quantity
    spare: tuple[float, ...]
    left: tuple[float, ...]
    fills: tuple[bool, ...]
    carried: float
    spare_at: str
    carry: str
    fill: str


def fuel_of(way: TripWay) -> Supply:
    """What drives it along the way: fuel, or the charge of its battery."""
    fills = tuple(leg.fills_fuel for leg in way.legs)
    if way.charge is None:
        return Supply(
            "fuel-short", "Fuel", VOLUME,
            tuple(leg.fuel_spare_l for leg in way.legs), tuple(leg.fuel_left_l for leg in way.legs), fills,
            way.carry_l, "legs.{}.fuel_spare_l", "Carry", "fill",
        )  # fmt: skip
    legs = way.charge.legs
    return Supply(
        "fuel-short", "Charge", STORED,
        tuple(leg.spare_kwh for leg in legs), tuple(leg.left_kwh for leg in legs), fills,
        way.charge.carry_kwh, "charge.legs.{}.spare_kwh", "Packs for", "charge",
    )  # fmt: skip


def water_of(way: TripWay) -> Supply:
    """The water along the way."""
    return Supply(
        "water-short", "Water", VOLUME,
        tuple(leg.water_spare_l for leg in way.legs), tuple(leg.water_left_l for leg in way.legs),
        tuple(leg.fills_water for leg in way.legs), way.carry_water_l, "legs.{}.water_spare_l", "Carry", "fill",
    )  # fmt: skip


def runs_short(here: Here) -> Iterator[Finding]:
    """Less than the reserve is left at the end of a leg; once for each stretch between two fills."""
    if here.moment.stage == "as-found" or not here.moment.rig.all(Leg):
        return
    way = here.results.of(TripResults).way
    if way.value is None:
        yield from _nobody_knows(here)
        return
    yield from _short_of(here, way.value, fuel_of(way.value))
    if way.value.water_holds_l or here.value("aims.water_l") is not None:
        yield from _short_of(here, way.value, water_of(way.value))
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


def _short_of(here: Here, way: TripWay, supply: Supply) -> Iterator[Finding]:
    result = here.results.of(TripResults).way
    stretch: list[int] = []
    for at in range(len(way.legs) + 1):
        ended = at == len(way.legs) or (at and supply.fills[at])
        if ended and stretch:
            yield from _of_stretch(here, way, supply, stretch)
            stretch = []
        if at < len(way.legs):
            stretch.append(at)
    places = [supply.spare_at.format(at) for at in range(len(way.legs))]
    if not any(spare <= result.off(place) for spare, place in zip(supply.spare, places, strict=True)):
        worst = min(range(len(way.legs)), key=supply.spare.__getitem__)
        here.passes(supply.code, result, places[worst])


def _of_stretch(here: Here, way: TripWay, supply: Supply, stretch: list[int]) -> Iterator[Finding]:
    """The first leg of a stretch that is short, and by how much it is at the worst."""
    result = here.results.of(TripResults).way

    def off(at: int) -> float:
        return result.off(supply.spare_at.format(at))

    short = [at for at in stretch if beyond(-supply.spare[at], off(at)) is not None]
    if not short:
        return
    worst = min(short, key=supply.spare.__getitem__)
    severity = beyond(-supply.spare[worst], off(worst))
    assert severity is not None
    leg, spare = way.legs[short[0]], supply.spare[worst]
    runs_out = next((way.legs[at] for at in short if supply.left[at] < 0), None)
    near = f" (±{here.in_units(off(worst), supply.quantity)})" if off(worst) else ""
    out = f" It runs dry on {runs_out.name}." if runs_out is not None else ""
    less = "less than the reserve" if spare < 0 else "more than the reserve, too close to call"
    yield here.finding(
        supply.code,
        severity,
        f"{supply.opening} is short from {leg.name} on: {here.in_units(abs(spare), supply.quantity)} {less}{near}.{out}",
        "middle",
        result=result,
        settled_by=(
            *(measure_first("trip", result, supply.spare_at.format(worst)) if severity == "measure" else ()),
            Settle(
                text=f"{supply.carry} {here.in_units(supply.carried, supply.quantity)} in all, "
                f"or {supply.fill} before {leg.name}"
            ),
        ),
        subject=leg.name,
    )


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
