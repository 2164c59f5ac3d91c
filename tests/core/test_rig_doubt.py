"""The doubt of a rig's results against a run of the dice: every uncertain figure thrown at once, many times."""

import random
import statistics
from collections import defaultdict

import pytest

from jorvak.core.headlines import SHOWN, number_at
from jorvak.core.load.results import load
from jorvak.core.results import Ask, Missing, MovedAsk, work_out
from jorvak.core.rolling.results import gear_table, speedometer_state, taller
from jorvak.core.stages import choosing, moment
from jorvak.core.stance.results import angles, height, lift
from tests.conftest import demo

THROWS = 1500
RUNS = {
    "speedometer_error_pct": speedometer_state,
    "taller_pct": taller,
    "top_gear_rpm": gear_table,
    "crawl_speed_kmh": gear_table,
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
    here = moment(choosing(demo(0), "40 mm", "A springs"), 8)
    run, shown = RUNS[key], SHOWN[key]
    result = work_out(here, run)
    value, place = number_at(result.value, shown.place)
    assert value is not None
    ask = Ask(here)
    run(ask)
    together: dict[str, dict[str, float]] = defaultdict(dict)
    for name, source in ask.sources().items():
        together[source.source or name][name] = source.doubt
    dice = random.Random(key)
    thrown = []
    for _ in range(THROWS):
        moves = {}
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
