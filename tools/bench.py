"""The bench: each figure as a ratio to a floor measured in the same run, and absolute for orientation.

Machines differ and are noisy: of each figure the median of many runs is taken, floor and figure in turn. Limits
in milliseconds are meant for a machine on which a piece of plain work takes ``WORK_MS``; on a slower one they grow
alike. That work is what the server's is like, many small objects made and looked up: where a neighbour fills the
caches of a machine it slows as the server does, which an empty call does not.
"""

import copy
import gzip
import http.client
import json
import math
import os
import re
import statistics
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from datetime import date
from functools import partial
from pathlib import Path
from typing import Any

from jorvak.core.assess import assess
from jorvak.core.engine.moment import choosing
from jorvak.core.plan.line import read_line
from jorvak.core.rig import Change, Rig
from jorvak.core.stance.records import Profile
from jorvak.demo import BUILDS
from jorvak.formats.build_file import read_build
from jorvak.store import Database, Rigs
from jorvak.web import memory
from tools.running import JORVAK, Server, launch

WORK = {str(i): [float(i), {"x": i, "name": f"point {i}"}] for i in range(100)}
WORK_MS = 0.37
"""A copy of WORK in all its depth, on a machine that is left alone."""
ROOT = Path(__file__).parents[1]


@dataclass(frozen=True)
class Row:
    """A figure of the table: ``value`` in ``unit``, what it may be, and its ratio to the floor.

    ``pace``: how many times as long plain work took meanwhile as on the machine that limits are meant for;
    None where it was not looked at.
    """

    name: str
    value: float
    unit: str
    limit: float | None
    ratio: float | None = None
    floor: str = ""
    ratio_limit: float | None = None
    pace: float | None = None

    @property
    def good(self) -> bool:
        """Within both limits, that in milliseconds at the pace at which it was taken."""
        slower = max(self.pace or 1.0, 1.0) if self.unit == "ms" else 1.0
        within = self.limit is None or self.value <= self.limit * slower
        return within and (self.ratio_limit is None or self.ratio is None or self.ratio <= self.ratio_limit)


@dataclass(frozen=True)
class Taken:
    """Milliseconds of a floor and of a figure, and the pace of the machine meanwhile."""

    pace: float
    floor: float
    figure: float


def against(
    name: str,
    limit: float | None,
    floor_name: str,
    floor: Callable[[], Any],
    figure: Callable[[], Any],
    runs: int,
    ratio_limit: float | None = None,
) -> Row:
    """A figure against a floor, taken in turn so that both see the same machine."""
    for function in (floor, figure):
        function()
    taken = typical([Taken(pace_now(20), timed(floor), timed(figure)) for _ in range(runs)])
    return Row(
        name,
        taken.figure,
        "ms",
        limit,
        taken.figure / taken.floor,
        f"{floor_name}, {taken.floor:.3g} ms",
        ratio_limit,
        taken.pace,
    )


def typical(taken: list[Taken]) -> Taken:
    """Medians of the third that was taken at the best pace.

    A machine that is shared runs at half its pace for seconds on end, and at its own in between.
    """
    quiet = sorted(taken, key=lambda each: each.pace)[: math.ceil(len(taken) / 3)]
    return Taken(
        *(statistics.median(getattr(each, name) for each in quiet) for name in ("pace", "floor", "figure"))
    )


def timed(function: Callable[[], Any]) -> float:
    """Milliseconds that a call takes."""
    start = time.perf_counter()
    function()
    return (time.perf_counter() - start) * 1000


def full_rig() -> Rig:
    """Plover grown to 60 changes; it has more than 200 figures."""
    rig = read_build(BUILDS[0].read_bytes()).rig
    rig = choosing(rig, "40 mm", "A springs")
    for number in range(len(rig.changes), 60):
        draft = read_line(f"add box {number} {number % 7 + 1} kg at {number * 40}", rig).draft
        assert draft is not None
        change = Change(
            kind=draft.kind, fields=draft.fields, mass_kg=draft.mass_kg, mass_x_mm=draft.mass_x_mm
        )
        rig = replace(rig, changes=(*rig.changes, change))
    changes = tuple(change.model_copy(update={"id": i}) for i, change in enumerate(rig.changes, 1))
    # Ground is driven over apart: it has rows of its own.
    return replace(rig, changes=changes).having(Profile, ())


def bench_assess() -> Iterator[Row]:
    rig = full_rig()
    memory.settle()

    def empty() -> None:
        for _ in range(1000):
            nothing()

    def plain() -> None:
        assess(rig, "planned", with_doubt=False)

    what = f"{len(rig.changes)} changes, {len(rig.figures)} figures"
    yield against(f"assess, {what}", 5.0, "1,000 empty calls", empty, plain, 100)

    def sheet() -> None:
        """Stance, the largest: every result of it with its doubt, and every finding."""
        results = assess(rig, "planned").results
        results.show(["stance"])
        for area in results.shown().values():
            for result in area.values():
                dict(result.doubt)

    yield against("one sheet of it with its doubt", 60.0, "the same without", plain, sheet, 30)


def bench_company() -> Iterator[Row]:
    """Opening a rig beside a thousand others and a hundred thousand journal lines, against opening it alone."""
    rig = full_rig()
    other = replace(rig, name="Other", changes=rig.changes[:3], records={})
    with tempfile.TemporaryDirectory() as first, tempfile.TemporaryDirectory() as second:
        alone, among = Rigs(Database(Path(first))), Rigs(Database(Path(second)))
        mine = alone.begin(rig, "Ines", "begun")
        theirs = among.begin(rig, "Ines", "begun")
        for _ in range(1000):
            among.begin(other, "Ruben", "begun")
        with among.database.writing() as connection:
            connection.executemany(
                "INSERT INTO journal (rig_id, at, person, act, what) VALUES (?, '2026-03-02', 'Ruben', 'do', 'x')",
                ((theirs + 1 + line % 1000,) for line in range(100_000)),
            )
        yield against(
            "opening a rig among 1,000 and 100,000 lines",
            None,
            "it alone",
            lambda: alone.read(mine, "Ines"),
            lambda: among.read(theirs, "Ines"),
            60,
            ratio_limit=1.2,
        )


def nothing() -> None:
    """An empty Python function: the floor of assess."""


def pace_now(looks: int = 40) -> float:
    """How many times as long plain work takes here and now as on the machine that limits are meant for."""
    return statistics.median(timed(partial(copy.deepcopy, WORK)) for _ in range(looks)) / WORK_MS


class Client:
    """A connection that stays open, as a browser's does."""

    def __init__(self, port: int) -> None:
        self.connection = http.client.HTTPConnection("127.0.0.1", port)

    def ask(self, method: str, path: str, body: Any = None) -> Any:
        raw = None if body is None else json.dumps(body)
        self.connection.request(method, path, raw, {"Content-Type": "application/json"})
        answer = self.connection.getresponse()
        data = answer.read()
        assert answer.status < 300, data
        return data


def bench_drive() -> Iterator[Row]:
    """A drive of a hundred thousand moments fitted and thinned for drawing, against one pass of NumPy over it."""
    import numpy as np

    from jorvak.core.rolling.drive import fit_of

    shown = 60 + 30 * np.sin(np.arange(100_000) / 300)
    moments = [(float(i), float(v) * 0.97 + (i % 7 - 3) * 0.05, float(v)) for i, v in enumerate(shown)]
    yield against(
        "a drive of 100,000 moments fitted",
        2000.0,
        "one NumPy pass",
        lambda: float((shown * shown).sum()),
        lambda: fit_of(moments),
        5,
    )


def bench_crossing() -> Iterator[Row]:
    """Twenty metres of ground at 5 mm, and what ten times the ground and ten times the corners cost."""
    import numpy as np

    from jorvak.core.engine.asking import Ask
    from jorvak.core.engine.moment import moment
    from jorvak.core.stance.across import stands
    from jorvak.core.stance.crossing import drive
    from jorvak.core.stance.ground import Ground
    from jorvak.core.stance.obstacles import largest

    here = stands(Ask(moment(full_rig(), "planned")))
    washout = [
        (0.0, 0.0),
        (1000.0, 0.0),
        (1600.0, -400.0),
        (2600.0, -380.0),
        (3300.0, 50.0),
        (12000.0, 180.0),
    ]
    ten_times = [(x + 12_000 * i, z) for i in range(10) for x, z in washout]
    rough, rougher = (
        [(float(at), float(80 * np.sin(at / 700))) for at in np.arange(0, 12_000, step)]
        for step in (200.0, 20.0)
    )
    one_pass = np.arange(4000.0)
    grounds = {name: Ground.of(of) for name, of in
               {"a": washout, "ten": ten_times, "rough": rough, "rougher": rougher}.items()}  # fmt: skip

    def over(name: str, step: float = 5.0) -> Callable[[], Any]:
        return lambda: drive(grounds[name], here, step)

    yield against(
        "a crossing of 20 m at 5 mm",
        50.0,
        "one NumPy pass over its positions",
        lambda: np.sqrt(one_pass * one_pass).sum(),
        over("a"),
        15,
    )
    yield against("ten times the ground", None, "that crossing", over("a"), over("ten"), 7)
    yield against("ten times the steps", None, "a tenth of them", over("a", 50.0), over("a", 5.0), 9)
    yield against("ten times the corners", None, "a tenth of them", over("rough"), over("rougher"), 7)
    yield against(
        "the largest ledge, by search",
        1000.0,
        "a crossing in steps of 50 mm",
        over("a", 50.0),
        lambda: largest("ledge", {}, here),
        5,
    )


def bench_trying(port: int) -> Iterator[Row]:
    """What dragging asks of the server: a pinion turned with the field around it, wheels moved in and out, a
    slope turned under a pull."""
    client = Client(port)
    turn = {"pinion_up_deg": 1.5, "case_down_mm": 10.0, "longer_mm": 0.0, "build": None}
    wheel = {"offset_mm": 5.0, "rim_width_in": 8.0}
    climb = {"slope_pct": 9.0, "speed_kmh": 60.0, "ambient_c": 33.0}
    ledge = {"obstacle": {"kind": "ledge", "sizes": {}}}
    cope = {"sort": "cope", "given": {"od_mm": 42.4, "wall_mm": 2.6, "onto_od_mm": 60.3, "angle_deg": 55}}
    for name, limit, runs, *asked in (
        ("a pinion dragged, with the field", 100.0, 60, "POST", "/api/rigs/1/shafts/rear", turn),
        ("an offset dragged", 100.0, 60, "POST", "/api/rigs/1/stands/front", wheel),
        ("four stances crossed in one answer", 500.0, 20, "POST", "/api/rigs/1/crossing", ledge),
        (
            "a slope dragged, with one to six lines",
            100.0,
            60,
            "POST",
            "/api/rigs/1/recovery/pull/1/try",
            {"slope_deg": 12.0},
        ),
        ("a climb dragged, 132 grades and speeds", 100.0, 40, "POST", "/api/rigs/1/recovery/heat/try", climb),
        ("a cope tried, its template with it", 50.0, 40, "POST", "/api/rigs/1/frame/try", cope),
        ("an axle cycled, all frames", 200.0, 20, "GET", "/api/rigs/1/cycle/front"),
    ):
        yield against(
            name,
            limit,
            "the empty endpoint",
            lambda: client.ask("GET", "/api/nothing"),
            partial(client.ask, *asked),
            runs,
        )


def bench_wire(port: int) -> Iterator[Row]:
    """How much an edit of the wheelbase, under which lies nearly everything, sends back to a browser that has the sheet."""
    address = "/api/rigs/1?person=bench&looks=stance"
    connection = http.client.HTTPConnection("127.0.0.1", port)
    connection.request("GET", address)
    answer = connection.getresponse()
    tag, sheet = answer.headers["ETag"], answer.read()
    path = "body.wheelbase_mm"
    edit = {"path": path, "typed": "2755", "version": json.loads(sheet)["versions"][path]}
    headers = {"Content-Type": "application/json", "If-None-Match": tag, "A-IM": "json-patch"}
    connection.request("PUT", address.replace("?", "/figures?"), json.dumps(edit), headers)
    patch = connection.getresponse().read()
    packed, whole = len(gzip.compress(patch)) / 1000, len(gzip.compress(sheet)) / 1000
    yield Row(
        "an edit's answer, packed", packed, "kB", 10, packed / whole, f"the whole sheet, {whole:.1f} kB"
    )


def bench_round_trip(port: int) -> Iterator[Row]:
    # No value comes twice: what is known from the last time is known of other figures only.
    client = Client(port)
    path = "body.wheelbase_mm"
    version = json.loads(client.ask("GET", "/api/rigs/1"))["versions"][path]
    # Versions are given once for all records: only from a write on are those of one figure in a row.
    first = client.ask("PUT", "/api/rigs/1/figures", {"path": path, "typed": "2500", "version": version})
    version = json.loads(first)["versions"][path]
    begun = version

    def edit() -> None:
        nonlocal version
        body = {"path": path, "typed": str(2501 + version - begun), "version": version}
        client.ask("PUT", "/api/rigs/1/figures", body)
        version += 1

    yield against(
        "an edit, over a bare connection",
        None,
        "the empty endpoint",
        lambda: client.ask("GET", "/api/nothing"),
        edit,
        300,
    )


# In the page itself: what a fetch costs from being asked for to being read.
FETCH = """
async ([floor, path, runs]) => {
  const median = (all) => all.sort((a, b) => a - b)[all.length >> 1];
  const times = [[], []];
  const timed = async (kept, url, options) => {
    const start = performance.now();
    const answer = await (await fetch(url, options)).json();
    kept.push(performance.now() - start);
    return answer;
  };
  let version = (await (await fetch("/api/rigs/1")).json()).versions[path];
  for (let i = 0; i < runs; i++) {
    await timed(times[0], floor, {});
    const body = JSON.stringify({ path, typed: String(700 + i), version });
    const sheet = await timed(times[1], "/api/rigs/1/figures", {
      method: "PUT", headers: { "Content-Type": "application/json" }, body,
    });
    version = sheet.versions[path];
  }
  return times.map(median);
}
"""

# From a key that changes the line to the frame in which the drawing has changed.
KEYSTROKE = """
async (texts) => {
  const line = document.querySelector("#line");
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set;
  const drawn = () => document.querySelector("[aria-label='The rig']").innerHTML;
  const times = [];
  for (const text of texts) {
    const before = drawn();
    const start = performance.now();
    set.call(line, text);
    line.dispatchEvent(new Event("input", { bubbles: true }));
    while (drawn() === before) await new Promise(requestAnimationFrame);
    await new Promise(requestAnimationFrame);
    times.push(performance.now() - start);
    await new Promise((next) => setTimeout(next, 60));
  }
  return times.sort((a, b) => a - b)[times.length >> 1];
}
"""


# From Enter in a figure's field to the frame in which the drawing shows the new figure. It waits for the change and
# does not look at every frame: frames that are asked for are drawn, and on a small machine slow the server down.
EDIT = """
async (text) => {
  const field = document.querySelector("[role=dialog] input");
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set;
  const rig = document.querySelector("[aria-label='The rig']");
  set.call(field, text);
  field.dispatchEvent(new Event("input", { bubbles: true }));
  await new Promise(requestAnimationFrame);
  const shown = new Promise((done) => {
    const looks = new MutationObserver(() => {
      if (!rig.textContent.includes(text)) return;
      looks.disconnect();
      done();
    });
    looks.observe(rig, { subtree: true, childList: true, characterData: true });
  });
  const start = performance.now();
  field.form.requestSubmit();
  await shown;
  await new Promise(requestAnimationFrame);
  await new Promise(requestAnimationFrame);
  return performance.now() - start;
}
"""


def bench_browser(port: int) -> Iterator[Row]:
    from playwright.sync_api import sync_playwright

    url = f"http://127.0.0.1:{port}"
    with sync_playwright() as play:
        browser = launch(play)
        loads = []
        for _ in range(5):
            page = browser.new_context(viewport={"width": 1280, "height": 800}).new_page()
            start = time.perf_counter()
            page.goto(f"{url}/rigs/1/rolling")
            page.get_by_role("heading", name="Rolling", exact=True).wait_for()
            loads.append((time.perf_counter() - start) * 1000)
        yield Row("first screen of the demo usable", statistics.median(loads), "ms", 2000)
        floor, figure = page.evaluate(FETCH, ["/api/nothing", "body.front_overhang_mm", 200])
        yield Row(
            "an edit, in the browser",
            figure,
            "ms",
            100,
            figure / floor,
            f"the empty endpoint, {floor:.1f} ms",
        )
        page.reload()
        page.get_by_role("heading", name="Rolling", exact=True).wait_for()
        # Dimensions of the drawing: under the wheelbase lies nearly every result, under the overhangs few.
        edits: list[Taken] = []
        for name, first in (("front", 800), ("rear", 960), ("wheelbase", 2750)):
            taken = []
            for value in range(first, first + 18):
                shown = re.compile(rf"^{name} \d{{3,4}}$")
                page.get_by_label("The rig").get_by_role("button", name=shown).click()
                page.get_by_role("dialog").get_by_role("textbox").first.wait_for()
                before = pace_now()
                took = page.evaluate(EDIT, str(value))
                taken.append(Taken(max(before, pace_now()), 0.0, took))
                page.get_by_role("dialog").wait_for(state="detached")
            edits.append(typical(taken))
        for what, of_kind in (
            ("an edit with doubt, Enter to drawing", sorted(edits, key=lambda each: each.figure)[1]),
            ("the slowest kind of it, the wheelbase", edits[-1]),
        ):
            yield Row(what, of_kind.figure, "ms", 70, pace=of_kind.pace)
        page.reload()
        page.get_by_role("heading", name="Rolling", exact=True).wait_for()
        page.keyboard.press("/")
        page.locator("#line").wait_for()
        texts = [
            f"tyre {width}/{aspect}R17" for width in (265, 275, 285, 295, 305) for aspect in (65, 70, 75, 80)
        ]
        yield Row("a key in the line to the changed drawing", page.evaluate(KEYSTROKE, texts), "ms", 100)
        browser.close()


def bench_script() -> Iterator[Row]:
    from tools.going import script_of

    yield Row(
        "script of the first load, compressed",
        script_of(ROOT / "frontend" / "dist" / "index.html"),
        "kB",
        250,
    )


def bench_command_line() -> Iterator[Row]:
    one = json.dumps([{"size": "285/75R17 121/118S"}]).encode()
    many = json.dumps([{"size": "285/75R17 121/118S"}] * 1000).encode()

    def run(given: bytes) -> None:
        subprocess.run([*JORVAK, "calc", "tyre-size"], input=given, capture_output=True, check=True)

    yield against(
        "1,000 calculations in one array", 2000.0, "one calculation", lambda: run(one), lambda: run(many), 7
    )


def bench_memory(process: int) -> Iterator[Row]:
    status = Path(f"/proc/{process}/status").read_text()
    resident = re.search(r"VmRSS:\s+(\d+) kB", status)
    assert resident is not None
    yield Row("memory of the server at rest", int(resident[1]) / 1000, "MB", None)


def rows() -> Iterator[Row]:
    yield from bench_assess()
    yield from bench_company()
    yield from bench_drive()
    yield from bench_crossing()
    with tempfile.TemporaryDirectory() as folder:
        server = Server(Path(folder))
        server.load(*BUILDS)
        server.start()
        assert server.process is not None
        Client(server.port).ask("GET", "/api/rigs")
        yield from bench_memory(server.process.pid)
        yield from bench_round_trip(server.port)
        yield from bench_wire(server.port)
        yield from bench_trying(server.port)
        from tools.loading import bench_load

        yield from bench_load(server.port)
        yield from bench_browser(server.port)
        server.kill()
    from tools.laying import bench_work

    yield from bench_work()
    from tools.going import bench_trip

    yield from bench_trip()
    yield from bench_script()
    yield from bench_command_line()
    from tools.growth import bench_growth

    yield from bench_growth()


def main() -> int:
    print(f"bench of {date.today()}, {os.cpu_count()} processors\n")
    print(f"{'figure':<46} {'value':>10}       {'limit':>9}  {'pace':>5}  {'ratio':>9}  to")
    bad = False
    for row in rows():
        limit = "" if row.limit is None else f"{row.limit:g} {row.unit}"
        ratio = "" if row.ratio is None else f"{row.ratio:.2f}" if row.ratio < 1000 else f"{row.ratio:.0f}"
        most = "" if row.ratio_limit is None else f" (limit {row.ratio_limit:g})"
        pace = "" if row.pace is None else f"{row.pace:.2f}"
        print(
            f"{row.name:<46} {row.value:>10.2f} {row.unit:<4} {limit:>10}  {pace:>5}  {ratio:>9}  {row.floor}{most}"
            + ("" if row.good else "   TOO MUCH"),
            flush=True,
        )
        bad |= not row.good
    return 1 if bad else 0


if __name__ == "__main__":
    sys.exit(main())
