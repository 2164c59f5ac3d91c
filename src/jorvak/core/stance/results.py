"""What the tyres do to heights and angles, and the outline that the drawing is made from."""

from typing import Literal

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask, Missing, value_or_none
from jorvak.core.engine.moment import Moment
from jorvak.core.immutable import record
from jorvak.core.load.masses import ON_FRONT, ON_REAR, added_mass, off_together
from jorvak.core.places import ENDS, End
from jorvak.core.quantities.units import MM_PER_IN, STANDARD_GRAVITY
from jorvak.core.rig import Carrier
from jorvak.core.rolling.results import static_radius_mm, tyre
from jorvak.core.rolling.tyre_size import designation
from jorvak.core.stance.lift_stack import AxleLift, LiftStackOut, loaded_mm, spring_lift_mm, stacked
from jorvak.core.stance.rates import rates_of, spring_load_n
from jorvak.core.stance.stance import Carriage, Seen, StanceOut, judged, rise_at, seen


@record(frozen=True, slots=True)
class Height:
    """Overall height, and what a garage door and a ferry leave above it (None where none was given)."""

    height_mm: float
    garage_left_mm: float | None
    ferry_left_mm: float | None
    container_left_mm: float | None


@record(frozen=True, slots=True)
class WheelOutline:
    """A wheel of the drawing, and how much higher axle, frame and body stand there than as found."""

    diameter_mm: float
    radius_mm: float
    static_radius_mm: float
    rim_mm: float
    width_mm: float
    rise_mm: float
    frame_rise_mm: float
    body_rise_mm: float
    size: str


@record(frozen=True, slots=True)
class PointOutline:
    name: str
    on: Carrier
    x_mm: float
    z_mm: float


@record(frozen=True, slots=True)
class Outline:
    """What the drawing of a rig at a stage is made from. None is not known yet."""

    front: WheelOutline | None
    rear: WheelOutline | None
    points: tuple[PointOutline, ...]


def outline(moment: Moment) -> Outline:
    """The outline of a rig at a stage, as far as it is known."""
    ask = Ask(moment)
    front, rear = (_wheel(ask, end) for end in ENDS)
    wheelbase = ask.maybe("body.wheelbase_mm")
    points = []
    for name, on in ask.points.items():
        x, z = (value_or_none(ask, f"points.{name}.{axis}_mm") for axis in "xz")
        if x is None or z is None:
            continue
        at_front, at_rear = (_rise_of(wheel, on) for wheel in (front, rear))
        if on == "rear-axle":
            rise = at_rear
        else:
            rise = rise_at(x, wheelbase, at_front, at_rear) if wheelbase and on != "front-axle" else at_front
        points.append(PointOutline(name=name, on=on, x_mm=x, z_mm=z + rise))
    return Outline(front=front, rear=rear, points=tuple(points))


def _rise_of(wheel: WheelOutline | None, on: Carrier) -> float:
    if wheel is None:
        return 0.0
    return {"frame": wheel.frame_rise_mm, "body": wheel.body_rise_mm}.get(on, wheel.rise_mm)


def _wheel(ask: Ask, end: End) -> WheelOutline | None:
    try:
        here = tyre(ask, end)
    except Missing:
        return None
    try:
        up = axle_lift(ask, end)
    except (Missing, Refused):
        up = stacked(0.0, 0.0, 0.0)
    diameter = here.size.diameter_mm or 2 * here.static_radius_mm
    return WheelOutline(
        diameter_mm=diameter,
        radius_mm=diameter / 2,
        static_radius_mm=here.static_radius_mm,
        rim_mm=here.size.rim_in * MM_PER_IN,
        width_mm=here.size.section_width_mm,
        rise_mm=up.axle_rise_mm,
        frame_rise_mm=up.frame_rise_mm,
        body_rise_mm=up.body_rise_mm,
        size=designation(ask.need(f"wheels.{end}_left.size", of=str)),
    )


def lift(ask: Ask) -> LiftStackOut:
    """What lifts what, against as found. Raises Missing."""
    return LiftStackOut(front=axle_lift(ask, "front"), rear=axle_lift(ask, "rear"))


def axle_lift(ask: Ask, end: End) -> AxleLift:
    """The rises at one end, against as found. Raises Missing."""
    return ask.shared(
        f"{end} lift",
        lambda inner: stacked(
            tyre_rise(inner, end), suspension_lift(inner, end), inner.more(f"body.{end}_lift_mm")
        ),
    )


def tyre_rise(ask: Ask, end: End) -> float:
    """How much higher the axle stands by its tyres. Raises Missing."""
    if not ask.is_set(f"wheels.{end}_left.size"):
        return 0.0
    return static_radius_mm(ask, end) - static_radius_mm(ask, end, as_found=True)


Side = Literal["left", "right"]
SIDES: tuple[Side, ...] = ("left", "right")


def suspension_lift(ask: Ask, end: End) -> float:
    """Frame against axle in its middle: springs with what they carry, and all that stands between. Raises Missing."""
    return _stacked_mm(ask, end) + ask.intermediate(f"{end} springs", lambda inner: _spring_lift(inner, end))


def _stacked_mm(ask: Ask, end: End) -> float:
    at = f"{end}_suspension"
    lifted = sum(ask.more(f"{at}.{what}_mm") for what in ("block", "arch", "direct"))
    lifted += ask.more(f"{at}.shackle_mm") / 2
    through_ratio = ask.more(f"{at}.spacer_mm") + ask.more(f"{at}.strut_spacer_mm")
    return lifted + (through_ratio / motion_ratio(ask, end) if through_ratio else 0.0)


@record(frozen=True, slots=True)
class SideLift:
    """Suspension lift of each side of an axle: what is done to one side lifts that side."""

    left_mm: float
    right_mm: float


def side_lift(ask: Ask, end: End) -> SideLift:
    """Frame against axle, left and right. Raises Missing. Source: each spring carries its half, whatever is under it."""
    at = f"{end}_suspension"
    middle = suspension_lift(ask, end)
    through_ratio = ask.more(f"{at}.spacer_left_more_mm") + ask.more(f"{at}.strut_spacer_left_more_mm")
    left_more = ask.more(f"{at}.block_left_more_mm")
    left_more += through_ratio / motion_ratio(ask, end) if through_ratio else 0.0
    if _has_springs_of_its_own(ask, end):
        left, right = (_spring_lift_of(ask, end, side) for side in SIDES)
        left_more += left - right
    return SideLift(middle + left_more / 2, middle - left_more / 2)


def _has_springs_of_its_own(ask: Ask, end: End) -> bool:
    return any(ask.is_set(f"{end}_suspension.{side}_{key}") for side in SIDES for key in SPRING)


def strut_lowered_mm(ask: Ask, end: End) -> float:
    """How far a spacer has lowered the whole strut: both its stops come down with it. At the wheel."""
    thicker = ask.more(f"{end}_suspension.strut_spacer_mm")
    return thicker / motion_ratio(ask, end) if thicker else 0.0


STRUT_RATIO, STRUT_RATIO_OFF = 0.6, 0.2
"""Spring over wheel of a strut, or of any independent axle, where nobody has measured it."""
UNKNOWN_RATIO_OFF = 0.4
"""Where nobody has said how the axle is sprung: at the axle itself, 1, or less by as much as a strut."""


def motion_ratio(ask: Ask, end: End) -> float:
    """Travel of spring and shock over that of the wheel; a stand-in, visibly, where nobody has measured it."""
    path = f"{end}_suspension.motion_ratio"
    spring, build = ask.maybe(f"{end}_suspension.spring"), ask.maybe(f"{end}_axle.build")
    if spring == "strut" or build == "independent" or ask.more(f"{end}_suspension.strut_spacer_mm"):
        return ask.typical(path, STRUT_RATIO, off=STRUT_RATIO_OFF)
    if spring is None and build is None:
        return ask.typical(path, off=UNKNOWN_RATIO_OFF)
    return ask.typical(path)


SPRING = ("free_length_mm", "rate_n_per_mm")
LEAST_KG = 1e-6
"""Less on a corner is rounding, and asks for no spring rate."""


def _spring_lift(ask: Ask, end: End) -> float:
    """What other springs, and the load that changes put on them, come to at the wheel, in the middle of the axle."""
    if not _has_springs_of_its_own(ask, end):
        return _spring_lift_of(ask, end, None)
    return sum(_spring_lift_of(ask, end, side) for side in SIDES) / 2


def _spring_lift_of(ask: Ask, end: End, side: Side | None) -> float:
    at = f"{end}_suspension"
    if not any(ask.is_set(spring_path(ask, end, side, key)) for key in SPRING):
        added = added_corner_kg(ask, end)
        helped = ask.is_set(f"{at}.second_rate_n_per_mm")
        if abs(added) < LEAST_KG and not helped:
            return 0.0
        # The same springs only sag by what came on them: their rate is all that it takes.
        rate: float = ask.need(f"{at}.rate_n_per_mm")
        ratio = motion_ratio(ask, end)
        if not ask.is_noted(f"{at}.second_rate_n_per_mm"):
            return -added * STANDARD_GRAVITY / (rate * ratio**2)
        return _sunk_mm(ask, end, rate, ratio, added)
    added, corner = added_corner_kg(ask, end), sprung_corner_kg(ask, end)
    ratio = motion_ratio(ask, end)
    old = [ask.need(f"{at}.{key}", as_found=True) for key in SPRING]
    new = [ask.need(spring_path(ask, end, side, key)) for key in SPRING]
    was, now = (
        _loaded_mm(ask, end, spring, kg, ratio, as_found)
        for spring, kg, as_found in ((old, corner, True), (new, max(corner + added, 0.0), False))
    )
    return spring_lift_mm(was, now, ratio)


def _loaded_mm(ask: Ask, end: End, spring: list[float], kg: float, ratio: float, as_found: bool) -> float:
    """How long a spring is under a corner, by both its rates where it has two."""
    free, rate = spring
    rates = rates_of(ask, end, rate, ratio, as_found)
    if rates.second is None:
        return loaded_mm(free, rate, kg, ratio)
    return free - rates.deflection_mm(spring_load_n(kg, ratio))


def _sunk_mm(ask: Ask, end: End, rate: float, ratio: float, added_kg: float) -> float:
    """How far the same springs of two rates come down, below 0, by what came on them; up by a helper that was added."""
    corner = sprung_corner_kg(ask, end)
    was = rates_of(ask, end, rate, ratio, as_found=True).deflection_mm(spring_load_n(corner, ratio))
    loaded = spring_load_n(max(corner + added_kg, 0.0), ratio)
    return (was - rates_of(ask, end, rate, ratio).deflection_mm(loaded)) / ratio


def spring_path(ask: Ask, end: End, side: Side | None, key: str) -> str:
    """The figure of a spring: that of its side where it has one of its own."""
    own = f"{end}_suspension.{side}_{key}"
    return own if side is not None and ask.is_noted(own) else f"{end}_suspension.{key}"


def sprung_corner_kg(ask: Ask, end: End) -> float:
    """What a spring carried as found. Raises Missing, and Refused where the axle weighs less than what is unsprung."""
    corner: float = (
        ask.need(f"body.{end}_axle_kg", as_found=True) - ask.typical(f"{end}_axle.unsprung_kg", as_found=True)
    ) / 2
    if corner <= 0:
        raise Refused(
            f"{end}_axle.unsprung_kg", f"The {end} axle's unsprung mass is more than the whole axle weighs."
        )
    return corner


def added_corner_kg(ask: Ask, end: End) -> float:
    """Sprung mass that came on each corner since it was found, as built or laden. Raises Missing."""
    if not ask.changes and not ask.laden:
        return 0.0
    added = added_mass(ask)
    on_front, on_rear = off_together(ask, added.spread, (ON_FRONT, ON_REAR))
    # An axle that was moved along the frame carries another part of what was there.
    moved = ask.more(f"body.{end}_axle_kg")
    if end == "front":
        return (added.front_kg - added.unsprung_front_kg + on_front + moved) / 2
    return (added.rear_kg - added.unsprung_rear_kg + on_rear + moved) / 2


@record(frozen=True, slots=True)
class Rake:
    """How much higher the frame stands at the rear than at the front, at the two points where it was measured."""

    rake_mm: float


def rake(ask: Ask) -> Rake:
    """The rake here, as built or laden. Raises Missing."""
    front, rear = (ask.need(f"body.rake_{which}_mm") for which in ("from", "to"))
    up = {end: axle_lift(ask, end).frame_rise_mm for end in ENDS}
    return Rake(rear - front + up["rear"] - up["front"])


def angles(ask: Ask) -> StanceOut:
    """Approach, departure, breakover, ground clearance. Raises Missing."""
    stands = ask.shared("on what it stands", _stands)
    points = [_seen(ask, name, on) for name, on in ask.points.items()]
    if not points:
        raise Missing(None, "underside points")
    return judged(points, stands)


def _stands(ask: Ask) -> Carriage:
    raised = lift(ask)
    return Carriage(
        wheelbase_mm=ask.need("body.wheelbase_mm"),
        front_radius_mm=static_radius_mm(ask, "front"),
        rear_radius_mm=static_radius_mm(ask, "rear"),
        stock_front_radius_mm=static_radius_mm(ask, "front", as_found=True),
        stock_rear_radius_mm=static_radius_mm(ask, "rear", as_found=True),
        lift_front_mm=raised.front.suspension_lift_mm,
        lift_rear_mm=raised.rear.suspension_lift_mm,
        body_lift_front_mm=raised.front.body_lift_mm,
        body_lift_rear_mm=raised.rear.body_lift_mm,
    )


def _seen(ask: Ask, name: str, on: Carrier) -> Seen:
    """An underside point, at its height here. Raises Missing, Refused."""
    at = f"points.{name}"

    def point(inner: Ask) -> Seen:
        x, z = inner.need(f"{at}.x_mm"), inner.need(f"{at}.z_mm")
        stands = inner.shared("on what it stands", _stands)
        return seen(name, x, z, on, stands, f"{at}.z_mm")

    return ask.shared(at, point)


def _axle_rises(ask: Ask) -> list[float]:
    for end in ENDS:
        static_radius_mm(ask, end)
    return [tyre_rise(ask, end) for end in ENDS]


def under_differentials(ask: Ask) -> float:
    """How much more there is under the lower axle point: half of what the tyre grew, less its squash."""
    return min(_axle_rises(ask))


def rise_of_body(ask: Ask) -> float:
    """How much higher the body stands at its higher end. Raises Missing."""
    return max(axle_lift(ask, end).body_rise_mm for end in ENDS)


def height(ask: Ask) -> Height:
    """Overall height: the roof goes up with the body at its higher end. Raises Missing."""
    found_height = ask.need("body.height_mm")
    now = found_height + rise_of_body(ask)
    garage, ferry, container = (
        ask.maybe(f"aims.{limit}_height_mm") for limit in ("garage", "ferry", "container")
    )
    return Height(
        height_mm=now,
        garage_left_mm=None if garage is None else garage - now,
        ferry_left_mm=None if ferry is None else ferry - now,
        container_left_mm=None if container is None else container - now,
    )
