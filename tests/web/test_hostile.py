"""What hostile hands send: each kind of it has one answer, a sentence with its place, and never a fault of ours."""

import io
import json
import zipfile
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient
from PIL import Image

from jorvak.core.calculation import Refused
from jorvak.core.rig import MOST_CHANGES, MOST_POINTS, Figure
from jorvak.core.stance.records import Gap
from jorvak.demo import BUILDS
from jorvak.store import Database, Rigs
from jorvak.store.journal import MOST
from jorvak.web import create_app
from tests.conftest import TODAY

OWN = {"Host": "127.0.0.1:5370"}
HUGE = 99999999999999999999


@pytest.fixture
def rigs(shipped: Path) -> Rigs:
    return Rigs(Database(shipped))


@pytest.fixture
def client(rigs: Rigs) -> FlaskClient:
    return create_app(rigs, today=TODAY).test_client()


def send(client: FlaskClient, method: str, address: str, body: Any = None) -> Any:
    raw = body if isinstance(body, bytes) else json.dumps(body).encode() if body is not None else None
    return client.open(
        f"/api{address}", method=method, data=raw, headers=OWN, content_type="application/json"
    )


DEEP = b'{"kind": "equipment", "fields": ' + b'{"a":' * 5000 + b"1" + b"}" * 5001
NOTE = {"path": "body.height_mm", "typed": "1900", "version": 1}


@pytest.mark.parametrize(
    ("method", "address", "body", "status", "field"),
    [
        ("POST", "/rigs/1/changes", DEEP, 422, "body"),
        ("PUT", "/rigs/1/records/gap", b'{"record": ' + b"[" * 900 + b"]" * 900 + b"}", 422, None),
        ("GET", f"/rigs/{HUGE}", None, 404, None),
        ("DELETE", f"/rigs/1/records/gap/{HUGE}?version=1", None, 404, None),
        ("DELETE", f"/rigs/1/records/gap/1?version={HUGE}", None, 409, None),
        ("PUT", "/rigs/1/figures", {**NOTE, "version": HUGE}, 422, "version"),
        ("PUT", "/rigs/1/records/gap", {"id": HUGE, "record": {"name": "x", "axle": "front"}}, 422, "id"),
        ("PUT", "/rigs/1/figures", b'{"path": "body.height_mm", "typed": "\\ud800", "version": 1}', 422, "typed"),
        ("PUT", "/rigs/1/figures", {**NOTE, "on": "0001-01-01"}, 422, "on"),
        ("PUT", "/rigs/1/figures", {**NOTE, "on": "9999-12-31"}, 422, "on"),
        ("PUT", "/rigs/1/figures", {"path": "points.ghost.x_mm", "typed": "3", "version": None}, 422, "path"),
        ("PUT", "/rigs/1/figures", {"path": "parts.ghost.mass_kg", "typed": "3", "version": None}, 422, "path"),
        ("GET", "/rigs/1/angles?which=approach&wanted_deg=nan", None, 422, "wanted_deg"),
        ("POST", "/rigs", b"\xff", 422, "body"),
        ("POST", "/rigs", b'{"name": NaN, "form": "wagon"}', 422, "name"),
    ],
)  # fmt: skip
def test_a_request(
    client: FlaskClient, method: str, address: str, body: Any, status: int, field: str | None
) -> None:
    answer = send(client, method, address, body)
    assert answer.status_code == status, answer.text
    assert answer.json["detail"] and (field is None or answer.json["field"] == field)


def test_dates_at_both_ends_are_refused_with_their_place(client: FlaskClient) -> None:
    build = json.loads(BUILDS[2].read_bytes())
    for day in ("0001-01-01", "9999-12-31", "1899-12-31"):
        build["written_on"] = day
        answer = send(client, "POST", "/builds?move_dates=true", build)
        assert (answer.status_code, answer.json["field"]) == (422, "written_on"), answer.text
        assert "1900-01-01" in answer.json["detail"] or "2200-12-31" in answer.json["detail"]
    # One that can be, moved to where nothing can be: 300 years on from the earliest day.
    build["written_on"], build["rig"]["brief"] = "1900-01-01", {"leaves_on": "2200-12-31"}
    answer = send(client, "POST", "/builds?move_dates=true", build)
    assert (answer.status_code, answer.json["field"]) == (422, "written_on")


def test_a_request_that_is_too_large_is_refused(client: FlaskClient) -> None:
    assert client.post("/api/rigs/1/survey/1/photos", data=b" " * 61_000_000, headers=OWN).status_code == 413


@pytest.mark.parametrize("family", ["points", "gaps", "parts"])
def test_names_that_differ_by_a_space(client: FlaskClient, family: str) -> None:
    about = {"points": {"on": "frame"}, "gaps": {"axle": "front"}, "parts": {"place": "shelf"}}[family]
    build = {"jorvak_build": 1, "rig": {"name": "X", family: {"a": about, "a ": about}}}
    answer = send(client, "POST", "/builds", build)
    assert (answer.status_code, answer.json["field"]) == (422, f"rig.{family}.a ")


def test_a_point_that_comes_into_being_later_takes_what_stood_there(client: FlaskClient, rigs: Rigs) -> None:
    """Files from before this was refused have such figures."""
    rigs.note_figure(1, "points.ghost.x_mm", Figure(3.0), None, "Ines", "noted")
    answer = send(client, "POST", "/rigs/1/points", {"name": "ghost", "on": "frame", "x": "120", "z": "300"})
    assert answer.status_code == 201 and answer.json["figures"]["points.ghost.x_mm"]["value"] == 120


def zipped(packed: int) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", packed) as archive:
        archive.writestr("build.json", BUILDS[2].read_bytes())
    raw = bytearray(out.getvalue())
    for at in range(60, 400, 7):
        raw[at] ^= 0x5A
    return bytes(raw)


@pytest.mark.parametrize("packed", [zipfile.ZIP_DEFLATED, zipfile.ZIP_BZIP2, zipfile.ZIP_LZMA])
def test_a_damaged_zip(client: FlaskClient, packed: int) -> None:
    answer = send(client, "POST", "/builds", zipped(packed))
    assert answer.status_code == 422 and answer.json["field"] in ("build.json", "file")


GPX = '<gpx version="1.1" creator="x"><trk><trkseg>{}</trkseg></trk></gpx>'
POINT = '<trkpt lat="{}" lon="8"><ele>{}</ele></trkpt>'


@pytest.mark.parametrize(
    ("name", "data"),
    [
        ("a.csv", b'x_mm,z_mm\r1,2\r"3,4'),
        ("a.csv", b"x_mm,z_mm\n" + b'"' + b"9" * 200_000 + b'",3\n'),
        ("a.csv", b"x_mm,z_mm\n\xff,3\n"),
        ("a.gpx", GPX.format(POINT.format(50, "inf") + POINT.format(51, 3)).encode()),
        ("a.gpx", GPX.format(POINT.format("nan", 3) + POINT.format(51, 3)).encode()),
        ("a.gpx", b"<gpx><trk>"),
        ("a.dxf", b"0\nSECTION\n2\nENTITIES\n0\nLWPOLYLINE\n90\nmany\n"),
    ],
)  # fmt: skip
def test_a_file_of_ground(client: FlaskClient, name: str, data: bytes) -> None:
    answer = client.post("/api/rigs/1/grounds/read", data=data, headers={**OWN, "X-Name": name})
    assert answer.status_code == 422 and answer.json["field"] == "file", answer.text


def test_a_bare_return_ends_a_line(client: FlaskClient) -> None:
    ground = b"x_mm,z_mm\r0,0\r1200,340\r"
    answer = client.post("/api/rigs/1/grounds/read", data=ground, headers={**OWN, "X-Name": "a.csv"})
    assert answer.status_code == 200 and len(answer.json["corners"]) == 2


def test_limits_are_held_where_things_are_written(client: FlaskClient, rigs: Rigs) -> None:
    assert MOST["change"] == MOST_CHANGES and MOST["point"] == MOST_POINTS
    build = {
        "jorvak_build": 1,
        "rig": {"name": "Full", "changes": [{"kind": "equipment", "fields": {"name": "box"}}] * MOST_CHANGES},
    }
    full = send(client, "POST", "/builds", build).json["id"]
    answer = send(client, "POST", f"/rigs/{full}/changes", {"line": "add crate 3 kg"})
    assert (answer.status_code, answer.json["field"]) == (422, "change")
    # What went in comes out, and in again.
    out = client.get(f"/api/rigs/{full}/build-file", headers=OWN).data
    again = client.post("/api/builds", data=out, headers=OWN)
    assert again.status_code == 201 and len(again.json["changes"]) == MOST_CHANGES


def test_all_that_is_noted_of_a_rig_fits_its_build_file(
    client: FlaskClient, rigs: Rigs, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr("jorvak.store.journal.LARGEST_RIG", 400_000)

    def fill(name: str, length: int) -> None:
        for number in range(400):
            path = {f"gaps.{name} {number}.x_mm": Figure(3.0, note="x" * length)}
            gap = Gap(name=f"{name} {number}", axle="front")
            rigs.put(1, "gap", gap, None, "Ines", "kept", figures=path)

    for name, length in (("place", 3900), ("corner", 100)):
        with pytest.raises(Refused, match="MB of text"):
            fill(name, length)
    note = {"path": "body.height_mm", "typed": "1900", "note": "y" * 3900}
    version = client.get("/api/rigs/1?looks=", headers=OWN).json["versions"]["body.height_mm"]
    answer = send(client, "PUT", "/rigs/1/figures", {**note, "version": version})
    assert (answer.status_code, answer.json["field"]) == (422, "body")
    # Less of it can still be written.
    gone = {**note, "typed": None, "version": version}
    assert send(client, "PUT", "/rigs/1/figures?looks=", gone).status_code == 200
    assert len(client.get("/api/rigs/1/build-file", headers=OWN).data) < 3 * 400_000


def test_a_build_with_a_photograph_goes_out_and_comes_back(client: FlaskClient) -> None:
    item = client.get("/api/rigs/1?looks=", headers=OWN).json["records"]["survey_item"][0]["id"]
    picture = io.BytesIO()
    Image.new("RGB", (40, 30)).save(picture, "JPEG")
    sent = client.post(f"/api/rigs/1/survey/{item}/photos", data=picture.getvalue(), headers=OWN)
    assert sent.status_code == 201
    out = client.get("/api/rigs/1/build-file", headers=OWN)
    assert out.mimetype == "application/zip" and out.headers["Cache-Control"] == "no-store"
    back = client.post("/api/builds", data=out.data, headers=OWN)
    kept = [
        [each["record"]["file"] for each in sheet["records"]["photo"]] for sheet in (sent.json, back.json)
    ]
    assert back.status_code == 201 and kept[0] == kept[1] and len(kept[0]) == 1
