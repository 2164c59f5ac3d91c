"""A link for a client: one build, nothing that is the shop's own, nothing that can be changed, until it is taken back."""

import shutil
from pathlib import Path

import pytest
from flask.testing import FlaskClient

from jorvak.demo import BUILDS
from jorvak.store import Database, Rigs
from jorvak.store.people import People
from jorvak.web import Beyond, create_app
from tests.conftest import TODAY
from tests.web.conftest import taken_in
from tests.web.test_door import NAME as SHOP_NAME
from tests.web.test_door import PASSWORD, ask, sign_in


@pytest.fixture(scope="module")
def two_builds(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """A data folder with two builds in it."""
    folder = tmp_path_factory.mktemp("two")
    for build in BUILDS[:2]:
        taken_in(folder, build.read_bytes())
    return folder


@pytest.fixture
def client(folder: Path, two_builds: Path) -> FlaskClient:
    shutil.copytree(two_builds, folder)
    people = People(folder)
    people.set_password("Ines", PASSWORD)
    app = create_app(Rigs(Database(folder)), today=TODAY, beyond=Beyond((SHOP_NAME,), people, over_tls=False))
    client = app.test_client()
    token = {"X-Token": sign_in(client).json["token"]}
    client.environ_base["HTTP_X_TOKEN"] = token["X-Token"]
    return client


def page(client: FlaskClient, address: str) -> tuple[int, str]:
    """What a client sees who has never signed in."""
    answer = client.application.test_client().get(address, headers={"Host": SHOP_NAME})
    return answer.status_code, answer.text


def test_it_shows_one_build_to_whoever_has_it_until_it_is_taken_back(client: FlaskClient) -> None:
    made = ask(client, "POST", "/rigs/1/shares", {"label": "the owner"}).json
    assert [(s["label"], s["made_by"]) for s in made["shares"]] == [("the owner", "Ines")]
    status, text = page(client, made["address"])
    assert status == 200 and "Plover" in text and "tyres 285/75R17" in text and "crawl ratio" in text
    assert "Skarv" not in text and "<script" not in text
    # It is told once, and kept nowhere.
    listed = ask(client, "GET", "/rigs/1/shares").json
    assert listed["address"] is None and made["address"].split("/")[-1] not in str(listed)
    assert ask(client, "DELETE", f"/rigs/1/shares/{made['shares'][0]['id']}").json["shares"] == []
    status, text = page(client, made["address"])
    assert status == 404 and "Plover" not in text


def test_prices_names_and_notes_stay_in_the_shop(client: FlaskClient) -> None:
    rig = ask(client, "GET", "/rigs/1").json
    change = next(c for c in rig["changes"] if c["cost"])
    edit = {"version": change["version"], "note": "ask Ruben for a discount", "cost": 98765}
    assert ask(client, "PATCH", f"/rigs/1/changes/{change['id']}", edit).status_code == 200
    address = ask(client, "POST", "/rigs/1/shares", {"label": "x"}).json["address"]
    for shown in (address, f"{address}/report"):
        status, text = page(client, shown)
        assert status == 200
        for kept in ("98765", "Ruben", "discount", "Ines", "<img"):
            assert kept not in text, shown
    assert page(client, "/shared/" + "x" * 43 + "/report")[0] == 404


def test_it_opens_nothing_else(client: FlaskClient) -> None:
    made = ask(client, "POST", "/rigs/1/shares", {"label": "x"}).json
    for address in ("/api/rigs", "/api/rigs/1", "/api/rigs/1/build-file", "/api/rigs/1/shares"):
        assert page(client, address)[0] == 401
    assert client.application.test_client().post(
        made["address"], headers={"Host": SHOP_NAME}
    ).status_code in (403, 405)
    assert page(client, "/shared/" + "x" * 43)[0] == 404
    assert page(client, "/shared.css")[0] == 200


def test_a_name_is_text_and_no_markup(client: FlaskClient) -> None:
    head = {"version": ask(client, "GET", "/rigs/1").json["version"], "name": "<b>Plover</b>"}
    assert ask(client, "PATCH", "/rigs/1/brief", head).status_code == 200
    _, text = page(client, ask(client, "POST", "/rigs/1/shares", {"label": "x"}).json["address"])
    assert "<b>Plover" not in text and "&lt;b&gt;Plover" in text


@pytest.mark.parametrize("label", ["", " ", "x" * 81])
def test_it_says_for_whom_it_is(client: FlaskClient, label: str) -> None:
    answer = ask(client, "POST", "/rigs/1/shares", {"label": label})
    assert (answer.status_code, answer.json["field"]) == (422, "label")


def test_a_rig_that_is_none_has_none(client: FlaskClient) -> None:
    assert ask(client, "POST", "/rigs/99/shares", {"label": "x"}).status_code == 404
    assert ask(client, "GET", "/rigs/99/shares").status_code == 404
    assert ask(client, "DELETE", "/rigs/1/shares/77").status_code == 404
