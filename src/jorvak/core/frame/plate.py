"""A plate that is cut: its area, what it weighs and where, and how far the cutter goes."""

import math
from collections.abc import Sequence
from itertools import combinations, pairwise
from typing import Literal

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, Number, Point, Positive, Refused

Material = Literal["steel", "stainless", "aluminium"]
KG_PER_M3: dict[Material, float] = {"steel": 7850.0, "stainless": 7900.0, "aluminium": 2700.0}
MOST_CORNERS = 2000


class HoleIn(Given):
    x_mm: Number = Field(description="its middle", examples=[30])
    y_mm: Number = Field(description="its middle", examples=[30])
    diameter_mm: Positive = Field(description="its diameter", examples=[13])


class PlateIn(Given):
    outline_mm: list[Point] = Field(
        description="corners in order, x and y; the first may stand at the end again",
        max_length=MOST_CORNERS,
        examples=[[[0, 0], [200, 0], [200, 120], [0, 120]]],
    )
    holes: list[HoleIn] = Field([], description="round ones", max_length=1000)
    thickness_mm: Positive = Field(description="of the plate", examples=[6])
    material: Material = Field("steel", description="steel, stainless or aluminium")


class PlateOut(Answer):
    area_mm2: float = Field(description="without its holes")
    cut_length_mm: float = Field(description="outline and holes")
    mass_kg: float = Field(description="what it weighs")
    cg_mm: list[float] = Field(description="its centre of gravity, x and y")


def plate(given: PlateIn) -> PlateOut:
    """Area and first moments of a polygon less its holes. Source: Green's theorem; density of the material.

    Raises Refused on ``outline_mm`` for one that crosses or touches itself, on ``holes.N`` for one outside or on another.
    """
    corners = outline(given.outline_mm)
    _check_holes(corners, given.holes)
    area, moment_x, moment_y = _moments(corners)
    for hole in given.holes:
        hole_area = math.pi * hole.diameter_mm**2 / 4
        area -= hole_area
        moment_x -= hole_area * hole.x_mm
        moment_y -= hole_area * hole.y_mm
    if area <= SLACK:
        raise Refused("outline_mm", "Nothing is left of this plate but its holes.")
    around = sum(math.dist(*edge) for edge in _edges(corners))
    return PlateOut(
        area_mm2=area,
        cut_length_mm=around + sum(math.pi * hole.diameter_mm for hole in given.holes),
        mass_kg=area * given.thickness_mm * KG_PER_M3[given.material] / 1e9,
        cg_mm=[moment_x / area, moment_y / area],
    )


def outline(given: Sequence[Point], field: str = "outline_mm") -> list[Point]:
    """The corners of a simple polygon, each once. Raises Refused on ``field``."""
    corners = list(given)
    if len(corners) > 1 and math.dist(corners[0], corners[-1]) <= SLACK:
        corners.pop()
    if len(corners) < 3:
        raise Refused(field, f"{len(corners)} corners are no outline: at least three.")
    edges = _edges(corners)
    for at, (one, other) in enumerate(edges):
        if math.dist(one, other) <= SLACK:
            raise Refused(field, f"Corner {at + 1} stands at the same place as the next one.")
    for i, j in combinations(range(len(edges)), 2):
        if _touch(edges[i], edges[j], neighbours=j - i == 1, closing=(i, j) == (0, len(edges) - 1)):
            raise Refused(
                field,
                f"The outline crosses or touches itself, between corners {i + 1} and {i + 2} and between "
                f"{j + 1} and {(j + 1) % len(edges) + 1}: go round once, without crossing.",
            )
    return corners


def _edges(corners: Sequence[Point]) -> list[tuple[Point, Point]]:
    return list(pairwise([*corners, corners[0]]))


def _touch(one: tuple[Point, Point], other: tuple[Point, Point], neighbours: bool, closing: bool) -> bool:
    """Whether two edges meet anywhere but in the corner that neighbours share."""
    if not (neighbours or closing):
        return _distance(one, other) <= SLACK
    # From the shared corner the two run apart, or fold back on one another.
    corner, back, ahead = (one[1], one[0], other[1]) if neighbours else (one[0], one[1], other[0])
    u = (back[0] - corner[0], back[1] - corner[1])
    v = (ahead[0] - corner[0], ahead[1] - corner[1])
    cross, dot = u[0] * v[1] - u[1] * v[0], u[0] * v[0] + u[1] * v[1]
    return dot > 0 and abs(cross) <= SLACK * math.hypot(*u) * math.hypot(*v)


def _distance(one: tuple[Point, Point], other: tuple[Point, Point]) -> float:
    """Between two straight edges."""
    if _cross(one, other):
        return 0.0
    ends = ((end, other) for end in one), ((end, one) for end in other)
    return min(_from_edge(end, edge) for pairs in ends for end, edge in pairs)


def _cross(one: tuple[Point, Point], other: tuple[Point, Point]) -> bool:
    def side(edge: tuple[Point, Point], point: Point) -> float:
        (ax, ay), (bx, by) = edge
        return (bx - ax) * (point[1] - ay) - (by - ay) * (point[0] - ax)

    return side(one, other[0]) * side(one, other[1]) < 0 and side(other, one[0]) * side(other, one[1]) < 0


def _from_edge(point: Point, edge: tuple[Point, Point]) -> float:
    (ax, ay), (bx, by) = edge
    along = ((point[0] - ax) * (bx - ax) + (point[1] - ay) * (by - ay)) / ((bx - ax) ** 2 + (by - ay) ** 2)
    along = min(max(along, 0.0), 1.0)
    return math.hypot(point[0] - ax - along * (bx - ax), point[1] - ay - along * (by - ay))


def _check_holes(corners: Sequence[Point], holes: Sequence[HoleIn]) -> None:
    edges = _edges(corners)
    for at, hole in enumerate(holes):
        middle, radius = (hole.x_mm, hole.y_mm), hole.diameter_mm / 2
        if not _inside(middle, edges) or min(_from_edge(middle, edge) for edge in edges) < radius - SLACK:
            raise Refused(
                f"holes.{at}",
                f"Hole {at + 1} of {hole.diameter_mm:g} mm at {hole.x_mm:g}, {hole.y_mm:g} is not wholly inside the plate.",
            )
        for before, other in enumerate(holes[:at]):
            apart = math.dist(middle, (other.x_mm, other.y_mm))
            if apart < radius + other.diameter_mm / 2 - SLACK:
                raise Refused(f"holes.{at}", f"Hole {at + 1} runs into hole {before + 1}.")


def _inside(point: Point, edges: Sequence[tuple[Point, Point]]) -> bool:
    x, y = point
    inside = False
    for (ax, ay), (bx, by) in edges:
        if (ay > y) != (by > y) and x < ax + (y - ay) * (bx - ax) / (by - ay):
            inside = not inside
    return inside


def _moments(corners: Sequence[Point]) -> tuple[float, float, float]:
    """Area and its moments about both axes, above 0 whichever way round it goes."""
    # From the first corner: far from the axes the terms would eat one another up.
    x0, y0 = corners[0]
    area = moment_x = moment_y = 0.0
    for (ax, ay), (bx, by) in _edges([(x - x0, y - y0) for x, y in corners]):
        twice = ax * by - bx * ay
        area += twice / 2
        moment_x += twice * (ax + bx) / 6
        moment_y += twice * (ay + by) / 6
    if area < 0:
        area, moment_x, moment_y = -area, -moment_x, -moment_y
    return area, moment_x + area * x0, moment_y + area * y0


CALCULATION = Calculation(
    "plate",
    PlateIn,
    plate,
    PlateOut,
    "a plate that is cut: area, length of cut, mass and centre of gravity",
    "Green's theorem; density of the material",
)
