"""Suspension lift by means that are not decided or not listed: so much, at one end or both."""

from typing import Literal

from pydantic import Field

from jorvak.core.plan.jobs import Job, job, last_torque
from jorvak.core.plan.kind_fields import LiftMm, Where, added, ends_of, only_with, where_in_words
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Lift(Frozen):
    height_mm: LiftMm = Field(description="frame up by", examples=["50"])
    axle: Where = Field("both", description="where")
    by: Literal["unsaid", "torsion-bar", "arch", "spring-over"] = Field("unsaid", description="by")


def title(fields: Lift) -> str:
    by = "" if fields.by == "unsaid" else f" by {fields.by.replace('-', ' ')}"
    return f"lift {fields.height_mm:g} {where_in_words(fields.axle)}{by}"


def effect(fields: Lift, before: Figures) -> dict[str, Figure | None]:
    what = "arch" if fields.by == "arch" else "direct"
    paths = [f"{end}_suspension.{what}_mm" for end in ends_of(fields.axle)]
    return {path: added(before, path, fields.height_mm) for path in paths}


BY = {
    "torsion-bar": ("Torsion bars are turned where there are some", "torsion bar"),
    "arch": ("Leaves are re-arched where there are some", "leaf"),
    "spring-over": ("An axle goes under leaf springs", "leaf"),
}


def fits(fields: Lift, figures: Figures) -> None:
    """Each way has its springs."""
    if fields.by in BY:
        what, springs = BY[fields.by]
        only_with(what, figures, ends_of(fields.axle), springs)


def jobs(fields: Lift) -> tuple[Job, ...]:
    return (
        job(
            f"Lift the frame {fields.height_mm:g} mm, {where_in_words(fields.axle)}",
            6.0,
            (
                "Decide by what before parts are bought: each way upsets other things.",
                "Bush bolts only hand-tight until the weight is on the wheels, then torque at ride height.",
                "Measure all four ride heights afterwards and note them on the rig.",
            ),
            (
                "stands",
                "springs",
                "mass",
                "local-code",
            ),
            area="rear-axle" if fields.axle == "rear" else "front-axle",
            system="suspension",
            tools=("stands", "trolley jack"),
            readings=("left ride height, mm", "right ride height, mm"),
        ),
        last_torque("rear-axle" if fields.axle == "rear" else "front-axle"),
    )


KIND = Kind(
    name="lift",
    words=("lift",),
    example="lift front 50",
    fields=Lift,
    title=title,
    effect=effect,
    fits=fits,
    jobs=jobs,
)
