"""Ground that takes each axle the other way: one wheel up a ramp, or humps under opposite wheels.

A side view does not have it. Both axles turn against the body between them, and what one turns and the other turns
the other way adds up; how far each goes of it is shared as they can. The body is as stiff as it is taken to be, and
anti-roll bars are not in it.
"""

import math

from jorvak.core.engine.asking import Ask
from jorvak.core.immutable import record
from jorvak.core.stance.articulation import ArticulationIn, ArticulationOut, articulation
from jorvak.core.stance.obstacles import Size
from jorvak.core.stance.suspension import flex

NEARLY_MM = 0.01
RAMP = Size("ramp_deg", "angle", 20, 1, 60)
HUMP = Size("hump_mm", "height", 250, 1, 1500)


@record(frozen=True, slots=True)
class Ramp:
    """One front wheel up a ramp of so many degrees, until another wheel leaves the ground."""

    front_deg: float
    rear_deg: float
    calculated: ArticulationOut


@record(frozen=True, slots=True)
class Twist:
    """Humps of one height under a front wheel and the rear wheel across from it.

    ``needs_deg`` is what both axles have to turn together, ``has_deg`` what they can; ``spare_deg`` below 0 a wheel
    hangs, ``hangs_mm`` above its ground. ``largest_mm`` is the highest hump on which all four stand.
    """

    front_deg: float
    rear_deg: float
    needs_deg: float
    has_deg: float
    spare_deg: float
    hangs_mm: float
    largest_mm: float


def ramp(ask: Ask, ramp_deg: float) -> Ramp:
    """How far up a ramp. Raises Missing. Source: ramp travel index."""
    turns = flex(ask)
    given = ArticulationIn(
        track_mm=min(_tracks(ask)),
        front_flex_deg=turns.front_deg,
        rear_flex_deg=turns.rear_deg,
        wheelbase_mm=ask.need("body.wheelbase_mm"),
        ramp_deg=ramp_deg,
    )
    return Ramp(turns.front_deg, turns.rear_deg, articulation(given))


def twist(ask: Ask, hump_mm: float) -> Twist:
    """Whether all four wheels stand on humps. Raises Missing. Source: each axle lies over its own hump."""
    turns, tracks = flex(ask), _tracks(ask)
    has = turns.front_deg + turns.rear_deg
    needs = _needs_deg(tracks, hump_mm)
    share = min(1.0, needs / has) if has else 0.0
    return Twist(
        front_deg=turns.front_deg * share,
        rear_deg=turns.rear_deg * share,
        needs_deg=needs,
        has_deg=has,
        spare_deg=has - needs,
        hangs_mm=min(tracks) * math.sin(math.radians(max(needs - has, 0.0))),
        largest_mm=_highest(tracks, has),
    )


def _tracks(ask: Ask) -> tuple[float, float]:
    return ask.need("body.front_track_mm"), ask.need("body.rear_track_mm")


def _needs_deg(tracks: tuple[float, float], hump_mm: float) -> float:
    """What both axles turn against one another, each lying from a hump down to the level."""
    return sum(math.degrees(math.asin(min(hump_mm / track, 1.0))) for track in tracks)


def _highest(tracks: tuple[float, float], has_deg: float) -> float:
    """The hump that takes all that the axles have. By halving: two tracks need not be alike."""
    low, high = 0.0, min(tracks)
    while high - low > NEARLY_MM:
        tried = (low + high) / 2
        low, high = (tried, high) if _needs_deg(tracks, tried) <= has_deg else (low, tried)
    return low
