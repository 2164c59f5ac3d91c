"""What the tyres do to heights and angles, and the outline that the drawing is made from."""

from dataclasses import dataclass

from jorvak.core.quantities.units import MM_PER_IN
from jorvak.core.results import Ask, Missing, Result, work_out
from jorvak.core.rig import Carrier
from jorvak.core.rolling.results import ENDS, End, Tyre, tyre
from jorvak.core.rolling.tyre_size import designation
from jorvak.core.stages import Moment
from jorvak.core.stance.stance import StanceIn, StanceOut, StancePointIn, rise_at, stance


@dataclass(frozen=True, slots=True)
class Height:
    """Overall height, and what a garage door leaves above it (None where no door was given)."""

    height_mm: float
    garage_left_mm: float | None


@dataclass(frozen=True, slots=True)
class StanceResults:
    angles: Result[StanceOut]
    under_differentials_mm: Result[float]
    height: Result[Height]


@dataclass(frozen=True, slots=True)
class WheelOutline:
    """A wheel of the drawing. ``rise_mm`` is how much higher its axle stands than as found."""

    diameter_mm: float
    radius_mm: float
    static_radius_mm: float
    rim_mm: float
    width_mm: float
    rise_mm: float
    size: str


@dataclass(frozen=True, slots=True)
class PointOutline:
    name: str
    on: Carrier
    x_mm: float
    z_mm: float


@dataclass(frozen=True, slots=True)
class Outline:
    """What the drawing of a rig at a stage is made from. None is not known yet."""

    front: WheelOutline | None
    rear: WheelOutline | None
    points: tuple[PointOutline, ...]


def stance_results(moment: Moment) -> StanceResults:
    """Angles, ground clearance and height of a rig at a stage. Suspension lift comes with its kinds."""
    return StanceResults(
        angles=work_out(moment, angles),
        under_differentials_mm=work_out(moment, _under_differentials),
        height=work_out(moment, height),
    )


def outline(moment: Moment) -> Outline:
    """The outline of a rig at a stage, as far as it is known."""
    ask = Ask(moment)
    front, rear = _wheel(ask, "front"), _wheel(ask, "rear")
    front_rise, rear_rise = (wheel.rise_mm if wheel else 0.0 for wheel in (front, rear))
    wheelbase = ask.maybe("body.wheelbase_mm")
    points = []
    for name, on in moment.rig.points.items():
        x, z = ask.maybe(f"points.{name}.x_mm"), ask.maybe(f"points.{name}.z_mm")
        if x is None or z is None:
            continue
        rise = {"front-axle": front_rise, "rear-axle": rear_rise}.get(on)
        if rise is None:
            rise = rise_at(x, wheelbase, front_rise, rear_rise) if wheelbase else front_rise
        points.append(PointOutline(name=name, on=on, x_mm=x, z_mm=z + rise))
    return Outline(front=front, rear=rear, points=tuple(points))


def _wheel(ask: Ask, end: End) -> WheelOutline | None:
    try:
        here = tyre(ask, end)
    except Missing:
        return None
    try:
        rise = here.static_radius_mm - tyre(ask, end, as_found=True).static_radius_mm
    except Missing:
        rise = 0.0
    diameter = here.size.diameter_mm or 2 * here.static_radius_mm
    return WheelOutline(
        diameter_mm=diameter,
        radius_mm=diameter / 2,
        static_radius_mm=here.static_radius_mm,
        rim_mm=here.size.rim_in * MM_PER_IN,
        width_mm=here.size.section_width_mm,
        rise_mm=rise,
        size=designation(ask.need(f"wheels.{end}_left.size")),
    )


def _tyres(ask: Ask) -> tuple[tuple[Tyre, Tyre], tuple[Tyre, Tyre]]:
    """The tyres of front and rear, each as found and here."""
    front, rear = ((tyre(ask, end, as_found=True), tyre(ask, end)) for end in ENDS)
    return front, rear


def _rises(ask: Ask) -> list[float]:
    """How much higher front and rear axle stand than as found."""
    return [here.static_radius_mm - found.static_radius_mm for found, here in _tyres(ask)]


def angles(ask: Ask) -> StanceOut:
    """Approach, departure, breakover, ground clearance. Raises Missing."""
    wheelbase = ask.need("body.wheelbase_mm")
    (found_front, front), (found_rear, rear) = _tyres(ask)
    points = [
        StancePointIn(
            name=name, x_mm=ask.need(f"points.{name}.x_mm"), z_mm=ask.need(f"points.{name}.z_mm"), on=on
        )
        for name, on in ask.moment.rig.points.items()
    ]
    if not points:
        raise Missing(None, "underside points")
    return stance(
        StanceIn(
            wheelbase_mm=wheelbase,
            front_radius_mm=front.static_radius_mm,
            rear_radius_mm=rear.static_radius_mm,
            stock_front_radius_mm=found_front.static_radius_mm,
            stock_rear_radius_mm=found_rear.static_radius_mm,
            points=points,
        )
    )


def _under_differentials(ask: Ask) -> float:
    """How much more there is under the lower axle point: half of what the tyre grew, less its squash."""
    return min(_rises(ask))


def height(ask: Ask) -> Height:
    """Overall height. Raises Missing."""
    found_height = ask.need("body.height_mm")
    now = found_height + max(_rises(ask))
    garage = ask.maybe("aims.garage_height_mm")
    return Height(height_mm=now, garage_left_mm=None if garage is None else garage - now)
