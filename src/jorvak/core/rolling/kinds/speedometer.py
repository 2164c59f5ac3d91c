"""The speedometer corrected: by programming, a converter box or another driven gear."""

from typing import Literal

from pydantic import Field

from jorvak.core.plan.jobs import Job, job
from jorvak.core.plan.kind_fields import plate
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Speedometer(Frozen):
    by: Literal["programming", "converter", "driven-gear"] = Field("converter", description="by")


def title(fields: Speedometer) -> str:
    return f"speedometer corrected by {fields.by.replace('-', ' ')}"


OF_THE_TYRE = ("size", "circumference_mm", "revs_per_mile")


def effect(fields: Speedometer, before: Figures) -> dict[str, Figure | None]:
    """It is right for the tyres and gears that are on then, and wrong again on others."""
    end = "front" if "rear_axle.ratio" not in before and "front_axle.ratio" in before else "rear"
    right_for = {f"right_for.{key}": before.get(f"wheels.{end}_left.{key}") for key in OF_THE_TYRE}
    right_for["right_for.axle_ratio"] = before.get(f"{end}_axle.ratio")
    return {"speedometer.correction": plate("yes"), **right_for}


def jobs(fields: Speedometer) -> tuple[Job, ...]:
    return (
        job(
            "Correct the speedometer and prove it",
            1.0 if fields.by == "programming" else 2.5,
            (
                "Last of all that turns: tyres and gears first.",
                "Check against satellite speed, steady, on the flat, at three speeds; note all of them.",
                "Write odometer reading and date down: intervals counted before were in false kilometres.",
            ),
            ("battery", "local-code"),
            after="tyres and gears are fitted",
            stage="prove",
            area="electrics",
            system="tyres",
            tools=("satellite receiver",),
            readings=(
                "true speed at 50 shown, km/h",
                "true speed at 80 shown, km/h",
                "true speed at 100 shown, km/h",
            ),
        ),
    )


KIND = Kind(
    name="speedometer",
    words=("speedometer", "speedo"),
    example="speedometer converter",
    fields=Speedometer,
    title=title,
    effect=effect,
    jobs=jobs,
)
