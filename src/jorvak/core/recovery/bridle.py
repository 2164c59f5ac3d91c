"""What the two legs of a bridle carry, and what pulls the rails together."""

import math

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Positive, Refused

MOST_DEG, AIM_DEG = 120.0, 60.0
"""Both legs together below this, better below that: beyond it they carry more than the pull."""


class BridleIn(Given):
    pull_kg: NotNegative = Field(description="on the ring", examples=[3200])
    left_deg: Positive = Field(description="left leg off the line of pull", examples=[25])
    right_deg: Positive = Field(description="right leg off the line of pull", examples=[25])
    left_wll_kg: NotNegative | None = Field(None, description="what the left point may carry")
    right_wll_kg: NotNegative | None = Field(None, description="what the right point may carry")


class BridleOut(Answer):
    left_kg: float = Field(description="in the left leg")
    right_kg: float = Field(description="in the right leg")
    side_kg: float = Field(description="across, alike on both: what pulls the rails together")
    left_ok: bool | None = Field(None, description="within what its point may carry")
    right_ok: bool | None = Field(None, description="within what its point may carry")


def bridle(given: BridleIn) -> BridleOut:
    """Equilibrium at the ring. Source: statics.

    Raises Refused on ``right_deg`` where both legs together are 120° or more.
    """
    between = given.left_deg + given.right_deg
    if between >= MOST_DEG - SLACK:
        raise Refused(
            "right_deg",
            f"{between:g}° between the legs: each would carry as much as the whole pull, or more. Stay below "
            f"{MOST_DEG:g}°, better below {AIM_DEG:g}°: a longer bridle.",
        )
    left, right = math.radians(given.left_deg), math.radians(given.right_deg)
    in_left = given.pull_kg * math.sin(right) / math.sin(left + right)
    in_right = given.pull_kg * math.sin(left) / math.sin(left + right)
    answer: dict[str, object] = {
        "left_kg": in_left,
        "right_kg": in_right,
        "side_kg": in_left * math.sin(left),
    }
    if given.left_wll_kg is not None:
        answer["left_ok"] = in_left <= given.left_wll_kg + SLACK
    if given.right_wll_kg is not None:
        answer["right_ok"] = in_right <= given.right_wll_kg + SLACK
    return BridleOut.model_validate(answer)


CALCULATION = Calculation(
    "bridle", BridleIn, bridle, BridleOut, "what the legs of a bridle carry", "statics of three forces"
)
