"""The trip through the API: legs, routes, what is taken, papers, the ledger, the page of the way, and files."""

from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient
from icalendar import Calendar

from tests.web.test_web import OWN, Browser, assert_problem, browser, client

__all__ = ["browser", "client"]

HUT = (
    '<gpx><trk><name>hut track</name><trkseg><trkpt lat="61" lon="8"><ele>400</ele></trkpt>'
    '<trkpt lat="61.02" lon="8"><ele>560</ele></trkpt></trkseg></trk></gpx>'
)


def add_legs(browser: Browser, *legs: dict[str, Any], **query: str) -> Any:
    return browser.ask("POST", "/rigs/1/trip/legs", {"legs": [{"set": leg} for leg in legs]}, **query)


def record(browser: Browser, table: str, **fields: Any) -> Any:
    return browser.ask("PUT", f"/rigs/1/records/{table}", {"record": fields})


def legs(browser: Browser, stage: str = "planned") -> Any:
    return browser.ask("GET", "/rigs/1/trip/legs", stage=stage).json


@pytest.fixture
def trip(browser: Browser) -> Browser:
    """Plover with a tank, one who drives, a consumption, and two legs."""
    for table, name, typed in (
        ("tank", "main", {"volume_l": "87"}),
        ("seat", "driver", {"crew_kg": "80", "x_mm": "1420"}),
    ):
        body = {"record": {"name": name, **({"holds": "diesel"} if table == "tank" else {})}, "typed": typed}
        assert browser.ask("PUT", f"/rigs/1/records/{table}", body).status_code == 200
    browser.ask(
        "PUT",
        "/rigs/1/figures",
        {"path": "trip.consumption_l_per_100km", "typed": "13", "known": "plate", "version": None},
    )
    assert (
        add_legs(
            browser,
            {"name": "out", "km": "320 km", "days": "1", "fill_fuel": True},
            {"name": "dunes", "km": "60", "surface": "sand", "days": "1,5"},
        ).status_code
        == 200
    )
    return browser


class TestLegs:
    def test_typed_edited_put_in_order_and_taken_out(self, trip: Browser) -> None:
        out, dunes = legs(trip)["legs"]
        assert (out["leg"]["km"], dunes["leg"]["days"], dunes["leg"]["place"]) == (320, 1.5, 2)
        way = legs(trip)["way"]["value"]
        assert way["legs"][0]["fuel_used_l"] == pytest.approx(320 * 0.13)
        edit = {"version": out["version"], "set": {"km": "200 mi", "surface": "gravel"}}
        assert trip.ask("PATCH", f"/rigs/1/trip/legs/{out['id']}", edit).status_code == 200
        assert legs(trip)["legs"][0]["leg"]["km"] == pytest.approx(321.87, abs=0.01)
        assert_problem(trip.ask("PATCH", f"/rigs/1/trip/legs/{out['id']}", edit), 409)
        turned = trip.ask("PUT", "/rigs/1/trip/legs/order", {"ids": [dunes["id"], out["id"]]})
        assert turned.status_code == 200 and turned.json["undo"] == "legs in another order"
        assert [line["leg"]["name"] for line in legs(trip)["legs"]] == ["dunes", "out"]
        trip.ask("POST", "/rigs/1/undo")
        assert [line["leg"]["name"] for line in legs(trip)["legs"]] == ["out", "dunes"]
        assert_problem(trip.ask("PUT", "/rigs/1/trip/legs/order", {"ids": [out["id"]]}), 422, "ids")

    @pytest.mark.parametrize(
        ("leg", "field"),
        [({"km": "-5"}, "km"), ({"km": "far"}, "km"), ({"km": "3", "surface": "moon"}, "surface"),
         ({"km": "3", "days": "-1"}, "days"), ({"km": "3", "slope_pct": "400"}, "slope_pct"), ({}, "km")],
    )  # fmt: skip
    def test_what_no_leg_can_be_is_refused_by_its_field(
        self, browser: Browser, leg: dict[str, Any], field: str
    ) -> None:
        assert_problem(add_legs(browser, leg), 422, field)
        assert legs(browser)["legs"] == []

    def test_a_leg_of_nothing_takes_nothing_and_the_rest_goes_on(self, trip: Browser) -> None:
        add_legs(trip, {"km": "0", "days": "3"})
        way = legs(trip)["way"]["value"]
        assert way["legs"][2]["fuel_used_l"] == 0 and way["days"] == 5.5

    def test_two_of_one_name_are_told_apart_and_sent_twice_is_once(self, trip: Browser) -> None:
        for _ in range(2):
            assert add_legs(trip, {"name": "out", "km": "10"}, key="once-and-no-more").status_code == 200
        assert [line["leg"]["name"] for line in legs(trip)["legs"]] == ["out", "dunes", "out 2"]

    def test_a_gpx_is_looked_at_first_and_then_becomes_legs_with_their_line(
        self, trip: Browser, client: FlaskClient
    ) -> None:
        answer = client.post("/api/rigs/1/trip/route", data=HUT.encode(), headers=OWN)
        (way,) = answer.json["ways"]
        assert way["slope_pct"] == pytest.approx(7.19, abs=0.02) and len(legs(trip)["legs"]) == 2
        new = {"set": {"name": way["name"], "km": way["km"], "surface": "track", "slope_pct": 7.2, "altitude_m": 560},
               "line": way["line"]}  # fmt: skip
        assert trip.ask("POST", "/rigs/1/trip/legs", {"legs": [new]}).status_code == 200
        line = legs(trip)["legs"][2]
        assert line["profile"] == [
            {"km": 0, "altitude_m": 400},
            {"km": way["line"][1]["km"], "altitude_m": 560},
        ]
        trip.ask("PATCH", f"/rigs/1/trip/legs/{line['id']}", {"version": line["version"], "set": {"days": 2}})
        assert len(legs(trip)["legs"][2]["profile"]) == 2, "an edit keeps its line"
        (climb,) = legs(trip)["climbs"]["value"]
        assert climb["gear"] and climb["grade_pct"] == 7.2
        out = client.get("/api/rigs/1/trip/route.gpx", headers=OWN)
        assert out.status_code == 200 and b"hut track" in out.data and "gpx" in out.headers["Content-Type"]
        assert_problem(client.post("/api/rigs/1/trip/route", data=b"no", headers=OWN), 422, "file")

    def test_a_motor_goes_by_charge_on_the_sheet_on_the_way_and_in_the_lists(
        self, trip: Browser, client: FlaskClient
    ) -> None:
        motor = {"name": "from the donor", "road_wh_per_km": "250 Wh/km", "sand_wh_per_km": "50 kWh/100 km"}
        assert trip.ask("POST", "/rigs/1/changes", {"kind": "motor", "typed": motor}).status_code == 201
        assert legs(trip)["way"]["waits_for"]["label"] == "drive battery, usable"
        assert trip.ask("POST", "/rigs/1/changes", {"line": "pack 100 kWh 600 kg at 1400"}).status_code == 201
        way = legs(trip)["way"]["value"]
        # 320 km at 250 Wh are 80 kWh, 60 of sand at 500 are 30.
        assert [leg["left_kwh"] for leg in way["charge"]["legs"]] == pytest.approx([20, -10])
        page = trip.ask("GET", "/rigs/1/way").json
        assert page["goes_by"] == "charge" and page["legs"][1]["charge_left_kwh"] == pytest.approx(-10)
        listed = client.get("/api/rigs/1/lists/legs.csv", headers=OWN).text.splitlines()
        at = listed[0].split(",").index("charge_left_kwh")
        assert [float(line.split(",")[at]) for line in listed[1:]] == pytest.approx([20, -10])

    def test_without_a_line_there_is_no_route_to_give(self, trip: Browser, client: FlaskClient) -> None:
        assert_problem(client.get("/api/rigs/1/trip/route.gpx", headers=OWN), 404)

    def test_fills_typed_count_in_what_it_takes(self, trip: Browser) -> None:
        done = record(
            trip,
            "fill",
            filled_on="2026-02-01",
            litres="62,4",
            driven={"road": "480 km"},
            odometer_km="128000",
        )
        assert done.status_code == 200
        takes = legs(trip)["consumption"]["value"]
        assert takes["stretches"] == 1 and takes["l_per_100km"]["road"] < 13.1
        assert_problem(record(trip, "fill", filled_on="2026-02-01", litres="0"), 422, "litres")
        assert_problem(
            record(trip, "fill", filled_on="2026-02-01", litres="5", driven={"road": "x"}), 422, "driven.road"
        )


class TestLists:
    def test_the_answer_has_both_as_planned_and_as_it_stands(self, trip: Browser) -> None:
        assert trip.ask("GET", "/rigs/1/trip").json["other"] is None
        trip.ask("POST", "/rigs/1/changes", {"line": "roof rack 28 kg"})
        answer = trip.ask("GET", "/rigs/1/trip").json
        assert (answer["answer"]["as_planned"], answer["other"]["as_planned"]) == (True, False)
        assert answer["km"] == 380

    def test_things_are_ticked_off_weighed_and_said_to_be_used(self, trip: Browser) -> None:
        body = {
            "record": {"name": "shovel", "sort": "recovery"},
            "typed": {"mass_kg": "2.1"},
            "known": "measured",
        }
        assert trip.ask("PUT", "/rigs/1/records/cargo", body).status_code == 200
        asked = trip.ask("GET", "/rigs/1/trip/take").json["asked"]
        (shovel,) = asked["taken"]
        assert (shovel["weighed"], asked["packed_kg"], asked["whole_kg"]) == (True, 0, 2.1)
        assert {w["name"]: w["answered_by"] for w in asked["wanted"]}["shovel"] == "shovel"
        for _ in range(2):
            assert (
                trip.ask(
                    "POST", "/rigs/1/trip/take/tick", {"cargo": shovel["cargo"], "packed": True}
                ).status_code
                == 200
            )
        assert trip.ask("GET", "/rigs/1/trip/take").json["asked"]["packed_kg"] == 2.1
        trip.ask("POST", "/rigs/1/trip/take/tick", {"cargo": shovel["cargo"], "used": False})
        home = trip.ask("GET", "/rigs/1/trip/home").json["home"]
        assert home["never_used"] == [{"name": "shovel", "kg": 2.1}]
        assert_problem(trip.ask("POST", "/rigs/1/trip/take/tick", {"cargo": 99, "packed": True}), 404)

    def test_the_evening_becomes_a_job_with_its_lines_to_tick(self, trip: Browser) -> None:
        lines = trip.ask("GET", "/rigs/1/trip/evening").json["lines"]
        assert any(line["what"] == "Fuel to the brim" and line["figure"] == "87.0 l" for line in lines)
        for _ in range(2):
            assert trip.ask("POST", "/rigs/1/trip/evening/job").status_code == 200
        jobs = [line["job"] for line in trip.ask("GET", "/rigs/1/jobs").json["jobs"]]
        (job,) = [job for job in jobs if job["title"] == "The evening before"]
        assert len(job["steps"]) == len(lines)

    def test_papers_countries_and_people(self, trip: Browser) -> None:
        record(trip, "paper", name="passport", ends_on="2026-06-20")
        record(trip, "country", name="north", tyres="winter tyres", tyres_from="11-01", tyres_until="04-15")
        record(trip, "contact", name="desk", worry_on="2026-08-01", worry_at="18:00")
        got = trip.ask("GET", "/rigs/1/trip/papers").json
        assert got["papers"][0]["days_beyond"] == -50 and got["countries"][0]["season"] is None
        assert got["contacts"][0]["contact"]["worry_at"] == "18:00"
        assert_problem(record(trip, "country", name="x", tyres="t", tyres_from="11-01"), 422)
        assert_problem(
            record(trip, "country", name="x", tyres="t", tyres_from="31-01", tyres_until="04-15"), 422
        )

    def test_the_ledger_is_typed_in_the_units_shown_and_taken_over(self, trip: Browser) -> None:
        done = trip.ask(
            "PUT", "/rigs/1/records/ledger_entry",
            {"record": {"what": "front_left_ride_mm", "moment": "found", "value": "19 3/8 in"}}, units="inch",
        )  # fmt: skip
        assert done.status_code == 200
        assert trip.ask("POST", "/rigs/1/trip/home/now", {"moment": "leaving"}).status_code == 200
        rows = {
            line["row"]["key"]: line["row"] for line in trip.ask("GET", "/rigs/1/trip/home").json["ledger"]
        }
        ride = rows["front_left_ride_mm"]
        assert [cell["value"] for cell in ride["cells"]] == [492.125, 498]
        assert ride["moves"][0]["moved"] and "stands higher" in ride["moves"][0]["means"]
        assert_problem(trip.ask("POST", "/rigs/1/trip/home/now", {"moment": "leaving"}), 422, "moment")


def entry(key: str, kind: str, **more: Any) -> dict[str, Any]:
    return {"key": f"{key}-{'0' * 12}", "kind": kind, "on": "2026-06-20", **more}


class TestTheWay:
    def test_the_page_has_all_that_it_shows_in_one_piece(self, trip: Browser) -> None:
        page = trip.ask("GET", "/rigs/1/way").json
        assert [leg["name"] for leg in page["legs"]] == ["out", "dunes"]
        assert page["fuel_holds_l"] == 87 and page["legs"][0]["fuel_start_l"] == 87
        assert page["legs"][0]["fuel_start_l"] - page["legs"][0]["fuel_left_l"] == pytest.approx(41.6)
        assert trip.ask("GET", "/rigs/1/way", units="inch").json["shown"]["distance"]["symbol"] == "mi"

    def test_what_was_kept_comes_in_once_each_by_itself(self, trip: Browser) -> None:
        leg = legs(trip)["legs"][0]
        entries = [
            entry("fill", "fill", litres="41.5", driven={"road": "320"}, odometer="128930"),
            entry("odo", "odometer", odometer="129000 km"),
            entry("bad", "fill", litres="a lot"),
            entry("broke", "log", text="exhaust clamp gone", log_kind="temporary-fix"),
            entry("leg", "leg", leg=leg["id"]),
            entry("lower", "odometer", odometer="900"),
        ]
        for _ in range(2):
            answer = trip.ask("POST", "/rigs/1/way", {"entries": entries}).json
            problems = {each["key"].split("-")[0]: each["problem"] for each in answer["kept"]}
            assert [key for key, problem in problems.items() if problem is None] == [
                "fill",
                "odo",
                "broke",
                "leg",
            ]
            assert "a lot" in problems["bad"] and "below the last reading" in problems["lower"]
            page = answer["page"]
            assert (page["odometer_km"], len(page["fills"]), len(page["noted"])) == (129000, 1, 1)
            assert page["legs"][0]["driven_on"] == "2026-06-20"
        fixes = [each for each in trip.sheet()["here"]["findings"] if each["code"] == "temporary-fix"]
        assert len(fixes) == 1

    def test_numbers_are_in_the_units_in_which_they_were_typed(self, trip: Browser) -> None:
        sent = entry("fill", "fill", litres="40", odometer="80000", units="inch")
        assert trip.ask("POST", "/rigs/1/way", {"entries": [sent]}).json["kept"][0]["problem"] is None
        (fill,) = legs(trip)["fills"]
        assert fill["fill"]["litres"] == pytest.approx(40 * 0.946352946)
        assert fill["fill"]["odometer_km"] == pytest.approx(128747.5, abs=0.1)

    def test_a_line_of_the_log_becomes_what_somebody_makes_of_it(self, trip: Browser) -> None:
        kept = [
            entry(str(i), "log", text=text)
            for i, text in enumerate(("clamp gone", "draught", "fine weather", "a hook for the lamp"))
        ]
        trip.ask("POST", "/rigs/1/way", {"entries": kept})
        ids = trip.ask("GET", "/rigs/1/trip/home").json["ids"]
        for line, what in zip(ids, ("survey item", "job", "nothing", "change"), strict=True):
            assert (
                trip.ask("POST", "/rigs/1/trip/home/becomes", {"line": line, "what": what}).status_code == 200
            )
        assert [each["record"]["item"] for each in trip.sheet()["records"]["survey_item"]] == ["clamp gone"]
        assert "draught" in [line["job"]["title"] for line in trip.ask("GET", "/rigs/1/jobs").json["jobs"]]
        (idea,) = [change for change in trip.sheet()["changes"] if change["state"] == "idea"]
        assert idea["fields"] == {"name": "a hook for the lamp"} and not idea["on_plan"]
        again = trip.ask("POST", "/rigs/1/trip/home/becomes", {"line": ids[0], "what": "job"})
        assert_problem(again, 422, "line")
        trip.ask("POST", "/rigs/1/undo")
        assert trip.ask("GET", "/rigs/1/trip/home").json["home"]["lines"][3]["became"] is None

    def test_its_worker_is_asked_for_each_time_and_answers_for_nothing_else(
        self, client: FlaskClient, tmp_path: Path
    ) -> None:
        (tmp_path / "dist" / "way-worker.js").write_text("1")
        (tmp_path / "dist" / "way.html").write_text("<title>On the way</title>")
        worker = client.get("/way/worker.js", headers=OWN)
        assert (
            worker.headers["Cache-Control"] == "no-cache"
            and worker.headers["Service-Worker-Allowed"] == "/way/"
        )
        assert worker.headers["Content-Type"].startswith("text/javascript")
        assert "On the way" in client.get("/way/1", headers=OWN).text
        assert "Jorvak" in client.get("/way/x", headers=OWN).text


class TestFiles:
    @pytest.mark.parametrize("address", ["trip/book.pdf", "trip/dash.pdf"])
    def test_paper(self, trip: Browser, client: FlaskClient, address: str) -> None:
        record(trip, "contact", name="desk & <b>", worry_on="2026-08-01")
        answer = client.get(f"/api/rigs/1/{address}", headers=OWN)
        assert answer.status_code == 200 and answer.data.startswith(b"%PDF-")
        assert answer.data.count(b"/Type /Page\n") == (5 if "book" in address else 1)

    def test_an_empty_rig_has_a_book_too(self, browser: Browser, client: FlaskClient) -> None:
        assert client.get("/api/rigs/1/trip/book.pdf", headers=OWN).status_code == 200

    def test_lists_and_days(self, trip: Browser, client: FlaskClient) -> None:
        record(trip, "paper", name="permit", ends_on="2026-07-01")
        record(trip, "contact", name="desk", worry_on="2026-08-01")
        rows = client.get("/api/rigs/1/lists/legs.csv", headers=OWN).data.decode().splitlines()
        assert rows[1].startswith("1,out,320.0,road,1.0,True,False,87.0,")
        days = Calendar.from_ical(client.get("/api/rigs/1/calendar.ics", headers=OWN).data)
        titles = {str(event["summary"]) for event in days.walk("VEVENT")}
        assert {"out", "dunes", "permit ends", "desk worries from today"} <= titles
