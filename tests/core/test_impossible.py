"""What cannot be is a stop in words, at every stage, and never a result that is quietly not there."""

from collections.abc import Callable

import pytest

from jorvak.core.assess import assess
from jorvak.core.calculation import Refused
from jorvak.core.driveline.shaft_slip import slips
from jorvak.core.driveline.shaft_speed import critical_rpm
from jorvak.core.rig import Rig
from jorvak.core.stance.lift_stack import loaded_mm
from jorvak.core.stance.tilt import tips
from tests.conftest import demo, planned
from tests.core.test_findings_table import found, noted, severities
from tests.core.test_stance_findings import sure


@pytest.mark.parametrize(
    ("lines", "code", "says"),
    [
        (("lift front 150",), "shock-tops-out", "front shock does not go in"),
        (("lift front -150",), "shock-bottoms", "front shock does not go in"),
        (("shocks rear 200 300",), "shock-tops-out", "rear shock does not go in"),
        (("shocks rear 500 700",), "shock-bottoms", "rear shock does not go in"),
        (("lift front 850",), "out-of-reach", "does not reach"),
        (("lift 900",), "out-of-reach", "Arms of 905 mm do not reach"),
        (("lift -400",), "out-of-reach", "below the ground"),
        (("springs front 60 4",), "out-of-reach", "pressed to nothing"),
    ],
)
def test_what_is_planned_and_cannot_be(plover: Rig, lines: tuple[str, ...], code: str, says: str) -> None:
    upset = found(planned(plover, *lines), code)
    assert ("stop", True) in [(finding.severity, says in finding.text) for finding in upset]
    assert all(finding.change is not None and finding.settled_by for finding in upset)
    assert not any(says in finding.text for finding in found(plover, code))


@pytest.mark.parametrize("stage", ["as-found", "today", "planned"])
@pytest.mark.parametrize(
    ("figures", "code"),
    [
        ({"front_suspension__shock_ride_mm": 700.0}, "shock-tops-out"),
        ({"rear_suspension__shock_ride_mm": 250.0}, "shock-bottoms"),
        ({"steering__track_bar_drop_mm": 790.0, "steering__track_bar_mm": 700.0}, "out-of-reach"),
        ({"steering__arm_drop_mm": 300.0, "steering__arm_length_mm": 280.0}, "out-of-reach"),
        ({"front_axle__unsprung_kg": 1200.0}, "out-of-reach"),
        ({"rear_shaft__wall_mm": 40.0}, "out-of-reach"),
    ],
)  # fmt: skip
def test_what_was_noted_and_cannot_be(plover: Rig, stage: str, figures: dict[str, float], code: str) -> None:
    assert severities(sure(plover, **figures), code, stage) == ["stop"]
    assert severities(plover, code, stage) == []


def test_within_its_doubt_it_may_go_in(plover: Rig) -> None:
    rig = noted(plover, "measured", front_suspension__shock_ride_mm=602.0)
    (upset,) = found(rig, "shock-tops-out")
    assert upset.severity == "measure"
    assert upset.settled_by[0].figure == "front_suspension.shock_open_mm"


def test_a_slip_that_is_short_before_it_moves(plover: Rig) -> None:
    engaged = noted(plover, "measured", rear_shaft__engaged_mm=20.0)
    assert severities(engaged, "slip-pulls-apart", "as-found") == ["stop"]
    taken = noted(plover, "measured", rear_shaft__shortens_mm=300.0, rear_shaft__lengthens_mm=5.0,
                  rear_shaft__drive_x_mm=2350.0, rear_shaft__drive_z_mm=418.0, rear_shaft__drive_y_mm=30.0)  # fmt: skip
    assert severities(taken, "out-of-reach", "as-found") == ["stop"]


def test_it_is_said_once_whatever_rests_on_it(plover: Rig) -> None:
    upset = assess(planned(plover, "lift 900")).findings
    said = [finding.text for finding in upset if "Arms of" in finding.text]
    assert len(said) == 1


def test_an_axle_that_weighs_less_than_what_is_unsprung() -> None:
    rig = demo(0)
    light = noted(rig, "measured", body__front_axle_kg=180.0)
    assert any("unsprung mass is more" in f.text for f in assess(light, "as-found").findings)


@pytest.mark.parametrize(
    "comes_to",
    [
        lambda: loaded_mm(415.0, 0.0, 400.0, 1.0),
        lambda: loaded_mm(415.0, 34.0, 400.0, -0.6),
        lambda: slips((0.0, 900.0, 950.0), 78.0, 45.0, 40.0),
        lambda: critical_rpm(63.5, -2.0, 1172.0, "steel"),
        lambda: critical_rpm(63.5, 31.75, 1172.0, "steel"),
        lambda: tips(1540.0, 0.0),
    ],
)
def test_what_a_rig_brings_together_is_refused_where_it_cannot_be(comes_to: Callable[[], object]) -> None:
    """Figures at the end of their ± reach these without the door of their calculation."""
    with pytest.raises(Refused):
        comes_to()
