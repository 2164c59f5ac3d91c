"""What turns how fast at a road speed, to find what shakes."""

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, NotNegative, Positive


class VibrationIn(Given):
    speed_kmh: NotNegative = Field(description="at which it shakes", examples=[90])
    circumference_mm: Positive = Field(description="rolling circumference", examples=[2448.5])
    axle_ratio: Positive = Field(description="ring and pinion", examples=[4.1])
    transfer_ratio: Positive = Field(1.0, description="of the range in use")
    gear_ratio: Positive = Field(description="of the gear in use", examples=[0.82])
    cylinders: Positive | None = Field(None, description="of a four-stroke engine")


class VibrationOut(Answer):
    wheel_hz: float = Field(description="once a wheel turn: balance, bent rim, tyre")
    wheel_2x_hz: float = Field(description="twice a wheel turn: an oval tyre or rim")
    shaft_hz: float = Field(description="once a shaft turn: shaft balance, run-out")
    shaft_2x_hz: float = Field(description="twice a shaft turn: joint angles")
    engine_hz: float = Field(description="once an engine turn")
    engine_rpm: float = Field(description="the same per minute")
    firing_hz: float | None = Field(None, description="engine × cylinders/2")


def vibration(given: VibrationIn) -> VibrationOut:
    """Rates of everything that turns. Source: geometry of the drive."""
    wheel = given.speed_kmh * 1e6 / 3600 / given.circumference_mm
    shaft = wheel * given.axle_ratio
    engine = shaft * given.transfer_ratio * given.gear_ratio
    answer = {
        "wheel_hz": wheel,
        "wheel_2x_hz": 2 * wheel,
        "shaft_hz": shaft,
        "shaft_2x_hz": 2 * shaft,
        "engine_hz": engine,
        "engine_rpm": engine * 60,
    }
    if given.cylinders is not None:
        answer["firing_hz"] = engine * given.cylinders / 2
    return VibrationOut.model_validate(answer)


CALCULATION = Calculation(
    "vibration",
    VibrationIn,
    vibration,
    VibrationOut,
    "what turns how fast at a road speed, to find what shakes",
    "geometry of the drive",
)
