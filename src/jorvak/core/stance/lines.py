"""Lines from the frame to an axle: brake hose, brake cable, breather. What each has left at droop and lock, and on its way.

What was measured with the axle hanging says it for the end of the way alone. Where both its ends and its length
are known it is worked out for every place, straight from end to end, which a hose that lies in a bow is not: it is
the longest that its ends can be apart that counts.
"""

import math
from collections.abc import Sequence

from jorvak.core.catalogue import spec_of
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.immutable import record
from jorvak.core.places import End
from jorvak.core.rolling.results import static_radius_mm
from jorvak.core.stance.figures import LINES
from jorvak.core.stance.results import axle_lift, strut_lowered_mm
from jorvak.core.stance.suspension import droop_gained_mm, travel
from jorvak.core.stance.tyre_room import Axis, Vector, steering_axis, steps, turned

SLACK_MM = 20.0
STEER_STEP_DEG = 5.0
STEERED = frozenset({"hose"})
"""Their axle end sits on the knuckle and turns with the wheel; the others end on the housing."""
AXES = ("x_mm", "y_mm", "z_mm")


@record(frozen=True, slots=True)
class Line:
    """One line: what it has left where its ends are furthest apart, and what of that is beyond its slack.

    ``on_its_way``: worked out from its ends, lock included; otherwise measured at full droop.
    """

    name: str
    key: str
    left_mm: float
    spare_mm: float
    on_its_way: bool


@record(frozen=True, slots=True)
class Ends:
    """Where a line is held, from the wheel's centre as found: behind it, outboard of it, above it; and its length."""

    key: str
    frame: Vector
    axle: Vector
    length_mm: float

    def left_mm(self, axis: Axis | None, bump_mm: float, steer_deg: float) -> float:
        """What it has left with its axle so far up from as found and the wheel steered by so much."""
        at = self.axle
        if axis is not None and steer_deg and self.key in STEERED:
            # Turned with the wheel, which is the other way from a place that is seen from it.
            at = turned(axis, at, -math.radians(steer_deg))
        return self.length_mm - math.dist(self.frame, (at[0], at[1], at[2] + bump_mm))


def lines(ask: Ask, end: End) -> tuple[Line, ...]:
    """The lines at one end of which anything is known. Raises Missing where that is none."""
    found = [line for key in LINES if (line := _line(ask, end, key)) is not None]
    if not found:
        spare = f"{end}_suspension.hose_spare_mm"
        raise Missing(spare, spec_of(spare).label)
    return tuple(found)


def ends_of_lines(ask: Ask, end: End) -> list[Ends]:
    """The lines whose length and both ends are known."""
    return [ends for key in LINES if (ends := _ends(ask, end, key)) is not None]


def steering(ask: Ask, end: End) -> tuple[Axis | None, tuple[float, float]]:
    """The axis about which an axle's wheels are steered, None where it is not known, and the locks: in below 0, out above.

    Raises Missing on the tyre that an axis which leans outboard needs.
    """
    if end == "rear":
        return None, (0.0, 0.0)
    scrub = ask.maybe("steering.scrub_radius_mm", as_found=True)
    locks = -ask.typical("steering.lock_in_deg"), ask.typical("steering.lock_out_deg")
    if scrub is None:
        return None, locks
    kpi, caster = ask.typical("steering.kpi_deg"), ask.typical("steering.caster_deg")
    # Only an axis that leans outboard needs the height at which it passes the ground.
    radius = static_radius_mm(ask, end, as_found=True) if kpi else 0.0
    return steering_axis(kpi, caster, scrub, radius), locks


def _line(ask: Ask, end: End, key: str) -> Line | None:
    ends = _ends(ask, end, key)
    if ends is not None:
        goes, raised = travel(ask, end), axle_lift(ask, end).suspension_lift_mm
        axis, locks = steering(ask, end)
        # Ends that move on a line are furthest apart at an end of it.
        ways = (-goes.droop_mm - raised, goes.bump_mm - raised)
        left = min(least_left(ends, axis, bump, locks) for bump in ways)
    else:
        at = f"{end}_suspension"
        spare = ask.maybe(f"{at}.{key}_spare_mm")
        if spare is None:
            return None
        # A spacer on a strut lowers its droop stop too.
        left = spare - strut_lowered_mm(ask, end) - droop_gained_mm(ask, end)
    return Line(LINES[key], key, left, left - SLACK_MM, ends is not None)


def least_left(ends: Ends, axis: Axis | None, bump_mm: float, locks: Sequence[float]) -> float:
    """What a line has least left between the locks, with its axle at one place."""
    angles = steps(locks[0], locks[1], STEER_STEP_DEG) if axis and ends.key in STEERED else (0.0,)
    return min(ends.left_mm(axis, bump_mm, angle) for angle in angles)


def _ends(ask: Ask, end: End, key: str) -> Ends | None:
    at = f"{end}_lines.{key}"
    length = ask.maybe(f"{at}_length_mm")
    if length is None:
        return None
    frame, axle = (tuple(ask.maybe(f"{at}_{where}_{axis}") for axis in AXES) for where in ("frame", "axle"))
    if None in (*frame, *axle):
        return None
    return Ends(key, frame, axle, length)
