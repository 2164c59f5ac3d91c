"""The factor between speedometer and satellite, from a drive."""

import math
from typing import TYPE_CHECKING

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, NotNegative, Refused

if TYPE_CHECKING:
    import numpy as np
    from numpy.typing import NDArray

    Speeds = NDArray[np.float64]

SLOWEST_KMH = 20.0
FEWEST = 5
OUTLIER = 3.5 * 1.4826
"""Median absolute deviations beyond which a pair is braking or a lost signal (Iglewicz and Hoaglin)."""
LEAST_OUTLIER_KMH = 0.5


class SpeedPair(Given):
    indicated_kmh: NotNegative = Field(description="what the instrument showed")
    gps_kmh: NotNegative = Field(description="what the satellites said")


class SpeedometerFitIn(Given):
    pairs: list[SpeedPair] = Field(description="moments of a drive")


class SpeedometerFitOut(Answer):
    factor: float = Field(description="true = factor × indicated")
    ci95: float = Field(description="half-width of its 95 % interval")
    intercept_kmh: float | None = Field(
        description="of the ordinary line: beyond about 1 it is no pure ratio; null where all indicated are equal"
    )
    used: int = Field(description="pairs that count")
    dropped: int = Field(description="all others, those below 20 km/h too")


def speedometer_fit(given: SpeedometerFitIn) -> SpeedometerFitOut:
    """Least squares through the origin, outliers dropped once. Raises Refused for fewer than 5 usable pairs.

    Source: ordinary least squares; outliers by median absolute deviation.
    """
    import numpy as np

    pairs = np.array([(pair.indicated_kmh, pair.gps_kmh) for pair in given.pairs], dtype=float).reshape(-1, 2)
    return fitted(pairs[:, 0], pairs[:, 1])


def fitted(indicated_kmh: "Speeds", gps_kmh: "Speeds") -> SpeedometerFitOut:
    """``speedometer_fit`` on two arrays of one length, shape (n,). Raises Refused on ``pairs``."""
    fast = indicated_kmh >= SLOWEST_KMH
    shown, true = indicated_kmh[fast], gps_kmh[fast]
    _enough(len(shown), "at 20 km/h and above")
    kept = kept_of(shown, true)
    used, true_used = shown[kept], true[kept]
    _enough(len(used), "that agree with one another")
    factor = _through_origin(used, true_used)
    residual = true_used - factor * used
    squares = float(used @ used)
    return SpeedometerFitOut(
        factor=factor,
        ci95=quantile_975(len(used) - 1) * (float(residual @ residual) / (len(used) - 1) / squares) ** 0.5,
        intercept_kmh=_intercept(used, true_used),
        used=len(used),
        dropped=len(indicated_kmh) - len(used),
    )


def kept_of(shown: "Speeds", true: "Speeds") -> "NDArray[np.bool_]":
    """Which of the pairs lie near the first fit."""
    import numpy as np

    residual = true - _through_origin(shown, true) * shown
    apart: Speeds = np.abs(residual - np.median(residual))
    return apart <= max(OUTLIER * float(np.median(apart)), LEAST_OUTLIER_KMH)


def _through_origin(shown: "Speeds", true: "Speeds") -> float:
    return float(shown @ true) / float(shown @ shown)


def _intercept(shown: "Speeds", true: "Speeds") -> float | None:
    apart = shown - shown.mean()
    spread = float(apart @ apart)
    if spread == 0:
        return None
    return float(true.mean() - float(apart @ true) / spread * shown.mean())


MANY = 60
"""Degrees of freedom beyond which the quantile is taken from its expansion, to better than 1e-8."""
NORMAL_975 = 1.959963984540054


def quantile_975(freedom: int) -> float:
    """The 97.5 % quantile of Student's distribution: 95 % lie within ± this.

    Source: Abramowitz and Stegun, 26.7.3 and 26.7.4 by halving; beyond ``MANY`` degrees of freedom 26.7.5.
    """
    if freedom > MANY:
        z = NORMAL_975
        terms = (
            (z**3 + z) / 4,
            (5 * z**5 + 16 * z**3 + 3 * z) / 96,
            (3 * z**7 + 19 * z**5 + 17 * z**3 - 15 * z) / 384,
            (79 * z**9 + 776 * z**7 + 1482 * z**5 - 1920 * z**3 - 945 * z) / 92160,
        )
        return z + sum(term / float(freedom) ** power for power, term in enumerate(terms, 1))
    low, high = 0.0, 20.0
    while high - low > 1e-12:
        middle = (low + high) / 2
        low, high = (middle, high) if _within(middle, freedom) < 0.95 else (low, middle)
    return high


def _within(t: float, freedom: int) -> float:
    """How much of Student's distribution lies within ±t."""
    angle = math.atan(t / math.sqrt(freedom))
    odd = freedom % 2
    term = total = math.cos(angle) if odd else 1.0
    for step in range(2 + odd, freedom - 1, 2):
        term *= math.cos(angle) * math.cos(angle) * (step - 1) / step
        total += term
    if not odd:
        return math.sin(angle) * total
    return 2 / math.pi * (angle + (math.sin(angle) * total if freedom > 1 else 0.0))


def _enough(there: int, which: str) -> None:
    if there < FEWEST:
        raise Refused(
            "pairs",
            f"{there} pairs {which} are too few: a fit wants {FEWEST} or more. Drive on, at steady speeds.",
        )


CALCULATION = Calculation(
    "speedometer-fit",
    SpeedometerFitIn,
    speedometer_fit,
    SpeedometerFitOut,
    "the factor between speedometer and satellite, from a drive, with its interval",
    "least squares through the origin; Student's t; outliers by median absolute deviation",
)
