"""Height of the centre of gravity from two weighings, the rear axle level and raised."""

import math

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, Positive, Refused


class CgHeightIn(Given):
    wheelbase_mm: Positive = Field(description="front to rear axle", examples=[2740])
    total_kg: Positive = Field(description="of the whole vehicle", examples=[2065])
    front_level_kg: Positive = Field(description="under the front wheels, level", examples=[1090])
    front_raised_kg: Positive = Field(description="under the front wheels, rear raised")
    raise_mm: Positive = Field(description="of the rear wheels' centres", examples=[420])
    front_radius_mm: Positive = Field(description="static loaded", examples=[369])
    rear_radius_mm: Positive = Field(description="static loaded", examples=[369])


class CgHeightOut(Answer):
    cg_behind_front_mm: float = Field(description="behind the front axle")
    cg_height_mm: float = Field(description="above level ground")


def cg_height(given: CgHeightIn) -> CgHeightOut:
    """Centre of gravity. Source: ISO 10392, axle lift method.

    Raises Refused on the field of a reading that cannot be: ``front_level_kg``, ``front_raised_kg``, ``raise_mm``.
    """
    if given.front_level_kg >= given.total_kg:
        raise Refused("front_level_kg", "The front wheels cannot carry as much as the whole vehicle.")
    if given.front_raised_kg <= given.front_level_kg:
        raise Refused(
            "front_raised_kg",
            "With the rear raised there is more on the front wheels, not less: weigh again.",
        )
    if given.raise_mm >= given.wheelbase_mm:
        raise Refused("raise_mm", "The rear cannot be raised by more than the wheelbase.")
    behind = given.wheelbase_mm * (given.total_kg - given.front_level_kg) / given.total_kg
    ahead = given.wheelbase_mm - behind
    tangent = given.raise_mm / math.sqrt(given.wheelbase_mm**2 - given.raise_mm**2)
    axles = (given.front_radius_mm * ahead + given.rear_radius_mm * behind) / given.wheelbase_mm
    gained = given.front_raised_kg - given.front_level_kg
    return CgHeightOut(
        cg_behind_front_mm=behind,
        cg_height_mm=axles + given.wheelbase_mm * gained / (given.total_kg * tangent),
    )


CALCULATION = Calculation(
    "cg-height",
    CgHeightIn,
    cg_height,
    CgHeightOut,
    "height of the centre of gravity by weighing with the rear axle raised",
    "ISO 10392, axle lift method",
)
