"""The transfer case lowered on its crossmember."""

from pydantic import Field

from jorvak.core.places import ENDS
from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import MoreMm, added
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class CaseDrop(Frozen):
    down_mm: MoreMm = Field(description="down by", examples=["20"])


def title(fields: CaseDrop) -> str:
    return f"case {'down' if fields.down_mm >= 0 else 'up'} {abs(fields.down_mm):g}"


def effect(fields: CaseDrop, before: Figures) -> dict[str, Figure | None]:
    """Both outputs go down with it; the engine's tilt is left out."""
    paths = [f"{end}_shaft.drive_z_mm" for end in ENDS]
    return {path: added(before, path, -fields.down_mm) for path in paths if path in before}


def jobs(fields: CaseDrop) -> tuple[Job, ...]:
    return (
        job(
            "Lower the case on its crossmember",
            2.0,
            (
                "Case held on a stand of its own before its bolts come out.",
                "Fan against shroud, exhaust, shift linkage and wiring looked at when it hangs lower.",
                "Ground clearance under the crossmember measured again.",
            ),
            ("stands", "local-code"),
            area="driveline",
            system="driveline",
            hands=2,
            needs=("bay",),
            tools=("transmission jack", "torque wrench"),
            fasteners=(Fastener("crossmember bolts"),),
            rests_on=("rear_shaft.", "front_shaft."),
        ),
    )


KIND = Kind(
    name="case-drop",
    words=("case-drop", "case-down"),
    example="case-drop 20",
    fields=CaseDrop,
    title=title,
    effect=effect,
    jobs=jobs,
)
