"""Toe and thrust, from two strings parallel to the centre line."""

import math

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Positive, Refused


class WheelStrings(Given):
    front_mm: NotNegative = Field(description="string to the rim's leading edge", examples=[101.5])
    back_mm: NotNegative = Field(description="string to its trailing edge", examples=[100])


class FourWheels(Given):
    front_left: WheelStrings
    front_right: WheelStrings
    rear_left: WheelStrings
    rear_right: WheelStrings


class StringLineIn(Given):
    wheels: FourWheels = Field(description="each wheel's two readings")
    rim_mm: Positive = Field(description="between the two places of a rim", examples=[430])


class WheelToe(Answer):
    toe_deg: float = Field(description="in positive")


class FourToes(Answer):
    front_left: WheelToe
    front_right: WheelToe
    rear_left: WheelToe
    rear_right: WheelToe


class StringLineOut(Answer):
    wheels: FourToes = Field(description="each wheel")
    front_total_deg: float = Field(description="both front wheels")
    rear_total_deg: float = Field(description="both rear wheels")
    front_total_mm: float = Field(description="at the rim")
    rear_total_mm: float = Field(description="at the rim")
    thrust_deg: float = Field(description="the rear axle heads right of the centre line")
    steer_ahead_deg: float = Field(description="the front wheels stand right of that")


def string_line(given: StringLineIn) -> StringLineOut:
    """toe = asin((front − back)/rim). Source: geometry. Raises Refused on ``wheels.NAME`` beyond the rim."""
    apart: dict[str, float] = {}
    for name in FourWheels.model_fields:
        wheel: WheelStrings = getattr(given.wheels, name)
        apart[name] = wheel.front_mm - wheel.back_mm
        if abs(apart[name]) > given.rim_mm + SLACK:
            raise Refused(
                f"wheels.{name}",
                f"{abs(apart[name]):g} mm between the two readings are more than the rim's {given.rim_mm:g} mm.",
            )
    toe = {
        name: math.degrees(math.asin(min(max(each / given.rim_mm, -1.0), 1.0)))
        for name, each in apart.items()
    }
    thrust = (toe["rear_left"] - toe["rear_right"]) / 2
    return StringLineOut(
        wheels=FourToes(**{name: WheelToe(toe_deg=each) for name, each in toe.items()}),
        front_total_deg=toe["front_left"] + toe["front_right"],
        rear_total_deg=toe["rear_left"] + toe["rear_right"],
        front_total_mm=apart["front_left"] + apart["front_right"],
        rear_total_mm=apart["rear_left"] + apart["rear_right"],
        thrust_deg=thrust,
        steer_ahead_deg=(toe["front_left"] - toe["front_right"]) / 2 - thrust,
    )


CALCULATION = Calculation(
    "string-line",
    StringLineIn,
    string_line,
    StringLineOut,
    "toe of each wheel and where the rear axle heads, from two strings",
    "geometry of a rim beside a string",
)
