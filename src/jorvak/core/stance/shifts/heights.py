"""Heights above the ground: whatever carries a place takes it up."""

from jorvak.core.engine.asking import Ask
from jorvak.core.engine.shifts import Shift
from jorvak.core.places import ENDS, End
from jorvak.core.rig import Carrier
from jorvak.core.stance.balance import centre_from
from jorvak.core.stance.lift_stack import AxleLift
from jorvak.core.stance.results import axle_lift, rise_of_body, side_lift, tyre_rise
from jorvak.core.stance.stance import rise_at


def _point(ask: Ask, name: str) -> float:
    on = ask.points.get(name)
    if on is None:
        return 0.0
    if on in ("front-axle", "rear-axle"):
        return tyre_rise(ask, "front" if on == "front-axle" else "rear")
    front, rear = (_carries(axle_lift(ask, end), on) for end in ENDS)
    return rise_at(ask.need(f"points.{name}.x_mm"), ask.need("body.wheelbase_mm"), front, rear)


def _carries(up: AxleLift, on: Carrier) -> float:
    return up.body_rise_mm if on == "body" else up.frame_rise_mm


def _frame(ask: Ask, end: End) -> float:
    return axle_lift(ask, end).frame_rise_mm


def _over_arch(ask: Ask, end: End, side: str) -> float:
    lifted: float = getattr(side_lift(ask, end), f"{side}_mm")
    return lifted + axle_lift(ask, end).body_lift_mm


def _link_at_frame(ask: Ask, name: str) -> float:
    front, rear = (_frame(ask, end) for end in ENDS)
    return rise_at(ask.need(f"rear_links.{name}_frame_x_mm"), ask.need("body.wheelbase_mm"), front, rear)


def _link_at_axle(ask: Ask, _name: str) -> float:
    return tyre_rise(ask, "rear")


def _centre_of_gravity(ask: Ask) -> float:
    """The height here is so much and so many times that as found: what it was follows from what it is."""
    here = float(ask.figure("body.cg_height_mm").value)
    from_nothing, from_one = (centre_from(ask, height, assumed=False).height_mm for height in (0.0, 1.0))
    return here - (here - from_nothing) / (from_one - from_nothing)


SHIFTS = (
    Shift(r"points\.([^.]+)\.z_mm", _point),
    Shift(r"body\.height_mm", rise_of_body),
    Shift(r"body\.cg_height_mm", _centre_of_gravity),
    Shift(r"body\.rake_from_mm", lambda ask: _frame(ask, "front")),
    Shift(r"body\.rake_to_mm", lambda ask: _frame(ask, "rear")),
    Shift(r"body\.(front|rear)_(left|right)_ride_mm", _over_arch),
    Shift(r"rear_links\.(upper|lower)_frame_z_mm", _link_at_frame),
    Shift(r"rear_links\.(upper|lower)_axle_z_mm", _link_at_axle),
)
