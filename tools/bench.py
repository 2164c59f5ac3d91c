"""The bench: each figure as a ratio to a floor measured in the same run, and absolute for orientation.

Machines differ and are noisy: of each figure the median of many runs is taken, floor and figure in turn.
"""

import gzip
import http.client
import json
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
from pathlib import Path
from typing import Any

from jorvak.core.assess import assess
from jorvak.core.line import read_line
from jorvak.core.rig import Change
from jorvak.demo import BUILDS
from jorvak.formats.build_file import read_build
from tools.running import JORVAK, Server, launch

ROOT = Path(__file__).parents[1]
PLAN = ("tyre 285/75R17", "gears rear 4.10", "gears front 4.10")


@dataclass(frozen=True)
class Row:
    """A figure of the table: ``value`` in ``unit``, what it may be, and its ratio to the floor."""

    name: str
    value: float
    unit: str
    limit: float | None
    ratio: float | None = None
    floor: str = ""
    ratio_limit: float | None = None

    @property
    def good(self) -> bool:
        """Within both limits."""
        within = self.limit is None or self.value <= self.limit
        return within and (self.ratio_limit is None or self.ratio is None or self.ratio <= self.ratio_limit)


def medians(floor: Callable[[], Any], figure: Callable[[], Any], runs: int) -> tuple[float, float]:
    """Median milliseconds of floor and figure, taken in turn so that both see the same machine."""
    times: tuple[list[float], list[float]] = ([], [])
    for function in (floor, figure):
        function()
    for _ in range(runs):
        for kept, function in zip(times, (floor, figure), strict=True):
            start = time.perf_counter()
            function()
            kept.append((time.perf_counter() - start) * 1000)
    return statistics.median(times[0]), statistics.median(times[1])


def bench_assess() -> Iterator[Row]:
    rig = read_build(BUILDS[0].read_bytes()).rig
    for number, line in enumerate(PLAN, start=1):
        draft = read_line(line, rig).draft
        assert draft is not None
        rig = replace(rig, changes=(*rig.changes, Change(id=number, kind=draft.kind, fields=draft.fields)))

    def empty() -> None:
        for _ in range(1000):
            nothing()

    floor, figure = medians(empty, lambda: assess(rig, "planned"), 300)
    yield Row("assess Plover as planned", figure, "ms", 1.0, figure / (floor / 1000), "an empty call")


def nothing() -> None:
    """An empty Python function: the floor of assess."""


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


def bench_round_trip(port: int) -> Iterator[Row]:
    client = Client(port)
    for line in PLAN:
        client.ask("POST", "/api/rigs/1/changes", {"line": line})
    version = json.loads(client.ask("GET", "/api/rigs/1"))["versions"]["body.wheelbase_mm"]

    def edit() -> None:
        nonlocal version
        body = {"path": "body.wheelbase_mm", "typed": str(2740 + version % 2), "version": version}
        client.ask("PUT", "/api/rigs/1/figures", body)
        version += 1

    floor, figure = medians(lambda: client.ask("GET", "/api/nothing"), edit, 300)
    yield Row(
        "an edit, over a bare connection",
        figure,
        "ms",
        None,
        figure / floor,
        f"the empty endpoint, {floor:.2f} ms",
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
    const body = JSON.stringify({ path, typed: String(2740 + (i % 2)), version });
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
        floor, figure = page.evaluate(FETCH, ["/api/nothing", "body.wheelbase_mm", 200])
        yield Row(
            "an edit, in the browser",
            figure,
            "ms",
            100,
            figure / floor,
            f"the empty endpoint, {floor:.1f} ms",
            3.0,
        )
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
    page = (ROOT / "frontend" / "dist" / "index.html").read_text()
    names = re.findall(r'src="/(assets/[^"]+\.js)"', page)
    size = sum(len(gzip.compress((ROOT / "frontend" / "dist" / name).read_bytes(), 9)) for name in names)
    yield Row("script of the first load, compressed", size / 1000, "kB", 250)


def bench_command_line() -> Iterator[Row]:
    one = json.dumps([{"size": "285/75R17 121/118S"}]).encode()
    many = json.dumps([{"size": "285/75R17 121/118S"}] * 1000).encode()

    def run(given: bytes) -> None:
        subprocess.run([*JORVAK, "calc", "tyre-size"], input=given, capture_output=True, check=True)

    floor, figure = medians(lambda: run(one), lambda: run(many), 7)
    yield Row(
        "1,000 calculations in one array, beyond one",
        figure - floor,
        "ms",
        1000,
        figure / floor,
        f"one, {floor:.0f} ms",
    )


def bench_memory(process: int) -> Iterator[Row]:
    status = Path(f"/proc/{process}/status").read_text()
    resident = re.search(r"VmRSS:\s+(\d+) kB", status)
    assert resident is not None
    yield Row("memory of the server at rest", int(resident[1]) / 1000, "MB", None)


def rows() -> Iterator[Row]:
    yield from bench_assess()
    with tempfile.TemporaryDirectory() as folder:
        server = Server(Path(folder))
        server.load(*BUILDS)
        server.start()
        assert server.process is not None
        Client(server.port).ask("GET", "/api/rigs")
        yield from bench_memory(server.process.pid)
        yield from bench_round_trip(server.port)
        yield from bench_browser(server.port)
        server.kill()
    yield from bench_script()
    yield from bench_command_line()


def main() -> int:
    print(f"bench of {date.today()}, {os.cpu_count()} processors\n")
    print(f"{'figure':<46} {'value':>10}       {'limit':>9}   {'ratio':>9}  to")
    bad = False
    for row in rows():
        limit = "" if row.limit is None else f"{row.limit:g} {row.unit}"
        ratio = "" if row.ratio is None else f"{row.ratio:.2f}" if row.ratio < 1000 else f"{row.ratio:.0f}"
        most = "" if row.ratio_limit is None else f" (limit {row.ratio_limit:g})"
        print(
            f"{row.name:<46} {row.value:>10.2f} {row.unit:<4} {limit:>10}   {ratio:>9}  {row.floor}{most}{'' if row.good else '   TOO MUCH'}"
        )
        bad |= not row.good
    return 1 if bad else 0


if __name__ == "__main__":
    sys.exit(main())
