"""What is measured from the ride height, or axle against frame: the ride height moves between stops that stay."""

from jorvak.core.engine.asking import Ask
from jorvak.core.engine.shifts import Shift
from jorvak.core.places import End
from jorvak.core.stance.linkage import (
    arm_lift_mm,
    arms_turned_deg,
    bracket_raised_mm,
    nose_up_by_parts_deg,
    rake_change_deg,
)
from jorvak.core.stance.results import axle_lift, strut_lowered_mm
from jorvak.core.stance.suspension import droop_gained_mm, stroke_of

ROUNDS = 12
"""Each round comes closer by a factor of ten and more: the frame end hardly moves."""


def _lift(ask: Ask, end: End) -> float:
    return axle_lift(ask, end).suspension_lift_mm


def _front_lift(ask: Ask, *_words: str) -> float:
    return _lift(ask, "front")


def _bump(ask: Ask, end: End) -> float:
    return _lift(ask, end) - strut_lowered_mm(ask, end)


def _droop(ask: Ask, end: End) -> float:
    return -_bump(ask, end) + droop_gained_mm(ask, end)


def _shock(ask: Ask, end: End) -> float:
    return _bump(ask, end) * stroke_of(ask, end)


def _spare_of_line(ask: Ask, end: End) -> float:
    return -droop_gained_mm(ask, end) - strut_lowered_mm(ask, end)


def _caster(ask: Ask) -> float:
    turned = arms_turned_deg(ask)
    return nose_up_by_parts_deg(ask, "front") - (rake_change_deg(ask) if turned is None else turned)


def _arm(ask: Ask) -> float:
    """Where the arm's frame end is follows from its drop as found: looked for from what it is here."""
    here = float(ask.figure("steering.arm_drop_mm").value)
    found = here
    for _ in range(ROUNDS):
        found = here - arm_lift_mm(ask, found)
    return here - found


SHIFTS = (
    Shift(r"(front|rear)_suspension\.bump_mm", _bump),
    Shift(r"(front|rear)_suspension\.droop_mm", _droop),
    Shift(r"(front|rear)_suspension\.shock_ride_mm", _shock),
    Shift(r"(front|rear)_suspension\.(?:hose|cable|breather)_spare_mm", _spare_of_line),
    Shift(r"(front|rear)_lines\.(?:hose|cable|breather)_frame_z_mm", _lift),
    Shift(r"steering\.track_bar_drop_mm", lambda ask: _lift(ask, "front") - bracket_raised_mm(ask)),
    Shift(r"steering\.drag_link_drop_mm", _front_lift),
    Shift(r"steering\.arm_drop_mm", _arm),
    Shift(r"steering\.caster_deg", _caster),
    Shift(r"half_shafts\.drop_mm", _front_lift),
)
