"""How far load lets the springs down, and what that does to the rake."""

import math

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, Number, Positive
from jorvak.core.quantities.units import STANDARD_GRAVITY


class SagIn(Given):
    front_added_kg: Number = Field(description="came on the front axle; below 0: off it", examples=[95])
    rear_added_kg: Number = Field(description="came on the rear axle; below 0: off it", examples=[240])
    front_wheel_rate_n_per_mm: Positive = Field(description="of one front wheel", examples=[34])
    rear_wheel_rate_n_per_mm: Positive = Field(description="of one rear wheel", examples=[42])
    wheelbase_mm: Positive = Field(description="front to rear axle", examples=[2740])
    front_tyre_rate_n_per_mm: Positive | None = Field(None, description="of one front tyre", examples=[260])
    rear_tyre_rate_n_per_mm: Positive | None = Field(None, description="of one rear tyre", examples=[260])


class SagOut(Answer):
    front_sag_mm: float = Field(description="how far the front comes down")
    rear_sag_mm: float = Field(description="how far the rear comes down")
    rake_change_deg: float = Field(description="positive: nose down")


def sag(given: SagIn) -> SagOut:
    """Springs, and tyres in series with them where their rate is given. Source: Hooke's law, two wheels an axle."""
    front = sag_mm(given.front_added_kg, given.front_wheel_rate_n_per_mm, given.front_tyre_rate_n_per_mm)
    rear = sag_mm(given.rear_added_kg, given.rear_wheel_rate_n_per_mm, given.rear_tyre_rate_n_per_mm)
    return SagOut(
        front_sag_mm=front,
        rear_sag_mm=rear,
        rake_change_deg=math.degrees(math.atan((front - rear) / given.wheelbase_mm)),
    )


def sag_mm(added_kg: float, wheel_rate_n_per_mm: float, tyre_rate_n_per_mm: float | None = None) -> float:
    """How far an axle comes down under what came on it.

    >>> round(sag_mm(100.0, 35.0), 2)
    14.01
    """
    give = 1 / wheel_rate_n_per_mm + (1 / tyre_rate_n_per_mm if tyre_rate_n_per_mm else 0.0)
    return added_kg * STANDARD_GRAVITY / 2 * give


CALCULATION = Calculation(
    "sag",
    SagIn,
    sag,
    SagOut,
    "how far load lets the springs down, and what that does to the rake",
    "Hooke's law; spring and tyre in series",
)
