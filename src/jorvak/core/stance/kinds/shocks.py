"""Other shocks on one axle."""

from pydantic import Field

from jorvak.core.plan.jobs import Job, job, last_torque
from jorvak.core.plan.kind_fields import End, LengthMm, plate
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Shocks(Frozen):
    axle: End = Field(description="axle")
    closed_mm: LengthMm = Field(description="closed length", examples=["380"], gt=0)
    open_mm: LengthMm = Field(description="open length", examples=["620"], gt=0)


def title(fields: Shocks) -> str:
    return f"shocks {fields.axle} {fields.closed_mm:g} to {fields.open_mm:g}"


def effect(fields: Shocks, before: Figures) -> dict[str, Figure | None]:
    at = f"{fields.axle}_suspension"
    return {f"{at}.shock_closed_mm": plate(fields.closed_mm), f"{at}.shock_open_mm": plate(fields.open_mm)}


def jobs(fields: Shocks) -> tuple[Job, ...]:
    return (
        job(
            f"Change the {fields.axle} shocks",
            2.0,
            (
                "Measure eye to eye at ride height, and at full bump and droop with the spring out.",
                "The bump stop, never the shock, ends the travel.",
                "Bush bolts only hand-tight until the weight is on the wheels, then torque at ride height.",
            ),
            (
                "stands",
                "springs",
            ),
            area="front-axle" if fields.axle == "front" else "rear-axle",
            system="suspension",
            tools=("stands", "tape"),
        ),
        last_torque("front-axle" if fields.axle == "front" else "rear-axle"),
    )


KIND = Kind(
    name="shocks",
    words=("shock", "shocks"),
    example="shocks rear 380 620",
    fields=Shocks,
    title=title,
    effect=effect,
    jobs=jobs,
)
