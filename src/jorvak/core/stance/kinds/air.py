"""Air springs at an axle: their pressure follows from what stands on them."""

from typing import Annotated

from pydantic import Field

from jorvak.core.plan.jobs import Job, JobArea, job, last_torque
from jorvak.core.plan.kind_fields import End, RateNPerMm, plate
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen

AreaMm2 = Annotated[float, Field(strict=True, ge=500, le=100000, allow_inf_nan=False)]


class AirSpringsFitted(Frozen):
    axle: End = Field("rear", description="axle")
    area_mm2: AreaMm2 = Field(description="effective area of one at ride", examples=["9500 mm2"])
    rate_n_per_mm: RateNPerMm | None = Field(None, description="rate at ride", examples=["38"])


def title(fields: AirSpringsFitted) -> str:
    rate = f", {fields.rate_n_per_mm:g} N/mm" if fields.rate_n_per_mm is not None else ""
    return f"air-springs {fields.axle} {fields.area_mm2:g}{rate}"


def effect(fields: AirSpringsFitted, before: Figures) -> dict[str, Figure | None]:
    """Their area, and the rate that the axle has on them; what was watched of others is not theirs."""
    at = f"{fields.axle}_suspension"
    effect: dict[str, Figure | None] = {f"{at}.air_area_mm2": plate(fields.area_mm2)}
    effect |= {
        f"{at}.{side}_sinks_mm": None for side in ("left", "right") if f"{at}.{side}_sinks_mm" in before
    }
    if fields.rate_n_per_mm is not None:
        effect[f"{at}.rate_n_per_mm"] = plate(fields.rate_n_per_mm)
    return effect


def jobs(fields: AirSpringsFitted) -> tuple[Job, ...]:
    area: JobArea = "front-axle" if fields.axle == "front" else "rear-axle"
    return (
        job(
            f"Fit the air springs, {fields.axle}",
            6.0,
            (
                "Never inflated off the vehicle or beyond its stops; nobody under it while it is.",
                "Hoses and valves clear of exhaust, wheel and axle through the whole travel.",
                "Pressure by the load, left and right each by its own valve.",
                "Left overnight at ride: how far each corner sank in 8 hours is noted.",
                "What is under the vehicle stands on stands: air holds nobody up.",
            ),
            ("stands", "springs", "mass", "local-code"),
            area=area,
            system="suspension",
            splits=False,
            tools=("stands", "pressure gauge", "soap water"),
            readings=("left pressure, kPa", "right pressure, kPa", "left sinks, mm", "right sinks, mm"),
        ),
        last_torque(area),
    )


KIND = Kind(
    name="air-springs",
    words=("air-springs", "air-spring", "air-bags"),
    example="air-springs rear 9500 mm2",
    fields=AirSpringsFitted,
    title=title,
    effect=effect,
    jobs=jobs,
)
