"""The real interface in Chromium, over a server of its own with the demo build."""

import re
import shutil
import threading
from collections.abc import Callable, Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Locator, Page, Request, expect, sync_playwright
from tools.running import Server, launch
from waitress import create_server

from jorvak.demo import BUILDS, SHOPS
from jorvak.formats.build_file import write_build
from jorvak.store import Database, Rigs
from jorvak.web import create_app
from tests.conftest import TODAY, demo, unplanned

WAIT_MS = 40_000
# Machines that run the tests are noisy: what is expected may take its time, and a test that passes takes none.
expect.set_options(timeout=WAIT_MS)


class Served:
    """The application over a data folder, in this process: it starts many times quicker than one of its own."""

    def __init__(self, data: Path) -> None:
        app = create_app(Rigs(Database(data)), today=TODAY)
        self._server = create_server(app, host="127.0.0.1", port=0, threads=4, asyncore_use_poll=True)
        self._thread = threading.Thread(target=self._server.run, daemon=True)
        self._thread.start()
        self.url = f"http://127.0.0.1:{self._server.effective_port}"


def serving(data: Path) -> Iterator[Served]:
    # It is left running: closed, its own threads would still write into descriptors that other files have by then.
    yield Served(data)


@pytest.fixture
def empty_server(tmp_path: Path) -> Iterator[Served]:
    yield from serving(tmp_path / "data")


@pytest.fixture(scope="session")
def unplanned_data(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """A data folder with Plover before anything is planned on it."""
    folder = tmp_path_factory.mktemp("unplanned")
    build = folder / "unplanned.json"
    build.write_text(write_build(unplanned(demo(0)), TODAY), encoding="utf-8")
    Server(folder / "data", TODAY).load(build)
    return folder / "data"


@pytest.fixture(scope="session")
def demo_data(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """A data folder with the three demo builds as they ship."""
    data = tmp_path_factory.mktemp("demo") / "data"
    Server(data, TODAY).load(*SHOPS, *BUILDS)
    return data


@pytest.fixture
def server(unplanned_data: Path, tmp_path: Path) -> Iterator[Served]:
    """A server with Plover before anything is planned on it."""
    yield from serving(Path(shutil.copytree(unplanned_data, tmp_path / "data")))


@pytest.fixture
def process(unplanned_data: Path, tmp_path: Path) -> Iterator[Server]:
    """``server`` as a process of its own, which can be killed and started again."""
    server = Server(Path(shutil.copytree(unplanned_data, tmp_path / "data")), TODAY)
    server.start()
    yield server
    server.kill()


@pytest.fixture
def demo_server(demo_data: Path, tmp_path: Path) -> Iterator[Served]:
    """A server with the three demo builds as they ship."""
    yield from serving(Path(shutil.copytree(demo_data, tmp_path / "data")))


@pytest.fixture(scope="session")
def chromium() -> Iterator[Browser]:
    with sync_playwright() as play:
        browser = launch(play)
        yield browser
        browser.close()


class Window:
    """One window: collects what the page complains about and whom it asks."""

    def __init__(
        self, browser: Browser, width: int = 1280, height: int = 800, settings: str | None = None
    ) -> None:
        self.context = browser.new_context(viewport={"width": width, "height": height}, locale="en-GB")
        if settings:
            self.context.add_init_script(f"localStorage.setItem('jorvak.settings', '{settings}')")
        self.page: Page = self.context.new_page()
        self.page.set_default_timeout(WAIT_MS)
        self.complaints: list[str] = []
        self.strangers: list[str] = []
        self.page.on(
            "console", lambda m: self.complaints.append(m.text) if m.type in ("error", "warning") else None
        )
        self.page.on("pageerror", lambda error: self.complaints.append(str(error)))
        self.page.on("request", self._note)

    def _note(self, request: Request) -> None:
        if not request.url.startswith(("http://127.0.0.1:", "data:", "blob:")):
            self.strangers.append(request.url)

    def assert_quiet(self) -> None:
        """Nothing complained (a blocked style or script would), and nobody else was asked for anything."""
        assert self.complaints == []
        assert self.strangers == []

    def forgive(self, *expected: str) -> None:
        """Forget complaints that the browser makes by itself about answers that the test provoked."""
        self.complaints = [c for c in self.complaints if not any(word in c for word in expected)]


@pytest.fixture
def window(chromium: Browser) -> Iterator[Window]:
    window = Window(chromium)
    yield window
    window.context.close()


def pull(what: Locator, right: float = 0, down: float = 0) -> None:
    """Take something by its middle with the mouse, pull it so many pixels, and let it go."""
    what.scroll_into_view_if_needed()
    box = what.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    mouse = what.page.mouse
    mouse.move(x, y)
    mouse.down()
    mouse.move(x + right, y + down, steps=4)
    mouse.up()


def comes_to(page: Page, seen: Callable[[], object], expected: object) -> None:
    """Wait until what is seen is what is expected; say what was seen where it never is."""
    for _ in range(WAIT_MS // 100):
        if seen() == expected:
            return
        page.wait_for_timeout(100)
    assert seen() == expected


DIGITS = {
    "Rig": "1",
    "Survey": "2",
    "Measure": "3",
    "Plan": "4",
    "Parts": "5",
    "Rolling": "7",
    "Driveline": "8",
    "Stance": "9",
    "Load": "0",
}


def walk_to(page: Page, address: str) -> None:
    """Go to an address of the application as its own links do: nothing is loaded anew."""
    page.evaluate(
        "(to) => { history.pushState({}, '', to); dispatchEvent(new PopStateEvent('popstate')); }", address
    )
    page.wait_for_url(f"**{address}")


def to_sheet(page: Page, name: str) -> None:
    """Go to a sheet by its digit or its name, and wait until it is there: what the last one shows may look alike."""
    if name in DIGITS:
        page.locator("body").press(DIGITS[name])
    else:
        page.locator("body").press("/")
        page.get_by_label("Type a change or a figure").fill(name.lower())
        page.keyboard.press("Enter")
    expect(page.get_by_role("heading", level=1, name=re.compile(f"^{name}"))).to_be_visible()


def type_line(page: Page, text: str, enter: bool = True) -> None:
    """Press / and type into the line; with ``enter`` put it in, and wait until it is."""
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    page.keyboard.press("/")
    line = page.get_by_label("Type a change or a figure")
    expect(line).to_be_focused()
    line.fill(text)
    if enter:
        expect(page.get_by_text("would be step")).to_be_visible()
        page.keyboard.press("Enter")
        expect(line).to_have_count(0)


def draw_bare(page: Page) -> None:
    """Draw a new vehicle without anything that is usual standing in."""
    page.get_by_label("let what is usual stand in").uncheck()
    page.get_by_role("button", name="draw it").click()
