"""What chapter 10 adds: arms through their travel, what shakes, chains of shelf parts, differentials, collars."""

import math
from typing import Any, ClassVar

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.calculation import Refused
from jorvak.core.calculations import calculations


def calc(name: str, **given: Any) -> dict[str, Any]:
    answer = calculations()[name].as_json(given)
    assert isinstance(answer, dict)
    return answer


def refused(name: str, **given: Any) -> Refused:
    with pytest.raises(Refused) as caught:
        calc(name, **given)
    return caught.value


ALIKE: dict[str, Any] = {
    "lower": {"inner": [300, 300], "outer": [700, 300]},
    "upper": {"inner": [300, 560], "outer": [700, 560]},
    "patch_y_mm": 760,
    "bump_mm": 80,
    "droop_mm": 80,
    "step_mm": 20,
}
ROD = {"tie_rod": {"inner": [300, 400], "outer": [700, 400]}, "arm_mm": 130}
UNLIKE = {
    **ALIKE,
    "lower": {"inner": [300, 300], "outer": [700, 260]},
    "upper": {"inner": [400, 560], "outer": [660, 540]},
}


class TestDoubleArm:
    def test_parallel_arms_alike_only_draw_the_wheel_in(self) -> None:
        found = calc("double-arm", **ALIKE, **ROD)
        for row in found["travel"]:
            up = row["travel_mm"]
            assert row["camber_deg"] == pytest.approx(0, abs=1e-9)
            # By hand: an arm of 400 that is up or down by this stands √(400² − up²) out.
            assert row["track_mm"] == pytest.approx(math.sqrt(400**2 - up**2) - 400, abs=1e-9)
            # A rod as long as the arms and parallel to them steers nothing.
            assert row["toe_deg"] == pytest.approx(0, abs=1e-9)
            # The arms point at nothing: the line from the patch runs parallel to them.
            slope = up / math.sqrt(400**2 - up**2)
            assert row["roll_centre_mm"] == pytest.approx(-slope * (760 + row["track_mm"]), abs=1e-6)
        assert found["bump_steer_deg_per_100mm"] == pytest.approx(0, abs=1e-6)

    def test_a_rod_half_as_long_steers_by_hand(self) -> None:
        rod = {"tie_rod": {"inner": [500, 400], "outer": [700, 400]}, "arm_mm": 130}
        row = calc("double-arm", **ALIKE, **rod)["travel"][-1]
        gives, carried = 500 + math.sqrt(200**2 - 80**2), 300 + math.sqrt(400**2 - 80**2)
        assert row["toe_deg"] == pytest.approx(math.degrees(math.asin((gives - carried) / 130)))
        ahead = calc("double-arm", **ALIKE, **{**rod, "arm_mm": -130})["travel"][-1]
        assert ahead["toe_deg"] == pytest.approx(-row["toe_deg"])

    @given(st.integers(-3, 3))
    def test_lifted_it_is_the_same_curve_from_another_place(self, steps: int) -> None:
        lift = 20.0 * steps
        as_found = {row["travel_mm"]: row for row in calc("double-arm", **UNLIKE, **ROD)["travel"]}
        lifted = calc("double-arm", **{**UNLIKE, "bump_mm": 20, "droop_mm": 20}, **ROD, lift_mm=lift)
        for row in lifted["travel"]:
            there = as_found.get(row["travel_mm"] - lift)
            if there is not None:
                for key in ("camber_deg", "track_mm", "toe_deg", "roll_centre_mm"):
                    assert row[key] == pytest.approx(there[key], abs=1e-7)

    @given(st.floats(-60, 60), st.floats(-60, 60), st.floats(-80, 80), st.floats(-60, 60))
    def test_the_upright_and_the_arms_keep_their_lengths(
        self, a: float, b: float, c: float, d: float
    ) -> None:
        from jorvak.core.stance.double_arm import DoubleArmIn, Linkage

        given = DoubleArmIn.model_validate(
            {**ALIKE, "lower": {"inner": [300, 300 + a], "outer": [700, 260 + b]},
             "upper": {"inner": [400 + c, 560], "outer": [660, 540 + d]}}
        )  # fmt: skip
        linkage = Linkage(given)
        for travel in (-60.0, -20.0, 0.0, 35.0):
            upright = linkage.at_travel(travel)
            if upright is None:
                continue
            upper = linkage.carried(upright, given.upper.outer)
            assert linkage.travel_mm(upright) == pytest.approx(travel, abs=1e-9)
            assert math.dist(upright.joint, given.lower.inner) == pytest.approx(
                math.dist(given.lower.outer, given.lower.inner)
            )
            assert math.dist(upper, given.upper.inner) == pytest.approx(
                math.dist(given.upper.outer, given.upper.inner)
            )

    @pytest.mark.parametrize(
        ("change", "field"),
        [
            ({"lift_mm": 700}, "lift_mm"),
            ({"lift_mm": -700}, "lift_mm"),
            ({"bump_mm": 700}, "bump_mm"),
            ({"droop_mm": 700}, "droop_mm"),
            ({"tie_rod": ROD["tie_rod"]}, "arm_mm"),
            ({"arm_mm": 100}, "tie_rod"),
            ({**ROD, "arm_mm": 0}, "arm_mm"),
            ({"lower": {"inner": [700, 300], "outer": [700, 300]}}, "lower.outer"),
            ({"upper": {"inner": [400, 560], "outer": [700, 260]}}, "upper.outer"),
        ],
    )
    def test_arms_that_cannot_close_are_refused(self, change: dict[str, Any], field: str) -> None:
        fault = refused("double-arm", **{**UNLIKE, **change})
        assert fault.field == field

    def test_how_far_it_reaches_is_said_and_is_true(self) -> None:
        reach = int(refused("double-arm", **{**UNLIKE, "bump_mm": 700}).message.split(" mm")[0].split()[-1])
        assert calc("double-arm", **{**UNLIKE, "bump_mm": reach - 1})["travel"]
        assert refused("double-arm", **{**UNLIKE, "bump_mm": reach + 1}).field == "bump_mm"

    def test_both_ends_and_every_step_between(self) -> None:
        rows = calc("double-arm", **{**ALIKE, "bump_mm": 33, "droop_mm": 25, "step_mm": 10})["travel"]
        assert [row["travel_mm"] for row in rows] == [-25, -20, -10, 0, 10, 20, 30, 33]
        assert len(calc("double-arm", **{**ALIKE, "bump_mm": 0, "droop_mm": 0})["travel"]) == 1


class TestWobble:
    def states(self, **given: Any) -> dict[str, tuple[float | None, str]]:
        return {row["name"]: (row["times"], row["state"]) for row in calc("wobble", **given)["suspects"]}

    def test_nothing_read_is_all_unknown_and_the_damper_last(self) -> None:
        suspects = calc("wobble")["suspects"]
        assert {row["state"] for row in suspects} == {"unknown"}
        assert suspects[-1]["name"] == "damper"

    @pytest.mark.parametrize(
        ("given", "name", "times", "state"),
        [
            ({"play_mm": {"tie_rod": 0.5}}, "tie_rod", 1.0, "within"),
            ({"play_mm": {"tie_rod": 0.51}}, "tie_rod", 1.02, "beyond"),
            ({"hole_mm": 12.6, "bolt_mm": 12}, "track_bar_hole", 3.0, "beyond"),
            ({"hole_mm": 12, "bolt_mm": 12.1}, "track_bar_hole", -0.5, "within"),
            ({"caster_deg": 2, "caster_low_deg": 3}, "caster", 1.5, "beyond"),
            ({"caster_deg": -1, "caster_low_deg": 3}, "caster", None, "beyond"),
            ({"caster_deg": 3, "caster_low_deg": 3}, "caster", 1.0, "within"),
            ({"toe_total_mm": -0.5}, "toe", 0.5 / 3, "beyond"),
            ({"toe_total_mm": 3}, "toe", 1.0, "within"),
            ({"balance_g": 0}, "balance", 0.0, "within"),
        ],
    )
    def test_each_against_its_limit(self, given: Any, name: str, times: float | None, state: str) -> None:
        found = self.states(**given)[name]
        assert found[1] == state
        assert found[0] is None if times is None else found[0] == pytest.approx(times)

    @given(
        st.dictionaries(
            st.sampled_from(["track_bar", "drag_link", "tie_rod", "ball_joints", "bearings"]), st.floats(0, 4)
        )
    )
    def test_beyond_first_then_unknown_then_within(self, play: dict[str, float]) -> None:
        suspects = calc("wobble", play_mm=play)["suspects"]
        rank = {"beyond": 0, "unknown": 1, "within": 2}
        order = [(rank[row["state"]], -(row["times"] or 0)) for row in suspects]
        assert order == sorted(order)
        assert len(suspects) == 11

    def test_one_of_two_that_go_together_is_refused(self) -> None:
        assert refused("wobble", hole_mm=12).field == "bolt_mm"
        assert refused("wobble", caster_low_deg=3).field == "caster_deg"


def flange(circle: float, thread: str | None = "M10x1.25") -> dict[str, Any]:
    return {"kind": "flange", "bolt_circle_mm": circle, "bolt_count": 4, "pilot_mm": 60, "thread": thread}


class TestChain:
    ENDS: ClassVar = {"from": flange(80), "to": flange(100)}

    def test_by_hand(self) -> None:
        parts = [
            {"name": "shaft", "a": flange(90), "b": flange(80), "length_mm": 400, "price": 100},
            {"name": "adapter", "a": flange(90), "b": flange(100), "length_mm": 50, "price": 20},
            {"name": "cheap", "a": flange(90, None), "b": flange(100), "length_mm": 52, "price": 1},
        ]
        chains = calc("chain", **self.ENDS, length_mm=450, parts=parts)["chains"]
        assert [[(p["name"], p["turned"]) for p in each["parts"]] for each in chains] == [
            [("shaft", True), ("adapter", False)],
            [("shaft", True), ("cheap", False)],
        ]
        # Nobody knows one thread: dearer and known stands before cheaper and unknown.
        assert [(each["price"], each["unknown"]) for each in chains] == [(120, 0), (101, 1)]
        assert calc("chain", **self.ENDS, length_mm=460, parts=parts)["chains"] == []
        assert calc("chain", **self.ENDS, length_mm=450, parts=parts, at_most=1)["chains"] == []
        assert calc("chain", **self.ENDS, length_mm=450, parts=[])["chains"] == []

    @given(
        st.lists(
            st.tuples(st.sampled_from([80, 90, 100]), st.sampled_from([80, 90, 100]), st.integers(1, 9)),
            max_size=6,
        )
    )
    def test_every_chain_joins_and_is_as_long_as_asked(self, drawn: list[tuple[int, int, int]]) -> None:
        parts = [
            {"name": f"{k}", "a": flange(a), "b": flange(b), "length_mm": 10.0 * long, "price": long}
            for k, (a, b, long) in enumerate(drawn)
        ]
        by_name: dict[str, Any] = {str(part["name"]): part for part in parts}
        for each in calc("chain", **self.ENDS, length_mm=100, parts=parts, length_tolerance_mm=0)["chains"]:
            meets = 80
            for link in each["parts"]:
                part = by_name[link["name"]]
                near, far = (part["b"], part["a"]) if link["turned"] else (part["a"], part["b"])
                assert near["bolt_circle_mm"] == meets
                meets = far["bolt_circle_mm"]
            assert meets == 100
            assert sum(by_name[link["name"]]["length_mm"] for link in each["parts"]) == pytest.approx(100)
            assert len({link["name"] for link in each["parts"]}) == len(each["parts"])

    @pytest.mark.parametrize(
        ("change", "field"),
        [
            ({"to": {"kind": "glue"}}, "to.kind"),
            ({"from": {"kind": "other"}}, "from"),
            ({"parts": [{"name": "a", "a": flange(1), "b": flange(2), "length_mm": 1}] * 2}, "parts.1.name"),
            ({"parts": [{"name": "a", "a": flange(1), "b": {"kind": "other"}, "length_mm": 1}]}, "parts.0.b"),
            ({"at_most": 0}, "at_most"),
        ],
    )
    def test_a_face_that_is_none_is_refused(self, change: dict[str, Any], field: str) -> None:
        assert refused("chain", **{**self.ENDS, "length_mm": 100, "parts": [], **change}).field == field


class TestOthers:
    @given(st.floats(0, 1), st.floats(0, 1), st.floats(1, 6))
    def test_more_lock_never_puts_down_less(self, left: float, right: float, bias: float) -> None:
        at = {"axle_kg": 1000, "friction_left": left, "friction_right": right, "radius_mm": 380, "bias": bias}
        force = {
            kind: calc("locks", kind=kind, **at)["force_n"]
            for kind in ("open", "traction-aid", "limited-slip", "selectable", "locked")
        }
        assert force["open"] <= force["limited-slip"] + 1e-9
        assert force["open"] <= force["traction-aid"] + 1e-9
        assert max(force.values()) <= force["locked"] + 1e-9
        assert force["selectable"] == force["locked"]

    def test_ice_under_one_wheel_by_hand(self) -> None:
        # 1000 kg: 4903.3 N a wheel; 0.8 and 0.1: open 980.7, locked 4412.99, limited slip 490.3·3.5 = 1716.2.
        at = {"axle_kg": 1000, "friction_left": 0.8, "friction_right": 0.1, "radius_mm": 400}
        assert calc("locks", kind="open", **at)["force_n"] == pytest.approx(980.665)
        assert calc("locks", kind="limited-slip", **at)["force_n"] == pytest.approx(1716.16, abs=0.01)
        assert calc("locks", kind="traction-aid", **at)["torque_nm"] == pytest.approx(0.85 * 4412.9925 * 0.4)
        assert calc("locks", kind="locked", **{**at, "axle_kg": 0})["share_pct"] is None

    def test_a_collar_and_a_bolt(self) -> None:
        assert calc("spring-collar", kind="collar", step_mm=10, motion_ratio=0.5)["ride_mm"] == 20
        assert calc("spring-collar", kind="collar", step_mm=-10)["ride_mm"] == -10
        assert calc("spring-collar", kind="rod", turns=4, pitch_mm=1.5, lever=5)["ride_mm"] == 30
        assert refused("spring-collar", kind="rod", turns=4, pitch_mm=1.5).field == "lever"
        assert (
            refused("spring-collar", kind="rod", turns=4, pitch_mm=1.5, lever=5, step_mm=1).field == "step_mm"
        )
        assert refused("spring-collar", kind="collar").field == "step_mm"

    @given(st.floats(0, 200))
    def test_twice_as_fast_pulls_four_times(self, speed: float) -> None:
        at = {"mass_g": 30, "rim_mm": 430, "rolling_radius_mm": 370}
        slow, fast = calc("balance", speed_kmh=speed, **at), calc("balance", speed_kmh=2 * speed, **at)
        assert fast["force_n"] == pytest.approx(4 * slow["force_n"])
        assert fast["hz"] == pytest.approx(2 * slow["hz"])
