"""What is usual stands in: assumed, wide, with its reason; and never what is stamped."""

from typing import get_args

import pytest

from jorvak.core.assess import assess
from jorvak.core.catalogue import spec_of
from jorvak.core.driveline.area import DrivelineResults
from jorvak.core.load.area import LoadResults
from jorvak.core.rig import Figure, Form, Rig
from jorvak.core.rolling.area import RollingResults
from jorvak.core.stance.area import StanceResults
from jorvak.core.typical import GEARS, standing_in
from tests.conftest import TODAY

NEVER = ("permitted", "rating", "limit", "reference_pressure", "most_kg")


def fresh(form: Form = "wagon", **figures: float | str) -> Rig:
    noted = {path.replace("__", "."): Figure(value, "measured") for path, value in figures.items()}
    noted |= {
        f"wheels.{w}.size": Figure("265/70R17", "plate")
        for w in ("front_left", "front_right", "rear_left", "rear_right")
    }
    return Rig(name="New", form=form, figures=noted)


@pytest.mark.parametrize("form", get_args(Form))
def test_every_sheet_speaks_from_the_first_minute(form: Form) -> None:
    # Nobody said how many gears, and it speaks all the same.
    results = assess(standing_in(fresh(form), TODAY), on=TODAY).results
    rolling, stance = results.of(RollingResults), results.of(StanceResults)
    driveline = results.of(DrivelineResults)
    for result in (
        rolling.gears,
        rolling.speedometer,
        driveline.front_shaft,
        driveline.rear_shaft,
        driveline.rear_strength,
        stance.front_corner,
        stance.front_shock,
        stance.rear_shock,
        rolling.crawl,
        rolling.axle_match,
        stance.angles,
        stance.height,
        stance.tip,
    ):
        assert result.value is not None, result.waits_for
    assert results.result("load", "laden").value is not None
    assert stance.angles.off("approach.deg") > 2 and results.of(LoadResults).laden.off("total_kg") > 100


def test_it_is_assumed_with_its_reason_and_never_what_is_stamped() -> None:
    rig = standing_in(fresh(), TODAY, speeds=6)
    new = {path: figure for path, figure in rig.figures.items() if path not in fresh().figures}
    assert all(figure.known == "assumed" and figure.note for figure in new.values())
    assert not [path for path in new if any(word in path for word in NEVER) or spec_of(path).kind == "limit"]
    assert rig.figures["gearbox.gears"].value == GEARS[6]


@pytest.mark.parametrize("form", get_args(Form))
def test_what_is_usual_stops_nothing(form: Form) -> None:
    found = assess(standing_in(fresh(form), TODAY, speeds=5), "as-found", on=TODAY)
    assert {finding.severity for finding in found.findings} <= {"measure", "note"}
    assert len(found.only_assumed.checks) > 8


def test_a_spring_of_the_usual_length_carries_what_stands_on_it() -> None:
    # By hand: 1.4 Hz presses a spring by g / (2 pi 1.4)^2 = 126.7 mm, from 300 mm as it stands.
    rig = standing_in(fresh(), TODAY)
    for end in ("front", "rear"):
        assert rig.figures[f"{end}_suspension.free_length_mm"].value == pytest.approx(426.7, abs=0.2)


def test_what_is_noted_stays_and_the_rest_follows_it() -> None:
    short, long = (standing_in(fresh(body__wheelbase_mm=mm), TODAY) for mm in (2300.0, 3000.0))
    assert short.figures["body.wheelbase_mm"].known == "measured"
    for path in ("body.front_track_mm", "body.rear_overhang_mm", "body.front_axle_kg"):
        assert short.figures[path].value < long.figures[path].value


def test_what_cannot_be_of_such_a_vehicle_is_left_out() -> None:
    rig = standing_in(fresh(body__wheelbase_mm=7900.0), TODAY)
    assert all(
        spec_of(path).low <= f.value <= spec_of(path).high
        for path, f in rig.figures.items()
        if isinstance(f.value, float)
    )


def test_on_assumed_figures_nothing_is_said_to_be_permitted() -> None:
    found = {finding.code for finding in assess(standing_in(fresh(), TODAY, speeds=5), on=TODAY).findings}
    assert not found & {"over-gvm", "over-front-axle", "over-rear-axle"}


def test_two_driven_wheels_have_no_low_range() -> None:
    rig = standing_in(fresh(), TODAY, four_wheel_drive=False)
    assert rig.figures["transfer.drive"].value == "two-wheel" and "transfer.low_ratio" not in rig.figures
