"""Solar panels."""

from pydantic import Field

from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import LengthMm, added
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Solar(Frozen):
    power_w: float = Field(description="in full sun", examples=["120 W"], gt=0, le=5000)
    higher_mm: LengthMm | None = Field(None, description="top above the roof", examples=["60"], gt=0)


def title(fields: Solar) -> str:
    return f"solar {fields.power_w:g} W"


def effect(fields: Solar, before: Figures) -> dict[str, Figure | None]:
    effect: dict[str, Figure | None] = {"solar.power_w": added(before, "solar.power_w", fields.power_w)}
    if fields.higher_mm is not None and "body.height_mm" in before:
        effect["body.height_mm"] = added(before, "body.height_mm", fields.higher_mm)
    return effect


def jobs(fields: Solar) -> tuple[Job, ...]:
    return (
        job(
            "Fit the solar panels",
            3.0,
            (
                "Covered until both ends are joined: a panel in the sun cannot be switched off.",
                "Controller beside the battery, fused on both sides; its settings for this chemistry.",
                "Through the roof by a gland, sealed; air beneath the panel.",
            ),
            ("battery", "cutting", "mass", "local-code"),
            stage="wire",
            area="electrics",
            system="power",
            tools=("crimping tool", "meter", "sealant"),
            fasteners=(Fastener("panel mounts"),),
            readings=("polarity at the controller", "current in full sun, A"),
            no_return="cuts",
        ),
    )


KIND = Kind(
    name="solar",
    words=("solar",),
    example="solar 120 W 9 kg at 1500",
    fields=Solar,
    title=title,
    effect=effect,
    jobs=jobs,
)
