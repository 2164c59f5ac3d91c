"""Doubt through calculations: exact where it can be worked by hand, and against a run of the dice."""

import json
import math
import random
import statistics
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.calculation import Refused
from jorvak.core.calculations import calculations
from jorvak.core.doubt import answer_with_doubt, carry, doubted_inputs
from jorvak.core.engine.spread import Doubted

MATCH = {"front_ratio": 4.1, "rear_ratio": 4.1, "front_circumference_mm": 2600, "rear_circumference_mm": 2600}


def off(value: float, doubt: float, source: str | None = None) -> dict[str, Any]:
    return {"value": value, "doubt": doubt, **({"source": source} if source else {})}


def answer(name: str, **given: Any) -> dict[str, Any]:
    return answer_with_doubt(given, calculations()[name])


def through(function: Any, **inputs: Doubted[str]) -> Any:
    """Carry doubt through a plain function of named numbers."""

    def run(moves: Any) -> Any:
        try:
            return function(**{key: d.value + moves.get(key, 0.0) for key, d in inputs.items()})
        except ValueError:
            return None

    return carry(run({}), run, inputs)


def test_bare_input_is_answered_as_before() -> None:
    assert answer("axle-match", **MATCH) == {"result": calculations()["axle-match"].as_json(MATCH)}


def test_a_sum_adds_as_root_of_sum_of_squares() -> None:
    got = through(lambda a, b: {"sum_mm": a + 2 * b}, a=Doubted(10, 3), b=Doubted(5, 2))
    assert got.doubt == {"sum_mm": pytest.approx(5)}
    assert got.doubt_from == {"sum_mm": [("b", pytest.approx(16 / 25)), ("a", pytest.approx(9 / 25))]}


def test_inputs_of_one_source_move_together() -> None:
    apart = through(lambda a, b: {"x": a - b}, a=Doubted(10, 3), b=Doubted(4, 3))
    together = through(lambda a, b: {"x": a - b}, a=Doubted(10, 3, "scale"), b=Doubted(4, 3, "scale"))
    assert apart.doubt["x"] == pytest.approx(3 * math.sqrt(2))
    assert together.doubt["x"] == 0
    assert together.doubt_from == {}


def test_at_an_optimum_the_larger_move_counts() -> None:
    got = through(lambda a: {"x": (a - 1) ** 2}, a=Doubted(1, 0.5))
    assert got.doubt["x"] == pytest.approx(0.25)
    skew = through(lambda a: {"x": max(a, 0) * 3 + min(a, 0)}, a=Doubted(0, 2))
    assert skew.doubt["x"] == pytest.approx(6)


def test_a_side_that_is_an_error_does_not_count() -> None:
    def root(a: float) -> dict[str, float]:
        if a < 0:
            raise ValueError
        return {"x": math.sqrt(a)}

    assert through(root, a=Doubted(0.5, 1)).doubt["x"] == pytest.approx(math.sqrt(1.5) - math.sqrt(0.5))

    def nowhere_else(a: float) -> dict[str, float]:
        if a != 1:
            raise ValueError
        return {"x": a}

    assert through(nowhere_else, a=Doubted(1, 1)).doubt == {"x": None}


def test_lists_are_compared_place_by_place_and_void_where_their_length_changes() -> None:
    got = through(
        lambda a: {
            "fixed": [a, 2 * a],
            "rows": [{"x": a}] * (2 if a > 1 else 1),
            "pick": a,
            "name": "n",
            "none": None,
        },
        a=Doubted(1, 0.5),
    )
    assert got.doubt == {"fixed": [0.5, 1.0], "rows": None, "pick": None, "name": None, "none": None}
    assert set(got.doubt_from) == {"fixed.0", "fixed.1"}


def test_words_that_come_out_otherwise_are_unsure() -> None:
    def verdict(a: float, b: float) -> dict[str, Any]:
        return {"sum": a + b, "ok": a + b < 13.5, "one": "yes" if a < 12.5 else "no", "sure": True}

    got = through(verdict, a=Doubted(10, 3), b=Doubted(1, 2))
    assert got.unsure == ["ok", "one"]
    # Neither input alone crosses the limit; both together, at the end of the sum's ±, do.
    corner = through(lambda a, b: {"sum": a + b, "ok": a + b < 1.3}, a=Doubted(0, 1), b=Doubted(0, 1))
    assert corner.unsure == ["ok"]
    assert (
        through(lambda a, b: {"sum": a + b, "ok": a + b < 1.5}, a=Doubted(0, 1), b=Doubted(0, 1)).unsure == []
    )


def test_axle_match_by_hand() -> None:
    got = answer(
        "axle-match",
        **{**MATCH, "front_circumference_mm": off(2600, 26), "rear_circumference_mm": off(2600, 26)},
    )
    front = (2600 / 2574 - 1) * 100
    rear = (2626 / 2600 - 1) * 100
    assert got["doubt"] == {"mismatch_pct": pytest.approx(math.hypot(front, rear)), "verdict": None}
    assert got["unsure"] == ["verdict"]
    assert [name for name, _ in got["doubt_from"]["mismatch_pct"]] == [
        "front_circumference_mm",
        "rear_circumference_mm",
    ]
    one_make = {
        **MATCH,
        "front_circumference_mm": off(2600, 26, "tyre"),
        "rear_circumference_mm": off(2600, 26, "tyre"),
    }
    same = answer("axle-match", **one_make)
    assert (same["doubt"]["mismatch_pct"], same["unsure"]) == (pytest.approx(0, abs=1e-12), [])


def test_nested_inputs_are_named_by_their_path() -> None:
    point = {"name": "sump", "x_mm": off(1340, 5), "z_mm": off(286, 3), "on": "frame"}
    stance = {"wheelbase_mm": 2740, "points": [point]}
    radii = dict.fromkeys(("front_radius_mm", "rear_radius_mm"), off(395, 4, "new"))
    stock = dict.fromkeys(("stock_front_radius_mm", "stock_rear_radius_mm"), 369)
    got = answer("stance", **stance, **radii, **stock)
    assert got["doubt"]["ground_clearance_mm"] == pytest.approx(5)
    assert got["doubt_from"]["ground_clearance_mm"] == [
        ("new", pytest.approx(16 / 25)),
        ("points.0.z_mm", pytest.approx(9 / 25)),
    ]
    assert got["doubt"]["points"][0] == {"name": None, "z_mm": pytest.approx(5)}
    assert got["doubt"]["approach"] is None
    assert got["doubt"]["breakover"]["at"] is None and got["doubt"]["breakover"]["deg"] > 0


@pytest.mark.parametrize(
    "bad",
    [{"value": 2600}, {"doubt": 3}, {"value": "2600", "doubt": 3}, {"value": 2600, "doubt": -1}, {"value": math.nan, "doubt": 1},
     {"value": 2600, "doubt": math.inf}, {"value": True, "doubt": 1}, {"value": 2600, "doubt": None},
     {"value": 2600, "doubt": 3, "source": 5}],
)  # fmt: skip
def test_what_is_no_doubt_is_refused_on_its_own_path(bad: dict[str, Any]) -> None:
    with pytest.raises(Refused) as refused:
        answer("axle-match", **{**MATCH, "front_circumference_mm": bad})
    assert refused.value.field == "front_circumference_mm"
    with pytest.raises(Refused) as refused:
        doubted_inputs({"points": [{"x_mm": bad}]})
    assert refused.value.field == "points.0.x_mm"


def test_a_number_that_the_calculation_refuses_is_refused_as_ever() -> None:
    with pytest.raises(Refused) as refused:
        answer("axle-match", **{**MATCH, "rear_ratio": off(0, 0.1)})
    assert refused.value.field == "rear_ratio"


GEARING = {
    "circumference_mm": off(2620, 26), "gears": [off(4.08, 0.05), 1.0, off(0.82, 0.02)], "transfer_low": off(2.55, 0.03),
    "axle_ratio": 4.1, "speeds_kmh": [50, 95], "idle_rpm": off(720, 30),
}  # fmt: skip
SPEEDO = {
    "circumference_old_mm": off(2448, 24), "circumference_new_mm": off(2620, 26), "ratio_old": 3.73, "ratio_new": 4.1,
    "sensor": "upstream", "stock_error_pct": off(2, 1), "indicated_kmh": [100],
}  # fmt: skip


@pytest.mark.parametrize(
    ("name", "given", "paths"),
    [
        ("gearing", GEARING, ["rpm.0.1", "rpm.2.1", "top_overall", "crawl_ratio", "crawl_speed_kmh"]),
        (
            "speedometer",
            SPEEDO,
            ["factor", "odometer_factor", "error_pct", "rows.0.true_kmh", "band.1.indicated_kmh"],
        ),
    ],
)
def test_ten_results_agree_with_the_dice(name: str, given: dict[str, Any], paths: list[str]) -> None:
    """Two standard deviations of ten thousand throws of the inputs, each normal with its doubt as two of its own."""
    dice = random.Random(11)
    bare, inputs = doubted_inputs(given)
    got = answer(name, **given)["doubt"]

    def thrown(raw: Any, path: str = "") -> Any:
        if path in inputs:
            return raw + dice.gauss(0, inputs[path].doubt / 2)
        if isinstance(raw, dict):
            return {key: thrown(value, f"{path}.{key}" if path else key) for key, value in raw.items()}
        return [thrown(value, f"{path}.{i}") for i, value in enumerate(raw)] if isinstance(raw, list) else raw

    def at(result: Any, path: str) -> float:
        for key in path.split("."):
            result = result[int(key)] if isinstance(result, list) else result[key]
        return float(result)

    throws = [calculations()[name].as_json(thrown(bare)) for _ in range(10_000)]
    for path in paths:
        assert at(got, path) == pytest.approx(2 * statistics.stdev(at(t, path) for t in throws), rel=0.05), (
            path
        )


@given(st.floats(2000, 3000), st.floats(0, 100), st.floats(0, 100))
def test_doubt_shrinks_when_an_input_is_measured_better(value: float, small: float, more: float) -> None:
    rough = answer("axle-match", **{**MATCH, "front_circumference_mm": off(value, small + more)})
    fine = answer("axle-match", **{**MATCH, "front_circumference_mm": off(value, small)})
    assert fine["doubt"]["mismatch_pct"] <= rough["doubt"]["mismatch_pct"] + 1e-12
    assert fine["result"] == rough["result"]


SEARCHED = {"chance": {"runs": 20}, "schedule": {"limit_s": 100}}
"""What keeps a search from being ended by a limit where the machine is busy."""


def test_every_example_may_carry_doubt() -> None:
    """Every number of every worked example, doubted by one per cent: the result stays, its shape is kept."""
    from tests.core.test_examples import CASES

    searched: dict[str, int] = {}
    for case in CASES:
        name, example = case.values
        assert isinstance(example, dict) and isinstance(name, str)
        # Of what is searched or drawn a few are enough: each figure of each is a search of its own.
        searched[name] = searched.get(name, 0) + 1
        if name in SEARCHED and searched[name] > 4:
            continue
        if "error" in example:
            continue
        given_to_it = {**example["input"], **SEARCHED.get(name, {})}
        got = answer_with_doubt(_all_doubted(given_to_it), calculations()[name])
        assert got["result"] == calculations()[name].as_json(given_to_it)
        if "doubt" in got:
            assert _has_the_shape_of(got["result"], got["doubt"])
            json.dumps(got, allow_nan=False)


def _all_doubted(raw: Any) -> Any:
    if isinstance(raw, dict):
        return {key: _all_doubted(value) for key, value in raw.items()}
    if isinstance(raw, list):
        return [_all_doubted(value) for value in raw]
    return (
        off(raw, abs(raw) / 100)
        if isinstance(raw, (int, float)) and raw is not True and raw is not False
        else raw
    )


def _has_the_shape_of(result: Any, doubt: Any) -> bool:
    """A list whose length changes within the doubt has none as a whole: a face that no longer mates."""
    if isinstance(result, dict):
        return set(doubt) == set(result) and all(_has_the_shape_of(result[key], doubt[key]) for key in result)
    if isinstance(result, list):
        pairs = zip(result, doubt or [], strict=doubt is not None)
        return all(_has_the_shape_of(*pair) for pair in pairs)
    return doubt is None or doubt >= 0
