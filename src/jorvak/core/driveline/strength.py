"""What the shafts and half shafts of a rig must stand, against what they are rated for."""

from jorvak.core.driveline.torque_path import TorquePathIn, TorquePathOut, torque_path
from jorvak.core.engine.asking import Ask
from jorvak.core.immutable import record
from jorvak.core.load.masses import standing
from jorvak.core.places import End
from jorvak.core.rolling.results import first_and_reverse, low_ratio, static_radius_mm

REAR_GAINS = 1.10
"""A rear axle gains a tenth on a slope, and more beyond 30°."""


@record(frozen=True, slots=True)
class Strength:
    """Torque at one end in the deepest gear: what governs, and what the parts are rated for (None: not noted)."""

    end: End
    calculated: TorquePathOut
    gear_ratio: float
    backwards: bool
    shaft_rating_nm: float | None
    half_shaft_rating_nm: float | None
    case_rating_nm: float | None


def strength(ask: Ask, end: End) -> Strength:
    """Torque by engine and by grip at one end, loaded to what it may weigh. Raises Missing.

    A part-time case can send all of it to one end.
    """
    first, reverse = first_and_reverse(ask)
    may_weigh = ask.maybe(f"body.permitted_{end}_kg") or 0.0
    weighs = max(getattr(standing(ask), f"{end}_kg"), may_weigh) * (REAR_GAINS if end == "rear" else 1.0)
    locked = ask.maybe(f"{end}_axle.differential") in ("selectable", "locked")
    tube = {key: ask.maybe(f"{end}_shaft.{key}") for key in ("od_mm", "wall_mm")}
    answer = torque_path(
        TorquePathIn.model_validate(
            {
                "torque_nm": ask.need("engine.torque_nm"),
                "gear_ratio": max(first, reverse),
                "transfer_low": low_ratio(ask),
                "axle_ratio": ask.need(f"{end}_axle.ratio"),
                "axle_load_kg": weighs,
                "static_radius_mm": static_radius_mm(ask, end),
                "differential": "locked" if locked else "open",
                **(tube if None not in tube.values() else {}),
            }
        )
    )
    return Strength(
        end=end,
        calculated=answer,
        gear_ratio=max(first, reverse),
        backwards=reverse > first,
        shaft_rating_nm=ask.maybe(f"{end}_shaft.rating_nm"),
        half_shaft_rating_nm=ask.maybe(f"{end}_axle.half_shaft_rating_nm"),
        case_rating_nm=ask.maybe("transfer.rating_nm"),
    )
