"""Figures noted with changes on the vehicle, over the API: they are as it stands, unless somebody says otherwise."""

from typing import Any

import pytest

from tests.web.test_web import OWN, Browser, assert_problem, browser, client

__all__ = ["browser", "client"]


@pytest.fixture
def lifted(browser: Browser) -> Browser:
    """Springs in front that are on the vehicle since the middle of February."""
    sheet = browser.ask("POST", "/rigs/1/changes", {"line": "springs front 448 38"}).json
    change = sheet["changes"][0]
    fit = {"version": change["version"], "on": "2026-02-15", "measured_with": []}
    assert browser.ask("PUT", f"/rigs/1/changes/{change['id']}/fitted", fit).status_code == 200
    return browser


def note(browser: Browser, path: str, typed: str, **more: Any) -> Any:
    version = browser.sheet()["versions"].get(path)
    return browser.ask("PUT", "/rigs/1/figures", {"path": path, "typed": typed, "version": version, **more})


def lift_mm(browser: Browser) -> float:
    lift: float = browser.sheet("today")["here"]["results"]["stance"]["lift"]["value"]["front"][
        "body_rise_mm"
    ]
    return lift


def test_what_is_measured_now_is_as_it_stands(lifted: Browser) -> None:
    up = lift_mm(lifted)
    assert up > 20
    sheet = note(lifted, "body.height_mm", "1950").json
    assert sheet["figures"]["body.height_mm"]["taken"] == "as it stood"
    assert sheet["as_found"]["body.height_mm"] == pytest.approx(1950 - up)
    today = lifted.sheet("today")["here"]["results"]["stance"]["height"]
    assert today["value"]["height_mm"] == pytest.approx(1950)
    assert today["doubt"]["height_mm"] == pytest.approx(3)
    card = lifted.ask("GET", "/rigs").json["rigs"][0]
    assert card["figures"]["body.height_mm"]["value"] == pytest.approx(1950 - up)


def test_who_says_as_found_is_taken_at_his_word(lifted: Browser) -> None:
    up = lift_mm(lifted)
    sheet = note(lifted, "body.height_mm", "1868", taken="as found").json
    assert sheet["as_found"] == {}
    height = lifted.sheet("today")["here"]["results"]["stance"]["height"]["value"]["height_mm"]
    assert height == pytest.approx(1868 + up)


def test_a_plate_says_what_was_made(lifted: Browser) -> None:
    assert (
        note(lifted, "body.height_mm", "1870", known="plate").json["figures"]["body.height_mm"]["taken"]
        == "as found"
    )


def test_a_figure_from_before_the_springs(lifted: Browser) -> None:
    sheet = note(lifted, "body.height_mm", "1871", taken="as it stood", on="2026-02-10").json
    assert sheet["figures"]["body.height_mm"]["noted_on"] == "2026-02-10"
    assert sheet["as_found"]["body.height_mm"] == pytest.approx(1871)


def test_a_day_that_is_still_to_come(lifted: Browser) -> None:
    assert_problem(note(lifted, "body.height_mm", "1950", on="2026-04-01"), 422, "on")


def test_a_point_a_place_and_a_line_are_as_it_stands_too(lifted: Browser) -> None:
    point = {"name": "new guard", "on": "frame", "x": "1200", "z": "360"}
    sheet = lifted.ask("POST", "/rigs/1/points", point).json
    assert sheet["figures"]["points.new guard.z_mm"]["taken"] == "as it stood"
    assert sheet["figures"]["points.new guard.x_mm"]["taken"] == "as found"
    gap = {"name": "arch", "axle": "front"}
    body = {"record": gap, "version": None, "typed": {"x_mm": "300", "y_mm": "20", "z_mm": "420"}}
    sheet = lifted.ask("PUT", "/rigs/1/records/gap", {"id": 0, **body}).json
    assert sheet["figures"]["gaps.arch.z_mm"]["taken"] == "as it stood"
    sheet = lifted.ask("POST", "/rigs/1/changes", {"line": "height 1951"}).json
    assert sheet["figures"]["body.height_mm"]["taken"] == "as it stood"


def test_the_line_says_beforehand_what_it_comes_to(lifted: Browser) -> None:
    shown = lifted.ask("POST", "/rigs/1/preview", {"text": "height 1951"}, stage="today").json["preview"]
    height = shown["here"]["results"]["stance"]["height"]["value"]["height_mm"]
    assert height == pytest.approx(1951)


def test_undo_brings_back_how_it_was_taken(lifted: Browser) -> None:
    before = lifted.sheet()["figures"]["body.height_mm"]
    note(lifted, "body.height_mm", "1950")
    lifted.ask("POST", "/rigs/1/undo")
    assert lifted.sheet()["figures"]["body.height_mm"] == before
    lifted.ask("POST", "/rigs/1/redo")
    assert lifted.sheet()["figures"]["body.height_mm"]["taken"] == "as it stood"


def test_the_table_says_what_changes_move(browser: Browser) -> None:
    catalogue = browser.ask("GET", "/catalogue").json
    moves = {spec["path"] for spec in catalogue["figures"] if spec["moves"]}
    assert {"body.height_mm", "steering.caster_deg", "rear_shaft.engaged_mm", "body.rear_axle_kg"} <= moves
    assert "body.wheelbase_mm" not in moves
    assert [spec["path"] for spec in catalogue["named"]["points"] if spec["moves"]] == ["z_mm"]


ROLL_OUT = "wheels.front_left.circumference_mm"


def tyres_ticked(browser: Browser, on: str, **more: Any) -> Any:
    """Larger tyres on the order, ticked as fitted on a day."""
    sheet = browser.sheet()
    if not any(change["kind"] == "tyres" for change in sheet["changes"]):
        sheet = browser.ask("POST", "/rigs/1/changes", {"line": "tyre 285/75R17"}).json
    change = next(change for change in sheet["changes"] if change["kind"] == "tyres")
    body = {"version": change["version"], "on": on, **more}
    return browser.ask("PUT", f"/rigs/1/changes/{change['id']}/fitted", body)


def rolls_mm(browser: Browser, stage: str) -> float:
    tyre = browser.sheet(stage)["here"]["results"]["rolling"]["front_tyre"]["value"]
    return float(tyre["circumference_mm"])


def test_what_was_noted_today_stays_what_it_is_when_a_change_is_ticked_today(browser: Browser) -> None:
    note(browser, ROLL_OUT, "2286")
    assert tyres_ticked(browser, "2026-03-02").status_code == 200
    assert rolls_mm(browser, "as-found") == pytest.approx(2286)
    assert rolls_mm(browser, "today") != pytest.approx(2286)


def test_a_change_ticked_with_an_earlier_day_asks_once_of_what_was_noted_since(browser: Browser) -> None:
    note(browser, ROLL_OUT, "2491")
    note(browser, "engine.idle_rpm", "720")
    assert_problem(tyres_ticked(browser, "2026-02-20"), 422, "measured_with")
    change = browser.sheet()["changes"][0]
    asked = browser.ask("GET", f"/rigs/1/changes/{change['id']}/noted-since", on="2026-02-20").json
    assert ROLL_OUT in asked["paths"]
    assert "engine.idle_rpm" not in asked["paths"]
    before = rolls_mm(browser, "as-found")
    assert before == pytest.approx(2491)
    tyres_ticked(browser, "2026-02-20", measured_with=[ROLL_OUT])
    assert rolls_mm(browser, "today") == pytest.approx(2491)
    assert rolls_mm(browser, "as-found") != pytest.approx(2491)
    browser.ask("POST", "/rigs/1/undo")
    assert rolls_mm(browser, "as-found") == pytest.approx(before)
    tyres_ticked(browser, "2026-02-20", measured_with=[])
    assert rolls_mm(browser, "as-found") == pytest.approx(2491)


def test_a_height_as_it_stood_keeps_what_was_on_it(lifted: Browser) -> None:
    note(lifted, "body.height_mm", "1950")
    was = lifted.sheet()["as_found"]["body.height_mm"]
    assert tyres_ticked(lifted, "2026-03-02").status_code == 200
    sheet = lifted.sheet("today")
    assert sheet["as_found"]["body.height_mm"] == pytest.approx(was)
    grown = sheet["here"]["results"]["stance"]["under_differentials_mm"]["value"]
    assert grown > 20
    height = sheet["here"]["results"]["stance"]["height"]["value"]["height_mm"]
    assert height == pytest.approx(1950 + grown, abs=3)
    # The same reading with another ± is still the same reading; a new one is of the vehicle as it is.
    note(lifted, "body.height_mm", "1950", doubt="2")
    assert lifted.sheet()["as_found"]["body.height_mm"] == pytest.approx(was)
    note(lifted, "body.height_mm", "1951")
    assert lifted.sheet()["as_found"]["body.height_mm"] < was - 20


def test_what_was_fitted_afterwards_leaves_with_the_build_file_and_comes_back(lifted: Browser) -> None:
    note(lifted, "body.height_mm", "1950")
    tyres_ticked(lifted, "2026-03-02")
    raw = lifted.client.get("/api/rigs/1/build-file").data
    copy = lifted.client.post("/api/builds", data=raw, headers=OWN).json
    assert copy["as_found"] == lifted.sheet()["as_found"]
    after = copy["figures"]["body.height_mm"]["fitted_after"]
    assert after == [change["id"] for change in copy["changes"] if change["kind"] == "tyres"]
