"""What stance says of a rig at a stage."""

from collections.abc import Callable
from typing import Any

from jorvak.core.engine.areas import Area, Steps
from jorvak.core.engine.asking import Ask
from jorvak.core.engine.result import Result
from jorvak.core.immutable import record
from jorvak.core.stance.air import AirSprings, air_springs
from jorvak.core.stance.arms import FrontArms, front_arms
from jorvak.core.stance.balance import Tip, tip
from jorvak.core.stance.climbing import Climbing, climbing
from jorvak.core.stance.headlines import HEADLINES
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
from jorvak.core.stance.results import (
    Height,
    Rake,
    SideLift,
    angles,
    height,
    lift,
    rake,
    side_lift,
    under_differentials,
)
from jorvak.core.stance.room import GapRoom, tyre_rooms
from jorvak.core.stance.sagging import Sagging, sagging
from jorvak.core.stance.stance import StanceOut
from jorvak.core.stance.suspension import Corner, Flex, Shock, Travel, corner, flex, shock_of, travel


@record(frozen=True, slots=True)
class StanceResults:
    lift: Result[LiftStackOut]
    angles: Result[StanceOut]
    rake: Result[Rake]
    sag: Result[Sagging]
    under_differentials_mm: Result[float]
    height: Result[Height]
    room: Result[tuple[GapRoom, ...]]
    front_sides: Result[SideLift]
    rear_sides: Result[SideLift]
    front_travel: Result[Travel]
    rear_travel: Result[Travel]
    front_corner: Result[Corner]
    rear_corner: Result[Corner]
    front_shock: Result[Shock]
    rear_shock: Result[Shock]
    front_lines: Result[tuple[Line, ...]]
    rear_lines: Result[tuple[Line, ...]]
    bar: Result[Bar]
    caster: Result[CasterHere]
    half_shafts: Result[HalfShafts]
    front_arms: Result[FrontArms]
    air: Result[tuple[AirSprings, ...]]
    links: Result[Links]
    tip: Result[Tip]
    climb: Result[Climbing]
    flex: Result[Flex]


FUNCTIONS: dict[str, Callable[[Ask], Any]] = {
    "lift": lift,
    "angles": angles,
    "rake": rake,
    "sag": sagging,
    "under_differentials_mm": under_differentials,
    "height": height,
    "room": tyre_rooms,
    "front_sides": lambda ask: side_lift(ask, "front"),
    "rear_sides": lambda ask: side_lift(ask, "rear"),
    "front_travel": lambda ask: travel(ask, "front"),
    "rear_travel": lambda ask: travel(ask, "rear"),
    "front_corner": lambda ask: corner(ask, "front"),
    "rear_corner": lambda ask: corner(ask, "rear"),
    "front_shock": lambda ask: shock_of(ask, "front"),
    "rear_shock": lambda ask: shock_of(ask, "rear"),
    "front_lines": lambda ask: lines(ask, "front"),
    "rear_lines": lambda ask: lines(ask, "rear"),
    "bar": bar,
    "caster": caster_here,
    "half_shafts": half_shafts,
    "front_arms": front_arms,
    "air": air_springs,
    "links": rear_links,
    "tip": tip,
    "climb": climbing,
    "flex": flex,
}


AREA = Area(
    name="stance",
    results=StanceResults,
    functions=FUNCTIONS,
    says={
        "angles": "angles and clearance",
        "height": "overall height",
        "lift": "what springs and loads lift",
    },
    headlines=HEADLINES,
    on_every_sheet=("height",),
    tried={"wanted_angle_deg": Steps(0.5, 5.0, 60.0), "driven_mm": Steps(10.0), "ground_mm": Steps(10.0)},
)
