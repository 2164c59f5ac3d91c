"""The handbook's worked examples, as tables: every calculation reproduces its own."""

import json
import math
from datetime import date
from pathlib import Path
from typing import Any

import pytest

from jorvak.core.calculation import Refused
from jorvak.core.calculations import calculations

EXAMPLES = Path(__file__).parent / "examples"
CASES = [
    pytest.param(path.stem, case, id=f"{path.stem}-{number}")
    for path in sorted(EXAMPLES.glob("*.json"))
    for number, case in enumerate(json.loads(path.read_text()))
]


# Positions are steps apart: within 3 mm and 0.1°, as the handbook says.
LOOSER = {"obstacle": (3.0, 0.1)}

FREE_MM = 10.0


def _merit(stowed: dict[str, Any]) -> dict[str, float]:
    """Where two ways are equally good either is right: what is compared, as the handbook says."""
    return {
        "over_kg": stowed["over_kg"],
        "to_the_side_mm": max(abs(stowed["cg_y_mm"]) - FREE_MM, 0.0),
        "cg_z_mm": stowed["cg_z_mm"],
    }


def _how_good(schedule: dict[str, Any]) -> tuple[Any, ...]:
    """Of two plans as good either is right: what is compared, as the handbook says."""
    late = [rig["days_late"] for rig in schedule["rigs"]]
    return schedule["finish"], schedule["ready_h"], max(late), sum(late), schedule["proven"]


def assert_as_likely(got: dict[str, Any], wanted: dict[str, Any]) -> None:
    assert got["p_deadline"] == pytest.approx(wanted["p_deadline"], abs=0.03)
    for key in ("finish_p10", "finish_p50", "finish_p90"):
        # One working day: over a week without any at most.
        apart = date.fromisoformat(got[key]) - date.fromisoformat(wanted[key])
        assert abs(apart.days) <= 7, key
    shares = {each["id"]: each["share"] for each in got["drivers"]}
    for each in wanted["drivers"]:
        if each["share"] > 0.06:
            assert shares[each["id"]] == pytest.approx(each["share"], abs=0.06)


def assert_alike(got: Any, wanted: Any, place: str = "result", looser: tuple[float, float] = (0, 0)) -> None:
    if isinstance(wanted, dict):
        for key, value in wanted.items():
            assert key in got, f"{place}.{key} is absent"
            assert_alike(got[key], value, f"{place}.{key}", looser)
    elif isinstance(wanted, list):
        assert len(got) == len(wanted), place
        for index, value in enumerate(wanted):
            assert_alike(got[index], value, f"{place}.{index}", looser)
    elif isinstance(wanted, float):
        off = max(1e-9, looser[1] if place.endswith("_deg") else looser[0])
        assert math.isclose(got, wanted, rel_tol=1e-6, abs_tol=off), f"{place}: {got} is not {wanted}"
    else:
        assert got == wanted, place


def test_every_calculation_has_examples() -> None:
    assert set(calculations()) == {path.stem for path in EXAMPLES.glob("*.json")}


@pytest.mark.parametrize(("name", "case"), CASES)
def test_example(name: str, case: dict[str, Any]) -> None:
    calculation = calculations()[name]
    if "error" in case:
        with pytest.raises(Refused) as refused:
            calculation(case["input"])
        assert refused.value.field == case["error"]
        assert refused.value.message.endswith(".")
    else:
        got = calculation.as_json(case["input"])
        if name == "stow":
            assert_alike(_merit(got), _merit(case["result"]), looser=(0.1, 0.1))
            assert got["proven"] is case["result"]["proven"]
        elif name == "schedule":
            assert _how_good(got) == _how_good(case["result"])
        elif name == "chance":
            assert_as_likely(got, case["result"])
        else:
            assert_alike(got, case["result"], looser=LOOSER.get(name, (0, 0)))
