"""Do two parts go together? Faces compared field by field; what is not known is to be measured, never "fits"."""

import math
from collections.abc import Iterator
from typing import Any, TypeGuard

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, Number, Refused

FACES: dict[str, tuple[str, ...]] = {
    "spline": ("gender", "spline_count", "spline_diameter_mm"),
    "flange": ("bolt_circle_mm", "bolt_count", "pilot_mm", "thread"),
    "joint": ("cap_diameter_mm", "retainer", "span_mm"),
    "wheel": ("bolt_circle_mm", "bolt_count", "pilot_mm", "seat", "thread"),
    "case-face": ("bolt_circle_mm", "bolt_count", "clocking_deg", "pilot_mm"),
    "connector": ("connector", "gender", "pins"),
    "line": ("seat", "thread"),
    "output-side": ("drop_side",),
    "spring-seat": ("seat_spacing_mm", "seat_width_mm"),
    "speed-signal": ("pulses_per_rev", "sensor"),
    "other": (),
}
USUAL_TOLERANCE = 0.1
TOLERANCES = {"length_mm": 1.0, "clocking_deg": 1.0, "seat_spacing_mm": 2.0, "seat_width_mm": 2.0}
Value = str | Number | bool | None


class MatePair(Given):
    name: str = Field(description="what meets what", examples=["gearbox output to case input"])
    kind: str = Field(description="spline, flange, joint, wheel, case-face, connector, line, output-side, …")
    a: dict[str, Value] = Field(description="fields of one face (of a wheel: the hub)")
    b: dict[str, Value] = Field(description="fields of the other (of a wheel: the wheel)")


class MateIn(Given):
    pairs: list[MatePair] = Field(description="faces that meet")
    tolerances: dict[str, Number] = Field({}, description="± by field, for fields in mm and degrees")


class Mismatch(Answer):
    pair: str = Field(description="its name")
    field: str = Field(description="what differs")
    a: Any = Field(description="on one side")
    b: Any = Field(description="on the other")


class Unknown(Answer):
    pair: str = Field(description="its name")
    field: str = Field(description="what is to be measured")


class MateOut(Answer):
    fits: bool = Field(description="nothing differs and nothing is unknown")
    mismatches: list[Mismatch] = Field(description="what differs, pair by pair, fields alphabetically")
    unknown: list[Unknown] = Field(description="what is not known on one side or both")


def mate(given: MateIn) -> MateOut:
    """Compare faces. Source: the trade's lists of what has to agree. Raises Refused."""
    _check(given)
    mismatches: list[Mismatch] = []
    unknown: list[Unknown] = []
    for pair in given.pairs:
        for field in _fields(pair):
            a, b = pair.a.get(field), pair.b.get(field)
            if a is None or b is None:
                unknown.append(Unknown(pair=pair.name, field=field))
            elif not _agree(pair.kind, field, a, b, given.tolerances):
                mismatches.append(Mismatch(pair=pair.name, field=field, a=a, b=b))
    return MateOut(fits=not mismatches and not unknown, mismatches=mismatches, unknown=unknown)


def _check(given: MateIn) -> None:
    if not given.pairs:
        raise Refused("pairs", "There are no pairs to compare: give at least one.")
    for index, pair in enumerate(given.pairs):
        if pair.kind not in FACES:
            raise Refused(
                f"pairs.{index}.kind", f"“{pair.kind[:40]}” is no kind of face. There are {', '.join(FACES)}."
            )
        if not list(_fields(pair)):
            raise Refused(f"pairs.{index}", "This pair has no fields to compare: give at least one.")
    for field in given.tolerances:
        if not field.endswith(("_mm", "_deg")):
            raise Refused(f"tolerances.{field}", f"{field} is no length or angle: it agrees or it does not.")


def _fields(pair: MatePair) -> Iterator[str]:
    yield from sorted({*FACES[pair.kind], *pair.a, *pair.b})


def _agree(kind: str, field: str, a: Value, b: Value, tolerances: dict[str, float]) -> bool:
    if field == "gender":
        return {_plain(a), _plain(b)} == {"male", "female"}
    if not _is_number(a) or not _is_number(b):
        return bool(_plain(a) == _plain(b))
    if kind == "wheel" and field == "pilot_mm":
        return b >= a - SLACK
    if not field.endswith(("_mm", "_deg")):
        return bool(a == b)
    tolerance = tolerances.get(field, TOLERANCES.get(field, USUAL_TOLERANCE))
    apart = abs(a - b)
    if field == "clocking_deg":
        apart = min(math.fmod(apart, 360), 360 - math.fmod(apart, 360))
    return apart <= tolerance + SLACK


def _is_number(value: Any) -> TypeGuard[float]:
    return isinstance(value, (int, float)) and not isinstance(value, bool)


def _plain(value: Value) -> Any:
    return value.replace(" ", "").replace("×", "x").lower() if isinstance(value, str) else value


CALCULATION = Calculation(
    "mate",
    MateIn,
    mate,
    MateOut,
    "do the faces of two parts go together, and what is still to be measured",
    "the trade's lists of what has to agree; tolerances of the workshop",
)
