"""The list of masses for others: CSV out and in, and a spreadsheet whose axle loads follow when a mass is altered."""

import csv
import io
from collections.abc import Sequence
from dataclasses import dataclass
from typing import cast

from jorvak.core.calculation import Refused
from jorvak.core.load.results import MassRow
from jorvak.core.rig import MassKnown
from jorvak.formats.csv_text import csv_rows

COLUMNS = ("name", "kg", "x_mm", "y_mm", "z_mm", "known")
MOST_ROWS = 300
MOST_KG = 3000.0
LARGEST_BYTES = 200_000


@dataclass(frozen=True)
class ListedMass:
    """One row of a list that came in; a place that is not said is None."""

    name: str
    kg: float
    x_mm: float | None
    y_mm: float | None
    z_mm: float | None
    known: MassKnown


def write_csv(rows: Sequence[MassRow]) -> bytes:
    """Every mass as a row, in UTF-8 with a byte order mark so that spreadsheets read it right."""
    out = io.StringIO(newline="")
    writer = csv.writer(out)
    writer.writerow(COLUMNS)
    for row in rows:
        place = ("" if each is None else f"{each:.0f}" for each in (row.x_mm, row.y_mm, row.z_mm))
        writer.writerow([_plain(row.label), f"{row.kg:.1f}", *place, row.known])
    return out.getvalue().encode("utf-8-sig")


def _plain(text: str) -> str:
    """A name that a spreadsheet does not take for a formula."""
    return f"'{text}" if text[:1] in "=+-@" else text


def read_csv(raw: bytes) -> list[ListedMass]:
    """A list of masses. Raises Refused on ``file`` with the line, or with what its columns have to be."""
    if len(raw) > LARGEST_BYTES:
        raise Refused(
            "file", f"That list is larger than {LARGEST_BYTES // 1000} kB: at most {MOST_ROWS} rows are read."
        )
    rows, between = csv_rows(raw)
    head = [cell.strip().lower() for cell in rows[0]] if rows else []
    if "name" not in head or "kg" not in head:
        raise Refused(
            "file",
            f"The first line names the columns: {', '.join(COLUMNS)}; name and kg have to be among them.",
        )
    if len(rows) - 1 > MOST_ROWS:
        raise Refused("file", f"That list has {len(rows) - 1} rows; at most {MOST_ROWS} are read.")
    found = [
        _mass(dict(zip(head, row, strict=False)), line, decimal="," if between == ";" else ".")
        for line, row in enumerate(rows[1:], 2)
        if any(cell.strip() for cell in row)
    ]
    names = [each.name for each in found]
    twice = next((name for name in names if names.count(name) > 1), None)
    if twice is not None:
        raise Refused("file", f"“{twice}” stands in that list twice: give each its own name.")
    return found


def _mass(row: dict[str, str], line: int, decimal: str) -> ListedMass:
    name = row.get("name", "").strip().lstrip("'")
    if not 0 < len(name) <= 60 or any(letter in name for letter in "./"):
        raise Refused("file", f"Line {line}: a name is 1 to 60 characters with no . or / among them.")
    known = row.get("known", "").strip().lower() or "assumed"
    if known == "worked out":
        known = "assumed"
    if known not in ("measured", "plate", "assumed"):
        raise Refused("file", f"Line {line}: known is measured, plate or assumed, not “{known[:20]}”.")
    kg = _number(row.get("kg", ""), line, "kg", decimal)
    if kg is None or not 0 < kg <= MOST_KG:
        raise Refused("file", f"Line {line}: {name} weighs from above 0 to {MOST_KG:g} kg, for example 14.5.")
    x, y, z = (_number(row.get(key, ""), line, key, decimal) for key in ("x_mm", "y_mm", "z_mm"))
    return ListedMass(name, kg, x, y, z, cast(MassKnown, known))


def _number(text: str, line: int, key: str, decimal: str) -> float | None:
    if not text.strip():
        return None
    try:
        value = float(text.strip().replace(decimal, "."))
    except ValueError:
        raise Refused("file", f"Line {line}: {key} has to be a number, not “{text.strip()[:20]}”.") from None
    if not -20_000 < value < 20_000:
        raise Refused("file", f"Line {line}: {key} {text.strip()[:20]} is on no vehicle.")
    return value


def write_xlsx(
    name: str,
    rows: Sequence[MassRow],
    wheelbase_mm: float,
    found_kg: tuple[float, float],
    limits_kg: tuple[float | None, float | None, float | None],
) -> bytes:
    """A spreadsheet with live formulas: axle loads, total, centre of gravity and what is left follow each mass."""
    from openpyxl import Workbook
    from openpyxl.styles import Font

    book = Workbook()
    sheet = book.active
    sheet.title = "Masses"
    bold = Font(bold=True)
    sheet.append([f"{name}: masses, laden"])
    sheet.append(["wheelbase, mm", wheelbase_mm])
    sheet.append([])
    sheet.append(["what", "kg", "x, mm", "y, mm", "z, mm", "known", "on the front, kg", "on the rear, kg"])
    sheet.append(["as found", None, None, None, None, "weighed", *found_kg])
    first = 6
    for line, row in enumerate(rows, first):
        sheet.append([
            _plain(row.label), row.kg, _x(row, wheelbase_mm), row.y_mm, row.z_mm, row.known,
            f"=B{line}-H{line}", f"=B{line}*C{line}/$B$2",
        ])  # fmt: skip
    last = first + len(rows) - 1
    sums = last + 2
    sheet.cell(sums, 1, "on the axles, kg")
    for column in "GH":
        sheet[f"{column}{sums}"] = f"=SUM({column}5:{column}{last})"
    sheet[f"B{sums}"] = f"=G{sums}+H{sums}"
    sheet.cell(sums + 1, 1, "permitted, kg")
    sheet.cell(sums + 2, 1, "left, kg")
    for column, limit in zip("BGH", limits_kg, strict=True):
        if limit is not None:
            sheet[f"{column}{sums + 1}"] = limit
            sheet[f"{column}{sums + 2}"] = f"={column}{sums + 1}-{column}{sums}"
    sheet.cell(sums + 3, 1, "centre of gravity behind the front axle, mm")
    sheet[f"B{sums + 3}"] = f"=H{sums}*$B$2/B{sums}"
    for row_of in (1, 4, sums):
        for cell in sheet[row_of]:
            cell.font = bold
    sheet.column_dimensions["A"].width = 44
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def _x(row: MassRow, wheelbase_mm: float) -> float:
    """Where a row's mass acts; one without a place acts where it was counted."""
    return row.x_mm if row.x_mm is not None else (row.rear_kg * wheelbase_mm / row.kg if row.kg else 0.0)
