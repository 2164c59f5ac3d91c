"""What is left of the permitted masses, and how much more may go where."""

from typing import Literal

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Number, Positive

Governs = Literal["total", "front", "rear", "place"]


class PlaceIn(Given):
    name: str = Field(description="what it is")
    x_mm: Number = Field(description="behind the front axle")
    limit_kg: Number | None = Field(
        None, description="what it may carry itself, less what is on it already; below 0: overfull"
    )


class PayloadIn(Given):
    gvm_kg: NotNegative = Field(description="permitted in all", examples=[2850])
    front_limit_kg: NotNegative = Field(description="permitted on the front axle", examples=[1300])
    rear_limit_kg: NotNegative = Field(description="permitted on the rear axle", examples=[1650])
    front_kg: NotNegative = Field(description="on the front axle", examples=[1216])
    rear_kg: NotNegative = Field(description="on the rear axle", examples=[1166])
    wheelbase_mm: Positive = Field(description="front to rear axle", examples=[2740])
    at: list[PlaceIn] = Field(description="where more may go")


class RoomLeft(Answer):
    name: str = Field(description="the place")
    kg: float = Field(description="how much more may go there")
    governs: Governs = Field(description="what says no first")


class PayloadOut(Answer):
    total_left_kg: float = Field(description="of the whole; below 0: over")
    front_left_kg: float = Field(description="on the front axle")
    rear_left_kg: float = Field(description="on the rear axle")
    over: list[str] = Field(description="those of total, front, rear that are below 0")
    room: list[RoomLeft] = Field(description="place by place")


def payload(given: PayloadIn) -> PayloadOut:
    """What is left, and where. Source: moments about the front axle."""
    total = given.gvm_kg - given.front_kg - given.rear_kg
    front, rear = given.front_limit_kg - given.front_kg, given.rear_limit_kg - given.rear_kg
    return PayloadOut(
        total_left_kg=total,
        front_left_kg=front,
        rear_left_kg=rear,
        over=[name for name, left in (("total", total), ("front", front), ("rear", rear)) if left < -SLACK],
        room=[
            room_at(place.name, place.x_mm / given.wheelbase_mm, total, front, rear, place.limit_kg)
            for place in given.at
        ],
    )


def room_at(
    name: str,
    rear_share: float,
    total_left_kg: float | None,
    front_left_kg: float | None,
    rear_left_kg: float | None,
    limit_kg: float | None,
) -> RoomLeft:
    """How much more may go to a place of which ``rear_share`` stands on the rear axle; None: not limited, or not known.

    Raises ValueError where nothing limits it.
    """
    rooms: list[tuple[float, Governs]] = []
    if total_left_kg is not None:
        rooms.append((total_left_kg, "total"))
    if front_left_kg is not None and rear_share < 1:
        rooms.append((front_left_kg / (1 - rear_share), "front"))
    if rear_left_kg is not None and rear_share > 0:
        rooms.append((rear_left_kg / rear_share, "rear"))
    if limit_kg is not None:
        rooms.append((limit_kg, "place"))
    # Of equals the first: min keeps it.
    kg, governs = min(rooms, key=lambda room: room[0])
    return RoomLeft(name=name, kg=max(kg, 0.0), governs=governs)


CALCULATION = Calculation(
    "payload",
    PayloadIn,
    payload,
    PayloadOut,
    "what is left of the permitted masses, and how much more may go where",
    "moments about the front axle; limits of the data plate and of the place",
)
