"""What the driveline of a rig comes to at a stage."""

from collections.abc import Callable
from typing import Any

from jorvak.core.driveline.mating import Meeting, meetings
from jorvak.core.driveline.shafts import ShaftLine, shaft_line
from jorvak.core.driveline.strength import Strength, strength
from jorvak.core.record import record
from jorvak.core.results import Ask, Result, results_by_name
from jorvak.core.stages import Moment


@record(frozen=True, slots=True)
class DrivelineResults:
    mating: Result[tuple[Meeting, ...]]
    front_shaft: Result[ShaftLine]
    rear_shaft: Result[ShaftLine]
    front_strength: Result[Strength]
    rear_strength: Result[Strength]


RESULTS: dict[str, Callable[[Ask], Any]] = {
    "mating": lambda ask: meetings(ask.rig, ask.changes),
    "front_shaft": lambda ask: shaft_line(ask, "front"),
    "rear_shaft": lambda ask: shaft_line(ask, "rear"),
    "front_strength": lambda ask: strength(ask, "front"),
    "rear_strength": lambda ask: strength(ask, "rear"),
}


def driveline_results(moment: Moment) -> DrivelineResults:
    """Everything that this chapter says of a rig at a stage."""
    return DrivelineResults(**results_by_name(moment, "driveline", RESULTS))
