"""What a scale says of masses that were guessed."""

import math
from collections.abc import Sequence

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Number, Positive, Refused

OWN_KG = 0.5
"""Each reading of its own, as a standard deviation: half of the ±1 kg to which a scale is read."""
AGREES_CHI = 2.45
"""95 % for two numbers."""
SUSPECT_SIGMAS = 2.0
NOTHING_KG = 1.0

Pair = tuple[float, float]


class WeighedItem(Given):
    name: str = Field(description="what it is")
    mass_kg: Number = Field(description="as it was noted; below 0: came off")
    doubt_kg: NotNegative = Field(description="how far that may be off, two standard deviations")
    x_mm: Number = Field(description="behind the front axle")


class WeighInIn(Given):
    wheelbase_mm: Positive = Field(description="front to rear axle", examples=[2740])
    front_kg: NotNegative = Field(description="on the front axle, measured now", examples=[1216])
    rear_kg: NotNegative = Field(description="on the rear axle, measured now", examples=[1166])
    scale_pct: NotNegative = Field(1.0, description="what the scale may be off")
    before_front_kg: NotNegative = Field(description="on the front axle before", examples=[1090])
    before_rear_kg: NotNegative = Field(description="on the rear axle before", examples=[975])
    before_pct: NotNegative = Field(1.0, description="what that may be off")
    items: list[WeighedItem] = Field(description="what came on or off between")
    same_scale: bool = Field(False, strict=True, description="the weighing before stood on this scale too")
    before_plate: bool = Field(False, strict=True, description="before are a plate's figures")


class CorrectedItem(Answer):
    name: str = Field(description="what it is")
    mass_kg: float = Field(description="as the scale has it")
    doubt_kg: float = Field(description="how far that may be off")
    moved_kg: float = Field(description="against what was noted")
    sigmas: float | None = Field(
        description="in standard deviations of what was noted; null where it had none"
    )


class WeighInOut(Answer):
    expected_front_kg: float = Field(description="before, with what came on")
    expected_rear_kg: float = Field(description="before, with what came on")
    off_front_kg: float = Field(description="measured less expected")
    off_rear_kg: float = Field(description="measured less expected")
    off_kg: float = Field(description="of both axles")
    off_x_mm: float | None = Field(description="where something forgotten would stand; null where it agrees")
    chi: float = Field(description="how far off in all, in standard deviations")
    agrees: bool = Field(description="within 95 %")
    items: list[CorrectedItem] = Field(description="the masses as the scale has them")
    suspect: str | None = Field(description="the item that explains most, where it does not agree")


def weigh_in(given: WeighInIn) -> WeighInOut:
    """Corrects the noted masses by generalised least squares. Source: best linear unbiased estimation (Gauss, Aitken).

    Raises Refused on ``scale_pct`` where nothing may be off, on ``before_plate`` for a plate on the same scale.
    """
    if given.same_scale and given.before_plate:
        raise Refused("before_plate", "A plate's figures were not weighed on this scale.")
    levers = [(1 - item.x_mm / given.wheelbase_mm, item.x_mm / given.wheelbase_mm) for item in given.items]
    brought = [
        sum(item.mass_kg * lever[end] for item, lever in zip(given.items, levers, strict=True))
        for end in (0, 1)
    ]
    expected = (given.before_front_kg + brought[0], given.before_rear_kg + brought[1])
    off = (given.front_kg - expected[0], given.rear_kg - expected[1])
    inverse = _inverse(_covariance(given, levers))
    weighted = _times(inverse, off)
    chi = math.sqrt(max(_dot(off, weighted), 0.0))
    agrees = chi <= AGREES_CHI + SLACK
    items = [
        _corrected(item, lever, inverse, weighted) for item, lever in zip(given.items, levers, strict=True)
    ]
    whole = sum(off)
    return WeighInOut(
        expected_front_kg=expected[0],
        expected_rear_kg=expected[1],
        off_front_kg=off[0],
        off_rear_kg=off[1],
        off_kg=whole,
        off_x_mm=None if agrees or abs(whole) < NOTHING_KG else given.wheelbase_mm * off[1] / whole,
        chi=chi,
        agrees=agrees,
        items=items,
        suspect=None if agrees else _suspect(items),
    )


Matrix = tuple[Pair, Pair]


def _covariance(given: WeighInIn, levers: Sequence[Pair]) -> Matrix:
    """What measured less expected may be off: the items, the scale or scales, and each reading its own."""
    now, before = (given.front_kg, given.rear_kg), (given.before_front_kg, given.before_rear_kg)
    parts = [
        ((item.doubt_kg / 2) ** 2, lever, lever) for item, lever in zip(given.items, levers, strict=True)
    ]
    scale, scale_before = (given.scale_pct / 200) ** 2, (given.before_pct / 200) ** 2
    if given.same_scale:
        came = (now[0] - before[0], now[1] - before[1])
        parts.append((scale, came, came))
    else:
        parts.append((scale, now, now))
        if given.before_plate:
            # Each axle has its own sheet of paper.
            parts += [
                (scale_before, (before[0], 0.0), (before[0], 0.0)),
                (scale_before, (0.0, before[1]), (0.0, before[1])),
            ]
        else:
            parts.append((scale_before, before, before))
    own = OWN_KG**2 * (1 if given.before_plate else 2)
    first = sum(share * a[0] * b[0] for share, a, b in parts) + own
    both = sum(share * a[0] * b[1] for share, a, b in parts)
    last = sum(share * a[1] * b[1] for share, a, b in parts) + own
    return (first, both), (both, last)


def _inverse(of: Matrix) -> Matrix:
    (a, b), (_, d) = of
    determinant = a * d - b * b
    if not determinant > 1e-12 * a * d:
        raise Refused("scale_pct", "Nothing of this may be off on its own: say how far the scale may be.")
    return (d / determinant, -b / determinant), (-b / determinant, a / determinant)


def _times(matrix: Matrix, pair: Pair) -> Pair:
    return _dot(matrix[0], pair), _dot(matrix[1], pair)


def _dot(one: Pair, other: Pair) -> float:
    return one[0] * other[0] + one[1] * other[1]


def _corrected(item: WeighedItem, lever: Pair, inverse: Matrix, weighted: Pair) -> CorrectedItem:
    variance = (item.doubt_kg / 2) ** 2
    moved = variance * _dot(lever, weighted)
    after = variance - variance**2 * _dot(lever, _times(inverse, lever))
    return CorrectedItem(
        name=item.name,
        mass_kg=item.mass_kg + moved,
        doubt_kg=2 * math.sqrt(max(after, 0.0)),
        moved_kg=moved,
        sigmas=moved / (item.doubt_kg / 2) if item.doubt_kg > 0 else None,
    )


def _suspect(items: Sequence[CorrectedItem]) -> str | None:
    most = max(items, key=lambda item: abs(item.sigmas or 0.0), default=None)
    return most.name if most is not None and abs(most.sigmas or 0.0) >= SUSPECT_SIGMAS - SLACK else None


CALCULATION = Calculation(
    "weigh-in",
    WeighInIn,
    weigh_in,
    WeighInOut,
    "what a scale says of masses that were guessed",
    "generalised least squares; conventions for what a scale may be off",
)
