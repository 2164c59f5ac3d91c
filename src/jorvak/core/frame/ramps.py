"""Up a pair of ramps: angle, what hangs up, and what each carries."""

import math

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, Number, Positive, Refused

UNEVEN, LONG_UNEVEN = 1.25, 1.1
"""Slope, and one side heavier; of ramps on which the whole vehicle stands."""


class RampsIn(Given):
    rise_mm: Positive = Field(description="height of the bed", examples=[700])
    length_mm: Positive = Field(description="of a ramp", examples=[2400])
    wheelbase_mm: Positive = Field(description="of the vehicle", examples=[2650])
    approach_deg: Number = Field(description="of the vehicle", examples=[31])
    breakover_deg: Number = Field(description="of the vehicle", examples=[24])
    departure_deg: Number = Field(description="of the vehicle", examples=[25])
    axle_kg: Positive = Field(description="on its heavier axle", examples=[1240])
    total_kg: Positive = Field(description="of the vehicle", examples=[2280])
    ramp_rated_kg: Positive = Field(description="one ramp", examples=[900])


class RampsOut(Answer):
    angle_deg: float = Field(description="of the ramps")
    enters: bool = Field(description="its nose clears the foot")
    leaves: bool = Field(description="its tail clears the ground behind")
    crests: bool = Field(description="its belly clears the edge of the bed")
    per_ramp_kg: float = Field(description="what one carries")
    holds: bool = Field(description="within what it is rated for")
    ok: bool = Field(description="all four")


def ramps(given: RampsIn) -> RampsOut:
    """angle = asin(rise/length). Source: geometry; shares by practice.

    Raises Refused on ``rise_mm`` above the length, on ``total_kg`` below the axle.
    """
    if given.rise_mm > given.length_mm + SLACK:
        raise Refused("rise_mm", f"A ramp of {given.length_mm:g} mm does not rise {given.rise_mm:g} mm.")
    if given.total_kg < given.axle_kg - SLACK:
        raise Refused(
            "total_kg", f"{given.total_kg:g} kg are less than the {given.axle_kg:g} kg on one axle."
        )
    angle = math.degrees(math.asin(min(given.rise_mm / given.length_mm, 1.0)))
    whole = given.length_mm >= given.wheelbase_mm - SLACK
    per_ramp = given.total_kg / 2 * LONG_UNEVEN if whole else given.axle_kg / 2 * UNEVEN
    enters, leaves, crests = (
        angle <= limit + SLACK for limit in (given.approach_deg, given.departure_deg, given.breakover_deg)
    )
    holds = per_ramp <= given.ramp_rated_kg + SLACK
    return RampsOut(
        angle_deg=angle,
        enters=enters,
        leaves=leaves,
        crests=crests,
        per_ramp_kg=per_ramp,
        holds=holds,
        ok=enters and leaves and crests and holds,
    )


CALCULATION = Calculation(
    "ramps",
    RampsIn,
    ramps,
    RampsOut,
    "up a pair of ramps: does it clear them, and do they hold it",
    "geometry; practice",
)
