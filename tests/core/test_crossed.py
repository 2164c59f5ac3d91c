"""One wheel up a ramp, and humps under opposite wheels."""

import math
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.engine.moment import moment
from jorvak.core.engine.result import Result, work_out
from jorvak.core.rig import Figure, Rig
from jorvak.core.stance.crossed import Ramp, Twist, ramp, twist
from jorvak.core.stance.suspension import flex
from tests.conftest import demo, planned


def twisted(rig: Rig, hump_mm: float) -> Result[Twist]:
    return work_out(moment(rig, "planned"), lambda ask: twist(ask, hump_mm))


def value(rig: Rig, hump_mm: float) -> Twist:
    found = twisted(rig, hump_mm).value
    assert found is not None
    return found


def ramped(rig: Rig, deg: float) -> Ramp:
    found = work_out(moment(rig, "planned"), lambda ask: ramp(ask, deg)).value
    assert found is not None
    return found


def on_tracks(front_mm: float, rear_mm: float) -> Rig:
    rig = demo(0)
    tracks = {
        "body.front_track_mm": Figure(front_mm, "measured"),
        "body.rear_track_mm": Figure(rear_mm, "measured"),
    }
    return replace(rig, figures={**rig.figures, **tracks})


def test_by_hand() -> None:
    """Tracks of 1500: a hump of 150 asks each axle for asin 0.1, 5.74°."""
    found = value(on_tracks(1500, 1500), 150)
    assert found.needs_deg == pytest.approx(2 * 5.7392, abs=1e-3)
    assert found.largest_mm == pytest.approx(1500 * math.sin(math.radians(found.has_deg / 2)), abs=0.02)
    goes = work_out(moment(on_tracks(1500, 1500), "planned"), flex).value
    assert goes and found.has_deg == pytest.approx(goes.front_deg + goes.rear_deg)


def test_the_highest_hump_just_stands() -> None:
    rig = demo(0)
    highest = value(rig, 100).largest_mm
    assert value(rig, highest - 0.1).spare_deg > 0 and value(rig, highest - 0.1).hangs_mm == 0
    beyond = value(rig, highest + 20)
    assert beyond.spare_deg < 0 < beyond.hangs_mm
    assert (beyond.front_deg, beyond.rear_deg) == pytest.approx(
        (beyond.has_deg - beyond.rear_deg, beyond.has_deg - beyond.front_deg)
    )


@given(st.floats(1, 600), st.floats(1, 200), st.floats(1200, 1900), st.floats(1200, 1900))
def test_a_higher_hump_asks_for_more(hump: float, more: float, front: float, rear: float) -> None:
    rig = on_tracks(front, rear)
    low, high = value(rig, hump), value(rig, hump + more)
    assert high.needs_deg > low.needs_deg and high.hangs_mm >= low.hangs_mm
    assert high.largest_mm == low.largest_mm


@given(st.floats(5, 45), st.floats(1, 10))
def test_a_steeper_ramp_is_climbed_less_far_and_as_high(deg: float, more: float) -> None:
    flat, steep = ramped(demo(0), deg), ramped(demo(0), deg + more)
    assert steep.calculated.ramp_distance_mm < flat.calculated.ramp_distance_mm
    assert steep.calculated.wheel_lift_mm == pytest.approx(flat.calculated.wheel_lift_mm)


def test_straps_take_from_it_and_doubt_is_carried() -> None:
    free, strapped = value(demo(0), 200), value(planned(demo(0), "straps 40 front"), 200)
    assert strapped.largest_mm < free.largest_mm and strapped.needs_deg == free.needs_deg
    assert 0 < twisted(demo(0), 200).off("spare_deg") < 2


def test_without_travel_it_waits() -> None:
    bare = {path: f for path, f in demo(0).figures.items() if path != "rear_suspension.droop_mm"}
    waits = twisted(replace(demo(0), figures=bare), 200).waits_for
    assert waits is not None and waits.path == "rear_suspension.droop_mm"
