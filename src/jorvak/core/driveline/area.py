"""What the driveline says of a rig at a stage."""

from collections.abc import Callable
from typing import Any

from jorvak.core.driveline.mating import Meeting, meetings
from jorvak.core.driveline.shafts import ShaftLine, shaft_line
from jorvak.core.driveline.strength import Strength, strength
from jorvak.core.driveline.what_if import TRIED_IN
from jorvak.core.driveline.wobbling import Wobbling, wobbling
from jorvak.core.engine.areas import Area
from jorvak.core.engine.asking import Ask
from jorvak.core.engine.result import Result
from jorvak.core.immutable import record
from jorvak.core.vehicle.records import Part


@record(frozen=True, slots=True)
class DrivelineResults:
    mating: Result[tuple[Meeting, ...]]
    front_shaft: Result[ShaftLine]
    rear_shaft: Result[ShaftLine]
    front_strength: Result[Strength]
    rear_strength: Result[Strength]
    wobble: Result[Wobbling]


FUNCTIONS: dict[str, Callable[[Ask], Any]] = {
    "mating": lambda ask: meetings(ask.all(Part), ask.changes),
    "front_shaft": lambda ask: shaft_line(ask, "front"),
    "rear_shaft": lambda ask: shaft_line(ask, "rear"),
    "front_strength": lambda ask: strength(ask, "front"),
    "rear_strength": lambda ask: strength(ask, "rear"),
    "wobble": wobbling,
}


AREA = Area(
    name="driveline",
    results=DrivelineResults,
    functions=FUNCTIONS,
    says={},
    on_every_sheet=("mating",),
    tried=TRIED_IN,
)
