"""The slip of a shaft: it must neither pull apart nor bottom."""

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Positive, Refused

MIN_ENGAGEMENT_MM = 40.0
MIN_COLLAPSE_MM = 10.0


class ShaftSlipIn(Given):
    ride_length_mm: Positive = Field(description="between joint centres at ride height", examples=[1172])
    shortest_length_mm: Positive = Field(description="anywhere in the travel", examples=[1158])
    longest_length_mm: Positive = Field(description="anywhere in the travel", examples=[1199])
    engagement_at_ride_mm: NotNegative = Field(description="spline engaged at ride height", examples=[78])
    collapse_left_at_ride_mm: NotNegative = Field(description="left until it bottoms", examples=[45])
    min_engagement_mm: NotNegative = Field(MIN_ENGAGEMENT_MM, description="at least the spline's diameter")
    min_collapse_mm: NotNegative = Field(MIN_COLLAPSE_MM, description="to keep at full bump")


class ShaftSlipOut(Answer):
    plunge_mm: float = Field(description="longest less shortest")
    engagement_at_longest_mm: float = Field(description="spline still engaged; below 0 it is apart")
    collapse_left_at_shortest_mm: float = Field(description="left; below 0 it has bottomed")
    ok: bool = Field(description="both at least the minimum")


def shaft_slip(given: ShaftSlipIn) -> ShaftSlipOut:
    """Lengths against the slip. Source: geometry; minima of trade practice. Raises Refused."""
    if given.shortest_length_mm > given.ride_length_mm + SLACK:
        raise Refused("shortest_length_mm", "The shortest length is more than that at ride height.")
    if given.longest_length_mm < given.ride_length_mm - SLACK:
        raise Refused("longest_length_mm", "The longest length is less than that at ride height.")
    return slips(
        (given.shortest_length_mm, given.ride_length_mm, given.longest_length_mm),
        given.engagement_at_ride_mm,
        given.collapse_left_at_ride_mm,
        given.min_engagement_mm,
        given.min_collapse_mm,
    )


def slips(
    lengths_mm: tuple[float, float, float],
    engaged_mm: float,
    left_mm: float,
    min_engagement_mm: float,
    min_collapse_mm: float = MIN_COLLAPSE_MM,
) -> ShaftSlipOut:
    """``shaft_slip`` on the lengths of a rig, at the shortest, at ride and at the longest. Raises Refused."""
    shortest, ride, longest = lengths_mm
    if shortest <= 0:
        raise Refused("shortest_length_mm", "Somewhere in the travel both joints meet: a shaft has a length.")
    engaged, left = engaged_mm - (longest - ride), left_mm - (ride - shortest)
    return ShaftSlipOut(
        plunge_mm=longest - shortest,
        engagement_at_longest_mm=engaged,
        collapse_left_at_shortest_mm=left,
        ok=engaged >= min_engagement_mm - SLACK and left >= min_collapse_mm - SLACK,
    )


CALCULATION = Calculation(
    "shaft-slip",
    ShaftSlipIn,
    shaft_slip,
    ShaftSlipOut,
    "does the slip pull apart at full droop or bottom at full bump",
    "geometry; minima of trade practice",
)
