"""CSV that comes in: one door, and one answer to what is none."""

import csv
import io

from jorvak.core.calculation import Refused
from jorvak.formats.json_text import text_of


def csv_rows(raw: bytes, delimiters: str = ",;") -> tuple[list[list[str]], str]:
    """The rows of a CSV in UTF-8, and which of ``delimiters`` stands between its cells: the most frequent.

    Raises Refused on ``file`` with the line.
    """
    text = text_of(raw)
    between = max(delimiters, key=text.count)
    rows: list[list[str]] = []
    # Each end of a line is one, also a bare return.
    reader = csv.reader(io.StringIO(text, newline=None), delimiter=between)
    try:
        rows.extend(reader)
    except csv.Error as error:
        raise Refused("file", f"Line {len(rows) + 1} of that CSV cannot be read: {error}.") from None
    return rows, between
