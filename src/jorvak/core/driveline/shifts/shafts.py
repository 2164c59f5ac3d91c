"""Where a shaft's joints stand, and what its slip has: the case moves with its frame, the pinion with its axle."""

import math

from jorvak.core.driveline.shafts import (
    case_moved_mm,
    down_to_axle_mm,
    geometry,
    hangs_on_frame,
    length_as_found,
    turned_deg,
)
from jorvak.core.engine.asking import Ask
from jorvak.core.engine.shifts import Shift
from jorvak.core.places import ENDS, End
from jorvak.core.rolling.results import static_radius_mm
from jorvak.core.stance.linkage import rake_change_deg
from jorvak.core.stance.results import axle_lift, tyre_rise
from jorvak.core.stance.stance import rise_at


def _drive_z(ask: Ask, end: End) -> float:
    return _frame_rise(ask, ask.need(f"{end}_shaft.drive_x_mm"))


def _frame_rise(ask: Ask, x_mm: float) -> float:
    front, rear = (axle_lift(ask, each).frame_rise_mm for each in ENDS)
    return rise_at(x_mm, ask.need("body.wheelbase_mm"), front, rear)


def _drive_side(ask: Ask, _end: End) -> float:
    return -rake_change_deg(ask)


def _pinion_side(ask: Ask, end: End) -> float:
    return turned_deg(ask, end) - rake_change_deg(ask)


def _pinion_x(ask: Ask, end: End) -> float:
    return _pinion_here(ask, end)[0]


def _pinion_z(ask: Ask, end: End) -> float:
    return _pinion_here(ask, end)[1]


def _pinion_here(ask: Ask, end: End) -> tuple[float, float]:
    """How far the pinion's joint has moved: up with its axle, and about it as far as that has turned."""
    if hangs_on_frame(ask, end):
        return 0.0, _frame_rise(ask, ask.figure(f"{end}_shaft.pinion_x_mm").value)
    up, turned = tyre_rise(ask, end), math.radians(turned_deg(ask, end))
    if turned == 0:
        return 0.0, up
    here = [ask.figure(f"{end}_shaft.pinion_{axis}_mm").value for axis in "xz"]
    axle_x = ask.need("body.wheelbase_mm") if end == "rear" else 0.0
    x, z = here[0] - axle_x, here[1] - up - static_radius_mm(ask, end, as_found=True)
    was = x * math.cos(turned) - z * math.sin(turned), x * math.sin(turned) + z * math.cos(turned)
    return x - was[0], up + z - was[1]


def _longer_from_found(ask: Ask, end: End) -> float:
    return geometry(ask, end).length_mm(-down_to_axle_mm(ask, end)) - length_as_found(ask, end)


def _longer_from_its_place(ask: Ask, end: End) -> float:
    """Against where the axle stood as found, from which its travel is counted."""
    line = geometry(ask, end)
    return line.length_mm(-down_to_axle_mm(ask, end)) - line.length_mm(0.0)


def _gap(ask: Ask, end: End) -> float:
    at, drive, pinion = (ask.need(f"{end}_shaft.{key}_mm") for key in ("gap_x", "drive_x", "pinion_x"))
    along = (at - drive) / (pinion - drive)
    return float(along * down_to_axle_mm(ask, end))


SHIFTS = (
    Shift(r"(front|rear)_shaft\.drive_x_mm", case_moved_mm),
    Shift(r"(front|rear)_shaft\.drive_z_mm", _drive_z),
    Shift(r"(front|rear)_shaft\.drive_side_deg", _drive_side),
    Shift(r"(front|rear)_shaft\.pinion_x_mm", _pinion_x),
    Shift(r"(front|rear)_shaft\.pinion_z_mm", _pinion_z),
    Shift(r"(front|rear)_shaft\.pinion_side_deg", _pinion_side),
    Shift(r"(front|rear)_shaft\.engaged_mm", lambda ask, end: -_longer_from_found(ask, end)),
    Shift(r"(front|rear)_shaft\.collapse_mm", _longer_from_found),
    Shift(r"(front|rear)_shaft\.shortens_mm", _longer_from_its_place),
    Shift(r"(front|rear)_shaft\.lengthens_mm", lambda ask, end: -_longer_from_its_place(ask, end)),
    Shift(r"(front|rear)_shaft\.gap_mm", _gap),
)
