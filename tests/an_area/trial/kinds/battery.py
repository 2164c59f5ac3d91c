"""Another battery."""

from collections.abc import Mapping

from pydantic import Field

from jorvak.core.plan.jobs import job
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Battery(Frozen):
    capacity_ah: float = Field(ge=10, le=1000, description="capacity", examples=["110"])


def effect(fields: Battery, before: Figures) -> Mapping[str, Figure | None]:
    return {"battery.capacity_ah": Figure(fields.capacity_ah, "plate")}


KIND = Kind(
    name="cell",
    words=("cell",),
    example="cell 110",
    fields=Battery,
    title=lambda f: f"battery {f.capacity_ah:g} Ah",
    jobs=lambda f: (
        job("Fit the battery", 1.0, ("Clamp it.",), ("mass",), area="electrics", system="power"),
    ),
    effect=effect,
)
