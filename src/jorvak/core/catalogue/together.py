"""Figures that are measured in one go: the weights, a set of wheels, a corner, a shaft."""

from functools import cache

from jorvak.core.immutable import record
from jorvak.core.places import ENDS


@record(frozen=True, slots=True)
class Together:
    """One form: ``title`` in words and ``paths`` in the order in which they are taken.

    ``at_each_wheel``: the last parts of paths that are the same figure at every wheel.
    """

    title: str
    paths: tuple[str, ...] = ()
    at_each_wheel: tuple[str, ...] = ()


_WEIGHTS = ("front_axle_kg", "rear_axle_kg", "permitted_kg", "permitted_front_kg", "permitted_rear_kg")
_WHEEL = (
    "size", "pressure_kpa", "circumference_mm", "static_radius_mm", "rim_width_in", "offset_mm", "date_code", "pattern",
    "mass_kg",
)  # fmt: skip
_CORNER = (
    "spring", "rate_n_per_mm", "free_length_mm", "solid_length_mm", "motion_ratio", "bump_mm", "droop_mm",
    "shock_closed_mm", "shock_open_mm", "shock_ride_mm", "hose_spare_mm",
)  # fmt: skip
_SHAFT = (
    "drive_x_mm", "drive_z_mm", "drive_side_deg", "pinion_x_mm", "pinion_z_mm", "pinion_side_deg", "engaged_mm",
    "collapse_mm", "od_mm", "wall_mm",
)  # fmt: skip


@cache
def together() -> tuple[Together, ...]:
    """Every form of figures that are taken in one go."""
    return (
        Together("weights", tuple(f"body.{key}" for key in _WEIGHTS)),
        Together("wheels and tyres", at_each_wheel=_WHEEL),
        *(
            Together(
                f"{end} corner",
                (
                    *(f"body.{end}_{side}_ride_mm" for side in ("left", "right")),
                    *(f"{end}_suspension.{key}" for key in _CORNER),
                ),
            )
            for end in ENDS
        ),
        *(Together(f"{end} shaft", tuple(f"{end}_shaft.{key}" for key in _SHAFT)) for end in ENDS),
    )
