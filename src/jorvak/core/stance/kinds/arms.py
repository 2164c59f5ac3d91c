"""Front arms or brackets that turn the axle back."""

from pydantic import Field

from jorvak.core.plan.jobs import Job, job, last_torque
from jorvak.core.plan.kind_fields import AngleDeg, added
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Arms(Frozen):
    caster_deg: AngleDeg = Field(description="caster gained", examples=["2"])


def title(fields: Arms) -> str:
    return f"arms, caster {fields.caster_deg:+g}°"


def effect(fields: Arms, before: Figures) -> dict[str, Figure | None]:
    """What is gained in caster is lost in pinion angle."""
    path = "steering.caster_gained_deg"
    return {path: added(before, path, fields.caster_deg)}


def jobs(fields: Arms) -> tuple[Job, ...]:
    return (
        job(
            "Fit the arms",
            4.0,
            (
                "Pinion angle before and after: the axle turns for caster and the pinion drops with it.",
                "Bush bolts only hand-tight until the weight is on the wheels, then torque at ride height.",
                "Have caster and toe measured at ride height, loaded as for the road.",
            ),
            (
                "stands",
                "springs",
                "brakes",
                "local-code",
            ),
            area="front-axle",
            system="suspension",
            tools=("stands", "trolley jack", "torque wrench"),
            readings=("caster, °",),
            rests_on=("steering.caster_deg",),
        ),
        last_torque("front-axle"),
    )


KIND = Kind(
    name="arms",
    words=("arms", "caster"),
    example="arms 2 deg",
    fields=Arms,
    title=title,
    effect=effect,
    jobs=jobs,
)
