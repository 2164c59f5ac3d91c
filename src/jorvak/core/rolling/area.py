"""What rolling says of a rig at a stage."""

from collections.abc import Callable
from typing import Any

from jorvak.core.engine.areas import Area, Steps
from jorvak.core.engine.asking import Ask
from jorvak.core.engine.result import Result
from jorvak.core.immutable import record
from jorvak.core.rolling.axle_match import AxleMatchOut
from jorvak.core.rolling.counting import Distance, DrivenGears, distance, driven_gears
from jorvak.core.rolling.headlines import HEADLINES
from jorvak.core.rolling.pressures import Pressures, pressures
from jorvak.core.rolling.pulling import GradeHolding, grade_holding
from jorvak.core.rolling.results import (
    Crawl,
    GearTable,
    Regearing,
    SpeedometerState,
    Taller,
    Tyre,
    axles_match,
    crawl,
    gear_table,
    regearing,
    speedometer_state,
    taller,
    tyre,
)
from jorvak.core.rolling.slipping import Slipping, slipping
from jorvak.core.rolling.stand import WheelPlace, stand
from jorvak.core.rolling.wheel_set import TyreLoad, WheelSet, tyre_load_of, wheel_set


@record(frozen=True, slots=True)
class RollingResults:
    front_tyre: Result[Tyre]
    rear_tyre: Result[Tyre]
    wheels: Result[WheelSet]
    front_stand: Result[WheelPlace]
    rear_stand: Result[WheelPlace]
    front_tyre_load: Result[TyreLoad]
    rear_tyre_load: Result[TyreLoad]
    gears: Result[GearTable]
    crawl: Result[Crawl]
    taller: Result[Taller]
    regearing: Result[Regearing]
    grade: Result[GradeHolding]
    speedometer: Result[SpeedometerState]
    driven_gears: Result[DrivenGears]
    distance: Result[Distance]
    axle_match: Result[AxleMatchOut]
    pressures: Result[Pressures]
    slipping: Result[Slipping]


FUNCTIONS: dict[str, Callable[[Ask], Any]] = {
    "front_tyre": lambda ask: tyre(ask, "front"),
    "rear_tyre": lambda ask: tyre(ask, "rear"),
    "wheels": wheel_set,
    "front_stand": lambda ask: stand(ask, "front"),
    "rear_stand": lambda ask: stand(ask, "rear"),
    "front_tyre_load": lambda ask: tyre_load_of(ask, "front"),
    "rear_tyre_load": lambda ask: tyre_load_of(ask, "rear"),
    "gears": gear_table,
    "crawl": crawl,
    "taller": taller,
    "regearing": regearing,
    "grade": grade_holding,
    "speedometer": lambda ask: speedometer_state(ask),
    "driven_gears": driven_gears,
    "distance": distance,
    "axle_match": axles_match,
    "pressures": pressures,
    "slipping": slipping,
}


AREA = Area(
    name="rolling",
    results=RollingResults,
    functions=FUNCTIONS,
    says={
        "gears": "engine speed",
        "crawl": "crawl",
        "speedometer": "speedometer",
        "axle_match": "how the axles match",
        "regearing": "the schools of regearing",
    },
    headlines=HEADLINES,
    on_every_sheet=("gears",),
    tried={"rim_width_in": Steps(0.5)},
)
