"""The index of calculations. One that stands here is on the command line and described, and needs no more."""

from typing import Any

from jorvak.core.calculation import Calculation
from jorvak.core.driveline import mate, shaft, shaft_slip, shaft_speed, torque_path, vibration
from jorvak.core.rolling import (
    axle_match,
    climb,
    gearing,
    grade_hold,
    regear,
    set_check,
    speedometer,
    speedometer_fit,
    speedometer_gear,
    true_distance,
    tyre_age,
    tyre_load,
    tyre_size,
    wheel_fit,
)
from jorvak.core.stance import (
    articulation,
    caster,
    cg_height,
    four_link,
    half_shaft,
    lift_stack,
    obstacle,
    shock,
    spring,
    stance,
    tilt,
    track_bar,
    tyre_room,
)

CALCULATIONS: dict[str, Calculation[Any, Any]] = {
    calculation.name: calculation
    for calculation in (
        tyre_size.CALCULATION,
        tyre_age.CALCULATION,
        tyre_load.CALCULATION,
        wheel_fit.CALCULATION,
        set_check.CALCULATION,
        gearing.CALCULATION,
        regear.CALCULATION,
        axle_match.CALCULATION,
        climb.CALCULATION,
        grade_hold.CALCULATION,
        speedometer.CALCULATION,
        speedometer_gear.CALCULATION,
        speedometer_fit.CALCULATION,
        true_distance.CALCULATION,
        shaft.CALCULATION,
        shaft_speed.CALCULATION,
        shaft_slip.CALCULATION,
        vibration.CALCULATION,
        mate.CALCULATION,
        torque_path.CALCULATION,
        stance.CALCULATION,
        lift_stack.CALCULATION,
        spring.CALCULATION,
        shock.CALCULATION,
        track_bar.CALCULATION,
        caster.CALCULATION,
        half_shaft.CALCULATION,
        four_link.CALCULATION,
        tilt.CALCULATION,
        cg_height.CALCULATION,
        articulation.CALCULATION,
        tyre_room.CALCULATION,
        obstacle.CALCULATION,
    )
}
