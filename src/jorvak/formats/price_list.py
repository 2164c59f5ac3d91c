"""Price lists and confirmations of orders as CSV: a row a part, columns by their names."""

from dataclasses import dataclass
from datetime import date

from jorvak.core.calculation import Refused
from jorvak.core.quantities import MONEY, Unreadable, read
from jorvak.formats.csv_text import csv_rows

MOST_ROWS = 2000
COLUMNS = ("name", "price", "supplier", "due_on", "ordered_on", "order_number")


@dataclass(frozen=True, slots=True)
class PriceRow:
    """A part as a list or a confirmation has it; None: the list says nothing of it. ``line`` is that in the file."""

    line: int
    name: str
    price: float | None
    supplier: str | None
    due_on: date | None
    ordered_on: date | None
    order_number: str | None


def read_price_list(raw: bytes) -> list[PriceRow]:
    """The rows of a list; what has no name is left out. Raises Refused on ``file`` with the line and the column."""
    rows, _ = csv_rows(raw)
    if not rows:
        raise Refused("file", "There is nothing in that file.")
    head = [cell.strip().lower().replace(" ", "_") for cell in rows[0]]
    if "name" not in head:
        raise Refused("file", f"Its first row names the columns: name, and any of {', '.join(COLUMNS[1:])}.")
    if len(rows) > MOST_ROWS:
        raise Refused("file", f"That list has {len(rows)} rows; at most {MOST_ROWS} are taken in at once.")
    found = []
    for line, cells in enumerate(rows[1:], 2):
        of = dict(zip(head, (cell.strip() for cell in cells), strict=False))
        if not of.get("name"):
            continue
        found.append(
            PriceRow(
                line,
                of["name"][:60].replace(".", " ").replace("/", " "),
                _price(of.get("price", ""), line),
                of.get("supplier") or None,
                _day(of.get("due_on", ""), line, "due_on"),
                _day(of.get("ordered_on", ""), line, "ordered_on"),
                of.get("order_number") or None,
            )
        )
    return found


def _price(text: str, line: int) -> float | None:
    if not text:
        return None
    try:
        value = read(text, MONEY, "").value
    except Unreadable as error:
        raise Refused("file", f"Line {line}: {error}") from None
    if not 0 <= value < 1e9:
        raise Refused("file", f"Line {line}: “{text[:20]}” is no price. One is written 1240 or 1240.50.")
    return value


def _day(text: str, line: int, column: str) -> date | None:
    if not text:
        return None
    try:
        return date.fromisoformat(text)
    except ValueError:
        raise Refused(
            "file", f"Line {line}, {column}: “{text[:20]}” is no day. One is written 2026-03-02."
        ) from None
