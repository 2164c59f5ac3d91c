"""Another axle, whole."""

from typing import Literal

from pydantic import Field

from jorvak.core.kind_fields import End, LengthMm, MassKg, Ratio, Words, set_where_given
from jorvak.core.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen
from jorvak.core.work.jobs import Job, job


class Axle(Frozen):
    axle: End = Field(description="which axle")
    part: Words | None = Field(None, description="the part's name in the record", examples=["donor axle"])
    ratio: Ratio | None = Field(None, description="ratio", examples=["4.10"])
    rating_kg: MassKg | None = Field(None, description="own rating", examples=["1800"])
    track_mm: LengthMm | None = Field(None, description="track", examples=["1600"], gt=0)
    unsprung_kg: MassKg | None = Field(None, description="unsprung mass", examples=["210"])
    differential_side: Literal["left", "centre", "right"] | None = Field(
        None, description="differential side"
    )


def title(fields: Axle) -> str:
    ratio = f" {fields.ratio:.2f}" if fields.ratio else ""
    return f"axle {fields.axle}{ratio}"


def effect(fields: Axle, before: Figures) -> dict[str, Figure | None]:
    at = f"{fields.axle}_axle"
    return set_where_given(
        {
            f"{at}.ratio": fields.ratio,
            f"{at}.rating_kg": fields.rating_kg,
            f"{at}.unsprung_kg": fields.unsprung_kg,
            f"{at}.differential_side": fields.differential_side,
            f"body.{fields.axle}_track_mm": fields.track_mm,
        }
    )


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
        ),
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
