"""Hubs that let the front wheels go, or a front axle that is disconnected, for the road."""

from typing import Literal

from pydantic import Field

from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import plate
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Hubs(Frozen):
    by: Literal["free-wheeling", "disconnect"] = Field(
        "free-wheeling", description="by", examples=["free-wheeling"]
    )


def title(fields: Hubs) -> str:
    return f"hubs, {fields.by}"


def effect(fields: Hubs, before: Figures) -> dict[str, Figure | None]:
    """The front shaft stands still on the road."""
    return {"front_axle.hubs": plate(fields.by)}


def jobs(fields: Hubs) -> tuple[Job, ...]:
    return (
        job(
            "Fit the hubs" if fields.by == "free-wheeling" else "Fit the disconnect",
            3.0,
            (
                "Splines, bolts and bearing nut compared with what comes off.",
                "Bearing preload by the vehicle's manual; nuts locked as its maker says.",
                "Both let go and both hold: turn each wheel by hand with the other on the ground.",
            ),
            ("stands", "brakes", "local-code"),
            area="front-axle",
            system="driveline",
            tools=("hub nut socket", "torque wrench"),
            fasteners=(Fastener("hub nuts", once_only=True),),
            readings=("bearing play, mm",),
        ),
    )


KIND = Kind(
    name="hubs",
    words=("hub", "hubs", "disconnect"),
    example="hubs",
    fields=Hubs,
    title=title,
    effect=effect,
    jobs=jobs,
)
