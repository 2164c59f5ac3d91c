"""Longer brake hoses, cables or breathers on an axle."""

from pydantic import Field

from jorvak.core.kind_fields import LengthMm, Where, added, ends_of, where_said
from jorvak.core.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen
from jorvak.core.work.jobs import Job, job


class Hoses(Frozen):
    longer_mm: LengthMm = Field(description="longer by", examples=["60"])
    axle: Where = Field("both", description="where")


def title(fields: Hoses) -> str:
    return f"hoses {fields.longer_mm:+g}, {where_said(fields.axle)}"


def effect(fields: Hoses, before: Figures) -> dict[str, Figure | None]:
    paths = [f"{end}_suspension.hose_spare_mm" for end in ends_of(fields.axle)]
    return {path: added(before, path, fields.longer_mm) for path in paths if path in before}


def jobs(fields: Hoses) -> tuple[Job, ...]:
    return (
        job(
            f"Change the hoses, {where_said(fields.axle)}",
            2.5,
            (
                "Thread, seat and length against the old ones before the system is opened.",
                "Full droop and full lock both at once: 20 mm of slack, nothing rubs.",
                "Bleed, look for leaks under pressure, have the brakes inspected.",
            ),
            (
                "stands",
                "brakes",
                "local-code",
            ),
        ),
    )


KIND = Kind(
    name="hoses",
    words=("hose", "hoses"),
    example="hoses 60 front",
    fields=Hoses,
    title=title,
    effect=effect,
    jobs=jobs,
)
