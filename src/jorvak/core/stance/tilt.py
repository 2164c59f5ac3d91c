"""The angle at which a vehicle at rest tips sideways."""

import math

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, Positive, Refused


class TiltIn(Given):
    track_mm: Positive = Field(description="between the tyres' middles", examples=[1540])
    cg_height_mm: Positive = Field(description="centre of gravity above ground", examples=[742])


class TiltOut(Answer):
    static_stability_factor: float = Field(description="half the track over the height")
    tip_deg: float = Field(description="at rest, rigid: a limit never to approach")


def tilt(given: TiltIn) -> TiltOut:
    """Static stability factor and tip angle. Source: a rigid body on its track (static stability factor)."""
    return tips(given.track_mm, given.cg_height_mm)


def tips(track_mm: float, cg_height_mm: float) -> TiltOut:
    """``tilt`` on figures of a rig. Raises Refused on ``cg_height_mm`` where they are of no vehicle."""
    if track_mm <= 0 or cg_height_mm <= 0:
        raise Refused("cg_height_mm", "Track and centre of gravity lie above the ground, or nothing tips.")
    factor = track_mm / 2 / cg_height_mm
    return TiltOut(static_stability_factor=factor, tip_deg=math.degrees(math.atan(factor)))


CALCULATION = Calculation(
    "tilt",
    TiltIn,
    tilt,
    TiltOut,
    "the side slope at which a rigid vehicle at rest would tip",
    "a rigid body on its track",
)
