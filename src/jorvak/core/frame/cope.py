"""The end of a tube cut so that it sits on another: a template to wrap round it."""

import math

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, Number, Point, Positive, Refused


class CopeIn(Given):
    od_mm: Positive = Field(description="outside diameter of the tube that is cut", examples=[42.4])
    wall_mm: Positive = Field(description="its wall", examples=[2.6])
    onto_od_mm: Positive = Field(description="outside diameter of the tube that it sits on", examples=[48.3])
    angle_deg: Number = Field(90.0, description="between the axes", ge=20, le=90)
    offset_mm: Number = Field(0.0, description="between the axes, where they do not meet")
    points: int = Field(72, strict=True, description="of the template, round the tube", ge=8, le=3600)


class CopeOut(Answer):
    template: list[Point] = Field(
        description="along the outside from the acute side, and how deep is cut there, mm"
    )
    deepest_mm: float = Field(description="the deepest cut, from the tip that stays longest")


def cope(given: CopeIn) -> CopeOut:
    """Where the wall meets the other tube, at its edge that lies deepest. Source: geometry of two cylinders.

    Raises Refused on ``wall_mm``, and on ``od_mm`` for a tube that reaches past the other.
    """
    outer, onto = given.od_mm / 2, given.onto_od_mm / 2
    if given.wall_mm >= outer - SLACK:
        raise Refused("wall_mm", f"A tube of {given.od_mm:g} mm has a wall below {outer:g} mm.")
    if outer + abs(given.offset_mm) > onto + SLACK:
        raise Refused(
            "od_mm",
            f"A tube of {given.od_mm:g} mm, {abs(given.offset_mm):g} mm off the middle, reaches past one of "
            f"{given.onto_od_mm:g} mm: it sits on it only where it is covered all round.",
        )
    round_it = [2 * math.pi * k / given.points for k in range(given.points)]
    depths = [_from_the_other_axis_mm(given, phi) for phi in round_it]
    tip = min(depths)
    template = [(outer * phi, depth - tip) for phi, depth in zip(round_it, depths, strict=True)]
    return CopeOut(template=template, deepest_mm=max(depths) - tip)


def _from_the_other_axis_mm(given: CopeIn, phi: float) -> float:
    """The largest over the wall at ``phi`` round the tube: nothing of the wall stands in the way."""
    outer, onto = given.od_mm / 2, given.onto_od_mm / 2
    inner = outer - given.wall_mm
    alpha = math.radians(given.angle_deg)
    at = [outer, inner]
    if abs(math.sin(phi)) > SLACK:
        t = math.cos(alpha) * math.cos(phi) / math.sin(phi)
        between = (onto * t / math.hypot(1.0, t) - given.offset_mm) / math.sin(phi)
        if inner < between < outer:
            at.append(between)

    def height(radius: float) -> float:
        aside = radius * math.sin(phi) + given.offset_mm
        root = math.sqrt(max(onto * onto - aside * aside, 0.0))
        return root / math.sin(alpha) + radius * math.cos(phi) / math.tan(alpha)

    return max(map(height, at))


CALCULATION = Calculation(
    "cope",
    CopeIn,
    cope,
    CopeOut,
    "the end of a tube cut to sit on another: a template to wrap round it",
    "geometry of two cylinders, both edges of the wall and what lies between",
)
