"""Sheet that is folded: how long it is flat, and where each bend's middle lies."""

import math
from itertools import accumulate

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, Positive, Refused


class BendIn(Given):
    thickness_mm: Positive = Field(description="of the sheet", examples=[2])
    inside_radius_mm: Positive = Field(description="of the bend, inside", examples=[2.5])
    legs_mm: list[Positive] = Field(
        description="to where the outside faces' lines meet, one more than bends", examples=[[40, 60]]
    )
    bends_deg: list[float] = Field(
        min_length=1, description="each turned from flat, below 180", examples=[[90]]
    )
    k_factor: float = Field(
        0.44, description="where the sheet keeps its length, of the thickness", gt=0, le=0.5
    )


class BendOut(Answer):
    flat_mm: float = Field(description="the sheet before it is folded")
    lines_mm: list[float] = Field(description="middle of each bend, from the first end")


def bend(given: BendIn) -> BendOut:
    """flat = Σ legs − Σ(2·setback − allowance). Source: bend allowance by the neutral fibre.

    Raises Refused on ``legs_mm`` for a wrong number of legs, or one shorter than its setbacks; ``bends_deg.N``.
    """
    check_bends(given.legs_mm, given.bends_deg)
    radii = given.inside_radius_mm + given.thickness_mm
    allowance = [
        math.radians(each) * (given.inside_radius_mm + given.k_factor * given.thickness_mm)
        for each in given.bends_deg
    ]
    setback = [math.tan(math.radians(each) / 2) * radii for each in given.bends_deg]
    straights = straights_mm(given.legs_mm, setback, "of the bends")
    ends = [
        before + flat for before, flat in zip([0.0, *allowance], straights, strict=True)
    ]  # each bend, then the straight behind it
    lines = [end - bent / 2 for end, bent in zip(list(accumulate(ends))[:-1], allowance, strict=True)]
    middles = [line + bent for line, bent in zip(lines, allowance, strict=True)]
    return BendOut(flat_mm=sum(straights) + sum(allowance), lines_mm=middles)


def check_bends(legs_mm: list[float], bends_deg: list[float]) -> None:
    """Raises Refused on ``bends_deg.N`` for a bend not between 0 and 180°, on ``legs_mm`` for a wrong number of legs."""
    for at, each in enumerate(bends_deg):
        if not 0 < each < 180:
            raise Refused(
                f"bends_deg.{at}", f"A bend turns by more than 0 and less than 180°, not by {each:g}°."
            )
    if len(legs_mm) != len(bends_deg) + 1:
        raise Refused(
            "legs_mm",
            f"{len(bends_deg)} bends have {len(bends_deg) + 1} legs, not {len(legs_mm)}: one before each bend and one "
            "after the last.",
        )


def straights_mm(legs_mm: list[float], setback_mm: list[float], of_what: str) -> list[float]:
    """What of each leg stays straight. Raises Refused on ``legs_mm`` for one shorter than what its bends take."""
    straights = []
    for at, leg in enumerate(legs_mm):
        takes = sum(setback_mm[max(at - 1, 0) : at + 1])
        if leg - takes < -SLACK:
            raise Refused(
                "legs_mm",
                f"Leg {at + 1} of {leg:g} mm is shorter than the {takes:.1f} mm {of_what} beside it: at least that long.",
            )
        straights.append(max(leg - takes, 0.0))
    return straights


CALCULATION = Calculation(
    "bend",
    BendIn,
    bend,
    BendOut,
    "sheet that is folded: its flat length, and where to fold",
    "bend allowance by the neutral fibre",
)
