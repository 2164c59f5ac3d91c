"""Something heavy on a door or a swing arm: what its hinges get."""

import math

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, NotNegative, Positive
from jorvak.core.frame.cautions import FIRST_LOOK
from jorvak.core.quantities.units import STANDARD_GRAVITY

LEAST_FACTOR = 2.0
"""On bolts and hinges: below it the answer is no."""
CAUTION = f"Rusty metal round a hinge has no rating. {FIRST_LOOK}"


class HingeLoadIn(Given):
    mass_kg: NotNegative = Field(description="what hangs on it, the door included", examples=[38])
    out_mm: NotNegative = Field(description="its centre from the hinge line", examples=[420])
    spacing_mm: Positive = Field(description="between the hinges", examples=[310])
    bump: NotNegative = Field(3.0, description="times its weight, on a rough track")
    rated_n: Positive | None = Field(None, description="one hinge")


class HingeLoadOut(Answer):
    pull_n: float = Field(description="outwards on the upper one, inwards on the lower")
    weight_n: float = Field(description="downwards: one may get all of it")
    resultant_n: float = Field(description="both, on one hinge")
    factor: float | None = Field(None, description="rated over that; null at 0")
    caution: str = Field(description="what is not in it")


def hinge_load(given: HingeLoadIn) -> HingeLoadOut:
    """pull = mass·g·bump·out/spacing. Source: statics."""
    weight = given.mass_kg * STANDARD_GRAVITY * given.bump
    pull = weight * given.out_mm / given.spacing_mm
    resultant = math.hypot(pull, weight)
    answer: dict[str, object] = {
        "pull_n": pull,
        "weight_n": weight,
        "resultant_n": resultant,
        "caution": CAUTION,
    }
    if given.rated_n is not None:
        answer["factor"] = given.rated_n / resultant if resultant > 0 else None
    return HingeLoadOut.model_validate(answer)


CALCULATION = Calculation(
    "hinge-load",
    HingeLoadIn,
    hinge_load,
    HingeLoadOut,
    "something heavy on a door or swing arm: what its hinges get",
    "statics of two hinges",
)
