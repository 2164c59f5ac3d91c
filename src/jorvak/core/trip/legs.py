"""Fuel and water along the legs of a trip: where they run short, and what has to be carried."""

from collections.abc import Mapping
from typing import Annotated

from pydantic import Field

from jorvak.core.calculation import (
    SLACK,
    Answer,
    Calculation,
    Given,
    NotNegative,
    Positive,
    Refused,
)
from jorvak.core.trip.tank import Fluid, OnLeg, along, stretches

FACTORS: dict[str, float] = {"road": 1.0, "gravel": 1.15, "track": 1.4, "sand": 1.7, "low": 2.2}
"""What a surface takes against the road; those of one's own replace these by name."""
RESERVE_PCT, WATER_RESERVE_PCT = 15.0, 20.0
WATER_L_PER_PERSON_DAY = 5.0
FUEL_KG_PER_L = 0.835

Word = Annotated[str, Field(min_length=1)]
Factors = dict[Word, Positive]


class LegIn(Given):
    name: Word = Field(description="what it is called", examples=["to the pass"])
    km: NotNegative = Field(description="how far", examples=[320])
    surface: Word = Field(description="road, gravel, track, sand, low, or one of your own", examples=["road"])
    days: NotNegative = Field(0.0, description="how long", examples=[1.5])
    fill_fuel: bool = Field(False, description="filled to the full at its beginning")
    fill_water: bool = Field(False, description="filled to the full at its beginning")


class LegsIn(Given):
    legs: list[LegIn] = Field(description="in the order in which they are driven")
    consumption_l_per_100km: Positive = Field(description="on the road, at this weight", examples=[14.5])
    factors: Factors = Field({}, description="by surface, in place of the usual ones", examples=[{"sand": 2}])
    tank_l: NotNegative = Field(description="usable", examples=[95])
    start_l: NotNegative | None = Field(None, description="in it when it leaves; default full", examples=[80])
    reserve_pct: NotNegative = Field(RESERVE_PCT, description="of what was used since the last fill")
    fuel_kg_per_l: NotNegative = Field(FUEL_KG_PER_L, description="density")
    water_l: NotNegative = Field(description="holds, full at the start", examples=[60])
    crew: NotNegative = Field(description="people", examples=[2])
    water_l_per_person_day: NotNegative = Field(WATER_L_PER_PERSON_DAY, description="in heat 8")
    water_reserve_pct: NotNegative = Field(
        WATER_RESERVE_PCT, description="of what was used since the last fill"
    )


class LegOut(Answer):
    name: str = Field(description="as given")
    fuel_start_l: float = Field(description="at its beginning")
    fuel_used_l: float = Field(description="on it")
    fuel_left_l: float = Field(description="at its end; below 0: it does not get there")
    water_start_l: float = Field(description="at its beginning")
    water_left_l: float = Field(description="at its end")
    fuel_kg: float = Field(description="what the fuel weighs at its beginning")


class Short(Answer):
    leg: str = Field(description="at the end of which it is short")
    what: Fluid = Field(description="fuel or water")
    by_l: float = Field(description="against the reserve")


class LegsOut(Answer):
    legs: list[LegOut] = Field(description="as given")
    short: list[Short] = Field(description="leg by leg until the next fill, fuel before water")
    range_km: dict[str, float] = Field(description="of a full tank with the reserve, by surface")
    longest_without_fuel_km: float = Field(description="between two fills")
    carry_l: float = Field(description="the least to hold so that no leg is short")


def legs(given: LegsIn) -> LegsOut:
    """Tanks emptied leg by leg. Source: the handbook, chapter 08.

    Raises Refused on ``legs.N.surface`` for one without a factor, on ``start_l`` above the tank.
    """
    factors = FACTORS | given.factors
    start_l = given.tank_l if given.start_l is None else given.start_l
    if start_l > given.tank_l + SLACK:
        raise Refused("start_l", f"{start_l:g} l do not go into a tank of {given.tank_l:g} l.")
    used_l = [_fuel_l(i, leg, given.consumption_l_per_100km, factors) for i, leg in enumerate(given.legs)]
    fuel_at = [leg.fill_fuel for leg in given.legs]
    drunk_l = [given.crew * given.water_l_per_person_day * leg.days for leg in given.legs]
    fuel = along(used_l, fuel_at, given.tank_l, start_l, given.reserve_pct)
    water = along(
        drunk_l,
        [leg.fill_water for leg in given.legs],
        given.water_l,
        given.water_l,
        given.water_reserve_pct,
    )
    return LegsOut(
        legs=[
            LegOut(
                name=leg.name,
                fuel_start_l=in_tank.start,
                fuel_used_l=in_tank.used,
                fuel_left_l=in_tank.left,
                water_start_l=drunk.start,
                water_left_l=drunk.left,
                fuel_kg=in_tank.start * given.fuel_kg_per_l,
            )
            for leg, in_tank, drunk in zip(given.legs, fuel, water, strict=True)
        ],
        short=[
            short
            for leg, in_tank, drunk in zip(given.legs, fuel, water, strict=True)
            for short in (*_short(leg, "fuel", in_tank), *_short(leg, "water", drunk))
        ],
        range_km={
            surface: range_km(given.tank_l, given.reserve_pct, given.consumption_l_per_100km, factor)
            for surface, factor in factors.items()
        },
        longest_without_fuel_km=max(stretches([leg.km for leg in given.legs], fuel_at), default=0.0),
        carry_l=least_to_hold(used_l, fuel_at, given.reserve_pct),
    )


def _fuel_l(number: int, leg: LegIn, consumption_l_per_100km: float, factors: Mapping[str, float]) -> float:
    if leg.surface not in factors:
        raise Refused(f"legs.{number}.surface", no_factor(leg.surface, factors))
    return leg.km / 100 * consumption_l_per_100km * factors[leg.surface]


def no_factor(surface: str, factors: Mapping[str, float]) -> str:
    """That a surface has no factor, in words."""
    return f"“{surface}” has no factor. There are {', '.join(factors)}; give one for it."


def _short(leg: LegIn, what: Fluid, on: OnLeg) -> list[Short]:
    return [Short(leg=leg.name, what=what, by_l=-on.spare)] if -on.spare > SLACK else []


def range_km(tank_l: float, reserve_pct: float, consumption_l_per_100km: float, factor: float) -> float:
    """How far a full tank goes on a surface with the reserve still in it.

    >>> range_km(92.0, 15.0, 10.0, 1.6)
    500.0
    """
    return tank_l / (1 + reserve_pct / 100) / consumption_l_per_100km / factor * 100


def least_to_hold(used: list[float], fills: list[bool], reserve_pct: float) -> float:
    """The least to begin with and to hold at fills that makes no leg short, in litres or kWh as ``used`` is."""
    return max(stretches(used, fills), default=0.0) * (1 + reserve_pct / 100)


CALCULATION = Calculation(
    "legs",
    LegsIn,
    legs,
    LegsOut,
    "fuel and water along the legs of a trip, where they run short, and what has to be carried",
    "tanks emptied leg by leg; factors of surfaces are practice, one's own log beats them (fuel-fit)",
)
