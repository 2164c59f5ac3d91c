"""Fuel, water and axle loads along the legs of the trip that the brief names."""

from collections.abc import Iterator

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.immutable import record
from jorvak.core.load.aboard import comes_along
from jorvak.core.load.axle_loads import on_axles_kg
from jorvak.core.load.records import PERMITTED, AxleName, Seat
from jorvak.core.load.results import laden_load
from jorvak.core.trip.charge import (
    WH_PER_KM_IN_KWH_PER_100KM,
    Charge,
    LegCharge,
    battery_drives,
    holds_kwh,
)
from jorvak.core.trip.consumption import consumption
from jorvak.core.trip.dates import in_order
from jorvak.core.trip.figures import SURFACES_IN_WORDS, factor_path, takes_path
from jorvak.core.trip.leg_loads import shared_out
from jorvak.core.trip.legs import least_to_hold, range_km
from jorvak.core.trip.records import Leg, Surface
from jorvak.core.trip.tank import OnLeg, along, stretches
from jorvak.core.trip.tanks import TripTank, of, tanks


@record(frozen=True, slots=True)
class LegAlong:
    """A leg with what is in the tanks. ``fuel_spare_l`` and ``water_spare_l`` are what is left beyond the reserve."""

    name: str
    km: float
    surface: Surface
    days: float
    fills_fuel: bool
    fills_water: bool
    fuel_start_l: float
    fuel_used_l: float
    fuel_left_l: float
    fuel_spare_l: float
    water_start_l: float
    water_left_l: float
    water_spare_l: float


@record(frozen=True, slots=True)
class TripWay:
    """The legs in their order. ``carry_l`` and ``carry_water_l`` are the least to hold that makes no leg short;
    ``range_km`` is that of full tanks with the reserve; ``people`` how many drink.

    ``charge`` where a battery drives it: fuel is then for a stove or a heater, none of it is used, and the range is
    that of a full battery.
    """

    legs: tuple[LegAlong, ...]
    km: float
    days: float
    people: float
    fuel_holds_l: float
    water_holds_l: float
    carry_l: float
    carry_water_l: float
    longest_without_fuel_km: float
    range_km: dict[Surface, float]
    charge: Charge | None = None


@record(frozen=True, slots=True)
class LegStands:
    """What stands on the axles at the beginning and at the end of a leg."""

    name: str
    start_front_kg: float
    start_rear_kg: float
    end_front_kg: float
    end_rear_kg: float


@record(frozen=True, slots=True)
class Tightest:
    """Where least is left of a limit: how much, and on which leg."""

    what: AxleName
    left_kg: float
    leg: str


@record(frozen=True, slots=True)
class WayLoads:
    """Axle loads leg by leg, and for each limit that is noted where least is left of it."""

    legs: tuple[LegStands, ...]
    tightest: tuple[Tightest, ...]


def legs_of(ask: Ask) -> tuple[Leg, ...]:
    """The legs of the trip that the brief names, in their order."""
    return in_order(leg for leg in ask.all(Leg) if comes_along(ask, leg.trips))


def way(ask: Ask) -> TripWay:
    """Fuel and water along the way. Raises Missing, also where the trip has no leg or the vehicle no tank; Refused on
    ``trip.people`` for more than there are seats."""
    return ask.shared("along the way", _way)


def _way(ask: Ask) -> TripWay:
    legs = legs_of(ask)
    if not legs:
        raise Missing(None, "legs of the trip")
    row = tanks(ask)
    fuel, water = of(row, "fuel"), of(row, "water")
    by_battery = battery_drives(ask)
    if not fuel and not by_battery:
        raise Missing(None, "a tank for fuel: add the one that was found on the Load sheet")
    takes = consumption(ask)
    used = [0.0 if by_battery else leg.km / 100 * _per_100km(leg, takes.l_per_100km) for leg in legs]
    reserve, dry = ask.typical("trip.reserve_pct"), ask.typical("trip.water_reserve_pct")
    people = _people(ask)
    drunk = [people * ask.typical("trip.water_per_person_day_l") * leg.days for leg in legs]
    at, at_well = [leg.fill_fuel for leg in legs], [leg.fill_water for leg in legs]
    holds, water_holds = sum(tank.holds_l for tank in fuel), sum(tank.holds_l for tank in water)
    in_tank = along(used, at, holds, _leaves_with(fuel), reserve)
    in_water = along(drunk, at_well, water_holds, _leaves_with(water), dry)
    return TripWay(
        legs=tuple(map(_along, legs, in_tank, in_water)),
        km=sum(leg.km for leg in legs),
        days=sum(leg.days for leg in legs),
        people=people,
        fuel_holds_l=holds,
        water_holds_l=water_holds,
        carry_l=least_to_hold(used, at, reserve),
        carry_water_l=least_to_hold(drunk, at_well, dry),
        longest_without_fuel_km=max(stretches([leg.km for leg in legs], at)),
        range_km=_ranges_km(holds_kwh(ask), reserve, takes.wh_per_km, WH_PER_KM_IN_KWH_PER_100KM)
        if by_battery
        else _ranges_km(holds, reserve, takes.l_per_100km, 1.0),
        charge=_charge(ask, legs, takes.wh_per_km, reserve) if by_battery else None,
    )


def _ranges_km(
    holds: float, reserve_pct: float, takes: dict[Surface, float], per_100km: float
) -> dict[Surface, float]:
    return {surface: range_km(holds, reserve_pct, each * per_100km, 1.0) for surface, each in takes.items()}


def _per_100km(leg: Leg, takes: dict[Surface, float]) -> float:
    if leg.surface not in takes:
        raise Missing(factor_path(leg.surface), f"what it takes {SURFACES_IN_WORDS[leg.surface]}")
    return takes[leg.surface]


def _charge(ask: Ask, legs: tuple[Leg, ...], takes: dict[Surface, float], reserve_pct: float) -> Charge:
    """The battery leg by leg, full when it leaves: it is charged where a leg is marked as filled."""
    for leg in legs:
        if leg.surface not in takes:
            raise Missing(takes_path(leg.surface), f"what the motor takes {SURFACES_IN_WORDS[leg.surface]}")
    used = [leg.km * takes[leg.surface] / 1000 for leg in legs]
    at, holds = [leg.fill_fuel for leg in legs], holds_kwh(ask)
    in_battery = along(used, at, holds, holds, reserve_pct)
    return Charge(
        legs=tuple(LegCharge(leg.start, leg.used, leg.left, leg.spare) for leg in in_battery),
        holds_kwh=holds,
        carry_kwh=least_to_hold(used, at, reserve_pct),
    )


def _leaves_with(row: tuple[TripTank, ...]) -> float:
    for tank in row:
        if tank.leaves_l > tank.holds_l + 1e-9:
            raise Refused(
                f"tanks.{tank.name}.aboard_l",
                f"{tank.leaves_l:g} l do not go into the tank {tank.name}, which holds {tank.holds_l:g} l.",
            )
    return sum(tank.leaves_l for tank in row)


def _people(ask: Ask) -> float:
    """How many go: as noted, else as many as sit in seats. Raises Missing, and Refused for more than there are seats."""
    seats = [seat for seat in ask.all(Seat) if comes_along(ask, seat.trips)]
    sitting = [
        seat for seat in seats if (crew := ask.word(f"seats.{seat.name}.crew_kg")) is not None and crew.value
    ]
    noted: float | None = ask.maybe("trip.people")
    if noted is None:
        if not sitting:
            raise Missing("trip.people", "how many people go")
        return float(len(sitting))
    if seats and noted > len(seats):
        there = "1 seat is" if len(seats) == 1 else f"{len(seats)} seats are"
        raise Refused(
            "trip.people",
            f"{noted:g} people are on the trip, and {there} noted. Add the seats that are there, or take fewer people.",
        )
    return noted


def _along(leg: Leg, fuel: OnLeg, water: OnLeg) -> LegAlong:
    return LegAlong(
        name=leg.name,
        km=leg.km,
        surface=leg.surface,
        days=leg.days,
        fills_fuel=leg.fill_fuel,
        fills_water=leg.fill_water,
        fuel_start_l=fuel.start,
        fuel_used_l=fuel.used,
        fuel_left_l=fuel.left,
        fuel_spare_l=fuel.spare,
        water_start_l=water.start,
        water_left_l=water.left,
        water_spare_l=water.spare,
    )


def way_loads(ask: Ask) -> WayLoads:
    """Axle loads along the way: as laden, with what is in the tanks at both ends of each leg. Raises Missing.

    Source: moments about the front axle, as ``leg-loads``.
    """
    row = tanks(ask)
    wheelbase = ask.need("body.wheelbase_mm")
    laden = laden_load(ask)
    front, rear = laden.front_kg, laden.rear_kg
    for tank in row:
        on_front, on_rear = _stands(tank, tank.leaves_l, wheelbase)
        front, rear = front - on_front, rear - on_rear
    fuel, water = of(row, "fuel"), of(row, "water")
    legs = []
    for leg in way(ask).legs:
        ends = []
        for fuel_l, water_l in ((leg.fuel_start_l, leg.water_start_l), (leg.fuel_left_l, leg.water_left_l)):
            at = [*_in_them(fuel, fuel_l, wheelbase), *_in_them(water, water_l, wheelbase)]
            ends += [front + sum(each[0] for each in at), rear + sum(each[1] for each in at)]
        legs.append(LegStands(leg.name, *ends))
    return WayLoads(tuple(legs), tuple(_tightest(ask, legs)))


def _in_them(row: tuple[TripTank, ...], litres: float, wheelbase: float) -> Iterator[tuple[float, float]]:
    for tank, in_it in zip(row, shared_out([tank.holds_l for tank in row], litres), strict=True):
        yield _stands(tank, in_it, wheelbase)


def _stands(tank: TripTank, litres: float, wheelbase: float) -> tuple[float, float]:
    """What a tank puts on the front axle and on the rear; between them where nobody said where it is."""
    return on_axles_kg(litres * tank.kg_per_l, wheelbase / 2 if tank.x_mm is None else tank.x_mm, wheelbase)


def _tightest(ask: Ask, legs: list[LegStands]) -> Iterator[Tightest]:
    for what, path in PERMITTED.items():
        limit = ask.maybe(path)
        if limit is None:
            continue
        worst = max(legs, key=lambda leg: max(_on(leg, what)))
        yield Tightest(what, limit - max(_on(worst, what)), worst.name)


def _on(leg: LegStands, what: AxleName) -> tuple[float, float]:
    """What stands on an axle, or on both, at either end of a leg."""
    match what:
        case "front":
            return leg.start_front_kg, leg.end_front_kg
        case "rear":
            return leg.start_rear_kg, leg.end_rear_kg
        case _:
            return leg.start_front_kg + leg.start_rear_kg, leg.end_front_kg + leg.end_rear_kg
