"""What it takes to move a vehicle that is stuck: the ground, how deep it stands in it, and the slope."""

import math
from typing import Literal

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, NotNegative, Number, Positive, Refused

Ground = Literal[
    "road", "grass", "hard-sand", "gravel", "soft-wet-sand", "soft-dry-sand", "shallow-mud", "bog"
]
RESISTANCE: dict[Ground, float] = {
    "road": 1 / 25,
    "grass": 1 / 7,
    "hard-sand": 1 / 6,
    "gravel": 1 / 5,
    "soft-wet-sand": 1 / 5,
    "soft-dry-sand": 1 / 4,
    "shallow-mud": 1 / 3,
    "bog": 1 / 2,
}
"""Of the weight. Source: recovery practice."""
Mired = Literal["no", "wheels", "sills", "body"]
MIRED: dict[Mired, float] = {"wheels": 1.0, "sills": 2.0, "body": 3.0}
"""Times the weight, instead of the ground's resistance. Source: recovery practice."""
MARGIN = 1.25


class RecoveryPullIn(Given):
    mass_kg: Positive = Field(description="as it stands, load included", examples=[2650])
    slope_deg: Number = Field(description="uphill positive, along the pull", examples=[12], ge=-90, le=90)
    surface: Ground | None = Field(None, description="what it stands on", examples=["bog"])
    resistance: NotNegative | None = Field(None, description="instead of it: share of the weight")
    mired: Mired = Field("no", description="how deep it stands in it")
    margin: Positive = Field(MARGIN, description="on top of what it takes")


class RecoveryPullOut(Answer):
    surface_kg: float = Field(description="by the ground, or by how deep it stands in it")
    slope_kg: float = Field(description="by the slope; downhill below 0")
    total_kg: float = Field(description="both, not below 0")
    with_margin_kg: float = Field(description="what the rigging has to pull")


def recovery_pull(given: RecoveryPullIn) -> RecoveryPullOut:
    """Shares of the weight, as kilograms of pull. Source: recovery practice; statics on a slope.

    Raises Refused on ``surface`` where neither it nor a resistance is given, on ``resistance`` where both are.
    """
    if given.surface is None and given.resistance is None:
        raise Refused("surface", f"Say what it stands on: {', '.join(RESISTANCE)}, or give its resistance.")
    if given.surface is not None and given.resistance is not None:
        raise Refused("resistance", "Give the surface or its resistance, not both.")
    share = RESISTANCE[given.surface] if given.surface is not None else given.resistance or 0.0
    share = MIRED.get(given.mired, share)
    slope = math.radians(given.slope_deg)
    surface = given.mass_kg * share * math.cos(slope)
    along = given.mass_kg * math.sin(slope)
    total = max(surface + along, 0.0)
    return RecoveryPullOut(
        surface_kg=surface, slope_kg=along, total_kg=total, with_margin_kg=total * given.margin
    )


CALCULATION = Calculation(
    "recovery-pull",
    RecoveryPullIn,
    recovery_pull,
    RecoveryPullOut,
    "what it takes to move a stuck vehicle, by ground, depth and slope",
    "recovery practice; statics on a slope",
)
