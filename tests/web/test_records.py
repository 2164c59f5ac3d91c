"""Records through the API: kept, refused, taken out, undone; decisions, comparison, photographs."""

# ruff: noqa: F811

import io
from typing import Any

import pytest
from PIL import Image

from jorvak.formats.build_file import write_build
from tests.conftest import TODAY, demo
from tests.web.test_web import OWN, Browser, assert_problem, client  # noqa: F401


@pytest.fixture
def browser(client: Any) -> Browser:
    browser = Browser(client)
    taken = client.post("/api/builds", data=write_build(demo(0), TODAY).encode(), headers=OWN)
    assert taken.status_code == 201
    return browser


def record(browser: Browser, table: str, version: int | None, number: int = 0, **fields: Any) -> Any:
    typed = fields.pop("typed", {})
    body = {"id": number, "version": version, "record": fields, "typed": typed}
    return browser.ask("PUT", f"/rigs/1/records/{table}", body)


def test_a_part_is_kept_moved_and_taken_out_with_its_figures(browser: Browser) -> None:
    kept = record(
        browser, "part", None, name="old springs", place="shelf", heap="usable", typed={"mass_kg": "7 lb"}
    )
    parts = kept.json["records"]["part"]
    part = next(each for each in parts if each["record"]["name"] == "old springs")
    assert kept.json["figures"]["parts.old springs.mass_kg"]["value"] == pytest.approx(3.175, abs=0.001)
    moved = record(browser, "part", part["version"], part["id"], **{**part["record"], "heap": "scrap"})
    now = next(each for each in moved.json["records"]["part"] if each["id"] == part["id"])
    assert now["record"]["heap"] == "scrap"
    assert_problem(record(browser, "part", part["version"], part["id"], **part["record"]), 409)
    assert_problem(record(browser, "part", None, name="old springs", place="shelf"), 409)
    version = now["version"]
    gone = browser.ask("DELETE", f"/rigs/1/records/part/{part['id']}", version=str(version))
    left = [each["id"] for each in gone.json["records"]["part"]]
    assert (
        left == [each["id"] for each in parts if each["id"] != part["id"]]
        and "parts.old springs.mass_kg" not in gone.json["figures"]
    )
    back = browser.ask("POST", "/rigs/1/undo")
    assert "old springs" in [each["record"]["name"] for each in back.json["records"]["part"]]
    assert "parts.old springs.mass_kg" in back.json["figures"]


@pytest.mark.parametrize(
    ("table", "fields", "field"),
    [
        ("part", {"name": "x", "place": "attic"}, "place"),
        ("part", {"name": "a/b", "place": "shelf"}, "name"),
        ("gap", {"name": "x", "axle": "front", "typed": {"x_mm": "far"}}, "x_mm"),
        ("survey_item", {"zone": "frame", "item": ""}, "item"),
        ("question", {"key": "q", "ask": "Which?", "options": ["a"]}, "options"),
    ],
)
def test_a_bad_record_is_refused_with_its_field(
    browser: Browser, table: str, fields: dict[str, Any], field: str
) -> None:
    before = browser.sheet()
    assert_problem(record(browser, table, None, **fields), 422, field)
    assert browser.sheet() == before


def test_a_decision_wants_a_reason_and_an_option_of_its_own(browser: Browser) -> None:
    question = next(
        kept for kept in browser.sheet()["records"]["question"] if kept["record"]["key"] == "40 mm"
    )
    path, version = "/rigs/1/questions/40 mm/decision", question["version"]
    assert_problem(browser.ask("PUT", path, {"version": version, "chosen": "A springs"}), 422, "reason")
    assert_problem(
        browser.ask("PUT", path, {"version": version, "chosen": "D", "reason": "x"}), 422, "chosen"
    )
    done = browser.ask("PUT", path, {"version": version, "chosen": "A springs", "reason": "carries"})
    assert [c["on_plan"] for c in done.json["changes"] if c["option"] == "40 mm/A springs"] == [True, True]
    assert_problem(browser.ask("PUT", path, {"version": version, "chosen": "C trim", "reason": "x"}), 409)
    assert_problem(
        browser.ask("DELETE", f"/rigs/1/records/question/{question['id']}", version=str(version + 1)),
        422,
        "question",
    )


def test_comparison_working_and_measuring_answer(browser: Browser) -> None:
    options = browser.ask("GET", "/rigs/1/comparison", question="40 mm").json["comparison"]
    assert [column["label"] for column in options["columns"]] == ["A springs", "B spacers", "C trim"]
    assert_problem(browser.ask("GET", "/rigs/1/comparison", question="none"), 422, "question")
    assert_problem(browser.ask("GET", "/rigs/1/comparison", stages="99,planned"), 422, "stage")
    assert_problem(browser.ask("GET", "/rigs/1/workings/nothing"), 422, "key")
    worked = browser.ask("GET", "/rigs/1/workings/approach_deg").json["working"]
    assert worked["doubt_from"][0]["share"] > 0.3
    measuring = browser.ask("GET", "/rigs/1/measure").json
    assert measuring["next"] and "body.cg_height_mm" in measuring["assumed"]
    cleared = browser.ask(
        "POST", "/rigs/1/clear-assumed", {"paths": measuring["assumed"] + ["body.wheelbase_mm"]}
    )
    assert (
        "body.cg_height_mm" not in cleared.json["figures"] and "body.wheelbase_mm" in cleared.json["figures"]
    )


def test_a_finding_is_accepted_and_the_acceptance_taken_back(browser: Browser) -> None:
    first = browser.sheet()["here"]["findings"][0]
    lived = browser.ask("POST", "/rigs/1/accepted", {"finding": first["key"], "reason": "so be it"})
    assert lived.status_code == 201
    (kept,) = lived.json["records"]["accepted"]
    assert kept["record"]["reason"] == "so be it"
    assert_problem(
        browser.ask("POST", "/rigs/1/accepted", {"finding": "nothing", "reason": "x"}), 422, "finding"
    )
    gone = browser.ask("DELETE", f"/rigs/1/records/accepted/{kept['id']}", version=str(kept["version"]))
    assert gone.json["records"]["accepted"] == []


def test_the_history_of_one_figure(browser: Browser) -> None:
    for typed in ("2741", "2742"):
        version = browser.sheet()["versions"]["body.wheelbase_mm"]
        browser.ask(
            "PUT", "/rigs/1/figures", {"path": "body.wheelbase_mm", "typed": typed, "version": version}
        )
    noted = browser.ask("GET", "/rigs/1/figure-history", path="body.wheelbase_mm").json["noted"]
    assert [each["figure"]["value"] for each in noted] == [2740, 2741, 2742]


def test_a_photograph_of_an_item(browser: Browser, client: Any) -> None:
    item = browser.sheet()["records"]["survey_item"][0]
    out = io.BytesIO()
    Image.new("RGB", (300, 200)).save(out, "PNG")
    path = f"/api/rigs/1/survey/{item['id']}/photos"
    assert_problem(client.post(path, data=b"no picture", headers=OWN), 422, "photo")
    assert_problem(client.post(path, data=b"", headers=OWN), 422, "photo")
    taken = client.post(path, data=out.getvalue(), headers=OWN)
    assert taken.status_code == 201
    (photo,) = taken.json["records"]["photo"]
    assert client.get(f"/api/photos/{photo['record']['file']}", headers=OWN).data[:3] == b"\xff\xd8\xff"
    assert client.get("/api/photos/..%2fjorvak.sqlite3", headers=OWN).status_code == 404
    exported = client.get("/api/rigs/1/build-file", headers=OWN)
    assert exported.mimetype == "application/zip"
    again = client.post("/api/builds", data=exported.data, headers=OWN)
    assert [kept["record"]["file"] for kept in again.json["records"]["photo"]] == [photo["record"]["file"]]
