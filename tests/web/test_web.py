"""The web application: what it answers, what it refuses, and who may ask."""

import json
import sqlite3
from contextlib import closing
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient
from werkzeug.test import TestResponse

from jorvak.core.driveline.what_if import TURNS_DEG
from jorvak.core.engine.areas import Steps
from jorvak.core.plan.kinds import kinds
from jorvak.store import Database, Rigs
from jorvak.store.backups import back_up_today
from jorvak.store.database import FILE_NAME
from jorvak.web import create_app
from tests.conftest import TODAY

OWN = {"Host": "127.0.0.1:5370"}


class Browser:
    """A client that sends what a page of ours would send."""

    def __init__(self, client: FlaskClient, person: str = "Ines") -> None:
        self.client = client
        self.person = person

    def ask(self, method: str, address: str, body: Any = None, **query: str) -> TestResponse:
        return self.client.open(
            f"/api{address}",
            method=method,
            json=body,
            query_string={"person": self.person, **query},
            headers=OWN,
        )

    def sheet(self, stage: str = "planned", **query: str) -> Any:
        return self.ask("GET", "/rigs/1", stage=stage, **query).json


@pytest.fixture
def client(laid_out: Path, tmp_path: Path) -> FlaskClient:
    dist = tmp_path / "dist"
    (dist / "assets").mkdir(parents=True)
    (dist / "index.html").write_text("<title>Jorvak</title>")
    (dist / "assets" / "a-1.js").write_text("1")
    return create_app(Rigs(Database(laid_out)), today=TODAY, dist=dist).test_client()


@pytest.fixture
def browser(client: FlaskClient, plover_data: Path) -> Browser:
    """Somebody at work at Plover, as it was taken in once for all tests of a worker."""
    rigs: Rigs = client.application.config["RIGS"]
    with closing(sqlite3.connect(plover_data / FILE_NAME)) as taken_in:
        taken_in.backup(rigs.database.connection)
    return Browser(client)


def assert_problem(answer: TestResponse, status: int, field: str | None = None) -> Any:
    assert answer.status_code == status, answer.text
    assert answer.content_type == "application/problem+json"
    problem = answer.json
    assert problem["status"] == status
    assert problem["title"] and problem["detail"].endswith((".", "?", "decide."))
    assert "Traceback" not in answer.text
    if field is not None:
        assert problem["field"] == field
    return problem


def test_the_thread_through_the_api(browser: Browser) -> None:
    seen = browser.ask("POST", "/rigs/1/preview", {"text": "tyre 285/75R17"}).json["preview"]
    rows = {row["key"]: row for row in seen["headlines"]}
    assert rows["speedometer_error_pct"]["value"] == pytest.approx(-6.575, abs=0.001)
    assert rows["under_differentials_mm"]["value"] == pytest.approx(25.99)
    assert rows["height_mm"]["value"] == pytest.approx(1896, abs=0.1)
    assert {f["code"] for f in seen["raised"]} >= {"speedometer-outside-band", "gearing-taller", "retighten"}
    assert browser.sheet()["changes"] == []

    added = browser.ask("POST", "/rigs/1/changes", {"line": "tyre 285/75R17"})
    assert (added.status_code, added.json["stage"]) == (201, 1)
    rear = browser.ask(
        "POST", "/rigs/1/changes", {"kind": "gears", "fields": {"axle": "rear", "ratio": 4.1}}, stage="1"
    )
    stop = rear.json["here"]["findings"][0]
    assert (stop["code"], stop["severity"]) == ("axle-ratios-differ", "stop")
    offered = stop["settled_by"][0]["draft"]
    body = {"kind": offered["kind"], "fields": offered["fields"]}
    settled = browser.ask("POST", "/rigs/1/changes", body, stage="2")
    assert {f["severity"] for f in settled.json["here"]["findings"]} == {"watch", "note"}
    assert [c["title"] for c in settled.json["changes"]] == [
        "tyres 285/75R17",
        "gears 4.10 rear",
        "gears 4.10 front",
    ]
    assert all(job["cautions"] for c in settled.json["changes"] for job in c["jobs"])

    tyres = settled.json["changes"][0]
    fitted = browser.ask(
        "PUT",
        f"/rigs/1/changes/{tyres['id']}/fitted",
        {"version": tyres["version"], "on": "2026-03-02", "odometer": "79784 mi", "hours": "4,5"},
    ).json
    assert fitted["changes"][0]["fitted"]["odometer_km"] == pytest.approx(128399.9, abs=0.1)
    assert fitted["changes"][0]["fitted"]["hours"] == 4.5
    assert fitted["outlines"]["today"]["front"]["size"] == "285/75R17"
    trip = browser.ask("GET", "/rigs/1/trip").json
    ready = trip["answer"]
    assert (ready["days_left"], len(ready["open"]), ready["as_planned"]) == (105, 2, True)
    assert trip["other"]["as_planned"] is False

    undone = browser.ask("POST", "/rigs/1/undo").json
    assert undone["changes"][0]["state"] == "chosen"
    assert undone["redo"] == "tyres 285/75R17 fitted on 02 Mar 2026"
    assert browser.ask("POST", "/rigs/1/redo").json["changes"][0]["state"] == "fitted"
    lines = browser.ask("GET", "/rigs/1/history").json["entries"]
    assert [line["act"] for line in lines[:2]] == ["redo", "undo"]
    assert all(line["person"] == "Ines" and line["at"] for line in lines[:-1])


def test_half_a_line_is_no_error_while_it_is_typed(browser: Browser) -> None:
    for text in ("t", "tyre", "tyre 285/", "tyre banana", "gears 0", ""):
        answer = browser.ask("POST", "/rigs/1/preview", {"text": text})
        assert answer.status_code == 200
        assert answer.json["preview"] is None and answer.json["problem"].strip()


def test_a_line_can_note_a_figure(browser: Browser) -> None:
    preview = browser.ask("POST", "/rigs/1/preview", {"text": "wheelbase 2800"}).json["preview"]
    assert preview["step"] is None and preview["typed"]["means"] == "figure"
    noted = browser.ask("POST", "/rigs/1/changes", {"line": "wheelbase 110 in"}).json
    assert noted["figures"]["body.wheelbase_mm"]["value"] == pytest.approx(2794)
    assert noted["figures"]["body.wheelbase_mm"]["noted_by"] == "Ines"
    assert noted["changes"] == []


def test_a_change_goes_in_behind_the_mark_and_never_before_what_is_fitted(browser: Browser) -> None:
    for line in ("tyre 285/75R17", "gears rear 4.10"):
        browser.ask("POST", "/rigs/1/changes", {"line": line})
    between = browser.ask("POST", "/rigs/1/changes", {"line": "gears front 4.10"}, stage="1").json
    assert (between["stage"], [c["title"] for c in between["changes"]][1]) == (2, "gears 4.10 front")
    tyres = between["changes"][0]
    browser.ask(
        "PUT",
        f"/rigs/1/changes/{tyres['id']}/fitted",
        {"version": tyres["version"], "on": "2026-03-01", "measured_with": []},
    )
    early = browser.ask("POST", "/rigs/1/changes", {"line": "gears 4.30"}, stage="as-found").json
    assert [c["title"] for c in early["changes"]][:2] == ["tyres 285/75R17", "gears 4.30 front and rear"]


def test_a_stale_write_answers_with_what_stands_there(browser: Browser, client: FlaskClient) -> None:
    other = Browser(client, "Ruben")
    version = browser.sheet()["versions"]["body.wheelbase_mm"]
    body = {"path": "body.wheelbase_mm", "version": version}
    assert other.ask("PUT", "/rigs/1/figures", {**body, "typed": "2750"}).status_code == 200
    problem = assert_problem(browser.ask("PUT", "/rigs/1/figures", {**body, "typed": "2700"}), 409)
    assert problem["type"] == "jorvak:stale"
    assert problem["theirs"]["value"] == "2750.0" and problem["theirs"]["noted_by"] == "Ruben"
    assert browser.sheet()["figures"]["body.wheelbase_mm"]["value"] == 2750


def test_a_write_sent_twice_is_answered_twice_and_done_once(browser: Browser) -> None:
    for _ in range(2):
        answer = browser.ask("POST", "/rigs/1/changes", {"line": "tyre 285/75R17"}, key="abc")
        assert answer.status_code in (200, 201)
        assert len(answer.json["changes"]) == 1


@pytest.mark.parametrize(
    ("method", "path", "body", "status", "field"),
    [
        ("POST", "/rigs/1/changes", {"line": "tyre banana"}, 422, "line"),
        ("POST", "/rigs/1/changes", {"line": ""}, 422, "line"),
        ("POST", "/rigs/1/changes", {}, 422, "line"),
        ("POST", "/rigs/1/changes", {"kind": "wings", "fields": {}}, 422, "kind"),
        ("POST", "/rigs/1/changes", {"kind": "gears", "fields": {"ratio": 0}}, 422, "fields.ratio"),
        ("PUT", "/rigs/1/figures", {"path": "body.wheelbase_mm", "typed": "1,208", "version": 1}, 422, "body.wheelbase_mm"),
        ("PUT", "/rigs/1/figures", {"path": "body.nothing", "typed": "1", "version": 1}, 422, "body.nothing"),
        ("PUT", "/rigs/1/figures", {"path": "body.wheelbase_mm"}, 422, "typed"),
        ("PATCH", "/rigs/1/brief", {"version": 1, "ceiling": -1}, 422, "ceiling"),
        ("PATCH", "/rigs/1/brief", {"version": 1, "leaves_on": "soon"}, 422, "leaves_on"),
        ("POST", "/rigs", {"name": "", "form": "van"}, 422, "name"),
        ("POST", "/rigs", {"name": "X", "form": "boat"}, 422, "form"),
        ("POST", "/rigs", {"name": "X", "form": "van", "wheelbase": "long"}, 422, "wheelbase"),
        ("POST", "/rigs", {"name": "X", "form": "van", "size": "big"}, 422, "size"),
        ("POST", "/rigs/1/points", {"name": "a.b", "on": "frame", "x": "1", "z": "2"}, 422, "name"),
        ("POST", "/rigs/1/points", {"name": "sump", "on": "frame", "x": "1", "z": "low"}, 422, "z"),
        ("POST", "/builds", {"rig": 3}, 422, "file"),
        ("POST", "/rigs/1/undo", None, 409, None),
        ("GET", "/rigs/99", None, 404, None),
        ("GET", "/nowhere", None, 404, None),
        ("PATCH", "/rigs/1/changes/99", {"version": 1}, 404, None),
        ("DELETE", "/rigs/1", None, 405, None),
    ],
)  # fmt: skip
def test_what_is_wrong_is_said_with_its_field(
    browser: Browser, method: str, path: str, body: Any, status: int, field: str | None
) -> None:
    before = browser.sheet()
    assert_problem(browser.ask(method, path, body), status, field)
    assert browser.sheet() == before


def test_a_change_is_edited_and_moved(browser: Browser) -> None:
    for line in ("tyre 285/75R17", "gears rear 4.10"):
        browser.ask("POST", "/rigs/1/changes", {"line": line})
    first, second = browser.sheet()["changes"]
    path = f"/rigs/1/changes/{first['id']}"
    bought = browser.ask("PATCH", path, {"version": first["version"], "state": "bought", "cost": 1640}).json[
        "changes"
    ][0]
    assert (bought["state"], bought["cost"], bought["hours"], bought["guessed_hours"]) == (
        "bought",
        1640,
        None,
        3.3,
    )
    assert_problem(
        browser.ask("PATCH", path, {"version": bought["version"], "state": "fitted"}), 422, "state"
    )
    assert_problem(browser.ask("PATCH", path, {"version": 1, "cost": 5}), 409)
    cleared = browser.ask("PATCH", path, {"version": bought["version"], "cost": None}).json["changes"][0]
    assert cleared["cost"] is None
    place = f"/rigs/1/changes/{second['id']}/place"
    moved = browser.ask("PUT", place, {"version": second["version"], "to": 1}).json
    assert [c["id"] for c in moved["changes"]] == [second["id"], first["id"]]


def test_fitting_wants_a_day_that_has_been(browser: Browser) -> None:
    change = browser.ask("POST", "/rigs/1/changes", {"line": "tyre 285/75R17"}).json["changes"][0]
    path = f"/rigs/1/changes/{change['id']}/fitted"
    for bad, field in (
        ({"on": "2026-03-03"}, "on"),
        ({"on": "2026-03-02", "odometer": "far"}, "odometer"),
        ({"on": "2026-03-02", "odometer": "-5"}, "odometer"),
        ({"on": "2026-03-02", "hours": "long"}, "hours"),
        ({"on": "someday"}, "on"),
    ):
        assert_problem(browser.ask("PUT", path, {"version": change["version"], **bad}), 422, field)
    fitted = browser.ask("PUT", path, {"version": change["version"], "on": "2026-03-02"}).json["changes"][0]
    back = browser.ask(
        "PATCH", f"/rigs/1/changes/{change['id']}", {"version": fitted["version"], "state": "bought"}
    )
    assert back.json["changes"][0]["fitted"] is None


def test_the_brief_is_changed_and_cleared(browser: Browser) -> None:
    version = browser.sheet()["version"]
    set_ = browser.ask(
        "PATCH", "/rigs/1/brief", {"version": version, "leaves_on": "2026-04-01", "purpose": "Snow"}
    ).json
    assert (set_["brief"]["leaves_on"], set_["brief"]["purpose"]) == ("2026-04-01", "Snow")
    clear = {"version": set_["version"], "leaves_on": None, "purpose": None}
    cleared = browser.ask("PATCH", "/rigs/1/brief", clear).json
    assert (cleared["brief"]["leaves_on"], cleared["brief"]["purpose"]) == (None, "")


def test_a_figure_keeps_how_it_is_known_its_doubt_and_its_note(browser: Browser) -> None:
    version = browser.sheet()["versions"]["body.height_mm"]
    body = {
        "path": "body.height_mm",
        "typed": "73 5/8",
        "known": "measured",
        "doubt": "± 1/8",
        "note": " on its wheels ",
    }
    noted = browser.ask("PUT", "/rigs/1/figures", {**body, "version": version}, units="inch").json["figures"][
        "body.height_mm"
    ]
    assert noted["value"] == pytest.approx(73.625 * 25.4)
    assert (noted["doubt"], noted["note"], noted["noted_on"]) == (
        pytest.approx(3.175),
        "on its wheels",
        "2026-03-02",
    )
    for bad in ("wide", "-3"):
        answer = browser.ask(
            "PUT", "/rigs/1/figures", {**body, "doubt": bad, "version": version + 1}, units="inch"
        )
        assert_problem(answer, 422, "doubt")
    gears = {"path": "gearbox.gears", "typed": "4 2 1", "doubt": "3", "version": 1}
    assert_problem(browser.ask("PUT", "/rigs/1/figures", gears), 422, "doubt")


def test_a_builders_own_vehicle_begins_with_four_things(client: FlaskClient) -> None:
    browser = Browser(client)
    body = {"name": " Sandpiper ", "form": "open", "wheelbase": "98 in", "size": "7.50R16"}
    sheet = browser.ask("POST", "/rigs", body).json
    assert sheet["name"] == "Sandpiper"
    assert sheet["figures"]["body.wheelbase_mm"]["value"] == pytest.approx(2489.2)
    assert sheet["figures"]["wheels.rear_right.size"]["known"] == "plate"
    assert "wheels.spare.size" not in sheet["figures"]
    waits = {row["key"]: row["waits_for"] for row in sheet["headlines"]}
    assert waits["crawl_ratio"] == "gearbox.gears"
    point = {"name": "sump", "on": "frame", "x": "12 in", "z": "230"}
    with_point = browser.ask("POST", "/rigs/1/points", point).json
    assert with_point["here"]["results"]["stance"]["angles"]["value"]["lowest"] == "sump"
    assert_problem(browser.ask("POST", "/rigs/1/points", point), 409)


def test_a_build_goes_out_as_it_came_in(browser: Browser, client: FlaskClient) -> None:
    out = client.get("/api/rigs/1/build-file", headers=OWN)
    assert out.headers["Content-Disposition"] == 'attachment; filename="plover.build.json"'
    again = client.post("/api/builds", data=out.data, headers=OWN)
    one, two = browser.sheet(), again.json
    assert one["figures"] == two["figures"] and one["brief"] == two["brief"]


def test_units_are_a_way_of_showing_and_change_nothing(browser: Browser) -> None:
    browser.ask("POST", "/rigs/1/changes", {"line": "tyre 285/75R17"})
    metric, inch = browser.sheet(), browser.sheet(units="inch")
    assert metric["figures"] == inch["figures"]
    assert "mph" in inch["here"]["findings"][0]["text"]
    assert_problem(browser.ask("GET", "/rigs/1", units="furlongs"), 422, "units")


@pytest.mark.parametrize(
    "host", ["evil.example", "evil.example:5370", "127.0.0.1.evil.example", "10.0.0.5:5370"]
)
def test_only_loopback_names_are_answered(client: FlaskClient, host: str) -> None:
    assert_problem(client.get("/api/rigs", headers={"Host": host}), 421)


@pytest.mark.parametrize("host", ["127.0.0.1:1", "localhost:1", "[::1]:1", "localhost"])
def test_loopback_has_several_names(client: FlaskClient, host: str) -> None:
    assert client.get("/api/rigs", headers={"Host": host}).status_code == 200


@pytest.mark.parametrize(
    "headers",
    [
        {"Origin": "http://evil.example"},
        {"Origin": "null"},
        {"Origin": "https://127.0.0.1:5370"},
        {"Origin": "http://127.0.0.1:5371"},
        {"Sec-Fetch-Site": "cross-site"},
        {"Sec-Fetch-Site": "same-site"},
    ],
)
def test_writes_come_from_our_own_pages_only(
    browser: Browser, client: FlaskClient, headers: dict[str, str]
) -> None:
    answer = client.post("/api/rigs/1/changes", json={"line": "tyre 285/75R17"}, headers={**OWN, **headers})
    assert_problem(answer, 403)
    assert browser.sheet()["changes"] == []


def test_our_own_pages_may_write(browser: Browser, client: FlaskClient) -> None:
    headers = {**OWN, "Origin": "http://127.0.0.1:5370", "Sec-Fetch-Site": "same-origin"}
    assert (
        client.post("/api/rigs/1/changes", json={"line": "tyre 285/75R17"}, headers=headers).status_code
        == 201
    )


@pytest.mark.parametrize("path", ["/", "/rigs/1/rolling", "/api/rigs", "/assets/a-1.js", "/api/nowhere"])
def test_every_answer_forbids_what_is_not_ours(client: FlaskClient, path: str) -> None:
    policy = client.get(path, headers=OWN).headers["Content-Security-Policy"]
    assert "default-src 'none'" in policy and "script-src 'self'" in policy
    assert "unsafe" not in policy


def test_pages_and_assets(client: FlaskClient) -> None:
    for page in ("/", "/rigs/1/plan", "/anything"):
        assert "<title>Jorvak</title>" in client.get(page, headers=OWN).text
    asset = client.get("/assets/a-1.js", headers=OWN)
    assert "immutable" in asset.headers["Cache-Control"]
    assert client.get("/assets/none.js", headers=OWN).status_code == 404
    assert client.get("/assets/../../secret", headers=OWN).status_code == 404
    assert client.get("/api/nothing", headers=OWN).json == {}


def test_a_request_that_is_too_large_is_refused(client: FlaskClient) -> None:
    assert_problem(client.post("/api/builds", data=b" " * 9_000_000, headers=OWN), 422, "file")


def test_a_database_that_cannot_be_written_is_said(browser: Browser, folder: Path) -> None:
    rigs: Rigs = browser.client.application.config["RIGS"]
    rigs.database.connection.execute("PRAGMA query_only = ON")
    problem = assert_problem(browser.ask("POST", "/rigs/1/changes", {"line": "tyre 285/75R17"}), 503)
    assert "Nothing was changed" in problem["detail"]
    rigs.database.connection.execute("PRAGMA query_only = OFF")
    assert browser.sheet()["changes"] == []


def test_the_catalogue_is_made_from_core(client: FlaskClient) -> None:
    catalogue = client.get("/api/catalogue", headers=OWN).json
    assert {k["name"] for k in catalogue["kinds"]} == set(kinds())
    length = next(q for q in catalogue["quantities"] if q["name"] == "length")
    assert {u["symbol"]: u["factor"] for u in length["units"]}["in"] == 25.4
    assert json.dumps(catalogue)


def test_what_is_tried_goes_in_the_steps_of_core(client: FlaskClient) -> None:
    catalogue = client.get("/api/catalogue", headers=OWN).json
    steps = catalogue["tried"]["driveline"]["pinion_up_deg"]
    assert steps == {"step": 0.5, "low": -7.0, "high": 7.0}
    assert Steps(**steps).all() == TURNS_DEG == tuple(half / 2 for half in range(-14, 15))


def test_damaged_pages_name_the_last_backup(
    browser: Browser, folder: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    def damaged(*_: Any) -> Any:
        error = sqlite3.DatabaseError("database disk image is malformed")
        error.sqlite_errorcode = sqlite3.SQLITE_CORRUPT
        raise error

    rigs: Rigs = browser.client.application.config["RIGS"]
    backup = back_up_today(rigs.database, TODAY)
    monkeypatch.setattr(Rigs, "read", damaged)
    problem = assert_problem(browser.ask("GET", "/rigs/1"), 503)
    assert str(backup) in problem["detail"] and "bin/jorvak restore" in problem["detail"]
