"""What is in a tank or a battery along the way: begun with so much, filled at some legs, with a reserve of what was used."""

from collections.abc import Sequence
from typing import Literal

from jorvak.core.immutable import record

Fluid = Literal["fuel", "water"]


@record(frozen=True, slots=True)
class OnLeg:
    """One leg: what is in it at its beginning and at its end, and the reserve that should be left by then.

    Amounts are litres or kWh, as they were given, and go below 0 rather than hide.
    """

    start: float
    used: float
    left: float
    reserve: float

    @property
    def spare(self) -> float:
        """What is left beyond the reserve; below 0 where it is less."""
        return self.left - self.reserve


def along(
    used: Sequence[float], fills: Sequence[bool], full: float, start: float, reserve_pct: float
) -> list[OnLeg]:
    """What is in it leg by leg. Fills are to the full, at the beginning of a leg; the reserve is a share of everything used
    since the last of them.

    >>> [leg.left for leg in along([30.0, 20.0], [False, True], 60.0, 40.0, 10.0)]
    [10.0, 40.0]
    """
    legs = []
    holds, since = start, 0.0
    for taken, fill in zip(used, fills, strict=True):
        if fill:
            holds, since = full, 0.0
        since += taken
        legs.append(OnLeg(holds, taken, holds - taken, since * reserve_pct / 100))
        holds -= taken
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
