"""Engine speeds that a change moves, in the gears that the engine can turn at that road speed."""

from collections.abc import Iterator

from jorvak.core.immutable import record
from jorvak.core.rig import Figures
from jorvak.core.rolling.results import GearTable

BEYOND_MOST_POWER = 1.2
"""An engine turns so much beyond the speed of its most power. Source: a first guess."""


@record(frozen=True, slots=True)
class EngineSpeed:
    """The engine's speed in a gear, counted from 1, at the first speed of the table; ``was_rpm`` None: not known before."""

    gear: int
    rpm: int
    was_rpm: int | None


def moved_speeds(
    before: GearTable | None, after: GearTable | None, figures: Figures
) -> Iterator[EngineSpeed]:
    """Those that come out otherwise, between idle and a little beyond most power; what is not noted bounds nothing."""
    idle, most_power = (figures.get(f"engine.{key}") for key in ("idle_rpm", "power_at_rpm"))
    low = 0.0 if idle is None else idle.value
    high = float("inf") if most_power is None else most_power.value * BEYOND_MOST_POWER
    were = [round(row.rpm[0]) for row in before.gears] if before is not None else []
    for gear, row in enumerate(after.gears if after is not None else (), 1):
        rpm = round(row.rpm[0])
        was = were[gear - 1] if gear <= len(were) else None
        if low <= rpm <= high and rpm != was:
            yield EngineSpeed(gear, rpm, was)
