"""Wheels tried on, sizes and parts side by side, shafts tried out, what shakes, and drives."""

# ruff: noqa: F811

from datetime import UTC, datetime
from typing import Any

import pytest

from jorvak.instruments.receiver import Receiver
from tests.web.test_records import browser  # noqa: F401
from tests.web.test_web import Browser, assert_problem, client  # noqa: F401


def drive(browser: Browser, **body: Any) -> Any:
    whole = {"source": "file", "name": "", "first": "", "fault": "none", **body}
    return browser.ask("POST", "/rigs/1/drives", whole)


def test_wheels_tried_on_write_nothing(browser: Browser) -> None:
    before = browser.sheet()
    tried = browser.ask("POST", "/rigs/1/stands/front", {"offset_mm": 0, "rim_width_in": 8.5}).json["stand"]
    # 35 − 0 further out, and the tyre's half width besides.
    assert tried["fit"]["track_change_mm"] == pytest.approx(70) and tried["here"]["offset_mm"] == 0
    assert browser.sheet()["version"] == before["version"] and browser.sheet()["undo"] == before["undo"]
    assert_problem(
        browser.ask("POST", "/rigs/1/stands/front", {"offset_mm": 900, "rim_width_in": 8}), 422, "offset_mm"
    )


def test_sizes_as_found_in_a_scrapyard(browser: Browser) -> None:
    good = browser.ask("POST", "/rigs/1/sizes", {"sizes": ["265/70R17", "7,50-16"]})
    assert [size["size"] for size in good.json["sizes"]] == ["265/70R17", "7,50-16"]
    assert_problem(browser.ask("POST", "/rigs/1/sizes", {"sizes": ["265/70R17", "26?/7"]}), 422, "sizes.1")
    assert_problem(browser.ask("POST", "/rigs/1/sizes", {"sizes": []}), 422, "sizes")


def test_a_shaft_tried_out_in_one_answer(browser: Browser) -> None:
    tried = browser.ask("POST", "/rigs/1/shafts/rear", {"pinion_up_deg": 2}).json["tried"]
    assert tried["line"]["value"]["places"][1]["place"] == "ride"
    assert len(tried["field"]["regions"]) == len(tried["field"]["drops_mm"])
    assert {region for row in tried["field"]["regions"] for region in row} <= {0, 1, 2}
    assert_problem(browser.ask("POST", "/rigs/1/shafts/rear", {"pinion_up_deg": 80}), 422, "pinion_up_deg")


def test_a_pinion_above_the_case_is_worked_out_as_it_stands(browser: Browser) -> None:
    version = browser.sheet()["versions"]["rear_shaft.pinion_z_mm"]
    noted = browser.ask(
        "PUT", "/rigs/1/figures", {"path": "rear_shaft.pinion_z_mm", "typed": "700", "version": version}
    )
    line = noted.json["here"]["results"]["driveline"]["rear_shaft"]["value"]
    assert line["places"][1]["calculated"]["drive_joint_deg"] > 9


def test_two_joints_in_one_place_say_so(browser: Browser) -> None:
    sheet = browser.sheet()
    for axis, value in (("x_mm", "1335"), ("y_mm", "0"), ("z_mm", "545")):
        path = f"rear_shaft.pinion_{axis}"
        sheet = browser.ask(
            "PUT", "/rigs/1/figures", {"path": path, "typed": value, "version": sheet["versions"].get(path)}
        ).json
    result = sheet["here"]["results"]["driveline"]["rear_shaft"]
    assert result["value"] is None and result["waits_for"]["label"]


def test_what_shakes_reads_the_speed_as_typed(browser: Browser) -> None:
    said = browser.ask(
        "POST", "/rigs/1/shakes", {"speed": "56 mph", "gear": 5, "tests": {"other_tyres": "goes"}}
    ).json
    assert said["suspects"][0]["key"] == "wheel" and said["suspects"][0]["hz"] == pytest.approx(
        9.55, abs=0.02
    )
    assert_problem(browser.ask("POST", "/rigs/1/shakes", {"speed": "far"}), 422, "speed")
    assert_problem(browser.ask("POST", "/rigs/1/shakes", {"speed": "90", "gear": 9}), 422, "gear")


def test_parts_that_are_not_there(browser: Browser) -> None:
    assert_problem(browser.ask("GET", "/rigs/1/side-by-side", old="this", new="that"), 422, "old")


class TestDrives:
    def log(self, seconds: int = 60) -> bytes:
        return Receiver([80.0] * seconds, datetime(2026, 2, 21, tzinfo=UTC)).read(seconds)

    def send(self, browser: Browser, token: str, data: bytes) -> Any:
        return browser.client.post(f"/api/rigs/1/drives/{token}/pieces?person=Ines", data=data)

    def test_a_log_in_pieces_a_dial_read_by_hand_and_taken(self, browser: Browser) -> None:
        token = drive(browser, name="valley.nmea", first="$GPRMC").json["token"]
        words = self.log()
        for at in range(0, len(words), 1000):
            counted = self.send(browser, token, words[at : at + 1000]).json
        assert counted["drive"]["fit"] is None and counted["drive"]["moments"] > 50
        done = browser.ask("POST", f"/rigs/1/drives/{token}/end").json
        assert done["drive"]["moments"] == 60 and done["drive"]["why_not"]
        assert_problem(browser.ask("POST", f"/rigs/1/drives/{token}/accept"), 422, "drive")
        (stretch,) = done["drive"]["steady"]
        hold = {"from_s": stretch["from_s"], "to_s": stretch["to_s"], "indicated": "84"}
        fit = browser.ask("PUT", f"/rigs/1/drives/{token}/holds", {"holds": [hold]}).json["drive"]["fit"]
        assert fit["factor"] == pytest.approx(80 / 84, abs=0.002)
        sheet = browser.ask("POST", f"/rigs/1/drives/{token}/accept").json
        figure = sheet["figures"]["speedometer.stock_error_pct"]
        assert figure["value"] == pytest.approx(5.0, abs=0.2) and figure["known"] == "measured"
        assert sheet["undo"].startswith("speedometer by a drive")
        assert (
            browser.ask("POST", "/rigs/1/undo").json["figures"]["speedometer.stock_error_pct"]["known"]
            != "measured"
        )

    def test_a_simulated_drive_goes_on_by_seconds(self, browser: Browser) -> None:
        state = drive(browser, source="simulated").json
        while not state["over"]:
            state = browser.ask("POST", f"/rigs/1/drives/{state['token']}/on", {"seconds": 120}).json
        assert state["drive"]["fit"]["used"] > 300 and state["trouble"] == []
        assert_problem(drive(browser, source="simulated", fault="explodes"), 422, "fault")

    def test_one_that_is_not_open_and_one_that_is_no_drive(self, browser: Browser) -> None:
        assert self.send(browser, "nothing", b"x").status_code == 404
        assert_problem(drive(browser, name="holiday.jpg", first="ÿØÿ"), 422, "file")
        recorded = drive(browser, source="recorded").json
        assert_problem(
            browser.ask("POST", f"/rigs/1/drives/{recorded['token']}/on", {"seconds": 5}), 422, "seconds"
        )

    def test_the_oldest_makes_room(self, browser: Browser) -> None:
        first = drive(browser, source="simulated").json["token"]
        for _ in range(8):
            drive(browser, source="simulated")
        assert browser.ask("POST", f"/rigs/1/drives/{first}/on", {"seconds": 5}).status_code == 404


def test_a_wobble_is_a_run_of_tests(browser: Browser) -> None:
    wobble = browser.ask("GET", "/rigs/1/wobble").json["wobble"]
    assert wobble["value"]["order"][-1] and all(each["told"]["test"] for each in wobble["value"]["suspects"])
    body = {"path": "play.tie_rod_mm", "typed": "0.9", "known": "measured", "version": None}
    assert browser.ask("PUT", "/rigs/1/figures", body).status_code == 200
    assert browser.ask("GET", "/rigs/1/wobble").json["wobble"]["value"]["order"][0] == "tie_rod"


def test_a_chain_between_two_faces(browser: Browser) -> None:
    asked = {"from_face": "a/b", "to_face": "c/d", "length": "100"}
    assert_problem(browser.ask("POST", "/rigs/1/chains", asked), 422, "from")
    assert_problem(browser.ask("POST", "/rigs/1/chains", {**asked, "length": ""}), 422, "length")
