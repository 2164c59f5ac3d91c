"""A simulated drive: three steady speeds, with a receiver and a bus on board, at whatever the rig's dial reads."""

from collections.abc import Iterator
from datetime import UTC, datetime

from jorvak.instruments.receiver import Faults, Receiver
from jorvak.instruments.vehicle_bus import VehicleBus, speed_of

BEGINS = datetime(2026, 2, 21, 9, 30, tzinfo=UTC)


def true_speeds() -> list[float]:
    """True speeds in km/h, second by second: away, 48, 72, 96, and back to rest."""
    speeds: list[float] = []
    now = 0.0
    for wanted, hold in ((48.0, 60), (72.0, 75), (96.0, 90), (60.0, 40), (0.0, 4)):
        while abs(now - wanted) > 1.5:
            now += 1.5 if wanted > now else -2.2
            speeds.append(max(now, 0.0))
        now = wanted
        speeds += [wanted + 0.4 * ((second * 7) % 5 - 2) for second in range(hold)]
    return speeds


class SimulatedDrive:
    """Steps through a drive; ``reads_low`` is true over shown speed, what the fit should find."""

    def __init__(self, reads_low: float, faults: Faults | None = None) -> None:
        self._true = true_speeds()
        self._second = 0
        self._quiet = 0
        self._reads_low = reads_low
        self.receiver = Receiver(self._true, BEGINS, faults)
        self.bus = VehicleBus(self._shown, lambda: 0.0)

    @property
    def silent(self) -> bool:
        """Whether the receiver has said nothing for some seconds while the drive went on."""
        return self._quiet > 5

    @property
    def over(self) -> bool:
        return self._second >= len(self._true)

    def _shown(self) -> float:
        return self._true[min(self._second, len(self._true) - 1)] / self._reads_low

    def step(self) -> Iterator[tuple[float, bytes, float | None]]:
        """One second: the second, what the receiver sent, and the speed that the bus answered."""
        if self.over:
            return
        sent = self.receiver.read(1)
        self._quiet = 0 if sent else self._quiet + 1
        yield float(self._second), sent, speed_of(self.bus.answer("01 0D"))
        self._second += 1
