"""Shafts: worked by hand, their properties, and what they refuse."""

import math
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.calculation import Refused
from jorvak.core.calculations import calculations


def calculate(name: str, **given: Any) -> dict[str, Any]:
    return dict(calculations()[name](given).model_dump(exclude_unset=True))


def end(x: float, y: float, z: float, side: float = 0.0, plan: float = 0.0) -> dict[str, float]:
    return {"x_mm": x, "y_mm": y, "z_mm": z, "side_deg": side, "plan_deg": plan}


SLIP = {"ride_length_mm": 900, "shortest_length_mm": 880, "longest_length_mm": 930,
        "engagement_at_ride_mm": 80, "collapse_left_at_ride_mm": 40}  # fmt: skip
TUBE = {"od_mm": 63.5, "wall_mm": 2.0, "length_mm": 1170, "material": "steel"}
TORQUE = {
    "torque_nm": 360,
    "gear_ratio": 4.08,
    "transfer_low": 2.55,
    "axle_ratio": 4.1,
    "axle_load_kg": 1300,
    "static_radius_mm": 395,
}


@pytest.mark.parametrize(
    ("name", "given", "field"),
    [
        ("shaft", {"drive": end(0, 0, 0), "pinion": end(0, 0, 0), "rpm": 3000, "type": "single"}, "pinion"),
        ("shaft", {"drive": end(0, 0, 0), "pinion": end(900, 0, 0), "rpm": 0, "type": "single"}, "rpm"),
        ("shaft", {"drive": end(0, 0, 0, 95), "pinion": end(900, 0, 0), "rpm": 9, "type": "single"}, "drive.side_deg"),
        ("shaft", {"drive": end(0, 0, 0), "pinion": end(900, 0, 0), "rpm": 9, "type": "triple"}, "type"),
        ("shaft-slip", {**SLIP, "shortest_length_mm": 910}, "shortest_length_mm"),
        ("shaft-slip", {**SLIP, "longest_length_mm": 890}, "longest_length_mm"),
        ("shaft-slip", {**SLIP, "ride_length_mm": 0}, "ride_length_mm"),
        ("shaft-speed", {**TUBE, "wall_mm": 32}, "wall_mm"),
        ("shaft-speed", {**TUBE, "material": "wood"}, "material"),
        ("torque-path", {**TORQUE, "od_mm": 63.5}, "wall_mm"),
        ("torque-path", {**TORQUE, "od_mm": 63.5, "wall_mm": 40}, "wall_mm"),
        ("vibration", {"speed_kmh": 90, "circumference_mm": 2448, "axle_ratio": 0, "gear_ratio": 1}, "axle_ratio"),
    ],
)  # fmt: skip
def test_refuses(name: str, given: dict[str, Any], field: str) -> None:
    with pytest.raises(Refused) as refused:
        calculations()[name](given)
    assert refused.value.field == field
    assert refused.value.message.endswith(".")


def test_a_shaft_worked_on_paper() -> None:
    """1000 back and 100 down, both axes level: 5.7106° at each joint, parallel, in one plane.

    tan θ = 0.1, θ = 0.0996687 rad; at 3000 rpm ω = 314.159 rad/s; inertial = ω²·θ² = 980.43 rad/s²; equal
    angles in one plane cancel. See docs/decisions/0009.
    """
    got = calculate("shaft", drive=end(1300, 0, 600), pinion=end(2300, 0, 500), rpm=3000, type="single")
    assert got["length_mm"] == pytest.approx(1004.988, abs=1e-3)
    assert got["drive_joint_deg"] == pytest.approx(5.7106, abs=1e-4)
    assert got["pinion_joint_deg"] == pytest.approx(5.7106, abs=1e-4)
    assert got["inertial_rad_s2"] == pytest.approx(980.43, abs=0.01)
    assert got["residual_rad_s2"] == pytest.approx(0, abs=1e-6)
    assert got["max_joint_deg_at_rpm"] == pytest.approx(math.degrees(math.sqrt(1000) / 314.159265), abs=1e-6)


def test_equal_angles_in_crossed_planes_shake() -> None:
    """5° in side view at one end and 5° in plan view at the other: it looks equal."""
    got = calculate(
        "shaft", drive=end(0, 0, 0, side=5), pinion=end(1000, 0, 0, plan=5), rpm=3000, type="single"
    )
    assert got["difference_deg"] == pytest.approx(0, abs=1e-9)
    assert got["plane_angle_deg"] == pytest.approx(90)
    assert got["residual_rad_s2"] == pytest.approx(2 * got["inertial_rad_s2"])


@given(
    st.floats(-8, 8), st.floats(-8, 8), st.floats(-8, 8), st.floats(-8, 8), st.floats(-200, 200),
    st.floats(-200, 200), st.floats(500, 1600), st.floats(500, 4000),
)  # fmt: skip
def test_a_shaft_seen_in_a_mirror_runs_the_same(
    s1: float, p1: float, s2: float, p2: float, dy: float, dz: float, dx: float, rpm: float
) -> None:
    given = {"rpm": rpm, "type": "single"}
    here = calculate("shaft", drive=end(0, 0, 500, s1, p1), pinion=end(dx, dy, 500 + dz, s2, p2), **given)
    there = calculate("shaft", drive=end(0, 0, 500, s1, -p1), pinion=end(dx, -dy, 500 + dz, s2, -p2), **given)
    moved = calculate(
        "shaft", drive=end(70, -9, 530, s1, p1), pinion=end(dx + 70, dy - 9, 530 + dz, s2, p2), **given
    )
    for key in here:
        assert there[key] == pytest.approx(here[key], rel=1e-6, abs=1e-4), key
        assert moved[key] == pytest.approx(here[key], rel=1e-6, abs=1e-4), key
    faster = calculate(
        "shaft",
        drive=end(0, 0, 500, s1, p1),
        pinion=end(dx, dy, 500 + dz, s2, p2),
        rpm=2 * rpm,
        type="single",
    )
    assert faster["inertial_rad_s2"] == pytest.approx(4 * here["inertial_rad_s2"], rel=1e-9, abs=1e-9)


@given(st.floats(400, 2000), st.floats(400, 2000), st.sampled_from(["steel", "aluminium"]))
def test_a_longer_shaft_whirls_sooner(one: float, other: float, material: str) -> None:
    short, long = sorted((one, other))
    tube = {**TUBE, "material": material}
    assert (
        calculate("shaft-speed", **{**tube, "length_mm": long})["critical_rpm"]
        <= calculate("shaft-speed", **{**tube, "length_mm": short})["critical_rpm"]
    )


@given(st.floats(0, 200), st.floats(0, 200), st.floats(0, 60), st.floats(0, 60))
def test_what_plunges_is_what_slip_and_collapse_give(
    engaged: float, left: float, longer: float, shorter: float
) -> None:
    got = calculate("shaft-slip", ride_length_mm=1000, shortest_length_mm=1000 - shorter, longest_length_mm=1000 + longer,
                    engagement_at_ride_mm=engaged, collapse_left_at_ride_mm=left)  # fmt: skip
    assert got["plunge_mm"] == pytest.approx(longer + shorter, abs=1e-9)
    assert engaged + left - got["engagement_at_longest_mm"] - got[
        "collapse_left_at_shortest_mm"
    ] == pytest.approx(got["plunge_mm"], abs=1e-9)


@given(st.floats(20, 120), st.floats(1500, 3000), st.floats(2, 6), st.floats(0.6, 5))
def test_everything_turns_in_step(speed: float, roll_out: float, axle: float, gear: float) -> None:
    got = calculate(
        "vibration", speed_kmh=speed, circumference_mm=roll_out, axle_ratio=axle, gear_ratio=gear, cylinders=4
    )
    assert got["shaft_2x_hz"] == pytest.approx(2 * axle * got["wheel_hz"])
    assert got["firing_hz"] == pytest.approx(2 * got["engine_hz"]) and got["engine_rpm"] == pytest.approx(
        60 * gear * got["shaft_hz"]
    )


@given(st.floats(50, 1500), st.floats(0.3, 1.2))
def test_the_smaller_torque_governs(torque: float, friction: float) -> None:
    got = calculate("torque-path", **{**TORQUE, "torque_nm": torque}, friction=friction)
    assert got["shaft_nm"] == min(got["shaft_by_engine_nm"], got["shaft_by_grip_nm"])
    assert got["governs"] == ("engine" if got["shaft_nm"] == got["shaft_by_engine_nm"] else "grip")
    locked = calculate(
        "torque-path", **{**TORQUE, "torque_nm": torque}, friction=friction, differential="locked"
    )
    assert locked["half_shaft_nm"] == pytest.approx(2 * got["half_shaft_nm"])
