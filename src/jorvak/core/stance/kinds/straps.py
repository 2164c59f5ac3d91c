"""Droop limited: straps, or a stop that the axle meets sooner."""

from pydantic import Field

from jorvak.core.plan.jobs import Job, job
from jorvak.core.plan.kind_fields import End, ThickMm, added
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Straps(Frozen):
    shorter_mm: ThickMm = Field(description="droop less by", examples=["6"], gt=0)
    axle: End = Field("front", description="axle")


def title(fields: Straps) -> str:
    return f"straps, {fields.axle} droop −{fields.shorter_mm:g}"


def effect(fields: Straps, before: Figures) -> dict[str, Figure | None]:
    path = f"{fields.axle}_suspension.strap_mm"
    return {path: added(before, path, fields.shorter_mm)}


def jobs(fields: Straps) -> tuple[Job, ...]:
    return (
        job(
            f"Limit the {fields.axle} droop",
            2.0,
            (
                "Both sides alike; to a bracket on the frame and one on the axle or arm, not to the shock.",
                "Let the axle down on a jack until the strap is tight: joints, hoses and shock have some left.",
            ),
            ("stands", "springs"),
            area="front-axle" if fields.axle == "front" else "rear-axle",
            system="suspension",
            tools=("trolley jack",),
        ),
    )


KIND = Kind(
    name="straps",
    words=("strap", "straps"),
    example="straps 6 front",
    fields=Straps,
    title=title,
    effect=effect,
    jobs=jobs,
)
