"""Where the new wheel and tyre stand against the old: inwards, outwards, and about the steering axis."""

import math

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, NotNegative, Number, Positive
from jorvak.core.quantities.units import MM_PER_IN

FLANGES_IN = 1.0
"""A wheel is about an inch wider over its flanges than its nominal width."""


class StandIn(Given):
    rim_width_in: Positive = Field(description="nominal, between the beads", examples=[8])
    offset_mm: Number = Field(description="positive: mounting face outboard of the centre", examples=[20])
    section_width_mm: Positive = Field(
        description="of the tyre on that rim: about 5 mm more for each half inch", examples=[285]
    )
    static_radius_mm: Positive = Field(description="loaded", examples=[395])
    spacer_mm: NotNegative = Field(0.0, description="takes its thickness from the offset")

    @property
    def offset_here_mm(self) -> float:
        return self.offset_mm - self.spacer_mm


class WheelFitIn(Given):
    stock: StandIn = Field(description="as it was")
    new: StandIn = Field(description="as it will be")
    kpi_deg: Number = Field(0.0, description="steering-axis inclination", gt=-60, lt=60)
    stock_scrub_radius_mm: Number | None = Field(None, description="at the ground, positive outboard")


class WheelFitOut(Answer):
    stock_backspacing_mm: float = Field(description="mounting face to the inner flange")
    new_backspacing_mm: float = Field(description="mounting face to the inner flange")
    inner_edge_change_mm: float = Field(description="positive: closer to suspension and frame")
    outer_edge_change_mm: float = Field(description="positive: further out, towards the fender lip")
    track_change_mm: float = Field(description="positive: wider")
    scrub_radius_change_mm: float = Field(description="positive: further outboard")
    new_scrub_radius_mm: float | None = Field(None, description="at the ground")


def wheel_fit(given: WheelFitIn) -> WheelFitOut:
    """Geometry of wheel and hub. Source: the rim and its mounting face; Milliken, steering geometry."""
    old, new = given.stock, given.new
    outwards = old.offset_here_mm - new.offset_here_mm
    scrub = scrub_change_mm(outwards, new.static_radius_mm - old.static_radius_mm, given.kpi_deg)
    answer = {
        "stock_backspacing_mm": backspacing_mm(old),
        "new_backspacing_mm": backspacing_mm(new),
        "inner_edge_change_mm": inner_edge_mm(new) - inner_edge_mm(old),
        "outer_edge_change_mm": outer_edge_mm(new) - outer_edge_mm(old),
        "track_change_mm": 2 * outwards,
        "scrub_radius_change_mm": scrub,
    }
    if given.stock_scrub_radius_mm is not None:
        answer["new_scrub_radius_mm"] = given.stock_scrub_radius_mm + scrub
    return WheelFitOut.model_validate(answer)


def scrub_change_mm(outwards_mm: float, radius_change_mm: float, kpi_deg: float) -> float:
    """How much further outboard of the steering axis the wheel meets the ground."""
    return outwards_mm - radius_change_mm * math.tan(math.radians(kpi_deg))


def backspacing_mm(stand: StandIn) -> float:
    """From the mounting face to the inner flange."""
    return (stand.rim_width_in + FLANGES_IN) * MM_PER_IN / 2 + stand.offset_here_mm


def inner_edge_mm(stand: StandIn) -> float:
    """How far the tyre stands inboard of the hub face."""
    return stand.section_width_mm / 2 + stand.offset_here_mm


def outer_edge_mm(stand: StandIn) -> float:
    """How far the tyre stands outboard of the hub face."""
    return stand.section_width_mm / 2 - stand.offset_here_mm


CALCULATION = Calculation(
    "wheel-fit",
    WheelFitIn,
    wheel_fit,
    WheelFitOut,
    "where the new wheel and tyre stand against the old: edges, backspacing, track, scrub radius",
    "geometry of rim, hub and steering axis",
)
