"""The pinion turned against the frame: wedges, adjustable links, re-welded perches."""

from typing import Literal

from pydantic import Field

from jorvak.core.calculation import Refused
from jorvak.core.plan.jobs import Fastener, Job, job, last_torque
from jorvak.core.plan.kind_fields import AngleDeg, End, added
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Pinion(Frozen):
    axle: End = Field(description="which axle")
    up_deg: AngleDeg = Field(description="pinion up by", examples=["2"])
    by: Literal["wedges", "links", "perches"] = Field("wedges", description="by")


def title(fields: Pinion) -> str:
    way = "up" if fields.up_deg >= 0 else "down"
    return f"pinion {fields.axle} {way} {abs(fields.up_deg):g}°, {fields.by}"


def effect(fields: Pinion, before: Figures) -> dict[str, Figure | None]:
    """The housing turns, and with it the joint's place and a front axle's caster."""
    path = f"{fields.axle}_axle.pinion_up_deg"
    return {path: added(before, path, fields.up_deg)}


def fits(fields: Pinion, figures: Figures) -> None:
    """Of an axle that is one piece."""
    build = figures.get(f"{fields.axle}_axle.build")
    if build is not None and build.value == "independent":
        raise Refused(
            "fields.axle",
            f"The {fields.axle} differential hangs on the frame: turn its mounts, or lower the case, and measure the joints again.",
        )


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
            area="front-axle" if fields.axle == "front" else "rear-axle",
            system="driveline",
            tools=("level", "torque wrench"),
            fasteners=(Fastener("U-bolts", once_only=True),),
            readings=("pinion angle, °",),
            rests_on=(f"{fields.axle}_shaft.",),
        ),
        last_torque("front-axle" if fields.axle == "front" else "rear-axle"),
    )


KIND = Kind(
    name="pinion",
    words=("pinion",),
    example="pinion rear 2",
    fields=Pinion,
    title=title,
    effect=effect,
    fits=fits,
    jobs=jobs,
)
