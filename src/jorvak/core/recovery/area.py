"""What recovery says of a rig at a stage."""

from jorvak.core.engine.areas import Area
from jorvak.core.engine.result import Result
from jorvak.core.immutable import record
from jorvak.core.recovery.pulls import PullStands, pulls
from jorvak.core.recovery.trying import TRIED_IN
from jorvak.core.recovery.winching import AgainstMass, Winch, winch_against_mass, winch_as_it_is


@record(frozen=True, slots=True)
class RecoveryResults:
    winch: Result[Winch]
    against_mass: Result[AgainstMass]
    pulls: Result[tuple[PullStands, ...]]


AREA = Area(
    name="recovery",
    results=RecoveryResults,
    functions={"winch": winch_as_it_is, "against_mass": winch_against_mass, "pulls": pulls},
    says={},
    tried=TRIED_IN,
)
