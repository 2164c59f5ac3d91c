"""A patch over rust: what is cut out, what is cut to size, and in which order it is tacked."""

import math

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Positive

LEAST_TACKS, MOST_TACKS = 4, 2000


class PatchIn(Given):
    width_mm: Positive = Field(description="of the rust", examples=[120])
    height_mm: Positive = Field(description="of the rust", examples=[60])
    margin_mm: NotNegative = Field(25.0, description="of sound metal, cut out with it all round")
    tack_spacing_mm: Positive = Field(30.0, description="between tacks, at most")
    lapped: bool = Field(False, strict=True, description="laid into a flange; else butted edge to edge")
    flange_mm: NotNegative = Field(12.0, description="all round, where it is lapped")


class PatchOut(Answer):
    cut_mm: list[float] = Field(description="the hole, width and height")
    patch_mm: list[float] = Field(description="the patch, width and height")
    weld_mm: float = Field(description="round the hole")
    tacks: int = Field(description="how many")
    skip: list[int] = Field(description="order of the tacks, numbered round the seam from 0")


def patch(given: PatchIn) -> PatchOut:
    """Cut back to sound metal; tacks set as far from one another as can be, so that nothing draws. Source: practice."""
    cut = [given.width_mm + 2 * given.margin_mm, given.height_mm + 2 * given.margin_mm]
    flange = given.flange_mm if given.lapped else 0.0
    weld = 2 * sum(cut)
    tacks = max(LEAST_TACKS, math.ceil(weld / given.tack_spacing_mm - SLACK))
    return PatchOut(
        cut_mm=cut,
        patch_mm=[side + 2 * flange for side in cut],
        weld_mm=weld,
        tacks=tacks,
        skip=_skip(tacks),
    )


def _skip(tacks: int) -> list[int]:
    """From tack to tack, each the one farthest round the seam from all that are set; of equals the lowest."""
    away = [min(each, tacks - each) for each in range(tacks)]
    order = [0]
    while len(order) < tacks:
        farthest = max(range(tacks), key=lambda each: (away[each], -each))
        order.append(farthest)
        for each in range(tacks):
            apart = abs(each - farthest)
            away[each] = min(away[each], apart, tacks - apart)
    return order


CALCULATION = Calculation(
    "patch",
    PatchIn,
    patch,
    PatchOut,
    "a patch over rust: cut, patch, weld, and the order of its tacks",
    "practice of sheet repair",
)
