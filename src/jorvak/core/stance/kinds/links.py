"""Other links at a linked axle."""

from typing import Literal

from pydantic import Field

from jorvak.core.plan.jobs import Job, job, last_torque
from jorvak.core.plan.kind_fields import End, only_with
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figures, Frozen


class Links(Frozen):
    axle: End = Field("rear", description="axle")
    which: Literal["upper", "lower", "both"] = Field("both", description="which links")


def title(fields: Links) -> str:
    return f"links {fields.axle}, {fields.which}"


def fits(fields: Links, figures: Figures) -> None:
    """Leaves hold their axle themselves."""
    only_with("Links hold an axle on coils", figures, (fields.axle,), "coil", "strut", "torsion bar")


def jobs(fields: Links) -> tuple[Job, ...]:
    return (
        job(
            f"Change the {fields.axle} links",
            4.0,
            (
                "One at a time, the axle held so that it cannot turn.",
                "Wheelbase left and right afterwards; pinion angle.",
                "Bush bolts only hand-tight until the weight is on the wheels, then torque at ride height.",
            ),
            (
                "stands",
                "springs",
                "local-code",
            ),
            area="front-axle" if fields.axle == "front" else "rear-axle",
            system="suspension",
            tools=("stands", "trolley jack", "torque wrench"),
            readings=("wheelbase left, mm", "wheelbase right, mm"),
        ),
        last_torque("front-axle" if fields.axle == "front" else "rear-axle"),
    )


KIND = Kind(
    name="links",
    words=("link", "links"),
    example="links rear lower",
    fields=Links,
    title=title,
    fits=fits,
    jobs=jobs,
)
