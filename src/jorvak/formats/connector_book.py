"""The connector book as CSV, out and in: a row a pin, of whichever plug its first columns name."""

from collections.abc import Sequence
from typing import cast, get_args

from jorvak.core.calculation import Refused
from jorvak.core.power.records import MOST_PINS, Connector, Pin, Tested
from jorvak.formats.csv_text import csv_rows
from jorvak.formats.tables import Table, write_csv

COLUMNS = ("connector", "on_what", "pin", "colour", "signal", "to", "tested", "reading")
MOST_CONNECTORS = 100
LARGEST_BYTES = 1_000_000


def write_book(connectors: Sequence[Connector]) -> bytes:
    """Every pin as a row; a plug without pins as a row without one."""
    return write_csv(
        Table(
            COLUMNS,
            tuple(
                (each.name, each.on_what, pin.pin, pin.colour, pin.signal, pin.to, pin.tested, pin.reading)
                if pin is not None
                else (each.name, each.on_what, None, None, None, None, None, None)
                for each in connectors
                for pin in (each.pins or (None,))
            ),
        )
    )


def read_book(raw: bytes) -> tuple[Connector, ...]:
    """The plugs of a book, in the order in which they first stand there. Raises Refused on ``file`` with the line."""
    if len(raw) > LARGEST_BYTES:
        raise Refused("file", f"That book is larger than {LARGEST_BYTES // 1_000_000} MB.")
    rows, _ = csv_rows(raw)
    head = [cell.strip().lower() for cell in rows[0]] if rows else []
    if "connector" not in head or "pin" not in head:
        raise Refused(
            "file",
            f"The first line names the columns: {', '.join(COLUMNS)}; connector and pin have to be among them.",
        )
    pins: dict[str, list[Pin]] = {}
    on_what: dict[str, str | None] = {}
    for line, cells in enumerate(rows[1:], 2):
        if not any(cell.strip() for cell in cells):
            continue
        row = {key: cell.strip().removeprefix("'") for key, cell in zip(head, cells, strict=False)}
        name = row.get("connector", "")
        if not 0 < len(name) <= 60 or any(letter in name for letter in "./"):
            raise Refused(
                "file", f"Line {line}: a connector's name is 1 to 60 characters with no . or / among them."
            )
        known = pins.setdefault(name, [])
        on_what[name] = on_what.get(name) or row.get("on_what") or None
        if row.get("pin"):
            known.append(_pin(row, line))
        if len(known) > MOST_PINS:
            raise Refused("file", f"Line {line}: “{name}” has more than {MOST_PINS} pins.")
    if len(pins) > MOST_CONNECTORS:
        raise Refused("file", f"That book has {len(pins)} connectors; at most {MOST_CONNECTORS} are read.")
    return tuple(Connector(name=name, on_what=on_what[name], pins=tuple(of)) for name, of in pins.items())


def _pin(row: dict[str, str], line: int) -> Pin:
    tested = row.get("tested", "").lower() or "no"
    if tested not in get_args(Tested):
        raise Refused("file", f"Line {line}: tested is {', '.join(get_args(Tested))}, not “{tested[:20]}”.")
    long = next(
        (key for key in ("pin", "colour", "signal", "to", "reading") if len(row.get(key, "")) > 200), None
    )
    if long is not None:
        raise Refused("file", f"Line {line}: {long} is longer than 200 characters.")
    return Pin(
        pin=row["pin"],
        colour=row.get("colour") or None,
        signal=row.get("signal") or None,
        to=row.get("to") or None,
        tested=cast(Tested, tested),
        reading=row.get("reading") or None,
    )
