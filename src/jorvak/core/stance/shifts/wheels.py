"""What is measured from the wheel, or to it: another offset, a spacer, a lift move it against body and hub."""

from jorvak.core.engine.asking import Ask
from jorvak.core.engine.shifts import Shift
from jorvak.core.places import End
from jorvak.core.rolling.results import tyre
from jorvak.core.rolling.stand import outboard_mm, scrub_gained_mm, threads_taken_mm
from jorvak.core.stance.records import Gap
from jorvak.core.stance.results import axle_lift
from jorvak.core.stance.room import body_raised_mm


def _gap_beside(ask: Ask, name: str) -> float:
    return -outboard_mm(ask, _end_of(ask, name))


def _gap_above(ask: Ask, name: str) -> float:
    gap = next((gap for gap in ask.all(Gap) if gap.name == name), None)
    up = axle_lift(ask, _end_of(ask, name)).suspension_lift_mm
    return up if gap is None else up + body_raised_mm(ask, gap)


def _end_of(ask: Ask, name: str) -> End:
    return next((gap.axle for gap in ask.all(Gap) if gap.name == name), "front")


def _line_beside(ask: Ask, end: End) -> float:
    return -outboard_mm(ask, end)


def _cover(ask: Ask, end: End) -> float:
    wider = tyre(ask, end).size.section_width_mm - tyre(ask, end, as_found=True).size.section_width_mm
    return -(outboard_mm(ask, end) + wider / 2)


def _track(ask: Ask, end: End) -> float:
    return 2 * outboard_mm(ask, end)


SHIFTS = (
    Shift(r"gaps\.([^.]+)\.y_mm", _gap_beside),
    Shift(r"gaps\.([^.]+)\.z_mm", _gap_above),
    Shift(r"(front|rear)_lines\.(?:hose|cable|breather)_(?:frame|axle)_y_mm", _line_beside),
    Shift(r"body\.(front|rear)_cover_mm", _cover),
    Shift(r"body\.(front|rear)_track_mm", _track),
    Shift(r"steering\.scrub_radius_mm", scrub_gained_mm),
    Shift(r"(front|rear)_hub\.stud_engaged_mm", lambda ask, end: -threads_taken_mm(ask, end)),
)
