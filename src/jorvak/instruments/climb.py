"""A simulated climb with a bus and a receiver on board: rolling up, a long steady stretch, and over the top."""

import math
import random
from collections.abc import Iterator
from dataclasses import dataclass

from jorvak.instruments.vehicle_bus import VehicleBus, ambient_of, coolant_of, speed_of, volts_of

EVERY_S = 5
LASTS_S = 900
WARMS_IN_S = 140.0
"""How long the coolant takes for most of its way to what the climb brings it to."""


@dataclass(frozen=True, slots=True)
class Logged:
    """What was read at a moment; the receiver gives height, all else the bus."""

    at_s: float
    speed_kmh: float
    coolant_c: float
    ambient_c: float
    battery_v: float
    altitude_m: float


@dataclass
class SimulatedClimb:
    """A climb of ``slope_pct`` at ``speed_kmh`` on which the coolant goes from ``begins_c`` to ``comes_to_c``.

    ``restless``: the speed is never held, as behind other traffic.
    """

    slope_pct: float
    speed_kmh: float
    ambient_c: float
    begins_c: float
    comes_to_c: float
    from_m: float = 300.0
    restless: bool = False
    seed: int = 20

    def log(self) -> Iterator[Logged]:
        """A reading every five seconds, as the instruments round them."""
        noise = random.Random(self.seed)
        now = {"speed": 0.0, "coolant": self.begins_c}
        bus = VehicleBus(
            shown_kmh=lambda: now["speed"],
            coolant_c=lambda: now["coolant"],
            ambient_c=lambda: self.ambient_c,
            battery_v=lambda: 13.9 + noise.uniform(-0.05, 0.05),
        )
        altitude = self.from_m
        for second in range(0, LASTS_S + 1, EVERY_S):
            sway = 14 * math.sin(second / 25) if self.restless else noise.uniform(-0.8, 0.8)
            now["speed"] = max(self.speed_kmh * min(second / 40, 1.0) + sway, 0.0)
            now["coolant"] = self.comes_to_c + (self.begins_c - self.comes_to_c) * math.exp(
                -second / WARMS_IN_S
            )
            altitude += now["speed"] / 3.6 * EVERY_S * math.sin(math.atan(self.slope_pct / 100))
            speed, coolant, ambient, volts = (
                speed_of(bus.answer("01 0D")),
                coolant_of(bus.answer("01 05")),
                ambient_of(bus.answer("01 46")),
                volts_of(bus.answer("01 42")),
            )
            assert speed is not None and coolant is not None and ambient is not None and volts is not None
            yield Logged(float(second), speed, coolant, ambient, volts, altitude)
