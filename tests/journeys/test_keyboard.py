"""Rolling, driveline and stance by the keyboard alone, on all three builds, wide by day and narrow by night."""

from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser, Locator, Page, expect

from tests.journeys.conftest import Served, Window, to_sheet

NIGHT = '{"theme":"night","person":"Ines"}'
VIEWS = {
    "Rolling": ["Gears", "Wheels", "Size against size", "Speedometer and distance"],
    "Stance": ["Height and springs", "Angles", "Links", "Arms", "Cycling", "Crossing", "Tip and room above"],
}
MOST_TABS = 160
# What a drawing says without a colour is black, and at night not there.
BLACK_WORDS = """[...document.querySelectorAll("svg text")]
    .filter((text) => getComputedStyle(text).fill === "rgb(0, 0, 0)").map((text) => text.textContent)"""


@pytest.fixture(params=[(1280, 800, None), (820, 1180, NIGHT)], ids=["wide-day", "narrow-night"])
def window(chromium: Browser, request: pytest.FixtureRequest) -> Iterator[Window]:
    width, height, settings = request.param
    window = Window(chromium, width, height, settings)
    yield window
    window.context.close()


def tab_to(page: Page, target: Locator) -> None:
    """Press Tab until the target has the focus; it is then in sight, with a ring around it."""
    for _ in range(MOST_TABS):
        page.keyboard.press("Tab")
        if target.evaluate("element => element === document.activeElement"):
            break
    expect(target).to_be_focused()
    expect(target).to_be_in_viewport()
    assert target.evaluate("element => element.matches(':focus-visible')")


def walk_views(page: Page, sheet: str) -> Iterator[str]:
    """Every view of a sheet, reached by arrow from its neighbour."""
    tab_to(page, page.get_by_role("tab", selected=True))
    for number, view in enumerate(VIEWS[sheet]):
        if number:
            page.keyboard.press("ArrowRight")
        tab = page.get_by_role("tab", name=view)
        expect(tab).to_be_focused()
        expect(tab).to_have_attribute("aria-selected", "true")
        expect(page.get_by_role("tabpanel")).not_to_contain_text("Working it out.")
        assert page.evaluate("document.documentElement.scrollWidth <= innerWidth"), (sheet, view)
        assert page.evaluate(BLACK_WORDS) == [], (sheet, view)
        yield view


def moved_by_arrow(page: Page, slider: Locator) -> None:
    tab_to(page, slider)
    before = slider.evaluate("e => e.value ?? e.getAttribute('aria-valuenow')")
    page.keyboard.press("ArrowRight")
    page.keyboard.press("ArrowRight")
    assert slider.evaluate("e => e.value ?? e.getAttribute('aria-valuenow')") != before


def back_to_tabs(page: Page, view: str) -> None:
    """From within a view back to its tab, the other way round."""
    tab = page.get_by_role("tab", name=view)
    for _ in range(MOST_TABS):
        if tab.evaluate("element => element === document.activeElement"):
            return
        page.keyboard.press("Shift+Tab")
    expect(tab).to_be_focused()


@pytest.mark.parametrize("rig", [1, 2, 3])
def test_by_the_keyboard_alone(demo_server: Served, window: Window, rig: int) -> None:
    page = window.page
    page.goto(f"{demo_server.url}/rigs/{rig}/trip")
    expect(page.get_by_role("heading", name="Trip")).to_be_visible()

    to_sheet(page, "Rolling")
    for view in walk_views(page, "Rolling"):
        if view == "Wheels":
            sliders = page.get_by_role("tabpanel").get_by_role("slider")
            if sliders.count():
                moved_by_arrow(page, sliders.first)
                back_to_tabs(page, view)
        if view == "Size against size":
            tab_to(page, page.get_by_label("size as moulded"))
            page.keyboard.type("255/75R17")
            page.keyboard.press("Enter")
            expect(page.get_by_role("row", name="255/75R17")).to_be_visible()
            back_to_tabs(page, view)

    to_sheet(page, "Driveline")
    pinion = page.get_by_label("pinion up by").first
    if pinion.count():
        moved_by_arrow(page, pinion)
        expect(page.get_by_role("main")).to_contain_text("tried")
    tab_to(page, page.get_by_label("it shakes at, km/h"))
    page.keyboard.press("Control+a")
    page.keyboard.type("80")
    hear = page.get_by_label("What shakes").get_by_role("listitem").first
    expect(hear).to_contain_text("Hz")

    # A digit typed into a field is not the way to a sheet: out of it first.
    page.keyboard.press("Escape")
    to_sheet(page, "Stance")
    for view in walk_views(page, "Stance"):
        if view == "Cycling" and page.get_by_label("travel, left wheel").count():
            moved_by_arrow(page, page.get_by_label("travel, left wheel"))
            back_to_tabs(page, view)
        if view == "Crossing":
            moved_by_arrow(page, page.get_by_label("how far it has driven"))
            back_to_tabs(page, view)
    window.assert_quiet()
