"""A notebook through the web: what is understood of each line, noted as one write, and taken back as one."""

import json
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient

from jorvak.store import Database, Rigs
from jorvak.web import create_app
from tests.conftest import TODAY

OWN = {"Host": "127.0.0.1:5370"}
LINES = """wheelbase 2745, track 1540/1530
265/70R17 all five
springs fresh
# a heading of the page is no line
gears rear 4.10"""


@pytest.fixture
def client(shipped: Path) -> FlaskClient:
    return create_app(Rigs(Database(shipped)), today=TODAY).test_client()


def post(client: FlaskClient, address: str, text: str, status: int = 200) -> Any:
    answer = client.post(f"/api/rigs/1/notebook{address}", json={"text": text}, headers=OWN)
    assert answer.status_code == status, answer.json
    return answer.json


def build(client: FlaskClient) -> Any:
    answer = client.get("/api/rigs/1/build-file", headers=OWN)
    assert answer.status_code == 200
    return json.loads(answer.data)["rig"]


def test_each_line_says_what_was_understood_and_nothing_is_written(client: FlaskClient) -> None:
    before = build(client)
    first, tyres, asks, gears = post(client, "/read", LINES)["lines"]
    assert [(each["label"], each["written"]) for each in first["figures"]] == [
        ("wheelbase", "2745 mm"),
        ("track, front", "1540 mm"),
        ("track, rear", "1530 mm"),
    ]
    (size,) = tyres["figures"]
    assert len(size["paths"]) == 5 and "all five" in size["label"]
    assert asks["figures"] == [] and asks["ask"]
    assert gears["change"] is not None and gears["ask"] is None
    assert build(client) == before


def test_a_notebook_is_one_write_and_its_questions_are_left(client: FlaskClient) -> None:
    steps = len(build(client)["changes"])
    sheet = post(client, "", LINES)
    after = build(client)
    assert after["body"]["wheelbase_mm"]["value"] == 2745
    assert after["wheels"]["rear_right"]["size"]["value"] == "265/70R17"
    assert len(after["changes"]) == steps + 1
    assert sheet["name"] == "Plover"


def test_it_is_sent_twice_and_taken_back_as_one(client: FlaskClient) -> None:
    before = build(client)
    page = f"{LINES}\nceiling 9000\nnew step 1200, 300\nsliders 44 kg"
    for _ in range(2):
        answer = client.post("/api/rigs/1/notebook?key=once", json={"text": page}, headers=OWN)
        assert answer.status_code == 200
    noted = build(client)
    assert [each["kind"] for each in noted["changes"][-2:]] == ["gears", "sliders"]
    assert len(noted["changes"]) == len(before["changes"]) + 2
    assert noted["brief"]["ceiling"] == 9000 and "new step" in noted["points"]
    assert client.post("/api/rigs/1/undo", headers=OWN).status_code == 200
    assert build(client) == before


@pytest.mark.parametrize("text", ["springs fresh", "", "# only a heading"])
def test_nothing_understood_is_refused_and_writes_nothing(client: FlaskClient, text: str) -> None:
    before = build(client)
    refusal = post(client, "", text, 422)
    assert refusal["field"] == "text"
    assert build(client) == before


def test_too_many_lines_are_refused(client: FlaskClient) -> None:
    assert "at most 300" in post(client, "/read", "wheelbase 2745\n" * 301, 422)["detail"]
