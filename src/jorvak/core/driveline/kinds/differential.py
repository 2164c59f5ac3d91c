"""Another differential in an axle: what it does when one wheel has no grip."""

from typing import Literal

from pydantic import Field

from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import End, plate
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class Differential(Frozen):
    axle: End = Field("rear", description="which axle")
    how: Literal["open", "limited-slip", "selectable", "locked", "traction-aid"] = Field(
        "selectable", description="what it does", examples=["selectable"]
    )


def title(fields: Differential) -> str:
    return f"differential {fields.axle}, {fields.how}"


def effect(fields: Differential, before: Figures) -> dict[str, Figure | None]:
    """One that locks may bring the whole torque to one half shaft."""
    return {f"{fields.axle}_axle.differential": plate(fields.how)}


def jobs(fields: Differential) -> tuple[Job, ...]:
    if fields.how == "traction-aid":
        return (
            job(
                "Set up the traction aid",
                3.0,
                (
                    "Wheel-speed rings and sensors at all four wheels read alike.",
                    "Tried on rollers or on a slope with one wheel off the ground.",
                ),
                ("brakes", "local-code"),
                stage="prove",
                area="brakes",
                system="driveline",
                tools=("rollers or a slope",),
            ),
        )
    return (
        job(
            f"Fit the {fields.axle} differential",
            7.0,
            (
                "Splines of both half shafts, bearings and the ring gear's bolts compared before the axle is opened.",
                "Backlash and tooth pattern by the axle's manual; bearing caps back on their own sides.",
                "Oil of the kind that its maker asks for; breather clear.",
                "Wire or air line where nothing rubs, if it is switched; let go and locked, tried with the wheels free.",
            ),
            ("stands", "brakes", "local-code"),
            area="front-axle" if fields.axle == "front" else "rear-axle",
            system="driveline",
            needs=("bay",),
            tools=("dial gauge", "marking paint", "bearing puller", "torque wrench"),
            fasteners=(Fastener("ring gear bolts", once_only=True), Fastener("bearing caps")),
            readings=("backlash, mm", "turning torque, Nm"),
            rests_on=(f"{fields.axle}_axle.",),
        ),
    )


KIND = Kind(
    name="differential",
    words=("differential", "diff", "locker"),
    example="differential rear selectable",
    fields=Differential,
    title=title,
    effect=effect,
    jobs=jobs,
)
