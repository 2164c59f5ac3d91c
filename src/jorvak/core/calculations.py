"""The index of calculations: each module of an area that has a ``CALCULATION`` is on the command line and described."""

from collections.abc import Mapping
from functools import cache
from typing import Any

from jorvak.core.calculation import Calculation
from jorvak.core.discovery import modules_of
from jorvak.core.order import AREAS


@cache
def calculations() -> Mapping[str, Calculation[Any, Any]]:
    """Every calculation by name, areas in their order and each area's by module."""
    found = (getattr(module, "CALCULATION", None) for area in AREAS for module in modules_of(area))
    return {calculation.name: calculation for calculation in found if calculation is not None}
