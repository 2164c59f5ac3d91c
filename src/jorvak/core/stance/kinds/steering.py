"""Work on the steering, and the locks that it leaves."""

from typing import Literal

from pydantic import Field

from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import plate
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Steering(Frozen):
    what: Literal["box", "damper", "links", "joints", "stops"] = Field(
        "damper", description="what is new", examples=["damper"]
    )
    lock_out_deg: float | None = Field(
        None, description="lock, leading edge out", examples=["30"], ge=5, le=60
    )
    lock_in_deg: float | None = Field(None, description="lock, leading edge in", examples=["34"], ge=5, le=60)


def title(fields: Steering) -> str:
    return f"steering, {fields.what}"


def effect(fields: Steering, before: Figures) -> dict[str, Figure | None]:
    """Stops that are set anew change how far the wheels turn, and with it what the tyres touch."""
    given = {key: getattr(fields, key) for key in ("lock_out_deg", "lock_in_deg")}
    return {f"steering.{key}": plate(deg) for key, deg in given.items() if deg is not None}


def jobs(fields: Steering) -> tuple[Job, ...]:
    return (
        job(
            f"Steering: {fields.what}",
            {"box": 6.0, "damper": 1.0, "links": 3.0, "joints": 3.0, "stops": 1.0}[fields.what],
            (
                "Wheels straight and the box in the middle of its travel before anything is parted.",
                "New split pins and lock nuts; torque by the vehicle's manual.",
                "From lock to lock with the wheels hanging and standing: nothing touches, hoses have slack.",
                "Toe set, then a short drive; inspected before the road where the local code asks for it.",
            ),
            ("stands", "brakes", "welding", "local-code"),
            area="steering",
            system="steering",
            tools=("joint splitter", "torque wrench"),
            fasteners=(Fastener("split pins and lock nuts", once_only=True),),
            readings=("toe, mm",),
        ),
    )


KIND = Kind(
    name="steering",
    words=("steering",),
    example="steering damper",
    fields=Steering,
    title=title,
    effect=effect,
    jobs=jobs,
)
