"""One coil at its corner: how it stands, how it rides, whether it binds or comes loose."""

import math

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, NotNegative, Positive
from jorvak.core.quantities.units import STANDARD_GRAVITY


class SpringCornerIn(Given):
    free_length_mm: Positive = Field(description="free length", examples=[415])
    rate_n_per_mm: Positive = Field(description="rate", examples=[34])
    motion_ratio: Positive = Field(1.0, description="spring travel over wheel travel")
    sprung_kg: NotNegative = Field(description="on this corner")
    added_kg: NotNegative = Field(0.0, description="more on this corner")
    bump_travel_mm: NotNegative | None = Field(None, description="at the wheel, up from ride")
    droop_travel_mm: NotNegative | None = Field(None, description="at the wheel, down from ride")
    solid_length_mm: Positive | None = Field(None, description="with all coils touching")


class SpringOut(Answer):
    spring_load_n: float = Field(description="at ride, added mass included")
    ride_length_mm: float = Field(description="loaded")
    wheel_rate_n_per_mm: float = Field(description="at the wheel")
    frequency_hz: float | None = Field(description="of this corner; null where it carries nothing")
    sag_mm: float = Field(description="from the added mass, at the wheel")
    coil_bind_left_mm: float | None = Field(None, description="at full bump, before the coils touch")
    seated_by_mm: float | None = Field(None, description="at full droop; below 0 the coil comes loose")


def spring(given: SpringCornerIn) -> SpringOut:
    """Load, length, frequency, bind and seat. Source: a linear spring through a constant motion ratio."""
    ratio, kg = given.motion_ratio, given.sprung_kg + given.added_kg
    load = kg * STANDARD_GRAVITY / ratio
    deflection = load / given.rate_n_per_mm
    wheel_rate = given.rate_n_per_mm * ratio**2
    answer: dict[str, float | None] = {
        "spring_load_n": load,
        "ride_length_mm": given.free_length_mm - deflection,
        "wheel_rate_n_per_mm": wheel_rate,
        "frequency_hz": None if kg == 0 else math.sqrt(wheel_rate * 1000 / kg) / (2 * math.pi),
        "sag_mm": given.added_kg * STANDARD_GRAVITY / wheel_rate,
    }
    if given.bump_travel_mm is not None and given.solid_length_mm is not None:
        bumped = given.free_length_mm - deflection - given.bump_travel_mm * ratio
        answer["coil_bind_left_mm"] = bumped - given.solid_length_mm
    if given.droop_travel_mm is not None:
        answer["seated_by_mm"] = deflection - given.droop_travel_mm * ratio
    return SpringOut.model_validate(answer)


CALCULATION = Calculation(
    "spring",
    SpringCornerIn,
    spring,
    SpringOut,
    "ride length, frequency and sag of a coil; whether it binds at bump or comes loose at droop",
    "a linear spring through a constant motion ratio",
)
