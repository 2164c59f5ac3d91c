"""What is known about a figure before anybody notes it, and how far it may be off when nobody says."""

import math
from typing import Any, Literal

from jorvak.core.quantities import (
    ANGLE,
    LENGTH,
    MASS,
    PRESSURE,
    RATIO,
    SPEED,
    TORQUE,
    Quantity,
    quantity_of_key,
)
from jorvak.core.record import record
from jorvak.core.rig import Known

Shape = Literal["number", "ratios", "size", "choice", "text"]
Kind = Literal["plain", "limit", "mating", "wish"]
"""``limit``: a stamped limit, rating or wheel figure, exact from a plate. ``mating``: a dimension that must
fit another. ``wish``: what a builder wants, never uncertain."""


@record(frozen=True, slots=True)
class FigureSpec:
    """``word`` is its name in the line; ``low`` and ``high`` (core unit) are what is believable; ``typical``
    may stand in, visibly, and be off by ``typical_off`` (None: what is usual of an assumed one); ``how`` says how it
    is taken on the vehicle."""

    path: str
    label: str
    example: str
    word: str | None = None
    low: float = 0.0
    high: float = math.inf
    shape: Shape = "number"
    choices: tuple[str, ...] = ()
    kind: Kind = "plain"
    typical: float | None = None
    typical_off: float | None = None
    how: str = ""

    @property
    def quantity(self) -> Quantity | None:
        """What it measures, by the ending of its key."""
        key = self.path.rsplit(".", 1)[-1]
        return RATIO if self.shape == "ratios" else quantity_of_key(key)


# By quantity: measured, plate, assumed. Source: the trade's conventions; ± is two standard deviations.
_ABSOLUTE: dict[str, tuple[float | None, float | None, float | None]] = {
    LENGTH.name: (3.0, 5.0, 15.0),
    ANGLE.name: (0.3, 0.5, 2.0),
    PRESSURE.name: (5.0, None, 20.0),
    SPEED.name: (0.5, None, None),
}
_SHARE: dict[str, tuple[float, float, float]] = {
    MASS.name: (0.01, 0.03, 0.10),
    TORQUE.name: (0.02, 0.05, 0.15),
    RATIO.name: (0.02, 0.0, 0.03),
}
_OTHER_SHARE = (0.02, 0.05, 0.15)
_COLUMN: dict[Known, int] = {"measured": 0, "plate": 1, "assumed": 2, "worked out": 2}
MATING_MM = 0.05


def usual_share(quantity: Quantity, known: Known) -> float:
    """How far a quantity without an absolute ± may be off, as a share of it."""
    return _SHARE.get(quantity.name, _OTHER_SHARE)[_COLUMN[known]]


def usual_doubt(spec: FigureSpec, value: Any, known: Known) -> float:
    """How far a number may be off, in the core's unit, where nobody said so. Words and wishes are exact.

    A figure noted as worked out elsewhere counts as assumed: its inputs are not on record.
    """
    if spec.kind == "wish" or spec.shape in ("choice", "text", "size") or not isinstance(value, (int, float)):
        return 0.0
    if known == "plate" and spec.kind in ("limit", "mating"):
        return 0.0
    if known == "measured" and spec.kind == "mating":
        return MATING_MM
    name = spec.quantity.name if spec.quantity else ""
    column = _COLUMN[known]
    absolute = _ABSOLUTE.get(name, (None, None, None))[column]
    if absolute is not None:
        return absolute
    return abs(value) * _SHARE.get(name, _OTHER_SHARE)[column]
