"""What must hold across the chapter: lifts and axles, doubt and measuring, trimming, sides, raising and lengthening."""

import math
from dataclasses import replace
from typing import Any

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from jorvak.core.calculation import Refused
from jorvak.core.calculations import calculations
from jorvak.core.driveline.shafts import shaft_at
from jorvak.core.engine.areas import Results
from jorvak.core.engine.asking import Ask
from jorvak.core.engine.moment import moment
from jorvak.core.engine.result import work_out
from jorvak.core.plan.kinds import effect_of, title_of
from jorvak.core.rig import Change, Figure, Rig
from jorvak.core.stance.across import asked_crossings, stands
from jorvak.core.stance.area import StanceResults
from jorvak.core.stance.crossing import Under, VehicleOnGround, drive, paths
from jorvak.core.stance.cycling import Cycle, cycle
from jorvak.core.stance.ground import Ground
from jorvak.core.stance.obstacles import corners_of, largest
from tests.conftest import demo, planned, that_takes

LIFTS = (
    "lift 60 both",
    "spacer 40 both",
    "springs front 470 36",
    "body-lift 50",
    "blocks 40 rear",
    "shackles 40 rear",
)


def stance_of(rig: Rig, stage: Any = "planned") -> StanceResults:
    return Results(moment(rig, stage)).of(StanceResults)


def with_figures(rig: Rig, /, **figures: Any) -> Rig:
    new = {path.replace("__", "."): Figure(value, "measured") for path, value in figures.items()}
    return replace(rig, figures={**rig.figures, **new})


def front_cycle(rig: Rig) -> Cycle:
    found = work_out(
        moment(rig, "planned"), lambda ask: cycle(ask, "front", shaft_at), with_doubt=False
    ).value
    assert found
    return found


@pytest.mark.parametrize("line", LIFTS)
def test_no_lift_changes_the_ground_under_a_differential(plover: Rig, line: str) -> None:
    here = stance_of(planned(that_takes(plover, line), line))
    assert here.under_differentials_mm.value == pytest.approx(0)
    found, now = stance_of(plover).angles.value, here.angles.value
    assert found and now
    for axle in ("front differential", "rear differential", "rear lower link bracket"):
        before, after = (next(p.z_mm for p in a.points if p.name == axle) for a in (found, now))
        assert after == pytest.approx(before)


@pytest.mark.parametrize("line", LIFTS)
def test_a_lift_never_lowers_what_it_carries(plover: Rig, line: str) -> None:
    found, now = stance_of(plover).lift.value, stance_of(planned(that_takes(plover, line), line)).lift.value
    assert found and now
    for end in ("front", "rear"):
        assert getattr(now, end).body_rise_mm >= getattr(found, end).body_rise_mm - 1e-9


class TestDoubtShrinksWhenAFigureIsMeasured:
    @pytest.mark.parametrize(
        ("figure", "value", "result", "place"),
        [
            ("points.front bumper.z_mm", 452.0, "angles", "approach.deg"),
            ("points.case guard.z_mm", 286.0, "angles", "breakover.deg"),
            ("front_suspension.shock_ride_mm", 462.0, "front_shock", "calculated.bump_left_mm"),
            ("front_suspension.free_length_mm", 415.0, "front_corner", "calculated.ride_length_mm"),
            ("steering.caster_deg", 3.4, "caster", "caster_deg"),
            ("body.cg_height_mm", 742.0, "tip", "calculated.tip_deg"),
            ("front_suspension.hose_spare_mm", 30.0, "front_lines", "0.spare_mm"),
            ("rear_links.upper_frame_z_mm", 548.0, "links", "calculated.anti_squat_pct"),
        ],
    )
    def test_each(self, figure: str, value: float, result: str, place: str) -> None:
        guessed, measured = (
            replace(demo(0), figures={**demo(0).figures, figure: Figure(value, known)})
            for known in ("assumed", "measured")
        )
        wide, narrow = (getattr(stance_of(rig), result).off(place) for rig in (guessed, measured))
        assert 0 < narrow < wide

    def test_and_it_is_named_first_while_it_is_the_largest(self) -> None:
        rig = replace(
            demo(0), figures={**demo(0).figures, "points.front bumper.z_mm": Figure(452.0, "assumed", 60.0)}
        )
        share = next(iter(stance_of(rig).angles.doubt_from["approach.deg"]), None)
        assert share and share.path == "points.front bumper.z_mm" and share.share > 0.5


class TestTrimming:
    """A tyre far too large for its arch: the least that must go is enough, and a little less is not."""

    RIG = planned(demo(0), "tyre 37x12.50R17")

    def test_what_is_trimmed_by_the_least_clears(self) -> None:
        rooms = [room for room in front_cycle(self.RIG).rooms if room.trim_mm]
        assert rooms
        for room in rooms:
            assert room.least_mm < 0 and room.trim_mm
            trimmed = front_cycle(planned(self.RIG, f"trim {room.name} by {room.trim_mm:g}"))
            less = front_cycle(planned(self.RIG, f"trim {room.name} by {max(room.trim_mm - 2, 1):g}"))
            now, then = (next(r for r in c.rooms if r.name == room.name) for c in (trimmed, less))
            assert now.least_mm >= -0.05 and then.least_mm < now.least_mm + 1e-9
            assert now.trim_mm == 0

    def test_a_stop_that_much_longer_clears_too(self) -> None:
        for room in front_cycle(self.RIG).rooms:
            if not room.stop_mm:
                continue
            stopped = front_cycle(planned(self.RIG, f"bump-stops {math.ceil(room.stop_mm)} front"))
            now = next(r for r in stopped.rooms if r.name == room.name)
            assert now.least_mm > room.least_mm

    def test_what_clears_asks_for_nothing(self) -> None:
        for room in front_cycle(demo(0)).rooms:
            assert (room.trim_mm, room.stop_mm) == (0, 0) if room.least_mm >= 0 else room.trim_mm != 0

    def test_what_no_trimming_helps_says_so(self) -> None:
        gap = "radius arm"
        inside = with_figures(
            self.RIG, **{f"gaps.{gap}.x_mm": 0.0, f"gaps.{gap}.y_mm": 0.0, f"gaps.{gap}.z_mm": 0.0}
        )
        room = next(r for r in front_cycle(inside).rooms if r.name == gap)
        assert room.trim_mm is None and room.stop_mm is None and room.least_mm < -100


class TestSides:
    @pytest.mark.parametrize(
        ("kind", "fields", "path", "half"),
        [
            ("coil-spacers", {"thickness_mm": 30.0, "axle": "front"}, "front_suspension.spacer_mm", 15.0),
            ("blocks", {"thickness_mm": 38.0, "axle": "rear"}, "rear_suspension.block_mm", 19.0),
        ],
    )
    def test_one_side_alone_raises_the_middle_by_half(
        self, kind: str, fields: dict[str, Any], path: str, half: float
    ) -> None:
        both, left = (Change(kind=kind, fields={**fields, "side": side}) for side in ("both", "left"))
        whole, one = effect_of(both, {}), effect_of(left, {})
        assert whole[path].value == 2 * half and one[path].value == half
        at = path.split(".")[0]
        assert f"{at}.sides" not in whole and one[f"{at}.sides"].value == "unlike"
        assert title_of(left).endswith(", left only") and "only" not in title_of(both)

    def test_a_spring_on_one_side(self) -> None:
        change = Change(
            kind="springs",
            fields={"axle": "front", "free_length_mm": 430.0, "rate_n_per_mm": 36.0, "side": "right"},
        )
        effect = effect_of(change, {})
        assert effect["front_suspension.sides"].value == "unlike"
        assert title_of(change).endswith("right only")

    def test_a_made_thickness_is_known_to_half_a_millimetre(self) -> None:
        effect = effect_of(Change(kind="blocks", fields={"thickness_mm": 38.0, "axle": "rear"}), {})
        assert effect["rear_suspension.block_mm"].doubt == 0.5
        twice = effect_of(Change(kind="blocks", fields={"thickness_mm": 38.0, "axle": "rear"}), effect)  # type: ignore[arg-type]
        assert twice["rear_suspension.block_mm"].doubt == pytest.approx(math.hypot(0.5, 0.5))


class TestStraps:
    def test_a_strap_takes_droop_and_nothing_else(self) -> None:
        before, after = (
            stance_of(rig).front_shock.value for rig in (demo(0), planned(demo(0), "straps 25 front"))
        )
        assert before and after
        assert after.travel.droop_mm == pytest.approx(before.travel.droop_mm - 25)
        assert after.travel.bump_mm == before.travel.bump_mm and after.ride_mm == before.ride_mm
        hose, strapped = (
            stance_of(rig).front_lines.value for rig in (demo(0), planned(demo(0), "straps 25 front"))
        )
        assert hose and strapped and strapped[0].left_mm == pytest.approx(hose[0].left_mm + 25)

    def test_two_straps_add_up(self) -> None:
        rig = planned(demo(0), "straps 10 front", "straps 15 front")
        found = stance_of(demo(0)).front_shock.value
        here = stance_of(rig).front_shock.value
        assert found and here and here.travel.droop_mm == pytest.approx(found.travel.droop_mm - 25)

    def test_a_bump_stop_is_counted_once(self) -> None:
        found, here = (
            stance_of(r).front_shock.value for r in (demo(0), planned(demo(0), "bump-stops 20 front"))
        )
        assert found and here and here.travel.bump_mm == pytest.approx(found.travel.bump_mm - 20)


HERE = VehicleOnGround(
    2740, 369, 369, (Under("bumper", -790, 452), Under("guard", 1340, 286), Under("hitch", 3640, 418))
)
ROUGH = st.lists(st.tuples(st.floats(50, 900), st.floats(-200, 200)), min_size=1, max_size=6)


def ground(steps: list[tuple[float, float]]) -> Ground:
    x, corners = 0.0, [(0.0, 0.0)]
    for along, height in steps:
        x += along
        corners.append((x, height))
    return Ground.of(corners)


class TestCrossing:
    @given(ROUGH, st.floats(1, 150))
    @settings(max_examples=25)
    def test_points_that_stand_higher_never_come_closer(
        self, steps: list[tuple[float, float]], up: float
    ) -> None:
        low = drive(ground(steps), HERE, 20)
        raised = replace(HERE, points=tuple(replace(p, z_mm=p.z_mm + up) for p in HERE.points))
        high = drive(ground(steps), raised, 20)
        for one, other in zip(low.closest, high.closest, strict=True):
            assert other.clearance_mm >= one.clearance_mm - 1e-6
            assert other.clearance_mm <= one.clearance_mm + up + 25

    @given(ROUGH)
    @settings(max_examples=25)
    def test_the_centres_keep_their_distance_and_go_on(self, steps: list[tuple[float, float]]) -> None:
        poses = drive(ground(steps), HERE, 20).poses
        apart = [math.hypot(a - b, c - d) for a, b, c, d in
                 zip(poses.front_x, poses.rear_x, poses.front_z, poses.rear_z, strict=True)]  # fmt: skip
        assert apart == pytest.approx([2740] * len(apart), abs=1e-3)
        assert all(poses.front_x[1:] > poses.front_x[:-1]) and all(poses.rear_x < poses.front_x)

    @given(ROUGH)
    @settings(max_examples=15)
    def test_where_a_point_is_said_to_be_closest_it_is(self, steps: list[tuple[float, float]]) -> None:
        import numpy as np

        over = ground(steps)
        crossing = drive(over, HERE, 20)
        x, z = paths(
            crossing.poses,
            np.array([p.x_mm for p in HERE.points]),
            np.array([p.z_mm - 369 for p in HERE.points]),
        )
        for i, each in enumerate(crossing.closest):
            clear = z[:, i] - over.height(x[:, i])
            assert each.clearance_mm <= clear.min() + 1e-6
            assert each.ground_z_mm == pytest.approx(
                float(over.height(np.array([each.ground_x_mm]))[0]), abs=1e-6
            )
        assert crossing.tightest.clearance_mm == min(each.clearance_mm for each in crossing.closest)

    @given(st.floats(20, 360))
    @settings(max_examples=15)
    def test_a_ledge_driven_up_pitches_by_its_height(self, height: float) -> None:
        crossing = drive(Ground.of(corners_of("ledge", {"height_mm": height})), HERE, 20)
        assert crossing.blocked_at_mm is None
        assert crossing.max_pitch_deg == pytest.approx(math.degrees(math.asin(height / 2740)), abs=0.05)

    @given(st.floats(5, 80), st.floats(5, 80))
    @settings(max_examples=10)
    def test_a_larger_wheel_climbs_a_higher_ledge(self, one: float, other: float) -> None:
        assume(abs(one - other) > 2)
        small, large = sorted((one, other))
        reached = [
            largest("ledge", {}, replace(HERE, front_radius_mm=300 + r, rear_radius_mm=300 + r, points=(Under("high", 0, 900),))).size
            for r in (small, large)
        ]  # fmt: skip
        assert reached[0] is not None and reached[1] is not None and reached[0] < reached[1]

    def test_gaps_wider_than_the_wheelbase_and_steps_of_two_metres(self) -> None:
        wide = drive(
            Ground.of(corners_of("ditch", {"wide_mm": 6000, "deep_mm": 900, "side_deg": 30})), HERE, 20
        )
        assert wide.blocked_at_mm is None and wide.max_pitch_deg > 15
        high = drive(Ground.of([(0, 0), (0, 2000), (3000, 2000)]), HERE, 20)
        assert high.blocked_at_mm == pytest.approx(-369, abs=1e-3)

    def test_a_point_inside_a_tyre_is_a_point_all_the_same(self) -> None:
        inside = replace(HERE, points=(Under("hub", 0, 369),))
        assert drive(Ground.of([(0, 0)]), inside, 20).tightest.clearance_mm == pytest.approx(369)


class TestMissing:
    @pytest.mark.parametrize(
        ("gone", "result"),
        [
            ("body.front_track_mm", "tip"), ("body.wheelbase_mm", "tip"), ("front_suspension.bump_mm", "front_shock"),
            ("front_suspension.rate_n_per_mm", "front_corner"), ("steering.track_bar_mm", "bar"),
            ("steering.caster_deg", "caster"), ("rear_links.lower_axle_x_mm", "links"), ("body.rear_track_mm", "flex"),
            ("front_suspension.hose_spare_mm", "front_lines"), ("rear_suspension.shock_open_mm", "rear_shock"),
        ],
    )  # fmt: skip
    def test_a_result_names_the_figure_that_it_waits_for(self, gone: str, result: str) -> None:
        rig = demo(0)
        bare = replace(rig, figures={path: figure for path, figure in rig.figures.items() if path != gone})
        waits = getattr(stance_of(bare), result).waits_for
        assert waits is not None and waits.path == gone

    @pytest.mark.parametrize(
        ("figures", "result", "says"),
        [
            ({"steering.track_bar_mm": 220.0, "steering.track_bar_drop_mm": 300.0}, "bar", "does not reach"),
            ({"steering.arm_length_mm": 105.0, "steering.arm_drop_mm": 120.0}, "caster", "do not reach"),
            ({"front_suspension.shock_ride_mm": 700.0}, "front_shock", "does not go in"),
            ({"front_axle.unsprung_kg": 1400.0}, "front_corner", "more than the whole axle"),
            (
                {"rear_links.upper_axle_x_mm": 2095.0, "rear_links.upper_axle_z_mm": 548.0},
                "links",
                "one place",
            ),
        ],
    )
    def test_figures_that_cannot_be_together_are_said_plainly(
        self, figures: dict[str, float], result: str, says: str
    ) -> None:
        # Axle ends move with the tyres and frame ends with the springs: only as found can both be one place.
        waits = getattr(stance_of(with_figures(demo(0), **figures), "as-found"), result).waits_for
        assert waits is not None and waits.path is None and says in waits.label

    def test_no_underside_no_crossing(self) -> None:
        bare = replace(demo(0), points={}, changes=())
        assert work_out(moment(bare, "planned"), stands).value is None
        assert work_out(moment(bare, "planned"), asked_crossings, with_doubt=False).waits_for is not None

    def test_an_empty_rig_waits_for_everything_and_raises_nothing(self) -> None:
        nothing = Results(moment(Rig(name="bare"), "planned")).of(StanceResults)
        for name in (
            "front_corner",
            "front_shock",
            "front_lines",
            "bar",
            "caster",
            "links",
            "tip",
            "flex",
            "half_shafts",
        ):
            assert getattr(nothing, name).value is None, name


@given(st.floats(-40, 40), st.floats(-40, 40))
def test_links_that_lie_alike_meet_nowhere(rise: float, shift: float) -> None:
    link = {"frame": {"x_mm": 2000, "z_mm": 500}, "axle": {"x_mm": 2700, "z_mm": 500 + rise}}
    other = {"frame": {"x_mm": 2000 + shift, "z_mm": 380}, "axle": {"x_mm": 2700 + shift, "z_mm": 380 + rise}}
    got = calculations()["four-link"](
        {"upper": link, "lower": other, "wheelbase_mm": 2740, "cg_height_mm": 742}
    )
    assert got.ic_x_mm is None and got.anti_squat_pct == pytest.approx(-rise / 700 * 2740 / 742 * 100)


@given(st.floats(1000, 2000), st.floats(0, 15), st.floats(0, 15), st.floats(0.5, 5))
def test_more_flex_goes_further_up_the_ramp(track: float, front: float, rear: float, more: float) -> None:
    given_ = {"track_mm": track, "front_flex_deg": front, "rear_flex_deg": rear, "wheelbase_mm": 2740}
    less, further = (
        calculations()["articulation"]({**given_, "rear_flex_deg": rear + by}) for by in (0, more)
    )
    assert further.ramp_index > less.ramp_index
    assert further.ramp_distance_mm * math.sin(math.radians(20)) == pytest.approx(further.wheel_lift_mm)


@given(st.floats(500, 1200), st.floats(-150, 250), st.floats(-60, 120))
def test_what_arms_take_from_caster_they_give_to_the_pinion(length: float, drop: float, lift: float) -> None:
    assume(abs(drop) < length and abs(drop + lift) < length)
    got = calculations()["caster"](
        {"arm_length_mm": length, "drop_mm": drop, "lift_mm": lift, "caster_deg": 3.0}
    )
    assert got.pinion_up_deg == got.rotation_deg and got.caster_deg == pytest.approx(3.0 - got.rotation_deg)
    assert (got.rotation_deg > 0) == (lift > 0) or abs(lift) < 1e-6
    back = calculations()["caster"](
        {"arm_length_mm": length, "drop_mm": drop + lift, "lift_mm": -lift, "caster_deg": got.caster_deg}
    )
    assert back.caster_deg == pytest.approx(3.0)


def test_ask_writes_down_what_a_crossing_rests_on() -> None:
    ask = Ask(moment(demo(0), "planned"))
    stands(ask)
    assert {"body.wheelbase_mm", "points.case guard.z_mm"} <= set(ask.with_intermediates().here)


class TestTrimTyped:
    @pytest.mark.parametrize(
        ("typed", "what", "by"),
        [
            ("trim liner behind by 25", "liner behind", 25),
            ("trim 25 front bumper", "front bumper", 25),
            ("trim FRONT BUMPER by 1 in", "front bumper", 25.4),
            ("trim bumper end 2,5 cm", "bumper end", 25),
            ("trim 1 1/2 in case guard", "case guard", 38.1),
        ],
    )
    def test_a_place_is_named_as_the_rig_calls_it(self, typed: str, what: str, by: float) -> None:
        change = planned(demo(0), typed).changes[-1]
        assert change.fields["what"] == what and change.fields["by_mm"] == pytest.approx(by)

    @pytest.mark.parametrize(
        ("typed", "says"),
        [("trim liner by 25", "There is no point or place “liner”"), ("trim liner behind", "How far back")],
    )
    def test_what_is_not_there_is_refused_and_what_is_there_named(self, typed: str, says: str) -> None:
        with pytest.raises(Refused, match=says):
            planned(demo(0), typed)
