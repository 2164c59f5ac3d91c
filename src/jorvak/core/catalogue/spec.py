"""What is known about a figure before anybody notes it, and how far it may be off when nobody says."""

import math
from collections.abc import Callable
from typing import Any, Literal

from jorvak.core.immutable import record
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
from jorvak.core.rig import Known

Shape = Literal["number", "ratios", "size", "choice", "text"]
Kind = Literal["plain", "limit", "mating", "wish"]
"""``limit``: a stamped limit, rating or wheel figure, exact from a plate. ``mating``: a dimension that must
fit another. ``wish``: what a builder wants, never uncertain."""


MOST_RATIOS = 24


@record(frozen=True, slots=True)
class Heading:
    """A heading under which figures are shown; those of lower ``rank`` stand first."""

    title: str
    rank: int


@record(frozen=True, slots=True)
class Spot:
    """Where on the drawing, seen from the side, a figure is taken.

    ``along`` in wheelbases behind the front axle, ``up`` as a share ``of`` the loaded radius of a tyre, of the
    height of the sill, or of the whole vehicle. ``beyond``: at that end of the body instead. ``own``: where its
    own x and z say, from the front axle on the ground or from the wheel's centre.
    """

    along: float = 0.0
    up: float = 1.0
    of: Literal["radius", "sill", "height"] = "radius"
    beyond: Literal["front", "rear"] | None = None
    own: Literal["vehicle", "wheel"] | None = None


@record(frozen=True, slots=True)
class Instrument:
    """What reads several figures and is off at all of them alike, beside what each reading is off for itself.

    ``path`` is the figure to look at where the instrument causes a doubt, ``own_off`` in the core's unit.
    """

    name: str
    label: str
    path: str
    own_off: float


@record(frozen=True, slots=True)
class FigureSpec:
    """What one figure is called, what it looks like typed, and what is believable of it.

    ``choice_labels`` are what ``choices`` are called, one for each, where they are not called what they are.
    ``word`` is its name in the line, ``word_for_all`` one that notes it at every wheel at once; ``low`` and ``high``
    (core unit) are what is believable; ``typical`` may stand in, visibly, and be off by ``typical_off`` (None: what is
    usual of an assumed one); ``how`` says how it is taken on the vehicle, ``spot`` where (None: at the axle that its
    path names). ``check`` gives a value of the right shape as the rig holds it, and raises BadFigure with what would
    work. ``instrument`` reads it, where others are read by the same.
    """

    path: str
    label: str
    example: str
    word: str | None = None
    low: float = 0.0
    high: float = math.inf
    shape: Shape = "number"
    choices: tuple[str, ...] = ()
    choice_labels: tuple[str, ...] = ()
    kind: Kind = "plain"
    typical: float | None = None
    typical_off: float | None = None
    how: str = ""
    word_for_all: str | None = None
    spot: Spot | None = None
    check: Callable[["FigureSpec", Any], Any] | None = None
    instrument: Instrument | None = None

    @property
    def quantity(self) -> Quantity | None:
        """What it measures, by the ending of its key."""
        key = self.path.rsplit(".", 1)[-1]
        return RATIO if self.shape == "ratios" else quantity_of_key(key)


@record(frozen=True, slots=True)
class FigureTable:
    """Figures that an area brings, under one ``heading``; None is shown under none.

    ``named``: they are figures of what a builder names, and each has its path by its last part alone: ``x_mm`` of
    "points" is ``points.NAME.x_mm``.
    """

    heading: Heading | None
    figures: tuple[FigureSpec, ...]
    named: str | None = None


class BadFigure(ValueError):
    """A figure that cannot be. ``path`` says which, the message what would work."""

    def __init__(self, path: str, message: str) -> None:
        super().__init__(message)
        self.path = path


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
