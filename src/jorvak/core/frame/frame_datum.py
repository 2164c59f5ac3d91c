"""Points of a frame in space against its own centre line: what is to the side, high, ahead or twisted."""

import math
from collections.abc import Iterable, Sequence
from itertools import pairwise

from pydantic import ConfigDict, Field

from jorvak.core.calculation import (
    SLACK,
    Answer,
    Calculation,
    Given,
    NotNegative,
    Number,
    Point3,
    Refused,
    names_differ,
)


class StationIn(Given):
    name: str = Field(min_length=1, description="which station", examples=["front hanger"])
    left: Point3 = Field(description="x, y, z of its left point, mm", examples=[[40, -381, 610]])
    right: Point3 = Field(description="x, y, z of its right point, mm", examples=[[40, 381, 610]])
    datum_mm: Number = Field(0.0, description="how high it lies by the sheet, as on a kick-up")


class FrameDatumIn(Given):
    pairs: list[StationIn] = Field(min_length=1, description="the stations, a point left and right of each")
    base: list[str] | None = Field(
        None, description="names of the stations that are sound; absent: all of them"
    )
    limit_mm: NotNegative = Field(3.0, description="what may be off")


class Station(Answer):
    name: str = Field(description="which station")
    width_mm: float = Field(description="right less left, across")
    side_mm: float = Field(description="its middle right of the centre line")
    height_mm: float = Field(description="its middle above the line of the base")
    lead_mm: float = Field(description="its right point further back than its left, square to the line")
    twist_deg: float = Field(description="right higher than left, less the mean of the base")


class Diagonal(Answer):
    model_config = ConfigDict(serialize_by_alias=True)

    from_: str = Field(alias="from", description="the station ahead")
    to: str = Field(description="the station behind it")
    left_right_mm: float = Field(description="left of the one to right of the other, from above")
    right_left_mm: float = Field(description="right of the one to left of the other")
    difference_mm: float = Field(description="the first less the second")


class FrameDatumOut(Answer):
    yaw_deg: float = Field(description="the line runs right towards the rear")
    pitch_deg: float = Field(description="nose up")
    stations: list[Station] = Field(description="each as given")
    diagonals: list[Diagonal] = Field(description="between neighbours, front to rear")
    out: list[str] = Field(description="stations beyond the limit, by name")


def frame_datum(given: FrameDatumIn) -> FrameDatumOut:
    """Centre line and its rise by ordinary least squares over the middles of the base. Source: least squares.

    Raises Refused on ``pairs``, ``pairs.N``, ``base`` or ``base.N``.
    """
    base = _base(given)
    x = [_middle(each)[0] for each in base]
    side = _line(x, [_middle(each)[1] for each in base])
    rise = _line(x, [_middle(each)[2] - each.datum_mm for each in base])
    lean = sum(_leans(each) for each in base) / len(base)
    stations = [_station(each, side, rise, lean) for each in given.pairs]
    return FrameDatumOut(
        yaw_deg=math.degrees(math.atan(side[1])),
        pitch_deg=-math.degrees(math.atan(rise[1])),
        stations=stations,
        diagonals=[
            _diagonal(*two) for two in pairwise(sorted(given.pairs, key=lambda each: _middle(each)[0]))
        ],
        out=sorted(each.name for each in stations if _is_out(each, given.limit_mm)),
    )


def _base(given: FrameDatumIn) -> list[StationIn]:
    """The sound stations, once all are known to be good for something."""
    names_differ((each.name for each in given.pairs), "pairs")
    for at, each in enumerate(given.pairs):
        if each.right[1] <= each.left[1]:
            raise Refused(
                f"pairs.{at}",
                f"“{each.name}” has its right point at y {each.right[1]:g} and its left one at {each.left[1]:g}: right is "
                "positive, seen from the driver's seat. Were left and right exchanged?",
            )
    if len({_middle(each)[0] for each in given.pairs}) < 3:
        raise Refused(
            "pairs",
            "At least three stations at different x: with fewer, no line can be told from what is bent.",
        )
    by_name = {each.name: each for each in given.pairs}
    if given.base is None:
        return given.pairs
    for at, name in enumerate(given.base):
        if name not in by_name:
            raise Refused(f"base.{at}", f"There is no station “{name[:60]}”. There are {', '.join(by_name)}.")
        if name in given.base[:at]:
            raise Refused(f"base.{at}", f"“{name}” is in the base twice.")
    base = [by_name[name] for name in given.base]
    if len({_middle(each)[0] for each in base}) < 2:
        raise Refused("base", "The base needs at least two sound stations at different x.")
    return base


def _middle(each: StationIn) -> Point3:
    left, right = each.left, each.right
    return (left[0] + right[0]) / 2, (left[1] + right[1]) / 2, (left[2] + right[2]) / 2


def _line(x: Sequence[float], y: Sequence[float]) -> tuple[float, float]:
    """Where the line of least squares starts at x = 0, and how it rises."""
    mean_x, mean_y = _mean(x), _mean(y)
    rise = sum((a - mean_x) * (b - mean_y) for a, b in zip(x, y, strict=True)) / sum(
        (a - mean_x) ** 2 for a in x
    )
    return mean_y - rise * mean_x, rise


def _mean(values: Iterable[float]) -> float:
    every = list(values)
    return sum(every) / len(every)


def _leans(each: StationIn) -> float:
    return math.atan((each.right[2] - each.left[2]) / (each.right[1] - each.left[1]))


def _station(each: StationIn, side: tuple[float, float], rise: tuple[float, float], lean: float) -> Station:
    x, y, z = _middle(each)
    width = each.right[1] - each.left[1]
    return Station(
        name=each.name,
        width_mm=width,
        side_mm=y - (side[0] + side[1] * x),
        height_mm=z - each.datum_mm - (rise[0] + rise[1] * x),
        lead_mm=each.right[0] - each.left[0] + side[1] * width,
        twist_deg=math.degrees(_leans(each) - lean),
    )


def _is_out(each: Station, limit_mm: float) -> bool:
    twisted = math.radians(each.twist_deg) * each.width_mm
    return max(map(abs, (each.side_mm, each.height_mm, each.lead_mm, twisted))) > limit_mm + SLACK


def _diagonal(one: StationIn, other: StationIn) -> Diagonal:
    left_right = math.hypot(other.right[0] - one.left[0], other.right[1] - one.left[1])
    right_left = math.hypot(other.left[0] - one.right[0], other.left[1] - one.right[1])
    return Diagonal.model_validate(
        {
            "from": one.name,
            "to": other.name,
            "left_right_mm": left_right,
            "right_left_mm": right_left,
            "difference_mm": left_right - right_left,
        }
    )


CALCULATION = Calculation(
    "frame-datum",
    FrameDatumIn,
    frame_datum,
    FrameDatumOut,
    "a frame against its own centre line: what is to the side, high, ahead or twisted",
    "ordinary least squares over the stations that are sound",
)
