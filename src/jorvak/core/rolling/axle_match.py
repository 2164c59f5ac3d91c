"""Do front and rear turn alike? A part-time four-wheel drive with unlike axles winds up."""

from typing import Literal

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, Positive

MATCHED_PCT = 1.0
LOOSE_SURFACE_PCT = 2.0


class AxleMatchIn(Given):
    front_ratio: Positive = Field(description="front axle", examples=[4.1])
    rear_ratio: Positive = Field(description="rear axle", examples=[4.1])
    front_circumference_mm: Positive = Field(description="rolling circumference, front", examples=[2620.9])
    rear_circumference_mm: Positive = Field(description="rolling circumference, rear", examples=[2620.9])
    front_transfer_ratio: Positive = Field(
        1.0, description="transfer case to front axle (some overdrive the front)"
    )
    rear_transfer_ratio: Positive = Field(1.0, description="transfer case to rear axle")


class AxleMatchOut(Answer):
    mismatch_pct: float = Field(description="positive: the front shaft wants to turn faster")
    verdict: Literal["matched", "loose-surface-only", "stop"] = Field(
        description="matched within 1 %, loose-surface-only within 2 %, else stop; matched is not permitted on dry tarmac"
    )


def axle_match(given: AxleMatchIn) -> AxleMatchOut:
    """mismatch = (front axle·transfer/circumference)/(the same, rear) − 1. Source: geometry, trade limits."""
    front = given.front_ratio * given.front_transfer_ratio / given.front_circumference_mm
    rear = given.rear_ratio * given.rear_transfer_ratio / given.rear_circumference_mm
    mismatch = (front / rear - 1) * 100
    if abs(mismatch) <= MATCHED_PCT + SLACK:
        return AxleMatchOut(mismatch_pct=mismatch, verdict="matched")
    if abs(mismatch) <= LOOSE_SURFACE_PCT + SLACK:
        return AxleMatchOut(mismatch_pct=mismatch, verdict="loose-surface-only")
    return AxleMatchOut(mismatch_pct=mismatch, verdict="stop")


CALCULATION = Calculation(
    "axle-match",
    AxleMatchIn,
    axle_match,
    AxleMatchOut,
    "do the two axles turn alike, or does a part-time drive wind up",
    "geometry of the drive; limits from trade practice",
)
