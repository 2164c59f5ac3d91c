"""Spacers at the springs of an axle; on a strut they lower the whole strut."""

from typing import Literal

from pydantic import Field

from jorvak.core.plan.jobs import Job, job, last_torque
from jorvak.core.plan.kind_fields import (
    Side,
    ThickMm,
    Where,
    ends_of,
    on_sides,
    only_with,
    thicker,
    where_in_words,
)
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class CoilSpacers(Frozen):
    thickness_mm: ThickMm = Field(description="thickness", examples=["30"], gt=0)
    axle: Where = Field("both", description="where")
    side: Side = Field("both", description="side")
    at: Literal["coil", "strut"] = Field("coil", description="at the coil or on top of the strut")


def title(fields: CoilSpacers) -> str:
    return (
        f"{fields.at} spacers {fields.thickness_mm:g}, {where_in_words(fields.axle)}{on_sides(fields.side)}"
    )


def effect(fields: CoilSpacers, before: Figures) -> dict[str, Figure | None]:
    """A coil spacer raises frame against axle; a strut's takes droop along with it."""
    what = "spacer" if fields.at == "coil" else "strut_spacer"
    effect: dict[str, Figure | None] = {}
    for end in ends_of(fields.axle):
        effect |= thicker(before, end, what, fields.thickness_mm, fields.side)
    return effect


def fits(fields: CoilSpacers, figures: Figures) -> None:
    """On coils, or on top of struts."""
    if fields.at == "coil":
        only_with("Spacers go on coils", figures, ends_of(fields.axle), "coil", "strut")
    else:
        only_with("Strut spacers go on top of struts", figures, ends_of(fields.axle), "strut")


def jobs(fields: CoilSpacers) -> tuple[Job, ...]:
    return (
        job(
            f"Fit the spacers, {where_in_words(fields.axle)}",
            3.0,
            (
                "Both sides of a solid axle alike.",
                "Is the coil still held at full droop? Cycle it without the shock.",
                "Bush bolts only hand-tight until the weight is on the wheels, then torque at ride height.",
                "Measure all four ride heights afterwards and note them on the rig.",
            ),
            (
                "stands",
                "springs",
                "local-code",
            ),
            area="rear-axle" if fields.axle == "rear" else "front-axle",
            system="suspension",
            splits=False,
            tools=("spring compressors", "stands", "trolley jack"),
            readings=("left ride height, mm", "right ride height, mm"),
        ),
        last_torque("rear-axle" if fields.axle == "rear" else "front-axle"),
    )


KIND = Kind(
    name="coil-spacers",
    words=("spacer", "spacers", "coil-spacer", "coil-spacers", "collar"),
    example="spacer 30 front",
    fields=CoilSpacers,
    title=title,
    effect=effect,
    fits=fits,
    jobs=jobs,
)
