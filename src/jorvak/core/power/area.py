"""What power says of a rig at a stage."""

from jorvak.core.engine.areas import Area, Shown
from jorvak.core.engine.result import Result
from jorvak.core.immutable import record
from jorvak.core.power.alternating import Alternating, alternating
from jorvak.core.power.circuits import Circuits, circuits
from jorvak.core.power.standing_still import Charging, StandingStill, charging, standing_still


@record(frozen=True, slots=True)
class PowerResults:
    circuits: Result[Circuits]
    standing_still: Result[StandingStill]
    charging: Result[Charging]
    alternating: Result[Alternating]


AREA = Area(
    name="power",
    results=PowerResults,
    functions={
        "circuits": circuits,
        "standing_still": standing_still,
        "charging": charging,
        "alternating": alternating,
    },
    says={},
    headlines=(
        Shown(
            "still_days",
            "days without driving",
            1,
            "standing_still",
            "days",
            "{=power.standing_still.usable_wh|usable} ÷ ({=power.standing_still.wh_per_day|used a day} − "
            "{=power.standing_still.sun_wh_per_day|sun a day})",
            "energy balance",
            rank=170,
        ),
    ),
)
