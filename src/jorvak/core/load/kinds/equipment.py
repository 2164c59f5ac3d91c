"""Anything else that weighs something somewhere: fridge, battery, spare parts."""

from pydantic import Field

from jorvak.core.plan.jobs import Job, job
from jorvak.core.plan.kind_fields import Words
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Frozen


class Equipment(Frozen):
    name: Words = Field(description="what", examples=["fridge"])


def title(fields: Equipment) -> str:
    return fields.name


def jobs(fields: Equipment) -> tuple[Job, ...]:
    return (
        job(
            f"Fit {fields.name}",
            2.0,
            (
                "Weigh it as it will be carried.",
                "Tied down to structure; nothing loose in the cabin.",
                "Fuse at the battery for whatever takes current.",
            ),
            (
                "battery",
                "mass",
            ),
            area="electrics" if "battery" in fields.name.lower() else "cabin",
            system="load",
            tools=("scale", "drill"),
        ),
    )


KIND = Kind(
    name="equipment",
    words=("add", "equipment"),
    example="add fridge 24 kg at 2200",
    fields=Equipment,
    title=title,
    jobs=jobs,
)
