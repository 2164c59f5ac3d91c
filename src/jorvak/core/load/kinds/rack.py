"""A roof rack."""

from pydantic import Field

from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import LengthMm, MassKg, added
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Rack(Frozen):
    higher_mm: LengthMm | None = Field(None, description="top above the roof, loaded", examples=["180"], gt=0)
    rating_kg: MassKg | None = Field(None, description="roof load permitted, moving", examples=["100"], gt=0)


def title(fields: Rack) -> str:
    return f"roof rack{f' {fields.higher_mm:g} high' if fields.higher_mm else ''}"


def effect(fields: Rack, before: Figures) -> dict[str, Figure | None]:
    """What stands on the roof counts in the overall height."""
    if fields.higher_mm is None or "body.height_mm" not in before:
        return {}
    return {"body.height_mm": added(before, "body.height_mm", fields.higher_mm)}


def jobs(fields: Rack) -> tuple[Job, ...]:
    return (
        job(
            "Fit the roof rack",
            2.5,
            (
                "Roof load of the vehicle's manual, moving, less the rack itself.",
                "Mounts sealed; retighten after the first rough track.",
            ),
            (
                "mass",
                "local-code",
            ),
            area="body",
            system="load",
            hands=2,
            tools=("torque wrench", "sealant"),
            fasteners=(Fastener("roof mounts"),),
        ),
    )


KIND = Kind(
    name="rack",
    words=("rack", "roof-rack"),
    example="rack 28 kg at 1500",
    fields=Rack,
    title=title,
    by_mass=True,
    effect=effect,
    jobs=jobs,
)
