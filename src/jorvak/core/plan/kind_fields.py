"""What the fields of many kinds of change have in common."""

import math
from collections.abc import Iterable, Mapping
from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from jorvak.core.calculation import Refused
from jorvak.core.catalogue import spec_of, usual_doubt
from jorvak.core.places import POSITIONS, TWINS
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
LiftMm = Annotated[float, Field(strict=True, ge=-500, le=1500, allow_inf_nan=False)]
"""What raises or lowers a frame."""
ThickMm = Annotated[float, Field(strict=True, gt=0, le=400, allow_inf_nan=False)]
"""Spacers, blocks, and what is cut back."""
MoreMm = Annotated[float, Field(strict=True, ge=-500, le=1000, allow_inf_nan=False)]
"""What a part is longer by."""
SharePct = Annotated[float, Field(strict=True, ge=0, le=100, allow_inf_nan=False)]
Side = Literal["both", "left", "right"]
Words = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]


def ends_of(where: Where) -> tuple[End, ...]:
    """The axles that a word names."""
    return ("front", "rear") if where == "both" else (where,)


def where_in_words(where: Where) -> str:
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
    if noted is None:
        return Figure(by, "plate", off)
    # What nobody has measured is not known any better by what is added to it.
    known: Known = "assumed" if noted.known == "assumed" else "plate"
    spec = spec_of(path)
    was_off = usual_doubt(spec, noted.value, noted.known) if noted.doubt is None else noted.doubt
    doubt = math.hypot(was_off, usual_doubt(spec, by, "plate") if off is None else off)
    # What was taken as the vehicle stood on a day is still that, and so much more.
    return Figure(noted.value + by, known, doubt, noted.noted_on if noted.taken else None, taken=noted.taken)


def springs_of(figures: Figures, end: End) -> str | None:
    """How an axle is sprung; None where nobody has noted it."""
    noted = figures.get(f"{end}_suspension.spring")
    return None if noted is None else str(noted.value)


WOULD_DO = {
    "leaf": "blocks at the rear, longer shackles, or re-arched leaves (lift … by arch) raise it",
    "torsion bar": "turned bars raise it (lift … by torsion-bar)",
    "coil": "coil spacers or longer springs raise it",
    "strut": "strut spacers or longer springs raise it",
}


def only_with(what: str, figures: Figures, ends: Iterable[End], *springs: str) -> None:
    """Raises Refused where an axle is not sprung by one of ``springs``, with what would do there."""
    for end in ends:
        has = springs_of(figures, end)
        if has is not None and has not in springs:
            raise Refused("fields.axle", f"{what}; the {end} axle has {SPRUNG[has]}: {WOULD_DO[has]}.")


SPRUNG = {"leaf": "leaf springs", "torsion bar": "torsion bars", "coil": "coil springs", "strut": "struts"}


def on_sides(side: Side) -> str:
    """A side in a title; nothing where both are meant."""
    return "" if side == "both" else f", {side} only"


def thicker(before: Figures, axle: End, what: str, by_mm: float, side: Side) -> dict[str, Figure | None]:
    """What stands between axle and frame made thicker: on one side alone it raises the middle by half, and that side."""
    path = f"{axle}_suspension.{what}_mm"
    if side == "both":
        return {path: added(before, path, by_mm, MADE_MM)}
    more = f"{axle}_suspension.{what}_left_more_mm"
    return {
        path: added(before, path, by_mm / 2, MADE_MM / 2),
        more: added(before, more, by_mm if side == "left" else -by_mm, MADE_MM),
        f"{axle}_suspension.sides": plate("unlike"),
    }


COVERED_OFF_PCT = 5.0
"""A share of a grille is seen by eye within so much."""


def covering(before: Figures, covers_pct: float | None) -> dict[str, Figure | None]:
    """What takes so much of the air to the radiator; nothing where nobody said that it does."""
    path = "cooling.covered_pct"
    return {path: added(before, path, covers_pct, COVERED_OFF_PCT)} if covers_pct else {}


def set_where_given(fields: Mapping[str, float | str | None]) -> dict[str, Figure | None]:
    """Figures by path for those values that are given."""
    return {path: plate(value) for path, value in fields.items() if value is not None}
