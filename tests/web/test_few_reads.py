"""A request reads a rig once, the start page works out what has changed, and a broken rule is not somebody else's edit."""

import sqlite3
from collections.abc import Iterator
from typing import Any

import pytest

from jorvak.core.stance.records import Gap
from jorvak.store import Rigs, Stale
from jorvak.store import database as database_module
from jorvak.web import rig as rig_pages
from tests.web.test_web import Browser, assert_problem, browser, client

__all__ = ["browser", "client"]

MOST_STATEMENTS = 70


@pytest.fixture
def statements(monkeypatch: pytest.MonkeyPatch) -> Iterator[list[str]]:
    said: list[str] = []
    connect = database_module._connect

    def listening(path: Any) -> sqlite3.Connection:
        connection = connect(path)
        connection.set_trace_callback(said.append)
        return connection

    monkeypatch.setattr(database_module, "_connect", listening)
    yield said


def test_an_edit_reads_the_rig_once_before_and_once_after(statements: list[str], browser: Browser) -> None:
    sheet = browser.ask("POST", "/rigs/1/changes", {"line": "tyre 285/75R17"}).json
    change = sheet["changes"][0]
    for method, address, body in (
        ("PATCH", f"/rigs/1/changes/{change['id']}", {"version": change["version"], "cost": "640"}),
        ("POST", "/rigs/1/changes", {"line": "gears 4.10"}),
        ("PUT", "/rigs/1/figures", {"path": "engine.idle_rpm", "typed": "730", "version": sheet["versions"]["engine.idle_rpm"]}),
    ):  # fmt: skip
        statements.clear()
        assert browser.ask(method, address, body).status_code in (200, 201)
        assert len(statements) <= MOST_STATEMENTS, address
    statements.clear()
    browser.sheet()
    assert len(statements) == 1


def test_the_start_page_works_out_only_what_changed(
    browser: Browser, monkeypatch: pytest.MonkeyPatch
) -> None:
    made: list[int] = []
    honest = rig_pages._card
    monkeypatch.setattr(rig_pages, "_card", lambda record: made.append(record.id) or honest(record))
    first = browser.ask("GET", "/rigs").json
    assert browser.ask("GET", "/rigs").json == first and made == [1]
    browser.ask("POST", "/rigs/1/changes", {"line": "tyre 285/75R17"})
    assert browser.ask("GET", "/rigs").json != first and made == [1, 1]
    # An edit by somebody else, or by another process, is an edit too.
    Browser(browser.client, "Ruben").ask("POST", "/rigs/1/undo")
    browser.ask("GET", "/rigs")
    browser.ask("POST", "/rigs/1/undo")
    again = browser.ask("GET", "/rigs").json
    assert [card | {"revision": 1} for card in again["rigs"]] == first["rigs"]


def test_another_process_that_writes_is_seen(browser: Browser) -> None:
    rigs: Rigs = browser.client.application.config["RIGS"]
    other = Rigs(rigs.database)
    before = browser.sheet()
    other.drop_figures(1, ["engine.idle_rpm"], "Mo", "taken out")
    after = browser.sheet()
    assert "engine.idle_rpm" in before["figures"] and "engine.idle_rpm" not in after["figures"]


def test_a_name_that_is_there_is_a_conflict_and_a_broken_rule_is_none(browser: Browser) -> None:
    rigs: Rigs = browser.client.application.config["RIGS"]
    rigs.put(1, "gap", Gap(name="seam", axle="front"), None, "Ines", "gap")
    with pytest.raises(Stale):
        rigs.put(1, "gap", Gap(name="seam", axle="front"), None, "Ines", "gap")
    crooked = Gap.model_construct(id=0, name="other", axle="sideways", carried_by=None)  # type: ignore[arg-type]
    with pytest.raises(sqlite3.IntegrityError):
        rigs.put(1, "gap", crooked, None, "Ines", "gap")
    assert [kept["record"]["name"] for kept in browser.sheet()["records"]["gap"]] == ["seam"]
    body = {"id": 0, "version": None, "record": {"name": "seam", "axle": "front"}}
    assert_problem(browser.ask("PUT", "/rigs/1/records/gap", body), 409)
