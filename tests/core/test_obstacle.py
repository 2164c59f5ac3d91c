"""Driving over ground: worked by hand, what must hold, and what is refused."""

import math
from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from jorvak.core.calculation import Refused
from jorvak.core.calculations import calculations
from jorvak.core.stance.ground import Ground

POINTS = [("front bumper", -790, 452), ("case guard", 1340, 286), ("tow hitch", 3640, 418)]


def cross(terrain: list[tuple[float, float]], **more: Any) -> dict[str, Any]:
    given_: dict[str, Any] = {
        "terrain_mm": [list(corner) for corner in terrain],
        "wheelbase_mm": 2740,
        "front_radius_mm": 369,
        "rear_radius_mm": 369,
        "points": [{"name": n, "x_mm": x, "z_mm": z} for n, x, z in POINTS],
        "step_mm": 10,
        **more,
    }
    return dict(calculations()["obstacle"](given_).model_dump())


def ridge(slope_deg: float, length: float = 6000.0) -> list[tuple[float, float]]:
    top = length * math.tan(math.radians(slope_deg))
    return [(0, 0), (length, top), (2 * length, 0)]


def test_a_kerb_worked_on_paper() -> None:
    """docs/decisions/0012: a kerb of 120, tyres of 400, wheelbase 3000, one point in the middle at 250."""
    got = cross(
        [(0, 0), (0, 120), (9000, 120)],
        wheelbase_mm=3000,
        front_radius_mm=400,
        rear_radius_mm=400,
        points=[{"name": "middle", "x_mm": 1500, "z_mm": 250}],
        step_mm=1,
    )
    assert got["max_pitch_deg"] == pytest.approx(math.degrees(math.asin(120 / 3000)), abs=1e-6)
    assert got["min_clearance_mm"]["middle"] == pytest.approx(190.0, abs=0.3)
    assert got["blocked_at_mm"] is None and got["touches"] == []


@given(st.floats(12, 30), st.floats(900, 1840), st.floats(150, 320))
@settings(max_examples=30)
def test_a_ridge_of_exactly_the_breakover_angle_is_just_touched(
    half: float, along: float, height: float
) -> None:
    stance = calculations()["stance"]({
        "wheelbase_mm": 2740, "front_radius_mm": 369, "rear_radius_mm": 369,
        "stock_front_radius_mm": 369, "stock_rear_radius_mm": 369,
        "points": [{"name": "guard", "x_mm": along, "z_mm": height, "on": "frame"}],
    })  # fmt: skip
    breakover = stance.breakover.deg
    got = cross(ridge(breakover / 2), points=[{"name": "guard", "x_mm": along, "z_mm": height}], step_mm=5)
    assert got["tightest_mm"] == pytest.approx(0, abs=0.5)
    steeper = cross(
        ridge(half / 2 + breakover / 2), points=[{"name": "guard", "x_mm": along, "z_mm": height}]
    )
    assert steeper["touches"] == ["guard"]


CORNERS = st.lists(st.tuples(st.floats(20, 900), st.floats(-250, 250)), min_size=1, max_size=8)


def ground_of(steps: list[tuple[float, float]]) -> list[tuple[float, float]]:
    x = 0.0
    corners = [(0.0, 0.0)]
    for along, height in steps:
        x += along
        corners.append((x, height))
    return corners


@given(CORNERS, st.floats(1, 5000), st.floats(1, 5000))
@settings(max_examples=30)
def test_level_ground_added_before_or_after_changes_nothing(
    steps: list[tuple[float, float]], before: float, after: float
) -> None:
    corners = ground_of(steps)
    longer = [(-before, 0.0), *corners, (corners[-1][0] + after, corners[-1][1])]
    here, there = cross(corners, step_mm=5), cross(longer, step_mm=5)
    assert there["min_clearance_mm"] == pytest.approx(here["min_clearance_mm"], abs=3)
    assert there["max_pitch_deg"] == pytest.approx(here["max_pitch_deg"], abs=0.1)


@given(CORNERS)
@settings(max_examples=30)
def test_shorter_steps_find_the_same(steps: list[tuple[float, float]]) -> None:
    fine = cross(ground_of(steps), step_mm=5)
    for step in (10, 20):
        coarse = cross(ground_of(steps), step_mm=step)
        # Between two places of 20 mm an edge may pass beneath a point: up to 4 mm were seen.
        assert coarse["min_clearance_mm"] == pytest.approx(fine["min_clearance_mm"], abs=max(3, step / 4))


@given(CORNERS, st.floats(200, 600), st.floats(-800, 4000))
def test_a_wheel_rests_on_the_ground_and_not_in_it(
    steps: list[tuple[float, float]], radius: float, at: float
) -> None:
    ground = Ground.of(ground_of(steps))
    centre = float(ground.rests(np.array([at]), radius)[0])
    around = np.linspace(at - radius, at + radius, 4001)
    rim = centre - np.sqrt(np.maximum(radius**2 - (around - at) ** 2, 0))
    over = rim - ground.height(around)
    assert over.min() == pytest.approx(0, abs=1.0) and over.min() > -1e-6


@given(CORNERS, st.floats(-90, 90), st.floats(0, 3000))
@settings(max_examples=30)
def test_where_the_vehicle_comes_from_does_not_matter(
    steps: list[tuple[float, float]], up: float, along: float
) -> None:
    corners = ground_of(steps)
    moved = [(x + along, z + up) for x, z in corners]
    assert cross(moved)["min_clearance_mm"] == pytest.approx(cross(corners)["min_clearance_mm"], abs=1e-3)


@pytest.mark.parametrize(
    ("face", "blocked"),
    [
        ([(0, 0), (0, 368)], None),
        ([(0, 0), (0, 370)], -369),
        ([(0, 370), (4000, 370), (4000, 0)], 4369),
        ([(0, 368), (4000, 368), (4000, 0)], None),
    ],
)
def test_a_face_higher_than_the_wheels_centre_stops_it(
    face: list[tuple[float, float]], blocked: float | None
) -> None:
    got = cross(face)["blocked_at_mm"]
    assert got == (None if blocked is None else pytest.approx(blocked, abs=1e-5))


def test_the_demos_fall_of_380_is_too_much_as_found_and_not_on_larger_tyres() -> None:
    fall = [(0.0, 380.0), (4000.0, 380.0), (4000.0, 0.0)]
    assert cross(fall)["blocked_at_mm"] is not None
    assert cross(fall, front_radius_mm=395, rear_radius_mm=395)["blocked_at_mm"] is None


def test_a_rear_wheel_smaller_than_the_front_one_is_stopped_by_itself() -> None:
    got = cross([(0, 0), (0, 340)], rear_radius_mm=330)
    assert got["blocked_at_mm"] == pytest.approx(
        -330 + math.sqrt(2740**2 + 39**2 - (340 + 369 - 330) ** 2), abs=1
    )


def test_a_thin_post_is_not_stepped_over() -> None:
    got = cross([(0, 0), (1503, 0), (1503, 300), (1504, 300), (1504, 0)], step_mm=200)
    assert "case guard" in got["touches"]


BAD: list[tuple[str, Any, str]] = [
    ("terrain_mm", [], "terrain_mm"),
    ("terrain_mm", [[0, 0], [100, 50], [50, 0]], "terrain_mm.2"),
    ("terrain_mm", [[0, 0], [0, 50], [0, 10]], "terrain_mm.2"),
    ("terrain_mm", [[0, 0], [1, "high"]], "terrain_mm.1.1"),
    ("terrain_mm", [[0, 0], [4e9, 0]], "step_mm"),
    ("points", [], "points"),
    ("points", [{"name": "a", "x_mm": 0, "z_mm": 1}, {"name": "a", "x_mm": 5, "z_mm": 1}], "points"),
    ("step_mm", 0, "step_mm"),
]


@pytest.mark.parametrize(("key", "value", "field"), BAD)
def test_refuses(key: str, value: Any, field: str) -> None:
    with pytest.raises(Refused) as refused:
        cross(**{"terrain": [(0, 0)], key if key != "terrain_mm" else "terrain": value})
    assert refused.value.field == field
    assert refused.value.message.endswith(".")


def test_one_point_is_level_ground() -> None:
    got = cross([(0, 0)])
    assert got["min_clearance_mm"] == pytest.approx({name: z for name, _, z in POINTS})
    assert got["max_pitch_deg"] == pytest.approx(0)


def looked_at_all(ground: Ground, at: Any, radius: float) -> Any:
    """The highest of all places of a wheel's centre: over each corner, beside each slope, on the level at the ends."""
    under = radius**2 - (at - ground.x[:, None]) ** 2
    arcs = np.where(under >= 0, ground.z[:, None] + np.sqrt(np.maximum(under, 0)), -np.inf)
    run, rise = np.diff(ground.x)[:, None], np.diff(ground.z)[:, None]
    length = np.hypot(run, rise)
    along = (at + radius * rise / length - ground.x[:-1, None]) / run
    beside = ground.z[:-1, None] + along * rise + radius * run / length
    slopes = np.where((along >= 0) & (along <= 1), beside, -np.inf)
    ends = (
        np.where(at < ground.x[0], ground.z[0], np.where(at > ground.x[-1], ground.z[-1], -np.inf)) + radius
    )
    return np.maximum(np.maximum(arcs.max(axis=0), slopes.max(axis=0)), ends)


@given(st.integers(0, 10_000), st.floats(150, 500), st.floats(500, 4000))
@settings(max_examples=25)
def test_the_rear_wheel_stands_as_far_back_as_it_can(seed: int, radius: float, apart: float) -> None:
    """Against a search in small steps: at its distance, and nowhere further back."""
    dice = np.random.default_rng(seed)
    x = np.cumsum(dice.uniform(2, 300, 60))
    ground = Ground(x, np.cumsum(dice.normal(0, 40, 60)))
    front = dice.uniform(x[0] - 500, x[-1] + 500, 40)
    front_z = ground.rests(front, 400.0)
    rear = ground.wheel(radius).behind(front, front_z, apart)
    gone = np.hypot(front - rear, front_z - ground.rests(rear, radius)) - apart
    further_back = np.linspace(front - apart, rear - 0.01, 400)
    rests = ground.rests(further_back.ravel(), radius).reshape(400, 40)
    assert gone == pytest.approx(0, abs=1e-5)
    assert (np.hypot(front - further_back, front_z - rests) > apart - 1e-5).all()


@given(st.integers(0, 10_000), st.floats(150, 500))
@settings(max_examples=25)
def test_ground_of_many_points_is_no_other_ground(seed: int, radius: float) -> None:
    """What is to be seen from above against every slope and every corner looked at."""
    dice = np.random.default_rng(seed)
    x = np.cumsum(dice.uniform(2, 30, 400))
    ground = Ground(x, np.cumsum(dice.normal(0, 8, 400)))
    at = np.sort(dice.uniform(x[0] - 500, x[-1] + 500, 700))
    assert ground.rests(at, radius) == pytest.approx(looked_at_all(ground, at, radius))
