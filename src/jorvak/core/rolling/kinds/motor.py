"""An electric motor in place of the engine: one ratio, what it takes on each surface; its packs are changes of their own."""

from typing import Annotated

from pydantic import Field

from jorvak.core.plan.jobs import Fastener, Gate, Job, job
from jorvak.core.plan.kind_fields import Ratio, Words, plate
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen
from jorvak.core.rolling.drives import PowerKw, Spin, TorqueNm, TreatedWords, in_its_place, papers_for

UseWhPerKm = Annotated[float, Field(strict=True, ge=50, le=5000, allow_inf_nan=False)]


class Motor(Frozen):
    name: TreatedWords | None = Field(None, description="which", examples=["motor from the donor"])
    power_kw: PowerKw | None = Field(None, description="most power", examples=["110 kW"])
    power_at_rpm: Spin | None = Field(None, description="most power at", examples=["5000"])
    torque_nm: TorqueNm | None = Field(None, description="most torque", examples=["300 Nm"])
    pull_from_rpm: Spin | None = Field(None, description="pulls from", examples=["200"])
    pull_to_rpm: Spin | None = Field(None, description="pulls to", examples=["3500"])
    one_ratio: Ratio | None = Field(
        None, description="its one ratio, in place of the gearbox", examples=["9.1"]
    )
    road_wh_per_km: UseWhPerKm | None = Field(
        None, description="takes on the road, laden", examples=["260 Wh/km"]
    )
    gravel_wh_per_km: UseWhPerKm | None = Field(None, description="takes on gravel", examples=["300 Wh/km"])
    track_wh_per_km: UseWhPerKm | None = Field(None, description="takes on tracks", examples=["370 Wh/km"])
    sand_wh_per_km: UseWhPerKm | None = Field(None, description="takes on sand", examples=["480 Wh/km"])
    low_wh_per_km: UseWhPerKm | None = Field(None, description="takes in low range", examples=["420 Wh/km"])
    snow_wh_per_km: UseWhPerKm | None = Field(None, description="takes on snow", examples=["390 Wh/km"])
    mud_wh_per_km: UseWhPerKm | None = Field(None, description="takes in mud", examples=["520 Wh/km"])
    mounts: Words | None = Field(None, description="its mounts", examples=["adapter plate, own cradle"])
    signals: TreatedWords | None = Field(
        None, description="computer and its signals", examples=["own loom, speed by wire"]
    )
    cooling: Words | None = Field(
        None, description="its cooling", examples=["second radiator, low temperature"]
    )
    vacuum: Words | None = Field(None, description="vacuum for the brakes", examples=["electric pump"])


OF_ENGINE = ("power_kw", "power_at_rpm", "torque_nm", "pull_from_rpm", "pull_to_rpm")
BY_SURFACE = tuple(key for key in Motor.model_fields if key.endswith("_wh_per_km"))


def title(fields: Motor) -> str:
    return f"motor {fields.name}" if fields.name else "motor"


def effect(fields: Motor, before: Figures) -> dict[str, Figure | None]:
    """Its figures stand, and what it takes; what its packs store is theirs."""
    given = {f"engine.{key}": getattr(fields, key) for key in OF_ENGINE}
    effect = in_its_place(
        before, "battery", {**given, **{f"traction.{key}": getattr(fields, key) for key in BY_SURFACE}}
    )
    if fields.one_ratio is not None:
        effect["gearbox.gears"] = Figure((fields.one_ratio,), "plate")
        effect["gearbox.reverse_ratio"] = plate(fields.one_ratio)
    return effect


def jobs(fields: Motor) -> tuple[Job, ...]:
    return (
        job(
            f"Fit {fields.name or 'the motor'}",
            45.0,
            (
                "Unit, gearbox face and coupling compared on the floor before anything is lifted.",
                Gate(
                    "Mounts, unit against axle at full bump, cables against shafts: room measured, not guessed."
                ),
                "Drive unit hung level across, its tilt that of the shafts; mounts tacked, measured, then welded.",
                "Coolant, pedal, orange cables in their own path, clear of what moves, is hot or sharp.",
                "Contactors, service plug and crash cut-off tried before the first turn.",
                "Brakes have their vacuum, and power steering its pump, before the vehicle moves.",
            ),
            ("traction", "stands", "battery", "welding", "brakes", "local-code"),
            stage="mock-up",
            area="engine",
            system="driveline",
            hands=2,
            needs=("bay",),
            tools=("engine hoist", "stands", "torque wrench", "meter"),
            readings=("insulation against the body, MΩ",),
            fasteners=(Fastener("motor mount bolts"), Fastener("coupling bolts")),
            rests_on=("rear_shaft.",),
        ),
        papers_for("motor"),
    )


KIND = Kind(
    name="motor",
    words=("motor",),
    example="motor from the donor",
    fields=Motor,
    title=title,
    effect=effect,
    jobs=jobs,
)
