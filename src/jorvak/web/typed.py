"""What a person typed as a number beside a figure of the rig: money, hours, counts, places; read by the one reader."""

import math
from typing import Any

from jorvak.core.calculation import Refused
from jorvak.core.quantities import (
    COUNT,
    CURRENT,
    DISTANCE,
    LENGTH,
    MASS,
    MONEY,
    PERCENT,
    SPAN,
    TIME,
    VOLUME,
    Quantity,
    Unreadable,
    quantity_of_key,
    read,
)
from jorvak.web.sheet import View

Amount = str | float | None
"""As typed; or a plain number, from a program. None clears."""

OF_RECORDS: dict[str, Quantity] = {
    "price": MONEY,
    "paid": MONEY,
    "sold_for": MONEY,
    "amount": MONEY,
    "repair_cost": MONEY,
    "replace_cost": MONEY,
    "repair_hours": TIME,
    "replace_hours": TIME,
    "cost": MONEY,
    "km": DISTANCE,
    "odometer_km": DISTANCE,
    "days": COUNT,
    "litres": VOLUME,
    "slope_pct": PERCENT,
    "altitude_m": SPAN,
}
"""Numbers that records hold outside the figures of the rig, by key."""
OF_WINCH_TABLE: dict[str, Quantity] = {"pull_kg": MASS, "amps": CURRENT}
"""Numbers of a winch's table; rope speeds are plain ones."""
MEASURED = (
    "stations", "points", "given", "bolts", "x", "y", "z", "front_left", "front_right", "rear_left", "rear_right", "section",
    "origin_mm", "at_mm", "force_n", "direction", "off_mm", "limit_mm", "rim_mm", "length_mm", "out_mm", "spacing_mm",
    "wants_mm", "moves_mm", "load_kg", "rated_n", "bump", "count",
)  # fmt: skip
"""Keys of records that hold lengths, points and forces, as measured or drawn."""
PLAIN: dict[str, Quantity] = {
    **dict.fromkeys(("left", "right", "at", "want", "x", "y", "z", "bolts"), LENGTH),
    **dict.fromkeys(("cuts", "points", "bump", "k_factor", "nut_factor", "count", "direction"), COUNT),
}
"""What is measured by keys that do not end with a unit."""
WHOLE = ("cuts", "points", "count")
COUNTED = ("spline_count", "bolt_count", "pins", "pulses_per_rev")
"""Fields of a part's face that are numbers without a unit in their key."""


def amount(
    field: str, given: Amount, quantity: Quantity, view: View, currency: str = "", signed: bool = False
) -> float | None:
    """A number in the core's unit, None where nothing was typed. Raises Refused on ``field``."""
    if isinstance(given, (int, float)):
        return _not_below_nothing(field, float(given), quantity, signed)
    text = (given or "").strip()
    if currency and text.lower().endswith(currency.lower()):
        text = text[: -len(currency)].strip()
    if not text:
        return None
    try:
        value = read(text, quantity, view.preset.unit(quantity).symbol).value
    except Unreadable as error:
        raise Refused(field, f"{field.replace('_', ' ')}: {error}") from None
    return _not_below_nothing(field, value, quantity, signed)


def _not_below_nothing(field: str, value: float, quantity: Quantity, signed: bool) -> float:
    if not math.isfinite(value) or (value < 0 and not signed):
        raise Refused(
            field, f"{field.replace('_', ' ')} is a number from 0 up, for example {quantity.example}."
        )
    return value


def with_numbers(record: dict[str, Any], view: View, currency: str) -> dict[str, Any]:
    """A record as sent, its numbers read where they were typed; the fields of faces by what their key says."""
    read_here: dict[str, Any] = {
        key: amount(key, value, OF_RECORDS[key], view, currency, signed=key == "altitude_m")
        for key, value in record.items()
        if key in OF_RECORDS and isinstance(value, str)
    }
    for key, value in record.items():
        if key == "weighing" and isinstance(value, dict):
            read_here[key] = with_numbers(value, view, currency)
        elif key == "faces" and isinstance(value, dict):
            read_here[key] = {name: _face(name, face, view) for name, face in value.items()}
        elif key == "driven" and isinstance(value, dict):
            read_here[key] = {
                name: amount(f"driven.{name}", far, DISTANCE, view) if isinstance(far, str) else far
                for name, far in value.items()
            }
        elif key == "table_rows" and isinstance(value, list):
            read_here[key] = [_table_row(number, row, view) for number, row in enumerate(value)]
        elif key in MEASURED:
            read_here[key] = measured(key, value, view)
        elif key in ("value", "off") and isinstance(value, str) and isinstance(record.get("what"), str):
            # A figure of the ledger: by what it is, in the units that are shown.
            quantity = quantity_of_key(record["what"]) or COUNT
            read_here[key] = amount(key, value, quantity, view, signed=True)
    return {**record, **read_here}


def measured(field: str, value: Any, view: View, quantity: Quantity | None = None) -> Any:
    """What was measured or drawn, at whatever depth, its numbers read where they were typed: by the key that they
    stand under, in lists too. Words stay words. Raises Refused on the number's own path.
    """
    if isinstance(value, dict):
        return {
            key: measured(f"{field}.{key}", each, view, PLAIN.get(key, quantity_of_key(key)))
            for key, each in value.items()
        }
    if isinstance(value, list):
        return [measured(f"{field}.{at}", each, view, quantity) for at, each in enumerate(value)]
    if not isinstance(value, str):
        return value
    key = next(part for part in reversed(field.split(".")) if not part.isdigit())
    quantity = quantity or PLAIN.get(key) or quantity_of_key(key)
    if quantity is None:
        return value
    number = amount(field, value, quantity, view, signed=True)
    return int(number) if key in WHOLE and number is not None and number.is_integer() else number


def _table_row(number: int, row: Any, view: View) -> Any:
    """A line of a winch's table, as typed."""
    if not isinstance(row, dict):
        return row
    return {
        key: amount(f"table_rows.{number}.{key}", value, quantity, view) if isinstance(value, str) else value
        for key, value in row.items()
        if (quantity := OF_WINCH_TABLE.get(key, COUNT))
    }


def _face(name: str, face: Any, view: View) -> Any:
    if not isinstance(face, dict) or not isinstance(face.get("fields"), dict):
        return face
    fields = {}
    for key, value in face["fields"].items():
        quantity = COUNT if key in COUNTED else quantity_of_key(key)
        if quantity is None or not isinstance(value, str):
            fields[key] = value
        else:
            fields[key] = amount(f"faces.{name}.fields.{key}", value, quantity, view, signed=True)
    return {**face, "fields": fields}
