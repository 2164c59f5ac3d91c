"""Work on the brakes, and the smallest rim that goes over them afterwards."""

from typing import Literal

from pydantic import Field

from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import Where, plate, where_in_words
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Brakes(Frozen):
    axle: Where = Field("both", description="which axle")
    what: Literal["pads", "discs", "drums", "calipers", "lines", "fluid"] = Field(
        "discs", description="what is new", examples=["discs"]
    )
    rim_in: float | None = Field(
        None, description="smallest rim that goes over the front ones", examples=["17"], ge=8, le=24
    )


def title(fields: Brakes) -> str:
    return f"brakes {where_in_words(fields.axle)}, {fields.what}"


def effect(fields: Brakes, before: Figures) -> dict[str, Figure | None]:
    """Larger ones in front may want a larger rim; calipers whose rim nobody gave leave it open."""
    path = "brakes.front_rim_in"
    if fields.axle == "rear":
        return {}
    if fields.rim_in is not None:
        return {path: plate(fields.rim_in)}
    return {path: None} if fields.what == "calipers" and path in before else {}


def jobs(fields: Brakes) -> tuple[Job, ...]:
    opened = fields.what in ("calipers", "lines", "fluid")
    return (
        job(
            f"{fields.what.capitalize()} {where_in_words(fields.axle)}",
            {"pads": 2.0, "discs": 3.0, "drums": 4.0, "calipers": 4.0, "lines": 4.0, "fluid": 1.5}[
                fields.what
            ],
            (
                "Both sides of an axle alike, and the load-sensing valve as the vehicle's manual has it.",
                *(("Bled in the order of the manual, pedal hard, no seep after an hour.",) if opened else ()),
                "Bedded in gently; then proved loaded, on a descent, before the trip.",
            ),
            ("stands", "brakes", "mass", "local-code"),
            area="brakes",
            system="brakes",
            splits=False,
            tools=("torque wrench", "bleeder"),
            fasteners=(Fastener("caliper bolts"),),
        ),
    )


KIND = Kind(
    name="brakes",
    words=("brakes", "brake"),
    example="brakes front discs",
    fields=Brakes,
    title=title,
    effect=effect,
    jobs=jobs,
)
