"""What the engine does with the gearing on a rig: the full-load curve, grades, low first, torque, the driven gear."""

import math
from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.driveline.area import DrivelineResults
from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import moment
from jorvak.core.rig import Change, Figure, Rig
from jorvak.core.rolling.area import RollingResults
from jorvak.core.rolling.counting import shown_per_true
from jorvak.core.rolling.pulling import engine_kw_at
from jorvak.core.rolling.stand import stud_diameter_mm
from jorvak.core.rolling.wheel_set import is_for_passenger_cars
from jorvak.core.stance.area import StanceResults
from tests.conftest import demo, planned

PLATE = (360.0, 1600.0, 2600.0, 120.0, 3400.0)


def results(rig: Rig, stage: Any = "planned") -> Results:
    return Results(moment(rig, stage))


def with_figures(rig: Rig, **figures: Any) -> Rig:
    new = {key.replace("__", "."): Figure(value, "plate") for key, value in figures.items()}
    return replace(rig, figures={**rig.figures, **new})


class TestTheCurve:
    def test_its_corners(self) -> None:
        # 360 Nm at 1600 and at 2600 rpm are 60.3 and 98.0 kW; from there it climbs to 120 at 3400 and stays.
        assert engine_kw_at(1600, *PLATE) == pytest.approx(60.32, abs=0.01)
        assert engine_kw_at(2600, *PLATE) == pytest.approx(98.02, abs=0.01)
        assert engine_kw_at(3400, *PLATE) == engine_kw_at(5000, *PLATE) == 120
        assert engine_kw_at(800, *PLATE) == pytest.approx(60.32 / 4, abs=0.01)

    @given(st.floats(0, 6000), st.floats(0, 6000))
    def test_more_turns_never_give_less(self, one: float, other: float) -> None:
        low, high = sorted((one, other))
        assert engine_kw_at(low, *PLATE) <= engine_kw_at(high, *PLATE) + 1e-9


class TestGrades:
    def test_top_holds_the_demos_pass_and_hunts_on_a_steeper_one(self) -> None:
        plover = with_figures(demo(0), aims__pass_altitude_m=1200.0)
        grade = results(plover).of(RollingResults).grade.value
        assert grade and grade.tallest == len(grade.gears) - 1 and grade.altitude_m == 1200
        wall = results(with_figures(plover, aims__pass_grade_pct=8.0)).of(RollingResults).grade.value
        assert wall and wall.tallest is not None and wall.tallest < len(wall.gears) - 1
        assert [gear.hold.power_kw for gear in wall.gears] == [wall.gears[0].hold.power_kw] * len(wall.gears)

    def test_an_engine_that_breathes_by_itself_has_less_up_there(self) -> None:
        skarv = demo(1)
        here = results(skarv, "as-found").of(RollingResults).grade.value
        low = (
            results(with_figures(skarv, aims__pass_altitude_m=0.0), "as-found").of(RollingResults).grade.value
        )
        assert here and low
        assert all(
            (a.hold.available_kw or 0) < (b.hold.available_kw or 0)
            for a, b in zip(here.gears, low.gears, strict=True)
        )

    def test_a_turbo_beyond_what_its_maker_gave_is_not_known(self) -> None:
        high = results(with_figures(demo(0), aims__pass_altitude_m=3000.0)).of(RollingResults).grade.value
        assert high and high.tallest is None and all(gear.hold.holds is None for gear in high.gears)

    def test_what_it_waits_for(self, plover: Rig) -> None:
        bare = replace(plover, figures={p: f for p, f in plover.figures.items() if p != "engine.power_kw"})
        waits = results(bare).of(RollingResults).grade.waits_for
        assert waits and waits.path == "engine.power_kw"


class TestLowFirst:
    def test_grip_limits_the_demo_and_deeper_gears_only_add_pull(self, plover: Rig) -> None:
        found, deep = (
            results(rig).of(StanceResults).climb.value for rig in (plover, planned(plover, "gears 4.56"))
        )
        assert found and deep and found.calculated.limited_by == "traction"
        assert deep.calculated.tractive_n > found.calculated.tractive_n
        assert deep.calculated.climb_deg == pytest.approx(found.calculated.climb_deg)
        assert deep.crawl_speed_kmh and found.crawl_speed_kmh and deep.crawl_speed_kmh < found.crawl_speed_kmh

    def test_it_climbs_backwards_where_reverse_is_deeper(self, plover: Rig) -> None:
        climb = results(with_figures(plover, gearbox__reverse_ratio=4.5)).of(StanceResults).climb.value
        assert climb and climb.backwards and climb.overall_ratio == pytest.approx(4.5 * 2.55 * 41 / 11)

    def test_without_a_centre_of_gravity_nothing_is_said_of_tipping(self, plover: Rig) -> None:
        height, usual = "body.height_mm", "body.cg_height_mm"
        guessed = replace(plover, figures={p: f for p, f in plover.figures.items() if p != usual})
        flat = replace(guessed, figures={p: f for p, f in guessed.figures.items() if p != height})
        climb = results(flat).of(StanceResults).climb.value
        assert climb and "tip_limit_deg" not in climb.calculated.model_fields_set
        assert results(guessed).of(StanceResults).climb.off("calculated.tip_limit_deg") > 2.5

    def test_it_tips_by_the_centre_of_gravity_of_the_stage(self, plover: Rig) -> None:
        roof = Change(id=1, kind="rack", fields={}, mass_kg=200, mass_x_mm=2500, mass_z_mm=2000)
        found, here = (
            results(replace(plover, changes=c)).of(StanceResults).climb.value for c in ((), (roof,))
        )
        assert found and here
        # By hand: 2065 kg at 742, 975 of them at the rear, and 200 kg; the springs give some way.
        behind = (975 * 2740 + 200 * 2500) / 2265
        high = (2065 * 742 + 200 * 2000) / 2265
        by_hand = math.degrees(math.atan((2740 - behind) / high))
        assert here.calculated.tip_limit_deg == pytest.approx(by_hand, abs=0.6)
        assert here.calculated.tip_limit_deg < found.calculated.tip_limit_deg - 5


class TestTorque:
    def test_skarv_in_low(self) -> None:
        strength = results(demo(1), 2).of(DrivelineResults).rear_strength.value
        assert strength and strength.calculated.shaft_by_engine_nm == pytest.approx(3280.5, abs=0.1)
        assert strength.calculated.governs == "grip"

    def test_a_lock_puts_all_of_it_on_one_half_shaft(self, plover: Rig) -> None:
        open_, locked = (
            results(with_figures(plover, rear_axle__differential=kind))
            .of(DrivelineResults)
            .rear_strength.value
            for kind in ("open", "locked")
        )
        assert open_ and locked
        assert locked.calculated.half_shaft_nm == pytest.approx(2 * open_.calculated.half_shaft_nm)


def test_the_driven_gear_of_skarv_leaves_one_and_a_half_per_cent() -> None:
    gears = results(demo(1)).of(RollingResults).driven_gears.value
    assert gears and gears.exist[0].teeth == 20 and gears.exist[0].error_pct == pytest.approx(-1.5, abs=0.05)
    assert [gear.teeth for gear in gears.exist][:2] == [20, 19]


@pytest.mark.parametrize(
    ("thread", "mm"), [("M12x1.5", 12.0), ("m14 × 2", 14.0), ("1/2-20", 12.7), ("coarse", None), ("", None)]
)
def test_the_diameter_of_a_stud_by_its_thread(thread: str, mm: float | None) -> None:
    assert stud_diameter_mm(thread) == mm


@pytest.mark.parametrize(
    ("marks", "car"),
    [("P265/70R17 115S", True), ("265/70R17 115T", True), ("LT265/70R17 121/118S", False), ("225/75R16C 121/120R", False),
     ("265/70R17 121/118S", False), ("7.50R16 116/114N", False), ("35x12.50R17LT 121Q", False)],
)  # fmt: skip
def test_which_tyres_are_marked_for_cars(marks: str, car: bool) -> None:
    assert is_for_passenger_cars(marks) is car


def test_what_a_ratio_costs_for_both_axles_and_with_another_carrier(plover: Rig) -> None:
    got = results(plover).of(RollingResults).regearing.value
    assert got is not None
    by_ratio = {round(c.calculated.ratio, 2): c for c in got.candidates}
    assert by_ratio[3.73].cost is None and by_ratio[3.73].fitted
    assert by_ratio[4.10].cost == 2000 and by_ratio[4.10].carrier_cost is None
    assert by_ratio[4.56].cost == 2580 and by_ratio[4.56].carrier_cost == 580
    unknown = {path: figure for path, figure in plover.figures.items() if path != "aims.gear_set_cost"}
    asked = results(replace(plover, figures=unknown)).of(RollingResults).regearing.value
    assert asked is not None and all(c.cost is None for c in asked.candidates)


def test_what_the_instrument_has_to_be_set_to() -> None:
    """2548 pulses for what it calls a km; it shows 1/factor km in a true one, and so many pulses come."""
    rig = demo(0)
    state = results(rig).of(RollingResults).speedometer.value
    assert state is not None and state.pulses_per_km == pytest.approx(2548 / state.calculated.factor)
    assert state.turns_per_km == pytest.approx(381.5, abs=0.1)
    assert shown_per_true(moment(rig, "planned")) == pytest.approx(state.pulses_per_km / 2548)
    corrected = planned(rig, "speedometer converter")
    assert shown_per_true(moment(corrected, "planned")) == 1.0
    assert shown_per_true(moment(replace(rig, figures={}, changes=()), "planned")) is None
