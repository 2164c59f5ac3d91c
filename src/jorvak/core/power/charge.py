"""How long a battery takes to be filled."""

import math

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Positive, Refused

LEAST_SHARE = 0.1
"""Of the full current, that still flows into a battery that is full."""


class ChargeIn(Given):
    capacity_ah: Positive = Field(description="of the battery", examples=[105])
    from_pct: NotNegative = Field(description="charged when it begins", examples=[40], le=100)
    to_pct: NotNegative = Field(description="wanted", examples=[100], le=100)
    current_a: Positive = Field(description="of the charger", examples=[25])
    taper_from_pct: NotNegative = Field(
        description="where the current begins to fall; lead 80, lithium iron phosphate 95",
        examples=[80],
        le=100,
    )
    efficiency_pct: Positive = Field(
        description="of what is put in; lead 85, lithium iron phosphate 97", examples=[85], le=100
    )


class ChargeOut(Answer):
    hours: float = Field(description="in all")
    hours_to_taper: float = Field(description="to the taper, or to what is wanted if that comes first")


def charge(given: ChargeIn) -> ChargeOut:
    """Full current up to the taper, then falling in a straight line over charge to a tenth. Source: that, integrated.

    Raises Refused on ``to_pct`` below ``from_pct``.
    """
    if given.to_pct < given.from_pct - SLACK:
        raise Refused("to_pct", f"It is charged to {given.from_pct:g} % already: want more, or begin lower.")
    full_pct_per_h = given.current_a * given.efficiency_pct / given.capacity_ah
    bulk = max(min(given.to_pct, given.taper_from_pct) - given.from_pct, 0.0) / full_pct_per_h
    return ChargeOut(hours=bulk + _tapering_h(given, full_pct_per_h), hours_to_taper=bulk)


def _tapering_h(given: ChargeIn, full_pct_per_h: float) -> float:
    """From the taper on: ∫ ds / (1 − 0.9·(s − t)/(100 − t))."""
    begin, end, taper = max(given.from_pct, given.taper_from_pct), given.to_pct, given.taper_from_pct
    if end <= begin:
        return 0.0
    falls, span = 1 - LEAST_SHARE, 100 - taper

    def flows(at: float) -> float:
        return 1 - falls * (at - taper) / span

    return span / falls * math.log(flows(begin) / flows(end)) / full_pct_per_h


CALCULATION = Calculation(
    "charge",
    ChargeIn,
    charge,
    ChargeOut,
    "how long a battery takes to be filled, with its taper",
    "charge balance with a current that falls in a straight line",
)
