"""A winch."""

from pydantic import Field

from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import MassKg, Words
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Frozen


class Winch(Frozen):
    rating_kg: MassKg | None = Field(
        None, description="rated pull on the first layer", examples=["4300"], gt=0
    )
    name: Words | None = Field(None, description="which", examples=["with synthetic rope"])


def title(fields: Winch) -> str:
    rating = f" rated {fields.rating_kg:g}" if fields.rating_kg else ""
    return f"winch{rating}{f' {fields.name}' if fields.name else ''}"


def jobs(fields: Winch) -> tuple[Job, ...]:
    return (
        job(
            "Fit the winch",
            4.0,
            (
                "Before the bumper, on a mount rated for it.",
                "Cable as short and as thick as the winch's sheet says, fused or isolated at the battery.",
                "Pull once under load, all rope out but five turns, before it is needed.",
            ),
            (
                "battery",
                "winch",
                "local-code",
            ),
            stage="wire",
            area="electrics",
            system="recovery",
            hands=2,
            tools=("crimping tool", "torque wrench"),
            fasteners=(Fastener("winch mount bolts"),),
        ),
    )


KIND = Kind(
    name="winch",
    words=("winch",),
    example="winch 38 kg at -520",
    fields=Winch,
    title=title,
    by_mass=True,
    jobs=jobs,
)
