"""A tube bent in several places: how long it is cut, where each bend starts, how far it is rolled."""

import math
from itertools import accumulate

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Number, Positive, Refused
from jorvak.core.frame.bend import check_bends, straights_mm


class TubeBendIn(Given):
    radius_mm: Positive = Field(description="of the die, to the centre line", examples=[150])
    legs_mm: list[Positive] = Field(
        description="to the points where centre lines meet, one more than bends", examples=[[400, 900, 400]]
    )
    bends_deg: list[float] = Field(
        min_length=1, description="each turned from straight, below 180", examples=[[90, 90]]
    )
    springback_pct: NotNegative = Field(0.0, description="what the tube opens again, of each bend", le=100)
    od_mm: Positive | None = Field(None, description="outside diameter, with turns")
    turns_deg: list[Number] | None = Field(
        None, description="how far the tube is rolled before each bend, with od"
    )


class TubeBendOut(Answer):
    cut_mm: float = Field(description="the straight tube")
    marks_mm: list[float] = Field(description="start of each bend, from its first end")
    straights_mm: list[float] = Field(description="what of each leg stays straight")
    die_deg: list[float] = Field(description="what each bend is bent by in the die")
    roll_mm: list[float] | None = Field(None, description="each turn, along the outside of the tube")


def tube_bend(given: TubeBendIn) -> TubeBendOut:
    """cut = Σ legs − Σ(2·tangent − radius·angle). Source: geometry of arcs between tangents.

    Raises Refused on ``legs_mm``, ``bends_deg.N``, ``turns_deg`` or ``od_mm``.
    """
    check_bends(given.legs_mm, given.bends_deg)
    arcs = [given.radius_mm * math.radians(each) for each in given.bends_deg]
    tangents = [given.radius_mm * math.tan(math.radians(each) / 2) for each in given.bends_deg]
    straights = straights_mm(given.legs_mm, tangents, "that the bends take")
    ends = accumulate(straight + arc for straight, arc in zip(straights, arcs, strict=False))
    answer: dict[str, object] = {
        "cut_mm": sum(straights) + sum(arcs),
        "marks_mm": [end - arc for end, arc in zip(ends, arcs, strict=True)],
        "straights_mm": straights,
        "die_deg": [each * (1 + given.springback_pct / 100) for each in given.bends_deg],
    }
    roll = _roll_mm(given)
    if roll is not None:
        answer["roll_mm"] = roll
    return TubeBendOut.model_validate(answer)


def _roll_mm(given: TubeBendIn) -> list[float] | None:
    if given.od_mm is None and given.turns_deg is None:
        return None
    if given.od_mm is None:
        raise Refused("od_mm", "The turns are given without the tube's outside diameter: for example 42.4.")
    if given.turns_deg is None:
        raise Refused("turns_deg", "The diameter is given without the turns: one for each bend, the first 0.")
    if len(given.turns_deg) != len(given.bends_deg):
        raise Refused(
            "turns_deg", f"{len(given.bends_deg)} bends have as many turns, not {len(given.turns_deg)}."
        )
    if abs(given.turns_deg[0]) > SLACK:
        raise Refused("turns_deg.0", "Before the first bend nothing is turned: 0.")
    return [math.pi * given.od_mm * each / 360 for each in given.turns_deg]


CALCULATION = Calculation(
    "tube-bend",
    TubeBendIn,
    tube_bend,
    TubeBendOut,
    "a tube bent in several places: cut length, marks, what the die is set to, how far it is rolled",
    "geometry of arcs between tangents",
)
