"""Lists out: as CSV, and several as the sheets of one XLSX workbook."""

import csv
import io
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date

Cell = str | float | int | bool | date | None


@dataclass(frozen=True, slots=True)
class Table:
    """A list with the names of its columns."""

    columns: tuple[str, ...]
    rows: tuple[tuple[Cell, ...], ...]


def write_csv(table: Table) -> bytes:
    """A list as CSV in UTF-8. What a spreadsheet would take for a formula is kept from being one."""
    text = io.StringIO()
    writer = csv.writer(text, lineterminator="\r\n")
    writer.writerow(table.columns)
    for row in table.rows:
        writer.writerow([_plain(cell) for cell in row])
    return text.getvalue().encode("utf-8")


def write_xlsx(tables: Mapping[str, Table]) -> bytes:
    """Lists as the sheets of a workbook, each under its name."""
    # Loaded where it is asked for: it takes its time.
    from openpyxl import Workbook
    from openpyxl.styles import Font
    from openpyxl.utils import get_column_letter

    book = Workbook()
    book.remove(book.active)
    for name, table in tables.items():
        sheet = book.create_sheet(name[:31])
        sheet.append(list(table.columns))
        for cell in sheet[1]:
            cell.font = Font(bold=True)
        for row in table.rows:
            sheet.append([_plain(cell) for cell in row])
        sheet.freeze_panes = "A2"
        for at, width in enumerate(_widths(table), 1):
            sheet.column_dimensions[get_column_letter(at)].width = width
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def _plain(cell: Cell) -> Cell:
    # A number stays a number; words that begin like a formula are told that they are words.
    if isinstance(cell, str) and cell[:1] in ("=", "+", "-", "@", "\t", "\r"):
        return f"'{cell}"
    return cell


def _widths(table: Table) -> Sequence[int]:
    return [
        min(max(len(str(cell)) for cell in (name, *(row[at] for row in table.rows))) + 2, 60)
        for at, name in enumerate(table.columns)
    ]
