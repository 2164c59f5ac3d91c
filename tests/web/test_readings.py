"""Figures that are noted in one go: all of them, or none."""

from tests.web.test_web import Browser, assert_problem, browser, client

__all__ = ["browser", "client"]

SHAFT = [
    {"path": "rear_shaft.drive_x_mm", "typed": "1335"},
    {"path": "rear_shaft.drive_side_deg", "typed": "2.2"},
    {"path": "rear_shaft.engaged_mm", "typed": "3 1/16 in"},
]


def test_they_are_one_write_and_one_undo(browser: Browser) -> None:
    before = browser.sheet()
    versions = {
        path: version for path, version in before["versions"].items() if path.startswith("rear_shaft.")
    }
    after = browser.ask("PUT", "/rigs/1/readings", {"readings": SHAFT, "versions": versions}).json
    assert after["figures"]["rear_shaft.drive_x_mm"]["value"] == 1335
    assert abs(after["figures"]["rear_shaft.engaged_mm"]["value"] - 77.7875) < 1e-9
    assert after["figures"]["rear_shaft.drive_side_deg"]["known"] == "measured"
    assert after["undo"] == "3 figures in one go"
    assert browser.ask("POST", "/rigs/1/undo").json["figures"] == before["figures"]


def test_one_that_cannot_be_refuses_all_and_is_named(browser: Browser) -> None:
    before = browser.sheet()["figures"]
    wrong = [*SHAFT, {"path": "body.wheelbase_mm", "typed": "twelve"}]
    assert_problem(browser.ask("PUT", "/rigs/1/readings", {"readings": wrong}), 422, "body.wheelbase_mm")
    assert browser.sheet()["figures"] == before


def test_somebody_elses_figure_is_not_overwritten(browser: Browser) -> None:
    was = browser.sheet()["versions"]["body.wheelbase_mm"]
    mine = {
        "readings": [{"path": "body.wheelbase_mm", "typed": "2741"}],
        "versions": {"body.wheelbase_mm": was},
    }
    assert browser.ask("PUT", "/rigs/1/readings", mine).status_code == 200
    assert browser.ask("PUT", "/rigs/1/readings", mine).status_code == 409


def test_a_plate_is_noted_as_one(browser: Browser) -> None:
    typed = {"readings": [{"path": "body.permitted_roof_kg", "typed": "80"}]}
    figures = browser.ask("PUT", "/rigs/1/readings", typed | {"versions": browser.sheet()["versions"]}).json[
        "figures"
    ]
    assert figures["body.permitted_roof_kg"]["known"] == "plate"


def test_all_that_a_result_waits_for_is_served(browser: Browser) -> None:
    bare = browser.ask("POST", "/rigs", {"name": "Bare", "form": "van"}).json["id"]
    waits = browser.ask("GET", f"/rigs/{bare}/waits").json["waits"]
    assert len(waits["axle loads and payload"]) == 3
