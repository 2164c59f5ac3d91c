"""A simulated vehicle bus that answers requests for speed and engine speed (ISO 15031-5, service 01)."""

from collections.abc import Callable

SPEED, ENGINE_SPEED = 0x0D, 0x0C
NO_DATA = "NO DATA"


class VehicleBus:
    """Answers in hexadecimal words, as an interface on the diagnostic socket does.

    ``shown_kmh`` and ``engine_rpm`` say what vehicle and engine do at the moment of the request.
    """

    def __init__(self, shown_kmh: Callable[[], float], engine_rpm: Callable[[], float]) -> None:
        self._shown_kmh, self._engine_rpm = shown_kmh, engine_rpm

    def answer(self, request: str) -> str:
        """``01 0D`` is answered by ``41 0D`` and a byte of km/h; ``01 0C`` by two bytes of quarter turns."""
        try:
            service, what = (int(word, 16) for word in request.split())
        except ValueError:
            return "?"
        if service != 1:
            return NO_DATA
        if what == SPEED:
            return f"41 0D {min(round(self._shown_kmh()), 255):02X}"
        if what == ENGINE_SPEED:
            quarters = min(round(self._engine_rpm() * 4), 0xFFFF)
            return f"41 0C {quarters >> 8:02X} {quarters & 0xFF:02X}"
        return NO_DATA


def speed_of(answer: str) -> float | None:
    """The km/h of an answer to ``01 0D``; None for anything else."""
    words = answer.split()
    if len(words) != 3 or words[:2] != ["41", "0D"]:
        return None
    return float(int(words[2], 16))
