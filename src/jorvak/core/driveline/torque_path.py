"""What a shaft and a half shaft must stand: the smaller of what the engine puts there and what the tyres hold."""

import math
from typing import Literal

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, NotNegative, Positive, Refused
from jorvak.core.quantities.units import STANDARD_GRAVITY


class TorquePathIn(Given):
    torque_nm: Positive = Field(description="of the engine", examples=[360])
    converter_ratio: Positive = Field(1.0, description="torque converter near stall, about 2")
    gear_ratio: Positive = Field(description="the deeper of first and reverse", examples=[4.08])
    transfer_low: Positive = Field(description="1 where there is none", examples=[2.55])
    axle_ratio: Positive = Field(description="ring and pinion", examples=[4.1])
    efficiency: Positive = Field(0.9, description="up to the shaft", le=1)
    shaft_share: NotNegative = Field(1.0, description="of the case's output that this shaft can get", le=1)
    axle_load_kg: Positive = Field(
        description="on the slope: a rear axle gains a tenth and more at 30°", examples=[1300]
    )
    friction: NotNegative = Field(0.8, description="tyre on ground")
    static_radius_mm: Positive = Field(description="loaded", examples=[395])
    differential: Literal["open", "locked"] = Field("open", description="open or locked")
    od_mm: Positive | None = Field(None, description="tube, outside")
    wall_mm: Positive | None = Field(None, description="tube, wall")


class TorquePathOut(Answer):
    shaft_by_engine_nm: float = Field(description="what the engine can put there")
    shaft_by_grip_nm: float = Field(description="what the tyres hold before they slip")
    shaft_nm: float = Field(description="the smaller; shock is several times this")
    governs: Literal["engine", "grip"] = Field(description="which; equal: engine")
    half_shaft_nm: float = Field(description="with a lock one wheel may get all of it")
    shear_mpa: float | None = Field(None, description="in the tube")


def torque_path(given: TorquePathIn) -> TorquePathOut:
    """Torque by engine and by grip. Source: statics of the drive; torsion of a tube. Raises Refused."""
    by_engine = (
        given.torque_nm * given.converter_ratio * given.gear_ratio * given.transfer_low
        * given.efficiency * given.shaft_share
    )  # fmt: skip
    by_grip = (
        given.axle_load_kg
        * STANDARD_GRAVITY
        * given.friction
        * given.static_radius_mm
        / 1000
        / given.axle_ratio
    )
    torque = min(by_engine, by_grip)
    answer: dict[str, float | str] = {
        "shaft_by_engine_nm": by_engine,
        "shaft_by_grip_nm": by_grip,
        "shaft_nm": torque,
        "governs": "engine" if by_engine <= by_grip else "grip",
        "half_shaft_nm": torque * given.axle_ratio / (2 if given.differential == "open" else 1),
    }
    if given.od_mm is not None or given.wall_mm is not None:
        answer["shear_mpa"] = _shear_mpa(torque, given)
    return TorquePathOut.model_validate(answer)


def _shear_mpa(torque_nm: float, given: TorquePathIn) -> float:
    if given.od_mm is None or given.wall_mm is None:
        missing = "od_mm" if given.od_mm is None else "wall_mm"
        raise Refused(
            missing, f"{missing} is missing: a tube has an outside and a wall, give both or neither."
        )
    bore = given.od_mm - 2 * given.wall_mm
    if bore < 0:
        raise Refused(
            "wall_mm", f"A wall of {given.wall_mm:g} mm leaves no tube of {given.od_mm:g} mm outside."
        )
    return 16 * torque_nm * 1000 * given.od_mm / (math.pi * (given.od_mm**4 - bore**4))


CALCULATION = Calculation(
    "torque-path",
    TorquePathIn,
    torque_path,
    TorquePathOut,
    "torque by engine and by grip at a shaft and a half shaft, and which governs",
    "statics of the drive; torsion of a tube",
)
