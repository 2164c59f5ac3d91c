"""Another transfer case, from a donor or new."""

from typing import Literal

from pydantic import Field

from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import LengthMm, Ratio, Words, plate
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


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
    """An adapter ahead of the case counts in both lengths: rear shaft shorter, front shaft longer.

    What is not given of the new case is unknown, and no longer what the old one's was.
    """
    ahead = fields.adapter_mm or 0.0
    lengths = {"rear_output_mm": fields.rear_output_mm, "front_output_mm": fields.front_output_mm}
    given = {
        "low_ratio": fields.low_ratio,
        "high_ratio": fields.high_ratio,
        "front_output_side": fields.front_output_side,
        "rating_nm": None,
        "oil_l": None,
        **{key: None if length is None else length + ahead for key, length in lengths.items()},
    }
    return {
        f"transfer.{key}": None if value is None else plate(value)
        for key, value in given.items()
        if value is not None or key in lengths or f"transfer.{key}" in before
    }


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
            area="driveline",
            system="driveline",
            hands=2,
            needs=("bay",),
            tools=("transmission jack", "tape", "calliper", "torque wrench"),
            fasteners=(Fastener("case to gearbox bolts"), Fastener("flange bolts", once_only=True)),
            rests_on=("transfer.", "rear_shaft.", "front_shaft."),
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
