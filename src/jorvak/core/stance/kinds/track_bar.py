"""The track bar of a solid axle: adjustable, or on a raised bracket."""

from typing import Literal

from pydantic import Field

from jorvak.core.kind_fields import plate
from jorvak.core.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen
from jorvak.core.work.jobs import Job, job


class TrackBar(Frozen):
    by: Literal["adjustable", "raised bracket"] = Field(
        "adjustable", description="by", examples=["adjustable"]
    )


def title(fields: TrackBar) -> str:
    return "track bar, adjustable" if fields.by == "adjustable" else "track bar on a raised bracket"


def effect(fields: TrackBar, before: Figures) -> dict[str, Figure | None]:
    return {"steering.track_bar": plate(fields.by)}


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
        ),
    )


KIND = Kind(
    name="track-bar",
    words=("track-bar", "trackbar"),
    example="track-bar adjustable",
    fields=TrackBar,
    title=title,
    effect=effect,
    jobs=jobs,
)
