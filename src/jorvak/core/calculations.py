"""The index of calculations. One that stands here is on the command line and described, and needs no more."""

from typing import Any

from jorvak.core.calculation import Calculation
from jorvak.core.driveline import mate
from jorvak.core.rolling import axle_match, gearing, regear, speedometer, tyre_size
from jorvak.core.stance import lift_stack, stance

CALCULATIONS: dict[str, Calculation[Any, Any]] = {
    calculation.name: calculation
    for calculation in (
        tyre_size.CALCULATION,
        gearing.CALCULATION,
        regear.CALCULATION,
        speedometer.CALCULATION,
        axle_match.CALCULATION,
        stance.CALCULATION,
        lift_stack.CALCULATION,
        mate.CALCULATION,
    )
}
