"""A propeller shaft of another length or build."""

from typing import Literal

from pydantic import Field

from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import End, LengthMm, MoreMm, added, set_where_given
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Shaft(Frozen):
    axle: End = Field(description="which shaft")
    longer_mm: MoreMm = Field(0.0, description="longer by", examples=["35"])
    build: Literal["single", "double"] | None = Field(None, description="joints")
    od_mm: LengthMm | None = Field(None, description="tube outside", examples=["63.5"], gt=0)
    wall_mm: LengthMm | None = Field(None, description="tube wall", examples=["2.0"], gt=0)


def title(fields: Shaft) -> str:
    longer = f" {fields.longer_mm:+g}" if fields.longer_mm else ""
    build = f", {fields.build} joint" if fields.build else ""
    return f"shaft {fields.axle}{longer}{build}"


def effect(fields: Shaft, before: Figures) -> dict[str, Figure | None]:
    """A longer shaft reaches further into its slip, and bottoms sooner."""
    at = f"{fields.axle}_shaft"
    given = {f"{at}.build": fields.build, f"{at}.od_mm": fields.od_mm, f"{at}.wall_mm": fields.wall_mm}
    by = {f"{at}.engaged_mm": fields.longer_mm, f"{at}.collapse_mm": -fields.longer_mm}
    longer = {path: added(before, path, more) for path, more in by.items() if more and path in before}
    return {**set_where_given(given), **longer}


def jobs(fields: Shaft) -> tuple[Job, ...]:
    return (
        job(
            f"Have the {fields.axle} shaft made and fit it",
            3.0,
            (
                "Order by the length between joint centres at ride height, measured after case and lift are in.",
                "Yokes in one plane; matching marks before it comes apart.",
                "Slip at ride, at full bump and at full droop, measured once it is in.",
            ),
            (
                "stands",
                "local-code",
            ),
            area="driveline",
            system="driveline",
            tools=("tape", "paint marker", "torque wrench"),
            fasteners=(Fastener("flange bolts", once_only=True),),
            readings=("slip at ride height, mm", "slip at full droop, mm"),
            rests_on=(f"{fields.axle}_shaft.",),
        ),
    )


KIND = Kind(
    name="shaft",
    words=("shaft",),
    example="shaft rear 35",
    fields=Shaft,
    title=title,
    effect=effect,
    jobs=jobs,
)
