"""What the driveline of a rig comes to at a stage."""

from dataclasses import dataclass

from jorvak.core.driveline.mating import Meeting, meetings
from jorvak.core.results import Result, work_out
from jorvak.core.stages import Moment


@dataclass(frozen=True, slots=True)
class DrivelineResults:
    mating: Result[tuple[Meeting, ...]]


def driveline_results(moment: Moment) -> DrivelineResults:
    """Everything that this chapter says of a rig at a stage."""
    return DrivelineResults(mating=work_out(moment, lambda ask: meetings(ask.moment.rig, ask.moment.changes)))
