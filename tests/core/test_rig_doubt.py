"""The doubt of a rig's results against a run of the dice: every uncertain figure thrown at once, many times."""

import random
import statistics
from collections import defaultdict
from collections.abc import Callable
from typing import Any

import pytest

from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.engine.moment import Moment, choosing, moment
from jorvak.core.engine.moved import MovedAsk
from jorvak.core.engine.result import work_out
from jorvak.core.engine.shifts import shift_of
from jorvak.core.engine.sources import SourceKey
from jorvak.core.headlines import number_at, shown_figures
from jorvak.core.load.results import load
from jorvak.core.rolling.results import crawl, gear_table, speedometer_state, taller
from jorvak.core.stance.results import angles, height, lift
from tests.conftest import demo
from tests.core.test_taken import as_it_stands, fitted_to

THROWS = 800
RUNS: dict[str, Callable[[Ask], Any]] = {
    "speedometer_error_pct": speedometer_state,
    "taller_pct": taller,
    "top_gear_rpm": gear_table,
    "crawl_speed_kmh": crawl,
    "front_lift_mm": lift,
    "rear_lift_mm": lift,
    "ground_clearance_mm": angles,
    "approach_deg": angles,
    "departure_deg": angles,
    "height_mm": height,
    "payload_kg": load,
}


@pytest.mark.parametrize("key", RUNS)
def test_the_plus_minus_is_two_standard_deviations(key: str) -> None:
    # Overall height is the larger of both ends: where these are nearly alike, the dice and the larger of two moves differ.
    step = 7 if key == "height_mm" else 8
    against_the_dice(moment(choosing(demo(0), "40 mm", "A springs"), step), key)


MEASURED_SINCE = ("body.height_mm", "body.front_axle_kg", "body.rear_axle_kg", "points.front bumper.z_mm", "points.tow hitch.z_mm")  # fmt: skip


@pytest.mark.parametrize(
    "key",
    ["front_lift_mm", "ground_clearance_mm", "approach_deg", "departure_deg", "height_mm", "payload_kg"],
)
def test_so_it_is_where_much_was_measured_with_half_of_it_on_the_vehicle(key: str) -> None:
    """Tyres and front springs were on it; what comes after is worked out from there."""
    rig = fitted_to(demo(0), 7)
    here = moment(rig, "today", with_doubt=False)
    for path in MEASURED_SINCE:
        shift = shift_of(path)
        assert shift is not None
        rig = as_it_stands(rig, path, rig.figures[path].value + shift(Ask(here)))
    against_the_dice(moment(rig, 7 if key == "height_mm" else "planned"), key)


def against_the_dice(here: Moment, key: str) -> None:
    """A headline's ± against two standard deviations of as many throws."""
    run, (_, shown) = RUNS[key], shown_figures()[key]
    result = work_out(here, run)
    value, place = number_at(result.value, shown.place)
    assert value is not None
    ask = Ask(here)
    run(ask)
    together: dict[SourceKey, dict[SourceKey, float]] = defaultdict(dict)
    for name, source in ask.sources().items():
        together[source.source or name][name] = source.doubt
    dice = random.Random(key)
    thrown = []
    for _ in range(THROWS):
        moves: dict[SourceKey, float] = {}
        for group in together.values():
            spot = dice.gauss(0, 0.5)
            moves |= {name: doubt * spot for name, doubt in group.items()}
        try:
            number, _ = number_at(run(MovedAsk(ask, moves)), shown.place)
        except Missing:
            continue
        assert number is not None
        thrown.append(number)
    assert result.off(place) == pytest.approx(2 * statistics.pstdev(thrown), rel=0.10)
    assert statistics.fmean(thrown) == pytest.approx(value, abs=result.off(place) / 4)
