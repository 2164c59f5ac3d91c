"""A rig driven over ground at a stage: what touches where, and frames to draw."""

import math
from collections.abc import Sequence
from functools import lru_cache

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.engine.moment import Moment, Stage, laden, moment
from jorvak.core.engine.result import Result, work_out
from jorvak.core.immutable import record
from jorvak.core.places import ENDS
from jorvak.core.rig import Rig
from jorvak.core.rolling.results import static_radius_mm
from jorvak.core.stance.balance import centre_of_gravity
from jorvak.core.stance.crossing import Crossing, Under, VehicleOnGround, drive
from jorvak.core.stance.ground import Ground
from jorvak.core.stance.records import Profile
from jorvak.core.stance.results import angles

FRAMES = 240
LONGEST_MM = 500_000.0
MOST_CORNERS = 4000
ASKED_STEP_MM = 50.0


@record(frozen=True, slots=True)
class Touch:
    """Where a point of the underside came closest: its clearance with ±, the frame, and the place on the ground."""

    name: str
    clearance_mm: float
    off_mm: float
    front_x_mm: float
    ground_x_mm: float
    ground_z_mm: float
    verdict: str


@record(frozen=True, slots=True)
class Frames:
    """Poses to draw, arrays of one length: the front wheel's centre and the pitch, nose up positive."""

    front_x_mm: tuple[float, ...]
    front_z_mm: tuple[float, ...]
    pitch_deg: tuple[float, ...]


@record(frozen=True, slots=True)
class Driven:
    """One stance driven over the ground.

    ``closest`` stands tightest first. ``back_deg`` and ``over_deg`` are the pitches at which it would go over
    backwards and on its nose at rest; None where the centre of gravity is not known.
    """

    frames: Frames
    closest: tuple[Touch, ...]
    max_pitch_deg: float
    blocked_at_mm: float | None
    back_deg: float | None
    over_deg: float | None
    front_radius_mm: float
    rear_radius_mm: float


@record(frozen=True, slots=True)
class AskedCrossing:
    """A ground that the brief asks for, as the rig takes it: what comes closest, and whether a wheel is stopped."""

    name: str
    touches: tuple[str, ...]
    tightest: str
    tightest_mm: float
    blocked: bool


def stands(ask: Ask) -> VehicleOnGround:
    """The stance at a stage: wheels, and points at their height. Raises Missing."""
    answer = angles(ask)
    wheelbase = ask.need("body.wheelbase_mm")
    front, rear = (static_radius_mm(ask, end) for end in ENDS)
    points = tuple(
        Under(point.name, ask.need(f"points.{point.name}.x_mm"), point.z_mm) for point in answer.points
    )
    return VehicleOnGround(wheelbase, front, rear, points)


def asked_crossings(ask: Ask) -> tuple[AskedCrossing, ...]:
    """Every ground that the brief asks for, driven over. Raises Missing."""
    asked = [profile for profile in ask.all(Profile) if profile.asked]
    if not asked:
        return ()
    here = stands(ask)
    return tuple(_asked(profile, drive(_ground(profile.corners), here, ASKED_STEP_MM)) for profile in asked)


# The same ground at every edit: where wheels go over it is worked out once.
@lru_cache(maxsize=32)
def _ground(corners: tuple[tuple[float, float], ...]) -> Ground:
    return Ground.of(corners)


def _asked(profile: Profile, crossing: Crossing) -> AskedCrossing:
    tightest = crossing.tightest
    return AskedCrossing(
        profile.name,
        tuple(each.name for each in crossing.closest if each.clearance_mm < 0),
        tightest.name,
        tightest.clearance_mm,
        crossing.blocked_at_mm is not None,
    )


def check_ground(corners: Sequence[tuple[float, float]]) -> Ground:
    """Ground that is short enough to be looked at. Raises Refused on ``corners``."""
    ground = Ground.of(corners, "corners")
    if float(ground.x[-1] - ground.x[0]) > LONGEST_MM:
        raise Refused("corners", "That ground is longer than 500 m: take the piece of it that matters.")
    return ground


def thinned(corners: Sequence[tuple[float, float]]) -> tuple[tuple[tuple[float, float], ...], bool]:
    """At most so many corners as are drawn and driven over: of too many the highest of each stretch, and both ends."""
    if len(corners) <= MOST_CORNERS:
        return tuple(corners), False
    size = math.ceil(len(corners) / (MOST_CORNERS - 2))
    inner = [
        max(corners[start : start + size], key=lambda corner: corner[1])
        for start in range(1, len(corners) - 1, size)
    ]
    return (corners[0], *inner, corners[-1]), True


def drive_over(here: Moment, ground: Ground, step_mm: float) -> Result[Driven]:
    """One stance driven over ``ground``. Each point's ± is that of its own height. Raises Refused."""
    heights = work_out(here, angles, kept_as="stance.angles")
    off = (
        {point.name: heights.off(f"points.{i}.z_mm") for i, point in enumerate(heights.value.points)}
        if heights.value
        else {}
    )
    return work_out(here, lambda ask: _driven(ask, ground, step_mm, off), with_doubt=False)


def _driven(ask: Ask, ground: Ground, step_mm: float, off: dict[str, float]) -> Driven:
    import numpy as np

    here = stands(ask)
    crossing = drive(ground, here, step_mm)
    poses = crossing.poses
    shown = np.unique(np.linspace(0, len(poses.front_x) - 1, FRAMES).astype(int))
    closest = sorted(crossing.closest, key=lambda each: each.clearance_mm)
    back, over = _tip_lines(ask)
    return Driven(
        Frames(
            tuple(map(float, poses.front_x[shown])),
            tuple(map(float, poses.front_z[shown])),
            tuple(map(float, poses.pitch_deg[shown])),
        ),
        tuple(
            Touch(
                each.name,
                each.clearance_mm,
                off.get(each.name, 0.0),
                each.front_x_mm,
                each.ground_x_mm,
                each.ground_z_mm,
                _verdict(each.clearance_mm, off.get(each.name, 0.0)),
            )
            for each in closest
        ),
        crossing.max_pitch_deg,
        crossing.blocked_at_mm,
        back,
        over,
        here.front_radius_mm,
        here.rear_radius_mm,
    )


def _verdict(clearance_mm: float, off_mm: float) -> str:
    if clearance_mm >= off_mm:
        return "clear"
    return "touches" if clearance_mm < -off_mm else "too close to call"


def _tip_lines(ask: Ask) -> tuple[float | None, float | None]:
    """The pitches at which the centre of gravity stands over the rear and over the front contact."""
    try:
        centre = centre_of_gravity(ask)
    except Missing:
        return None, None
    wheelbase = ask.need("body.wheelbase_mm")
    behind = math.degrees(math.atan((wheelbase - centre.behind_front_mm) / centre.height_mm))
    ahead = math.degrees(math.atan(centre.behind_front_mm / centre.height_mm))
    return behind, ahead


def stances(rig: Rig, stage: Stage) -> dict[str, Moment]:
    """The stances that are driven beside one another: as found, today, at the stage, and that with its load aboard."""
    here = moment(rig, stage)
    return {
        "found": moment(rig, "as-found"),
        "today": moment(rig, "today"),
        "here": here,
        "loaded": laden(here),
    }
