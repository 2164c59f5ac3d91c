"""What is in a tank along the way: begun with so much, filled to the full at some legs, with a reserve of what was used."""

from collections.abc import Sequence
from typing import Literal

from jorvak.core.immutable import record

Fluid = Literal["fuel", "water"]


@record(frozen=True, slots=True)
class OnLeg:
    """One leg: what is in the tank at its beginning and at its end, and the reserve that should be left by then.

    Amounts go below 0 rather than hide.
    """

    start_l: float
    used_l: float
    left_l: float
    reserve_l: float

    @property
    def short_by_l(self) -> float:
        """By how much less than the reserve is left; below 0 where it is more."""
        return self.reserve_l - self.left_l


def along(
    used_l: Sequence[float], fills: Sequence[bool], full_l: float, start_l: float, reserve_pct: float
) -> list[OnLeg]:
    """The tank leg by leg. Fills are to the full, at the beginning of a leg; the reserve is a share of everything used
    since the last of them.

    >>> [leg.left_l for leg in along([30.0, 20.0], [False, True], 60.0, 40.0, 10.0)]
    [10.0, 40.0]
    """
    legs = []
    holds, since = start_l, 0.0
    for used, fill in zip(used_l, fills, strict=True):
        if fill:
            holds, since = full_l, 0.0
        since += used
        legs.append(OnLeg(holds, used, holds - used, since * reserve_pct / 100))
        holds -= used
    return legs


def stretches(amounts: Sequence[float], fills: Sequence[bool]) -> list[float]:
    """Sums of an amount by leg over each stretch between two fills, the first from the start.

    >>> stretches([300.0, 100.0, 50.0], [False, True, False])
    [300.0, 150.0]
    """
    sums: list[float] = []
    for amount, fill in zip(amounts, fills, strict=True):
        if fill or not sums:
            sums.append(0.0)
        sums[-1] += amount
    return sums
