"""A front on two arms and a front that shakes, of a rig: findings raised and settled, missing, at the limit, too close."""

from typing import Any

import pytest

from jorvak.core.assess import assess
from jorvak.core.driveline.area import DrivelineResults
from jorvak.core.driveline.wobble import LIMITS
from jorvak.core.driveline.wobbling import TOLD
from jorvak.core.engine.areas import Results
from jorvak.core.engine.asking import Ask
from jorvak.core.engine.moment import moment
from jorvak.core.findings import Finding
from jorvak.core.rig import Rig
from jorvak.core.stance.area import StanceResults
from jorvak.core.stance.arms import poses
from jorvak.core.stance.double_arm import Arm, DoubleArmIn, double_arm
from tests.conftest import TODAY, planned
from tests.core.test_findings_table import noted

ARMS = {
    "front_arms__lower_inner_y_mm": 300.0, "front_arms__lower_inner_z_mm": 300.0,
    "front_arms__lower_outer_y_mm": 700.0, "front_arms__lower_outer_z_mm": 260.0,
    "front_arms__upper_inner_y_mm": 400.0, "front_arms__upper_inner_z_mm": 560.0,
    "front_arms__upper_outer_y_mm": 660.0, "front_arms__upper_outer_z_mm": 540.0,
}  # fmt: skip
ROD = {
    "front_arms__rod_inner_y_mm": 330.0, "front_arms__rod_inner_z_mm": 360.0,
    "front_arms__rod_outer_y_mm": 690.0, "front_arms__rod_outer_z_mm": 300.0, "front_arms__steer_arm_mm": 140.0,
}  # fmt: skip


@pytest.fixture
def open_car(plover: Rig) -> Rig:
    """An open car with arms in front: the demo's figures for all else."""
    return noted(plover, "measured", front_axle__build="independent", **ARMS, **ROD)


def raised(rig: Rig, code: str, stage: Any = "planned") -> list[Finding]:
    return [each for each in assess(rig, stage, on=TODAY).findings if each.code == code]


class TestArms:
    def test_as_found_they_are_what_the_calculation_says(self, open_car: Rig) -> None:
        result = Results(moment(open_car, "as-found")).of(StanceResults).front_arms
        assert result.value is not None
        by_hand = double_arm(
            DoubleArmIn(
                lower=Arm(inner=(300, 300), outer=(700, 260)), upper=Arm(inner=(400, 560), outer=(660, 540)),
                patch_y_mm=770, tie_rod=Arm(inner=(330, 360), outer=(690, 300)), arm_mm=140, bump_mm=85, droop_mm=95,
                step_mm=10,
            )
        )  # fmt: skip
        assert result.value.calculated == by_hand
        assert result.off("calculated.bump_steer_deg_per_100mm") > 0
        assert raised(open_car, "bump-steer", "as-found") == [] == raised(open_car, "camber-off", "as-found")

    def test_lifted_it_leans_and_steers_itself(self, open_car: Rig) -> None:
        lifted = planned(open_car, "lift front 110")
        camber, steer = raised(lifted, "camber-off"), raised(lifted, "bump-steer")
        assert [each.severity for each in (*camber, *steer)] == ["watch"] * 2
        assert "lean" in camber[0].text and camber[0].change == 1
        assert raised(planned(open_car, "lift front 0.5"), "camber-off") == []

    def test_too_close_says_what_to_measure(self, open_car: Rig) -> None:
        from dataclasses import replace

        lifted = planned(open_car, "lift front 90")
        result = Results(moment(lifted, "planned")).of(StanceResults).front_arms
        assert result.value is not None
        rough = {
            path: replace(figure, doubt=25.0) if path.startswith("front_arms.") else figure
            for path, figure in lifted.figures.items()
        }
        unsure = raised(replace(lifted, figures=rough), "camber-off")
        assert unsure and any(
            each.figure and each.figure.startswith("front_arms.") for each in unsure[0].settled_by
        )

    def test_without_the_rod_nothing_is_said_of_toe(self, plover: Rig) -> None:
        bare = noted(plover, "measured", **ARMS)
        value = Results(moment(bare, "planned")).of(StanceResults).front_arms.value
        assert value is not None and not value.has_rod and value.calculated.toe_at_ride_deg is None
        assert raised(planned(bare, "lift front 60"), "bump-steer") == []

    def test_without_a_joint_it_waits_for_it(self, plover: Rig) -> None:
        result = Results(moment(plover, "planned")).of(StanceResults).front_arms
        assert (
            result.value is None
            and result.waits_for
            and result.waits_for.path == "front_arms.lower_inner_y_mm"
        )

    def test_arms_that_do_not_get_there_cannot_be(self, open_car: Rig) -> None:
        far = noted(open_car, "measured", front_suspension__bump_mm=590.0)
        result = Results(moment(far, "as-found")).of(StanceResults).front_arms
        assert result.waits_for and result.waits_for.impossible and "they reach" in result.waits_for.label

    def test_each_pose_stands_at_its_travel(self, open_car: Rig) -> None:
        here = moment(planned(open_car, "lift front 30"), "planned")
        result = Results(here).of(StanceResults).front_arms.value
        assert result is not None
        through = poses(Ask(here))
        for pose, row in zip(through, result.calculated.travel, strict=True):
            assert pose.travel_mm == row.travel_mm
            # The patch stands so far up from the new ride, which is the lift below that as found.
            assert pose.patch[1] == pytest.approx(row.travel_mm - result.lift_mm, abs=1e-9)


class TestWobble:
    def test_of_a_rig_of_which_nothing_is_read_all_is_unknown(self, plover: Rig) -> None:
        found = Results(moment(plover, "planned")).of(DrivelineResults).wobble.value
        assert found is not None and set(found.order) == set(LIMITS)
        shaky = found.suspects
        # Its caster is measured: that is the one thing known.
        assert {each.suspect.name for each in shaky if each.suspect.state != "unknown"} == {"caster"}
        assert raised(plover, "wobble-suspect") == []

    def test_every_suspect_has_a_test_and_says_what_it_rules_out(self) -> None:
        assert set(TOLD) == set(LIMITS)
        assert all(told.test and told.rules_out for told in TOLD.values())

    @pytest.mark.parametrize(
        ("mm", "severity"), [(0.3, None), (0.5, "watch"), (0.8, "watch"), (1.5, "measure"), (1.7, "stop")]
    )
    def test_play_by_its_limit_and_three_times_it(self, plover: Rig, mm: float, severity: str | None) -> None:
        found = raised(noted(plover, "measured", play__tie_rod_mm=mm), "wobble-suspect")
        assert [each.severity for each in found] == ([severity] if severity else [])

    def test_put_right_and_read_again_it_is_gone(self, plover: Rig) -> None:
        worn = noted(plover, "measured", play__track_bar_mm=1.2)
        assert raised(worn, "wobble-suspect")
        assert raised(noted(worn, "measured", play__track_bar_mm=0.1), "wobble-suspect") == []

    @pytest.mark.parametrize(("toe", "raised_"), [(1.5, 0), (-0.5, 1), (4.0, 1), (3.02, 1)])
    def test_toe_out_or_too_far_in(self, plover: Rig, toe: float, raised_: int) -> None:
        found = raised(noted(plover, "measured", play__toe_mm=toe), "wobble-suspect")
        assert len(found) == raised_ and all(each.severity == "watch" for each in found)

    def test_hole_and_bolt_only_together(self, plover: Rig) -> None:
        assert raised(noted(plover, "measured", play__track_bar_hole_mm=12.6), "wobble-suspect") == []
        both = noted(plover, "measured", play__track_bar_hole_mm=12.6, play__track_bar_bolt_mm=12.0)
        (found,) = raised(both, "wobble-suspect")
        # Six tenths against two: three times its limit, and the ± of a calliper reaches over it.
        assert found.severity == "measure"
