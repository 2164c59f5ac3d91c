"""Money, hours and counts as they are typed: read by the one reader, and asked back where they could be two numbers."""

from typing import Any

import pytest

from jorvak.core.quantities import COUNT, DISTANCE, LENGTH, MONEY, TIME, Unreadable, read
from tests.web.test_web import Browser, assert_problem, browser, client

__all__ = ["browser", "client"]

BOTH = {"1,490": ("1.49", "1490"), "1.490": ("1.49", "1490"), "184.300": ("184.3", "184300")}


@pytest.mark.parametrize(
    ("typed", "value"),
    [
        ("9500,50", 9500.5), ("9500.50", 9500.5), ("12k", 12_000), ("11.5 k", 11_500), ("11 500", 11_500),
        ("1.490.000", 1_490_000), ("1,490,000.5", 1_490_000.5), ("640", 640), ("0,5", 0.5), ("12 thousand", 12_000),
    ],
)  # fmt: skip
def test_money_is_read_as_it_is_written(typed: str, value: float) -> None:
    assert read(typed, MONEY).value == pytest.approx(value)


@pytest.mark.parametrize("quantity", [MONEY, DISTANCE, COUNT])
@pytest.mark.parametrize("typed", BOTH)
def test_what_could_be_two_numbers_is_asked_back_with_both(quantity: Any, typed: str) -> None:
    with pytest.raises(Unreadable) as refused:
        read(typed, quantity)
    assert all(each in str(refused.value) for each in BOTH[typed])


def test_a_length_keeps_its_decimal_point_and_hours_theirs() -> None:
    assert read("1.208", LENGTH).value == 1.208
    assert read("1,5", TIME).value == 1.5


@pytest.fixture
def tyres(browser: Browser) -> Any:
    return browser.ask("POST", "/rigs/1/changes", {"line": "tyre 285/75R17"}).json["changes"][0]


@pytest.mark.parametrize(
    ("field", "typed", "value"),
    [("cost", "9500,50", 9500.5), ("cost", "12k", 12_000), ("paid", "1 200", 1200), ("hours", "390 min", 6.5),
     ("hours", "4,5", 4.5), ("cost", "", None), ("cost", None, None), ("credit", 310, 310)],
)  # fmt: skip
def test_a_changes_money_and_hours(browser: Browser, tyres: Any, field: str, typed: Any, value: Any) -> None:
    body = {"version": tyres["version"], field: typed}
    answer = browser.ask("PATCH", f"/rigs/1/changes/{tyres['id']}", body)
    assert answer.status_code == 200, answer.text
    assert answer.json["changes"][0][field] == value


@pytest.mark.parametrize("typed", ["1,490", "1.490", "many", "-4", "1e9x"])
def test_a_cost_that_cannot_be_read_changes_nothing(browser: Browser, tyres: Any, typed: str) -> None:
    body = {"version": tyres["version"], "cost": typed}
    assert_problem(browser.ask("PATCH", f"/rigs/1/changes/{tyres['id']}", body), 422, "cost")
    assert browser.sheet()["changes"][0]["cost"] is None


def test_the_ceiling_takes_the_currency_that_stands_behind_it(browser: Browser) -> None:
    version = browser.sheet()["version"]
    sheet = browser.ask("PATCH", "/rigs/1/brief", {"version": version, "currency": "cr"}).json
    body = {"version": sheet["version"], "ceiling": "9500,50 cr", "away_days": "56"}
    sheet = browser.ask("PATCH", "/rigs/1/brief", body).json
    assert (sheet["brief"]["ceiling"], sheet["brief"]["away_days"]) == (9500.5, 56)
    for field, typed in (("ceiling", "1.490"), ("away_days", "5.5"), ("away_days", "0")):
        refused = browser.ask("PATCH", "/rigs/1/brief", {"version": sheet["version"], field: typed})
        assert_problem(refused, 422, field)


def test_a_survey_items_numbers_a_parts_price_and_its_faces(browser: Browser) -> None:
    item = {
        "zone": "front", "item": "belt", "condition": "worn", "concern": "safety",
        "weighing": {"repair_hours": "90 min", "replace_cost": "1.2k", "hidden": "some"},
    }  # fmt: skip
    body: dict[str, Any] = {"id": 0, "version": None, "record": item}
    kept = browser.ask("PUT", "/rigs/1/records/survey_item", body).json["records"]["survey_item"][-1][
        "record"
    ]
    assert (kept["weighing"]["repair_hours"], kept["weighing"]["replace_cost"]) == (1.5, 1200)
    face = {"kind": "flange", "fields": {"pilot_mm": "2 1/2 in", "bolt_count": "4", "thread": "M10x1.5"}}
    part = {"name": "flange", "kind": "other", "place": "shelf", "price": "640,50", "faces": {"rear": face}}
    kept = browser.ask("PUT", "/rigs/1/records/part", {**body, "record": part}).json["records"]["part"][-1][
        "record"
    ]
    assert kept["price"] == 640.5
    assert kept["faces"]["rear"]["fields"] == {"pilot_mm": 63.5, "bolt_count": 4, "thread": "M10x1.5"}
    bad = {**part, "name": "other", "price": "1.490"}
    assert_problem(browser.ask("PUT", "/rigs/1/records/part", {**body, "record": bad}), 422, "price")


def test_an_odometer_is_asked_back(browser: Browser, tyres: Any) -> None:
    body = {"version": tyres["version"], "on": "2026-03-02", "odometer": "184.300"}
    assert_problem(browser.ask("PUT", f"/rigs/1/changes/{tyres['id']}/fitted", body), 422, "odometer")
