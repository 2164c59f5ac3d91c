"""Wheels of another width or offset, tyres staying as they are."""

from pydantic import Field

from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import LengthMm, MassKg, Words, places_in, set_where_given
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Wheels(Frozen):
    rim_width_in: float = Field(description="rim width", examples=["8"], ge=3, le=20)
    offset_mm: LengthMm = Field(description="offset", examples=["20"])
    bolt_circle_mm: LengthMm | None = Field(None, description="bolt circle", examples=["139.7"])
    bolt_count: int | None = Field(None, description="bolts", examples=["6"], ge=3, le=12)
    centre_bore_mm: LengthMm | None = Field(None, description="centre bore", examples=["106.1"])
    face_mm: LengthMm | None = Field(None, description="thickness under the nut", examples=["12"], gt=0)
    thread: Words | None = Field(None, description="stud thread", examples=["M12x1.5"])
    seat: Words | None = Field(None, description="seat of the nut", examples=["cone 60"])
    rating_kg: MassKg | None = Field(None, description="rating of one wheel", examples=["1250"])


def title(fields: Wheels) -> str:
    return f"wheels {fields.rim_width_in:g} in, offset {fields.offset_mm:g}"


def effect(fields: Wheels, before: Figures) -> dict[str, Figure | None]:
    """The same wheel at every position, spare included; the hub's side stays as it is."""
    given = fields.model_dump(exclude_none=True)
    return set_where_given(
        {f"{place}.{key}": value for place in places_in(before) for key, value in given.items()}
    )


def jobs(fields: Wheels) -> tuple[Job, ...]:
    return (
        job(
            "Fit the wheels",
            1.5,
            (
                "Before money is spent on coating or tyres: read offset, width, bolt circle and bore of every wheel.",
                "Put one on the hub by hand: does it sit flat, does the bore centre it, does the brake clear?",
                "Nuts crosswise to the torque in the vehicle's manual; count the turns of engagement.",
            ),
            ("stands", "brakes", "local-code"),area="wheels", system="tyres", splits=False, tools=("torque wrench", "calliper"), fasteners=(Fastener("wheel nuts"),), rests_on=("wheels.",)),
        job("Retighten the wheel nuts", 0.3, ("Every nut with the torque wrench, the spare's too.",), ("stands",),
            after="the first 50 to 100 km, and once more after the first rough track", stage="prove", area="wheels", system="tyres", splits=False, tools=("torque wrench",), fasteners=(Fastener("wheel nuts"),)),
    )  # fmt: skip


KIND = Kind(
    name="wheels",
    words=("wheel", "wheels", "rims"),
    example="wheels 8 20",
    fields=Wheels,
    title=title,
    effect=effect,
    jobs=jobs,
)
