"""Spacers between hub and wheel."""

from pydantic import Field

from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import ThickMm, Where, added, ends_of, where_in_words
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Spacers(Frozen):
    thickness_mm: ThickMm = Field(description="thickness", examples=["25"], gt=0)
    axle: Where = Field("both", description="where")


def title(fields: Spacers) -> str:
    return f"wheel spacers {fields.thickness_mm:g}, {where_in_words(fields.axle)}"


def effect(fields: Spacers, before: Figures) -> dict[str, Figure | None]:
    """A spacer takes its thickness from the offset, wherever the wheel's place is worked out."""
    paths = [f"wheels.{end}_{side}.spacer_mm" for end in ends_of(fields.axle) for side in ("left", "right")]
    return {path: added(before, path, fields.thickness_mm) for path in paths}


def jobs(fields: Spacers) -> tuple[Job, ...]:
    return (
        job(
            f"Fit the spacers, {where_in_words(fields.axle)}",
            1.0,
            (
                "Thread engagement at least the stud's diameter; measure it with the wheel on.",
                "Hub faces clean to the metal; the spacer centres on the hub and the wheel on the spacer.",
                "Turn to both locks and bump the suspension: does the tyre touch the fender lip?",
            ),
            ("stands", "local-code"),
            area="wheels",
            system="tyres",
            splits=False,
            tools=("torque wrench",),
            fasteners=(Fastener("spacer nuts"), Fastener("wheel nuts")),
            readings=("thread engagement, mm",),
        ),
    )


KIND = Kind(
    name="wheel-spacers",
    words=("wheel-spacer", "wheel-spacers"),
    example="wheel-spacers 25 rear",
    fields=Spacers,
    title=title,
    effect=effect,
    jobs=jobs,
)
