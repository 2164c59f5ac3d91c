"""Blocks between leaf spring and axle."""

from pydantic import Field

from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import End, Side, ThickMm, on_sides, only_with, thicker
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Blocks(Frozen):
    thickness_mm: ThickMm = Field(description="thickness", examples=["38"], gt=0)
    axle: End = Field("rear", description="axle")
    side: Side = Field("both", description="side")


def title(fields: Blocks) -> str:
    return f"blocks {fields.thickness_mm:g} {fields.axle}{on_sides(fields.side)}"


def effect(fields: Blocks, before: Figures) -> dict[str, Figure | None]:
    return thicker(before, fields.axle, "block", fields.thickness_mm, fields.side)


def fits(fields: Blocks, figures: Figures) -> None:
    """Between leaf spring and axle."""
    only_with("Blocks go between leaf spring and axle", figures, (fields.axle,), "leaf")


def jobs(fields: Blocks) -> tuple[Job, ...]:
    return (
        job(
            f"Fit the {fields.axle} blocks with new U-bolts",
            3.0,
            (
                "Never at the front axle, never a block on a block.",
                "U-bolts are used once: new ones of the right length.",
                "Set the pinion 1 to 2° low: under power it climbs.",
                "Retighten the U-bolts after the first kilometres.",
                "Measure all four ride heights afterwards and note them on the rig.",
            ),
            (
                "stands",
                "springs",
                "local-code",
            ),
            area="front-axle" if fields.axle == "front" else "rear-axle",
            system="suspension",
            splits=False,
            tools=("stands", "trolley jack"),
            fasteners=(Fastener("U-bolts", once_only=True),),
            readings=("left ride height, mm", "right ride height, mm"),
        ),
        job(
            "Retighten the U-bolts",
            0.4,
            ("Crosswise, by the torque in the spring maker's sheet, weight on the wheels.",),
            ("stands",),
            after="the first 50 to 100 km, and once more after the first rough track",
            stage="prove",
            area="front-axle" if fields.axle == "front" else "rear-axle",
            system="suspension",
            splits=False,
            tools=("torque wrench",),
            fasteners=(Fastener("U-bolts"),),
        ),
    )


KIND = Kind(
    name="blocks",
    words=("block", "blocks"),
    example="blocks 38 rear",
    fields=Blocks,
    title=title,
    effect=effect,
    fits=fits,
    jobs=jobs,
)
