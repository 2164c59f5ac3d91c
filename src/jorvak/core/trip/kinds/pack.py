"""A pack of a drive battery: what it stores is more to go by, what it weighs stands where it is bolted."""

from pydantic import Field

from jorvak.core.plan.jobs import Fastener, Gate, Job, job
from jorvak.core.plan.kind_fields import added
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen
from jorvak.core.rolling.drives import STORED_KWH


class Pack(Frozen):
    stored_kwh: float = Field(description="stores, usable", examples=["18 kWh"], gt=0, le=300)


def title(fields: Pack) -> str:
    return f"pack {fields.stored_kwh:g} kWh"


def effect(fields: Pack, before: Figures) -> dict[str, Figure | None]:
    """All packs together drive it."""
    return {STORED_KWH: added(before, STORED_KWH, fields.stored_kwh)}


def jobs(fields: Pack) -> tuple[Job, ...]:
    return (
        job(
            "Fit the pack",
            8.0,
            (
                "Room for it measured with its cooling, its lid and the hands that bolt it.",
                Gate(
                    "Its brackets are of the frame or body structure, and hold it when the vehicle rolls: weighed, not guessed."
                ),
                "Above the lowest line of the frame, behind a plate; never where a jack or a stone finds it first.",
                "Orange cables in their own path, clamped, clear of what moves, is hot or sharp.",
                "Contactors, service plug and crash cut-off tried before it is closed.",
                "The axles weighed afterwards.",
            ),
            ("traction", "battery", "mass", "welding", "local-code"),
            stage="wire",
            area="electrics",
            system="power",
            hands=2,
            tools=("engine hoist", "meter", "torque wrench"),
            readings=("insulation against the body, MΩ", "volts of the pack, V"),
            fasteners=(Fastener("pack bolts"),),
        ),
    )


KIND = Kind(
    name="pack",
    words=("pack",),
    example="pack 18 kWh 120 kg at 700",
    fields=Pack,
    title=title,
    effect=effect,
    jobs=jobs,
)
