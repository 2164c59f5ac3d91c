"""A battery, mostly a second one."""

from pydantic import Field

from jorvak.core.plan.jobs import Job, job
from jorvak.core.plan.kind_fields import plate
from jorvak.core.plan.kinds import Kind
from jorvak.core.power.records import Chemistry, Isolator, Role
from jorvak.core.rig import Figure, Figures, Frozen, Name


class Battery(Frozen):
    capacity_ah: float = Field(description="capacity", examples=["105 Ah"], ge=1, le=2000)
    chemistry: Chemistry = Field(description="chemistry")
    role: Role = Field("second", description="for what")
    isolator: Isolator | None = Field(None, description="parted from the others by")
    charger_a: float | None = Field(None, description="its charger gives", examples=["25 A"], gt=0, le=500)
    name: Name = Field("second battery", description="called", examples=["second battery"])


def title(fields: Battery) -> str:
    starter = " starter" if fields.role == "starter" else ""
    return f"battery {fields.capacity_ah:g} Ah {fields.chemistry}{starter}"


def effect(fields: Battery, before: Figures) -> dict[str, Figure | None]:
    """What it holds becomes figures of a battery of that name."""
    at = f"batteries.{fields.name}"
    effect: dict[str, Figure | None] = {
        f"{at}.capacity_ah": plate(fields.capacity_ah),
        f"{at}.chemistry": plate(fields.chemistry),
    }
    if fields.charger_a is not None:
        effect[f"{at}.charger_a"] = plate(fields.charger_a)
    return effect


def jobs(fields: Battery) -> tuple[Job, ...]:
    return (
        job(
            f"Fit the {fields.name}",
            3.0,
            (
                "Tray bolted to structure; strapped so that it stays when the vehicle rolls.",
                "Isolator or charger between the batteries, and both leads fused within 200 mm of their battery.",
                "Sealed or vented to the outside; covers over both poles.",
                "Positive last on, first off. Polarity with a meter before it is joined to anything.",
            ),
            ("battery", "mass", "local-code"),
            stage="wire",
            area="electrics",
            system="power",
            tools=("crimping tool", "meter", "torque wrench"),
            readings=("polarity", "rested volts, V", "volts while it is charged, V"),
        ),
    )


KIND = Kind(
    name="battery",
    words=("battery",),
    example="battery 105 Ah lead 26 kg at -180",
    fields=Battery,
    title=title,
    effect=effect,
    jobs=jobs,
)
