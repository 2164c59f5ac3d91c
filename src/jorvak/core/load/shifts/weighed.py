"""What the scale under an axle shows: what changes have put on it is on it."""

from jorvak.core.engine.asking import Ask
from jorvak.core.engine.shifts import Shift
from jorvak.core.load.masses import added_mass


def _on_axle(ask: Ask, end: str) -> float:
    added = added_mass(ask)
    return added.front_kg if end == "front" else added.rear_kg


SHIFTS = (Shift(r"body\.(front|rear)_axle_kg", _on_axle),)
