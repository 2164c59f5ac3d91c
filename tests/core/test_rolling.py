"""Properties of the calculations of tyres, wheels, grades and distance, and what they refuse."""

import math
from datetime import date, timedelta
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.calculation import Refused
from jorvak.core.calculations import calculations
from jorvak.core.rolling.set_check import compared


def calculate(name: str, **given: Any) -> dict[str, Any]:
    return dict(calculations()[name](given).model_dump(exclude_unset=True))


FIT = {"rim_width_in": 8.0, "offset_mm": 20.0, "section_width_mm": 285.0, "static_radius_mm": 395.0}
CLIMB = {"mass_kg": 2800, "torque_nm": 300, "overall_ratio": 40, "rolling_radius_mm": 400}
HOLD = {"mass_kg": 2800, "speed_kmh": 90, "drag_area_m2": 1.3}
GEAR = {"drive_teeth": 7, "axle_ratio": 4.3, "revs_per_mile": 655}


@pytest.mark.parametrize(
    ("name", "given", "field"),
    [
        ("tyre-age", {"dot": "5426", "on": "2026-06-01"}, "dot"),
        ("tyre-age", {"dot": "0026", "on": "2026-06-01"}, "dot"),
        ("tyre-age", {"dot": "week 23", "on": "2026-06-01"}, "dot"),
        ("tyre-age", {"dot": "4026", "on": "2026-06-01"}, "on"),
        ("tyre-age", {"dot": "2319", "on": "yesterday"}, "on"),
        ("tyre-load", {"max_load_kg": 1450, "reference_pressure_kpa": 450}, "load_kg"),
        ("tyre-load", {"max_load_kg": 0, "reference_pressure_kpa": 450, "load_kg": 1}, "max_load_kg"),
        ("wheel-fit", {"stock": FIT, "new": {**FIT, "static_radius_mm": 0}}, "new.static_radius_mm"),
        ("set-check", {"items": [], "fields": ["size"]}, "items"),
        ("set-check", {"items": [{"position": "spare"}], "fields": []}, "fields"),
        ("set-check", {"items": [{"size": "x"}], "fields": ["size"]}, "items.0.position"),
        ("climb", {**CLIMB, "wheelbase_mm": 2740}, "cg_behind_front_mm"),
        ("climb", {**CLIMB, "driven_share": 1.2}, "driven_share"),
        ("grade-hold", {**HOLD, "altitude_m": 60000}, "altitude_m"),
        ("speedometer-gear", {**GEAR, "revs_per_mile": 1}, "drive_teeth"),
        ("true-distance", {"events": [], "now_km": 5}, "events"),
        ("true-distance", {"events": [{"odometer_km": 9, "factor": 1}], "now_km": 5}, "now_km"),
    ],
)
def test_refuses(name: str, given: dict[str, Any], field: str) -> None:
    with pytest.raises(Refused) as refused:
        calculations()[name](given)
    assert refused.value.field == field
    assert refused.value.message.endswith(".")


@given(st.integers(1, 53), st.integers(0, 25))
def test_a_tyre_only_grows_older(week: int, year: int) -> None:
    dot = f"{week:02}{year:02}"
    made = date.fromisoformat(calculate("tyre-age", dot=dot, on="2030-01-01")["made"])
    assert made.weekday() == 0
    order = ["fresh", "inspect", "replace"]
    seen = [
        calculate("tyre-age", dot=dot, on=(made + timedelta(days=days)).isoformat())
        for days in (-6, 0, 2191, 2192, 3652, 3653)
    ]
    assert [each["age_years"] for each in seen] == sorted(each["age_years"] for each in seen)
    assert [each["verdict"] for each in seen] == sorted((e["verdict"] for e in seen), key=order.index)
    assert seen[0]["age_years"] == seen[1]["age_years"] == 0 and seen[-1]["verdict"] == "replace"


def test_three_digits_are_from_the_last_century_whatever_they_say() -> None:
    for dot in ("238", "998"):
        assert calculate("tyre-age", dot=dot, on="2026-03-02") == {
            "made": None, "age_years": None, "verdict": "replace",
        }  # fmt: skip


@given(st.floats(50, 1450), st.floats(50, 1450))
def test_more_load_wants_more_pressure_and_that_pressure_carries_it(load: float, other: float) -> None:
    rated = {"max_load_kg": 1450.0, "reference_pressure_kpa": 450.0}
    low, high = sorted((load, other))
    wanted = [calculate("tyre-load", **rated, load_kg=kg)["pressure_kpa"] for kg in (low, high)]
    assert wanted[0] <= wanted[1] <= 450 + 1e-9
    both = calculate("tyre-load", **rated, load_kg=high, pressure_kpa=wanted[1])
    assert (
        both["capacity_kg"] >= high - 1e-6
        and not calculate("tyre-load", **rated, load_kg=high, pressure_kpa=wanted[1] + 1e-6)["over"]
    )
    assert calculate("tyre-load", **rated, pressure_kpa=900)["capacity_kg"] == 1450


@given(st.floats(-60, 60), st.floats(0, 60), st.floats(5, 12))
def test_a_spacer_is_offset_taken_away(offset: float, spacer: float, rim: float) -> None:
    spaced = {**FIT, "offset_mm": offset, "spacer_mm": spacer, "rim_width_in": rim}
    plain = {**FIT, "offset_mm": offset - spacer, "rim_width_in": rim}
    for key, value in calculate("wheel-fit", stock=FIT, new=spaced, kpi_deg=12).items():
        assert value == pytest.approx(calculate("wheel-fit", stock=FIT, new=plain, kpi_deg=12)[key], abs=1e-9)
    there, back = calculate("wheel-fit", stock=FIT, new=plain), calculate("wheel-fit", stock=plain, new=FIT)
    assert there["track_change_mm"] == pytest.approx(-back["track_change_mm"], abs=1e-9)


@given(st.lists(st.sampled_from([30.0, 25.0, None]), min_size=1, max_size=7))
def test_the_majority_is_never_odd(offsets: list[float | None]) -> None:
    positions = [f"wheel {i}" for i in range(len(offsets))]
    got = compared("offset_mm", positions, offsets)
    known = [value for value in offsets if value is not None]
    if got is None:
        assert len(set(known)) == 1 and None not in offsets
        return
    assert len(got.unknown) == offsets.count(None)
    if got.majority is not None:
        assert known.count(got.majority) > len(known) - known.count(got.majority) or len(set(known)) <= 2
        assert len(got.odd) == sum(value != got.majority for value in known)
    elif got.tie:
        assert len(got.odd) == len(known)


def test_true_is_no_number_and_measured_values_may_be_called_alike() -> None:
    mixed = compared("x", ["a", "b", "c"], [1, True, 1.0])
    assert mixed is not None and mixed.odd == ["b"] and mixed.majority == 1
    near = compared("x", ["a", "b", "c"], [30.0, 30.0, 30.4], alike=lambda field, a, b: True)
    assert near is None


@given(st.floats(0, 30), st.floats(0, 30))
def test_a_steeper_grade_takes_more(one: float, other: float) -> None:
    low, high = sorted((one, other))
    assert (
        calculate("grade-hold", **HOLD, slope_pct=low)["power_kw"]
        <= calculate("grade-hold", **HOLD, slope_pct=high)["power_kw"] + 1e-9
    )


def test_altitude_takes_from_one_engine_and_not_from_the_other() -> None:
    here = {**HOLD, "slope_pct": 4.0, "engine_kw": 100.0}
    natural = [calculate("grade-hold", **here, altitude_m=h)["available_kw"] for h in (0.0, 2000.0)]
    assert natural[0] == 100 and natural[1] < 85
    turbo = {**here, "aspiration": "turbo"}
    assert calculate("grade-hold", **turbo, altitude_m=2500.0)["available_kw"] == 100
    assert calculate("grade-hold", **turbo, altitude_m=2501.0)["holds"] is None


@given(st.floats(50, 900), st.floats(5, 80))
def test_what_limits_the_climb_is_the_smallest(torque: float, ratio: float) -> None:
    got = calculate("climb", **{**CLIMB, "torque_nm": torque, "overall_ratio": ratio},
                    wheelbase_mm=2740, cg_behind_front_mm=1300, cg_height_mm=740)  # fmt: skip
    limits = {key.removesuffix("_limit_deg"): v for key, v in got.items() if key.endswith("_limit_deg")}
    assert got["climb_deg"] == min(limits.values()) == limits[got["limited_by"]]
    assert got["climb_pct"] == pytest.approx(math.tan(math.radians(got["climb_deg"])) * 100)


@given(st.lists(st.tuples(st.floats(0, 500), st.floats(0.8, 1.2)), min_size=1, max_size=6), st.floats(0, 500))
def test_true_distance_adds_up_whatever_the_instrument_started_from(
    stretches: list[tuple[float, float]], last: float
) -> None:
    reading, events = 1000.0, []
    for gone, factor in stretches:
        reading += gone
        events.append({"odometer_km": reading, "factor": factor})
    got = calculate("true-distance", events=events, now_km=reading + last)
    assert got["indicated_km"] == pytest.approx(reading + last - events[0]["odometer_km"], abs=1e-6)
    new = calculate(
        "true-distance", events=[*events[:-1], {**events[-1], "new_reading_km": 5.0}], now_km=5.0 + last
    )
    assert new["true_km"] == pytest.approx(got["true_km"], abs=1e-6)


@given(st.floats(0.85, 1.15), st.integers(5, 60), st.randoms(use_true_random=False))
def test_the_fit_finds_the_factor_and_leaves_out_what_is_slow(factor: float, many: int, dice: Any) -> None:
    pairs = []
    for _ in range(many):
        shown = dice.uniform(25, 110)
        pairs.append({"indicated_kmh": shown, "gps_kmh": shown * factor})
    got = calculate("speedometer-fit", pairs=pairs)
    assert got["factor"] == pytest.approx(factor) and got["ci95"] == pytest.approx(0, abs=1e-6)
    slow = calculate("speedometer-fit", pairs=[*pairs, {"indicated_kmh": 12.0, "gps_kmh": 30.0}])
    assert (slow["used"], slow["dropped"]) == (many, 1) and slow["factor"] == got["factor"]


def test_a_lost_signal_is_left_out() -> None:
    pairs = [{"indicated_kmh": 30.0 + 2 * i, "gps_kmh": (30.0 + 2 * i) * 0.97} for i in range(30)]
    lost = calculate("speedometer-fit", pairs=[*pairs, {"indicated_kmh": 60.0, "gps_kmh": 20.0}])
    assert (lost["used"], lost["dropped"]) == (30, 1) and lost["factor"] == pytest.approx(0.97)
