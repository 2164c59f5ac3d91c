"""Longer brake hoses, cables or breathers on an axle."""

from typing import Literal

from pydantic import Field

from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import MoreMm, Where, added, ends_of, where_in_words
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Hoses(Frozen):
    longer_mm: MoreMm = Field(description="longer by", examples=["60"])
    axle: Where = Field("both", description="where")
    what: Literal["hose", "cable", "breather"] = Field("hose", description="which line")


NAMES = {"hose": "hoses", "cable": "brake cable", "breather": "breather"}


def title(fields: Hoses) -> str:
    return f"{NAMES[fields.what]} {fields.longer_mm:+g}, {where_in_words(fields.axle)}"


def effect(fields: Hoses, before: Figures) -> dict[str, Figure | None]:
    paths = [
        path
        for end in ends_of(fields.axle)
        for path in (f"{end}_suspension.{fields.what}_spare_mm", f"{end}_lines.{fields.what}_length_mm")
    ]
    return {path: added(before, path, fields.longer_mm) for path in paths if path in before}


def jobs(fields: Hoses) -> tuple[Job, ...]:
    if fields.what != "hose":
        return (
            job(
                f"Change the {NAMES[fields.what]}, {where_in_words(fields.axle)}",
                1.0,
                (
                    "Length and ends against the old one before it comes off.",
                    "Full droop: 20 mm of slack, nothing rubs, no kink at full bump.",
                ),
                ("stands", *(("brakes",) if fields.what == "cable" else ())),
                area="rear-axle" if fields.axle == "rear" else "front-axle",
                system="brakes" if fields.what == "cable" else "suspension",
                splits=False,
            ),
        )
    return (
        job(
            f"Change the hoses, {where_in_words(fields.axle)}",
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
            area="rear-axle" if fields.axle == "rear" else "front-axle",
            system="brakes",
            splits=False,
            tools=("line spanners", "bleeder"),
            fasteners=(Fastener("banjo bolts and washers", once_only=True),),
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
