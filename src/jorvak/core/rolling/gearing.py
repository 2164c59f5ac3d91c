"""Engine speed in every gear, and how slowly it crawls."""

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, NotNegative, Positive


class GearingIn(Given):
    circumference_mm: Positive = Field(
        description="rolling circumference of the driven tyres", examples=[2448.5]
    )
    gears: list[Positive] = Field(
        description="gearbox ratios, first to top", examples=["[4.08, 2.29, 1.47, 1.0]"], min_length=1
    )
    transfer_high: Positive = Field(1.0, description="transfer case, high range")
    transfer_low: Positive | None = Field(
        None, description="transfer case, low range; leave out where there is none"
    )
    axle_ratio: Positive = Field(description="ring and pinion", examples=[4.1])
    speeds_kmh: list[NotNegative] = Field(description="road speeds to answer for", examples=["[50, 80, 100]"])
    idle_rpm: Positive | None = Field(None, description="engine speed at idle")
    slip_pct: NotNegative = Field(0.0, description="slip of a torque converter", lt=100)


class GearingOut(Answer):
    rpm: list[list[float]] = Field(description="engine speed, a row per gear, a column per speed")
    top_overall: float = Field(description="overall ratio in top gear, high range")
    crawl_ratio: float = Field(description="overall ratio in first, low range (high where there is no low)")
    crawl_speed_kmh: float | None = Field(None, description="walking speed at idle in that gear")


def engine_rpm(speed_kmh: float, circumference_mm: float, overall_ratio: float) -> float:
    """Engine speed at a road speed through an overall ratio."""
    return speed_kmh * 1e6 / 60 / circumference_mm * overall_ratio


def crawl_speed_kmh(idle_rpm: float, circumference_mm: float, crawl_ratio: float) -> float:
    """Road speed at idle through the crawl ratio."""
    return idle_rpm * 60 * circumference_mm / 1e6 / crawl_ratio


def gearing(given: GearingIn) -> GearingOut:
    """Engine speed = speed/circumference × gear × transfer × axle/(1 − slip). Slip does not enter the crawl.

    Source: the geometry of a wheel that rolls without slipping.
    """
    high = given.transfer_high * given.axle_ratio
    grip = 1 - given.slip_pct / 100
    crawl = given.gears[0] * (given.transfer_low or given.transfer_high) * given.axle_ratio
    answer = {
        "rpm": [
            [engine_rpm(speed, given.circumference_mm, gear * high) / grip for speed in given.speeds_kmh]
            for gear in given.gears
        ],
        "top_overall": given.gears[-1] * high,
        "crawl_ratio": crawl,
    }
    if given.idle_rpm is not None:
        answer["crawl_speed_kmh"] = crawl_speed_kmh(given.idle_rpm, given.circumference_mm, crawl)
    return GearingOut.model_validate(answer)


CALCULATION = Calculation(
    "gearing",
    GearingIn,
    gearing,
    GearingOut,
    "engine speed in each gear over road speed, top and crawl ratio, walking speed at idle",
    "geometry of the rolling wheel",
)
