"""Another axle, whole."""

from typing import Literal

from pydantic import Field

from jorvak.core.plan.jobs import Fastener, Job, job, last_torque
from jorvak.core.plan.kind_fields import AngleDeg, End, LengthMm, MassKg, Ratio, Words, plate
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Axle(Frozen):
    axle: End = Field(description="which axle")
    part: Words | None = Field(None, description="the part's name in the record", examples=["donor axle"])
    ratio: Ratio | None = Field(None, description="ratio", examples=["4.10"])
    rating_kg: MassKg | None = Field(None, description="own rating", examples=["1800"])
    track_mm: LengthMm | None = Field(None, description="track", examples=["1600"], gt=0)
    unsprung_kg: MassKg | None = Field(None, description="unsprung mass", examples=["210"])
    pinion_x_mm: LengthMm | None = Field(
        None, description="pinion joint, behind the front axle", examples=["2500"]
    )
    pinion_y_mm: LengthMm | None = Field(
        None, description="pinion joint, right of the middle", examples=["30"]
    )
    pinion_z_mm: LengthMm | None = Field(
        None, description="pinion joint, above the ground on the tyres as found", examples=["418"]
    )
    pinion_side_deg: AngleDeg | None = Field(
        None, description="pinion's axis falls towards the rear (minus: rises)", examples=["1.8"]
    )
    differential_side: Literal["left", "centre", "right"] | None = Field(
        None, description="differential side"
    )


def title(fields: Axle) -> str:
    ratio = f" {fields.ratio:.2f}" if fields.ratio else ""
    return f"axle {fields.axle}{ratio}"


OWN = (
    "ratio", "rating_kg", "unsprung_kg", "differential_side", "differential", "available", "carrier_change_ratio",
    "half_shaft_rating_nm", "oil_l", "pinion_up_deg",
)  # fmt: skip
PINION = ("pinion_x_mm", "pinion_y_mm", "pinion_z_mm", "pinion_side_deg")
FROM_THE_PINION = ("pinion_plan_deg", "engaged_mm", "collapse_mm", "shortens_mm", "lengthens_mm", "gap_mm")
STEERED = ("caster_deg", "kpi_deg", "scrub_radius_mm")


def effect(fields: Axle, before: Figures) -> dict[str, Figure | None]:
    """What is given of the new axle; all else that was the old one's is unknown until somebody notes it."""
    at, shaft = f"{fields.axle}_axle", f"{fields.axle}_shaft"
    given = fields.model_dump(exclude_none=True, exclude={"axle", "part"})
    paths = {key: f"{at}.{key}" for key in OWN}
    paths |= {key: f"{shaft}.{key}" for key in (*PINION, *FROM_THE_PINION)}
    paths["track_mm"] = f"body.{fields.axle}_track_mm"
    if fields.axle == "front":
        paths |= {key: f"steering.{key}" for key in STEERED}
    return {
        path: plate(given[key]) if key in given else None
        for key, path in paths.items()
        if key in given or path in before
    }


def jobs(fields: Axle) -> tuple[Job, ...]:
    return (
        job(
            f"Swap the {fields.axle} axle",
            18.0,
            (
                "Width, spring seats, differential side, pinion height, brakes, hose ends, wheel-speed rings, steering compared before either is apart.",
                "Count ring and pinion teeth.",
                "Oil by the axle's maker; breather as high as it was.",
                "Bush bolts only hand-tight until the weight is on the wheels, then torque at ride height.",
            ),
            (
                "stands",
                "springs",
                "brakes",
                "welding",
                "local-code",
            ),
            area="front-axle" if fields.axle == "front" else "rear-axle",
            system="driveline",
            hands=2,
            needs=("bay",),
            tools=("two trolley jacks", "stands", "spring compressors", "torque wrench"),
            fasteners=(Fastener("spring and link bolts"), Fastener("U-bolts", once_only=True)),
            rests_on=(f"{fields.axle}_axle.",),
        ),
        last_torque("front-axle" if fields.axle == "front" else "rear-axle"),
    )


KIND = Kind(
    name="axle",
    words=("axle",),
    example="axle rear 4.10",
    fields=Axle,
    title=title,
    effect=effect,
    jobs=jobs,
)
