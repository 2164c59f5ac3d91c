"""What pressure carries a load, and what load a pressure carries."""

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Positive, Refused

EXPONENT = 0.8
FLOOR_KPA = 180.0
PASSENGER_ON_TRUCK = 1.10
"""A passenger-marked tyre on a truck, off-roader or trailer: its load is divided by this (49 CFR 571.110)."""


class TyreLoadIn(Given):
    max_load_kg: Positive = Field(description="rated load of one tyre", examples=[1450])
    reference_pressure_kpa: Positive = Field(
        description="at which that load is rated; not the sidewall's higher maximum", examples=[450]
    )
    load_kg: NotNegative | None = Field(None, description="to be carried by one tyre", examples=[650])
    pressure_kpa: Positive | None = Field(None, description="in use", examples=[240])
    min_pressure_kpa: NotNegative = Field(FLOOR_KPA, description="floor for the road")
    exponent: Positive = Field(EXPONENT, description="how load follows pressure")


class TyreLoadOut(Answer):
    pressure_kpa: float | None = Field(None, description="what carries the load; null above max_load_kg")
    floor_governs: bool | None = Field(
        None, description="the floor for the road asks for more than the load does"
    )
    capacity_kg: float | None = Field(None, description="what the pressure in use carries")
    margin_kg: float | None = Field(None, description="left, against that capacity or the rated load")
    over: bool | None = Field(None, description="the load is more than that")


def tyre_load(given: TyreLoadIn) -> TyreLoadOut:
    """capacity = max_load × (pressure/reference)^n, never credited above the reference.

    Source: the tyre makers' load and inflation formula; their table beats it. Raises Refused.
    """
    if given.load_kg is None and given.pressure_kpa is None:
        raise Refused("load_kg", "Give load_kg, pressure_kpa, or both.")
    answer: dict[str, object] = {}
    limit = given.max_load_kg
    if given.pressure_kpa is not None:
        limit = capacity_kg(given, given.pressure_kpa)
        answer["capacity_kg"] = limit
    if given.load_kg is not None:
        wanted = given.reference_pressure_kpa * (given.load_kg / given.max_load_kg) ** (1 / given.exponent)
        floor = min(given.min_pressure_kpa, given.reference_pressure_kpa)
        too_much = given.load_kg > given.max_load_kg + SLACK
        answer |= {
            "pressure_kpa": None if too_much else max(wanted, floor),
            "floor_governs": not too_much and floor > wanted,
            "margin_kg": limit - given.load_kg,
            "over": given.load_kg > limit + SLACK,
        }
    return TyreLoadOut.model_validate(answer)


def capacity_kg(given: TyreLoadIn, pressure_kpa: float) -> float:
    """What a pressure carries."""
    share = min(pressure_kpa / given.reference_pressure_kpa, 1.0)
    return given.max_load_kg * float(share**given.exponent)


CALCULATION = Calculation(
    "tyre-load",
    TyreLoadIn,
    tyre_load,
    TyreLoadOut,
    "what pressure carries a load, what load a pressure carries",
    "load and inflation formula of the tyre makers, exponent 0.8; 49 CFR 571.110",
)
