"""A trailer behind: axles, train, hitch, and what the front axle loses."""

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Number, Positive, Refused

NOSE_LOW_PCT = 4.0
"""Under it a trailer sways."""


class TowIn(Given):
    gvm_kg: NotNegative = Field(description="permitted mass of the vehicle", examples=[2850])
    gcm_kg: NotNegative = Field(description="permitted mass of the train", examples=[5600])
    rear_limit_kg: NotNegative = Field(description="permitted on the rear axle", examples=[1650])
    hitch_limit_kg: NotNegative = Field(description="nose load that the hitch may carry", examples=[140])
    tow_limit_kg: NotNegative = Field(description="permitted trailer, braked", examples=[2800])
    wheelbase_mm: Positive = Field(description="front to rear axle", examples=[2740])
    hitch_x_mm: Number = Field(description="coupling behind the front axle", examples=[3760])
    front_kg: NotNegative = Field(description="on the front axle without the trailer", examples=[1240])
    rear_kg: NotNegative = Field(description="on the rear axle without the trailer", examples=[1490])
    trailer_kg: Positive = Field(description="mass of the trailer, loaded", examples=[900])
    nose_kg: NotNegative = Field(description="of it, what stands on the hitch", examples=[70])


class TowOut(Answer):
    front_kg: float = Field(description="on the front axle with it")
    rear_kg: float = Field(description="on the rear axle with it")
    total_kg: float = Field(description="vehicle with the nose load")
    train_kg: float = Field(description="vehicle and trailer")
    nose_pct: float = Field(description="of the trailer's mass, what stands on the hitch")
    steering_lost_pct: float = Field(description="what the front axle loses")
    over: list[str] = Field(description="those of total, train, rear, hitch, tow that are over")
    nose_low: bool = Field(description="under 4 %: it sways")


def tow(given: TowIn) -> TowOut:
    """The nose load as an item at the hitch; in the train it counts once. Source: moments about the front axle.

    Raises Refused on ``nose_kg`` where it lifts an axle or is more than the trailer, on ``front_kg`` where nothing
    stands on that axle.
    """
    front, rear = on_hitch(
        given.front_kg, given.rear_kg, given.nose_kg, given.trailer_kg, given.hitch_x_mm, given.wheelbase_mm
    )
    train = given.front_kg + given.rear_kg + given.trailer_kg
    limits = (
        ("total", front + rear, given.gvm_kg),
        ("train", train, given.gcm_kg),
        ("rear", rear, given.rear_limit_kg),
        ("hitch", given.nose_kg, given.hitch_limit_kg),
        ("tow", given.trailer_kg, given.tow_limit_kg),
    )
    nose_pct = given.nose_kg / given.trailer_kg * 100
    return TowOut(
        front_kg=front,
        rear_kg=rear,
        total_kg=front + rear,
        train_kg=train,
        nose_pct=nose_pct,
        steering_lost_pct=(given.front_kg - front) / given.front_kg * 100,
        over=[name for name, is_kg, may_kg in limits if is_kg > may_kg + SLACK],
        nose_low=nose_pct < NOSE_LOW_PCT - SLACK,
    )


def on_hitch(
    front_kg: float, rear_kg: float, nose_kg: float, trailer_kg: float, hitch_x_mm: float, wheelbase_mm: float
) -> tuple[float, float]:
    """What stands on the axles with a nose load on the hitch. Raises Refused on ``nose_kg`` or ``front_kg``."""
    if nose_kg > trailer_kg + SLACK:
        raise Refused("nose_kg", f"The nose cannot weigh more than the trailer ({trailer_kg:g} kg).")
    if front_kg <= 0:
        raise Refused("front_kg", "Something stands on a front axle that steers: give what it weighs.")
    on_rear = nose_kg * hitch_x_mm / wheelbase_mm
    front, rear = front_kg + nose_kg - on_rear, rear_kg + on_rear
    if front < -SLACK or rear < -SLACK:
        end = "front" if front < 0 else "rear"
        raise Refused("nose_kg", f"That nose load would lift the {end} axle off the ground.")
    return front, rear


CALCULATION = Calculation(
    "tow",
    TowIn,
    tow,
    TowOut,
    "a trailer behind: axles, train, hitch, and what the front axle loses",
    "moments about the front axle; the plate's limits",
)
