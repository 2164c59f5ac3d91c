"""Obstacles by a size or two, as ground to drive over, and the largest of a kind that a stance passes."""

import math
from collections.abc import Callable

from jorvak.core.calculation import Refused
from jorvak.core.immutable import record
from jorvak.core.stance.crossing import VehicleOnGround, drive
from jorvak.core.stance.ground import Ground

Corners = tuple[tuple[float, float], ...]
FAR_MM = 5000.0
"""How long what is flat or slopes on is drawn beyond an obstacle."""
SEARCH_STEP_MM = 50.0
SEARCH_ROUNDS = 10


@record(frozen=True, slots=True)
class Size:
    """One size of an obstacle: its key, label and unit, what it usually is, and how small and large it may be."""

    key: str
    label: str
    usual: float
    low: float
    high: float

    def checked(self, value: float, of: str) -> float:
        """A size that can be of what is called ``of``. Raises Refused on its key."""
        if self.low <= value <= self.high:
            return value
        unit = "°" if self.key.endswith("_deg") else " mm"
        raise Refused(
            self.key, f"The {self.label} of a {of} is {self.low:g} to {self.high:g}{unit}, not {value:g}."
        )


@record(frozen=True, slots=True)
class Obstacle:
    """A kind of obstacle. ``hardest`` says which of its sizes is searched for and whether more of it is harder."""

    name: str
    sizes: tuple[Size, ...]
    corners: Callable[..., Corners]
    says: str

    @property
    def searched(self) -> Size:
        """The size of which the largest that passes is searched for: the first."""
        return self.sizes[0]


def _ledge(height_mm: float) -> Corners:
    return ((0, 0), (0, height_mm), (FAR_MM, height_mm))


def _fall(height_mm: float) -> Corners:
    return ((0, height_mm), (FAR_MM, height_mm), (FAR_MM, 0))


def _kerb(height_mm: float, wide_mm: float) -> Corners:
    return ((0, 0), (0, height_mm), (wide_mm, height_mm), (wide_mm, 0))


def _ridge(side_deg: float) -> Corners:
    top = FAR_MM * math.tan(math.radians(side_deg))
    return ((0, 0), (FAR_MM, top), (2 * FAR_MM, 0))


def _ditch(wide_mm: float, deep_mm: float, side_deg: float) -> Corners:
    foot = min(deep_mm / math.tan(math.radians(side_deg)), wide_mm / 2)
    return (
        (0, 0),
        (foot, -deep_mm),
        (max(wide_mm - foot, foot + 1), -deep_mm),
        (max(wide_mm, 2 * foot + 1), 0),
    )


def _steps(height_mm: float, tread_mm: float) -> Corners:
    return (
        (0, 0),
        (0, height_mm),
        (tread_mm, height_mm),
        (tread_mm, 2 * height_mm),
        (tread_mm + FAR_MM, 2 * height_mm),
    )


def _washout(deep_mm: float, wide_mm: float) -> Corners:
    return (
        (0, 0),
        (wide_mm * 0.15, -deep_mm * 0.8),
        (wide_mm * 0.5, -deep_mm),
        (wide_mm * 0.8, -deep_mm * 0.85),
        (wide_mm, 0),
    )


def _ferry(ramp_deg: float, long_mm: float) -> Corners:
    turn = math.radians(ramp_deg)
    return (
        (0, 0),
        (long_mm * math.cos(turn), long_mm * math.sin(turn)),
        (long_mm * math.cos(turn) + FAR_MM, long_mm * math.sin(turn)),
    )


def _down_and_up(side_deg: float, flat_mm: float) -> Corners:
    deep = 1200.0
    run = deep / math.tan(math.radians(side_deg))
    return ((0, 0), (run, -deep), (run + flat_mm, -deep), (2 * run + flat_mm, 0))


OBSTACLES: dict[str, Obstacle] = {
    obstacle.name: obstacle
    for obstacle in (
        Obstacle("ledge", (Size("height_mm", "height", 300, 10, 1500),), _ledge, "a step up"),
        Obstacle("fall", (Size("height_mm", "height", 300, 10, 1500),), _fall, "a step down"),
        Obstacle("kerb", (Size("height_mm", "height", 150, 10, 800), Size("wide_mm", "width", 300, 10, 20000)), _kerb, "up and down again"),
        Obstacle("ridge", (Size("side_deg", "each side", 13, 1, 60),), _ridge, "a sharp crest between two long slopes"),
        Obstacle("ditch", (Size("wide_mm", "width", 1200, 50, 20000), Size("deep_mm", "depth", 500, 10, 4000), Size("side_deg", "its sides", 45, 10, 80)), _ditch, "down one bank and up the other"),
        Obstacle("two steps", (Size("height_mm", "height of each", 200, 10, 1000), Size("tread_mm", "tread", 900, 50, 10000)), _steps, "one after the other"),
        Obstacle("washout", (Size("deep_mm", "depth", 450, 10, 3000), Size("wide_mm", "width", 2600, 200, 20000)), _washout, "a track that water has eaten"),
        Obstacle("ferry ramp", (Size("ramp_deg", "ramp", 12, 1, 45), Size("long_mm", "length", 4000, 300, 30000)), _ferry, "up a ramp and onto a level deck"),
        Obstacle("dip", (Size("side_deg", "each side", 20, 2, 60), Size("flat_mm", "flat between", 600, 0, 20000)), _down_and_up, "down a slope and up the next"),
    )
}  # fmt: skip


@record(frozen=True, slots=True)
class Largest:
    """The largest of its kind that passes untouched; what stops the next one. None: even the smallest touches."""

    size: float | None
    stopped_by: str


def corners_of(name: str, sizes: dict[str, float]) -> Corners:
    """The ground of an obstacle. Raises Refused on ``kind`` or on the size that cannot be."""
    obstacle = obstacle_of(name)
    given = {}
    for size in obstacle.sizes:
        given[size.key] = size.checked(sizes.get(size.key, size.usual), name)
    return obstacle.corners(**given)


def obstacle_of(name: str) -> Obstacle:
    """The obstacle of that name. Raises Refused on ``kind``."""
    if name not in OBSTACLES:
        raise Refused(
            "kind", f"“{name[:40]}” is no obstacle that is known here. There are {', '.join(OBSTACLES)}."
        )
    return OBSTACLES[name]


def largest(name: str, sizes: dict[str, float], stands: VehicleOnGround) -> Largest:
    """The largest that this stance passes without a touch, by halving. Raises Refused."""
    obstacle = obstacle_of(name)
    searched = obstacle.searched

    def stopped_by(size: float) -> str | None:
        ground = Ground.of(corners_of(name, {**sizes, searched.key: size}))
        crossing = drive(ground, stands, SEARCH_STEP_MM)
        if crossing.blocked_at_mm is not None:
            return "a wheel"
        return crossing.tightest.name if crossing.tightest.clearance_mm < 0 else None

    passes, stops = searched.low, searched.high
    by = stopped_by(stops)
    if by is None:
        return Largest(stops, "")
    at_least = stopped_by(passes)
    if at_least is not None:
        return Largest(None, at_least)
    for _ in range(SEARCH_ROUNDS):
        tried = (passes + stops) / 2
        stopper = stopped_by(tried)
        if stopper is None:
            passes = tried
        else:
            stops, by = tried, stopper
    return Largest(passes, by)
