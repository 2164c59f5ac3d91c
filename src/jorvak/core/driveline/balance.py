"""A mass that is missing at a rim: what it pulls with, and how often."""

import math

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, NotNegative, Positive


class BalanceIn(Given):
    mass_g: NotNegative = Field(description="at the rim", examples=[40])
    rim_mm: Positive = Field(description="diameter there", examples=[431.8])
    speed_kmh: NotNegative = Field(description="road speed", examples=[105])
    rolling_radius_mm: Positive = Field(description="of the tyre", examples=[372])


class BalanceOut(Answer):
    force_n: float = Field(description="outwards, turning with the wheel")
    hz: float = Field(description="how often a second")


def balance(given: BalanceIn) -> BalanceOut:
    """force = m·r·(v/R)²: the square is why it comes at one speed. Source: circular motion."""
    metres_per_s, radius_m = given.speed_kmh / 3.6, given.rolling_radius_mm / 1000
    return BalanceOut(
        force_n=given.mass_g / 1000 * given.rim_mm / 2000 * (metres_per_s / radius_m) ** 2,
        hz=metres_per_s / (2 * math.pi * radius_m),
    )


CALCULATION = Calculation(
    "balance",
    BalanceIn,
    balance,
    BalanceOut,
    "a mass missing at a rim: what it pulls with at a speed",
    "circular motion",
)
