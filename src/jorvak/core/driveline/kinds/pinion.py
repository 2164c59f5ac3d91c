"""The pinion turned against the frame: wedges, adjustable links, re-welded perches."""

from typing import Literal

from pydantic import Field

from jorvak.core.kind_fields import AngleDeg, End, added
from jorvak.core.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen
from jorvak.core.work.jobs import Job, job


class Pinion(Frozen):
    axle: End = Field(description="which axle")
    up_deg: AngleDeg = Field(description="pinion up by", examples=["2"])
    by: Literal["wedges", "links", "perches"] = Field("wedges", description="by")


def title(fields: Pinion) -> str:
    way = "up" if fields.up_deg >= 0 else "down"
    return f"pinion {fields.axle} {way} {abs(fields.up_deg):g}°, {fields.by}"


def effect(fields: Pinion, before: Figures) -> dict[str, Figure | None]:
    """A rear pinion points forward and falls more towards the rear when it goes up; a front one less."""
    path = f"{fields.axle}_shaft.pinion_side_deg"
    turned = fields.up_deg if fields.axle == "rear" else -fields.up_deg
    return {path: added(before, path, turned)} if path in before else {}


def jobs(fields: Pinion) -> tuple[Job, ...]:
    return (
        job(
            f"Turn the {fields.axle} pinion",
            3.0,
            (
                "Both joint angles and the case's axis with a level, at ride height, before and after.",
                "On leaf springs set it 1 to 2° low: it climbs under power.",
                "Spring bolts only hand-tight until the weight is on the wheels; U-bolts new.",
            ),
            ("stands", "springs", *(("welding",) if fields.by == "perches" else ()), "local-code"),
        ),
    )


KIND = Kind(
    name="pinion",
    words=("pinion",),
    example="pinion rear 2",
    fields=Pinion,
    title=title,
    effect=effect,
    jobs=jobs,
)
