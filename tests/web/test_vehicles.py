"""Vehicles as a whole: begun once, renamed, copied, put away and brought back."""

from typing import Any

import pytest

from tests.web.test_web import Browser, browser, client

__all__ = ["browser", "client"]

NEW = {"name": "Fen", "form": "double-cab", "wheelbase": "3095", "size": "255/70R16"}


def begun(browser: Browser, **more: Any) -> dict[str, Any]:
    answer = browser.ask("POST", "/rigs", NEW, **more)
    assert answer.status_code == 201
    assert isinstance(answer.json, dict)
    return answer.json


def names(browser: Browser) -> list[str]:
    return [card["name"] for card in browser.ask("GET", "/rigs").json["rigs"]]


def test_a_press_that_comes_twice_makes_one(browser: Browser) -> None:
    first, second = begun(browser, key="once"), begun(browser, key="once")
    assert first["id"] == second["id"] and names(browser).count("Fen") == 1
    assert begun(browser, key="again")["id"] != first["id"]


def test_a_pickup_may_have_two_rows(browser: Browser) -> None:
    assert begun(browser)["form"] == "double-cab"


def test_it_is_renamed_and_that_is_undone(browser: Browser) -> None:
    fen = begun(browser)
    head = {"version": fen["version"], "name": "Moss", "vehicle": "Tessmar Holt"}
    assert browser.ask("PATCH", f"/rigs/{fen['id']}/brief", head).json["name"] == "Moss"
    assert "Moss" in names(browser)
    browser.ask("POST", f"/rigs/{fen['id']}/undo")
    assert "Fen" in names(browser) and "Moss" not in names(browser)


@pytest.mark.parametrize("shelf", ["archived", "deleted"])
def test_it_is_put_away_and_brought_back_with_all_that_it_had(browser: Browser, shelf: str) -> None:
    fen = begun(browser)
    where = f"/rigs/{fen['id']}"
    away = browser.ask("PATCH", f"{where}/brief", {"version": fen["version"], "shelf": shelf}).json
    assert "Fen" not in names(browser)
    (shelved,) = browser.ask("GET", "/rigs").json["shelved"]
    assert shelved == {
        "id": fen["id"],
        "version": away["version"],
        "name": "Fen",
        "vehicle": "",
        "shelf": shelf,
    }
    back = browser.ask("PATCH", f"{where}/brief", {"version": shelved["version"], "shelf": None})
    assert back.status_code == 200 and back.json["figures"] == fen["figures"]
    assert "Fen" in names(browser) and browser.ask("GET", "/rigs").json["shelved"] == []
    # Undo reaches it too.
    browser.ask("POST", f"{where}/undo")
    assert "Fen" not in names(browser)


def test_an_older_version_puts_nothing_away(browser: Browser) -> None:
    fen = begun(browser)
    head = f"/rigs/{fen['id']}/brief"
    browser.ask("PATCH", head, {"version": fen["version"], "name": "Moss"})
    assert browser.ask("PATCH", head, {"version": fen["version"], "shelf": "deleted"}).status_code == 409
    assert "Moss" in names(browser)


class TestCopies:
    def test_with_its_plan(self, browser: Browser) -> None:
        whole = browser.sheet()
        copy = browser.ask("POST", "/rigs/1/copy", {"name": "Plover, sand", "what": "plan"}).json
        assert copy["id"] != 1 and copy["name"] == "Plover, sand"
        assert [line["title"] for line in copy["changes"]] == [line["title"] for line in whole["changes"]]
        assert len(copy["records"]["gap"]) == len(whole["records"]["gap"])

    def test_its_figures_alone_are_those_as_found(self, browser: Browser) -> None:
        browser.ask("POST", "/rigs/1/changes", {"line": "tyre 285/75R17"})
        copy = browser.ask("POST", "/rigs/1/copy", {"name": "Bare", "what": "figures"}).json
        whole = browser.sheet("as-found")
        assert copy["changes"] == [] and copy["records"]["question"] == []
        assert set(copy["figures"]) == set(whole["figures"])
        assert (
            copy["here"]["results"]["stance"]["height"]["value"]
            == whole["here"]["results"]["stance"]["height"]["value"]
        )

    def test_a_copy_sent_twice_is_one(self, browser: Browser) -> None:
        body = {"name": "Twice", "what": "figures"}
        ids = {browser.ask("POST", "/rigs/1/copy", body, key="one").json["id"] for _ in range(2)}
        assert len(ids) == 1

    def test_it_wants_a_name(self, browser: Browser) -> None:
        assert browser.ask("POST", "/rigs/1/copy", {"name": " ", "what": "plan"}).status_code == 422
