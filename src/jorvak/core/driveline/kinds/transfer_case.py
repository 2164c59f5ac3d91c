"""Another transfer case, from a donor or new."""

from typing import Literal

from pydantic import Field

from jorvak.core.kind_fields import LengthMm, Ratio, Words, set_where_given
from jorvak.core.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen
from jorvak.core.work.jobs import Job, job


class TransferCase(Frozen):
    low_ratio: Ratio = Field(description="low", examples=["2.74"])
    high_ratio: Ratio = Field(1.0, description="high", examples=["1.00"])
    part: Words | None = Field(None, description="the part's name in the record", examples=["donor case"])
    rear_output_mm: LengthMm | None = Field(None, description="input to rear output", examples=["338"], gt=0)
    front_output_mm: LengthMm | None = Field(
        None, description="input to front output", examples=["210"], gt=0
    )
    adapter: Words | None = Field(None, description="adapter's name in the record", examples=["adapter 62"])
    adapter_mm: LengthMm | None = Field(None, description="adapter ahead of it, long", examples=["62"])
    front_output_side: Literal["left", "centre", "right"] | None = Field(
        None, description="front output side"
    )


def title(fields: TransferCase) -> str:
    part = f", {fields.part}" if fields.part else ""
    return f"transfer case {fields.low_ratio:.2f}{part}"


def effect(fields: TransferCase, before: Figures) -> dict[str, Figure | None]:
    """An adapter ahead of the case counts in both lengths: rear shaft shorter, front shaft longer."""
    ahead = fields.adapter_mm or 0.0
    return set_where_given(
        {
            "transfer.low_ratio": fields.low_ratio,
            "transfer.high_ratio": fields.high_ratio,
            "transfer.rear_output_mm": None
            if fields.rear_output_mm is None
            else fields.rear_output_mm + ahead,
            "transfer.front_output_mm": None
            if fields.front_output_mm is None
            else fields.front_output_mm + ahead,
            "transfer.front_output_side": fields.front_output_side,
        }
    )


def jobs(fields: TransferCase) -> tuple[Job, ...]:
    return (
        job(
            "Swap the transfer case",
            14.0,
            (
                "Old and donor side by side: spline, face, clocking, lengths, flange, side, shift, speed sensor, switch.",
                "What cannot be measured in the yard is a list, not a hope.",
                "Shafts marked against their flanges before they come off; both lengths measured again afterwards.",
                "Oil by the case's maker, kind and quantity; breather as high as it was.",
            ),
            (
                "stands",
                "battery",
                "local-code",
            ),
        ),
    )


KIND = Kind(
    name="transfer-case",
    words=("case", "transfer-case"),
    example="case 2.74",
    fields=TransferCase,
    title=title,
    effect=effect,
    jobs=jobs,
)
