"""What the driveline of a rig comes to at a stage."""

from jorvak.core.driveline.mating import Meeting, meetings
from jorvak.core.driveline.shafts import ShaftLine, shaft_line
from jorvak.core.driveline.strength import Strength, strength
from jorvak.core.record import record
from jorvak.core.results import Result, work_out
from jorvak.core.stages import Moment


@record(frozen=True, slots=True)
class DrivelineResults:
    mating: Result[tuple[Meeting, ...]]
    front_shaft: Result[ShaftLine]
    rear_shaft: Result[ShaftLine]
    front_strength: Result[Strength]
    rear_strength: Result[Strength]


def driveline_results(moment: Moment) -> DrivelineResults:
    """Everything that this chapter says of a rig at a stage."""
    return DrivelineResults(
        mating=work_out(moment, lambda ask: meetings(ask.rig, ask.changes)),
        front_shaft=work_out(moment, lambda ask: shaft_line(ask, "front")),
        rear_shaft=work_out(moment, lambda ask: shaft_line(ask, "rear")),
        front_strength=work_out(moment, lambda ask: strength(ask, "front")),
        rear_strength=work_out(moment, lambda ask: strength(ask, "rear")),
    )
