"""What a battery monitor counted over a day beside what this vehicle's consumers were thought to take."""

from jorvak.core.engine.asking import Ask
from jorvak.core.immutable import record
from jorvak.core.power.feeding import volts
from jorvak.core.power.standing_still import standing_still

DAY_H = 24.0
EVENING_H, NIGHT_H = 17.0, 23.0
EVENING_SHARE = 0.55
"""Of a day's use, what falls between dusk and bed."""


@record(frozen=True, slots=True)
class Draws:
    """What is drawn over a day, as thought: ``wh_per_day`` in all, out of so much capacity."""

    ah_per_day: float
    capacity_ah: float

    def at(self, hour: float) -> float:
        """Amps at an hour of the day: more in the evening, the same in all."""
        evening = NIGHT_H - EVENING_H
        if EVENING_H <= hour % DAY_H < NIGHT_H:
            return self.ah_per_day * EVENING_SHARE / evening
        return self.ah_per_day * (1 - EVENING_SHARE) / (DAY_H - evening)


def draws_by_hour(ask: Ask) -> Draws:
    """As the consumers are noted. Raises Missing."""
    stands = standing_still(ask)
    return Draws(stands.wh_per_day / volts(ask), stands.capacity_ah)


@record(frozen=True, slots=True)
class CountBeside:
    """Counted beside thought, over a day; ``differs_pct`` of what was thought, None where nothing was."""

    counted_ah: float
    thought_ah: float
    differs_pct: float | None


def compared(draws: Draws, counted_ah: float) -> CountBeside:
    """How far a day's count is from what was thought."""
    thought = draws.ah_per_day
    return CountBeside(counted_ah, thought, (counted_ah / thought - 1) * 100 if thought > 0 else None)
