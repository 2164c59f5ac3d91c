"""The handbook's worked examples, as tables: every calculation reproduces its own."""

import json
import math
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
        got = calculation(case["input"]).model_dump(exclude_unset=True)
        if name == "stow":
            assert_alike(_merit(got), _merit(case["result"]), looser=(0.1, 0.1))
            assert got["proven"] is case["result"]["proven"]
        else:
            assert_alike(got, case["result"], looser=LOOSER.get(name, (0, 0)))
