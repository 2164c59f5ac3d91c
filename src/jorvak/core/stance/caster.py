"""Caster of an axle on radius arms when they steepen, and the pinion that turns with it."""

import math

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, Number, Positive, Refused


class CasterIn(Given):
    arm_length_mm: Positive = Field(description="from the axle's bushes to the frame", examples=[905])
    drop_mm: Number = Field(description="axle end below frame end at ride", examples=[70])
    lift_mm: Number = Field(description="suspension lift")
    caster_deg: Number = Field(description="before")


class CasterOut(Answer):
    rotation_deg: float = Field(description="of the axle")
    caster_deg: float = Field(description="after")
    pinion_up_deg: float = Field(description="the pinion turns up by")


def caster(given: CasterIn) -> CasterOut:
    """What a lift takes from the caster. Source: arms that turn about their frame ends.

    Raises Refused on ``drop_mm`` or ``lift_mm`` where the arms do not reach.
    """
    rotation = turned_deg(given.arm_length_mm, given.drop_mm, given.lift_mm)
    return CasterOut(rotation_deg=rotation, caster_deg=given.caster_deg - rotation, pinion_up_deg=rotation)


def turned_deg(arm_length_mm: float, drop_mm: float, lift_mm: float) -> float:
    """How far arms that steepen turn their axle, its pinion up. Raises Refused on ``drop_mm`` or ``lift_mm``."""
    after = drop_mm + lift_mm
    for field, drop in (("drop_mm", drop_mm), ("lift_mm", after)):
        if abs(drop) >= arm_length_mm:
            raise Refused(field, f"Arms of {arm_length_mm:g} mm do not reach {abs(drop):g} mm down.")
    return math.degrees(math.asin(after / arm_length_mm) - math.asin(drop_mm / arm_length_mm))


CALCULATION = Calculation(
    "caster",
    CasterIn,
    caster,
    CasterOut,
    "what a lift takes from the caster of an axle on radius arms, and how far its pinion turns up",
    "arms that turn about their frame ends",
)
