"""What the fields of many kinds of change have in common."""

import math
from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from jorvak.core.catalogue import POSITIONS, TWINS
from jorvak.core.rig import Figure, Figures, Known

MADE_MM = 0.5
"""A part that is turned or milled to a thickness has it within so much."""
Where = Literal["front", "rear", "both"]
End = Literal["front", "rear"]
LengthMm = Annotated[float, Field(strict=True, ge=-2000, le=6000, allow_inf_nan=False)]
AngleDeg = Annotated[float, Field(strict=True, ge=-45, le=90, allow_inf_nan=False)]
RateNPerMm = Annotated[float, Field(strict=True, ge=1, le=1000, allow_inf_nan=False)]
Ratio = Annotated[float, Field(strict=True, ge=0.3, le=20, allow_inf_nan=False)]
MassKg = Annotated[float, Field(strict=True, ge=-5000, le=10000, allow_inf_nan=False)]
Side = Literal["both", "left", "right"]
Words = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]


def ends_of(where: Where) -> tuple[End, ...]:
    """The axles that a word names."""
    return ("front", "rear") if where == "both" else (where,)


def where_said(where: Where) -> str:
    """The axles that a word names, in a title."""
    return "front and rear" if where == "both" else where


def places_in(before: Figures) -> tuple[str, ...]:
    """Where a rig has wheels: four and the spare, the inner ones where it has twin rear tyres."""
    twins = tuple(position for position in TWINS if f"wheels.{position}.size" in before)
    return tuple(f"wheels.{position}" for position in (*POSITIONS, *twins))


def plate(value: float | str) -> Figure:
    """A figure as a part's sheet gives it."""
    return Figure(value, "plate")


def added(before: Figures, path: str, by: float, off: float | None = None) -> Figure:
    """What stands at ``path`` and this much more; nothing noted counts as nothing there.

    ``off``: how far what is added may be off, where a part is made more closely than a sheet's lengths are.
    """
    noted = before.get(path)
    doubt = noted.doubt if noted else None
    if off is not None:
        doubt = math.hypot(doubt or 0.0, off)
    # What nobody has measured is not known any better by what is added to it.
    known: Known = "assumed" if noted is not None and noted.known == "assumed" else "plate"
    if noted is None:
        return Figure(by, known, doubt)
    # What was taken as the vehicle stood on a day is still that, and so much more.
    return Figure(noted.value + by, known, doubt, noted.noted_on if noted.taken else None, taken=noted.taken)


def on_sides(side: Side) -> str:
    """A side in a title; nothing where both are meant."""
    return "" if side == "both" else f", {side} only"


def by_sides(axle: End, side: Side, effect: dict[str, Figure | None]) -> dict[str, Figure | None]:
    """``effect``, and that the sides of the axle are not alike any more where it is one side's."""
    return effect if side == "both" else {**effect, f"{axle}_suspension.sides": plate("unlike")}


def set_where_given(fields: Mapping[str, float | str | None]) -> dict[str, Figure | None]:
    """Figures by path for those values that are given."""
    return {path: plate(value) for path, value in fields.items() if value is not None}
