"""A bumper, front or rear, with what it does to the overhang and the lowest point there."""

from pydantic import Field

from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import End, LengthMm, SharePct, covering, plate
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Carrier, Figure, Figures, Frozen


class Bumper(Frozen):
    axle: End = Field("front", description="end")
    overhang_mm: LengthMm | None = Field(None, description="overhang with it", examples=["760"], gt=0)
    lowest_z_mm: LengthMm | None = Field(
        None, description="its lowest edge above the ground", examples=["470"], gt=0
    )
    with_winch: bool = Field(False, description="winch in it")
    covers_pct: SharePct | None = Field(
        None, description="of the air to the radiator, in its way", examples=["20"]
    )


def title(fields: Bumper) -> str:
    winch = " with winch" if fields.with_winch else ""
    return f"bumper {fields.axle}{winch}"


def effect(fields: Bumper, before: Figures) -> dict[str, Figure | None]:
    """Its edge takes the place of the bumper's point as found."""
    effect = covering(before, fields.covers_pct)
    overhang = f"body.{fields.axle}_overhang_mm"
    if fields.overhang_mm is not None:
        effect[overhang] = plate(fields.overhang_mm)
    beyond = fields.overhang_mm or (before[overhang].value if overhang in before else None)
    point = f"points.{fields.axle} bumper"
    if fields.lowest_z_mm is not None:
        effect[f"{point}.z_mm"] = plate(fields.lowest_z_mm)
        if beyond is not None and fields.axle == "front":
            effect[f"{point}.x_mm"] = plate(-beyond)
        elif beyond is not None and "body.wheelbase_mm" in before:
            effect[f"{point}.x_mm"] = plate(before["body.wheelbase_mm"].value + beyond)
    return effect


def points(fields: Bumper) -> dict[str, Carrier]:
    return {} if fields.lowest_z_mm is None else {f"{fields.axle} bumper": "frame"}


def jobs(fields: Bumper) -> tuple[Job, ...]:
    return (
        job(
            f"Fit the {fields.axle} bumper",
            5.0,
            (
                "The winch is bolted in before the bumper hides its bolts.",
                "Frame rails long and strong enough, and clear of lamps, cooling and crash sensors.",
                "Check the kit's fasteners against its list before the old bumper comes off.",
                "Air through the radiator: watch the temperature on the first hill.",
            ),
            (
                "stands",
                "battery",
                "local-code",
            ),
            area="body",
            system="body",
            tools=("trolley jack", "sockets", "torque wrench"),
            fasteners=(Fastener("frame rail bolts"),),
            no_return="closes",
        ),
    )


KIND = Kind(
    name="bumper",
    words=("bumper",),
    example="bumper front 48 kg at -780",
    fields=Bumper,
    title=title,
    by_mass=True,
    effect=effect,
    points=points,
    jobs=jobs,
)
