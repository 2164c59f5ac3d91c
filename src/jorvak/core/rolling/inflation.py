"""How much air tyres want, and how long the compressor takes."""

import math

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, NotNegative, Positive, Refused

ROUND_SHOULDERS = 0.75
"""Of the ring between rim and tread, what is air; assumed."""
SEA_LEVEL_KPA = 101.325


class InflationIn(Given):
    diameter_mm: Positive = Field(description="of the tyre", examples=[803])
    rim_in: Positive = Field(description="nominal rim diameter", examples=[17])
    section_width_mm: Positive = Field(description="of the tyre", examples=[265])
    from_kpa: NotNegative = Field(description="gauge, now", examples=[130])
    to_kpa: NotNegative = Field(description="gauge, wanted", examples=[240])
    tyres: int = Field(4, description="how many", ge=1, strict=True)
    flow_l_per_min: Positive = Field(description="free air, at that pressure", examples=[72])
    duty_pct: float = Field(
        100.0, description="of the time that it may run", gt=0, le=100, strict=True, allow_inf_nan=False
    )
    ambient_kpa: Positive = Field(SEA_LEVEL_KPA, description="pressure of the air around")


class InflationOut(Answer):
    cavity_l: float = Field(description="of one tyre")
    free_air_l: float = Field(description="of all; below 0: let out")
    minutes: float | None = Field(description="null where air is let out")


def inflation(given: InflationIn) -> InflationOut:
    """Air at one temperature into a ring with round shoulders. Source: Boyle's law.

    Raises Refused on ``rim_in`` for a rim that is not below the tyre's diameter.
    """
    if given.rim_in * 25.4 >= given.diameter_mm:
        raise Refused(
            "rim_in", f"A rim of {given.rim_in:g} in does not go into a tyre of {given.diameter_mm:g} mm."
        )
    cavity = cavity_l(given.diameter_mm, given.rim_in, given.section_width_mm)
    free = cavity * (given.to_kpa - given.from_kpa) / given.ambient_kpa * given.tyres
    return InflationOut(
        cavity_l=cavity,
        free_air_l=free,
        minutes=None if free < 0 else free / given.flow_l_per_min / (given.duty_pct / 100),
    )


def cavity_l(diameter_mm: float, rim_in: float, section_width_mm: float) -> float:
    """The air in one tyre at no pressure above that around it."""
    return ROUND_SHOULDERS * math.pi / 4 * (diameter_mm**2 - (rim_in * 25.4) ** 2) * section_width_mm / 1e6


CALCULATION = Calculation(
    "inflation",
    InflationIn,
    inflation,
    InflationOut,
    "how much air tyres want, and how long the compressor takes",
    "Boyle's law at one temperature; three quarters of the ring between rim and tread",
)
