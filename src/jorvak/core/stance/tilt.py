"""The angle at which a vehicle at rest tips sideways."""

import math

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, Positive


class TiltIn(Given):
    track_mm: Positive = Field(description="between the tyres' middles", examples=[1540])
    cg_height_mm: Positive = Field(description="centre of gravity above ground", examples=[742])


class TiltOut(Answer):
    static_stability_factor: float = Field(description="half the track over the height")
    tip_deg: float = Field(description="at rest, rigid: a limit never to approach")


def tilt(given: TiltIn) -> TiltOut:
    """Static stability factor and tip angle. Source: a rigid body on its track (static stability factor)."""
    factor = given.track_mm / 2 / given.cg_height_mm
    return TiltOut(static_stability_factor=factor, tip_deg=math.degrees(math.atan(factor)))


CALCULATION = Calculation(
    "tilt",
    TiltIn,
    tilt,
    TiltOut,
    "the side slope at which a rigid vehicle at rest would tip",
    "a rigid body on its track",
)
