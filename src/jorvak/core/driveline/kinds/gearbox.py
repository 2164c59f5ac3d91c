"""Another gearbox."""

from pydantic import Field, ValidationError, field_validator

from jorvak.core.calculation import Refused, refusal_of
from jorvak.core.catalogue import checked
from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import LengthMm, Ratio, Words, plate
from jorvak.core.plan.kinds import Kind
from jorvak.core.quantities import RATIO, Unreadable
from jorvak.core.quantities import read as read_quantity
from jorvak.core.rig import Figure, Figures, Frozen, Rig

EXAMPLE = "box 4.30 2.40 1.50 1.00 0.80"


def read_ratios(text: str) -> list[float]:
    """Ratios from first to top, as typed. Raises ValueError with what would work."""
    try:
        return [read_quantity(part, RATIO).value for part in text.split()]
    except Unreadable as error:
        raise ValueError(str(error)) from None


class Gearbox(Frozen):
    gears: Words = Field(description="ratios, first to top", examples=["4.08 2.29 1.47 1.00 0.82"])
    reverse_ratio: Ratio | None = Field(None, description="reverse", examples=["3.97"])
    length_mm: LengthMm | None = Field(None, description="face to face", examples=["610"], gt=0)
    mounts: Words | None = Field(None, description="its mounts", examples=["new crossmember, old rubber"])
    signals: Words | None = Field(None, description="its signals", examples=["speed by wire, reverse switch"])

    @field_validator("gears")
    @classmethod
    def _ratios(cls, gears: str) -> str:
        checked("gearbox.gears", read_ratios(gears))
        return gears


def title(fields: Gearbox) -> str:
    return f"gearbox, first {read_ratios(fields.gears)[0]:.2f}"


def effect(fields: Gearbox, before: Figures) -> dict[str, Figure | None]:
    """Another box: what is not given of it is unknown. Its length moves the case, and both shafts with it."""
    gears = Figure(checked("gearbox.gears", read_ratios(fields.gears)), "plate")
    reverse, length = (
        None if value is None else plate(value) for value in (fields.reverse_ratio, fields.length_mm)
    )
    return {"gearbox.gears": gears, "gearbox.reverse_ratio": reverse, "gearbox.length_mm": length}


def jobs(fields: Gearbox) -> tuple[Job, ...]:
    return (
        job(
            "Swap the gearbox",
            16.0,
            (
                "Bell housing, pilot, clutch spline, clutch travel, mount, length, shift and switches compared on the floor.",
                "Both shafts change length with the box: measure again.",
                "Oil by the gearbox's maker, kind and quantity.",
            ),
            (
                "stands",
                "battery",
                "local-code",
            ),
            area="driveline",
            system="driveline",
            hands=2,
            needs=("bay",),
            tools=("transmission jack", "clutch centring tool", "torque wrench"),
            fasteners=(Fastener("bell housing bolts"),),
            rests_on=("rear_shaft.", "front_shaft."),
        ),
    )


def read(words: str, rig: Rig) -> Gearbox:
    """Everything after the word are ratios."""
    if not words.strip():
        raise Refused("line", f"Which ratios, first to top? Type for example {EXAMPLE}.")
    try:
        return Gearbox(gears=words)
    except ValidationError as error:
        raise Refused("line", f"Gearbox: {refusal_of(error, Gearbox).message}") from None


KIND = Kind(
    name="gearbox",
    words=("box",),
    example=EXAMPLE,
    fields=Gearbox,
    title=title,
    effect=effect,
    jobs=jobs,
    read=read,
)
