"""A vehicle driven over ground, in side view: geometry alone, whatever its grip."""

import math
from collections.abc import Sequence
from typing import TYPE_CHECKING

from jorvak.core.calculation import Refused
from jorvak.core.immutable import record
from jorvak.core.stance.ground import Ground

if TYPE_CHECKING:
    import numpy as np
    from numpy.typing import NDArray

    Array = NDArray[np.float64]

MOST_POSITIONS = 2_000_000
STOPPED_MM = 1e-6
SAME_PITCH_DEG = 0.01
FINER = 12
"""Into so many parts the steps are cut beside which a point comes closest."""


@record(frozen=True, slots=True)
class Under:
    """A point of the underside: behind the front axle, above level ground at the stance that is driven."""

    name: str
    x_mm: float
    z_mm: float


@record(frozen=True, slots=True)
class VehicleOnGround:
    """A vehicle at the stance that is driven."""

    wheelbase_mm: float
    front_radius_mm: float
    rear_radius_mm: float
    points: Sequence[Under]

    @property
    def level_deg(self) -> float:
        """The angle of the line between the wheels' centres on level ground."""
        return math.degrees(math.atan2(self.front_radius_mm - self.rear_radius_mm, self.wheelbase_mm))

    @property
    def apart_mm(self) -> float:
        """Between the wheels' centres."""
        return math.hypot(self.wheelbase_mm, self.front_radius_mm - self.rear_radius_mm)


@record(frozen=True)
class Poses:
    """Where the vehicle stands at each position, arrays of one length: both centres, and the pitch, nose up positive."""

    front_x: "Array"
    front_z: "Array"
    rear_x: "Array"
    rear_z: "Array"
    pitch_deg: "Array"


@record(frozen=True)
class Closest:
    """Where a point came closest: its clearance, the front centre's x then, and where on the ground."""

    name: str
    clearance_mm: float
    front_x_mm: float
    ground_x_mm: float
    ground_z_mm: float


@record(frozen=True)
class Crossing:
    """A drive over ground: every pose, where each point came closest, where it was stopped (None: it was not)."""

    poses: Poses
    closest: tuple[Closest, ...]
    blocked_at_mm: float | None

    @property
    def tightest(self) -> Closest:
        """The point that came closest; of equal ones the first."""
        return min(self.closest, key=lambda each: each.clearance_mm)

    @property
    def max_pitch_deg(self) -> float:
        """The largest by size, with its sign; of two alike the nose-up one."""
        up, down = float(self.poses.pitch_deg.max()), float(self.poses.pitch_deg.min())
        return up if abs(up) >= abs(down) - SAME_PITCH_DEG else down


def drive(ground: Ground, stands: VehicleOnGround, step_mm: float) -> Crossing:
    """Drive over ``ground`` in steps. Raises Refused on ``points`` and ``step_mm``."""
    import numpy as np

    names = [point.name for point in stands.points]
    if not names:
        raise Refused("points", "There is nothing under the vehicle: give at least one point.")
    if len(set(names)) < len(names):
        raise Refused("points", "Two points have one name: which of them touches could not be said.")
    front = _positions(ground, stands, step_mm)
    poses, blocked = _until_stopped(ground, stands, front)
    behind = np.array([point.x_mm for point in stands.points])
    up = np.array([point.z_mm - stands.front_radius_mm for point in stands.points])
    poses = _finer_where_it_matters(ground, stands, poses, behind, up)
    x, z = paths(poses, behind, up)
    return Crossing(poses, _closest(ground, poses, names, x, z), blocked)


def paths(poses: Poses, behind_mm: "Array", above_centre_mm: "Array") -> "tuple[Array, Array]":
    """Where points of the vehicle are at each pose: arrays of shape (poses, points)."""
    import numpy as np

    turn = np.radians(poses.pitch_deg)[:, None]
    cos, sin = np.cos(turn), np.sin(turn)
    x: Array = poses.front_x[:, None] - behind_mm * cos - above_centre_mm * sin
    z: Array = poses.front_z[:, None] - behind_mm * sin + above_centre_mm * cos
    return x, z


def _finer_where_it_matters(
    ground: Ground, stands: VehicleOnGround, poses: Poses, behind: "Array", up: "Array"
) -> Poses:
    """The poses, with more of them around those at which a point is closest or the pitch largest.

    There the vehicle often turns over an edge, and a step to either side it is better off.
    """
    import numpy as np

    x, z = paths(poses, behind, up)
    closest = (z - ground.height(x.ravel()).reshape(x.shape)).argmin(axis=0)
    at = np.array([*closest, poses.pitch_deg.argmax(), poses.pitch_deg.argmin()])
    front, last = poses.front_x, len(poses.front_x) - 1
    steps = np.unique(np.concatenate([at - 1, at]))
    steps = steps[(steps >= 0) & (steps < last)]
    if len(steps) == 0:
        return poses
    parts = np.arange(1, FINER)[:, None] / FINER
    more = _pose(ground, stands, (front[steps] + parts * (front[steps + 1] - front[steps])).ravel())
    order = np.argsort(np.concatenate([front, more.front_x]), kind="stable")
    joined = (
        np.concatenate([one, other])[order]
        for one, other in zip(vars(poses).values(), vars(more).values(), strict=True)
    )
    return Poses(*joined)


def _positions(ground: Ground, stands: VehicleOnGround, step_mm: float) -> "Array":
    """Front centres from before the ground, with the overhang driven up to it, to beyond it."""
    import numpy as np

    larger = max(stands.front_radius_mm, stands.rear_radius_mm)
    ahead = max(0.0, *(-point.x_mm for point in stands.points))
    behind = max(0.0, *(point.x_mm - stands.wheelbase_mm for point in stands.points))
    first = float(ground.x[0]) - larger - ahead - 1.0
    last = float(ground.x[-1]) + stands.wheelbase_mm + larger + behind
    if (last - first) / step_mm > MOST_POSITIONS:
        raise Refused("step_mm", f"That would be more than {MOST_POSITIONS:,} positions: take longer steps.")
    inner = first + step_mm * np.arange(math.ceil((last - first) / step_mm - 1e-9))
    return np.append(inner, last)


def _until_stopped(ground: Ground, stands: VehicleOnGround, front: "Array") -> tuple[Poses, float | None]:
    """The poses up to where a wheel is stopped, the last one just short of it."""
    import numpy as np

    front_stop = min(ground.stops(stands.front_radius_mm), default=math.inf)
    rear_stop = min(ground.stops(stands.rear_radius_mm), default=math.inf)
    if front_stop == rear_stop == math.inf:
        return _pose(ground, stands, front), None
    driven = front[front < front_stop]
    if len(driven) == 0:
        driven = np.array([front_stop - STOPPED_MM])
    poses = _pose(ground, stands, driven)
    free = poses.rear_x < rear_stop
    count = len(driven) if free.all() else max(int(np.argmin(free)), 1)
    if free.all() and front_stop == math.inf:
        return poses, None
    good = float(driven[count - 1])
    beyond = float(driven[count]) if count < len(driven) else front_stop
    while beyond - good > STOPPED_MM:
        tried = np.linspace(good, beyond, 64)
        ok = (_pose(ground, stands, tried[1:-1]).rear_x < rear_stop) & (tried[1:-1] < front_stop)
        first_bad = len(ok) if ok.all() else int(np.argmin(ok))
        good, beyond = float(tried[first_bad]), float(tried[first_bad + 1])
    return _pose(ground, stands, np.append(driven[:count], good)), good


def _pose(ground: Ground, stands: VehicleOnGround, front: "Array") -> Poses:
    import numpy as np

    front_z = ground.rests(front, stands.front_radius_mm)
    rear = ground.wheel(stands.rear_radius_mm).behind(front, front_z, stands.apart_mm)
    rear_z = ground.rests(rear, stands.rear_radius_mm)
    pitch = np.degrees(np.arctan2(front_z - rear_z, front - rear)) - stands.level_deg
    return Poses(front, front_z, rear, rear_z, pitch)


def _closest(
    ground: Ground, poses: Poses, names: Sequence[str], x: "Array", z: "Array"
) -> tuple[Closest, ...]:
    """Where each point on its path of straight pieces comes closest: at a corner of the path or over one of the ground."""
    import numpy as np

    clear = z - ground.height(x.ravel()).reshape(x.shape)
    corner, at, point, share = _over_corners(ground, x)
    upper = ground.height(ground.x)[corner]
    over = z[at, point] + share * (z[at + 1, point] - z[at, point]) - upper
    front = poses.front_x[at] + share * (poses.front_x[at + 1] - poses.front_x[at])
    least = np.full(len(names), np.inf)
    np.minimum.at(least, point, over)
    found = []
    for i, (name, place) in enumerate(zip(names, clear.argmin(axis=0).tolist(), strict=True)):
        best = float(clear[place, i])
        if least[i] < best:
            which = int(((point == i) & (over == least[i])).argmax())
            ground_x, ground_z = float(ground.x[corner[which]]), float(upper[which])
            found.append(Closest(name, float(least[i]), float(front[which]), ground_x, ground_z))
        else:
            ground_x, ground_z = float(x[place, i]), float(z[place, i]) - best
            found.append(Closest(name, best, float(poses.front_x[place]), ground_x, ground_z))
    return tuple(found)


def _over_corners(
    ground: Ground, x: "Array"
) -> "tuple[NDArray[np.intp], NDArray[np.intp], NDArray[np.intp], Array]":
    """Every time that a point passes over a corner: the corner, the pose before, the point, and how far on to the next pose."""
    import numpy as np

    passed = ground.x.searchsorted(x.ravel()).reshape(x.shape)
    count = np.abs(passed[1:] - passed[:-1])
    steps, points = count.nonzero()
    times = count[steps, points]
    first = np.minimum(passed[steps, points], passed[steps + 1, points])
    at, point = np.repeat(steps, times), np.repeat(points, times)
    of_step = np.arange(len(at)) - np.repeat(times.cumsum() - times, times)
    corner = np.repeat(first, times) + of_step
    here = x[at, point]
    return corner, at, point, (ground.x[corner] - here) / (x[at + 1, point] - here)
