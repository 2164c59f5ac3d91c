"""Changes as typed in their forms, edited, priced and put into options; the list of rigs."""

# ruff: noqa: F811

from typing import Any

import pytest

from tests.web.test_records import browser  # noqa: F401
from tests.web.test_web import Browser, assert_problem, client  # noqa: F401


def add(browser: Browser, kind: str, typed: dict[str, str], **more: Any) -> Any:
    return browser.ask("POST", "/rigs/1/changes", {"kind": kind, "typed": typed, **more}, units="inch")


def test_a_form_takes_what_a_tape_says(browser: Browser) -> None:
    typed = {"axle": "front", "free_length_mm": "17 5/8", "rate_n_per_mm": "217"}
    added = add(browser, "springs", typed, mass="12 lb", x="-20 in", cost=310, option="40 mm/B spacers")
    assert added.status_code == 201
    (change,) = [
        c for c in added.json["changes"] if c["option"] == "40 mm/B spacers" and c["kind"] == "springs"
    ]
    assert change["fields"]["free_length_mm"] == pytest.approx(447.675)
    assert change["fields"]["rate_n_per_mm"] == pytest.approx(38.0, abs=0.01)
    assert (change["mass_kg"], change["mass_x_mm"]) == (pytest.approx(5.443, abs=0.001), -508)
    assert change["on_plan"] is False and change["cost"] == 310


@pytest.mark.parametrize(
    ("kind", "typed", "more", "field"),
    [
        ("springs", {"axle": "front"}, {}, "fields.free_length_mm"),
        (
            "springs",
            {"axle": "front", "free_length_mm": "long", "rate_n_per_mm": "38"},
            {},
            "fields.free_length_mm",
        ),
        ("springs", {"axle": "up", "free_length_mm": "17", "rate_n_per_mm": "38"}, {}, "fields.axle"),
        ("wings", {}, {}, "kind"),
        ("winch", {}, {"mass": "heavy"}, "mass"),
        ("winch", {}, {"x": "over there"}, "x"),
        ("winch", {}, {"option": "40 mm/Z"}, "option"),
        ("winch", {"colour": "red"}, {}, "fields.colour"),
        ("tank", {"volume_l": "sixty"}, {}, "fields.volume_l"),
    ],
)
def test_what_cannot_be_read_is_refused_beside_its_field(
    browser: Browser,
    kind: str,
    typed: dict[str, str],
    more: dict[str, Any],
    field: str,
) -> None:
    before = len(browser.sheet()["changes"])
    assert_problem(add(browser, kind, typed, **more), 422, field)
    assert len(browser.sheet()["changes"]) == before


def test_a_change_is_edited_whole(browser: Browser) -> None:
    change = next(c for c in browser.sheet()["changes"] if c["kind"] == "bumper")
    body = {
        "version": change["version"],
        "typed": {"axle": "front", "with_winch": "yes", "lowest_z_mm": "520"},
        "mass": "51 kg", "x": "-790", "z": "", "cost": 1500, "gift": False, "paid": 400, "credit": None,
        "hours": 9, "note": "ordered", "option": None,
    }  # fmt: skip
    edited = browser.ask("PATCH", f"/rigs/1/changes/{change['id']}", body)
    assert edited.status_code == 200, edited.text
    now = next(c for c in edited.json["changes"] if c["id"] == change["id"])
    assert (now["mass_kg"], now["mass_z_mm"], now["paid"], now["note"]) == (51, None, 400, "ordered")
    assert now["fields"]["lowest_z_mm"] == 520
    assert edited.json["money"]["paid"] > browser.sheet("as-found")["money_here"]["paid"]
    back = browser.ask("POST", "/rigs/1/undo").json
    assert next(c for c in back["changes"] if c["id"] == change["id"])["mass_kg"] == 21


def test_the_list_has_each_rigs_own_drawing_date_money_and_worst(browser: Browser) -> None:
    (card,) = browser.ask("GET", "/rigs").json["rigs"]
    assert card["days_left"] == 105 and card["ceiling"] == 11500
    assert card["money"]["left"] == browser.sheet()["money"]["left"]
    assert card["planned"]["front"]["diameter_mm"] > card["found"]["front"]["diameter_mm"]
    assert card["worst"]["severity"] in ("stop", "measure", "watch") and card["findings"] > 0


def test_what_decides_is_named_in_the_brief(browser: Browser) -> None:
    version = browser.sheet()["version"]
    kept = browser.ask("PATCH", "/rigs/1/brief", {"version": version, "deciding": ["crawl_ratio"]})
    assert kept.json["brief"]["deciding"] == ["crawl_ratio"]
    wrong = {"version": version + 1, "deciding": ["luck"]}
    assert_problem(browser.ask("PATCH", "/rigs/1/brief", wrong), 422, "deciding")
