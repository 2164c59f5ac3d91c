"""The rear axle moved along the frame: the wheelbase changed, and all that hangs on it."""

from pydantic import Field

from jorvak.core.calculation import Refused
from jorvak.core.frame.wheelbase_change import WheelbaseChangeIn, WheelbaseChangeOut, wheelbase_change
from jorvak.core.plan.jobs import Fastener, Gate, Job, job
from jorvak.core.plan.kind_fields import LiftMm, added
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen

WHEELBASE, FRONT, REAR = "body.wheelbase_mm", "body.front_axle_kg", "body.rear_axle_kg"
UNSPRUNG = "rear_axle.unsprung_kg"


class Wheelbase(Frozen):
    move_mm: LiftMm = Field(description="rear axle back by", examples=["150"])


def title(fields: Wheelbase) -> str:
    return f"axle-move {fields.move_mm:g}"


def _moved(fields: Wheelbase, before: Figures) -> WheelbaseChangeOut | None:
    """What comes of it; None where wheelbase or axle weights are not noted. Raises Refused."""
    if any(path not in before for path in (WHEELBASE, FRONT, REAR)):
        return None
    unsprung = before[UNSPRUNG].value if UNSPRUNG in before else 0.0
    return wheelbase_change(
        WheelbaseChangeIn(
            move_mm=fields.move_mm,
            wheelbase_mm=before[WHEELBASE].value,
            front_kg=before[FRONT].value,
            rear_kg=before[REAR].value,
            unsprung_rear_kg=min(unsprung, before[REAR].value),
        )
    )


def fits(fields: Wheelbase, before: Figures) -> None:
    """Raises Refused where nothing would be left of the wheelbase, or the front axle would lift."""
    try:
        _moved(fields, before)
    except Refused as refused:
        raise Refused("fields.move_mm", refused.message) from None


def effect(fields: Wheelbase, before: Figures) -> dict[str, Figure | None]:
    """Wheelbase and overhang, the weights that shift, the pinion, and what hangs on the rear axle."""
    by = fields.move_mm
    effect: dict[str, Figure | None] = {}
    for path, sign in ((WHEELBASE, 1), ("rear_shaft.pinion_x_mm", 1), ("body.rear_overhang_mm", -1)):
        if path in before:
            effect[path] = added(before, path, sign * by, 0.0)
    moved = _moved(fields, before)
    if moved is not None:
        effect[FRONT] = added(before, FRONT, moved.front_kg - before[FRONT].value, 0.0)
        effect[REAR] = added(before, REAR, moved.rear_kg - before[REAR].value, 0.0)
    return effect


def jobs(fields: Wheelbase) -> tuple[Job, ...]:
    return (
        job(
            f"Move the rear axle {'back' if fields.move_mm >= 0 else 'forward'} {abs(fields.move_mm):g} mm",
            30.0,
            (
                "Frame measured, station by station, and the sound ones named, before anything is let go.",
                "Axle square to the centre line by strings and diagonals, both sides alike.",
                Gate("Every bracket tacked, measured from the datum, and only then welded."),
                "Shaft measured at ride height with the axle where it goes, not before; balance it new.",
                "Brake pipe and hose, handbrake cable, wiring, exhaust and fuel line made to the new length.",
                "Diagonals and strings once more when it has cooled.",
            ),
            ("stands", "fuel", "welding", "brakes", "local-code"),
            stage="weld",
            area="rear-axle",
            system="frame",
            hands=2,
            needs=("bay",),
            tools=("plumb bobs", "string", "welder", "stands"),
            fasteners=(Fastener("spring or link bolts", once_only=True),),
            readings=("thrust, °", "wheelbase left, mm", "wheelbase right, mm"),
            rests_on=(WHEELBASE, "rear_shaft."),
            no_return="cuts",
        ),
    )


KIND = Kind(
    name="wheelbase",
    words=("axle-move", "wheelbase-change"),
    example="axle-move 150",
    fields=Wheelbase,
    title=title,
    effect=effect,
    fits=fits,
    jobs=jobs,
)
