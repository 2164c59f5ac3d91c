"""Longer shackles on leaf springs."""

from pydantic import Field

from jorvak.core.plan.jobs import Job, job, last_torque
from jorvak.core.plan.kind_fields import MoreMm, Where, added, ends_of, only_with, where_in_words
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Shackles(Frozen):
    longer_mm: MoreMm = Field(description="longer by", examples=["40"])
    axle: Where = Field("rear", description="where")


def title(fields: Shackles) -> str:
    return f"shackles {fields.longer_mm:+g}, {where_in_words(fields.axle)}"


def effect(fields: Shackles, before: Figures) -> dict[str, Figure | None]:
    """Half of it raises the frame, and the axle turns with it."""
    paths = [f"{end}_suspension.shackle_mm" for end in ends_of(fields.axle)]
    return {path: added(before, path, fields.longer_mm) for path in paths}


def fits(fields: Shackles, figures: Figures) -> None:
    """At the end of leaf springs."""
    only_with("Shackles hold leaf springs", figures, ends_of(fields.axle), "leaf")


def jobs(fields: Shackles) -> tuple[Job, ...]:
    return (
        job(
            "Fit the shackles",
            2.5,
            (
                "Left and right alike; a brace between the plates where they are long.",
                "The axle turns by about their length over the spring's: measure pinion and caster afterwards.",
                "Bush bolts only hand-tight until the weight is on the wheels, then torque at ride height.",
                "Measure all four ride heights afterwards and note them on the rig.",
            ),
            (
                "stands",
                "springs",
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
    name="shackles",
    words=("shackle", "shackles"),
    example="shackles 40 rear",
    fields=Shackles,
    title=title,
    effect=effect,
    fits=fits,
    jobs=jobs,
)
