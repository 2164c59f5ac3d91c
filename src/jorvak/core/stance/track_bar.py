"""How far a track bar pulls its axle sideways when it steepens."""

import math

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, Number, Positive, Refused


class TrackBarIn(Given):
    length_mm: Positive = Field(description="between its bolts", examples=[860])
    drop_mm: Number = Field(description="frame end above axle end at ride", examples=[62])
    lift_mm: Number = Field(description="suspension lift, or travel")


class TrackBarOut(Answer):
    side_shift_mm: float = Field(description="of the axle, towards the frame end's side")
    recentre_length_mm: float = Field(description="the bar that puts the axle back")
    angle_deg: float = Field(description="of the old bar, after")


def track_bar(given: TrackBarIn) -> TrackBarOut:
    """Side shift, the length that takes it back, the bar's angle. Source: a bar that turns about its frame end.

    Raises Refused on ``drop_mm`` or ``lift_mm`` where the bar does not reach.
    """
    after = given.drop_mm + given.lift_mm
    for field, drop in (("drop_mm", given.drop_mm), ("lift_mm", after)):
        if abs(drop) >= given.length_mm:
            raise Refused(field, f"A bar of {given.length_mm:g} mm does not reach {abs(drop):g} mm down.")
    across = math.sqrt(given.length_mm**2 - given.drop_mm**2)
    return TrackBarOut(
        side_shift_mm=across - math.sqrt(given.length_mm**2 - after**2),
        recentre_length_mm=math.hypot(across, after),
        angle_deg=math.degrees(math.asin(after / given.length_mm)),
    )


CALCULATION = Calculation(
    "track-bar",
    TrackBarIn,
    track_bar,
    TrackBarOut,
    "how far a lift or travel pulls an axle sideways, and the bar that puts it back",
    "a bar that turns about its frame end",
)
