"""The frame through the API: stations typed in any unit, pieces tried and printed, boxes, looks; what is wrong by its field."""

import io
from typing import Any

import pytest
from flask.testing import FlaskClient
from pypdf import PdfReader

from jorvak.core.frame.templates import template
from jorvak.formats.template_dxf import template_dxf
from tests.web.test_web import OWN, Browser, assert_problem, browser, client

__all__ = ["browser", "client"]

STATIONS = [
    {"name": "horn", "left": ["-420", "-368", "61 cm"], "right": ["-420", "380", "610"], "base": False},
    {"name": "eye", "left": ["0", "-15 in", "610"], "right": ["0", "15 in", "610"]},
    {"name": "belly", "left": [1200, -430, 610], "right": [1200, 430, 610]},
    {"name": "rear", "left": [2800, -450, 610], "right": [2800, 450, 610]},
]


def put(
    browser: Browser, table: str, record: dict[str, Any], number: int = 0, version: int | None = None
) -> Any:
    body = {"id": number, "version": version, "record": record}
    return browser.ask("PUT", f"/rigs/1/records/{table}", body)


def sheet(browser: Browser, view: str, **query: str) -> Any:
    answer = browser.ask("GET", f"/rigs/1/frame/{view}", **query)
    assert answer.status_code == 200, answer.json
    return answer.json


class TestDatum:
    def test_stations_in_any_unit_come_out_against_their_line(self, browser: Browser) -> None:
        assert (
            put(browser, "ladder", {"name": "as found", "off_mm": "0.5", "stations": STATIONS}).status_code
            == 200
        )
        datum = sheet(browser, "datum")
        (frame,) = datum["measured"]["value"]
        assert frame["line"]["stations"][0]["side_mm"] == pytest.approx(6)
        assert datum["measured"]["doubt"]["0.line.stations.0.side_mm"] > 0
        assert datum["ladders"][0]["record"]["stations"][1]["left"] == pytest.approx([0, -381, 610])
        findings = browser.ask("GET", "/rigs/1").json["here"]["findings"]
        assert any(each["code"] == "frame-out" for each in findings)

    def test_a_board_is_read_and_nothing_is_written(self, browser: Browser) -> None:
        text = "eye 0 -381 610 0 381 610\nbelly 1200 430 610 1200 -430 610"
        lines = browser.ask("POST", "/rigs/1/frame/read", {"text": text}).json["lines"]
        assert lines[0]["station"]["name"] == "eye" and "exchanged" in lines[1]["why_not"]
        assert sheet(browser, "datum")["ladders"] == []

    @pytest.mark.parametrize(
        ("record", "field"),
        [
            (
                {"name": "a", "stations": [{"name": "x", "left": ["wide", "0", "0"], "right": [0, 1, 2]}]},
                "stations.0.left.0",
            ),
            (
                {"name": "a", "stations": [{"name": "x", "left": [0, 1], "right": [0, 1, 2]}]},
                "stations.0.left.2",
            ),
            ({"name": "a", "off_mm": "-1"}, "off_mm"),
            ({"name": "a", "stations": [STATIONS[0], STATIONS[0]]}, "stations"),
        ],
    )
    def test_what_is_no_station_is_refused_by_its_place(
        self, browser: Browser, record: Any, field: str
    ) -> None:
        assert_problem(put(browser, "ladder", record), 422, field)

    def test_strings(self, browser: Browser) -> None:
        wheel = {"front_mm": "102", "back_mm": "100"}
        wheels = dict.fromkeys(("front_left", "front_right", "rear_left", "rear_right"), wheel)
        assert (
            put(browser, "string_run", {"name": "a", "rim_mm": "16 in", "off_mm": 0.5, **wheels}).status_code
            == 200
        )
        (strung,) = sheet(browser, "datum")["strings"]["value"]
        assert strung["lines"]["front_total_mm"] == 4
        assert_problem(put(browser, "string_run", {"name": "b", "rim_mm": "0", **wheels}), 422, "rim_mm")


PLATE = {
    "outline_mm": [["0", "0"], ["4 in", "0"], ["4 in", "50"], ["0", "50"]],
    "thickness_mm": "6",
    "holes": [],
}


@pytest.fixture
def plated(browser: Browser) -> Browser:
    """Plover with a plate of which the place is known."""
    record = {
        "name": "mount",
        "sort": "plate",
        "given": PLATE,
        "origin_mm": ["1000", "-50", "500"],
        "for_what": "case",
    }
    answer = put(browser, "cut_piece", record)
    assert answer.status_code == 200, answer.json
    return browser


class TestCut:
    def test_a_plate_is_read_weighed_and_placed(self, plated: Browser) -> None:
        (piece,) = sheet(plated, "cut")["pieces"]
        assert piece["record"]["given"]["outline_mm"][1] == pytest.approx([101.6, 0])
        assert piece["mass_kg"] == pytest.approx(101.6 * 50 * 6 * 7.85e-6)
        assert piece["cg_mm"] == pytest.approx([1050.8, -25, 500])
        assert piece["in_load"] is None

    def test_it_is_tried_as_it_is_typed(self, plated: Browser) -> None:
        tried = plated.ask(
            "POST",
            "/rigs/1/frame/try",
            {"sort": "pie-cut", "given": {"height_mm": "4 3/4 in", "angle_deg": "8", "cuts": "2"}},
        )
        assert tried.status_code == 200
        assert tried.json["given"]["height_mm"] == pytest.approx(120.65)
        assert tried.json["answer"]["angle_deg"] == 8 and len(tried.json["bent"]) == 2

    @pytest.mark.parametrize(
        ("sort", "given", "field"),
        [
            ("cope", {"od_mm": "60", "wall_mm": "2", "onto_od_mm": "50"}, "given.od_mm"),
            (
                "bend",
                {"thickness_mm": 2, "inside_radius_mm": 3, "legs_mm": ["4", "40"], "bends_deg": ["90"]},
                "given.legs_mm",
            ),
            ("plate", {**PLATE, "outline_mm": [[0, 0], [9, 9], [9, 0], [0, 9]]}, "given.outline_mm"),
            ("plate", {**PLATE, "thickness_mm": "thick"}, "given.thickness_mm"),
            ("patch", {"width_mm": "120"}, "given.height_mm"),
        ],
    )
    def test_what_cannot_be_cut_is_refused_by_its_field(
        self, browser: Browser, sort: str, given: Any, field: str
    ) -> None:
        assert_problem(browser.ask("POST", "/rigs/1/frame/try", {"sort": sort, "given": given}), 422, field)
        record = {"name": "bad", "sort": sort, "given": given}
        assert put(browser, "cut_piece", record).status_code == 422
        assert sheet(browser, "cut")["pieces"] == []

    def test_its_template_leaves_as_pdf_and_dxf(self, plated: Browser, client: FlaskClient) -> None:
        number = sheet(plated, "cut")["pieces"][0]["id"]
        for paper in ("A4", "A3"):
            answer = client.get(f"/api/rigs/1/frame/pieces/{number}/template.pdf?paper={paper}", headers=OWN)
            assert answer.status_code == 200 and answer.mimetype == "application/pdf"
            assert "1:1" in PdfReader(io.BytesIO(answer.data)).pages[0].extract_text()
        dxf = client.get(f"/api/rigs/1/frame/pieces/{number}/template.dxf", headers=OWN)
        read = client.post("/api/rigs/1/frame/plate-from-dxf", data=dxf.data, headers=OWN).json
        assert read["outline_mm"][2] == pytest.approx([101.6, 50])
        assert client.get("/api/rigs/1/frame/pieces/999/template.dxf", headers=OWN).status_code == 404
        assert (
            client.get(f"/api/rigs/1/frame/pieces/{number}/template.pdf?paper=A9", headers=OWN).status_code
            == 422
        )

    def test_a_plate_that_takes_a_wall_of_paper_is_refused(
        self, browser: Browser, client: FlaskClient
    ) -> None:
        huge = {**PLATE, "outline_mm": [[0, 0], [9000, 0], [9000, 9000], [0, 9000]]}
        assert put(browser, "cut_piece", {"name": "wall", "sort": "plate", "given": huge}).status_code == 200
        answer = client.get("/api/rigs/1/frame/pieces/1/template.pdf", headers=OWN)
        assert_problem(answer, 422, "paper")

    def test_no_drawing_is_refused_and_nothing_is_lost(self, plated: Browser, client: FlaskClient) -> None:
        answer = client.post("/api/rigs/1/frame/plate-from-dxf", data=b"not one", headers=OWN)
        assert_problem(answer, 422, "file")
        assert len(sheet(plated, "cut")["pieces"]) == 1

    def test_two_parts_of_one_drawing_are_not_taken_for_one(
        self, client: FlaskClient, browser: Browser
    ) -> None:
        patch = template_dxf(template("patch", {"width_mm": 120, "height_mm": 60, "lapped": True}))
        assert_problem(client.post("/api/rigs/1/frame/plate-from-dxf", data=patch, headers=OWN), 422, "file")


class TestStrengthAndRoom:
    def test_a_look_is_noted_bit_by_bit(self, browser: Browser) -> None:
        assert put(browser, "strength_look", {"name": "mount", "sort": "bolts"}).status_code == 200
        bare = sheet(browser, "strength")
        assert bare["looks"]["value"][0]["factor"] is None and bare["looks"]["value"][0]["gaps"]
        line = bare["lines"][0]
        whole = {**line["record"], "thread": "M12", "grade": "8.8", "bolts": [["0", "0"], ["100", "0"], ["50", "60"]],
                 "force_n": ["0", "0", "9000"], "at_mm": ["50", "20", "40"]}  # fmt: skip
        assert put(browser, "strength_look", whole, line["id"], line["version"]).status_code == 200
        look = sheet(browser, "strength")["looks"]["value"][0]
        assert look["factor"] is not None, look
        assert look["factor"] > 2 and look["not_in_it"]
        assert_problem(
            put(browser, "strength_look", {"name": "b", "sort": "bolts", "thread": "M11"}), 422, "thread"
        )

    def test_a_box_and_what_is_too_close(self, browser: Browser) -> None:
        for name, x in (("battery", ["0", "100"]), ("tray", ["110", "200"])):
            record = {"name": name, "x": x, "y": ["0", "4 in"], "z": ["500", "600"], "wants_mm": "30"}
            assert put(browser, "room_box", record).status_code == 200
        room = sheet(browser, "room")
        assert room["bays"]["value"]["close"][0]["gap_mm"] == 10
        turned = {"name": "c", "x": ["100", "0"], "y": ["0", "1"], "z": ["0", "1"]}
        assert put(browser, "room_box", turned).status_code == 422

    def test_the_axle_moved_is_tried_and_planned(self, browser: Browser) -> None:
        rows = browser.ask("POST", "/rigs/1/frame/wheelbase/try", {"move": "6 in"}).json["rows"]
        assert {"label": "wheelbase", "before": "2740 mm", "after": "2892 mm"} in rows
        assert_problem(browser.ask("POST", "/rigs/1/frame/wheelbase/try", {"move": ""}), 422, "move")
        assert_problem(browser.ask("POST", "/rigs/1/frame/wheelbase/try", {"move": "far"}), 422, "move")
        assert browser.ask("POST", "/rigs/1/changes", {"line": "axle-move 150"}).status_code in (200, 201)
