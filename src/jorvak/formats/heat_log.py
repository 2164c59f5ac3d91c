"""A climb that was logged, as CSV: seconds, speed, coolant, air, and height where somebody knew it."""

import math

from jorvak.core.calculation import Refused
from jorvak.core.heat.steady import BusReading
from jorvak.formats.csv_text import csv_rows

NEEDED = ("time_s", "speed_kmh", "coolant_c", "ambient_c")
MOST_ROWS = 20_000
LARGEST_BYTES = 4_000_000


def read_climb(raw: bytes) -> list[BusReading]:
    """The readings of a log, in their order. Raises Refused on ``log`` with the line, or with what its columns are."""
    if len(raw) > LARGEST_BYTES:
        raise Refused(
            "log", f"That log is larger than {LARGEST_BYTES // 1_000_000} MB: give the climb alone."
        )
    rows, between = csv_rows(raw)
    head = [cell.strip().lower() for cell in rows[0]] if rows else []
    missing = [key for key in NEEDED if key not in head]
    if missing:
        raise Refused(
            "log",
            f"The first line names the columns: {', '.join(NEEDED)}, and altitude_m; {missing[0]} is missing.",
        )
    if len(rows) - 1 > MOST_ROWS:
        raise Refused(
            "log", f"That log has {len(rows) - 1} rows; at most {MOST_ROWS} are read: give the climb alone."
        )
    readings: list[BusReading] = []
    for line, cells in enumerate(rows[1:], 2):
        if not any(cell.strip() for cell in cells):
            continue
        row = dict(zip(head, cells, strict=False))
        decimal = "," if between == ";" else "."
        at, speed, coolant, ambient = (_number(row.get(key, ""), key, line, decimal) for key in NEEDED)
        height = row.get("altitude_m", "").strip()
        if readings and at <= readings[-1].at_s:
            raise Refused(
                "log", f"Line {line}: time_s grows from row to row, {at:g} follows {readings[-1].at_s:g}."
            )
        readings.append(
            BusReading(
                at, speed, coolant, ambient, _number(height, "altitude_m", line, decimal) if height else None
            )
        )
    if not readings:
        raise Refused("log", "There is nothing in that log below its first line.")
    return readings


def _number(text: str, key: str, line: int, decimal: str) -> float:
    try:
        value = float(text.strip().replace(decimal, "."))
    except ValueError:
        raise Refused("log", f"Line {line}: {key} has to be a number, not “{text.strip()[:20]}”.") from None
    if not math.isfinite(value) or abs(value) > 1e6:
        raise Refused("log", f"Line {line}: {key} cannot be {text.strip()[:20]}.")
    return value
