"""A second spring that takes over under load: a helper leaf, a dual-rate coil, an air spring beside the old one."""

import re
from typing import Literal

from pydantic import Field

from jorvak.core.calculation import Refused
from jorvak.core.plan.jobs import Job, JobArea, job, last_torque
from jorvak.core.plan.kind_fields import End, MassKg, RateNPerMm, plate
from jorvak.core.plan.kinds import Kind, fields_of
from jorvak.core.plan.shorthand import plainly
from jorvak.core.quantities import MASS, STIFFNESS, Unreadable
from jorvak.core.quantities import read as read_quantity
from jorvak.core.rig import Figure, Figures, Frozen, Rig

EXAMPLE = "helper rear 60 420"
NAMES = {"leaf": "helper leaf", "dual-rate": "dual-rate coils", "air": "air helpers"}


class Helper(Frozen):
    axle: End = Field("rear", description="axle")
    second_rate_n_per_mm: RateNPerMm = Field(description="rate with it working", examples=["60"])
    from_kg: MassKg = Field(description="sprung load on a corner from which it works", examples=["420"], ge=0)
    by: Literal["leaf", "dual-rate", "air"] = Field("leaf", description="by")


def title(fields: Helper) -> str:
    by = "" if fields.by == "leaf" else f", {fields.by}"
    return f"helper {fields.axle} {fields.second_rate_n_per_mm:g} N/mm, {fields.from_kg:g}{by}"


def effect(fields: Helper, before: Figures) -> dict[str, Figure | None]:
    """The axle's springs have a second rate from a load on."""
    at = f"{fields.axle}_suspension"
    return {
        f"{at}.second_rate_n_per_mm": plate(fields.second_rate_n_per_mm),
        f"{at}.second_from_kg": plate(fields.from_kg),
    }


AIR = (
    "Pressures left and right alike, by a gauge at its own valve; hoses clear of exhaust and wheel.",
    "Left overnight, height corner against corner: what it loses in mm in an hour is noted.",
)


def jobs(fields: Helper) -> tuple[Job, ...]:
    area: JobArea = "front-axle" if fields.axle == "front" else "rear-axle"
    return (
        job(
            f"Fit the {NAMES[fields.by]}, {fields.axle}",
            3.0,
            (
                "Ride heights measured empty and laden before anything is bought: where it takes over is chosen by the load.",
                *(AIR if fields.by == "air" else ()),
                "Bush bolts only hand-tight until the weight is on the wheels, then torque at ride height.",
                "Ride heights again, empty and laden.",
            ),
            ("stands", "springs", "mass", "local-code"),
            area=area,
            system="suspension",
            splits=False,
            tools=("stands", "trolley jack", "torque wrench"),
            readings=("left ride height laden, mm", "right ride height laden, mm"),
            rests_on=(f"{fields.axle}_suspension.",),
        ),
        last_torque(area),
    )


NUMBERS = re.compile(
    r"(?P<rate>[\d.,]+\s*(?:n/mm|lb/in)?)[\s,]+(?:from\s+)?(?P<load>[\d.,]+\s*(?:kg|lb)?)", re.IGNORECASE
)


def read(words: str, rig: Rig) -> Helper:
    """``rear 60 420``, ``rear 60 N/mm from 420 kg air``: an axle, a rate, a load and by what; a mass is no change's own."""
    plain = plainly(words).lower()
    found = NUMBERS.search(plain)
    if found is None:
        raise Refused("line", f"Which rate, and from which load on a corner? Type for example {EXAMPLE}.")
    by = next((way for way in NAMES if way in plain), "leaf")
    try:
        rate = read_quantity(found["rate"].strip(" ,"), STIFFNESS, "N/mm").value
        load = read_quantity(found["load"].strip(" ,"), MASS, "kg").value
    except Unreadable as error:
        raise Refused("line", str(error)) from None
    axle = "front" if "front" in plain.split() else "rear"
    fields = fields_of("helper", {"axle": axle, "second_rate_n_per_mm": rate, "from_kg": load, "by": by})
    assert isinstance(fields, Helper)
    return fields


KIND = Kind(
    name="helper",
    words=("helper", "helpers", "dual-rate"),
    example=EXAMPLE,
    fields=Helper,
    title=title,
    effect=effect,
    jobs=jobs,
    read=read,
)
