"""The body raised from its frame."""

from pydantic import Field

from jorvak.core.places import ENDS
from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import LiftMm, added
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class BodyLift(Frozen):
    height_mm: LiftMm = Field(description="body up by", examples=["30"])


def title(fields: BodyLift) -> str:
    return f"body lift {fields.height_mm:g}"


def effect(fields: BodyLift, before: Figures) -> dict[str, Figure | None]:
    paths = [f"body.{end}_lift_mm" for end in ENDS]
    return {path: added(before, path, fields.height_mm) for path in paths}


def jobs(fields: BodyLift) -> tuple[Job, ...]:
    return (
        job(
            f"Raise the body {fields.height_mm:g} mm",
            10.0,
            (
                "List everything that crosses from body to frame: steering column joint, fan shroud, pedals, filler, shift, harnesses, earth straps.",
                "One side at a time, all mounts loose, nothing hanging by a hose.",
                "Fan against shroud, filler, shift through its floor: look at each before the first start.",
            ),
            (
                "stands",
                "battery",
                "fuel",
                "brakes",
                "local-code",
            ),
            area="body",
            system="body",
            hands=2,
            needs=("bay",),
            tools=("two jacks with wooden pads", "torque wrench"),
            fasteners=(Fastener("body mount bolts", once_only=True),),
        ),
    )


KIND = Kind(
    name="body-lift",
    words=("body-lift",),
    example="body-lift 30",
    fields=BodyLift,
    title=title,
    effect=effect,
    jobs=jobs,
)
