"""Two people write, take back and do again at one rig, in any order: each only what is his, and nothing is lost."""

import json
import sqlite3
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient
from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st

from jorvak.formats.build_file import write_build
from jorvak.store import Database, Rigs
from jorvak.web import create_app
from tests.conftest import TODAY, demo, unplanned
from tests.web.test_web import OWN

PEOPLE = ("Ines", "Ruben")
NOTED = {
    "body.height_mm": ("1871", "1934", None),
    "points.case guard.z_mm": ("281", "352"),
    "front_axle.ratio": ("3.73", "41/10"),
    "wheels.front_left.date_code": ("1224", "3525", None),
}
LINES = (
    "tyre 285/75R17",
    "springs front 448 38",
    "gears 4.10",
    "add box 40 kg at 2100",
    "arms 2",
    "body-lift 30",
)

WRITES = st.one_of(
    st.sampled_from([("note", path, typed) for path, typed_as in NOTED.items() for typed in typed_as]),
    st.sampled_from([("line", line) for line in LINES]),
    st.tuples(st.sampled_from(["fit", "drop", "cost"]), st.integers(0, 5)),
    st.tuples(st.just("move"), st.integers(0, 5), st.integers(1, 6)),
    st.tuples(st.just("gap"), st.sampled_from(["liner behind", "new place"])),
)
ACTS = st.tuples(st.sampled_from(PEOPLE), st.one_of(WRITES, WRITES, st.sampled_from([("undo",), ("redo",)])))


class Bench:
    """One rig at one server, put back to how it was taken in before each story."""

    def __init__(self, folder: Path) -> None:
        database = Database(folder)
        self.client: FlaskClient = create_app(Rigs(database), today=TODAY).test_client()
        build = write_build(unplanned(demo(0)), TODAY).encode()
        assert self.client.post("/api/builds", data=build, headers=OWN).status_code == 201
        self._live, self._first = database.connection, sqlite3.connect(":memory:")
        self._live.backup(self._first)

    def put_back(self) -> None:
        self._first.backup(self._live)

    def ask(self, method: str, address: str, person: str, body: Any = None, **more: Any) -> Any:
        query = {"person": person, "stage": "today", **more}
        return self.client.open(
            f"/api/rigs/1{address}", method=method, json=body, query_string=query, headers=OWN
        )

    def sheet(self, person: str = "Ines") -> Any:
        return self.ask("GET", "", person).json

    def rig(self) -> Any:
        return json.loads(self.client.get("/api/rigs/1/build-file", headers=OWN).data)["rig"]

    def act(self, person: str, act: tuple[Any, ...]) -> Any:
        """What the interface would send, with the versions that it would have seen."""
        sheet, (do, *how) = self.sheet(person), act
        if do in ("undo", "redo"):
            return self.ask("POST", f"/{do}", person)
        if do == "note":
            path, typed = how
            body = {"path": path, "typed": typed, "version": sheet["versions"].get(path)}
            return self.ask("PUT", "/figures", person, body)
        if do == "line":
            return self.ask("POST", "/changes", person, {"line": how[0]})
        if do == "gap":
            known = next((kept for kept in sheet["records"]["gap"] if kept["record"]["name"] == how[0]), None)
            if known:
                return self.ask("DELETE", f"/records/gap/{known['id']}", person, version=known["version"])
            body = {
                "id": 0,
                "version": None,
                "record": {"name": how[0]},
                "typed": {"x_mm": "410", "z_mm": "96"},
            }
            return self.ask("PUT", "/records/gap", person, body)
        if len(sheet["changes"]) <= how[0]:
            return None
        change = sheet["changes"][how[0]]
        body = {"version": change["version"]}
        if do == "fit":
            return self.ask(
                "PUT",
                f"/changes/{change['id']}/fitted",
                person,
                {**body, "on": "2026-02-20", "measured_with": []},
            )
        if do == "move":
            return self.ask("PUT", f"/changes/{change['id']}/place", person, {**body, "to": how[1]})
        to = {"state": "dropped"} if do == "drop" else {"cost": 12.5}
        return self.ask("PATCH", f"/changes/{change['id']}", person, {**body, **to})


@pytest.fixture(scope="module")
def bench(tmp_path_factory: pytest.TempPathFactory) -> Bench:
    return Bench(tmp_path_factory.mktemp("bench"))


@settings(
    max_examples=8,
    phases=[Phase.explicit, Phase.reuse, Phase.generate],
    suppress_health_check=[HealthCheck.too_slow, HealthCheck.function_scoped_fixture],
)
@given(st.lists(ACTS, min_size=3, max_size=14))
def test_whatever_two_do_in_turn(bench: Bench, story: list[tuple[str, tuple[Any, ...]]]) -> None:
    bench.put_back()
    now = bench.rig()
    # Who did the last thing, what it was, and what there was before it.
    last: tuple[str, str] | None = None
    earlier: Any = None
    for person, act in story:
        before, revision = now, bench.sheet()["revision"]
        answer = bench.act(person, act)
        if answer is None:
            continue
        now = bench.rig()
        assert answer.status_code in (200, 201, 404, 409, 422), answer.text
        if answer.status_code >= 400:
            assert now == before, f"{act} was refused and yet something is otherwise: {answer.text}"
            assert answer.json["detail"]
            continue
        if answer.json["revision"] == revision:
            assert now == before
            continue
        if act == ("undo",) and last is not None and last[0] == person and last[1] != "undo":
            assert now == earlier, f"not all of {last} was taken back"
        if act == ("redo",) and last == (person, "undo"):
            assert now == earlier, "not all was done again"
        last, earlier = (person, act[0]), before


def test_what_one_noted_is_not_taken_back_by_the_other(bench: Bench) -> None:
    bench.put_back()
    first = bench.rig()
    assert bench.act("Ines", ("note", "body.height_mm", "1934")).status_code == 200
    mine = bench.rig()
    assert bench.act("Ruben", ("undo",)).status_code == 409
    assert bench.act("Ruben", ("line", "gears 4.10")).status_code == 201
    assert bench.act("Ruben", ("note", "body.height_mm", "1871")).status_code == 200
    # What Ruben wrote over it stands in the way, and is named.
    refused = bench.act("Ines", ("undo",))
    assert refused.status_code == 409
    assert "Ruben" in refused.json["detail"]
    assert bench.act("Ruben", ("undo",)).status_code == 200
    assert bench.act("Ines", ("undo",)).status_code == 200
    assert bench.act("Ruben", ("undo",)).status_code == 200
    assert bench.rig() == first
    assert bench.act("Ines", ("redo",)).status_code == 200
    assert bench.rig() == mine
