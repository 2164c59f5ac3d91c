"""What the front end has of logic and no screen, bundled and called in Chromium: units, clashes, the outbox, patches."""

import json
import subprocess
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from playwright.sync_api import Browser, Page, Route

from jorvak.core.quantities import INCH, LENGTH, MASS, METRIC, read
from jorvak.store import Database, Rigs
from jorvak.web import create_app
from tests.conftest import TODAY

FRONT_END = Path(__file__).parents[2] / "frontend"
ADDRESS = "http://127.0.0.1:9"


@pytest.fixture(scope="module")
def bundle(tmp_path_factory: pytest.TempPathFactory) -> Path:
    out = tmp_path_factory.mktemp("modules")
    vite = ["npx", "--no-install", "vite", "build", "-c", "vite.modules.config.ts", "--logLevel", "error"]
    subprocess.run([*vite, "--outDir", str(out)], cwd=FRONT_END, check=True, capture_output=True)
    return out / "modules.js"


class Server:
    """Answers what the outbox sends as it is told to, and writes down what came."""

    def __init__(self) -> None:
        self.up = True
        self.refuses: set[str] = set()
        self.came: list[tuple[str, str, dict[str, str]]] = []
        self.sheet: dict[str, Any] = {"id": 7, "version": 1, "versions": {}, "changes": [], "records": {}}
        self.answers: list[dict[str, Any]] = []

    def __call__(self, route: Route) -> None:
        request = route.request
        if not request.url.startswith(f"{ADDRESS}/api/"):
            route.fulfill(body="<title>modules</title>", content_type="text/html")
            return
        if not self.up:
            route.abort()
            return
        self.came.append((request.method, request.url.removeprefix(ADDRESS), dict(request.headers)))
        if self.answers:
            route.fulfill(**self.answers.pop(0))
        elif any(part in (request.post_data or "") for part in self.refuses):
            problem = {"type": "about:blank", "title": "no", "status": 422, "detail": "not so"}
            route.fulfill(status=422, json=problem)
        else:
            route.fulfill(json=self.sheet)


@pytest.fixture
def server() -> Server:
    return Server()


@pytest.fixture
def page(chromium: Browser, bundle: Path, server: Server) -> Iterator[Page]:
    context = chromium.new_context()
    page = context.new_page()
    page.route("**/*", server)
    page.goto(ADDRESS)
    page.add_script_tag(path=bundle)
    yield page
    context.close()


@pytest.fixture(scope="module")
def catalogue(tmp_path_factory: pytest.TempPathFactory) -> Any:
    app = create_app(Rigs(Database(tmp_path_factory.mktemp("catalogue"))), today=TODAY)
    found = app.test_client().get("/api/catalogue", headers={"Host": "127.0.0.1"}).json
    return {key: found[key] for key in ("quantities", "presets")} if found else None


def written(page: Page, catalogue: Any, figures: list[tuple[float, str, str, dict[str, Any]]]) -> list[str]:
    said: list[str] = page.evaluate(
        """([figures, catalogue]) => figures.map(([value, key, units, how]) => {
            const { text, unit } = modules.quantity.write(value, key, catalogue, units, how);
            return `${text} ${unit}`.trim();
        })""",
        [figures, catalogue],
    )
    return said


def test_figures_are_written_in_the_units_that_are_shown(page: Page, catalogue: Any) -> None:
    cases: dict[tuple[float, str, str], str] = {
        (2740.4, "wheelbase_mm", "metric"): "2740 mm",
        (-12.0, "z_mm", "metric"): "−12 mm",
        (-0.2, "z_mm", "metric"): "0 mm",
        (128400.0, "reading_km", "metric"): "128\u202f400 km",
        (973.1375, "length_mm", "inch"): "38 5/16 in",
        (-12.7, "z_mm", "inch"): "−1/2 in",
        (3.7, "ratio", "metric"): "3.70",
        (80.0, "cruise_kmh", "inch"): "50 mph",
        (104.4, "coolant_c", "metric"): "104 °C",
        (35.0, "ambient_c", "inch"): "95 °F",
        (-40.0, "ambient_c", "inch"): "−40 °F",
    }
    assert written(page, catalogue, [(*case, {}) for case in cases]) == list(cases.values())
    apart = [
        (10.0, "ambient_c", "metric", {"difference": True}),
        (10.0, "ambient_c", "inch", {"difference": True}),
    ]
    assert written(page, catalogue, apart) == ["10 °C", "18 °F"]


def test_a_difference_has_one_sign(page: Page, catalogue: Any) -> None:
    said = page.evaluate(
        """(catalogue) => [26, -26, 0, -0.2].map((mm) =>
            modules.quantity.signed(modules.quantity.write(mm, "rise_mm", catalogue, "metric")).text)""",
        catalogue,
    )
    assert said == ["+26", "−26", "0", "0"]


@settings(max_examples=20, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(st.lists(st.floats(0.01, 9000), min_size=20, max_size=20), st.sampled_from([METRIC, INCH]))
def test_what_is_written_exactly_is_read_as_the_same(
    page: Page, catalogue: Any, values: list[float], preset: Any
) -> None:
    for key, quantity in (("x_mm", LENGTH), ("mass_kg", MASS)):
        texts = written(page, catalogue, [(value, key, preset.name, {"exact": True}) for value in values])
        back = [read(text, quantity, preset.unit(quantity).symbol).value for text in texts]
        assert back == pytest.approx(values, rel=1e-8)


PART = {"name": "case", "place": "donor", "faces": {"input": {"kind": "spline", "fields": {"count": 23}}}}


def clash(page: Page, wanted: dict[str, Any], theirs: dict[str, Any]) -> Any:
    def sheet(record: dict[str, Any], version: int) -> dict[str, Any]:
        return {"records": {"part": [{"id": 3, "version": version, "record": record}]}}

    write = {"do": "record", "table": "part", "id": 3, "version": 1, "record": {**PART, **wanted}}
    return page.evaluate(
        "([write, before, now]) => modules.clash.clashOf(write, before, now, { part: 'name' }) ?? null",
        [write, sheet(PART, 1), sheet({**PART, **theirs}, 2)],
    )


def test_changes_of_two_fields_stand_both(page: Page) -> None:
    met = clash(page, {"note": "mine"}, {"place": "shelf"})
    assert met["rows"] == [] and met["what"] == "case"
    assert (
        met["yours"]["record"] == {**PART, "note": "mine", "place": "shelf"} and met["yours"]["version"] == 2
    )


def test_one_field_changed_by_both_is_asked_about(page: Page) -> None:
    met = clash(page, {"place": "fitted"}, {"place": "shelf"})
    assert met["rows"] == [{"field": "place", "theirs": "shelf", "yours": "fitted"}]
    assert clash(page, {"place": "shelf"}, {"place": "shelf"})["rows"] == []


def test_what_lies_within_a_field_clashes_by_itself(page: Page) -> None:
    def count(splines: int, **more: Any) -> dict[str, Any]:
        return {"faces": {"input": {"kind": "spline", "fields": {"count": splines, **more}}}}

    met = clash(page, count(26), count(23, gender="male"))
    assert met["rows"] == []
    assert met["yours"]["record"]["faces"]["input"]["fields"] == {"count": 26, "gender": "male"}
    assert [row["field"] for row in clash(page, count(26), count(27))["rows"]] == [
        "faces, input, fields, count"
    ]


SEND = """async ([rig, write]) => {
    const view = { stage: "planned", units: "metric", person: "Ines", looks: "" };
    try { return await modules.outbox.send(modules.outbox.post(rig, view, write)); }
    catch (error) { return { error: error.constructor.name, message: error.message }; }
}"""
FLUSH = "async () => (await modules.outbox.flush()).map((refusal) => refusal.message)"
KEPT = "() => modules.outbox.kept().map(({ write }) => write.text ?? write.do)"


def line(text: str) -> list[Any]:
    return [7, {"do": "line", "text": text}]


def test_what_finds_no_server_is_kept_and_goes_in_order(page: Page, server: Server) -> None:
    server.up = False
    assert "message" in page.evaluate(SEND, line("tyre 285/75R17"))
    server.up = True
    # What is typed now waits behind what was typed before.
    assert "message" in page.evaluate(SEND, line("rack 20 kg"))
    assert server.came == [] and page.evaluate(KEPT) == ["tyre 285/75R17", "rack 20 kg"]
    assert page.evaluate(FLUSH) == [] and page.evaluate(KEPT) == []
    assert [address.split("?")[0] for _, address, _ in server.came] == ["/api/rigs/7/changes"] * 2
    keys = {address.split("key=")[1].split("&")[0] for _, address, _ in server.came}
    assert len(keys) == 2


def test_what_is_refused_holds_up_nothing(page: Page, server: Server) -> None:
    server.up = False
    for text in ("no such thing", "rack 20 kg"):
        page.evaluate(SEND, line(text))
    server.up, server.refuses = True, {"no such thing"}
    assert page.evaluate(FLUSH) == ["not so"] and page.evaluate(KEPT) == [] and len(server.came) == 2


def test_gone_again_in_the_middle_the_rest_is_kept(page: Page, server: Server) -> None:
    server.up = False
    for text in ("one", "two"):
        page.evaluate(SEND, line(text))
    assert page.evaluate("async () => modules.outbox.flush().then(() => 'went', () => 'gone')") == "gone"
    assert page.evaluate(KEPT) == ["one", "two"]


def test_a_write_behind_another_builds_on_what_that_left(page: Page) -> None:
    sheet = {"version": 4, "versions": {"body.height_mm": 9}, "changes": [{"id": 2, "version": 6}]}
    writes: list[dict[str, Any]] = [
        {"do": "note", "path": "body.height_mm", "version": 8},
        {"do": "note", "path": "body.width_mm", "version": 1},
        {"do": "head", "version": 3, "to": {}},
        {"do": "edit", "change": 2, "version": 5, "to": {}},
        {"do": "move", "change": 3, "version": 1, "to": 1},
        {"do": "undo"},
    ]
    now = page.evaluate(
        "([all, sheet]) => all.map((write) => modules.outbox.upToDate(write, sheet))", [writes, sheet]
    )
    assert [write.get("version") for write in now] == [9, None, 4, 6, 1, None]


ASK = """async () => {
    const get = () => modules.sheets.sheetOf(
        modules.client.GET("/api/rigs/{rig_id}", { params: { path: { rig_id: 7 }, query: {} } }));
    const [one, two] = [await get(), await get()];
    return { two, kept: one.figures === two.figures, changed: one.changes !== two.changes };
}"""


def test_a_patch_is_put_onto_the_sheet_that_is_here(page: Page, server: Server) -> None:
    whole = {**server.sheet, "figures": {"a": 1}}
    patch = [{"op": "add", "path": "/changes/-", "value": {"id": 1}}]
    server.answers = [
        {"json": whole, "headers": {"ETag": '"t1"', "Content-Type": "application/json"}},
        {
            "status": 226,
            "body": json.dumps(patch),
            "headers": {"ETag": '"t2"', "Delta-Base": '"t1"', "Content-Type": "application/json-patch+json"},
        },
    ]
    got = page.evaluate(ASK)
    assert got == {"two": {**whole, "changes": [{"id": 1}]}, "kept": True, "changed": True}
    first, second = (headers for _, _, headers in server.came)
    assert "if-none-match" not in first
    assert (second["if-none-match"], second["a-im"]) == ('"t1"', "json-patch")


LEFT = """async () => {
    const get = (rig) => modules.sheets.sheetOf(
        modules.client.GET("/api/rigs/{rig_id}", { params: { path: { rig_id: rig }, query: {} } }));
    await get(7);
    for (let i = 0; i < 13; i += 1) await get(8);
    return (await get(7)).id;
}"""


def test_of_a_rig_that_was_left_long_ago_no_patch_is_asked_for(page: Page, server: Server) -> None:
    def sheet(rig: int, tag: str) -> dict[str, Any]:
        headers = {"ETag": f'"{tag}"', "Content-Type": "application/json"}
        return {"json": {**server.sheet, "id": rig}, "headers": headers}

    server.answers = [sheet(7, "first"), *(sheet(8, f"of 8, {i}") for i in range(13)), sheet(7, "last")]
    assert page.evaluate(LEFT) == 7
    *_, before, last = (headers.get("if-none-match") for _, _, headers in server.came)
    assert (before, last) == ('"of 8, 11"', None)


def circuit(name: str, behind: str = "") -> dict[str, str]:
    return {"name": name, "behind": behind}


def test_each_circuit_is_drawn_behind_what_feeds_it_and_none_is_lost(page: Page) -> None:
    circuits = [
        circuit("fridge", "panel"),
        circuit("panel"),
        circuit("lamps", "panel"),
        circuit("pump", "gone"),
    ]
    circuits += [circuit("one", "two"), circuit("two", "one"), circuit("own tail", "own tail")]
    placed, leads = page.evaluate(
        """(circuits) => [
            modules.tree.inTree(circuits).map(({ circuit, depth }) => [circuit.name, depth]),
            ["panel", "pump", "one", "own tail"].map((name) => modules.tree.feedsAny(name, circuits, ["lamps"])),
        ]""",
        circuits,
    )
    fed = [["panel", 0], ["fridge", 1], ["lamps", 1], ["pump", 0]]
    assert placed == [*fed, ["one", 0], ["two", 0], ["own tail", 0]]
    assert leads == [True, False, False, False]


def field(coolant: list[list[float]]) -> dict[str, Any]:
    cells = [[{"coolant_c": each, "holds": True} for each in row] for row in coolant]
    return {"slopes_pct": [0, 10], "speeds_kmh": [20, 40], "cells": cells, "limit_c": 105}


def test_the_limit_of_the_coolant_is_drawn_where_it_is_reached(page: Page) -> None:
    # 95 °C on the level and 115 °C on ten per cent, at either speed: the limit lies half way, from edge to edge.
    line, left = page.evaluate(
        """(field) => [modules.contour.contour(field, 105), modules.contour.finer(field).map(({ left }) => left)]""",
        field([[95, 115], [95, 115]]),
    )
    assert line == [[[5, 20], [5, 40]]]
    assert len(left) == 25 and sum(each > 0.5 for each in left) == sum(each < -0.5 for each in left) == 10
    cold = page.evaluate("(field) => modules.contour.contour(field, 105)", field([[80, 90], [80, 90]]))
    assert cold == []


def test_a_part_is_near_from_two_thirds_of_what_it_may_carry(page: Page) -> None:
    carries = [(20, 30), (20.1, 30), (30, 30), (30.1, 30), (1, None), (1, 0)]
    said = page.evaluate("(all) => all.map(([by, allowed]) => modules.near.nearness(by, allowed))", carries)
    assert said == ["easy", "near", "near", "over", "unknown", "over"]


def leg(leg_id: int, start: float | None, left: float | None, driven_on: str | None = None) -> dict[str, Any]:
    return {"id": leg_id, "fuel_start_l": start, "fuel_left_l": left, "driven_on": driven_on}


def ticked(leg_id: int, on: str, undo: bool = False) -> dict[str, Any]:
    return {"kind": "leg", "leg": leg_id, "on": on, "undo": undo}


def filled(litres: str, on: str, **more: Any) -> dict[str, Any]:
    return {"kind": "fill", "litres": litres, "on": on, "full": False, **more}


def test_on_the_way_the_tank_holds_what_the_plan_leaves_and_what_was_filled(page: Page) -> None:
    legs = [leg(1, 70, 40), leg(2, 40, 12)]
    way = {"fuel_holds_l": 90, "legs": legs, "fills": []}
    first = ticked(1, "2027-05-01")
    cases: list[tuple[dict[str, Any], list[dict[str, Any]], float | None, int]] = [
        (way, [], 70, 0),
        (way, [first], 40, 0),
        (way, [filled("5", "2027-04-30"), first], 40, 0),
        (way, [first, filled("30 l", "2027-05-01")], 70, 0),
        (way, [first, filled("10,5", "2027-05-01"), filled("1 qt", "2027-05-01")], 51.446, 0),
        (way, [first, filled("10", "2027-05-01", units="inch")], 49.464, 0),
        (way, [first, filled("a jerrycan", "2027-05-01")], 40, 1),
        (way, [first, filled("a jerrycan", "2027-05-01"), filled("", "2027-05-01", full=True)], 90, 0),
        (way, [first, filled("80", "2027-05-01")], 90, 0),
        (way, [first, ticked(1, "2027-05-01", undo=True)], 70, 0),
        ({**way, "fills": [{"on": "2027-05-02", "litres": 20, "full": False}]}, [first], 60, 0),
        ({**way, "legs": [leg(1, 70, 40, "2027-05-01"), legs[1]]}, [filled("7", "2027-05-02")], 47, 0),
        ({**way, "legs": [leg(1, 70, None)]}, [first], None, 0),
        ({**way, "fuel_holds_l": None}, [first], None, 0),
        ({**way, "legs": []}, [], None, 0),
    ]
    asked = [(each, entries) for each, entries, _, _ in cases]
    said = page.evaluate("(all) => all.map(([way, entries]) => modules.left.inTank(way, entries))", asked)
    for (*_, litres, unread), got in zip(cases, said, strict=True):
        assert got["unread"] == unread
        assert got["litres"] == (None if litres is None else pytest.approx(litres, abs=1e-3))
