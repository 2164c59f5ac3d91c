"""Recovery through the API: pulls noted and tried, circuits and batteries, climbs driven and read, files in and out."""

from typing import Any

import pytest
from flask.testing import FlaskClient

from tests.web.test_web import OWN, Browser, assert_problem, browser, client

__all__ = ["browser", "client"]

WINCH = {
    "winch.rated_kg": "4300 kg",
    "winch.drum_diameter_mm": "64",
    "winch.drum_width_mm": "229",
    "winch.rope_diameter_mm": "9.5",
    "winch.rope_length_m": "28 m",
    "winch.rope_breaking_kg": "8400",
    "winch.rope": "synthetic",
}


def note(browser: Browser, path: str, typed: str, known: str = "plate") -> None:
    body = {"path": path, "typed": typed, "known": known, "version": None}
    assert browser.ask("PUT", "/rigs/1/figures", body).status_code == 200, path


def record(browser: Browser, table: str, fields: dict[str, Any], **typed: str) -> Any:
    return browser.ask(
        "PUT", f"/rigs/1/records/{table}", {"record": fields, "typed": typed, "known": "plate"}
    )


def pulls(browser: Browser, **query: str) -> Any:
    return browser.ask("GET", "/rigs/1/recovery/pull", **query).json


@pytest.fixture
def winched(browser: Browser) -> Browser:
    """Plover with a winch, a strap, and one pull that is foreseen: 5 m out, mired on 6 degrees."""
    for path, typed in WINCH.items():
        note(browser, path, typed)
    assert (
        record(browser, "kit_part", {"name": "strap", "sort": "strap"}, wll_kg="4500 kg").status_code == 200
    )
    dyke = {"name": "dyke", "surface": "bog", "mired": "wheels", "lines": 2}
    assert record(browser, "pull", dyke, slope_deg="6", rope_out_m="5").status_code == 200
    return browser


class TestPulls:
    def test_noted_tried_and_kept_so(self, winched: Browser) -> None:
        sheet = pulls(winched)
        (stands,) = sheet["pulls"]["value"]
        assert stands["winched"]["layer"] == 4 and stands["winched"]["enough"]
        assert sheet["allowed"] == [{"name": "strap", "at": "anchor", "allowed_kg": 4500}]
        assert any("never step over it" in caution for caution in sheet["cautions"])
        (pull,) = sheet["foreseen"]
        tried = winched.ask(
            "POST", f"/rigs/1/recovery/pull/{pull['id']}/try", {"lines": 1, "slope_deg": 20}
        ).json["tried"]
        assert not tried["stands"]["winched"]["enough"] and len(tried["by_lines"]) == 6
        assert pulls(winched)["pulls"]["value"][0]["slope_deg"] == 6
        body = {
            "id": pull["id"], "version": pull["version"], "record": {**pull["record"], "lines": 3},
            "typed": {"slope_deg": "10°"}, "known": "assumed",
        }  # fmt: skip
        assert winched.ask("PUT", "/rigs/1/records/pull", body).status_code == 200
        kept = pulls(winched)["pulls"]["value"][0]
        assert (kept["slope_deg"], kept["winched"]["lines"]) == (10, 3)
        winched.ask("POST", "/rigs/1/undo")
        assert pulls(winched)["pulls"]["value"][0]["slope_deg"] == 6

    def test_one_that_is_gone_and_what_cannot_be_tried(self, winched: Browser) -> None:
        assert_problem(winched.ask("POST", "/rigs/1/recovery/pull/99/try", {}), 404)
        (pull,) = pulls(winched)["foreseen"]
        at = f"/rigs/1/recovery/pull/{pull['id']}/try"
        assert_problem(winched.ask("POST", at, {"surface": "tar"}), 422, "surface")
        far = winched.ask("POST", at, {"rope_out_m": 35}).json["tried"]["stands"]
        assert far["winched"] is None and "may come off this drum" in far["cannot"][0]["label"]

    @pytest.mark.parametrize(
        ("table", "fields", "typed", "field"),
        [
            ("kit_part", {"name": "a.b", "sort": "strap"}, {}, "name"),
            ("kit_part", {"name": "x", "sort": "strap"}, {"wll_kg": "strong"}, "wll_kg"),
            ("kit_part", {"name": "x", "sort": "anvil"}, {}, "sort"),
            ("pull", {"name": "x", "lines": 7}, {}, "lines"),
            ("pull", {"name": "x"}, {"slope_deg": "89"}, "slope_deg"),
            ("circuit", {"name": "x"}, {"length_m": "200 m"}, "length_m"),
            ("heat_run", {"name": "x"}, {"coolant_c": "9000"}, "coolant_c"),
        ],
    )
    def test_what_is_typed_wrong_is_named_and_nothing_is_kept(
        self, browser: Browser, table: str, fields: dict[str, Any], typed: dict[str, str], field: str
    ) -> None:
        before = browser.sheet()["revision"]
        assert_problem(record(browser, table, fields, **typed), 422, field)
        assert browser.sheet()["revision"] == before

    def test_a_winch_table_is_typed_in_the_units_that_are_shown(self, browser: Browser) -> None:
        rows = [
            {"pull_kg": "0 kg", "amps": "78 A", "m_per_min": 9.2},
            {"pull_kg": "2204.6", "amps": "170", "m_per_min": 5.4},
        ]
        body = {"record": {"name": "sheet", "table_rows": rows}}
        assert browser.ask("PUT", "/rigs/1/records/winch_table", body, units="inch").status_code == 200
        (table,) = pulls(browser)["tables"]
        assert table["record"]["table_rows"][1]["pull_kg"] == pytest.approx(1000, abs=0.1)
        falling = {"record": {"name": "other", "table_rows": [*rows, {**rows[0], "pull_kg": "5"}]}}
        assert_problem(browser.ask("PUT", "/rigs/1/records/winch_table", falling), 422)


class TestPower:
    def test_circuits_batteries_and_what_they_take(self, browser: Browser) -> None:
        assert (
            record(browser, "battery", {"name": "starter"}, capacity_ah="95 Ah", chemistry="lead").status_code
            == 200
        )
        lamps = {"name": "lamps", "runs": "night", "place": "engine-bay"}
        assert (
            record(browser, "circuit", lamps, current_a="9.6 A", length_m="2.1", area_mm2="1 mm2").status_code
            == 200
        )
        browser.ask("POST", "/rigs/1/changes", {"line": "battery 105 Ah lead"})
        browser.ask("POST", "/rigs/1/changes", {"line": "fridge 45 W 11 h"})
        power = browser.ask("GET", "/rigs/1/recovery/power").json
        assert [each["name"] for each in power["batteries"]] == ["starter", "second battery"]
        by_name = {each["name"]: each for each in power["circuits"]["value"]["circuits"]}
        assert by_name["lamps"]["thick_enough"] is False and by_name["lamps"]["battery"] == "starter"
        assert by_name["fridge"]["wired"] is False and by_name["fridge"]["battery"] == "second"
        assert power["standing_still"]["value"]["days"] == pytest.approx(672 / 495)
        read = browser.ask("GET", "/rigs/1/recovery/power/monitor").json
        assert len(read["readings"]) == 49 and read["compared"]["differs_pct"] > 0
        as_found = browser.ask("GET", "/rigs/1/recovery/power", stage="as-found").json
        assert [each["name"] for each in as_found["circuits"]["value"]["circuits"]] == ["lamps"]

    def test_a_monitor_waits_for_a_battery(self, browser: Browser) -> None:
        assert_problem(browser.ask("GET", "/rigs/1/recovery/power/monitor"), 422, "battery")

    def test_the_connector_book_goes_out_and_comes_back(self, browser: Browser, client: FlaskClient) -> None:
        book = b"connector;pin;colour;tested\nplug A;1;red;both\nplug A;2;black;no\n"
        at = "/api/rigs/1/recovery/connectors"
        taken = client.post(f"{at}?person=Ines", data=book, headers=OWN)
        assert taken.status_code == 200
        out = client.get(f"{at}.csv", headers=OWN)
        assert out.data.splitlines()[1] == b"plug A,,1,red,,,both,"
        again = client.post(f"{at}?person=Ines", data=out.data.replace(b"black", b"blue"), headers=OWN)
        assert again.status_code == 200
        (plug,) = browser.ask("GET", "/rigs/1/recovery/power").json["connectors"]
        assert [pin["colour"] for pin in plug["record"]["pins"]] == ["red", "blue"]
        browser.ask("POST", "/rigs/1/undo")
        (plug,) = browser.ask("GET", "/rigs/1/recovery/power").json["connectors"]
        assert [pin["colour"] for pin in plug["record"]["pins"]] == ["red", "black"]
        assert_problem(client.post(f"{at}?person=Ines", data=b"a,b\n", headers=OWN), 422, "file")
        assert_problem(client.post(f"{at}?person=Ines", data=b"connector,pin\n", headers=OWN), 422, "file")


class TestHeat:
    def test_a_climb_is_driven_noted_and_all_others_follow(self, browser: Browser) -> None:
        assert browser.ask("GET", "/rigs/1/recovery/heat").json["longest_climb"]["value"] is None
        logged = browser.ask(
            "POST", "/rigs/1/recovery/heat/drive", {"slope_pct": 8, "speed_kmh": 60, "ambient_c": 20}
        ).json
        assert logged["steady"]["coolant_c"] == pytest.approx(101, abs=0.7) and logged["says_nothing"] is None
        run = {"name": "pass", "driven_on": "2026-02-20"}
        typed = {
            "coolant_c": "101",
            "ambient_c": "20",
            "speed_kmh": "60",
            "slope_pct": "8",
            "mass_kg": "2200",
        }
        assert record(browser, "heat_run", run, **typed).status_code == 200
        for path, value in (
            ("aims.climb_slope_pct", "7"),
            ("aims.hottest_c", "95 °F"),
            ("aims.climb_kmh", "50"),
        ):
            note(browser, path, value)
        heat = browser.ask("GET", "/rigs/1/recovery/heat").json
        assert heat["longest_climb"]["value"]["by"] == "pass"
        assert heat["longest_climb"]["value"]["ambient_c"] == pytest.approx(35)
        tried = browser.ask(
            "POST",
            "/rigs/1/recovery/heat/try",
            {"slope_pct": 12, "speed_kmh": 50, "ambient_c": 40, "covered_pct": 60},
        ).json["tried"]
        assert tried["field"]["climb"]["coolant_c"] > heat["longest_climb"]["value"]["coolant_c"]
        assert_problem(
            browser.ask(
                "POST", "/rigs/1/recovery/heat/try", {"slope_pct": 12, "speed_kmh": 0, "ambient_c": 40}
            ),
            422,
            "speed_kmh",
        )
        # Now that one is known, the simulated bus follows it: a gentle one says nothing.
        gentle = {"slope_pct": 2, "speed_kmh": 40, "ambient_c": 10}
        says = browser.ask("POST", "/rigs/1/recovery/heat/drive", gentle).json["says_nothing"]
        assert "the thermostat held it" in says

    def test_behind_others_no_speed_is_held(self, browser: Browser) -> None:
        body = {"slope_pct": 8, "speed_kmh": 60, "ambient_c": 20, "traffic": True}
        logged = browser.ask("POST", "/rigs/1/recovery/heat/drive", body).json
        assert logged["steady"] is None and "stand still" in logged["why_not"]

    def test_a_log_is_read_or_refused_with_its_line(self, browser: Browser, client: FlaskClient) -> None:
        rows = "".join(f"{i * 10};60;99,5;21\n" for i in range(20))
        raw = f"time_s;speed_kmh;coolant_c;ambient_c\n{rows}".encode()
        at = "/api/rigs/1/recovery/heat/log?person=Ines"
        read = client.post(at, data=raw, headers=OWN).json
        assert read["steady"]["coolant_c"] == pytest.approx(99.5) and read["steady"]["slope_pct"] is None
        assert_problem(client.post(at, data=b"time_s\n1\n", headers=OWN), 422, "log")


def test_an_empty_rig_waits_and_says_for_what(client: FlaskClient) -> None:
    made = client.post("/api/rigs?person=Ines", json={"name": "bare", "form": "open"}, headers=OWN)
    assert made.status_code == 201
    rig = made.json["id"]
    for view in ("pull", "power", "heat"):
        got = client.get(f"/api/rigs/{rig}/recovery/{view}?person=Ines", headers=OWN)
        assert got.status_code == 200
    power = client.get(f"/api/rigs/{rig}/recovery/power?person=Ines", headers=OWN).json
    assert (
        power["circuits"]["value"]["circuits"] == []
        and "a battery" in power["standing_still"]["waits_for"]["label"]
    )
