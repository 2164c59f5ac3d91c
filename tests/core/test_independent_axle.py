"""Lines of shafts to an independent axle, whose differential hangs on the frame."""

from dataclasses import replace

import pytest

from jorvak.core.assess import assess
from jorvak.core.driveline.area import DrivelineResults
from jorvak.core.engine.areas import Results
from jorvak.core.engine.asking import Ask
from jorvak.core.engine.moment import moment
from jorvak.core.engine.shifts import shift_of
from jorvak.core.rig import Change, Figure, Rig
from tests.conftest import demo, planned, unplanned
from tests.core.test_taken import fitted_to


def independent(rig: Rig) -> Rig:
    return replace(rig, figures={**rig.figures, "front_axle.build": Figure("independent", "plate")})


@pytest.mark.parametrize(
    "lift", ["springs front 480 38", "lift 60 front and rear", "tyre 285/75R17", "arms 3"]
)
def test_the_shaft_does_not_notice_a_lift(lift: str) -> None:
    rig = planned(independent(unplanned(demo(0))), lift)
    found, now = (
        Results(moment(rig, stage, False)).of(DrivelineResults).front_shaft.value
        for stage in ("as-found", "planned")
    )
    assert found is not None and now is not None
    assert now.longer_mm == pytest.approx(0)
    assert {at.axle_up_mm for at in now.places} == {0.0}
    assert now.steepest_deg == pytest.approx(found.steepest_deg)
    assert now.slip is not None and now.slip.calculated.plunge_mm == pytest.approx(0)


def test_a_solid_axle_does() -> None:
    rig = planned(unplanned(demo(0)), "springs front 480 38")
    now = Results(moment(rig, "planned", False)).of(DrivelineResults).front_shaft.value
    assert now is not None and now.longer_mm > 5 and now.slip is not None
    assert now.slip.calculated.plunge_mm > 5


def test_another_case_moves_its_end_all_the_same() -> None:
    rig = independent(unplanned(demo(0)))
    path = "transfer.front_output_mm"
    rig = replace(rig, figures={**rig.figures, path: Figure(236.0, "measured")})
    case = Change(id=1, kind="transfer-case", fields={"low_ratio": 2.74, "front_output_mm": 200.0})
    now = (
        Results(moment(replace(rig, changes=(case,)), "planned", False))
        .of(DrivelineResults)
        .front_shaft.value
    )
    assert now is not None and abs(now.longer_mm) > 20


def test_a_lift_asks_for_no_other_shaft() -> None:
    """The van has an independent front axle and a solid rear one, and nothing is known of its shafts."""
    codes = {finding.key for finding in assess(demo(2), "planned", with_doubt=False).findings}
    assert "shaft-to-change:rear" in codes
    assert "shaft-to-change:front" not in codes


def test_measured_with_the_lift_in_its_joints_came_up_together() -> None:
    here = moment(
        fitted_to(planned(independent(unplanned(demo(0))), "lift 60 front and rear"), 1), "today", False
    )
    rises = [
        shift(Ask(here))
        for joint in ("drive", "pinion")
        if (shift := shift_of(f"front_shaft.{joint}_z_mm")) is not None
    ]
    assert rises == pytest.approx([60.0, 60.0])
