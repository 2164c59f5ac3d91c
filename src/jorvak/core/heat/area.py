"""What heat says of a rig at a stage."""

from jorvak.core.engine.areas import Area, Shown
from jorvak.core.engine.result import Result
from jorvak.core.heat.airflow import Airflow, airflow
from jorvak.core.heat.climbing import ClimbHeat, Seen, longest_climb, seen
from jorvak.core.heat.field import TRIED_IN
from jorvak.core.immutable import record


@record(frozen=True, slots=True)
class HeatResults:
    seen: Result[tuple[Seen, ...]]
    longest_climb: Result[ClimbHeat]
    airflow: Result[Airflow]


AREA = Area(
    name="heat",
    results=HeatResults,
    functions={"seen": seen, "longest_climb": longest_climb, "airflow": airflow},
    says={},
    tried=TRIED_IN,
    headlines=(
        Shown(
            "climb_margin_k",
            "left to the limit on the longest climb",
            0,
            "longest_climb",
            "margin_k",
            "{=heat.longest_climb.limit_c|limit} − {=heat.longest_climb.coolant_c|coolant on the climb}",
            "heat balance of the radiator, from a climb that was driven",
            rank=172,
        ),
    ),
)
