"""The rear axle moved along the frame: loads, shaft, brake pipe and how it turns."""

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Number, Positive, Refused


class WheelbaseChangeIn(Given):
    move_mm: Number = Field(description="the rear axle, rearwards positive", examples=[150])
    wheelbase_mm: Positive = Field(description="before", examples=[2400])
    front_kg: NotNegative = Field(description="on the front axle, before", examples=[950])
    rear_kg: NotNegative = Field(description="on the rear axle, before", examples=[800])
    unsprung_rear_kg: NotNegative = Field(0.0, description="of the rear, moves with the axle")
    shaft_length_mm: Positive | None = Field(None, description="rear shaft, before")
    brake_pipe_mm: Positive | None = Field(None, description="to the rear axle, before")


class WheelbaseChangeOut(Answer):
    wheelbase_mm: float = Field(description="after")
    front_kg: float = Field(description="on the front axle, after")
    rear_kg: float = Field(description="on the rear axle, after")
    shaft_length_mm: float | None = Field(None, description="after, about: its true length is shaft's")
    brake_pipe_mm: float | None = Field(None, description="after")
    turning_factor: float = Field(description="turning circle after over before, about")


def wheelbase_change(given: WheelbaseChangeIn) -> WheelbaseChangeOut:
    """Sprung masses stay where they are, the rear axle moves. Source: moments about the front axle.

    Raises Refused on ``unsprung_rear_kg`` and on ``move_mm`` where nothing is left of a length or a load.
    """
    if given.unsprung_rear_kg > given.rear_kg + SLACK:
        raise Refused(
            "unsprung_rear_kg",
            f"{given.unsprung_rear_kg:g} kg of the axle itself are more than the {given.rear_kg:g} kg on it.",
        )
    wheelbase = given.wheelbase_mm + given.move_mm
    if wheelbase <= SLACK:
        raise Refused(
            "move_mm",
            f"Moved by {given.move_mm:g} mm nothing is left of a wheelbase of {given.wheelbase_mm:g} mm.",
        )
    sprung = given.rear_kg - given.unsprung_rear_kg
    rear = given.unsprung_rear_kg + sprung * given.wheelbase_mm / wheelbase
    front = given.front_kg + given.rear_kg - rear
    if front <= SLACK:
        raise Refused(
            "move_mm", "Moved so far the front axle would lift: most of the mass is behind the rear one."
        )
    answer: dict[str, float] = {
        "wheelbase_mm": wheelbase,
        "front_kg": front,
        "rear_kg": rear,
        "turning_factor": wheelbase / given.wheelbase_mm,
    }
    for key in ("shaft_length_mm", "brake_pipe_mm"):
        before: float | None = getattr(given, key)
        if before is None:
            continue
        if before + given.move_mm <= SLACK:
            raise Refused(
                "move_mm", f"Moved by {given.move_mm:g} mm nothing is left of {before:g} mm ({key})."
            )
        answer[key] = before + given.move_mm
    return WheelbaseChangeOut.model_validate(answer)


CALCULATION = Calculation(
    "wheelbase-change",
    WheelbaseChangeIn,
    wheelbase_change,
    WheelbaseChangeOut,
    "the rear axle moved along the frame: loads, shaft, pipe, turning",
    "moments about the front axle; sprung masses stay",
)
