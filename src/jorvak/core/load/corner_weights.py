"""What four scales say: front, left and cross shares, and how level the scales must be."""

from typing import Any

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, NotNegative, Positive, Refused
from jorvak.core.quantities.units import STANDARD_GRAVITY


class CornerWeightsIn(Given):
    left_front_kg: NotNegative = Field(description="on the left front wheel", examples=[548])
    right_front_kg: NotNegative = Field(description="on the right front wheel", examples=[542])
    left_rear_kg: NotNegative = Field(description="on the left rear wheel", examples=[492])
    right_rear_kg: NotNegative = Field(description="on the right rear wheel", examples=[483])
    wheelbase_mm: Positive = Field(description="front to rear axle", examples=[2740])
    track_front_mm: Positive = Field(description="between the front tyres' middles", examples=[1540])
    track_rear_mm: Positive = Field(description="between the rear tyres' middles", examples=[1540])
    front_rate_n_per_mm: Positive | None = Field(None, description="wheel rate in roll, front")
    rear_rate_n_per_mm: Positive | None = Field(None, description="wheel rate in roll, rear")


class CornerWeightsOut(Answer):
    total_kg: float = Field(description="in all")
    front_pct: float = Field(description="share of the front axle")
    left_pct: float = Field(description="share of the left side")
    cross_pct: float = Field(description="right front and left rear, of the total")
    cg_x_mm: float = Field(description="centre of gravity behind the front axle")
    cg_y_mm: float = Field(description="right of the middle")
    per_mm_kg: float | None = Field(
        None, description="what a plate 1 mm too high loads its corner by; with both rates"
    )


def corner_weights(given: CornerWeightsIn) -> CornerWeightsOut:
    """Shares and centre by moments. Source: statics of four supports; rigid frame on four springs for ``per_mm_kg``.

    Raises Refused on a rate that is missing, on ``left_front_kg`` where nothing is weighed.
    """
    front, rear = given.left_front_kg + given.right_front_kg, given.left_rear_kg + given.right_rear_kg
    total = front + rear
    if total <= 0:
        raise Refused("left_front_kg", "Four scales that read nothing: roll the vehicle on.")
    rates = (given.front_rate_n_per_mm, given.rear_rate_n_per_mm)
    if (rates[0] is None) != (rates[1] is None):
        missing = "front" if rates[0] is None else "rear"
        raise Refused(f"{missing}_rate_n_per_mm", "Give the wheel rates of both axles, or of neither.")
    out: dict[str, Any] = {
        "total_kg": total,
        "front_pct": front / total * 100,
        "left_pct": (given.left_front_kg + given.left_rear_kg) / total * 100,
        "cross_pct": (given.right_front_kg + given.left_rear_kg) / total * 100,
        "cg_x_mm": rear * given.wheelbase_mm / total,
        "cg_y_mm": (
            (given.right_front_kg - given.left_front_kg) * given.track_front_mm / 2
            + (given.right_rear_kg - given.left_rear_kg) * given.track_rear_mm / 2
        )
        / total,
    }
    if rates[0] is not None and rates[1] is not None:
        out["per_mm_kg"] = moved_by_plate_kg(rates[0], rates[1])
    return CornerWeightsOut.model_validate(out)


def moved_by_plate_kg(front_rate_n_per_mm: float, rear_rate_n_per_mm: float) -> float:
    """What a plate 1 mm too high loads its own corner by, and the one across; the others lose as much.

    >>> round(moved_by_plate_kg(34.0, 42.0), 3)
    0.958
    """
    return 1 / (2 / front_rate_n_per_mm + 2 / rear_rate_n_per_mm) / STANDARD_GRAVITY


CALCULATION = Calculation(
    "corner-weights",
    CornerWeightsIn,
    corner_weights,
    CornerWeightsOut,
    "what four scales say: front, left and cross shares, and how level they must be",
    "moments; a rigid frame on four springs",
)
