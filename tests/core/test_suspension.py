"""Springs, shocks, links, half shafts, balance: what must hold, what is refused, and on the demo builds."""

import math
from dataclasses import replace
from typing import Any

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from jorvak.core.calculation import Refused
from jorvak.core.calculations import calculations
from jorvak.core.driveline.shafts import shaft_at
from jorvak.core.engine.areas import Results
from jorvak.core.engine.asking import Ask
from jorvak.core.engine.moment import choosing, laden, moment
from jorvak.core.engine.result import work_out
from jorvak.core.quantities import METRIC
from jorvak.core.rig import Figure, Rig
from jorvak.core.stance.across import asked_crossings, drive_over, stances, stands, thinned
from jorvak.core.stance.area import StanceResults
from jorvak.core.stance.balance import centre_of_gravity, weighed
from jorvak.core.stance.crossing import drive
from jorvak.core.stance.cycling import cycle
from jorvak.core.stance.ground import Ground
from jorvak.core.stance.obstacles import OBSTACLES, corners_of, largest
from jorvak.core.stance.ranking import ranked
from jorvak.core.stance.records import Profile
from jorvak.core.stance.ways import level_when_loaded_mm, ways_up
from tests.conftest import demo, nothing_aboard, on_springs, planned, with_records


def calculate(name: str, **given_: Any) -> Any:
    return calculations()[name](given_)


SPRING = {"free_length_mm": 415, "rate_n_per_mm": 34, "sprung_kg": 452}
SHOCK = {"ride_length_mm": 462, "closed_length_mm": 352, "open_length_mm": 570,
         "bump_travel_mm": 85, "droop_travel_mm": 95}  # fmt: skip
HALF = {"reach_mm": 372, "drop_mm": 28}
WEIGHED = {"wheelbase_mm": 2740, "total_kg": 2065, "front_level_kg": 1090, "front_raised_kg": 1130,
           "raise_mm": 420, "front_radius_mm": 369, "rear_radius_mm": 369}  # fmt: skip
LINK = {"frame": {"x_mm": 2000, "z_mm": 500}, "axle": {"x_mm": 2700, "z_mm": 520}}


@pytest.mark.parametrize(
    ("name", "given_", "field"),
    [
        ("spring", {**SPRING, "free_length_mm": 0}, "free_length_mm"),
        ("spring", {**SPRING, "sprung_kg": -1}, "sprung_kg"),
        ("shock", {**SHOCK, "ride_length_mm": 580}, "ride_length_mm"),
        ("shock", {**SHOCK, "open_length_mm": 340}, "open_length_mm"),
        ("track-bar", {"length_mm": 860, "drop_mm": 900, "lift_mm": 0}, "drop_mm"),
        ("track-bar", {"length_mm": 860, "drop_mm": 60, "lift_mm": 810}, "lift_mm"),
        ("caster", {"arm_length_mm": 905, "drop_mm": 70, "lift_mm": 900, "caster_deg": 3}, "lift_mm"),
        ("half-shaft", {**HALF, "reach_mm": 0}, "reach_mm"),
        ("four-link", {"upper": LINK, "lower": {"frame": LINK["axle"], "axle": LINK["axle"]},
                       "wheelbase_mm": 2740, "cg_height_mm": 700}, "lower"),
        ("tilt", {"track_mm": 0, "cg_height_mm": 700}, "track_mm"),
        ("cg-height", {**WEIGHED, "front_raised_kg": 1090}, "front_raised_kg"),
        ("cg-height", {**WEIGHED, "front_level_kg": 2100}, "front_level_kg"),
        ("cg-height", {**WEIGHED, "raise_mm": 2740}, "raise_mm"),
        ("articulation", {"track_mm": 1540, "front_flex_deg": 8, "rear_flex_deg": 9, "wheelbase_mm": 2740,
                          "ramp_deg": 0}, "ramp_deg"),
    ],
)  # fmt: skip
def test_refuses(name: str, given_: dict[str, Any], field: str) -> None:
    with pytest.raises(Refused) as refused:
        calculations()[name](given_)
    assert refused.value.field == field and refused.value.message.endswith(".")


@given(st.floats(100, 900), st.floats(10, 90), st.floats(0, 300))
def test_more_mass_sits_lower_and_swings_slower(kg: float, rate: float, added: float) -> None:
    light, heavy = (calculate("spring", **{**SPRING, "sprung_kg": kg, "rate_n_per_mm": rate, "added_kg": more})
                    for more in (0, added))  # fmt: skip
    assert heavy.ride_length_mm <= light.ride_length_mm and heavy.frequency_hz <= light.frequency_hz
    assert light.ride_length_mm - heavy.ride_length_mm == pytest.approx(heavy.sag_mm, abs=1e-6)


@given(st.floats(0, 200), st.floats(0, 200), st.floats(0.4, 1.2), st.floats(0, 40))
def test_what_a_shock_asks_for_leaves_its_spare(bump: float, droop: float, ratio: float, lean: float) -> None:
    given_ = {
        **SHOCK,
        "bump_travel_mm": bump,
        "droop_travel_mm": droop,
        "motion_ratio": ratio,
        "lean_deg": lean,
    }
    got = calculate("shock", **given_)
    taken = {
        **given_,
        "bump_travel_mm": max(bump - got.extend_bump_stop_mm, 0),
        "droop_travel_mm": max(droop - got.limit_droop_mm, 0),
    }
    again = calculate("shock", **taken)
    assert again.bump_left_mm >= 10 - 1e-6 and again.droop_left_mm >= 10 - 1e-6
    assert got.ok == (got.extend_bump_stop_mm < 1e-9 and got.limit_droop_mm < 1e-9)


@given(st.floats(400, 1200), st.floats(-300, 300), st.floats(-80, 120))
def test_a_bar_of_the_length_it_asks_for_puts_the_axle_back(length: float, drop: float, lift: float) -> None:
    assume(abs(drop) < length and abs(drop + lift) < length)
    got = calculate("track-bar", length_mm=length, drop_mm=drop, lift_mm=lift)
    across = math.sqrt(length**2 - drop**2)
    assert math.sqrt(got.recentre_length_mm**2 - (drop + lift) ** 2) == pytest.approx(across)


@given(st.floats(-60, 150), st.floats(0, 120), st.floats(0, 40))
def test_more_droop_never_bends_a_half_shaft_less(drop: float, droop: float, steer: float) -> None:
    less, more = (calculate("half-shaft", **{**HALF, "drop_mm": drop, "droop_travel_mm": d, "steer_deg": steer})
                  for d in (droop, droop + 10))  # fmt: skip
    assert more.inner_worst_deg >= less.inner_worst_deg - 1e-9
    assert more.outer_worst_deg >= max(steer, more.inner_worst_deg) - 1e-9


@given(st.floats(500, 1100), st.floats(100, 700))
def test_weighing_finds_the_height_that_it_was_made_from(height: float, raised: float) -> None:
    """The front wheels' load on a slope, by moments about the rear contact: worked back by the calculation."""
    wheelbase, total, radius, behind = 2740.0, 2065.0, 369.0, 1294.0
    turn = math.asin(raised / wheelbase)
    front = total * ((wheelbase - behind) + (height - radius) * math.tan(turn)) / wheelbase
    level = total * (wheelbase - behind) / wheelbase
    assume(front > level and level < total)
    got = calculate(
        "cg-height", **{**WEIGHED, "front_level_kg": level, "front_raised_kg": front, "raise_mm": raised}
    )
    assert got.cg_height_mm == pytest.approx(height) and got.cg_behind_front_mm == pytest.approx(behind)


@given(st.floats(1000, 2200), st.floats(400, 1500), st.floats(1, 200))
def test_a_higher_centre_tips_sooner(track: float, height: float, more: float) -> None:
    low, high = (calculate("tilt", track_mm=track, cg_height_mm=h).tip_deg for h in (height, height + more))
    assert high < low


def springs(rig: Rig) -> Rig:
    return choosing(rig, "40 mm", "A springs")


def of(rig: Rig, stage: Any = "planned") -> StanceResults:
    return Results(moment(rig, stage)).of(StanceResults)


class TestOnTheDemos:
    def test_plover_on_springs(self) -> None:
        got = of(on_springs())
        assert got.caster.value and got.bar.value and got.front_shock.value
        assert got.caster.value.caster_deg - got.caster.value.gained_deg == pytest.approx(1.45, abs=0.005)
        assert got.bar.value.calculated.side_shift_mm == pytest.approx(3.2, abs=0.05)
        # Stops stay put: what is left of the stroke is what it was.
        found = of(demo(0), "as-found").front_shock.value
        assert found and got.front_shock.value.calculated.bump_left_mm == pytest.approx(
            found.calculated.bump_left_mm
        )
        links = got.links.value
        assert (
            links and links.calculated.anti_squat_pct is not None and links.anti_squat_height_mm is not None
        )
        assert links.anti_squat_height_mm / links.cg_height_mm == pytest.approx(
            links.calculated.anti_squat_pct / 100
        )

    def test_terns_half_shafts(self) -> None:
        found, here = of(demo(2), "as-found").half_shafts.value, of(demo(2)).half_shafts.value
        assert found and here
        assert found.calculated.droop_deg == pytest.approx(16.0, abs=0.05)
        assert here.calculated.droop_deg == pytest.approx(20.7, abs=0.05)
        assert 5 < here.limit_droop_mm < 6
        strapped = of(planned(demo(2), "straps 6 front")).half_shafts.value
        assert strapped and strapped.calculated.ok and strapped.calculated.inner_left_deg < 0.15

    def test_a_strut_spacer_leaves_droop_whole_and_a_coil_spacer_does_not(self) -> None:
        tern, plover = demo(2), springs(demo(0))
        assert (
            of(tern).half_shafts.value.calculated.droop_deg
            > of(tern).half_shafts.value.calculated.ride_deg + 10
        )
        lifted = of(planned(plover, "spacer 30 front")).front_shock.value
        before = of(plover).front_shock.value
        assert lifted and before
        assert lifted.travel.droop_mm == pytest.approx(before.travel.droop_mm - 30)
        assert lifted.travel.bump_mm == pytest.approx(before.travel.bump_mm + 30)

    def test_tip_without_changes_is_as_found_and_weight_on_the_roof_tips_sooner(self) -> None:
        found = of(demo(0), "as-found").tip.value
        assert found and found.lost_deg == pytest.approx(0, abs=1e-9)
        roof = planned(demo(0), "rack 60 kg at 1400")
        high = replace(roof, changes=tuple(
            c.model_copy(update={"mass_z_mm": 1950.0}) if c.kind == "rack" else c for c in roof.changes))  # fmt: skip
        assert of(high).tip.value.calculated.tip_deg < of(roof).tip.value.calculated.tip_deg

    def test_a_lift_raises_the_centre_of_gravity_by_less_than_itself(self) -> None:
        low, high = (centre_of_gravity(Ask(moment(rig, "planned"))) for rig in (demo(0), springs(demo(0))))
        lift = of(springs(demo(0))).lift.value
        assert lift and 0 < high.height_mm - low.height_mm < lift.front.frame_rise_mm

    def test_no_scales_no_weighing_and_one_scale_twice(self) -> None:
        here = moment(demo(0), "today")
        height, off = weighed(here, 1090, 1130, 420)
        assert (
            height == pytest.approx(calculate("cg-height", **WEIGHED).cg_height_mm, abs=1) and 10 < off < 40
        )
        with pytest.raises(Refused, match="weigh again"):
            weighed(here, 1090, 1080, 420)
        with pytest.raises(Refused, match="waits for"):
            weighed(moment(replace(demo(0), figures={}), "as-found"), 1090, 1130, 420)

    def test_without_a_height_the_usual_share_stands_in_with_its_doubt(self) -> None:
        tip = of(demo(1), "as-found").tip
        assert (
            tip.value and tip.value.centre.assumed and tip.value.centre.height_mm == pytest.approx(0.4 * 1885)
        )
        assert tip.off("calculated.tip_deg") > 3


class TestLoaded:
    def test_crew_and_goods_sag_the_springs_and_nothing_else(self) -> None:
        here = moment(demo(0), "planned")
        with_load = laden(here)
        empty, full = (work_out(m, stands).value for m in (here, with_load))
        assert empty and full
        assert all(b.z_mm <= a.z_mm + 1e-9 for a, b in zip(empty.points, full.points, strict=True))
        assert full.points[0].z_mm < empty.points[0].z_mm - 1
        assert of(demo(0)).under_differentials_mm.value == pytest.approx(25.99, abs=0.01)

    def test_without_anything_aboard_it_is_the_same(self) -> None:
        bare = nothing_aboard(demo(0))
        bare = replace(bare, changes=tuple(c for c in bare.changes if c.kind not in ("tank", "storage")))
        here = moment(bare, "planned")
        assert work_out(laden(here), stands).value == work_out(here, stands).value

    def test_one_touch_that_only_the_loaded_stance_has(self) -> None:
        rig = demo(0)
        profile = next(p for p in rig.all(Profile) if p.name == "old railway bank")
        touches = {
            name: [
                t.name
                for t in drive_over(at, Ground.of(profile.corners), 10).value.closest
                if t.clearance_mm < 0
            ]
            for name, at in stances(rig, "planned").items()
        }
        assert touches == {"found": [], "today": [], "here": [], "loaded": ["case guard"]}


class TestGround:
    def test_the_demos_ridge(self) -> None:
        ridge = Ground.of(corners_of("ridge", {"side_deg": 13}))
        clear = {}
        tyres_only = replace(demo(0), changes=tuple(c for c in demo(0).changes if c.kind == "tyres"))
        for name, rig in (
            ("found", replace(demo(0), changes=())),
            ("tyres", tyres_only),
            ("A", on_springs()),
        ):
            here = work_out(moment(rig, "planned"), stands).value
            assert here
            clear[name] = next(
                c.clearance_mm for c in drive(ridge, here, 10).closest if c.name == "case guard"
            )
        assert clear == pytest.approx({"found": -20, "tyres": 6, "A": 35}, abs=1)

    @pytest.mark.parametrize("kind", OBSTACLES)
    def test_the_largest_passes_and_a_little_more_does_not(self, kind: str) -> None:
        here = work_out(moment(demo(0), "as-found"), stands).value
        assert here
        found = largest(kind, {}, here)
        key = OBSTACLES[kind].searched.key
        assert found.size is not None
        for more, passes in ((0.99, True), (1.03, False)):
            crossing = drive(Ground.of(corners_of(kind, {key: found.size * more})), here, 20)
            assert (crossing.tightest.clearance_mm >= -0.5 and crossing.blocked_at_mm is None) == passes

    def test_sizes_that_cannot_be(self) -> None:
        for kind, sizes, field in (("moat", {}, "kind"), ("ledge", {"height_mm": 9000.0}, "height_mm")):
            with pytest.raises(Refused) as refused:
                corners_of(kind, sizes)
            assert refused.value.field == field

    def test_of_too_many_points_the_highest_stay(self) -> None:
        many = [(float(i), 500.0 if i == 77_777 else 0.0) for i in range(200_000)]
        kept, fewer = thinned(many)
        assert fewer and len(kept) <= 4000 and (77_777.0, 500.0) in kept
        assert kept[0] == many[0] and kept[-1] == many[-1] and thinned(many[:10]) == (tuple(many[:10]), False)

    def test_a_points_own_doubt_decides_whether_it_can_be_called(self) -> None:
        # Under the load of two people with their luggage in a heap.
        heap = {"aims.crew_kg": Figure(158.0), "aims.goods_kg": Figure(110.0)}
        rig = nothing_aboard(demo(0))
        rig = replace(rig, figures={**rig.figures, **heap})
        bank = next(p for p in rig.all(Profile) if p.name == "old railway bank")
        result = drive_over(laden(moment(rig, "planned")), Ground.of(bank.corners), 10).value
        assert result and result.closest[0].name == "case guard"
        assert result.closest[0].verdict == "too close to call" and result.closest[0].off_mm > 5
        assert result.closest[-1].verdict == "clear"


class TestRanking:
    def test_raising_the_point_by_what_is_said_gives_the_angle(self) -> None:
        here = work_out(moment(demo(0), "planned"), stands).value
        assert here
        for which, wanted in (("approach", 38.0), ("departure", 31.0), ("breakover", 29.0)):
            for point in ranked(here, which, wanted):  # type: ignore[arg-type]
                raised = replace(here, points=tuple(
                    replace(p, z_mm=p.z_mm + point.up_mm) if p.name == point.name else p for p in here.points))  # fmt: skip
                now = next(p for p in ranked(raised, which) if p.name == point.name)  # type: ignore[arg-type]
                assert now.deg >= wanted - 1e-6 or point.up_mm == 0
        with pytest.raises(Refused):
            ranked(here, "approach", 0.0)

    def test_the_first_is_that_which_decides(self) -> None:
        got = of(demo(0)).angles.value
        here = work_out(moment(demo(0), "planned"), stands).value
        assert got and here and got.approach
        first = ranked(here, "approach")[0]
        assert (first.name, first.deg) == (got.approach.at, pytest.approx(got.approach.deg))


class TestWays:
    def test_every_way_reaches_what_is_asked(self) -> None:
        for rig, ends in ((demo(0), (50, 40)), (demo(1), (30, 30)), (demo(2), (20, 30))):
            for way in ways_up(rig, "planned", *ends, METRIC):
                if way.draft is not None and way.reached_mm is not None:
                    assert way.reached_mm == pytest.approx(way.wanted_mm, abs=1.0), way.name

    def test_level_with_its_load(self) -> None:
        rig = demo(0)
        rear = level_when_loaded_mm(rig, "planned", 50)
        assert rear is not None
        lifted = planned(rig, "lift 50 front", f"lift {rear:.2f} rear")
        here = laden(moment(lifted, "planned"))
        rises = Results(here).of(StanceResults).lift.value
        assert rises
        rake = here.here["body.rake_to_mm"].value - here.here["body.rake_from_mm"].value
        assert rake + rises.rear.frame_rise_mm - rises.front.frame_rise_mm == pytest.approx(0, abs=0.1)
        assert level_when_loaded_mm(replace(rig, figures={}), "planned", 50) is None


class TestCycling:
    def test_the_least_room_is_that_of_the_finding(self) -> None:
        rig = springs(demo(0))
        here = moment(rig, "planned")
        front = work_out(here, lambda ask: cycle(ask, "front", shaft_at), with_doubt=False).value
        rooms = Results(here).of(StanceResults).room.value
        assert front and rooms
        for room in front.rooms:
            known = next(r.room for r in rooms if r.name == room.name)
            assert known and room.least_mm == pytest.approx(known.gap_mm, abs=0.1)
        assert front.ups_mm[0] == pytest.approx(-of(rig).front_shock.value.travel.droop_mm, abs=0.01)
        assert any("liner behind" in event.what for event in front.events)

    def test_terns_half_shaft_is_an_event(self) -> None:
        rig = demo(2)
        front = work_out(
            moment(rig, "planned"),
            lambda ask: cycle(ask, "front", shaft_at),
            with_doubt=False,
        ).value
        assert front and front.half_shaft_deg and max(front.half_shaft_deg) == pytest.approx(20.7, abs=0.05)
        assert [event.what for event in front.events if event.bad] == ["half shaft bends beyond 20°"]

    def test_it_says_what_it_waits_for(self) -> None:
        assert work_out(
            moment(demo(1), "planned"), lambda ask: cycle(ask, "front", shaft_at), with_doubt=False
        ).waits_for


def test_a_crossing_that_the_brief_asks_for() -> None:
    rig = with_records(demo(0), profiles=(Profile(name="wall", corners=((0, 0), (0, 900)), asked=True),))
    asked = work_out(moment(rig, "planned"), asked_crossings, with_doubt=False).value
    assert asked and asked[0].blocked and asked[0].name == "wall"
