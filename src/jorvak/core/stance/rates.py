"""A spring of two rates: dual-rate coils, a helper leaf, an air spring beside another. Rate by load."""

from jorvak.core.engine.asking import Ask
from jorvak.core.immutable import record
from jorvak.core.places import End
from jorvak.core.quantities.units import STANDARD_GRAVITY


@record(frozen=True, slots=True)
class Rates:
    """A first rate, and with ``second`` the rate from ``second_from_n`` of load on the spring on."""

    first: float
    second: float | None = None
    second_from_n: float = 0.0

    def deflection_mm(self, load_n: float) -> float:
        """How far a load presses the spring from free.

        >>> Rates(20.0, 50.0, 4000.0).deflection_mm(6000.0)
        240.0
        """
        if self.second is None or load_n <= self.second_from_n:
            return load_n / self.first
        return self.second_from_n / self.first + (load_n - self.second_from_n) / self.second

    def at(self, load_n: float) -> float:
        """The rate about a load."""
        return self.first if self.second is None or load_n < self.second_from_n else self.second


def rates_of(ask: Ask, end: End, first: float, motion_ratio: float, as_found: bool = False) -> Rates:
    """The rates of an axle's springs, whose first is known. Raises Missing on where a second one begins."""
    at = f"{end}_suspension"
    second = ask.maybe(f"{at}.second_rate_n_per_mm", as_found=as_found)
    if second is None:
        return Rates(first)
    from_kg = ask.need(f"{at}.second_from_kg", as_found=as_found)
    return Rates(first, second, from_kg * STANDARD_GRAVITY / motion_ratio)


def spring_load_n(corner_kg: float, motion_ratio: float) -> float:
    """What a corner's sprung mass puts on its spring."""
    return corner_kg * STANDARD_GRAVITY / motion_ratio
