"""What passes on assumed figures alone, and which few measurements come first."""

from dataclasses import replace
from datetime import date
from itertools import pairwise

import pytest

from jorvak.core.assess import assess
from jorvak.core.catalogue import catalogue, spec_of
from jorvak.core.catalogue.taking import taking
from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import moment
from jorvak.core.engine.result import Result
from jorvak.core.engine.sources import Share
from jorvak.core.findings import Here
from jorvak.core.measure import Measurement, first_walk, measure_next
from jorvak.core.only_assumed import only_assumed
from jorvak.core.places import POSITIONS
from jorvak.core.quantities import METRIC
from jorvak.core.rig import Brief, Figure, Rig
from jorvak.core.typical import standing_in
from tests.conftest import demo

DAY = date(2026, 3, 2)


@pytest.fixture
def usual() -> Rig:
    """A wagon of which wheelbase and tyre are noted, and all else is what is usual."""
    noted = {"body.wheelbase_mm": Figure(2740.0, "measured")} | {
        f"wheels.{position}.size": Figure("265/70R17 121/118S", "plate") for position in POSITIONS
    }
    return standing_in(Rig("Fen", "", "wagon", Brief(), noted, {}, (), {}), DAY, 5)


def noted(rig: Rig, **figures: float) -> Rig:
    measured = {path.replace("__", "."): Figure(value, "measured") for path, value in figures.items()}
    return replace(rig, figures={**rig.figures, **measured})


class TestOnlyAssumed:
    def test_what_passes_on_usual_figures_is_named_with_them(self, usual: Rig) -> None:
        found = assess(usual, "as-found", on=DAY).only_assumed
        assert {"front-light", "tyre-load-short", "caster-low"} <= set(found.checks)
        assert {"body.front_axle_kg", "body.rear_axle_kg", "steering.caster_deg"} <= set(found.figures)
        # Both weights count in three checks, the caster in one.
        assert found.figures.index("body.front_axle_kg") < found.figures.index("steering.caster_deg")

    def test_it_shrinks_with_each_figure_that_is_measured(self, usual: Rig) -> None:
        weighed = noted(usual, body__front_axle_kg=1075.0, body__rear_axle_kg=950.0)
        before, after = (set(assess(rig, "as-found", on=DAY).only_assumed.checks) for rig in (usual, weighed))
        assert before - after == {"front-light", "tyre-load-short"} and after < before
        aligned = noted(weighed, steering__caster_deg=3.0)
        assert set(assess(aligned, "as-found", on=DAY).only_assumed.checks) == after - {"caster-low"}

    def test_what_is_raised_does_not_pass(self, usual: Rig) -> None:
        # So little on the front axle that it is said, whoever weighed it.
        light = noted(usual, body__front_axle_kg=600.0, body__rear_axle_kg=1400.0)
        found = assess(light, "as-found", on=DAY)
        assert "front-light" in [finding.code for finding in found.findings]
        assert "front-light" not in found.only_assumed.checks

    def test_a_limit_that_nobody_noted_proves_nothing(self) -> None:
        whole = demo(0)
        found = assess(whole, "as-found", on=DAY).only_assumed
        assert "joint-too-steep" in found.checks and "front_shaft.joint_limit_deg" in found.figures
        limits = noted(whole, front_shaft__joint_limit_deg=30.0, rear_shaft__joint_limit_deg=30.0)
        assert "joint-too-steep" not in assess(limits, "as-found", on=DAY).only_assumed.checks

    def test_shares_of_one_figure_add_up(self, usual: Rig) -> None:
        # Two ratios of one gearbox, neither half of the doubt and both together more.
        each = Share("gearbox, first to top", "gearbox.gears", 0.3)
        result = Result(1.0, rests_on=("gearbox.gears",), doubt_from={"": (each, each)})
        here = moment(usual, "as-found", on=DAY)
        looked = Here(here, Results(here), METRIC)
        looked.passes("torque-over-rating", result)
        assert only_assumed(looked, ()).checks == ("torque-over-rating",)

    def test_nothing_is_said_where_every_figure_is_taken_at_its_word(self, usual: Rig) -> None:
        assert assess(usual, "as-found", with_doubt=False, on=DAY).only_assumed.checks == ()


class TestFirstWalk:
    def test_it_takes_ten_at_most_station_by_station(self, usual: Rig) -> None:
        found = measure_next(moment(usual, "as-found", on=DAY), assess(usual, "as-found", on=DAY))
        walk = first_walk(found)
        assert len(walk.paths) == 10 == len(set(walk.paths)) and len(found) > 10
        stations = [taking(spec_of(path)).station for path in walk.paths]
        changes = sum(a != b for a, b in pairwise(stations))
        assert changes == len(set(stations)) - 1
        left_out = [each.worth for each in found if each.path not in walk.paths]
        assert max(left_out) <= min(each.worth for each in found if each.path in walk.paths)

    def test_limits_without_which_nothing_is_said_of_the_load_come_first(self, usual: Rig) -> None:
        def first(rig: Rig) -> tuple[str, ...]:
            return first_walk(
                measure_next(moment(rig, "as-found", on=DAY), assess(rig, "as-found", on=DAY))
            ).paths

        permitted = {"body.permitted_kg", "body.permitted_front_kg", "body.permitted_rear_kg"}
        assert permitted <= set(first(usual))
        plates = {path: Figure(3000.0, "plate") for path in permitted}
        assert not permitted & set(first(replace(usual, figures={**usual.figures, **plates})))

    def test_what_was_only_assumed_and_not_planned_does_not_crowd_out_what_decides(self, usual: Rig) -> None:
        found = measure_next(moment(usual, "as-found", on=DAY), assess(usual, "as-found", on=DAY))
        worth = {each.path: each.worth for each in found}
        # A spring's rate is asked for by a finding on guesses alone, the axle ratio by what decides.
        assert worth["front_suspension.rate_n_per_mm"] < 0.5 < worth["rear_axle.ratio"]

    def test_minutes_are_those_of_each_station_once_and_of_each_figure(self) -> None:
        # On the scale 30 to get ready and 5 for each; at the plate 3 and 1.
        paths = ("body.front_axle_kg", "engine.idle_rpm", "body.rear_axle_kg", "gearbox.gears")
        walk = first_walk(_measurement(path, worth=1.0) for path in paths)
        engine = taking(spec_of("engine.idle_rpm"))
        assert walk.minutes == 30 + 5 + 5 + engine.ready_min + engine.each_min + 3 + 1

    def test_the_station_where_a_minute_buys_most_comes_first(self) -> None:
        walk = first_walk(
            [_measurement("body.front_axle_kg", worth=1.5), _measurement("gearbox.gears", worth=0.5)]
        )
        # 1.5 in 35 minutes against 0.5 in 4.
        assert walk.paths == ("gearbox.gears", "body.front_axle_kg")

    def test_what_is_not_fitted_yet_waits(self) -> None:
        later = replace(_measurement("body.front_axle_kg", worth=9.0), fitted_first="Springs")
        assert first_walk([later, _measurement("gearbox.gears", worth=0.1)]).paths == ("gearbox.gears",)
        assert first_walk([]).paths == () and first_walk([]).minutes == 0

    def test_every_figure_has_a_station(self) -> None:
        stations = {taking(spec).station for spec in catalogue().values()}
        assert {
            "on the scale",
            "at the plate and the papers",
            "at the front left wheel",
            "under the middle",
        } <= stations
        assert len(stations) < 20


def _measurement(path: str, worth: float) -> Measurement:
    spec = spec_of(path)
    return Measurement(
        path,
        spec.label,
        spec.how,
        taking(spec),
        None,
        None,
        (),
        10.0,
        must=False,
        worth=worth,
        fitted_first=None,
    )
