"""A fender, liner or bumper cut back at a place, for room."""

import math

from pydantic import Field

from jorvak.core.kind_fields import LengthMm, Words, added
from jorvak.core.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen
from jorvak.core.work.jobs import Job, job


class Trim(Frozen):
    what: Words = Field(description="what is trimmed, as the point or gap is called", examples=["bumper end"])
    by_mm: LengthMm = Field(description="back by", examples=["25"], gt=0)


def title(fields: Trim) -> str:
    return f"trim {fields.what} by {fields.by_mm:g}"


def effect(fields: Trim, before: Figures) -> dict[str, Figure | None]:
    """A point of the underside goes up by it; a gap at the tyre moves away from the wheel."""
    effect: dict[str, Figure | None] = {}
    point, gap = f"points.{fields.what}.z_mm", f"gaps.{fields.what}"
    if point in before:
        effect[point] = added(before, point, fields.by_mm)
    if f"{gap}.x_mm" in before:
        x = before[f"{gap}.x_mm"].value
        effect[f"{gap}.x_mm"] = added(before, f"{gap}.x_mm", math.copysign(fields.by_mm, x))
    return effect


def jobs(fields: Trim) -> tuple[Job, ...]:
    return (
        job(
            f"Trim {fields.what} by {fields.by_mm:g} mm",
            2.0,
            (
                "Mark with the tyre at full bump and full lock, not on a level floor.",
                "Cut less, look, cut again; seal the bare edge the same day.",
                "No tyre cover lost below what the local rules want.",
            ),
            (
                "cutting",
                "local-code",
            ),
        ),
    )


KIND = Kind(
    name="trim",
    words=("trim",),
    example="trim 25 bumper end",
    fields=Trim,
    title=title,
    effect=effect,
    jobs=jobs,
)
