"""The codes of springs, shocks, links, half shafts, balance and ground: raised once, settled once."""

from dataclasses import replace
from typing import Any

import pytest

from jorvak.core.engine.moment import choosing
from jorvak.core.rig import Figure, Rig
from jorvak.core.stance.records import Profile
from tests.conftest import demo, planned, with_records
from tests.core.test_findings_table import found, noted, severities

SHOCK = "front_suspension__shock_"
SURE = {f"{SHOCK}ride_mm": 462.0, f"{SHOCK}closed_mm": 352.0, f"{SHOCK}open_mm": 570.0}


def sure(rig: Rig, **figures: Any) -> Rig:
    """Figures noted without any doubt."""
    paths = {key.replace("__", "."): Figure(value, "measured", 0.0) for key, value in figures.items()}
    return replace(rig, figures={**rig.figures, **paths})


def settles(rig: Rig, code: str) -> str:
    """The line that the first change offered for a finding is typed as; it must be one of the rig's own kinds."""
    return next(settle.draft.title for f in found(rig, code) for settle in f.settled_by if settle.draft)


class TestShocks:
    def test_too_long_closed_it_bottoms_until_a_stop_takes_the_travel(self, plover: Rig) -> None:
        rig = planned(sure(plover, **{**SURE, f"{SHOCK}closed_mm": 385.0}), "spacer 20 front")
        assert severities(rig, "shock-bottoms") == ["stop"]
        assert settles(rig, "shock-bottoms").startswith("bump stops +")
        assert severities(planned(rig, "bump-stops 25 front"), "shock-bottoms") == []

    def test_too_short_open_it_tops_out_until_straps_take_the_droop(self, plover: Rig) -> None:
        rig = planned(sure(plover, **{**SURE, f"{SHOCK}open_mm": 545.0}), "spacer 20 front")
        assert severities(rig, "shock-tops-out") == ["stop"]
        assert settles(rig, "shock-tops-out").startswith("straps")
        assert severities(planned(rig, "straps 45 front"), "shock-tops-out") == []
        assert severities(planned(rig, "shocks front 360 600"), "shock-tops-out") == []

    @pytest.mark.parametrize("stage", ["as-found", "today", "planned"])
    def test_as_found_too_it_is_judged_within_its_doubt(self, stage: str) -> None:
        # 14 mm left of the 10 that are wanted, by three lengths of ±3 and a lean.
        assert severities(demo(0), "shock-tops-out", stage)[:1] == ["measure"]
        sound = sure(demo(0), front_suspension__shock_open_mm=590.0, rear_suspension__shock_open_mm=580.0)
        assert severities(sound, "shock-tops-out", stage) == []


class TestSprings:
    def test_a_coil_that_comes_loose_is_held(self, plover: Rig) -> None:
        short = planned(sure(plover, front_suspension__droop_mm=160.0), "springs front 400 40")
        assert severities(short, "spring-unseats") == ["stop"]
        held = noted(short, front_suspension__spring_retained="yes")
        assert severities(held, "spring-unseats") == []

    def test_a_coil_that_binds_under_a_spacer(self, plover: Rig) -> None:
        bound = planned(plover, "spacer 60 front")
        assert severities(bound, "spring-coil-bound") == ["stop"]
        assert severities(planned(bound, "bump-stops 60 front"), "spring-coil-bound") == []

    def test_one_side_alone_wants_a_measured_reason(self, plover: Rig) -> None:
        for line in ("spacer 20 front side left", "spacer 20 front"):
            rig = planned(plover, "spacer 20 front")
            change = rig.changes[0].model_copy(
                update={"fields": {**rig.changes[0].fields, "side": "left" if "side" in line else "both"}}
            )
            uneven = replace(rig, changes=(change,))
            assert severities(uneven, "sides-unlike") == (["stop"] if "side" in line else [])
        sags = sure(uneven, body__front_left_ride_mm=470.0, body__front_right_ride_mm=492.0)
        one_side = replace(
            uneven, changes=(change.model_copy(update={"fields": {**change.fields, "side": "left"}}),)
        )
        assert severities(one_side, "sides-unlike") == ["stop"]
        assert severities(replace(sags, changes=one_side.changes), "sides-unlike") == []


class TestLinks:
    def test_a_bar_pulls_the_axle_aside_until_it_is_adjusted(self, plover: Rig) -> None:
        rig = planned(noted(plover, steering__track_bar="fixed"), "lift 60 front")
        assert severities(rig, "axle-pulled-sideways") == ["watch"]
        assert "set to" in next(s.text for s in found(rig, "axle-pulled-sideways")[0].settled_by)
        assert severities(planned(rig, "track-bar adjustable"), "axle-pulled-sideways") == []

    def test_bar_and_link_from_parallel(self, plover: Rig) -> None:
        apart = noted(plover, steering__drag_link_drop_mm=20.0)
        assert severities(apart, "bar-and-link-unlike") == ["watch"]
        assert severities(plover, "bar-and-link-unlike") == []

    def test_caster_below_its_limit_and_below_nothing(self, plover: Rig) -> None:
        rig = planned(plover, "lift 35 front")
        assert severities(rig, "caster-low") == ["watch"]
        assert severities(planned(rig, "arms 2"), "caster-low") == []
        assert severities(planned(plover, "lift 120 front"), "caster-low") == ["stop"]
        unlimited = noted(plover, steering__caster_low_deg=None)
        assert severities(planned(unlimited, "lift 20 front"), "caster-low") == []
        assert severities(planned(unlimited, "lift 40 front"), "caster-low") == ["watch"]
        its_range = noted(plover, steering__caster_low_deg=-3.0)
        assert severities(planned(its_range, "lift 60 front"), "caster-low") == []

    def test_terns_half_shafts_stop_until_the_droop_is_limited(self) -> None:
        tern = demo(2)
        assert severities(tern, "half-shaft-steep") == ["stop"]
        strapped = planned(tern, "straps 6 front")
        assert severities(strapped, "half-shaft-steep") == ["measure"]
        assert severities(planned(tern, "straps 40 front"), "half-shaft-steep") == []
        nobody_knows = noted(tern, half_shafts__inner_limit_deg=None, half_shafts__outer_limit_deg=None)
        steep = noted(nobody_knows, half_shafts__reach_mm=310.0)
        assert severities(steep, "half-shaft-steep")[0] == "measure"

    def test_a_strap_settles_the_ball_joints(self) -> None:
        tern = demo(2)
        assert severities(tern, "ball-joint-past-limit") == ["measure"]
        assert severities(planned(tern, "straps 34 front"), "ball-joint-past-limit") == []


class TestBalance:
    def test_weight_on_the_roof_tips_it_sooner(self, plover: Rig) -> None:
        high = planned(plover, "rack 160 kg at 1400")
        roof = tuple(c.model_copy(update={"mass_z_mm": 2000.0}) for c in high.changes)
        assert severities(replace(high, changes=roof), "tips-sooner") == ["watch"]
        assert severities(planned(replace(high, changes=roof), "spacers 30"), "tips-sooner") in (
            [],
            ["watch"],
        )
        low = tuple(c.model_copy(update={"mass_z_mm": 600.0}) for c in high.changes)
        assert severities(replace(high, changes=low), "tips-sooner") == []


class TestGround:
    def test_a_crossing_that_the_brief_asks_for_touches_until_tyres_are_larger(self) -> None:
        rig = choosing(demo(0), "40 mm", "A springs")
        assert [f.severity for f in found(rig, "touches-ground", "as-found") if "dyke" in f.text] == ["watch"]
        assert found(rig, "touches-ground") == []

    @pytest.mark.parametrize(("asked", "says"), [(True, ["watch"]), (False, [])])
    def test_only_what_is_asked_for_is_a_finding(self, plover: Rig, asked: bool, says: list[str]) -> None:
        wall = Profile(name="wall", corners=((0, 0), (0, 800)), asked=asked)
        assert severities(with_records(plover, profiles=(wall,)), "touches-ground") == says
