"""Drawers, shelves, boxes."""

from pydantic import Field

from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import MassKg, Words
from jorvak.core.plan.kinds import Kind, Mass, placed
from jorvak.core.rig import Change, Frozen


class Storage(Frozen):
    name: Words = Field("drawers", description="what", examples=["drawers"])
    carries_kg: MassKg | None = Field(None, description="with this in it", examples=["40"], ge=0)


def title(fields: Storage) -> str:
    return f"storage, {fields.name}"


def aboard(fields: Storage, change: Change) -> tuple[Mass, ...]:
    """What is kept in it, in its place."""
    return (placed(fields.carries_kg, change),) if fields.carries_kg else ()


def jobs(fields: Storage) -> tuple[Job, ...]:
    return (
        job(
            f"Build in {fields.name}",
            8.0,
            (
                "Weigh it before it goes in, and with what goes into it.",
                "Bolted to structure, not to trim: it must hold when the vehicle rolls.",
                "Bed, seats, jack, spare and filler still reachable?",
            ),
            (
                "mass",
                "cutting",
                "local-code",
            ),
            stage="trim",
            area="cabin",
            system="load",
            tools=("scale", "drill", "rivet nuts"),
            fasteners=(Fastener("mounts to structure"),),
            no_return="closes",
        ),
    )


KIND = Kind(
    name="storage",
    words=("storage", "drawers"),
    example="storage drawers 62 kg at 2300",
    fields=Storage,
    title=title,
    by_mass=True,
    aboard=aboard,
    jobs=jobs,
)
