"""Everything that this area says of a rig at a stage."""

from dataclasses import dataclass

from jorvak.core.results import Result, work_out
from jorvak.core.stages import Moment
from jorvak.core.stance.lift_stack import LiftStackOut
from jorvak.core.stance.results import Height, angles, height, lift, under_differentials
from jorvak.core.stance.room import GapRoom, tyre_rooms
from jorvak.core.stance.stance import StanceOut


@dataclass(frozen=True, slots=True)
class StanceResults:
    lift: Result[LiftStackOut]
    angles: Result[StanceOut]
    under_differentials_mm: Result[float]
    height: Result[Height]
    room: Result[tuple[GapRoom, ...]]


def stance_results(moment: Moment) -> StanceResults:
    """Lift, angles, ground clearance, height and room for the tyres of a rig at a stage."""
    return StanceResults(
        lift=work_out(moment, lift),
        angles=work_out(moment, angles),
        under_differentials_mm=work_out(moment, under_differentials),
        height=work_out(moment, height),
        room=work_out(moment, tyre_rooms),
    )
