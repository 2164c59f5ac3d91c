"""Anything else that weighs something somewhere: fridge, battery, spare parts."""

from pydantic import Field

from jorvak.core.plan.cautions import Caution
from jorvak.core.plan.jobs import Job, System, job, named_place
from jorvak.core.plan.kind_fields import SharePct, Words, covering
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Equipment(Frozen):
    name: Words = Field(description="what", examples=["fridge"])
    covers_pct: SharePct | None = Field(
        None, description="of the air to the radiator, in its way", examples=["20"]
    )


def title(fields: Equipment) -> str:
    return fields.name


def effect(fields: Equipment, before: Figures) -> dict[str, Figure | None]:
    """Lamps before the grille, or a plate beneath, take air from the radiator."""
    return covering(before, fields.covers_pct)


def jobs(fields: Equipment) -> tuple[Job, ...]:
    # Brakes that are entered as equipment are still brakes: not to be left until later, and proved.
    area, system = named_place(fields.name) or ("cabin", "load")
    return (
        job(
            f"Fit {fields.name}",
            2.0,
            (
                "Weigh it as it will be carried.",
                "Tied down to structure; nothing loose in the cabin.",
                "Fuse at the battery for whatever takes current.",
            ),
            _cautions(system),
            area=area,
            system=system,
            tools=("scale", "drill"),
        ),
    )


def _cautions(system: System) -> tuple[Caution, ...]:
    if system in ("brakes", "steering"):
        return ("battery", "stands", "brakes", "mass")
    if system == "fuel":
        return ("battery", "fuel", "mass")
    return ("battery", "mass")


KIND = Kind(
    name="equipment",
    words=("add", "equipment"),
    example="add fridge 24 kg at 2200",
    fields=Equipment,
    title=title,
    effect=effect,
    jobs=jobs,
)
