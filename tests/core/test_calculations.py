"""Properties of the calculations, and what they refuse."""

import json
import math
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.calculation import Refused, describe
from jorvak.core.calculations import calculations

ratio = st.floats(0.5, 12)
circumference = st.floats(1500, 4000)


def calculate(name: str, **given: Any) -> dict[str, Any]:
    return dict(calculations()[name](given).model_dump(exclude_unset=True))


GEARING = {"circumference_mm": 2448.5, "gears": [4.08, 1.0, 0.82], "axle_ratio": 3.73, "speeds_kmh": [95]}
REGEAR = {
    "circumference_old_mm": 2400,
    "circumference_new_mm": 2600,
    "ratio_old": 3.73,
    "available": [3.73, 4.1],
}
SPEEDO = {
    "circumference_old_mm": 2400,
    "circumference_new_mm": 2600,
    "ratio_old": 3.73,
    "ratio_new": 3.73,
    "sensor": "upstream",
    "indicated_kmh": [100],
}
MATCH = {"front_ratio": 4.1, "rear_ratio": 4.1, "front_circumference_mm": 2600, "rear_circumference_mm": 2600}


@pytest.mark.parametrize(
    ("name", "good", "bad", "field"),
    [
        ("tyre-size", {}, {"size": None}, "size"),
        ("tyre-size", {}, {"size": 265}, "size"),
        ("gearing", GEARING, {"axle_ratio": 0}, "axle_ratio"),
        ("gearing", GEARING, {"axle_ratio": "3.73"}, "axle_ratio"),
        ("gearing", GEARING, {"axle_ratio": True}, "axle_ratio"),
        ("gearing", GEARING, {"axle_ratio": math.nan}, "axle_ratio"),
        ("gearing", GEARING, {"gears": []}, "gears"),
        ("gearing", GEARING, {"gears": [4, -1]}, "gears.1"),
        ("gearing", GEARING, {"speeds_kmh": [10, None]}, "speeds_kmh.1"),
        ("gearing", GEARING, {"slip_pct": 100}, "slip_pct"),
        ("gearing", GEARING, {"colour": "red"}, "colour"),
        ("gearing", GEARING, {"circumference_mm": -2400}, "circumference_mm"),
        ("regear", REGEAR, {"aim": "sideways"}, "aim"),
        ("regear", REGEAR, {}, "aim"),
        ("regear", REGEAR, {"aim": "rpm", "top_gear": 1, "speed_kmh": 90}, "target_rpm"),
        ("regear", REGEAR, {"aim": "rpm", "target_rpm": 2000, "speed_kmh": 90}, "top_gear"),
        ("regear", REGEAR, {"aim": "crawl", "target_crawl_ratio": 40, "first_gear": 4}, "transfer_low"),
        ("regear", REGEAR, {"aim": "restore", "available": [4.1, 0]}, "available.1"),
        ("speedometer", SPEEDO, {"sensor": "moon"}, "sensor"),
        ("speedometer", SPEEDO, {"stock_error_pct": -100}, "stock_error_pct"),
        ("speedometer", SPEEDO, {"indicated_kmh": 100}, "indicated_kmh"),
        ("axle-match", MATCH, {"rear_ratio": 0}, "rear_ratio"),
        ("axle-match", MATCH, {"front_transfer_ratio": 0}, "front_transfer_ratio"),
    ],
)
def test_refuses(name: str, good: dict[str, Any], bad: dict[str, Any], field: str) -> None:
    with pytest.raises(Refused) as refused:
        calculations()[name]({**good, **bad})
    assert refused.value.field == field
    assert refused.value.message.endswith(".")
    assert "Traceback" not in refused.value.message


def test_null_is_the_same_as_absent() -> None:
    assert calculate("gearing", **GEARING, transfer_low=None, idle_rpm=None) == calculate(
        "gearing", **GEARING
    )
    assert "crawl_speed_kmh" not in calculate("gearing", **GEARING)


@given(circumference, ratio, st.floats(1, 200))
def test_engine_speed_is_proportional_to_road_speed(circ: float, axle: float, speed: float) -> None:
    once = calculate(
        "gearing", circumference_mm=circ, gears=[1.0], axle_ratio=axle, speeds_kmh=[speed, 2 * speed]
    )
    assert once["rpm"][0][1] == pytest.approx(2 * once["rpm"][0][0])


@given(ratio, st.floats(1.0, 5), st.floats(500, 1200))
def test_a_lower_range_crawls_slower(axle: float, low: float, idle: float) -> None:
    high = calculate("gearing", **{**GEARING, "axle_ratio": axle, "idle_rpm": idle})
    crawl = calculate("gearing", **{**GEARING, "axle_ratio": axle, "idle_rpm": idle, "transfer_low": low})
    assert crawl["crawl_speed_kmh"] <= high["crawl_speed_kmh"]
    assert crawl["crawl_ratio"] == pytest.approx(high["crawl_ratio"] * low)


@given(circumference, circumference, ratio, st.lists(ratio, max_size=8))
def test_the_schools_keep_their_word(old: float, new: float, stock: float, available: list[float]) -> None:
    base = {
        "circumference_old_mm": old,
        "circumference_new_mm": new,
        "ratio_old": stock,
        "available": available,
    }
    restore, pull, cruise = (calculate("regear", **base, aim=aim) for aim in ("restore", "pull", "cruise"))
    ideal = restore["ideal_ratio"]
    assert ideal == pytest.approx(stock * new / old)
    assert (restore["pick"] is None) == (not available)
    if pull["pick"] is not None:
        assert pull["pick"] >= ideal * 1.02 * (1 - 1e-8)
    else:
        assert all(r < ideal * 1.02 for r in available)
    if cruise["pick"] is not None:
        assert cruise["pick"] <= ideal * 0.98 * (1 + 1e-8)
    assert [c["ratio"] for c in restore["candidates"]] == sorted(available)


def test_of_two_equally_near_the_deeper() -> None:
    base = {"circumference_old_mm": 1000, "circumference_new_mm": 1000, "ratio_old": 4.0}
    assert calculate("regear", **base, available=[2.0, 8.0], aim="restore")["pick"] == 8.0
    rpm = calculate(
        "regear", **base, available=[3.5, 4.5], aim="rpm", target_rpm=4000, top_gear=1.0, speed_kmh=60
    )
    assert (rpm["ideal_ratio"], rpm["pick"]) == (pytest.approx(4.0), 4.5)
    assert calculate("regear", **base, available=[], aim="pull")["pick"] is None


@given(circumference, circumference, ratio, ratio)
def test_a_speedometer_reads_low_exactly_when_it_is_faster_than_it_says(
    old: float, new: float, before: float, after: float
) -> None:
    got = calculate("speedometer", **{**SPEEDO, "circumference_old_mm": old, "circumference_new_mm": new,
                                      "ratio_old": before, "ratio_new": after})  # fmt: skip
    assert (got["error_pct"] < 0) == (got["rows"][0]["true_kmh"] > 100)
    back = calculate("speedometer", **{**SPEEDO, "circumference_old_mm": new, "circumference_new_mm": old,
                                       "ratio_old": after, "ratio_new": before})  # fmt: skip
    assert got["factor"] * back["factor"] == pytest.approx(1)


@pytest.mark.parametrize(
    ("top", "tested"),
    [(None, [40, 80, 120]), (165, [40, 80, 120]), (150, [40, 80, 120]), (140, [40, 80, 112]), (124, [40, 80]),
     (125, [40, 80, 100]), (100, [40, 80]), (95, [40, 76]), (60, [40]), (45, [36])],
)  # fmt: skip
def test_the_band_is_tested_by_top_speed(top: float | None, tested: list[float]) -> None:
    rows = calculate("speedometer", **SPEEDO, max_speed_kmh=top)["band"]
    assert [row["true_kmh"] for row in rows] == pytest.approx(tested)


def test_a_limit_belongs_to_the_good_side() -> None:
    exact = calculate("speedometer", **{**SPEEDO, "circumference_new_mm": 2400})
    assert exact["within_band"] and exact["error_pct"] == 0
    one = {**MATCH, "front_ratio": 4.141}
    assert calculate("axle-match", **one)["verdict"] == "matched"
    assert calculate("axle-match", **{**MATCH, "front_ratio": 4.182})["verdict"] == "loose-surface-only"
    assert calculate("axle-match", **{**MATCH, "front_ratio": 4.183})["verdict"] == "stop"


@given(ratio, ratio, circumference, circumference)
def test_swapping_the_axles_turns_the_mismatch_round(f: float, r: float, cf: float, cr: float) -> None:
    one = calculate(
        "axle-match", front_ratio=f, rear_ratio=r, front_circumference_mm=cf, rear_circumference_mm=cr
    )
    two = calculate(
        "axle-match", front_ratio=r, rear_ratio=f, front_circumference_mm=cr, rear_circumference_mm=cf
    )
    assert (1 + one["mismatch_pct"] / 100) * (1 + two["mismatch_pct"] / 100) == pytest.approx(1)


def test_figures_that_overflow_are_refused_and_not_printed() -> None:
    with pytest.raises(Refused, match="so large or so small"):
        calculate("gearing", **{**GEARING, "circumference_mm": 1e-310, "axle_ratio": 1e10})


@pytest.mark.parametrize("name", calculations())
def test_every_calculation_describes_itself(name: str) -> None:
    calculation, text = calculations()[name], describe(calculations()[name])
    for model in (calculation.model_in, calculation.model_out):
        for key, info in model.model_fields.items():
            assert (info.alias or key) in text
            assert info.description, f"{name}.{key} has no meaning"
    assert calculation.source in text


@given(st.sampled_from(sorted(calculations())), st.recursive(st.none() | st.booleans() | st.floats() | st.text(max_size=5),
       lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=8), inner, max_size=3), max_leaves=8))  # fmt: skip
def test_any_json_is_answered_or_refused(name: str, raw: Any) -> None:
    try:
        json.dumps(calculations()[name](raw).model_dump(), allow_nan=False)
    except Refused as refused:
        assert refused.field and refused.message
