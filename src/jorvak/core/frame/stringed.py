"""Toe and thrust of this vehicle, from the strings that were laid beside it."""

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask
from jorvak.core.frame.laddered import USUAL_OFF_MM
from jorvak.core.frame.records import StringRun, StringsAt
from jorvak.core.frame.string_line import FourWheels, StringLineIn, StringLineOut, WheelStrings, string_line
from jorvak.core.immutable import record

CORNERS = tuple(FourWheels.model_fields)


@record(frozen=True, slots=True)
class Strung:
    """What a run of strings says; ``lines`` None with ``why_not``."""

    name: str
    off_mm: float
    lines: StringLineOut | None
    why_not: str | None


def strung(ask: Ask) -> tuple[Strung, ...]:
    """Each run. Source: string-line."""
    return tuple(_strung(ask, run) for run in ask.all(StringRun))


def _strung(ask: Ask, run: StringRun) -> Strung:
    off = USUAL_OFF_MM if run.off_mm is None else run.off_mm
    try:
        wheels = FourWheels(**{corner: _wheel(ask, run, corner, off) for corner in CORNERS})
        return Strung(run.name, off, string_line(StringLineIn(wheels=wheels, rim_mm=run.rim_mm)), None)
    except Refused as refused:
        return Strung(run.name, off, None, refused.message)


def _wheel(ask: Ask, run: StringRun, corner: str, off: float) -> WheelStrings:
    noted: StringsAt = getattr(run, corner)
    label = f"{run.name}, {corner.replace('_', ' ')}"
    # What may be off by more than it is counts as no less than nothing.
    front = max(noted.front_mm + off * ask.unit(f"{label}, front"), 0.0)
    back = max(noted.back_mm + off * ask.unit(f"{label}, back"), 0.0)
    return WheelStrings(front_mm=front, back_mm=back)
