"""A winch, with its rope, what it stands on, and what stands behind it."""

from typing import Literal

from pydantic import Field

from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import (
    LengthMm,
    MassKg,
    SharePct,
    Words,
    covering,
    plate,
    set_where_given,
)
from jorvak.core.plan.kinds import Kind
from jorvak.core.recovery.figures import DRUM, MOUNT, RATED, ROPE, ROPE_BREAKS, ROPE_M, ROPE_MM, WIDTH
from jorvak.core.rig import Carrier, Figure, Figures, Frozen


class Winch(Frozen):
    rating_kg: MassKg | None = Field(
        None, description="rated pull on the first layer", examples=["4300"], gt=0
    )
    name: Words | None = Field(None, description="which", examples=["in the bumper"])
    rope: Literal["steel", "synthetic"] | None = Field(None, description="rope")
    rope_length_m: float | None = Field(
        None, description="length of its rope", examples=["28 m"], gt=0, le=200
    )
    rope_diameter_mm: LengthMm | None = Field(None, description="rope diameter", examples=["9.5"], gt=0)
    rope_breaking_kg: MassKg | None = Field(None, description="its rope breaks at", examples=["8400"], gt=0)
    drum_diameter_mm: LengthMm | None = Field(None, description="bare drum", examples=["64"], gt=0)
    drum_width_mm: LengthMm | None = Field(
        None, description="drum between its flanges", examples=["229"], gt=0
    )
    mount_kg: MassKg | None = Field(None, description="mount and rails hold", examples=["6000"], gt=0)
    lead_mm2: float | None = Field(None, description="its leads", examples=["50 mm2"], gt=0, le=500)
    isolator: bool = Field(False, description="isolator in its leads")
    covers_pct: SharePct | None = Field(
        None, description="of the air to the radiator, in its way", examples=["15"]
    )
    overhang_mm: LengthMm | None = Field(
        None, description="reaches ahead of the axle", examples=["820"], gt=0
    )
    lowest_z_mm: LengthMm | None = Field(
        None, description="its lowest edge above the ground", examples=["520"], gt=0
    )
    before_lamps: bool = Field(False, description="stands before a lamp")


def title(fields: Winch) -> str:
    rating = f" rated {fields.rating_kg:g}" if fields.rating_kg else ""
    return f"winch{rating}{f' {fields.name}' if fields.name else ''}"


def effect(fields: Winch, before: Figures) -> dict[str, Figure | None]:
    """Its sheet, what it takes of the air, and where its edge is."""
    effect = covering(before, fields.covers_pct) | set_where_given(
        {
            RATED: fields.rating_kg,
            DRUM: fields.drum_diameter_mm,
            WIDTH: fields.drum_width_mm,
            ROPE: fields.rope,
            ROPE_MM: fields.rope_diameter_mm,
            ROPE_M: fields.rope_length_m,
            ROPE_BREAKS: fields.rope_breaking_kg,
            MOUNT: fields.mount_kg,
        }
    )
    if fields.overhang_mm is not None and fields.lowest_z_mm is not None:
        effect |= {
            "points.winch.x_mm": plate(-fields.overhang_mm),
            "points.winch.z_mm": plate(fields.lowest_z_mm),
        }
    return effect


def points(fields: Winch) -> dict[str, Carrier]:
    return {"winch": "frame"} if fields.overhang_mm is not None and fields.lowest_z_mm is not None else {}


def jobs(fields: Winch) -> tuple[Job, ...]:
    leads = "as thick as the winch's sheet says" if fields.lead_mm2 is None else f"of {fields.lead_mm2:g} mm²"
    isolator = "to the isolator" if fields.isolator else "to an isolator, which is still to be planned,"
    lamps = ("Lamps moved or aimed again: what stands before one is for the local code.",)
    return (
        job(
            "Fit the winch",
            4.0,
            (
                "Before the bumper, on a mount rated for it, bolted to rails that are sound.",
                f"Leads as short as can be, {leads}, {isolator} within reach.",
                "Leads clear of the fan, the exhaust and every edge; caps over the poles.",
                *(lamps if fields.before_lamps else ()),
                "Rope laid on under load, layer by layer; its end held as the sheet says.",
                "Pull once under load, all rope out but the wraps that stay on, before it is needed.",
            ),
            (
                "battery",
                "winch",
                "local-code",
            ),
            stage="wire",
            area="electrics",
            system="recovery",
            hands=2,
            tools=("crimping tool", "torque wrench", "meter"),
            fasteners=(Fastener("winch mount bolts"),),
            readings=("polarity at the winch", "volts at the winch under load, V"),
        ),
    )


KIND = Kind(
    name="winch",
    words=("winch",),
    example="winch 38 kg at -520",
    fields=Winch,
    title=title,
    by_mass=True,
    effect=effect,
    points=points,
    jobs=jobs,
)
