"""The speedometer corrected: by programming, a converter box or another driven gear."""

from typing import Literal

from pydantic import Field

from jorvak.core.kind_fields import plate
from jorvak.core.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen
from jorvak.core.work.jobs import Job, job


class Speedometer(Frozen):
    by: Literal["programming", "converter", "driven-gear"] = Field("converter", description="by")


def title(fields: Speedometer) -> str:
    return f"speedometer corrected by {fields.by.replace('-', ' ')}"


def effect(fields: Speedometer, before: Figures) -> dict[str, Figure | None]:
    return {"speedometer.correction": plate("yes")}


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
