"""A simulated vehicle bus that answers requests for what engine and vehicle do (ISO 15031-5, service 01)."""

from collections.abc import Callable
from dataclasses import dataclass

COOLANT, ENGINE_SPEED, SPEED, VOLTS, AMBIENT = 0x05, 0x0C, 0x0D, 0x42, 0x46
NO_DATA = "NO DATA"
BELOW_ZERO_C = 40
"""A byte of temperature counts from so much below freezing."""


def _nothing() -> float:
    return 0.0


@dataclass(frozen=True)
class VehicleBus:
    """Answers in hexadecimal words, as an interface on the diagnostic socket does.

    Each field says what vehicle and engine do at the moment of the request.
    """

    shown_kmh: Callable[[], float]
    engine_rpm: Callable[[], float] = _nothing
    coolant_c: Callable[[], float] = _nothing
    ambient_c: Callable[[], float] = _nothing
    battery_v: Callable[[], float] = _nothing

    def answer(self, request: str) -> str:
        """``01 0D`` is answered by ``41 0D`` and a byte of km/h, ``01 0C`` by two bytes of quarter turns, ``01 05`` and
        ``01 46`` by a byte of degrees from 40 below zero, ``01 42`` by two bytes of millivolts."""
        try:
            service, what = (int(word, 16) for word in request.split())
        except ValueError:
            return "?"
        if service != 1:
            return NO_DATA
        match what:
            case 0x0D:
                return f"41 0D {_byte(self.shown_kmh()):02X}"
            case 0x0C:
                return f"41 0C {_word(self.engine_rpm() * 4)}"
            case 0x05:
                return f"41 05 {_byte(self.coolant_c() + BELOW_ZERO_C):02X}"
            case 0x46:
                return f"41 46 {_byte(self.ambient_c() + BELOW_ZERO_C):02X}"
            case 0x42:
                return f"41 42 {_word(self.battery_v() * 1000)}"
            case _:
                return NO_DATA


def _byte(value: float) -> int:
    return min(max(round(value), 0), 0xFF)


def _word(value: float) -> str:
    whole = min(max(round(value), 0), 0xFFFF)
    return f"{whole >> 8:02X} {whole & 0xFF:02X}"


def speed_of(answer: str) -> float | None:
    """The km/h of an answer to ``01 0D``; None for anything else."""
    return _read(answer, SPEED, 1)


def coolant_of(answer: str) -> float | None:
    """The °C of an answer to ``01 05``; None for anything else."""
    return _degrees(_read(answer, COOLANT, 1))


def ambient_of(answer: str) -> float | None:
    """The °C of an answer to ``01 46``; None for anything else."""
    return _degrees(_read(answer, AMBIENT, 1))


def volts_of(answer: str) -> float | None:
    """The volts of an answer to ``01 42``; None for anything else."""
    millivolts = _read(answer, VOLTS, 2)
    return None if millivolts is None else millivolts / 1000


def _degrees(byte: float | None) -> float | None:
    return None if byte is None else byte - BELOW_ZERO_C


def _read(answer: str, what: int, size: int) -> float | None:
    words = answer.split()
    if len(words) != 2 + size or words[:2] != ["41", f"{what:02X}"]:
        return None
    return float(int("".join(words[2:]), 16))
