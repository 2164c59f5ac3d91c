"""A tank for fuel or water, by what it holds when full."""

from pydantic import Field

from jorvak.core.load.records import KG_PER_L, Holds
from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kinds import Kind, Mass, placed
from jorvak.core.rig import Change, Frozen


class Tank(Frozen):
    volume_l: float = Field(description="holds", examples=["60"], gt=0, le=1000)
    holds: Holds = Field("water", description="of")


def title(fields: Tank) -> str:
    return f"tank {fields.volume_l:g} {fields.holds}"


def aboard(fields: Tank, change: Change) -> tuple[Mass, ...]:
    """What it holds when full."""
    return (placed(fields.volume_l * KG_PER_L[fields.holds], change),)


def jobs(fields: Tank) -> tuple[Job, ...]:
    return (
        job(
            "Fit the tank",
            5.0,
            (
                "Before the load bed or the drawers: measure what is left of the room.",
                "Strapped for several times its weight; baffles; breather; filler above the roof of the tank.",
                "Full weight on the axle limits before it is filled the first time.",
            ),
            (
                "stands",
                "fuel",
                "mass",
                "local-code",
            ),
            area="fuel" if fields.holds != "water" else "body",
            system="fuel" if fields.holds != "water" else "load",
            tools=("trolley jack", "torque wrench"),
            fasteners=(Fastener("strap bolts"),),
        ),
    )


KIND = Kind(
    name="tank",
    words=("tank", "water"),
    example="tank 60 water at 1900",
    fields=Tank,
    title=title,
    aboard=aboard,
    jobs=jobs,
)
