"""What one change does besides what its own calculation says, each worked out a few lines apart from the code."""

import math
from dataclasses import replace
from typing import Any

import pytest

from jorvak.core.assess import assess
from jorvak.core.calculation import Refused
from jorvak.core.driveline.area import DrivelineResults
from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import moment
from jorvak.core.engine.result import Result
from jorvak.core.plan.kinds import check_fits
from jorvak.core.plan.line import read_line
from jorvak.core.rig import Change, Rig
from jorvak.core.rolling.area import RollingResults
from jorvak.core.stance.area import StanceResults
from jorvak.core.stance.records import Gap
from tests.conftest import demo, on_leaves, on_springs, planned, with_records
from tests.core.test_findings_table import found, noted, severities


def results(rig: Rig, *lines: str) -> Results:
    return Results(moment(planned(rig, *lines), "planned"))


def with_change(rig: Rig, kind: str, **fields: Any) -> Rig:
    return replace(rig, changes=(*rig.changes, Change(id=len(rig.changes) + 1, kind=kind, fields=fields)))


def waits(result: Result[Any]) -> str | None:
    assert result.value is None and result.waits_for is not None
    return result.waits_for.path


class TestAxlesThatTurn:
    def test_a_shackle_behind_the_axle_turns_its_pinion_up_and_gains_caster(self, plover: Rig) -> None:
        # A solid axle on leaves has no radius arms.
        rig = noted(on_leaves(plover), steering__arm_length_mm=None, steering__arm_drop_mm=None)
        here = results(rig, "shackles 42 rear").of(DrivelineResults).rear_shaft.value
        assert here and here.ride.pinion.side_deg == pytest.approx(1.8 + math.degrees(math.atan(42 / 1200)))
        front = results(rig, "shackles 42 front").of(StanceResults).caster.value
        rake = math.degrees(math.atan(-21 / 2740))
        assert front and front.caster_deg == pytest.approx(3.4 - rake + math.degrees(math.atan(42 / 1200)))
        ahead = noted(rig, rear_suspension__shackle_at="ahead of the axle")
        down = results(ahead, "shackles 42 rear").of(DrivelineResults).rear_shaft.value
        assert down and down.ride.pinion.side_deg == pytest.approx(1.8 - math.degrees(math.atan(42 / 1200)))

    def test_where_the_shackle_is_has_to_be_seen(self, plover: Rig) -> None:
        rig = noted(on_leaves(plover), rear_suspension__shackle_at=None)
        line = results(rig, "shackles 42 rear").of(DrivelineResults).rear_shaft
        assert waits(line) == "rear_suspension.shackle_at"

    def test_a_front_pinion_turned_up_costs_caster_and_moves_its_joint(self, plover: Rig) -> None:
        before, here = results(plover), results(plover, "pinion front 3")
        assert before.of(StanceResults).caster.value and here.of(StanceResults).caster.value
        assert here.of(StanceResults).caster.value.caster_deg == pytest.approx(
            before.of(StanceResults).caster.value.caster_deg - 3
        )
        was, line = before.of(DrivelineResults).front_shaft.value, here.of(DrivelineResults).front_shaft.value
        assert was and line
        # The joint, 215 mm behind the axle and 35 above it, on a circle about the axle: up where the nose goes down.
        turn, (x, z) = math.radians(3), (215.0, 404 - was.axle_z_mm)
        pinion = line.ride.pinion
        assert (pinion.x_mm, pinion.z_mm - was.axle_z_mm) == pytest.approx(
            (x * math.cos(turn) - z * math.sin(turn), x * math.sin(turn) + z * math.cos(turn))
        )
        assert pinion.side_deg == pytest.approx(-6.2 - 3)

    def test_a_rear_pinion_moves_its_joint_too(self, plover: Rig) -> None:
        was, line = (
            results(plover, *of).of(DrivelineResults).rear_shaft.value for of in ((), ("pinion rear 5",))
        )
        assert was and line
        assert line.ride.pinion.side_deg == pytest.approx(1.8 + 5)
        turn, (x, z) = math.radians(5), (2500 - 2740, 418 - was.axle_z_mm)
        assert line.ride.pinion.x_mm - 2740 == pytest.approx(x * math.cos(turn) + z * math.sin(turn))
        assert line.ride.pinion.z_mm - was.axle_z_mm == pytest.approx(z * math.cos(turn) - x * math.sin(turn))

    def test_arms_know_the_lift_at_their_frame_end(self, plover: Rig) -> None:
        caster = assess(on_springs(), with_doubt=False).results.of(StanceResults).caster.value
        # 34.9 in front and 22.0 behind: 30.6 at √(905² − 70²) behind the axle.
        at, kg = math.sqrt(905**2 - 70**2), 9.80665
        front = 448 - 498 * kg / 38 - (415 - 452 * kg / 34)
        rear = 428 - 560 * kg / 52 - (395 - 405 * kg / 42)
        lift = front + (rear - front) * at / 2740
        by_hand = 3.4 - math.degrees(math.asin((70 + lift) / 905) - math.asin(70 / 905))
        assert by_hand == pytest.approx(1.45, abs=0.005)
        assert caster and caster.caster_deg == pytest.approx(by_hand, abs=1e-6)

    def test_a_lift_behind_reaches_the_arms_in_front_by_its_share(self, plover: Rig) -> None:
        before, here = (results(plover, *of).of(StanceResults).caster.value for of in ((), ("lift 60 rear",)))
        assert before and here and here.caster_deg < before.caster_deg - 1

    def test_caster_is_as_uncertain_as_what_was_measured_and_what_was_gained(self, plover: Rig) -> None:
        result = results(plover, "arms 2").of(StanceResults).caster
        assert result.off("caster_deg") == pytest.approx(math.hypot(0.3, 0.5), abs=0.005)
        assert result.off("gained_deg") == pytest.approx(0.5)


class TestTravel:
    def test_a_strap_reaches_shaft_slip_and_joints(self, plover: Rig) -> None:
        free, held = (
            results(plover, *of).of(DrivelineResults).rear_shaft.value for of in ((), ("straps 60 rear",))
        )
        assert free and held and free.slip and held.slip
        assert held.places[-1].axle_up_mm == pytest.approx(-50) and free.places[-1].axle_up_mm == -110
        assert held.steepest_deg < free.steepest_deg
        assert held.slip.engagement_spare_mm > free.slip.engagement_spare_mm

    def test_a_longer_shock_lets_the_axle_down_where_the_old_one_held_it(self, plover: Rig) -> None:
        asked = noted(plover, rear_suspension__droop_stop=None)
        line = "shocks rear 330 650"
        assert waits(results(asked, line).of(StanceResults).rear_travel) == "rear_suspension.droop_stop"
        stopped, held = (
            results(noted(plover, rear_suspension__droop_stop=by), line).of(StanceResults).rear_travel.value
            for by in ("stop", "shock")
        )
        assert stopped and held
        assert stopped.droop_mm == 110
        assert held.droop_mm == pytest.approx(110 + 50 / math.cos(math.radians(12)))
        assert results(asked, "shocks rear 330 590").of(StanceResults).rear_travel.value == stopped

    def test_a_strut_spacer_takes_its_bump_stop_along_in_the_room_for_the_tyre(self) -> None:
        tern = noted(demo(2), "measured", steering__scrub_radius_mm=20.0)
        tern = with_records(replace(tern, changes=()), gaps=(Gap(name="arch", axle="front"),))
        tern = noted(tern, "measured", gaps__arch__x_mm=0.0, gaps__arch__y_mm=0.0, gaps__arch__z_mm=420.0)
        bare, lowered, lifted = (
            results(tern, *of).of(StanceResults).room.value
            for of in ((), ("spacer 21 front strut",), ("lift 33.87 front",))
        )
        assert bare and lowered and lifted and bare[0].room and lowered[0].room and lifted[0].room
        assert lowered[0].room.gap_mm == pytest.approx(bare[0].room.gap_mm + 21 / 0.62, abs=0.1)
        assert lifted[0].room.gap_mm == pytest.approx(bare[0].room.gap_mm)

    def test_how_little_droop_is_left_carries_its_doubt(self, plover: Rig) -> None:
        assert severities(planned(plover, "lift 94 front"), "no-droop-left") == ["measure"]
        (upset,) = found(planned(plover, "lift 94 front"), "no-droop-left")
        assert upset.settled_by[0].figure is not None


class TestBodyAndBar:
    def test_a_body_lift_gives_room_at_what_is_on_the_body(self) -> None:
        rooms = {
            rig: {room.name: room.room.gap_mm for room in got if room.room}
            for rig, of in (("bare", ()), ("raised", ("body-lift 40",)))
            if (got := results(replace(demo(0), changes=()), *of).of(StanceResults).room.value)
        }
        # 548 mm above the wheel and 85 of bump: straight above, all 40 mm are won.
        assert rooms["raised"]["inner fender"] > rooms["bare"]["inner fender"] + 20
        assert rooms["raised"]["body mount"] == pytest.approx(rooms["bare"]["body mount"])

    def test_a_body_lift_raises_the_centre_of_gravity_by_the_bodys_share(self, plover: Rig) -> None:
        def height(rig: Rig) -> float:
            tip = results(rig, "body-lift 50").of(StanceResults).tip.value
            assert tip
            return tip.centre.height_mm

        sprung = 2065 - 186 - 165
        half, third = height(plover), height(noted(plover, body__body_share_pct=30.0))
        assert half == pytest.approx(742 + 0.5 * 50 * sprung / 2065)
        assert third == pytest.approx(742 + 0.3 * 50 * sprung / 2065)

    def test_a_raised_bracket_changes_the_bars_angle(self, plover: Rig) -> None:
        rig = with_change(planned(plover, "lift 60"), "track-bar", by="raised bracket", raised_mm=60.0)
        bar = Results(moment(rig, "planned")).of(StanceResults).bar.value
        assert bar and bar.shift_mm == pytest.approx(0, abs=1e-9)
        assert bar.link_apart_deg == pytest.approx(math.degrees(math.asin(62 / 860) - math.asin(122 / 860)))
        assert severities(rig, "bar-and-link-unlike") == ["watch"]
        unsaid = with_change(planned(plover, "lift 60"), "track-bar", by="raised bracket")
        assert (
            waits(Results(moment(unsaid, "planned")).of(StanceResults).bar) == "steering.track_bar_raised_mm"
        )


class TestSwaps:
    def test_another_axle_without_its_pinion_waits_for_it(self, plover: Rig) -> None:
        bare = with_change(plover, "axle", axle="rear", ratio=4.1)
        shafts = Results(moment(bare, "planned")).of(DrivelineResults)
        assert waits(shafts.rear_shaft) == "rear_shaft.pinion_x_mm"
        assert shafts.front_shaft.value is not None
        whole = with_change(
            plover, "axle", axle="rear", ratio=4.1, pinion_x_mm=2480.0, pinion_y_mm=0.0, pinion_z_mm=420.0,
            pinion_side_deg=2.0, track_mm=1580.0,
        )  # fmt: skip
        line = Results(moment(whole, "planned")).of(DrivelineResults).rear_shaft.value
        assert line and line.ride.pinion.x_mm == 2480 and line.slip is None
        assert line.slip_waits == "rear_shaft.engaged_mm"

    def test_another_axle_has_no_ratio_until_somebody_says(self, plover: Rig) -> None:
        rig = with_change(plover, "axle", axle="rear")
        assert waits(Results(moment(rig, "planned")).of(RollingResults).axle_match) == "rear_axle.ratio"

    def test_another_case_or_gearbox_without_its_lengths_moves_nobody_knows_what(self, plover: Rig) -> None:
        case = with_change(plover, "transfer-case", low_ratio=2.74)
        shafts = Results(moment(case, "planned")).of(DrivelineResults)
        assert waits(shafts.rear_shaft) == "transfer.rear_output_mm"
        assert waits(shafts.front_shaft) == "transfer.front_output_mm"
        box = with_change(plover, "gearbox", gears="4.3 2.4 1.5 1 0.8")
        assert waits(Results(moment(box, "planned")).of(DrivelineResults).rear_shaft) == "gearbox.length_mm"
        longer = with_change(
            noted(plover, gearbox__length_mm=610.0), "gearbox", gears="4.3 2.4 1.5 1 0.8", length_mm=640.0
        )
        line = Results(moment(longer, "planned")).of(DrivelineResults).rear_shaft.value
        assert line and line.ride.drive.x_mm == 1335 + 30

    def test_what_is_not_said_of_another_box_is_not_the_old_ones(self, plover: Rig) -> None:
        here = moment(with_change(plover, "gearbox", gears="4.3 2.4 1.5 1 0.8"), "planned").here
        assert "gearbox.reverse_ratio" not in here
        case = moment(with_change(plover, "transfer-case", low_ratio=2.74), "planned").here
        assert "transfer.front_output_side" not in case


class TestWheels:
    def test_a_wider_rim_widens_the_section(self, plover: Rig) -> None:
        wide = with_change(plover, "wheels", rim_width_in=9.0, offset_mm=35.0)
        stand = Results(moment(wide, "planned")).of(RollingResults).front_stand.value
        assert stand
        # An inch and a half more rim: 15 mm of section, half to each side.
        assert stand.here.section_width_mm == pytest.approx(265 + 15)
        assert stand.fit.inner_edge_change_mm == pytest.approx(7.5) == stand.fit.outer_edge_change_mm

    def test_a_size_counts_on_the_rim_on_which_it_is_first_fitted(self, plover: Rig) -> None:
        tyres = with_change(plover, "tyres", size="285/75R17", rim_width_in=8.0)
        assert (
            Results(moment(tyres, "planned")).of(RollingResults).front_tyre.value.size.section_width_mm == 285
        )
        wider = with_change(tyres, "wheels", rim_width_in=8.5, offset_mm=20.0)
        assert (
            Results(moment(wider, "planned")).of(RollingResults).front_tyre.value.size.section_width_mm == 290
        )

    def test_a_measured_difference_of_front_and_rear_stays_on_other_tyres(self, plover: Rig) -> None:
        heavy = noted(
            plover,
            "measured",
            wheels__front_left__static_radius_mm=366.0,
            wheels__rear_left__static_radius_mm=372.0,
        )
        here = results(heavy, "tyre 285/75R17")
        front, rear = here.of(RollingResults).front_tyre.value, here.of(RollingResults).rear_tyre.value
        assert front and rear
        catalogue = 0.46 * (17 * 25.4 + 2 * 285 * 0.75)
        assert (front.static_radius_mm, rear.static_radius_mm) == pytest.approx(
            (catalogue - 3, catalogue + 3)
        )
        lift = here.of(StanceResults).lift.value
        assert lift and lift.front.axle_rise_mm == pytest.approx(lift.rear.axle_rise_mm)


class TestOneSide:
    def test_that_side_comes_up_and_the_middle_by_half(self, plover: Rig) -> None:
        rig = with_change(plover, "coil-spacers", thickness_mm=20.0, axle="front", side="left")
        stance = Results(moment(rig, "planned")).of(StanceResults)
        sides, lift = stance.front_sides.value, stance.lift.value
        assert sides and lift
        assert (sides.left_mm, sides.right_mm) == pytest.approx((20, 0))
        assert lift.front.suspension_lift_mm == pytest.approx(10)

    def test_a_spring_of_its_own_lifts_its_side_and_is_judged_by_itself(self, plover: Rig) -> None:
        rig = with_change(
            plover,
            "springs",
            axle="front",
            free_length_mm=430.0,
            rate_n_per_mm=34.0,
            side="right",
            solid_length_mm=300.0,
        )
        sides = Results(moment(rig, "planned")).of(StanceResults).front_sides.value
        assert sides and (sides.left_mm, sides.right_mm) == pytest.approx((0, 15))
        bound = [finding.key for finding in found(rig, "spring-coil-bound")]
        assert bound == ["spring-coil-bound:front right"]


class TestPlaces:
    @pytest.mark.parametrize(
        ("line", "leaves", "would_do"),
        [
            ("spacer 30 rear", True, "blocks at the rear"),
            ("spacer 30 rear strut", False, "coil spacers or longer springs"),
            ("blocks 38 rear", False, "coil spacers"),
            ("shackles 40 rear", False, "longer springs"),
            ("springs rear 420 50", True, "re-arched leaves"),
            ("lift 30 rear arch", False, "longer springs"),
            ("lift 30 front torsion-bar", False, "coil spacers"),
            ("links rear", True, "re-arched leaves"),
        ],
    )
    def test_what_has_no_place_is_refused_with_what_would_do(
        self, plover: Rig, line: str, leaves: bool, would_do: str
    ) -> None:
        rig, other = (on_leaves(plover), plover) if leaves else (plover, on_leaves(plover))
        with pytest.raises(Refused, match=would_do) as refused:
            read_line(line, rig)
        assert refused.value.field == "line"
        if "strut" not in line and "torsion" not in line:
            assert read_line(line, other).draft

    def test_what_stood_in_the_order_before_it_was_known_is_a_stop(self, plover: Rig) -> None:
        rig = on_leaves(with_change(plover, "coil-spacers", thickness_mm=30.0, axle="rear"))
        assert "leaf springs" in found(rig, "out-of-reach")[0].text
        assert severities(with_change(plover, "coil-spacers", thickness_mm=30.0), "out-of-reach") == []

    def test_nothing_turns_a_differential_that_hangs_on_the_frame(self) -> None:
        for kind, fields in (("pinion", {"axle": "front", "up_deg": 2.0}), ("track-bar", {})):
            with pytest.raises(Refused) as refused:
                check_fits(kind, fields, demo(2).figures)
            assert refused.value.field == "fields.axle"


def test_whirling_counts_the_doubt_of_the_shafts_own_speed(plover: Rig) -> None:
    line = results(noted(plover, "measured", rear_shaft__od_mm=40.0)).of(DrivelineResults).rear_shaft
    assert line.value and line.value.whirl
    assert line.off("whirl_spare_rpm") > 0.9 * line.off("whirl.critical_rpm")
    assert line.value.whirl_spare_rpm == pytest.approx(0.9 * line.value.whirl.critical_rpm - line.value.rpm)
