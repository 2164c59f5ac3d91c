"""Rock sliders under the sills."""

from pydantic import Field

from jorvak.core.plan.jobs import Job, job
from jorvak.core.plan.kind_fields import Words
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Frozen


class Sliders(Frozen):
    name: Words | None = Field(None, description="which", examples=["with a step"])


def title(fields: Sliders) -> str:
    return f"sliders{f' {fields.name}' if fields.name else ''}"


def jobs(fields: Sliders) -> tuple[Job, ...]:
    return (
        job(
            "Fit the sliders",
            5.0,
            (
                "On the frame, not on the sill's skin: the vehicle may one day stand or be lifted on them.",
                "Clear of brake and fuel lines, exhaust, doors and the manual's jacking points.",
                "Their lowest point measured again, and noted as an underside point.",
            ),
            (
                "stands",
                "welding",
                "cutting",
                "mass",
                "local-code",
            ),
            stage="weld",
            area="frame",
            system="body",
            needs=("welder",),
            tools=("grinder", "welder", "paint"),
            no_return="cuts",
        ),
    )


KIND = Kind(
    name="sliders",
    words=("sliders",),
    example="sliders 44 kg at 1370",
    fields=Sliders,
    title=title,
    by_mass=True,
    along=0.5,
    jobs=jobs,
)
