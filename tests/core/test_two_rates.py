"""Springs of two rates: by hand, against one rate, and what a helper does to this vehicle; one side slippery."""

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import moment
from jorvak.core.quantities.units import STANDARD_GRAVITY
from jorvak.core.rig import Rig
from jorvak.core.rolling.area import RollingResults
from jorvak.core.stance.area import StanceResults
from jorvak.core.stance.rates import Rates
from jorvak.core.stance.spring import SpringCornerIn, spring
from jorvak.core.stance.suspension import of_two_rates
from tests.conftest import planned
from tests.core.test_findings_table import noted


def stance(rig: Rig, stage: Any = "planned") -> StanceResults:
    return Results(moment(rig, stage)).of(StanceResults)


class TestByHand:
    def test_a_spring_of_two_straight_lines(self) -> None:
        # 4000 N at 20 N/mm are 200 mm, 2000 more at 50 are 40.
        rates = Rates(20, 50, 4000)
        assert rates.deflection_mm(6000) == 240 and rates.deflection_mm(2000) == 100
        assert (rates.at(3999), rates.at(4000)) == (20, 50)

    @given(st.floats(10, 100), st.floats(10, 200), st.floats(0, 9000), st.floats(0, 9000), st.floats(0, 500))
    def test_more_load_presses_it_further(
        self, first: float, second: float, begins: float, load: float, more: float
    ) -> None:
        rates = Rates(first, second, begins)
        assert rates.deflection_mm(load + more) >= rates.deflection_mm(load)
        assert Rates(first, first, begins).deflection_mm(load) == pytest.approx(load / first)

    @given(st.floats(100, 900), st.floats(0, 400), st.floats(0.4, 1.2))
    def test_two_rates_alike_are_a_spring_of_one(self, kg: float, added: float, ratio: float) -> None:
        given = SpringCornerIn(free_length_mm=900, rate_n_per_mm=40, motion_ratio=ratio, sprung_kg=kg, added_kg=added,
                               bump_travel_mm=80, droop_travel_mm=90, solid_length_mm=160)  # fmt: skip
        one, two = spring(given), of_two_rates(given, Rates(40, 40, 3000))
        for key, value in one.model_dump().items():
            assert getattr(two, key) == pytest.approx(value), key

    def test_a_corner_of_two_rates(self) -> None:
        # 500 kg on a spring of 20 N/mm to 400 kg, 60 beyond: 3922.66/20 + 980.665/60 = 212.48.
        given = SpringCornerIn(
            free_length_mm=450, rate_n_per_mm=20, sprung_kg=300, added_kg=200, droop_travel_mm=250
        )
        two = of_two_rates(given, Rates(20, 60, 400 * STANDARD_GRAVITY))
        assert two.ride_length_mm == pytest.approx(450 - 212.4774, abs=1e-3)
        assert two.wheel_rate_n_per_mm == 60
        # From 300 kg, which are 147.10 mm, down by 65.38.
        assert two.sag_mm == pytest.approx(65.3777, abs=1e-3)
        assert two.seated_by_mm == pytest.approx(212.4774 - 250, abs=1e-3)


class TestOnTheRig:
    def test_a_helper_holds_it_higher_under_load_and_leaves_it_empty(self, plover: Rig) -> None:
        loaded = planned(plover, "storage drawers 200 kg at 2740")
        helped = planned(loaded, "helper rear 90 500")
        low, high = (stance(rig).lift.value for rig in (loaded, helped))
        assert low and high and high.rear.suspension_lift_mm > low.rear.suspension_lift_mm
        # Beneath its load it does nothing: Plover's rear corner carries 405 kg.
        empty, with_it = (stance(rig).lift.value for rig in (plover, planned(plover, "helper rear 90 500")))
        assert empty and with_it
        assert with_it.rear.suspension_lift_mm == pytest.approx(empty.rear.suspension_lift_mm)

    def test_by_hand_on_plover(self, plover: Rig) -> None:
        # 405 kg on each rear corner at 42 N/mm; 200 kg over the axle are 100 more on each: to 505, from 455 at 90.
        helped = planned(plover, "storage drawers 200 kg at 2740", "helper rear 90 455")
        lift = stance(helped).lift.value
        assert lift is not None
        down = 50 * STANDARD_GRAVITY / 42 + 50 * STANDARD_GRAVITY / 90
        assert lift.rear.suspension_lift_mm == pytest.approx(-down, abs=0.05)
        corner = stance(helped).rear_corner.value
        assert corner is not None and corner.calculated.wheel_rate_n_per_mm == 90

    def test_a_second_rate_of_which_nobody_says_where_it_begins_waits(self, plover: Rig) -> None:
        rig = noted(
            planned(plover, "storage drawers 200 kg at 2740"),
            "plate",
            rear_suspension__second_rate_n_per_mm=90.0,
        )
        waits = stance(rig).lift.waits_for
        assert waits is not None and waits.path == "rear_suspension.second_from_kg"

    def test_an_axle_moved_along_the_frame_sits_otherwise(self, plover: Rig) -> None:
        lift = stance(planned(plover, "axle-move 200")).lift.value
        assert lift is not None
        # 55.1 kg less on the rear axle, sprung: 27.55 on each corner, 6.43 mm up at 42 N/mm.
        assert lift.rear.suspension_lift_mm == pytest.approx(27.55 * STANDARD_GRAVITY / 42, abs=0.02)
        assert lift.front.suspension_lift_mm == pytest.approx(-27.55 * STANDARD_GRAVITY / 34, abs=0.02)


class TestOneSideSlippery:
    def found(self, rig: Rig) -> Any:
        value = Results(moment(rig, "planned")).of(RollingResults).slipping.value
        assert value is not None
        return value

    def test_by_hand(self, plover: Rig) -> None:
        rig = noted(plover, "plate", rear_axle__differential="open", front_axle__differential="locked")
        front, rear = self.found(rig).axles
        assert rear.calculated.force_n == pytest.approx(2 * 0.2 * 975 / 2 * STANDARD_GRAVITY)
        assert front.calculated.force_n == pytest.approx(0.9 * 1090 / 2 * STANDARD_GRAVITY)
        assert [each.kind for each in rear.with_kinds] == [
            "open",
            "traction-aid",
            "limited-slip",
            "selectable",
        ]

    def test_what_nobody_noted_is_taken_as_open_and_said_so(self, plover: Rig) -> None:
        rig = Rig(
            "bare", figures={k: v for k, v in plover.figures.items() if not k.endswith(".differential")}
        )
        for axle in self.found(rig).axles:
            assert axle.noted is None and axle.calculated == axle.with_kinds[0].calculated

    def test_a_lock_that_is_planned_puts_down_more(self, plover: Rig) -> None:
        rig = noted(plover, "plate", rear_axle__differential="open")
        before, after = (
            self.found(each).axles[1] for each in (rig, planned(rig, "differential rear selectable"))
        )
        assert after.calculated.force_n > before.calculated.force_n


class TestOnAir:
    def test_pressure_follows_from_the_load_by_hand(self, plover: Rig) -> None:
        # 405 kg on 9500 mm²: 3971.7 N are 418.1 kPa; 200 kg over the axle, 100 on each corner: 521.3.
        (rear,) = stance(planned(plover, "air-springs rear 9500 mm2")).air.value or ()
        assert rear.end == "rear" and rear.pressure_kpa == pytest.approx(418.07, abs=0.01)
        (laden,) = (
            stance(planned(plover, "air-springs rear 9500 mm2", "storage drawers 200 kg at 2740")).air.value
            or ()
        )
        assert laden.pressure_kpa == pytest.approx(418.07 * 505 / 405, abs=0.01)

    def test_what_it_loses_corner_against_corner(self, plover: Rig) -> None:
        on_air = noted(
            plover, "measured", rear_suspension__air_area_mm2=9500.0, rear_suspension__left_sinks_mm=12.0
        )
        (one,) = stance(on_air).air.value or ()
        assert (one.left_mm_per_h, one.right_mm_per_h, one.apart_mm) == (1.5, None, None)
        (both,) = stance(noted(on_air, "measured", rear_suspension__right_sinks_mm=4.0)).air.value or ()
        assert both.apart_mm == 8

    def test_a_vehicle_on_no_air_has_none_and_other_springs_forget_what_was_watched(
        self, plover: Rig
    ) -> None:
        assert stance(plover).air.value == ()
        watched = noted(plover, "measured", rear_suspension__left_sinks_mm=12.0)
        (new,) = stance(planned(watched, "air-springs rear 9500 mm2")).air.value or ()
        assert new.left_mm_per_h is None
