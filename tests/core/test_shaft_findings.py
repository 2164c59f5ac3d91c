"""The codes of wheels by position, room for tyres and lines of shafts: raised once, settled once."""

from dataclasses import replace
from datetime import date
from typing import Any

import pytest

from jorvak.core.assess import assess
from jorvak.core.driveline.area import DrivelineResults
from jorvak.core.engine.moment import choosing
from jorvak.core.rig import Change, Figure, Fitted, Rig
from jorvak.core.rolling.area import RollingResults
from jorvak.core.stance.records import Gap
from tests.conftest import TODAY, demo, on_springs, planned, with_records
from tests.core.test_findings_table import found, noted, severities

WHOLE = demo(0)


def aged(rig: Rig, on: date = TODAY) -> list[tuple[str, str]]:
    return [(f.severity, f.place) for f in assess(rig, "as-found", on=on).findings if f.code == "tyre-age"]


class TestTheSet:
    def test_the_odd_wheel_of_the_demo_is_named_and_new_wheels_settle_it(self) -> None:
        (odd,) = found(WHOLE, "set-not-alike", "as-found")
        assert (odd.severity, odd.place) == ("watch", "spare") and "spare differs in offset" in odd.text
        assert found(WHOLE, "set-not-alike", 4) == []

    def test_within_an_axle_it_stops_and_so_does_construction_anywhere(self, plover: Rig) -> None:
        one = noted(plover, wheels__front_right__offset_mm=25.0)
        assert severities(one, "set-not-alike") == ["stop"]
        bias = noted(plover, wheels__rear_left__size="7.50-16", wheels__rear_right__size="7.50-16")
        assert "stop" in severities(bias, "set-not-alike")
        both = noted(plover, wheels__rear_left__offset_mm=25.0, wheels__rear_right__offset_mm=25.0)
        assert severities(both, "set-not-alike") == ["watch"]

    def test_what_nobody_read_is_to_be_read(self, plover: Rig) -> None:
        blank = noted(plover, wheels__rear_left__offset_mm=None, wheels__rear_right__offset_mm=None)
        (unknown,) = found(blank, "set-not-alike")
        assert unknown.severity == "measure" and unknown.settled_by[0].figure == "wheels.rear_left.offset_mm"

    def test_measured_offsets_are_alike_within_their_doubt(self, plover: Rig) -> None:
        near = noted(plover, "measured", wheels__front_right__offset_mm=35.4)
        assert severities(near, "set-not-alike") == []

    def test_twins_are_six_and_a_spare(self, plover: Rig) -> None:
        inner = {f"wheels__rear_{side}_inner__{key}": plover.figures[f"wheels.rear_left.{key}"].value
                 for side in ("left", "right") for key in ("size", "rim_width_in", "offset_mm", "pattern")}  # fmt: skip
        twins = noted(plover, **inner)
        wheels = assess(twins).results.of(RollingResults).wheels.value
        assert wheels and len(wheels.wheels) == 7 and wheels.differences == ()
        carried = assess(twins).results.of(RollingResults).rear_tyre_load.value
        assert carried and carried.tyres == 4 and carried.carries_kg == 1320

    def test_age_by_position_and_the_spare_is_watched(self) -> None:
        # Five alike are one, marked at each of them.
        assert aged(WHOLE) == [("watch", "every-wheel")]
        old = {f"wheels__{p}__date_code": "0115" for p in ("front_left", "spare")}
        assert sorted(aged(noted(WHOLE, **old)))[0] == ("stop", "front-axle")
        assert ("watch", "spare") in aged(noted(WHOLE, **old))
        fresh = {
            path: Figure("0126", "plate") if path.endswith("date_code") else f
            for path, f in WHOLE.figures.items()
        }
        assert aged(replace(WHOLE, figures=fresh)) == []

    def test_pressure_for_what_stands_on_the_axle(self, plover: Rig) -> None:
        rated = noted(
            plover, wheels__front_left__reference_pressure_kpa=450.0, wheels__front_left__pressure_kpa=150.0
        )
        assert severities(rated, "tyre-pressure") == ["stop"]
        assert severities(noted(rated, wheels__front_left__pressure_kpa=190.0), "tyre-pressure") == []
        assert severities(noted(rated, wheels__front_left__pressure_kpa=240.0), "tyre-pressure") == ["note"]

    def test_the_cover_of_the_body(self, plover: Rig) -> None:
        wide = planned(plover, "wheels 9 0")
        assert severities(wide, "tyre-cover") == ["watch", "watch"]
        assert (
            severities(noted(wide, body__front_cover_mm=60.0, body__rear_cover_mm=60.0), "tyre-cover") == []
        )
        unknown = noted(wide, body__front_cover_mm=None, body__rear_cover_mm=None)
        assert severities(unknown, "tyre-cover") == ["measure", "measure"]

    def test_scrub_that_changes_by_much_or_changes_sides(self, plover: Rig) -> None:
        assert severities(planned(plover, "wheels 9 -10"), "scrub-changes") == ["watch"]
        inside = noted(planned(plover, "wheels 8 50"), steering__scrub_radius_mm=10.0)
        (finding,) = found(inside, "scrub-changes")
        assert "changes sides" in finding.text
        assert found(planned(plover, "wheels 8 30"), "scrub-changes") == []

    def test_studs_under_a_spacer(self, plover: Rig) -> None:
        assert severities(planned(plover, "wheel-spacers 3"), "stud-short") == []
        assert severities(planned(plover, "wheel-spacers 25"), "stud-short") == ["stop", "stop"]
        blank = noted(
            planned(plover, "wheel-spacers 3"),
            front_hub__stud_engaged_mm=None,
            rear_hub__stud_engaged_mm=None,
        )
        assert severities(blank, "stud-short") == ["measure", "measure"]

    def test_the_makers_range_of_rims_stops_where_the_guess_only_asks(self, plover: Rig) -> None:
        tyres = Change(
            id=1, kind="tyres", fields={"size": "285/75R17 121/118S", "rim_from_in": 8.0, "rim_to_in": 9.0}
        )
        assert severities(replace(plover, changes=(tyres,)), "rim-width-outside") == ["stop"]
        wider = tyres.model_copy(update={"fields": {**tyres.fields, "rim_width_in": 8.5}})
        assert severities(replace(plover, changes=(wider,)), "rim-width-outside") == []

    def test_a_car_tyre_counts_for_less(self, plover: Rig) -> None:
        assert severities(planned(plover, "tyre P265/70R17 104S"), "tyre-load-short") == ["stop"]
        assert severities(planned(plover, "tyre LT265/70R17 104S"), "tyre-load-short") == []

    def test_brakes_that_want_a_larger_rim(self, plover: Rig) -> None:
        small = planned(plover, "tyre 265/75R15 on 7.5 in")
        assert severities(small, "brake-room") == ["measure"]
        assert severities(noted(small, brakes__front_rim_in=16.0), "brake-room") == ["stop"]
        assert severities(noted(small, brakes__front_rim_in=15.0), "brake-room") == []


class TestRoom:
    def test_the_liner_of_the_demo_until_it_is_measured(self) -> None:
        (near,) = found(WHOLE, "tyre-room", 4)
        assert near.severity == "measure" and "9° of lock" in near.text
        measured = {
            p: Figure(f.value, "measured", 3.0)
            for p, f in WHOLE.figures.items()
            if p.startswith("gaps.liner")
        }
        rolled = {"wheels.front_left.static_radius_mm": Figure(369.3, "measured")}
        assert "tyre-room" not in [f.code for f in assess(replace(WHOLE, figures=WHOLE.figures | measured | rolled), 4).findings
                                   if f.severity == "stop"]  # fmt: skip
        trimmed = choosing(WHOLE, "40 mm", "C trim")
        assert found(trimmed, "tyre-room") == []

    def test_what_touches_stops(self, plover: Rig) -> None:
        gap = with_records(plover, gaps=(Gap(id=1, name="seam", axle="front"),))
        close = noted(gap, "measured", gaps__seam__x_mm=405.0, gaps__seam__y_mm=0.0, gaps__seam__z_mm=60.0)
        assert severities(planned(close, "tyre 285/75R17"), "tyre-room") == ["stop"]


class TestShafts:
    def test_option_a_of_the_demo_shakes_its_shaft_and_a_double_joint_settles_it(self) -> None:
        (steep,) = found(on_springs(), "joint-too-steep")
        assert steep.severity == "watch" and "1237 rad/s²" in steep.text
        assert found(WHOLE, "joint-too-steep", "as-found") == []

    def test_a_pinion_that_points_elsewhere(self, plover: Rig) -> None:
        turned = planned(plover, "pinion rear 4")
        assert severities(turned, "joint-angles-unequal") == ["watch"]
        assert severities(planned(plover, "pinion rear 14"), "joint-angles-unequal") == ["stop"]
        assert severities(planned(plover, "pinion rear 14", "pinion rear -14"), "joint-angles-unequal") == []

    def test_joints_beyond_what_they_bend(self, plover: Rig) -> None:
        low = noted(plover, rear_suspension__droop_mm=260.0)
        assert "measure" in severities(low, "joint-too-steep")
        assert "stop" in severities(noted(low, rear_shaft__joint_limit_deg=12.0), "joint-too-steep")
        assert severities(noted(low, rear_shaft__joint_limit_deg=30.0), "joint-too-steep") == []

    def test_needles_that_do_not_turn(self, plover: Rig) -> None:
        flat = noted(plover, rear_shaft__pinion_z_mm=500.0, rear_shaft__pinion_y_mm=0.0)
        assert severities(flat, "joint-too-straight") == ["note"]
        assert severities(plover, "joint-too-straight") == []

    def test_a_double_joint_wants_its_pinion_pointed(self, plover: Rig) -> None:
        assert severities(plover, "pinion-not-pointed") == []
        assert severities(planned(plover, "pinion front 3"), "pinion-not-pointed") == ["watch"]

    def test_slip_that_pulls_apart_or_bottoms(self, plover: Rig) -> None:
        assert severities(noted(plover, "measured", rear_shaft__engaged_mm=30.0), "slip-pulls-apart") == [
            "stop"
        ]
        assert severities(noted(plover, "measured", rear_shaft__engaged_mm=57.0), "slip-pulls-apart") == [
            "measure"
        ]
        longer = planned(noted(plover, "measured", rear_shaft__engaged_mm=30.0), "shaft rear 35")
        assert severities(longer, "slip-pulls-apart") == []
        assert severities(planned(plover, "shaft rear 40"), "slip-bottoms") == ["stop"]

    def test_skarvs_case_bottoms_the_old_shaft_and_a_shorter_one_settles_it(self) -> None:
        skarv = demo(1)
        assert severities(skarv, "slip-bottoms", 2) == ["stop"]
        assert "stop" not in severities(skarv, "slip-bottoms", 3)
        assert "slip-pulls-apart" in [f.code for f in assess(skarv, 2).findings], "the front one is too short"
        line = assess(skarv, 3).results.of(DrivelineResults).rear_shaft.value
        assert line and line.longer_mm == pytest.approx(-34.8, abs=0.05)

    def test_a_thin_long_tube_whirls(self, plover: Rig) -> None:
        thin = noted(plover, rear_shaft__od_mm=20.0)
        assert severities(thin, "shaft-whirls") == ["stop"]
        assert severities(noted(plover, rear_shaft__od_mm=33.0), "shaft-whirls") == ["watch"]
        assert severities(plover, "shaft-whirls") == []

    def test_the_tube_against_what_is_above_it(self, plover: Rig) -> None:
        assert severities(plover, "shaft-touches") == []
        assert severities(noted(plover, "measured", rear_shaft__gap_mm=30.0), "shaft-touches") == ["stop"]
        assert severities(noted(plover, "measured", rear_shaft__gap_mm=59.0), "shaft-touches") == ["measure"]

    def test_torque_beyond_a_rating(self, plover: Rig) -> None:
        weak = noted(plover, rear_shaft__rating_nm=900.0)
        (finding,) = found(weak, "torque-over-rating")
        assert "by grip" in finding.text
        assert found(plover, "torque-over-rating") == []


def test_true_distance_counts_the_nuts(plover: Rig) -> None:
    rig = planned(plover, "tyre 285/75R17")
    fitted = rig.changes[0].model_copy(
        update={"state": "fitted", "fitted": Fitted(on=TODAY, odometer_km=128_500.0)}
    )
    now: dict[str, Any] = {"odometer__reading_km": 128_595.0}
    due = noted(replace(rig, changes=(fitted,)), **now)
    # 95 km on the dial are more than 100 on the larger tyres.
    assert severities(due, "retighten") == ["stop"]
    distance = assess(due).results.of(RollingResults).distance.value
    assert distance and distance.calculated.true_km == pytest.approx(95 * 1.07034, abs=0.02)
    assert distance.hidden_km > 6


def test_a_rig_from_a_file_has_no_numbers_and_is_counted_by_its_order(plover: Rig) -> None:
    rig = planned(plover, "add brakes", "tyre 285/75R17")
    brakes = rig.changes[0].model_copy(
        update={"id": 0, "state": "fitted", "fitted": Fitted(on=TODAY, odometer_km=128_000.0)}
    )
    bare = replace(rig, changes=(brakes, rig.changes[1].model_copy(update={"id": 0})))
    assert severities(noted(bare, odometer__reading_km=128_595.0), "retighten") == ["note"]
