"""What an axle can put down by its differential."""

from typing import Literal

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, NotNegative, Positive
from jorvak.core.quantities.units import STANDARD_GRAVITY

Differential = Literal["open", "limited-slip", "selectable", "locked", "traction-aid"]
AID_SHARE = 0.85
"""Of what a locked axle puts down, by brakes on the wheel that spins. Assumed."""


class LocksIn(Given):
    axle_kg: NotNegative = Field(description="on the axle", examples=[1100])
    friction_left: NotNegative = Field(description="under the left wheel", examples=[0.7])
    friction_right: NotNegative = Field(description="under the right wheel", examples=[0.2])
    radius_mm: Positive = Field(description="loaded radius of its tyres", examples=[385])
    kind: Differential = Field(description="selectable: engaged", examples=["open"])
    bias: float = Field(2.5, description="of a limited slip, the better wheel over the worse", ge=1)


class LocksOut(Answer):
    force_n: float = Field(description="at the ground")
    torque_nm: float = Field(description="at the wheels")
    share_pct: float | None = Field(description="of what both could put down; null where that is nothing")


def locks(given: LocksIn) -> LocksOut:
    """Open gives both wheels what the worse one holds, locked each its own. Source: statics of a differential."""
    on_each = given.axle_kg / 2 * STANDARD_GRAVITY
    left, right = given.friction_left * on_each, given.friction_right * on_each
    both, twice_worse = left + right, 2 * min(left, right)
    match given.kind:
        case "open":
            force = twice_worse
        case "limited-slip":
            force = min(min(left, right) * (1 + given.bias), both)
        case "selectable" | "locked":
            force = both
        case "traction-aid":
            force = max(twice_worse, AID_SHARE * both)
    return LocksOut(
        force_n=force,
        torque_nm=force * given.radius_mm / 1000,
        share_pct=100 * force / both if both > 0 else None,
    )


CALCULATION = Calculation(
    "locks",
    LocksIn,
    locks,
    LocksOut,
    "what an axle puts down by its differential, one side slippery",
    "statics of a differential; traction aid assumed",
)
