"""Another ring and pinion, in one axle or in both."""

from typing import Annotated

from pydantic import Field

from jorvak.core.calculation import Refused
from jorvak.core.catalogue import BadFigure, checked
from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import Where
from jorvak.core.plan.kinds import Kind
from jorvak.core.plan.shorthand import both_ends, plainly
from jorvak.core.quantities import RATIO, Unreadable
from jorvak.core.quantities import read as read_quantity
from jorvak.core.rig import Figure, Figures, Frozen, Rig
from jorvak.core.rolling.regear import SAME_RATIO

EXAMPLE = "gears 4.10 or gears rear 41/10"


class Gears(Frozen):
    axle: Where = Field("both", description="which axles")
    ratio: Annotated[float, Field(strict=True, ge=1.5, le=12, allow_inf_nan=False)] = Field(
        description="ratio", examples=["4.10"]
    )


def _axles(fields: Gears) -> tuple[str, ...]:
    return ("front", "rear") if fields.axle == "both" else (fields.axle,)


def title(fields: Gears) -> str:
    where = "front and rear" if fields.axle == "both" else fields.axle
    return f"gears {fields.ratio:.2f} {where}"


def effect(fields: Gears, before: Figures) -> dict[str, Figure | None]:
    return {f"{axle}_axle.ratio": Figure(value=fields.ratio, known="plate") for axle in _axles(fields)}


def jobs(fields: Gears) -> tuple[Job, ...]:
    fit = tuple(
        job(
            f"Set up gears {fields.ratio:.2f}, {axle} axle",
            7.0 if axle == "rear" else 8.0,
            (
                "Count ring and pinion teeth of the new set, and of the other axle's, before either is apart.",
                "Does the carrier take this ratio? Compare with the maker's sheet.",
                "Mark the shaft against its flange before it comes off.",
                "Pinion depth, preload, backlash and contact pattern by the maker's data; write the readings down.",
                "New oil, kind and quantity by the axle's maker.",
            ),
            ("stands", "brakes", "local-code"),
            area="rear-axle" if axle == "rear" else "front-axle",
            system="driveline",
            needs=("bay",),
            tools=("dial gauge", "marking paint", "bearing puller", "torque wrench"),
            fasteners=(Fastener("ring gear bolts", once_only=True), Fastener("pinion nut", once_only=True)),
            readings=("backlash, mm", "turning torque, Nm"),
            rests_on=(f"{axle}_axle.ratio",),
        )
        for axle in _axles(fields)
    )
    run_in = job(
        "Run the gears in, then change the oil",
        1.0,
        (
            "Gentle first distance: no towing, no full throttle, let it cool after the first drive.",
            "Listen on drive and on coast; a whine that changes with load means the pattern is wrong.",
            "Change the oil, look for metal.",
        ),
        ("stands",),
        after="the running-in distance that the gear maker gives",
        stage="prove",
        area="driveline",
        system="driveline",
        tools=("drain pan",),
    )
    return (*fit, run_in)


def read(words: str, rig: Rig) -> Gears:
    """``4.10``, ``rear 41/10``, ``4,56 front``: a ratio and perhaps an axle.

    A ratio typed with two decimals is taken to the teeth where a ratio that exists for the axle rounds to it.
    """
    where: Where = "both"
    rest = []
    for word in both_ends(plainly(words)).lower().split():
        if word in ("front", "rear", "both"):
            where = word  # type: ignore[assignment]
        else:
            rest.append(word)
    if not rest:
        raise Refused("line", f"Which ratio? Type for example {EXAMPLE}.")
    try:
        reading = read_quantity(" ".join(rest), RATIO)
        ratio = checked("rear_axle.ratio", reading.value)
    except (Unreadable, BadFigure) as error:
        raise Refused("line", str(error)) from None
    return Gears(axle=where, ratio=ratio if reading.teeth else _to_the_teeth(ratio, where, rig))


def _to_the_teeth(ratio: float, where: Where, rig: Rig) -> float:
    exist = rig.figures.get(f"{'front' if where == 'front' else 'rear'}_axle.available")
    near = [r for r in exist.value if abs(r - ratio) <= SAME_RATIO] if exist else []
    return min(near, key=lambda r: abs(r - ratio), default=ratio)


KIND = Kind(
    name="gears",
    words=("gear", "gears", "regear"),
    example=EXAMPLE,
    fields=Gears,
    title=title,
    effect=effect,
    jobs=jobs,
    read=read,
)
