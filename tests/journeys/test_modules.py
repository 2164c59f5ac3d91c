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
    }
    assert written(page, catalogue, [(*case, {}) for case in cases]) == list(cases.values())


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
