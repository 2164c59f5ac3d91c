"""Room for the tyre: worked by hand where that can be done, and the quick search against the whole grid."""

import math
from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.assess import assess
from jorvak.core.calculations import calculations
from jorvak.core.rig import Figure, Rig
from jorvak.core.stance.area import StanceResults
from jorvak.core.stance.records import Gap
from jorvak.core.stance.tyre_room import (
    NewTyre,
    RoomPointIn,
    TyreRoomIn,
    lowest_cells,
    smallest_from,
    tyre_room,
    verdict,
)
from tests.conftest import demo, with_records

TYRE = {"radius_mm": 430.0, "width_mm": 285.0}
STILL = {"scrub_radius_mm": 14.0, "static_radius_mm": 369.0, "tyre_doubt_mm": 0.0}


def room(**given: Any) -> list[dict[str, Any]]:
    return list(calculations()["tyre-room"].as_json({"new": TYRE, **STILL, **given})["points"])


def point(x: float, y: float, z: float, **more: Any) -> dict[str, Any]:
    return {"name": "it", "x_mm": x, "y_mm": y, "z_mm": z, **more}


def test_a_point_behind_a_wheel_that_stands_still() -> None:
    # 500 from the centre, within the width: 70 to the tread.
    (straight,) = room(points=[point(300, 0, 400)])
    assert straight["gap_mm"] == pytest.approx(70) and straight["at"] == {"bump_mm": 0.0, "steer_deg": 0.0}
    # 30 beyond the shoulder and 40 above it: 50 to the edge.
    (corner,) = room(points=[point(0, 142.5 + 30, 430 + 40)])
    assert corner["gap_mm"] == pytest.approx(50)
    # Inside the tyre the nearer way out counts, as less than nothing.
    (inside,) = room(points=[point(0, 0, 420)])
    assert inside["gap_mm"] == pytest.approx(-10) and inside["verdict"] == "touch"


def test_bump_takes_what_it_lifts() -> None:
    (up,) = room(points=[point(0, 0, 548)], bump_mm=85.0)
    assert up["gap_mm"] == pytest.approx(548 - 85 - 430) and up["at"]["bump_mm"] == 85


def test_the_shift_and_the_allowance() -> None:
    (beside,) = room(points=[point(0, -200, 0)])
    (out,) = room(points=[point(0, -200, 0)], new={**TYRE, "shift_mm": 15.0}, allowance_mm=5.0)
    assert out["gap_mm"] - beside["gap_mm"] == pytest.approx(15 - 5)


@pytest.mark.parametrize(
    ("gap", "doubt", "says"),
    [(5, 5, "clear"), (4.9, 5, "too-close"), (-5, 5, "too-close"), (-5.1, 5, "touch"), (0, 0, "clear")],
)
def test_the_verdict_rests_on_the_doubt_alone(gap: float, doubt: float, says: str) -> None:
    assert verdict(gap, doubt) == says


@given(
    st.floats(200, 620), st.floats(-330, 200), st.floats(-120, 560), st.floats(20, 130), st.floats(10, 40),
    st.floats(0, 15), st.floats(0, 6),
)  # fmt: skip
def test_by_hand_it_comes_to_what_the_whole_grid_has(
    x: float, y: float, z: float, bump: float, lock: float, kpi: float, caster: float
) -> None:
    given = TyreRoomIn.model_validate({
        "new": TYRE, **STILL, "kpi_deg": kpi, "caster_deg": caster, "bump_mm": bump, "droop_mm": 80.0,
        "lock_out_deg": lock, "lock_in_deg": lock, "points": [point(x, y, z)],
    })  # fmt: skip
    (whole,) = calculations()["tyre-room"](given.model_dump(exclude_none=True)).points
    (cell,) = lowest_cells(given)
    gap, at_bump, at_steer = smallest_from(given, (x, y, z), cell)
    assert gap == pytest.approx(whole.gap_mm, abs=1e-6)
    assert (at_bump, at_steer) == (whole.at.bump_mm, whole.at.steer_deg)


@given(st.floats(0, 60), st.floats(0, 60))
def test_a_larger_tyre_never_has_more_room(one: float, other: float) -> None:
    small, large = sorted((one, other))
    places = [point(470, 95, 88), point(-478, 120, 105), point(255, -302, -30)]
    gaps = [
        [p["gap_mm"] for p in room(points=places, new={**TYRE, "radius_mm": 400 + grow}, bump_mm=85.0, lock_out_deg=30.0,
                                   lock_in_deg=34.0, steer_step_deg=4.0, bump_step_mm=20.0)]
        for grow in (small, large)
    ]  # fmt: skip
    assert all(less >= more - 1e-9 for less, more in zip(*gaps, strict=True))


class TestOnARig:
    def test_a_gap_of_which_a_figure_is_missing_waits_for_it(self) -> None:
        rig = demo(0)
        figures = {path: f for path, f in rig.figures.items() if path != "gaps.body mount.y_mm"}
        rooms = assess(replace(rig, figures=figures)).results.of(StanceResults).room.value
        assert rooms
        waits = {each.name: each.waits_for for each in rooms}
        assert waits["body mount"] == "gaps.body mount.y_mm" and waits["liner behind"] is None

    def test_a_rear_wheel_has_no_lock(self) -> None:
        rig = demo(0)
        figures = {f"gaps.arch.{axis}": Figure(value, "measured") for axis, value in
                   (("x_mm", 0.0), ("y_mm", 0.0), ("z_mm", 560.0))}  # fmt: skip
        with_arch = with_records(
            replace(rig, figures={**rig.figures, **figures}),
            gaps=(*rig.all(Gap), Gap(name="arch", axle="rear")),
        )
        room = next(
            each
            for each in assess(with_arch, 4).results.of(StanceResults).room.value or ()
            if each.name == "arch"
        ).room
        assert room and room.at.steer_deg == 0 and room.at.bump_mm == 100
        assert room.gap_mm == pytest.approx(560 - 100 - 859.3 / 2, abs=0.1)

    def test_a_longer_bump_stop_gives_room(self) -> None:
        rig = demo(0)
        stopped = replace(rig, figures={**rig.figures, "front_suspension.bump_mm": Figure(60.0, "measured")})
        less, more = (
            {
                g.name: g.room.gap_mm
                for g in assess(each, 4).results.of(StanceResults).room.value or ()
                if g.room
            }
            for each in (rig, stopped)
        )
        assert all(more[name] >= less[name] for name in less) and more["inner fender"] == pytest.approx(
            less["inner fender"] + 25, abs=1
        )


def test_doubt_of_the_room_shrinks_when_the_liner_is_measured() -> None:
    rig: Rig = demo(0)
    before = assess(rig, 4).results.of(StanceResults).room
    measured = {
        path: Figure(f.value, "measured", 1.0)
        for path, f in rig.figures.items()
        if path.startswith("gaps.liner")
    }
    after = assess(replace(rig, figures={**rig.figures, **measured}), 4).results.of(StanceResults).room
    assert after.off("0.room.gap_mm") < before.off("0.room.gap_mm") / 2
    assert math.isclose(after.value[0].room.gap_mm, before.value[0].room.gap_mm)


@given(
    st.tuples(st.floats(-450, 450), st.floats(-400, 250), st.floats(-300, 450)),
    st.floats(0, 140),
    st.floats(0, 120),
    st.floats(0, 40),
    st.floats(0, 12),
    st.floats(-8, 15),
)
def test_where_the_gap_is_smallest_is_that_of_every_bump_and_lock(
    place: tuple[float, float, float], bump: float, droop: float, lock: float, kpi: float, caster: float
) -> None:
    x, y, z = place
    given_room = TyreRoomIn(
        new=NewTyre(radius_mm=400.0, width_mm=280.0, shift_mm=12.0),
        scrub_radius_mm=20.0,
        static_radius_mm=380.0,
        kpi_deg=kpi,
        caster_deg=caster,
        bump_mm=bump,
        droop_mm=droop,
        lock_out_deg=lock,
        lock_in_deg=lock / 2,
        tyre_doubt_mm=0.0,
        points=[RoomPointIn(name="here", x_mm=x, y_mm=y, z_mm=z)],
    )
    [cell] = lowest_cells(given_room)
    gap, _, _ = smallest_from(given_room, place, cell)
    assert gap == pytest.approx(tyre_room(given_room).points[0].gap_mm, abs=1e-6)
