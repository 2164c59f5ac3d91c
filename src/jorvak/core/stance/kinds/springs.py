"""Other springs on one axle, both sides alike."""

from pydantic import Field

from jorvak.core.plan.jobs import Job, job, last_torque
from jorvak.core.plan.kind_fields import (
    End,
    LengthMm,
    MassKg,
    RateNPerMm,
    Side,
    on_sides,
    only_with,
    plate,
    set_where_given,
)
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


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
    """Springs of their own, and the load that they were chosen for. One side's stand beside what the other keeps."""
    at = f"{fields.axle}_suspension"
    given = fields.model_dump(exclude={"axle", "side"}, exclude_none=True)
    chosen_for = {f"{at}.added_corner_kg": given.pop("added_corner_kg", None)}
    if fields.side == "both":
        sided = {f"{at}.{side}_{key}": None for side in ("left", "right") for key in given}
        gone = {path: None for path in sided if path in before}
        return gone | set_where_given({f"{at}.{key}": value for key, value in given.items()} | chosen_for)
    sided = {f"{at}.{fields.side}_{key}": value for key, value in given.items()}
    return set_where_given(sided | chosen_for) | {f"{at}.sides": plate("unlike")}


def fits(fields: Springs, figures: Figures) -> None:
    """A free length and a rate are a coil's."""
    only_with("A free length and a rate are of coils", figures, (fields.axle,), "coil", "strut")


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
            area="front-axle" if fields.axle == "front" else "rear-axle",
            system="suspension",
            splits=False,
            tools=("spring compressors", "stands", "trolley jack"),
            readings=("left ride height, mm", "right ride height, mm"),
            rests_on=(f"{fields.axle}_suspension.",),
        ),
        last_torque("front-axle" if fields.axle == "front" else "rear-axle"),
    )


KIND = Kind(
    name="springs",
    words=("spring", "springs"),
    example="springs front 448 38",
    fields=Springs,
    title=title,
    effect=effect,
    fits=fits,
    jobs=jobs,
)
