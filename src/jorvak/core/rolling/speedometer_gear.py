"""The driven gear of a mechanical speedometer."""

import math

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, Positive, Refused

CABLE_REVS_PER_MILE = 1000.0


class SpeedometerGearIn(Given):
    drive_teeth: Positive = Field(description="of the gear on the output shaft", examples=[7])
    axle_ratio: Positive = Field(description="ring and pinion", examples=[4.3])
    revs_per_mile: Positive = Field(description="of the tyre", examples=[655])
    cable_revs_per_mile: Positive = Field(
        CABLE_REVS_PER_MILE, description="that the instrument counts as a mile"
    )


class SpeedometerGearOut(Answer):
    driven_teeth_exact: float = Field(description="what would be right")
    driven_teeth: int = Field(description="the nearest whole number, half up")
    residual_error_pct: float = Field(description="(exact/whole − 1)·100")


def speedometer_gear(given: SpeedometerGearIn) -> SpeedometerGearOut:
    """driven = drive × axle × tyre revs/cable revs. Source: geometry of the drive. Raises Refused."""
    exact = driven_exact(given)
    whole = math.floor(exact + 0.5)
    if whole < 1:
        raise Refused("drive_teeth", "That asks for a driven gear without teeth: check the figures.")
    return SpeedometerGearOut(
        driven_teeth_exact=exact, driven_teeth=whole, residual_error_pct=(exact / whole - 1) * 100
    )


def driven_exact(given: SpeedometerGearIn) -> float:
    """The number of driven teeth that would be exactly right."""
    return given.drive_teeth * given.axle_ratio * given.revs_per_mile / given.cable_revs_per_mile


CALCULATION = Calculation(
    "speedometer-gear",
    SpeedometerGearIn,
    speedometer_gear,
    SpeedometerGearOut,
    "the driven gear that a mechanical speedometer wants, and what it leaves wrong",
    "geometry of the drive",
)
