"""Which figures a rig can have: what each is called, what it looks like typed, and what is believable."""

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import cache, lru_cache
from typing import Any, Literal

from jorvak.core.calculation import Refused
from jorvak.core.quantities import RATIO, Quantity, quantity_of_key
from jorvak.core.rolling.tyre_size import readable_size

Shape = Literal["number", "ratios", "size", "choice"]
POSITIONS = ("front_left", "front_right", "rear_left", "rear_right", "spare")
MOST_RATIOS = 24


@dataclass(frozen=True, slots=True)
class FigureSpec:
    """What is known about a figure before anybody notes it.

    ``word`` is its name in the line; ``low`` and ``high`` (core unit) are what is believable.
    """

    path: str
    label: str
    example: str
    word: str | None = None
    low: float = 0.0
    high: float = math.inf
    shape: Shape = "number"
    choices: tuple[str, ...] = ()

    @property
    def quantity(self) -> Quantity | None:
        """What it measures, by the ending of its key."""
        key = self.path.rsplit(".", 1)[-1]
        return RATIO if self.shape == "ratios" else quantity_of_key(key)


class BadFigure(ValueError):
    """A figure that cannot be. ``path`` says which, the message what would work."""

    def __init__(self, path: str, message: str) -> None:
        super().__init__(message)
        self.path = path


@cache
def catalogue() -> dict[str, FigureSpec]:
    """Every figure that a rig can have apart from its points, by path, in the order in which they are shown."""
    return {spec.path: spec for spec in (*_VEHICLE, *_axles(), *_wheels(), *_USE)}


@lru_cache(maxsize=4096)
def spec_of(path: str) -> FigureSpec:
    """The specification of the figure at ``path``. Raises BadFigure where no such figure exists."""
    if path in catalogue():
        return catalogue()[path]
    parts = path.split(".")
    if len(parts) == 3 and parts[0] == "points" and parts[1] and parts[2] in POINT_FIGURES:
        spec = POINT_FIGURES[parts[2]]
        return replace(spec, path=path, label=f"{parts[1]}, {spec.label}")
    raise BadFigure(path, f"A rig has no figure called {path[:80]}.")


def checked(path: str, value: Any) -> Any:
    """``value`` as the figure at ``path`` holds it: a float, a tuple of floats, or text.

    Raises BadFigure with what would work.
    """
    spec = spec_of(path)
    match spec.shape:
        case "choice":
            if value not in spec.choices:
                raise BadFigure(path, f"The {spec.label} is {_either(spec.choices)}, not {_said(value)}.")
            return value
        case "size":
            return _size(spec, value)
        case "ratios":
            if not isinstance(value, (list, tuple)) or not 0 < len(value) <= MOST_RATIOS:
                raise BadFigure(
                    path, f"The {spec.label}: give 1 to {MOST_RATIOS} ratios, for example {spec.example}."
                )
            return tuple(_number(spec, one) for one in value)
        case "number":
            return _number(spec, value)


def _size(spec: FigureSpec, value: Any) -> str:
    if not isinstance(value, str):
        raise BadFigure(spec.path, f"The {spec.label} is text such as {spec.example}, not {_said(value)}.")
    try:
        return readable_size(value)
    except Refused as refused:
        raise BadFigure(spec.path, refused.message) from None


def _number(spec: FigureSpec, value: Any) -> float:
    if isinstance(value, bool) or not isinstance(value, (int, float)):
        raise BadFigure(
            spec.path, f"The {spec.label} is a number such as {spec.example}, not {_said(value)}."
        )
    if not spec.low <= value <= spec.high:
        unit = f" {spec.quantity.core_unit.symbol}".rstrip() if spec.quantity else ""
        raise BadFigure(
            spec.path,
            f"The {spec.label} would be {value:g}{unit}; it lies between {spec.low:g} and {spec.high:g}{unit}. "
            f"Type for example {spec.example}.",
        )
    return float(value)


def _either(choices: tuple[str, ...]) -> str:
    return f"{', '.join(choices[:-1])} or {choices[-1]}"


def _said(value: Any) -> str:
    text = repr(value)
    return text if len(text) <= 40 else text[:40] + "…"


_VEHICLE = (
    FigureSpec("body.wheelbase_mm", "wheelbase", "2740", "wheelbase", 1000, 8000),
    FigureSpec("body.front_track_mm", "track, front", "1540", None, 600, 3000),
    FigureSpec("body.rear_track_mm", "track, rear", "1540", None, 600, 3000),
    FigureSpec("body.front_overhang_mm", "overhang, front", "790", None, 100, 3000),
    FigureSpec("body.rear_overhang_mm", "overhang, rear", "950", None, 100, 5000),
    FigureSpec("body.height_mm", "overall height", "1870", "height", 800, 4500),
    FigureSpec("body.width_mm", "width", "1810", None, 800, 3000),
    FigureSpec("body.front_axle_kg", "weight on the front axle", "1090", None, 50, 10000),
    FigureSpec("body.rear_axle_kg", "weight on the rear axle", "975", None, 50, 10000),
    FigureSpec("body.permitted_kg", "permitted mass", "2850", None, 200, 20000),
    FigureSpec("body.permitted_front_kg", "permitted on the front axle", "1300", None, 50, 10000),
    FigureSpec("body.permitted_rear_kg", "permitted on the rear axle", "1650", None, 50, 10000),
    FigureSpec("engine.power_kw", "power", "120", None, 5, 1500),
    FigureSpec("engine.torque_nm", "torque", "360", None, 20, 5000),
    FigureSpec("engine.idle_rpm", "idle", "720", "idle", 300, 2000),
    FigureSpec("engine.pull_from_rpm", "pulls from", "1600", None, 500, 10000),
    FigureSpec("engine.pull_to_rpm", "pulls to", "2600", None, 500, 12000),
    FigureSpec("engine.power_at_rpm", "most power at", "3400", None, 1000, 15000),
    FigureSpec("engine.cylinders", "cylinders", "4", None, 1, 16),
    FigureSpec("gearbox.gears", "gearbox, first to top", "4.08 2.29 1.47 1.00 0.82", "gearbox", 0.3, 20, "ratios"),
    FigureSpec("gearbox.reverse_ratio", "reverse", "3.97", None, 0.5, 20),
    FigureSpec(
        "transfer.drive", "four-wheel drive", "part-time", "drive", shape="choice",
        choices=("part-time", "full-time", "two-wheel"),
    ),
    FigureSpec("transfer.high_ratio", "transfer case, high", "1.00", None, 0.3, 5),
    FigureSpec("transfer.low_ratio", "transfer case, low", "2.55", "low", 0.5, 12),
)  # fmt: skip

_USE = (
    FigureSpec(
        "speedometer.sensor",
        "speed sensor",
        "upstream",
        "sensor",
        shape="choice",
        choices=("upstream", "wheel"),
    ),
    FigureSpec("speedometer.stock_error_pct", "over-reads when standard", "2.5", None, -30, 30),
    FigureSpec("speedometer.top_speed_kmh", "top speed", "165", None, 20, 400),
    FigureSpec("aims.cruise_kmh", "cruising speed", "95", "cruise", 20, 250),
    FigureSpec("aims.cruise_rpm", "engine speed wanted there", "2000", None, 500, 8000),
    FigureSpec("aims.crawl_ratio", "crawl ratio wanted", "45", "crawl", 2, 400),
    FigureSpec("aims.garage_height_mm", "garage door", "2100", "garage", 1000, 6000),
)

POINT_FIGURES = {
    "x_mm": FigureSpec("x_mm", "behind the front axle", "1340", None, -3000, 12000),
    "z_mm": FigureSpec("z_mm", "above the ground", "286", None, 1, 2500),
}


def _axles() -> Iterator[FigureSpec]:
    for end in ("front", "rear"):
        axle = f"{end}_axle"
        yield FigureSpec(f"{axle}.ratio", f"{end} axle ratio", "41/11 or 3.73", None, 1.5, 12)
        yield FigureSpec(
            f"{axle}.available", f"ratios that exist, {end}", "3.73 3.91 4.10 4.56", None, 1.5, 12, "ratios"
        )
        yield FigureSpec(
            f"{axle}.carrier_change_ratio", f"other carrier needed from, {end}", "4.30", None, 1.5, 12
        )


def _wheels() -> Iterator[FigureSpec]:
    for position in POSITIONS:
        wheel, place = f"wheels.{position}", position.replace("_", " ")
        yield FigureSpec(f"{wheel}.size", f"tyre size, {place}", "265/70R17 121/118S", shape="size")
        yield FigureSpec(f"{wheel}.circumference_mm", f"roll-out measured, {place}", "2440", None, 800, 6000)
        yield FigureSpec(
            f"{wheel}.static_radius_mm", f"axle centre to ground, {place}", "369", None, 100, 1200
        )
        yield FigureSpec(f"{wheel}.rim_width_in", f"rim width, {place}", "7.5", None, 3, 20)
        yield FigureSpec(f"{wheel}.offset_mm", f"offset, {place}", "35", None, -150, 150)
