"""What stands on each axle with things put on, and where the centre of gravity is."""

from collections.abc import Sequence

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Number, Positive, Refused


class LoadedItem(Given):
    name: str = Field(description="what it is")
    mass_kg: Number = Field(description="below 0: taken off")
    x_mm: Number = Field(description="behind the front axle")
    y_mm: Number = Field(0.0, description="right of the middle")
    z_mm: Number | None = Field(None, description="above the ground")


class AxleLoadsIn(Given):
    wheelbase_mm: Positive = Field(description="front to rear axle", examples=[2740])
    front_kg: NotNegative = Field(description="on the front axle without the items", examples=[1090])
    rear_kg: NotNegative = Field(description="on the rear axle without the items", examples=[975])
    cg_height_mm: Positive | None = Field(
        None, description="centre of gravity without the items", examples=[742]
    )
    items: list[LoadedItem] = Field(description="what comes on or off")


class AxleShare(Answer):
    name: str = Field(description="what it is")
    front_kg: float = Field(description="what it puts on the front axle")
    rear_kg: float = Field(description="what it puts on the rear axle")


class AxleLoadsOut(Answer):
    front_kg: float = Field(description="on the front axle")
    rear_kg: float = Field(description="on the rear axle")
    total_kg: float = Field(description="in all")
    cg_x_mm: float = Field(description="centre of gravity behind the front axle")
    cg_y_mm: float = Field(description="right of the middle")
    rows: list[AxleShare] = Field(description="item by item")
    cg_z_mm: float | None = Field(None, description="above the ground; with the height and every z_mm")


def axle_loads(given: AxleLoadsIn) -> AxleLoadsOut:
    """Moments about the front axle and the middle. Source: statics.

    Raises Refused on ``items`` for an axle below 0, on ``front_kg`` where nothing is weighed.
    """
    shares = [on_axles_kg(item.mass_kg, item.x_mm, given.wheelbase_mm) for item in given.items]
    front = given.front_kg + sum(share[0] for share in shares)
    rear = given.rear_kg + sum(share[1] for share in shares)
    own, total = given.front_kg + given.rear_kg, front + rear
    if own <= 0:
        raise Refused("front_kg", "A vehicle weighs something: give what stands on its axles.")
    if front < -SLACK or rear < -SLACK:
        end = "front" if front < 0 else "rear"
        raise Refused(
            "items", f"That would lift the {end} axle off the ground ({min(front, rear):.0f} kg on it)."
        )
    if total <= 0:
        raise Refused("items", "More is taken off than the vehicle weighs.")
    out = {
        "front_kg": front,
        "rear_kg": rear,
        "total_kg": total,
        "cg_x_mm": rear * given.wheelbase_mm / total,
        "cg_y_mm": sum(item.mass_kg * item.y_mm for item in given.items) / total,
        "rows": [
            AxleShare(name=item.name, front_kg=share[0], rear_kg=share[1])
            for item, share in zip(given.items, shares, strict=True)
        ],
    }
    height = _height(own, given.cg_height_mm, given.items, total)
    if height is not None:
        out["cg_z_mm"] = height
    return AxleLoadsOut.model_validate(out)


def on_axles_kg(mass_kg: float, x_mm: float, wheelbase_mm: float) -> tuple[float, float]:
    """What a mass puts on the front axle and on the rear.

    >>> on_axles_kg(48.0, -685.0, 2740.0)
    (60.0, -12.0)
    """
    rear = mass_kg * x_mm / wheelbase_mm
    return mass_kg - rear, rear


def _height(
    own_kg: float, height_mm: float | None, items: Sequence[LoadedItem], total_kg: float
) -> float | None:
    if height_mm is None or any(item.z_mm is None for item in items):
        return None
    return (own_kg * height_mm + sum(item.mass_kg * (item.z_mm or 0.0) for item in items)) / total_kg


CALCULATION = Calculation(
    "axle-loads",
    AxleLoadsIn,
    axle_loads,
    AxleLoadsOut,
    "what stands on each axle with things put on, and where the centre of gravity is",
    "moments about the front axle and the vehicle's middle",
)
