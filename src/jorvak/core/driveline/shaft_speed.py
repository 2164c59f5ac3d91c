"""The speed at which a shaft whirls."""

import math
from typing import Literal

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Positive, Refused

SAFE_SHARE = 0.75
MATERIALS = {"steel": (207e9, 7850.0), "aluminium": (69e9, 2700.0)}
"""Stiffness in Pa and density in kg/m³."""


class ShaftSpeedIn(Given):
    od_mm: Positive = Field(description="tube, outside", examples=[63.5])
    wall_mm: Positive = Field(description="tube, wall", examples=[2.0])
    length_mm: Positive = Field(description="between joint centres", examples=[1172])
    material: Literal["steel", "aluminium"] = Field(description="steel or aluminium")
    speed_kmh: NotNegative | None = Field(None, description="fastest road speed")
    circumference_mm: Positive | None = Field(None, description="rolling circumference")
    axle_ratio: Positive | None = Field(None, description="ring and pinion")


class ShaftSpeedOut(Answer):
    critical_rpm: float = Field(description="where it whirls")
    safe_rpm: float = Field(description="three quarters of that")
    shaft_rpm: float | None = Field(None, description="at that road speed")
    ok: bool | None = Field(None, description="not above the safe speed")


def shaft_speed(given: ShaftSpeedIn) -> ShaftSpeedOut:
    """First bending mode of a tube hinged at both ends. Source: Den Hartog, Mechanical Vibrations. Raises Refused."""
    critical = critical_rpm(given.od_mm, given.wall_mm, given.length_mm, given.material)
    if given.speed_kmh is None or given.circumference_mm is None or given.axle_ratio is None:
        return ShaftSpeedOut(critical_rpm=critical, safe_rpm=SAFE_SHARE * critical)
    return whirls(critical, shaft_rpm(given.speed_kmh, given.circumference_mm, given.axle_ratio))


def critical_rpm(
    od_mm: float, wall_mm: float, length_mm: float, material: Literal["steel", "aluminium"]
) -> float:
    """The speed at which a tube hinged at both ends whirls. Raises Refused on ``wall_mm``.

    Source: Den Hartog, Mechanical Vibrations: E·I/(ρ·A) of a tube, I/A = (D² + d²)/16.
    """
    bore = od_mm - 2 * wall_mm
    if bore <= 0 or wall_mm <= 0:
        raise Refused("wall_mm", f"A wall of {wall_mm:g} mm leaves no tube of {od_mm:g} mm outside.")
    stiffness, density = MATERIALS[material]
    outer, inner, length = od_mm / 1000, bore / 1000, length_mm / 1000
    return 60 * math.pi / 2 / length**2 * math.sqrt(stiffness / density * (outer**2 + inner**2) / 16)


def whirls(critical_rpm: float, rpm: float) -> ShaftSpeedOut:
    """A shaft that turns at ``rpm`` against the speed at which it whirls."""
    safe = SAFE_SHARE * critical_rpm
    return ShaftSpeedOut(critical_rpm=critical_rpm, safe_rpm=safe, shaft_rpm=rpm, ok=rpm <= safe + SLACK)


def shaft_rpm(speed_kmh: float, circumference_mm: float, axle_ratio: float) -> float:
    """How fast a shaft turns at a road speed."""
    return speed_kmh * 1e6 / 60 / circumference_mm * axle_ratio


CALCULATION = Calculation(
    "shaft-speed",
    ShaftSpeedIn,
    shaft_speed,
    ShaftSpeedOut,
    "the speed at which a shaft whirls, and whether the road reaches it",
    "Den Hartog, Mechanical Vibrations: a tube hinged at both ends",
)
