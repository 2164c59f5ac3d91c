"""Something that takes current: a fridge, lamps, a pump."""

from pydantic import Field, model_validator

from jorvak.core.plan.jobs import Job, job, named_place
from jorvak.core.plan.kind_fields import plate
from jorvak.core.plan.kinds import Kind
from jorvak.core.power.records import Runs
from jorvak.core.rig import Figure, Figures, Frozen, Name


class Consumer(Frozen):
    name: Name = Field(description="what", examples=["fridge"])
    power_w: float | None = Field(None, description="takes, in watts", examples=["45 W"], ge=0, le=20000)
    current_a: float | None = Field(None, description="or in amps", examples=["8 A"], ge=0, le=1000)
    hours_per_day_h: float | None = Field(
        None, description="hours a day that it runs", examples=["11 h"], ge=0, le=24
    )
    runs: Runs = Field("always", description="on when")
    inverter: bool = Field(False, description="through an inverter")

    @model_validator(mode="after")
    def _one_of_both(self) -> "Consumer":
        if self.power_w is not None and self.current_a is not None:
            raise ValueError("Give what it takes in watts or in amps, not both.")
        return self


def title(fields: Consumer) -> str:
    takes = f" {fields.power_w:g} W" if fields.power_w is not None else ""
    takes += f" {fields.current_a:g} A" if fields.current_a is not None else ""
    hours = f" {fields.hours_per_day_h:g} h" if fields.hours_per_day_h is not None else ""
    runs = f" {fields.runs}" if fields.runs != "always" else ""
    return f"{fields.name}{takes}{hours}{runs}"


def effect(fields: Consumer, before: Figures) -> dict[str, Figure | None]:
    """What it takes becomes a figure of its circuit."""
    at = f"circuits.{fields.name}"
    noted = {
        "power_w": fields.power_w,
        "current_a": fields.current_a,
        "hours_per_day": fields.hours_per_day_h,
    }
    return {f"{at}.{key}": plate(value) for key, value in noted.items() if value is not None}


def jobs(fields: Consumer) -> tuple[Job, ...]:
    area, system = named_place(fields.name) or ("electrics", "power")
    return (
        job(
            f"Fit and wire the {fields.name}",
            2.0,
            (
                "Weigh it as it will be carried; tied down to structure, nothing loose in the cabin.",
                "Cable and fuse as the Recovery sheet asks, the fuse within 200 mm of the battery.",
                "Grommet wherever metal is passed; nothing tied to a fuel line or a moving part.",
                "Continuity of both conductors and polarity at the plug before it is plugged in.",
            ),
            ("battery", "mass", "local-code"),
            stage="wire",
            area=area,
            system=system,
            tools=("scale", "crimping tool", "meter"),
            readings=("continuity, plus", "continuity, earth", "polarity", "volts at it, running, V"),
        ),
    )


KIND = Kind(
    name="consumer",
    words=("consumer",),
    names=("fridge", "lamps", "pump", "heater", "inverter", "radio"),
    example="fridge 45 W 11 h 24 kg at 2200",
    fields=Consumer,
    title=title,
    effect=effect,
    jobs=jobs,
)
