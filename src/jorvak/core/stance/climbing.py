"""How steep a rig climbs in low first: by torque and grip, and by where its centre of gravity stands at the stage."""

import math

from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.immutable import record
from jorvak.core.load.masses import standing
from jorvak.core.rolling.climb import ClimbIn, ClimbOut, climb
from jorvak.core.rolling.results import circumference_mm, crawl, driven_end, first_and_reverse, low_ratio
from jorvak.core.stance.balance import centre_of_gravity


@record(frozen=True, slots=True)
class Climbing:
    """Low first on a slope, and how slowly it walks there."""

    overall_ratio: float
    backwards: bool
    calculated: ClimbOut
    crawl_speed_kmh: float | None


def climbing(ask: Ask) -> Climbing:
    """How steep in the deeper of low first and low reverse. Raises Missing."""
    end = driven_end(ask)
    first, reverse = first_and_reverse(ask)
    overall = max(first, reverse) * low_ratio(ask) * ask.need(f"{end}_axle.ratio")
    circumference, tips, weighs = circumference_mm(ask, end), {}, standing(ask).total_kg
    try:
        centre = centre_of_gravity(ask)
        tips = {
            "wheelbase_mm": ask.need("body.wheelbase_mm"),
            "cg_height_mm": centre.height_mm,
            "cg_behind_front_mm": centre.behind_front_mm,
        }
    except Missing:
        # Torque and grip need no centre of gravity.
        pass
    return Climbing(
        overall_ratio=overall,
        backwards=reverse > first,
        calculated=climb(
            ClimbIn.model_validate(
                {
                    "mass_kg": weighs,
                    "torque_nm": ask.need("engine.torque_nm"),
                    "overall_ratio": overall,
                    "rolling_radius_mm": circumference / 2 / math.pi,
                    **tips,
                }
            )
        ),
        crawl_speed_kmh=crawl(ask).crawl_speed_kmh,
    )
