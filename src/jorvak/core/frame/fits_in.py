"""What has room beside what, and what is in the way of what has to come out."""

import math
from collections.abc import Iterator, Sequence
from itertools import combinations
from typing import Literal

from pydantic import Field

from jorvak.core.calculation import (
    SLACK,
    Answer,
    Calculation,
    Given,
    NotNegative,
    Point,
    Refused,
    names_differ,
)

MOST_BOXES = 400
Axis = Literal["x", "y", "z"]
AXES: tuple[Axis, ...] = ("x", "y", "z")


class BoxIn(Given):
    name: str = Field(min_length=1, description="what it is", examples=["battery"])
    x: Point = Field(description="from, to; rearwards, mm", examples=[[420, 600]])
    y: Point = Field(description="from, to; right, mm", examples=[[300, 480]])
    z: Point = Field(description="from, to; up, mm", examples=[[700, 900]])
    wants_mm: NotNegative = Field(0.0, description="room that it wants all round")
    moves_mm: NotNegative = Field(0.0, description="how far it moves on its mounts")


class RemovalIn(Given):
    name: str = Field(description="which box comes out", examples=["battery"])
    axis: Axis = Field(description="along which axis", examples=["z"])
    sign: Literal[1, -1] = Field(description="which way", examples=[1])
    accepts: list[str] = Field([], description="boxes that may come off first")


class FitsInIn(Given):
    boxes: list[BoxIn] = Field(description="what sits there", max_length=MOST_BOXES)
    out: list[RemovalIn] = Field([], description="what has to come out, and which way", max_length=MOST_BOXES)


class Tight(Answer):
    a: str = Field(description="one box")
    b: str = Field(description="the other")
    gap_mm: float = Field(description="between them; below 0 they run into one another")
    needed_mm: float = Field(description="what they want and move")


class Removal(Answer):
    name: str = Field(description="which box")
    blocked_by: list[str] = Field(description="what it meets on its way")
    free: bool = Field(description="nothing, or only what may come off first")


class FitsInOut(Answer):
    tight: list[Tight] = Field(description="too close, the worst first")
    removal: list[Removal] = Field(description="each that has to come out")


def fits_in(given: FitsInIn) -> FitsInOut:
    """Gaps of boxes along the axes, and boxes swept along one. Source: geometry. Raises Refused."""
    names_differ((each.name for each in given.boxes), "boxes")
    for at, each in enumerate(given.boxes):
        for axis in AXES:
            if getattr(each, axis)[0] >= getattr(each, axis)[1]:
                raise Refused(
                    f"boxes.{at}.{axis}", f"“{each.name}” ends along {axis} where it begins: from below to."
                )
    by_name = {each.name: each for each in given.boxes}
    for at, asked in enumerate(given.out):
        _known(f"out.{at}.name", asked.name, by_name)
        for k, name in enumerate(asked.accepts):
            _known(f"out.{at}.accepts.{k}", name, by_name)
    tight = [close for two in _near(given.boxes) if (close := _tight(*two)) is not None]
    return FitsInOut(
        tight=sorted(tight, key=lambda each: each.gap_mm - each.needed_mm),
        removal=[_removal(asked, by_name, given.boxes) for asked in given.out],
    )


def _known(field: str, name: str, boxes: dict[str, BoxIn]) -> None:
    if name not in boxes:
        raise Refused(
            field, f"There is no box “{name[:60]}”. There are {', '.join(list(boxes)[:12]) or 'none'}."
        )


def _near(boxes: Sequence[BoxIn]) -> Iterator[tuple[BoxIn, BoxIn]]:
    """Pairs in the order given, but for those that lie further apart along x than anything here wants."""
    most = max((each.wants_mm for each in boxes), default=0.0) + 2 * max(
        (each.moves_mm for each in boxes), default=0.0
    )
    for one, other in combinations(boxes, 2):
        if other.x[0] - one.x[1] < most and one.x[0] - other.x[1] < most:
            yield one, other


def _gaps(one: BoxIn, other: BoxIn) -> list[float]:
    """Between them along each axis; below 0 where they overlap."""
    spans: Sequence[tuple[Point, Point]] = [(one.x, other.x), (one.y, other.y), (one.z, other.z)]
    return [max(a[0] - b[1], b[0] - a[1]) for a, b in spans]


def _tight(one: BoxIn, other: BoxIn) -> Tight | None:
    gaps = _gaps(one, other)
    apart = [gap for gap in gaps if gap > 0]
    gap = math.hypot(*apart) if apart else max(gaps)
    needed = max(one.wants_mm, other.wants_mm) + one.moves_mm + other.moves_mm
    if gap >= needed - SLACK:
        return None
    return Tight(a=one.name, b=other.name, gap_mm=gap, needed_mm=needed)


def _removal(asked: RemovalIn, by_name: dict[str, BoxIn], boxes: Sequence[BoxIn]) -> Removal:
    box = by_name[asked.name]
    span: Point = getattr(box, asked.axis)
    swept = (span[0], math.inf) if asked.sign > 0 else (-math.inf, span[1])
    way = box.model_copy(update={asked.axis: swept})
    blocked = [each.name for each in boxes if each is not box and max(_gaps(way, each)) < -SLACK]
    return Removal(name=asked.name, blocked_by=blocked, free=set(blocked) <= set(asked.accepts))


CALCULATION = Calculation(
    "fits-in",
    FitsInIn,
    fits_in,
    FitsInOut,
    "what has room beside what, and what is in the way of what has to come out",
    "geometry of boxes along the axes",
)
