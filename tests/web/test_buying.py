"""Parts from wanted to fitted, the counter, lists in and out, papers."""

import io
from datetime import date
from typing import Any

import pytest
from flask.testing import FlaskClient
from icalendar import Calendar
from openpyxl import load_workbook

from jorvak.instruments import counter
from tests.conftest import TODAY
from tests.web.test_web import OWN, Browser, browser, client
from tests.web.test_work import SHOP, add, by_hand, shop, work

__all__ = ["SHOP", "browser", "client", "shop"]


def want(browser: Browser, name: str, **more: Any) -> None:
    record = {"name": name, "place": "wanted", "state": "wanted", **more}
    done = browser.ask("PUT", "/rigs/1/records/part", {"record": record})
    assert done.status_code == 200, done.text


def orders(browser: Browser) -> Any:
    return {row["name"]: row for row in browser.ask("GET", "/rigs/1/orders").json["parts"]}


def test_a_part_goes_from_wanted_to_fitted(browser: Browser) -> None:
    want(browser, "tank")
    assert orders(browser)["tank"]["state"] == "wanted"
    offer = browser.ask("GET", "/rigs/1/counter", words="long-range tank").json["offers"][0]
    assert offer["stock"] == 0
    ordered = browser.ask("POST", "/rigs/1/counter/order", {"part": "tank", "offer": offer["name"]})
    assert ordered.status_code == 200
    assert orders(browser)["tank"]["due_on"] == "2026-04-06"
    twice = browser.ask("POST", "/rigs/1/counter/order", {"part": "tank", "offer": offer["name"]})
    assert twice.status_code == 422 and "ordered already" in twice.json["detail"]
    (kept,) = browser.sheet()["records"]["part"]
    assert kept["record"]["price"] == 720 and kept["record"]["place"] == "wanted"
    here = {**kept["record"], "state": "here"}
    browser.ask("PUT", "/rigs/1/records/part", {"id": kept["id"], "version": kept["version"], "record": here})
    assert browser.sheet()["records"]["part"][0]["record"]["place"] == "shelf"


def test_an_order_of_what_the_counter_does_not_have(browser: Browser) -> None:
    want(browser, "tank")
    refused = browser.ask("POST", "/rigs/1/counter/order", {"part": "tank", "offer": "gold"})
    assert refused.status_code == 422 and refused.json["field"] == "offer"
    assert orders(browser)["tank"]["state"] == "wanted"


def test_some_orders_come_late_and_that_shows_as_the_day_nears() -> None:
    due = date(2026, 3, 10)
    days = [counter.now_due(f"C{number}", due, TODAY) for number in range(200)]
    late = [day for day in days if day > due]
    assert 30 < len(late) < 90 and max(late) <= date(2026, 3, 22)
    assert counter.now_due("C1", date(2026, 6, 1), TODAY) == date(2026, 6, 1)


def test_a_late_part_moves_the_calendar(browser: Browser, shop: Any) -> None:
    want(browser, "tank", state="ordered", due_on="2026-03-20")
    by_hand(browser, "fit tank", hours=1, waits=[{"for_what": "part", "part": "tank"}])
    here = work(browser)
    assert here["plan"]["plan"]["by_day"][0]["date"] == "2026-03-21"
    assert [each["code"] for each in here["findings"]] == ["part-late"]
    assert orders(browser)["tank"]["waits"] == ["fit tank"]


def test_a_part_of_which_nobody_knows_the_day_is_said(browser: Browser, shop: Any) -> None:
    want(browser, "tank")
    by_hand(browser, "fit tank", waits=[{"for_what": "part", "part": "tank"}])
    assert work(browser)["undated"] == [{"job": "1 hand fit tank", "part": "tank", "was_due": None}]


def test_a_part_due_yesterday_is_said_and_never_taken_for_here(browser: Browser, shop: Any) -> None:
    want(browser, "tank", state="ordered", due_on="2026-03-01")
    by_hand(browser, "fit tank", waits=[{"for_what": "part", "part": "tank"}])
    assert work(browser)["undated"][0]["was_due"] == "2026-03-01"
    assert orders(browser)["tank"]["overdue_days"] == 1


def test_a_part_that_is_here_and_not_compared_is_a_finding(browser: Browser) -> None:
    face = {"input": {"kind": "spline", "fields": {}, "meets": "box/output"}}
    want(browser, "case", state="here", faces=face)
    codes = [each["code"] for each in browser.sheet()["here"]["findings"]]
    assert "part-not-checked" in codes
    (kept,) = browser.sheet()["records"]["part"]
    checked = {**kept["record"], "state": "checked"}
    browser.ask(
        "PUT", "/rigs/1/records/part", {"id": kept["id"], "version": kept["version"], "record": checked}
    )
    assert "part-not-checked" not in [each["code"] for each in browser.sheet()["here"]["findings"]]


def test_what_was_bought_for_a_change_that_is_dropped_is_not_lost_sight_of(browser: Browser) -> None:
    change = add(browser, "rack 28 kg")
    want(browser, "rack", state="ordered", price=460, paid=460, for_change=change)
    assert not orders(browser)["rack"]["for_nothing"]
    line = browser.sheet()["changes"][-1]
    browser.ask("PATCH", f"/rigs/1/changes/{change}", {"version": line["version"], "state": "dropped"})
    assert orders(browser)["rack"]["for_nothing"]
    assert browser.ask("GET", "/rigs/1/money").json["spent"]["wasted"] == 460


LIST = b"name,price,supplier,due_on\r\ntank,710,yard,2026-04-01\r\nhose,12.50,yard,\r\n"


def test_a_list_comes_in(browser: Browser, client: FlaskClient) -> None:
    want(browser, "tank")
    done = client.post("/api/rigs/1/orders/csv?person=Ines", data=LIST, headers=OWN)
    assert done.status_code == 200
    rows = orders(browser)
    assert (rows["tank"]["state"], rows["tank"]["price"]) == ("ordered", 710)
    assert (rows["hose"]["state"], rows["hose"]["price"]) == ("priced", 12.5)


@pytest.mark.parametrize(
    ("raw", "says"),
    [
        (b"", "nothing in that file"),
        (b"part,price\r\ntank,1\r\n", "name"),
        (b"name,price\r\ntank,dear\r\n", "Line 2"),
        (b"name,due_on\r\ntank,soon\r\n", "due_on"),
        (b"name,ordered_on,due_on\r\ntank,2026-03-05,2026-03-01\r\n", "Line 2"),
        (b"name\r\n,\r\n", "No row"),
    ],
)
def test_a_list_that_cannot_be_taken_in_leaves_nothing(
    browser: Browser, client: FlaskClient, raw: bytes, says: str
) -> None:
    refused = client.post("/api/rigs/1/orders/csv?person=Ines", data=raw, headers=OWN)
    assert refused.status_code == 422 and says in refused.json["detail"]
    assert orders(browser) == {}


def test_everything_with_a_date_is_in_the_calendar(browser: Browser, client: FlaskClient, shop: Any) -> None:
    by_hand(browser, "paint", hours=3)
    want(browser, "tank", state="ordered", due_on="2026-03-20")
    raw = client.get("/api/rigs/1/calendar.ics", headers=OWN).data
    events = list(Calendar.from_ical(raw).walk("VEVENT"))
    titles = {str(event["summary"]) for event in events}
    assert {"paint", "tank is due"} <= titles and any(title.endswith("leaves") for title in titles)
    paint = next(event for event in events if event["summary"] == "paint")
    assert paint.decoded("dtstart").isoformat() == "2026-03-02T08:00:00"


def test_lists_leave_as_csv_and_as_a_workbook(browser: Browser, client: FlaskClient) -> None:
    by_hand(browser, "=1+1", hours=2)
    text = client.get("/api/rigs/1/lists/jobs.csv", headers=OWN).data.decode()
    assert text.splitlines()[0].startswith("title,stage,area") and "'=1+1" in text
    assert client.get("/api/rigs/1/lists/secrets.csv", headers=OWN).status_code in (404, 422)
    book = load_workbook(io.BytesIO(client.get("/api/rigs/1/lists.xlsx", headers=OWN).data))
    assert book.sheetnames == ["jobs", "parts", "log", "money", "legs", "fills", "take"]
    assert book["jobs"]["D2"].value == 2


@pytest.mark.parametrize("address", ["card.pdf?job=hand paint", "report.pdf", "report.pdf?money=true"])
def test_paper_is_pdf(browser: Browser, client: FlaskClient, address: str) -> None:
    by_hand(
        browser, "paint", hours=3, steps=["mask <b>", "spray"], readings=[{"name": "film, µm", "low": 80}]
    )
    answer = client.get(f"/api/rigs/1/{address}", headers=OWN)
    assert answer.status_code == 200 and answer.data.startswith(b"%PDF-")
    if address.startswith("card"):
        assert answer.data.count(b"/Type /Page\n") <= 1


def test_a_report_is_a_page_with_money_or_without(browser: Browser, client: FlaskClient) -> None:
    change = add(browser, "rack 28 kg")
    browser.ask("POST", "/rigs/1/jobs/sign", {"key": f"change {change}.1", "hours": 2})
    plain = client.get("/api/rigs/1/report.html", headers=OWN).data.decode()
    assert "roof rack" in plain and "Money" not in plain
    assert "Money" in client.get("/api/rigs/1/report.html?money=true", headers=OWN).data.decode()
