"""The track bar of a solid axle: adjustable, or on a raised bracket."""

from typing import Literal

from pydantic import Field, model_validator

from jorvak.core.calculation import Refused
from jorvak.core.plan.jobs import Job, job, last_torque
from jorvak.core.plan.kind_fields import LengthMm, added, plate
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class TrackBar(Frozen):
    by: Literal["adjustable", "raised bracket"] = Field(
        "adjustable", description="by", examples=["adjustable"]
    )
    raised_mm: LengthMm | None = Field(
        None, description="bracket at the axle raised by", examples=["40"], gt=0
    )

    @model_validator(mode="after")
    def _of_a_bracket(self) -> "TrackBar":
        if self.raised_mm is not None and self.by != "raised bracket":
            raise ValueError("Only a raised bracket is raised: choose it, or leave the height empty.")
        return self


def title(fields: TrackBar) -> str:
    if fields.by == "adjustable":
        return "track bar, adjustable"
    raised = f" {fields.raised_mm:g}" if fields.raised_mm is not None else ""
    return f"track bar, raised bracket{raised}"


def effect(fields: TrackBar, before: Figures) -> dict[str, Figure | None]:
    """A raised bracket takes its height from the bar's drop; how much is unknown where nobody said."""
    if fields.by == "adjustable":
        return {"steering.track_bar": plate(fields.by)}
    path = "steering.track_bar_raised_mm"
    raised = None if fields.raised_mm is None else added(before, path, fields.raised_mm)
    return {"steering.track_bar": plate(fields.by), path: raised}


def fits(fields: TrackBar, figures: Figures) -> None:
    """Of an axle that is one piece."""
    build = figures.get("front_axle.build")
    if build is not None and build.value == "independent":
        raise Refused(
            "fields.axle",
            "A track bar holds a solid axle, and the front one is independent: nothing pulls it aside.",
        )


def jobs(fields: TrackBar) -> tuple[Job, ...]:
    return (
        job(
            "Track bar: centre the axle",
            2.0,
            (
                "Measure frame to tyre left and right at ride height before and after.",
                "Bar and drag link parallel and of like length, or it steers itself over bumps.",
                "Bush bolts only hand-tight until the weight is on the wheels, then torque at ride height.",
            ),
            (
                "stands",
                "brakes",
                "local-code",
            ),
            area="front-axle",
            system="steering",
            tools=("tape", "torque wrench"),
            readings=("frame to tyre left, mm", "frame to tyre right, mm"),
        ),
        last_torque("front-axle"),
    )


KIND = Kind(
    name="track-bar",
    words=("track-bar", "trackbar"),
    example="track-bar adjustable",
    fields=TrackBar,
    title=title,
    effect=effect,
    fits=fits,
    jobs=jobs,
)
