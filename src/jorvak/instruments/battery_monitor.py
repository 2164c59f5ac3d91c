"""A simulated battery monitor: it counts ampere hours through a shunt, and drifts."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass

EVERY_H = 0.5


@dataclass(frozen=True, slots=True)
class Counted:
    """What the monitor shows at an hour: charge that it counted out of the battery, and volts at its poles."""

    at_h: float
    counted_ah: float
    battery_v: float


@dataclass(frozen=True)
class BatteryMonitor:
    """Counts what ``draws_a`` takes, hour by hour, out of a battery of ``capacity_ah``.

    ``zero_a`` is what it reads of no current at all: that is counted too, and is what makes it drift.
    """

    draws_a: Callable[[float], float]
    capacity_ah: float
    full_v: float = 12.8
    zero_a: float = 0.08

    def over(self, hours: float) -> Iterator[Counted]:
        """A reading every half hour, from a battery that is full."""
        true_ah = counted = 0.0
        for step in range(round(hours / EVERY_H) + 1):
            at = step * EVERY_H
            if step:
                draw = self.draws_a(at - EVERY_H / 2)
                true_ah += draw * EVERY_H
                counted += (draw + self.zero_a) * EVERY_H
            left = max(1 - true_ah / self.capacity_ah, 0.0)
            yield Counted(at, counted, self.full_v - 1.2 * (1 - left))
