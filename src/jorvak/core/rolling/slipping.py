"""What each axle of this rig puts down with one side slippery, by the differential that is in it."""

from jorvak.core.engine.asking import Ask
from jorvak.core.immutable import record
from jorvak.core.load.masses import standing
from jorvak.core.places import ENDS, End
from jorvak.core.rolling.locks import Differential, LocksIn, LocksOut, locks
from jorvak.core.rolling.results import static_radius_mm

DRY, SLIPPERY = 0.7, 0.2
"""Friction under one side and the other: gravel beside wet grass or mud."""
KINDS: tuple[Differential, ...] = ("open", "traction-aid", "limited-slip", "selectable")


@record(frozen=True, slots=True)
class WithKind:
    """What an axle puts down with a kind of differential."""

    kind: Differential
    calculated: LocksOut


@record(frozen=True, slots=True)
class AxleSlips:
    """An axle with one side slippery: what it puts down as it is, and with each kind of differential.

    ``noted`` None: nobody noted its differential, and it is taken as open.
    """

    end: End
    axle_kg: float
    noted: Differential | None
    calculated: LocksOut
    with_kinds: tuple[WithKind, ...]


@record(frozen=True, slots=True)
class Slipping:
    """Both axles, one side of each on ``dry`` friction and the other on ``slippery``."""

    dry: float
    slippery: float
    axles: tuple[AxleSlips, ...]


def slipping(ask: Ask) -> Slipping:
    """What the axles put down. Raises Missing. Source: locks."""
    loads = standing(ask)
    weights = {"front": loads.front_kg, "rear": loads.rear_kg}
    return Slipping(DRY, SLIPPERY, tuple(_axle(ask, end, weights[end]) for end in ENDS))


def _axle(ask: Ask, end: End, axle_kg: float) -> AxleSlips:
    noted: Differential | None = ask.maybe(f"{end}_axle.differential")
    radius = static_radius_mm(ask, end)

    def with_kind(kind: Differential) -> LocksOut:
        return locks(
            LocksIn(axle_kg=axle_kg, friction_left=DRY, friction_right=SLIPPERY, radius_mm=radius, kind=kind)
        )

    return AxleSlips(
        end,
        axle_kg,
        noted,
        with_kind(noted or "open"),
        tuple(WithKind(kind, with_kind(kind)) for kind in KINDS),
    )
