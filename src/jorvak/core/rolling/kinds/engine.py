"""Another engine: its figures take the place of the old one's everywhere, and much waits for it."""

from typing import Annotated, Literal

from pydantic import Field

from jorvak.core.plan.jobs import Fastener, Gate, Job, job
from jorvak.core.plan.kind_fields import Words
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen
from jorvak.core.rolling.drives import PowerKw, Spin, TorqueNm, TreatedWords, in_its_place, papers_for


class Engine(Frozen):
    name: TreatedWords | None = Field(None, description="which", examples=["diesel from the donor"])
    power_kw: PowerKw | None = Field(None, description="most power", examples=["120 kW"])
    power_at_rpm: Spin | None = Field(None, description="most power at", examples=["3400"])
    torque_nm: TorqueNm | None = Field(None, description="most torque", examples=["360 Nm"])
    pull_from_rpm: Spin | None = Field(None, description="pulls from", examples=["1600"])
    pull_to_rpm: Spin | None = Field(None, description="pulls to", examples=["2600"])
    idle_rpm: Spin | None = Field(None, description="idle", examples=["750"])
    cylinders: Annotated[float, Field(strict=True, ge=1, le=16, allow_inf_nan=False)] | None = Field(
        None, description="cylinders", examples=["4"]
    )
    aspiration: Literal["natural", "turbo"] | None = Field(None, description="aspiration")
    consumption_l_per_100km: Annotated[float, Field(strict=True, ge=2, le=80, allow_inf_nan=False)] | None = (
        Field(None, description="takes on the road, laden", examples=["11.5 l/100 km"])
    )
    mounts: Words | None = Field(None, description="its mounts", examples=["new plates, old rubbers"])
    signals: TreatedWords | None = Field(
        None, description="computer and its signals", examples=["own loom, speed by wire"]
    )
    cooling: Words | None = Field(None, description="its cooling", examples=["radiator of the donor"])
    exhaust: TreatedWords | None = Field(
        None, description="its exhaust path", examples=["left, treatment as it came"]
    )
    vacuum: Words | None = Field(
        None, description="vacuum for the brakes", examples=["pump on the alternator"]
    )


OF_ENGINE = (
    "power_kw", "power_at_rpm", "torque_nm", "pull_from_rpm", "pull_to_rpm", "idle_rpm", "cylinders", "aspiration",
)  # fmt: skip


def title(fields: Engine) -> str:
    return f"engine {fields.name}" if fields.name else "engine"


def effect(fields: Engine, before: Figures) -> dict[str, Figure | None]:
    """Its figures stand, and what it takes."""
    own = {f"engine.{key}": getattr(fields, key) for key in OF_ENGINE}
    return in_its_place(
        before, "fuel", {**own, "trip.consumption_l_per_100km": fields.consumption_l_per_100km}
    )


def jobs(fields: Engine) -> tuple[Job, ...]:
    what = fields.name or "the engine"
    return (
        job(
            f"Fit {what}",
            40.0,
            (
                "Unit, gearbox face, clutch and pilot compared on the floor before anything is lifted.",
                Gate(
                    "Mounts, sump against axle at full bump, fan against radiator: room measured, not guessed."
                ),
                "Drive unit hung level across, its tilt that of the shafts; mounts tacked, measured, then welded.",
                "Fuel, return, vacuum for the brakes, throttle, earth straps, each clear of exhaust and steering.",
                "Exhaust treatment stays as the engine came with it.",
                "Brakes have their vacuum before the vehicle moves.",
            ),
            ("stands", "battery", "fuel", "welding", "brakes", "local-code"),
            stage="mock-up",
            area="engine",
            system="driveline",
            hands=2,
            needs=("bay",),
            tools=("engine hoist", "stands", "torque wrench"),
            fasteners=(Fastener("engine mount bolts"), Fastener("bell housing bolts")),
            rests_on=("rear_shaft.",),
        ),
        papers_for("engine"),
    )


KIND = Kind(
    name="engine",
    words=("engine",),
    example="engine diesel from the donor",
    fields=Engine,
    title=title,
    effect=effect,
    jobs=jobs,
)
