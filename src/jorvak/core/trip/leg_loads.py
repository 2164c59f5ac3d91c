"""What stands on the axles along the way, as tanks empty."""

from collections.abc import Sequence

from pydantic import Field

from jorvak.core.calculation import (
    SLACK,
    Answer,
    Calculation,
    Given,
    NotNegative,
    Number,
    Positive,
    Refused,
)
from jorvak.core.load.axle_loads import on_axles_kg
from jorvak.core.trip.tank import Fluid


class TankIn(Given):
    what: Fluid = Field(description="fuel or water")
    litres: NotNegative = Field(description="holds", examples=[80])
    x_mm: Number = Field(description="behind the front axle", examples=[2300])
    kg_per_l: NotNegative = Field(description="density of what is in it", examples=[0.835])


class LegAmounts(Given):
    name: str = Field(min_length=1, description="what it is called", examples=["to the pass"])
    fuel_start_l: Number = Field(description="at its beginning; below 0 counts as 0", examples=[140])
    fuel_left_l: Number = Field(description="at its end", examples=[93.6])
    water_start_l: Number = Field(description="at its beginning", examples=[60])
    water_left_l: Number = Field(description="at its end", examples=[50])
    fuel_used_l: Number | None = Field(None, description="accepted, and not used")
    fuel_kg: Number | None = Field(None, description="accepted, and not used")


class LegLoadsIn(Given):
    wheelbase_mm: Positive = Field(description="front to rear axle", examples=[2850])
    front_kg: NotNegative = Field(
        description="without fuel and water, with crew and luggage", examples=[1310]
    )
    rear_kg: NotNegative = Field(description="without fuel and water, with crew and luggage", examples=[1420])
    tanks: list[TankIn] = Field(description="emptied in the order given")
    legs: list[LegAmounts] = Field(description="in the order in which they are driven")
    gvm_kg: NotNegative = Field(description="permitted in all", examples=[3000])
    front_limit_kg: NotNegative = Field(description="permitted on the front axle", examples=[1350])
    rear_limit_kg: NotNegative = Field(description="permitted on the rear axle", examples=[1650])


class Standing(Answer):
    front_kg: float = Field(description="on the front axle")
    rear_kg: float = Field(description="on the rear axle")
    total_kg: float = Field(description="in all")


class LegLoad(Answer):
    name: str = Field(description="as given")
    start: Standing = Field(description="at its beginning")
    end: Standing = Field(description="at its end")
    over: list[str] = Field(description="those of total, front, rear that are over at either end")


class LegLoadsOut(Answer):
    legs: list[LegLoad] = Field(description="as given")


def leg_loads(given: LegLoadsIn) -> LegLoadsOut:
    """Moments about the front axle, what is in the tanks at both ends of each leg. Source: statics.

    Raises Refused on ``legs.N.fuel_start_l`` (or its like) for more than the tanks of that kind hold.
    """
    return LegLoadsOut(legs=[_leg(i, leg, given) for i, leg in enumerate(given.legs)])


def _leg(number: int, leg: LegAmounts, given: LegLoadsIn) -> LegLoad:
    ends = []
    for end in ("start", "left"):
        front, rear = given.front_kg, given.rear_kg
        for what in ("fuel", "water"):
            tanks = [tank for tank in given.tanks if tank.what == what]
            holds, key = sum(tank.litres for tank in tanks), f"{what}_{end}_l"
            litres: float = getattr(leg, key)
            if litres > holds + SLACK:
                raise Refused(
                    f"legs.{number}.{key}",
                    f"{litres:g} l of {what} on {leg.name}: the tanks hold {holds:g} l.",
                )
            for tank, in_it in zip(tanks, shared_out([tank.litres for tank in tanks], litres), strict=True):
                on_front, on_rear = on_axles_kg(in_it * tank.kg_per_l, tank.x_mm, given.wheelbase_mm)
                front, rear = front + on_front, rear + on_rear
        ends.append(Standing(front_kg=front, rear_kg=rear, total_kg=front + rear))
    limits = {"total": given.gvm_kg, "front": given.front_limit_kg, "rear": given.rear_limit_kg}
    over = [
        name
        for name, limit in limits.items()
        if any(getattr(end, f"{name}_kg") > limit + SLACK for end in ends)
    ]
    return LegLoad(name=leg.name, start=ends[0], end=ends[1], over=over)


def shared_out(holds_l: Sequence[float], litres: float) -> list[float]:
    """What is in each of several tanks that are emptied one after the other, in their order, with so much left in all.

    >>> shared_out([80.0, 60.0], 100.0)
    [40.0, 60.0]
    """
    in_them = [0.0] * len(holds_l)
    left = max(litres, 0.0)
    for at in reversed(range(len(holds_l))):
        in_them[at] = min(holds_l[at], left)
        left -= in_them[at]
    return in_them


CALCULATION = Calculation(
    "leg-loads",
    LegLoadsIn,
    leg_loads,
    LegLoadsOut,
    "what stands on the axles along the way, as tanks empty",
    "moments about the front axle; limits of the data plate",
)
