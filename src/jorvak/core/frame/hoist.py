"""Taking a unit out from below: how high the vehicle is lifted, and whether the roof is high enough."""

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Positive


class HoistIn(Given):
    dolly_mm: NotNegative = Field(description="height of what it stands on", examples=[150])
    unit_mm: Positive = Field(description="height of what comes out", examples=[820])
    margin_mm: NotNegative = Field(50.0, description="to spare")
    edge_mm: Positive = Field(description="height of the body edge that it must pass", examples=[480])
    above_mm: NotNegative = Field(description="from that edge to the top of the vehicle", examples=[1420])
    ceiling_mm: Positive = Field(description="height of the bay", examples=[3200])
    posts_mm: Positive = Field(description="the highest that the hoist lifts", examples=[1800])


class HoistOut(Answer):
    lift_mm: float = Field(description="how high it is lifted")
    top_mm: float = Field(description="where its roof is then")
    fits: bool = Field(description="posts and ceiling are high enough")
    short_mm: float = Field(description="what is wanting; 0 when it fits")


def hoist(given: HoistIn) -> HoistOut:
    """lift = dolly + unit + margin − edge. Source: geometry."""
    lift = max(given.dolly_mm + given.unit_mm + given.margin_mm - given.edge_mm, 0.0)
    top = lift + given.edge_mm + given.above_mm
    short = max(lift - given.posts_mm, top - given.ceiling_mm)
    return HoistOut(lift_mm=lift, top_mm=top, fits=short <= SLACK, short_mm=max(short, 0.0))


CALCULATION = Calculation(
    "hoist",
    HoistIn,
    hoist,
    HoistOut,
    "a unit out from below: how high it is lifted, and is the bay high enough",
    "geometry",
)
