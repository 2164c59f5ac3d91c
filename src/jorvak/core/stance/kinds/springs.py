"""Other springs on one axle, both sides alike."""

from pydantic import Field

from jorvak.core.kind_fields import (
    End,
    LengthMm,
    MassKg,
    RateNPerMm,
    Side,
    by_sides,
    on_sides,
    set_where_given,
)
from jorvak.core.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen
from jorvak.core.work.jobs import Job, job


class Springs(Frozen):
    axle: End = Field(description="axle")
    free_length_mm: LengthMm = Field(description="free length", examples=["448"], gt=0)
    rate_n_per_mm: RateNPerMm = Field(description="rate", examples=["38"])
    side: Side = Field("both", description="side")
    solid_length_mm: LengthMm | None = Field(None, description="coils closed", examples=["172"], gt=0)
    added_corner_kg: MassKg | None = Field(
        None, description="load added on each corner; without it what the plan puts there", examples=["46"]
    )


def title(fields: Springs) -> str:
    return f"springs {fields.axle} {fields.free_length_mm:g}, {fields.rate_n_per_mm:g} N/mm{on_sides(fields.side)}"


def effect(fields: Springs, before: Figures) -> dict[str, Figure | None]:
    """Springs of their own, and the load that they were chosen for."""
    given = fields.model_dump(exclude={"axle", "side"}, exclude_none=True)
    effect = set_where_given({f"{fields.axle}_suspension.{key}": value for key, value in given.items()})
    return by_sides(fields.axle, fields.side, effect)


def jobs(fields: Springs) -> tuple[Job, ...]:
    return (
        job(
            f"Change the {fields.axle} springs, both sides together",
            3.5,
            (
                "Compare both new springs with one another and with the old: free length, wire, part number, left and right.",
                "Shocks off at one end, hoses and leads free before the axle hangs.",
                "Leave every bush bolt loose until the weight is on the wheels, then torque at ride height.",
                "Measure all four ride heights afterwards and note them on the rig.",
            ),
            ("stands", "springs", "mass", "local-code"),
        ),
    )


KIND = Kind(
    name="springs",
    words=("spring", "springs"),
    example="springs front 448 38",
    fields=Springs,
    title=title,
    effect=effect,
    jobs=jobs,
)
