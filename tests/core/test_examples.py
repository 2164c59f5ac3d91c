"""The handbook's worked examples, as tables: every calculation reproduces its own."""

import json
import math
from pathlib import Path
from typing import Any

import pytest

from jorvak.core.calculation import Refused
from jorvak.core.calculations import CALCULATIONS

EXAMPLES = Path(__file__).parent / "examples"
CASES = [
    pytest.param(path.stem, case, id=f"{path.stem}-{number}")
    for path in sorted(EXAMPLES.glob("*.json"))
    for number, case in enumerate(json.loads(path.read_text()))
]


def assert_alike(got: Any, wanted: Any, place: str = "result") -> None:
    if isinstance(wanted, dict):
        for key, value in wanted.items():
            assert key in got, f"{place}.{key} is absent"
            assert_alike(got[key], value, f"{place}.{key}")
    elif isinstance(wanted, list):
        assert len(got) == len(wanted), place
        for index, value in enumerate(wanted):
            assert_alike(got[index], value, f"{place}.{index}")
    elif isinstance(wanted, float):
        assert math.isclose(got, wanted, rel_tol=1e-6, abs_tol=1e-9), f"{place}: {got} is not {wanted}"
    else:
        assert got == wanted, place


def test_every_calculation_has_examples() -> None:
    assert set(CALCULATIONS) == {path.stem for path in EXAMPLES.glob("*.json")}


@pytest.mark.parametrize(("name", "case"), CASES)
def test_example(name: str, case: dict[str, Any]) -> None:
    calculation = CALCULATIONS[name]
    if "error" in case:
        with pytest.raises(Refused) as refused:
            calculation(case["input"])
        assert refused.value.field == case["error"]
        assert refused.value.message.endswith(".")
    else:
        assert_alike(calculation(case["input"]).model_dump(exclude_unset=True), case["result"])
