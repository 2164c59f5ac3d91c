"""Everything that this area says of a rig at a stage."""

from jorvak.core.record import record
from jorvak.core.results import Result, work_out
from jorvak.core.stages import Moment
from jorvak.core.stance.balance import Tip, tip
from jorvak.core.stance.lift_stack import LiftStackOut
from jorvak.core.stance.lines import Line, lines
from jorvak.core.stance.linkage import (
    Bar,
    CasterHere,
    HalfShafts,
    Links,
    bar,
    caster_here,
    half_shafts,
    rear_links,
)
from jorvak.core.stance.results import Height, angles, height, lift, under_differentials
from jorvak.core.stance.room import GapRoom, tyre_rooms
from jorvak.core.stance.stance import StanceOut
from jorvak.core.stance.suspension import Corner, Flex, Shock, corner, flex, shock_of


@record(frozen=True, slots=True)
class StanceResults:
    lift: Result[LiftStackOut]
    angles: Result[StanceOut]
    under_differentials_mm: Result[float]
    height: Result[Height]
    room: Result[tuple[GapRoom, ...]]
    front_corner: Result[Corner]
    rear_corner: Result[Corner]
    front_shock: Result[Shock]
    rear_shock: Result[Shock]
    front_lines: Result[tuple[Line, ...]]
    rear_lines: Result[tuple[Line, ...]]
    bar: Result[Bar]
    caster: Result[CasterHere]
    half_shafts: Result[HalfShafts]
    links: Result[Links]
    tip: Result[Tip]
    flex: Result[Flex]


def stance_results(moment: Moment) -> StanceResults:
    """Everything that this area says of a rig at a stage."""
    return StanceResults(
        lift=work_out(moment, lift),
        angles=work_out(moment, angles),
        under_differentials_mm=work_out(moment, under_differentials),
        height=work_out(moment, height),
        room=work_out(moment, tyre_rooms),
        front_corner=work_out(moment, lambda ask: corner(ask, "front")),
        rear_corner=work_out(moment, lambda ask: corner(ask, "rear")),
        front_shock=work_out(moment, lambda ask: shock_of(ask, "front")),
        rear_shock=work_out(moment, lambda ask: shock_of(ask, "rear")),
        front_lines=work_out(moment, lambda ask: lines(ask, "front")),
        rear_lines=work_out(moment, lambda ask: lines(ask, "rear")),
        bar=work_out(moment, bar),
        caster=work_out(moment, caster_here),
        half_shafts=work_out(moment, half_shafts),
        links=work_out(moment, rear_links),
        tip=work_out(moment, tip),
        flex=work_out(moment, flex),
    )
