"""Lists in and out: price lists read, tables and calendars written and read back by other libraries."""

import csv
import io
from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st
from icalendar import Calendar
from openpyxl import load_workbook

from jorvak.core.calculation import Refused
from jorvak.core.rolling.counting import true_km_between
from jorvak.core.rolling.true_distance import DistanceEvent
from jorvak.formats.calendar import Event, write_calendar
from jorvak.formats.price_list import read_price_list
from jorvak.formats.tables import Table, write_csv, write_xlsx


@pytest.mark.parametrize(
    ("written", "price"), [("1240", 1240.0), ("1240.50", 1240.5), ("1240,50", 1240.5), ("", None)]
)
def test_a_price_is_read_as_everywhere_else(written: str, price: float | None) -> None:
    (row,) = read_price_list(f'name,price\nhub seal,"{written}"\n'.encode())
    assert (row.name, row.price, row.line) == ("hub seal", price, 2)


@pytest.mark.parametrize(
    ("text", "named"),
    [
        ("", "nothing"),
        ("part,price\nseal,3\n", "first row"),
        ('name,price\nseal,"1,240"\n', "1240"),
        ("name,price\nseal,dear\n", "Line 2"),
        ("name,price\nseal,-3\n", "Line 2"),
        ("name,due_on\nseal,next week\n", "due_on"),
    ],
)
def test_what_is_no_price_list_says_what_would_work(text: str, named: str) -> None:
    with pytest.raises(Refused) as refused:
        read_price_list(text.encode())
    assert named in str(refused.value)


def test_words_that_look_like_a_formula_stay_words() -> None:
    table = Table(("what", "h"), (("=1+1", 2.5), ("hub; seal, left", None)))
    rows = list(csv.reader(io.StringIO(write_csv(table).decode())))
    assert rows == [["what", "h"], ["'=1+1", "2.5"], ["hub; seal, left", ""]]
    sheet = load_workbook(io.BytesIO(write_xlsx({"jobs": table})))["jobs"]
    assert [[cell.value for cell in row] for row in sheet] == [
        ["what", "h"],
        ["'=1+1", 2.5],
        ["hub; seal, left", None],
    ]


def test_a_calendar_is_read_back_by_its_days_and_hours() -> None:
    day = date(2026, 3, 2)
    written = write_calendar(
        "Plover", [Event("a", "Weld, then; coat", day, 18.0, 20.5), Event("b", "leaves", day)], day
    )
    timed, whole = Calendar.from_ical(written).walk("VEVENT")
    assert str(timed["summary"]) == "Weld, then; coat"
    assert (timed["dtstart"].dt.hour, timed["dtend"].dt.hour, timed["dtend"].dt.minute) == (18, 20, 30)
    assert (whole["dtend"].dt - whole["dtstart"].dt).days == 1


@given(st.floats(0, 1e5), st.floats(0, 1e5), st.floats(0, 1e5), st.floats(0.8, 1.2), st.floats(0.8, 1.2))
def test_true_distance_adds_up_at_any_reading_between(
    first: float, gone: float, more: float, before: float, after: float
) -> None:
    events = {
        1: DistanceEvent(odometer_km=0.0, factor=before),
        2: DistanceEvent(odometer_km=50_000.0, factor=after),
    }
    middle, last = first + gone, first + gone + more
    whole = true_km_between(events, first, last)
    parts = (true_km_between(events, first, middle), true_km_between(events, middle, last))
    assert whole is not None and None not in parts
    assert whole == pytest.approx(sum(part or 0.0 for part in parts), abs=1e-6)
