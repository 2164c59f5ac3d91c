"""Beyond loopback: nobody is let in without a password, nobody writes for another, and nobody tries for long."""

import json
import stat
from functools import partial
from pathlib import Path
from typing import Any

import pytest
from argon2 import PasswordHasher
from flask.testing import FlaskClient

from jorvak.demo import BUILDS
from jorvak.store import Database, Rigs
from jorvak.store.people import BadPassword, People
from jorvak.web import Beyond, create_app
from tests.conftest import TODAY

NAME = "bay.shop.test"
SHOP = {"Host": f"{NAME}:5370", "Origin": f"http://{NAME}:5370"}
PASSWORD = "a long enough one"


@pytest.fixture
def people(folder: Path, monkeypatch: pytest.MonkeyPatch) -> People:
    # What costs a thief a lifetime costs a test half a second each time.
    cheap = partial(PasswordHasher, time_cost=1, memory_cost=64, parallelism=1)
    monkeypatch.setattr("jorvak.store.people.PasswordHasher", cheap)
    people = People(folder)
    people.set_password("Ines", PASSWORD)
    return people


@pytest.fixture
def client(folder: Path, people: People) -> FlaskClient:
    app = create_app(Rigs(Database(folder)), today=TODAY, beyond=Beyond((NAME,), people, over_tls=False))
    return app.test_client()


def ask(client: FlaskClient, method: str, address: str, body: Any = None, **headers: str) -> Any:
    raw = None if body is None else body if isinstance(body, bytes) else json.dumps(body)
    return client.open(
        f"/api{address}",
        method=method,
        data=raw,
        headers={**SHOP, **headers},
        content_type="application/json",
    )


def sign_in(client: FlaskClient, person: str = "Ines", password: str = PASSWORD) -> Any:
    return ask(client, "POST", "/session", {"person": person, "password": password})


def signed_in(client: FlaskClient) -> dict[str, str]:
    """The header of a write of somebody who has signed in."""
    return {"X-Token": sign_in(client).json["token"]}


def test_nothing_is_shown_to_whoever_has_not_signed_in(client: FlaskClient) -> None:
    every = sorted(
        rule.rule for rule in client.application.url_map.iter_rules() if rule.rule.startswith("/api/")
    )
    assert len(every) > 40
    for rule in every:
        address = rule.removeprefix("/api").replace("<int:rig_id>", "1").replace("<name>", "0" * 32 + ".jpg")
        for method in ("GET", "POST", "PUT", "PATCH", "DELETE"):
            answer = ask(client, method, address.replace("<int:", "<").replace("<", "1").replace(">", ""))
            if (method, rule) in (("GET", "/api/session"), ("GET", "/api/nothing")):
                assert answer.status_code == 200
            else:
                assert answer.status_code in (401, 422) and (
                    rule == "/api/session" or answer.status_code == 401
                ), rule
    assert ask(client, "GET", "/session").json == {"guarded": True, "person": None, "token": None}


def test_by_name_and_password(client: FlaskClient) -> None:
    assert sign_in(client, password="a wrong one, long").status_code == 401
    assert sign_in(client, "Nobody").status_code == 401
    answer = sign_in(client)
    assert answer.json["person"] == "Ines" and len(answer.json["token"]) > 20
    cookie = answer.headers["Set-Cookie"]
    assert "HttpOnly" in cookie and "SameSite=Strict" in cookie and PASSWORD not in cookie
    assert ask(client, "GET", "/rigs").status_code == 200
    assert ask(client, "DELETE", "/session", **{"X-Token": answer.json["token"]}).json["person"] is None
    assert ask(client, "GET", "/rigs").status_code == 401


def test_a_write_carries_its_token_and_the_name_of_who_signed_in(client: FlaskClient) -> None:
    token = signed_in(client)
    build = BUILDS[2].read_bytes()
    assert ask(client, "POST", "/builds", build).status_code == 403
    assert ask(client, "POST", "/builds", build, **{"X-Token": "another"}).status_code == 403
    assert ask(client, "POST", "/builds", build, **token, Origin="http://evil.test").status_code == 403
    assert ask(client, "POST", "/builds?person=Ruben", build, **token).status_code == 201
    assert ask(client, "GET", "/rigs/1/history").json["entries"][0]["person"] == "Ines"


def test_the_server_answers_to_its_name_alone(client: FlaskClient) -> None:
    for host in ("127.0.0.1:5370", "localhost", "192.168.1.7", "evil.test"):
        assert ask(client, "GET", "/session", Host=host).status_code == 421
    assert ask(client, "GET", "/session", Host=NAME.upper()).status_code == 200


def test_whoever_tries_is_slowed_down(client: FlaskClient) -> None:
    assert [sign_in(client, password=f"try number {n}").status_code for n in range(5)] == [401] * 5
    slowed = sign_in(client)
    assert slowed.status_code == 429 and slowed.headers["Retry-After"] == "60" and slowed.json["detail"]
    # Of many names too.
    answers = [sign_in(client, f"name {n}", "some password").status_code for n in range(20)]
    assert answers.count(401) == 15 and answers[-1] == 429


def test_another_password_ends_the_sessions_of_the_old_one(client: FlaskClient, people: People) -> None:
    sign_in(client)
    assert ask(client, "GET", "/rigs").status_code == 200
    people.set_password("Ines", "another long one")
    assert ask(client, "GET", "/rigs").status_code == 401
    assert sign_in(client, password="another long one").status_code == 200
    assert people.remove("Ines")
    assert ask(client, "GET", "/rigs").status_code == 401


def test_a_session_is_no_good_with_another_secret(client: FlaskClient, folder: Path, tmp_path: Path) -> None:
    sign_in(client)
    cookie = client.get_cookie("jorvak", domain=NAME)
    assert cookie is not None
    other = People(tmp_path / "other")
    other.set_password("Ines", PASSWORD)
    elsewhere = create_app(
        Rigs(Database(tmp_path / "other")), beyond=Beyond((NAME,), other, over_tls=True)
    ).test_client()
    elsewhere.set_cookie("jorvak", cookie.value, domain=NAME)
    assert ask(elsewhere, "GET", "/rigs").status_code == 401
    assert "Secure" in sign_in(elsewhere).headers["Set-Cookie"]


def test_on_this_machine_there_is_no_door(folder: Path) -> None:
    client = create_app(Rigs(Database(folder)), today=TODAY).test_client()
    own = {"Host": "127.0.0.1:5370"}
    assert client.get("/api/session", headers=own).json == {"guarded": False, "person": None, "token": None}
    assert client.get("/api/rigs", headers=own).status_code == 200
    assert (
        client.post("/api/session", headers=own, json={"person": "x", "password": "y"}).json["guarded"]
        is False
    )
    assert client.delete("/api/session", headers=own).json["guarded"] is False


class TestPeople:
    def test_passwords_are_kept_as_hashes_that_nobody_else_reads(self, people: People, folder: Path) -> None:
        file = folder / "people.json"
        assert PASSWORD not in file.read_text() and "$argon2id$" in file.read_text()
        people.secret()
        for kept in (file, folder / "secret"):
            assert stat.S_IMODE(kept.stat().st_mode) == 0o600

    @pytest.mark.parametrize(
        ("name", "password"), [("", PASSWORD), ("x" * 81, PASSWORD), ("Mo", "short"), ("Mo", "x" * 201)]
    )
    def test_what_is_none(self, people: People, name: str, password: str) -> None:
        with pytest.raises(BadPassword):
            people.set_password(name, password)
        assert people.names() == ["Ines"]

    def test_each_has_its_own(self, people: People) -> None:
        people.set_password("Mo", "the other one here")
        assert people.names() == ["Ines", "Mo"]
        assert people.is_right("Mo", "the other one here") and not people.is_right("Mo", PASSWORD)
        assert not people.is_right("Ines", PASSWORD + "x") and not people.is_right("Ruben", PASSWORD)
        assert people.secret() == people.secret() and len(people.secret()) == 32
