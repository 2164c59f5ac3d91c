"""How far one wheel goes up a ramp before another leaves the ground."""

import math

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, NotNegative, Number, Positive


class ArticulationIn(Given):
    track_mm: Positive = Field(description="between the tyres' middles", examples=[1540])
    front_flex_deg: NotNegative = Field(description="front axle against the body, three wheels down", lt=90)
    rear_flex_deg: NotNegative = Field(description="rear axle against the body, three wheels down", lt=90)
    wheelbase_mm: Positive = Field(description="front to rear axle", examples=[2740])
    ramp_deg: Number = Field(20.0, description="of the ramp", gt=0, lt=90)


class ArticulationOut(Answer):
    wheel_lift_mm: float = Field(description="of the wheel on the ramp")
    ramp_distance_mm: float = Field(description="up along the ramp")
    ramp_index: float = Field(description="that distance per wheelbase, times 1000")


def articulation(given: ArticulationIn) -> ArticulationOut:
    """Wheel lift, distance up the ramp, ramp index. Source: ramp travel index; both axles' angles add."""
    both = math.radians(given.front_flex_deg + given.rear_flex_deg)
    lift = given.track_mm * math.sin(both)
    distance = lift / math.sin(math.radians(given.ramp_deg))
    return ArticulationOut(
        wheel_lift_mm=lift, ramp_distance_mm=distance, ramp_index=1000 * distance / given.wheelbase_mm
    )


CALCULATION = Calculation(
    "articulation",
    ArticulationIn,
    articulation,
    ArticulationOut,
    "how far up a ramp one wheel goes before another leaves the ground",
    "ramp travel index",
)
