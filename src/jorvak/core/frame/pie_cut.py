"""A rail or tube section bent by cutting wedges and closing them, hinged on the wall that stays."""

import math

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Positive, Refused


class PieCutIn(Given):
    height_mm: Positive = Field(description="section, in the plane of the bend", examples=[120])
    angle_deg: Positive | None = Field(None, lt=90, description="what it is bent by; or rise and reach")
    rise_mm: Positive | None = Field(None, description="how far its end moves across")
    reach_mm: Positive | None = Field(None, description="along the piece that is bent")
    cuts: int = Field(1, strict=True, ge=1, description="wedges, alike")
    kerf_mm: NotNegative = Field(1.5, description="what the blade takes")


class PieCutOut(Answer):
    angle_deg: float = Field(description="what it is bent by")
    wedge_mm: float = Field(description="of each cut, at the open wall")
    mark_mm: float = Field(description="between the lines that the blade's middle follows")
    shortens_mm: float = Field(description="in all, in the middle of the section")


def pie_cut(given: PieCutIn) -> PieCutOut:
    """wedge = 2·height·tan(angle/(2·cuts)). Source: geometry of a wedge that is closed.

    Raises Refused on ``angle_deg``, ``rise_mm`` or ``reach_mm``, and on ``kerf_mm`` for a wedge thinner than the blade.
    """
    angle = _angle_deg(given)
    half = math.tan(math.radians(angle) / (2 * given.cuts))
    wedge = 2 * given.height_mm * half
    mark = wedge - given.kerf_mm
    if mark <= SLACK:
        raise Refused(
            "kerf_mm",
            f"Each wedge is {wedge:.1f} mm at the open wall and the blade takes {given.kerf_mm:g} mm: there is nothing left "
            "to mark. Fewer cuts, or a thinner blade.",
        )
    return PieCutOut(
        angle_deg=angle, wedge_mm=wedge, mark_mm=mark, shortens_mm=given.cuts * given.height_mm * half
    )


def _angle_deg(given: PieCutIn) -> float:
    if given.angle_deg is not None:
        for key in ("rise_mm", "reach_mm"):
            if getattr(given, key) is not None:
                raise Refused(key, f"The angle is given: leave {key} out, or the angle.")
        return given.angle_deg
    if given.rise_mm is None and given.reach_mm is None:
        raise Refused("angle_deg", "Give the angle, or rise and reach: for example 12.")
    if given.rise_mm is None:
        raise Refused("rise_mm", "The reach is given without the rise: for example 180.")
    if given.reach_mm is None:
        raise Refused("reach_mm", "The rise is given without the reach: for example 900.")
    if given.rise_mm >= given.reach_mm - SLACK:
        raise Refused(
            "rise_mm",
            f"A piece of {given.reach_mm:g} mm cannot rise {given.rise_mm:g} mm: less than it is long.",
        )
    return math.degrees(math.asin(given.rise_mm / given.reach_mm))


CALCULATION = Calculation(
    "pie-cut",
    PieCutIn,
    pie_cut,
    PieCutOut,
    "a rail bent by wedges that are cut and closed: what to mark",
    "geometry of a wedge hinged on the wall that stays",
)
