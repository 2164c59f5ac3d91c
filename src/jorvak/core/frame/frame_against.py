"""A frame laid over the maker's sheet, a donor, or itself before."""

import math

from pydantic import Field

from jorvak.core.calculation import (
    SLACK,
    Answer,
    Calculation,
    Given,
    NotNegative,
    Point3,
    Refused,
    names_differ,
)

LEAST_POINTS = 3


class PointIn(Given):
    name: str = Field(min_length=1, description="which point", examples=["front hanger L"])
    at: Point3 = Field(description="x, y, z where it is, mm", examples=[[41, -380, 610]])
    want: Point3 = Field(description="x, y, z where it should be, mm", examples=[[40, -381, 600]])
    base: bool = Field(True, description="it is sound, and the fit is laid over it")


class FrameAgainstIn(Given):
    points: list[PointIn] = Field(description="points of the frame, each where it is and where it should be")
    limit_mm: NotNegative = Field(3.0, description="what may be off")


class PointOff(Answer):
    name: str = Field(description="which point")
    off_mm: list[float] = Field(description="moved less wanted, x, y, z")
    distance_mm: float = Field(description="how far that is")


class FrameAgainstOut(Answer):
    points: list[PointOff] = Field(description="each as given, after the move")
    rms_mm: float = Field(description="root mean square over the base")
    worst: str = Field(description="the point that is furthest off")
    out: list[str] = Field(description="points beyond the limit, by name")


def frame_against(given: FrameAgainstIn) -> FrameAgainstOut:
    """Turn and shift of least squares over the base, no mirror, no scale. Source: rigid motion by singular values.

    Raises Refused on ``points`` for fewer than three of the base, or a base on one line.
    """
    import numpy as np

    names_differ((each.name for each in given.points), "points")
    base = [each for each in given.points if each.base]
    if len(base) < LEAST_POINTS:
        raise Refused(
            "points", "At least three points of the base: with two, a frame turns freely about them."
        )
    at, want = np.array([each.at for each in base]), np.array([each.want for each in base])
    for points, what in ((at, "are"), (want, "should be")):
        spread = np.linalg.svd(points - points.mean(axis=0), compute_uv=False)
        if spread[1] <= 1e-9 * max(spread[0], 1.0):
            raise Refused(
                "points", f"All points of the base {what} on one line: a frame turns freely about it."
            )
    u, _, vt = np.linalg.svd((at - at.mean(axis=0)).T @ (want - want.mean(axis=0)))
    no_mirror = np.diag([1.0, 1.0, float(np.sign(np.linalg.det(u @ vt)))])
    turn = u @ no_mirror @ vt
    moved = (np.array([each.at for each in given.points]) - at.mean(axis=0)) @ turn + want.mean(axis=0)
    off = moved - np.array([each.want for each in given.points])
    points_off = [
        PointOff(name=each.name, off_mm=[float(d) for d in row], distance_mm=math.hypot(*map(float, row)))
        for each, row in zip(given.points, off, strict=True)
    ]
    of_base = [row.distance_mm for each, row in zip(given.points, points_off, strict=True) if each.base]
    return FrameAgainstOut(
        points=points_off,
        rms_mm=math.sqrt(sum(d * d for d in of_base) / len(of_base)),
        worst=max(points_off, key=lambda each: each.distance_mm).name,
        out=sorted(each.name for each in points_off if each.distance_mm > given.limit_mm + SLACK),
    )


CALCULATION = Calculation(
    "frame-against",
    FrameAgainstIn,
    frame_against,
    FrameAgainstOut,
    "a frame laid over the maker's sheet, a donor or itself before, and what is off",
    "least-squares rigid motion by singular values",
)
