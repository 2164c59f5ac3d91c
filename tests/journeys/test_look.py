"""For everybody and everywhere: axe finds nothing, the keyboard is enough, 820 px is enough."""

from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.journeys.conftest import Served, Window, to_sheet, type_line, walk_to

AXE = Path(__file__).parents[2] / "frontend" / "node_modules" / "axe-core" / "axe.min.js"
SHEETS = (
    "rig",
    "plan",
    "parts",
    "rolling",
    "rolling?view=wheels",
    "rolling?view=sizes",
    "rolling?view=distance",
    "driveline",
    "stance",
    "stance?view=angles",
    "stance?view=links",
    "stance?view=cycling",
    "stance?view=crossing",
    "stance?view=balance",
    "stance?view=arms",
    "frame",
    "frame?view=cut",
    "frame?view=strength",
    "frame?view=room",
    "trip",
)


def assert_accessible(page: Page, within: str = "html") -> None:
    """axe finds nothing; what stands around every sheet alike is looked at with one of them."""
    page.evaluate(AXE.read_text(encoding="utf-8"))
    found = page.evaluate("within => axe.run(within, { resultTypes: ['violations'] })", within)
    broken = [(v["id"], [n["target"] for n in v["nodes"]][:4]) for v in found["violations"]]
    assert not broken, "\n".join(map(str, broken))


def _settled(page: Page, sheet: str) -> None:
    """Its own heading stands there, and nothing of it is still on its way."""
    name = sheet.partition("?")[0].capitalize()
    expect(page.get_by_role("heading", level=1)).to_contain_text(name)
    expect(page.get_by_text("One moment.")).to_have_count(0)


def plan(page: Page, url: str) -> None:
    page.goto(f"{url}/rigs/1/plan")
    for line in ("tyre 285/75R17", "gears rear 4.10"):
        type_line(page, line)


@pytest.mark.parametrize(("width", "theme"), [(1280, "light"), (820, "night")])
def test_axe_finds_nothing_and_nothing_sticks_out(
    server: Served, chromium: Browser, theme: str, width: int
) -> None:
    window = Window(chromium, width=width, height=1100, settings=f'{{"theme":"{theme}","units":"inch"}}')
    page = window.page
    page.goto(server.url)
    expect(page.get_by_role("heading", name="Another vehicle")).to_be_visible()
    assert_accessible(page)
    plan(page, server.url)
    for sheet in SHEETS:
        walk_to(page, f"/rigs/1/{sheet}")
        _settled(page, sheet)
        page.wait_for_timeout(300)
        assert_accessible(page, "html" if sheet == SHEETS[0] else "main")
        assert page.evaluate("document.documentElement.scrollWidth <= innerWidth"), (
            f"{sheet} is wider than the window"
        )
    for key in ("?", "h"):
        page.keyboard.press(key)
        expect(page.get_by_role("dialog")).to_be_visible()
        assert_accessible(page)
        page.keyboard.press("Escape")
    type_line(page, "tyre 35x12.50R17", enter=False)
    expect(page.get_by_text("would be step 3")).to_be_visible()
    assert_accessible(page)
    window.assert_quiet()
    window.context.close()


def test_axe_finds_nothing_on_the_demo_as_it_ships(demo_server: Served, chromium: Browser) -> None:
    window = Window(chromium, width=820, height=1100, settings='{"theme":"night"}')
    page = window.page
    for rig, sheet, settled in (
        (1, "plan", "How the trade sees it"),
        (1, "survey", "Before any lift"),
        (1, "measure", "Takes away up to"),
        (2, "parts", "do not mate"),
        (2, "frame", "Laid over"),
        (2, "frame?view=cut", "template 1:1"),
        (2, "frame?view=strength", "not ruled out by this look"),
        (2, "frame?view=room", "too close to call"),
    ):
        page.goto(f"{demo_server.url}/rigs/{rig}/{sheet}")
        expect(page.get_by_text(settled).first).to_be_visible()
        assert_accessible(page)
        assert page.evaluate("document.documentElement.scrollWidth <= innerWidth"), sheet
    window.context.close()


def test_axe_finds_nothing_on_an_empty_rig(empty_server: Served, window: Window) -> None:
    page = window.page
    page.goto(empty_server.url)
    page.get_by_label("Name").fill("Bare")
    page.keyboard.press("Enter")
    page.wait_for_url("**/rigs/1/**")
    for sheet in SHEETS:
        walk_to(page, f"/rigs/1/{sheet}")
        _settled(page, sheet)
        assert_accessible(page, "html" if sheet == SHEETS[0] else "main")
    window.assert_quiet()


def test_targets_are_large_enough_for_a_thumb(server: Served, chromium: Browser) -> None:
    window = Window(chromium, width=820, height=1100)
    plan(window.page, server.url)
    for sheet in SHEETS:
        walk_to(window.page, f"/rigs/1/{sheet}")
        _settled(window.page, sheet)
        small = window.page.evaluate(
            """[...document.querySelectorAll("main button, main select, header button, nav a")]
               .map((e) => [e.textContent, e.getBoundingClientRect()])
               .filter(([, box]) => box.width > 0 && box.height < 39.5).map(([text]) => text)"""
        )
        assert small == [], sheet
    window.context.close()


def test_the_keyboard_alone_is_enough(server: Served, window: Window) -> None:
    page = window.page
    page.goto(server.url)
    expect(page.get_by_role("link", name="Plover")).to_be_visible()
    page.keyboard.press("Tab")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Rolling", exact=True)).to_be_visible()
    page.keyboard.press("/")
    page.keyboard.type("tyre 285/75R17")
    expect(page.get_by_text("would be step 1")).to_be_visible()
    page.keyboard.press("Enter")
    expect(page.get_by_label("Type a change or a figure")).to_have_count(0)

    def tab_to(name: str) -> None:
        for _ in range(120):
            page.keyboard.press("Tab")
            said = page.evaluate(
                """(() => { const at = document.activeElement;
                   return at === document.body ? "" : (at.getAttribute("aria-label") ?? at.textContent); })()"""
            )
            if name in said:
                return
        raise AssertionError(f"no tab stop leads to {name}")

    tab_to("rear to pull")
    page.keyboard.press("Enter")
    expect(page.get_by_label("What this affects")).to_contain_text("stop")
    tab_to("add: gears 4.10 front")
    page.keyboard.press("Enter")
    expect(page.get_by_label("What this affects")).not_to_contain_text("apart")
    to_sheet(page, "Plan")
    tab_to("gears 4.10 front: earlier")
    page.keyboard.press("Enter")
    expect(page.get_by_role("main").get_by_role("listitem").nth(1)).to_contain_text("gears 4.10 front")
    expect(page.get_by_role("button", name="gears 4.10 front: earlier")).to_be_focused()
    tab_to("wheelbase 2740")
    page.keyboard.press("Enter")
    expect(page.get_by_role("dialog").get_by_role("textbox").first).to_be_focused()
    page.keyboard.type("107 7/8 in")
    page.keyboard.press("Enter")
    expect(page.get_by_role("dialog")).to_have_count(0)
    page.keyboard.press("u")
    expect(page.get_by_role("button", name="wheelbase 107 7/8", exact=True)).to_be_visible()
    page.keyboard.press("n")
    expect(page.locator("html")).to_have_attribute("data-theme", "night")
    page.keyboard.press("Control+z")
    expect(page.get_by_role("button", name="wheelbase 107 7/8", exact=True)).to_be_visible()
    window.assert_quiet()


def test_a_job_card_prints_without_the_screen_around_it(server: Served, window: Window) -> None:
    page = window.page
    plan(page, server.url)
    page.get_by_role("button", name="2 jobs").first.click()
    page.emulate_media(media="print")
    expect(page.get_by_role("article").first).to_be_visible()
    expect(page.get_by_text("Plover · Brunnock Fell 2.8 · 2 March 2026")).to_be_visible()
    expect(page.get_by_role("main").get_by_role("button", name="fitted")).to_have_count(0)
    expect(page.get_by_text("gears 4.10 rear", exact=True).last).to_be_hidden()
    expect(page.get_by_label("The rig")).to_be_hidden()
    expect(page.get_by_role("navigation", name="Sheets")).to_be_hidden()
    expect(page.get_by_label("What this affects")).to_be_hidden()
