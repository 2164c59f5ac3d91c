"""What the trip says of a rig at a stage."""

from jorvak.core.engine.areas import Area
from jorvak.core.engine.result import Result
from jorvak.core.immutable import record
from jorvak.core.trip.along import TripWay, WayLoads, way, way_loads
from jorvak.core.trip.climbs import Climb, LegHeat, climb_heat, climbs
from jorvak.core.trip.consumption import Consumption, consumption


@record(frozen=True, slots=True)
class TripResults:
    consumption: Result[Consumption]
    way: Result[TripWay]
    way_loads: Result[WayLoads]
    climbs: Result[tuple[Climb, ...]]
    climb_heat: Result[tuple[LegHeat, ...]]


AREA = Area(
    name="trip",
    results=TripResults,
    functions={
        "consumption": consumption,
        "way": way,
        "way_loads": way_loads,
        "climbs": climbs,
        "climb_heat": climb_heat,
    },
    says={},
)
