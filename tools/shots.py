"""All pictures of docs/screenshots anew, from the demo data on a day that stands still."""

import tempfile
from datetime import date
from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

from jorvak.demo import BUILDS
from tools.running import Server, launch

PICTURES = Path(__file__).parents[1] / "docs" / "screenshots"
TODAY = date(2026, 3, 2)
NIGHT_IN_INCHES = '{"theme":"night","units":"inch","person":"Ines"}'


def window(
    browser: Browser, width: int = 1280, height: int = 800, settings: str = '{"person":"Ines"}'
) -> Page:
    """A window whose person, units and theme are set."""
    context = browser.new_context(viewport={"width": width, "height": height}, locale="en-GB")
    context.add_init_script(f"localStorage.setItem('jorvak.settings', '{settings}')")
    return context.new_page()


def take(page: Page, name: str) -> None:
    """One picture, once the page has settled."""
    page.get_by_role("heading", level=1).wait_for()
    page.evaluate("document.fonts.ready")
    page.evaluate("scrollTo(0, 0)")
    page.wait_for_timeout(400)
    page.screenshot(path=PICTURES / f"{name}.png")
    print(f"docs/screenshots/{name}.png")


def type_line(page: Page, text: str) -> None:
    page.get_by_role("heading", level=1).wait_for()
    page.keyboard.press("/")
    page.locator("#line").fill(text)
    page.get_by_text("would be step").wait_for()


def enter(page: Page) -> None:
    page.keyboard.press("Enter")
    page.locator("#line").wait_for(state="detached")


def story(page: Page, url: str) -> None:
    """The demo's thread, with a picture at each of its stations."""
    page.goto(f"{url}/rigs/1/rolling")
    type_line(page, "tyre 285/75R17")
    take(page, "line")
    enter(page)
    page.get_by_role("button", name="take 4.10 rear to pull").click()
    page.get_by_text("turn 9.1 % apart").wait_for()
    take(page, "rolling")
    page.get_by_role("button", name="add: gears 4.10 front").click()
    page.get_by_text("Nothing that is known here").wait_for()
    page.goto(f"{url}/rigs/1/plan")
    page.get_by_role("button", name="fitted", exact=True).first.click()
    page.get_by_label("Odometer, km").fill("128400")
    page.get_by_label("Hours it took").fill("4.5")
    page.get_by_role("button", name="it is fitted").click()
    page.get_by_text("fitted 2 March 2026").wait_for()
    page.get_by_role("button", name="2 jobs").nth(1).click()
    take(page, "plan")
    page.goto(f"{url}/rigs/1/trip")
    page.get_by_text("105 days left").wait_for()
    take(page, "trip")
    page.goto(f"{url}/rigs/1/rig")
    page.get_by_role("button", name="wheelbase 2740", exact=True).click()
    take(page, "rig")
    page.keyboard.press("Escape")
    page.get_by_role("dialog").wait_for(state="detached")
    page.wait_for_timeout(200)
    page.keyboard.press("h")
    page.get_by_text("taken in from a build file").wait_for()
    take(page, "history")


def own_vehicle(page: Page, url: str) -> None:
    """A vehicle of which four things are known."""
    page.goto(url)
    page.get_by_label("Name").fill("Sandpiper")
    page.get_by_label("Wheelbase, mm").fill("98 in")
    page.get_by_label("Size on the sidewall").fill("7.50R16")
    page.get_by_role("radio", name="open").click()
    take(page, "start")
    page.get_by_role("button", name="draw it").click()
    page.get_by_text("Not known yet").wait_for()
    take(page, "own-vehicle")


def main() -> None:
    PICTURES.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as play:
        server = Server(Path(folder), TODAY)
        server.load(*BUILDS)
        server.start()
        browser = launch(play)
        url = server.url
        story(window(browser), url)
        own_vehicle(window(browser), url)
        tablet = window(browser, 820, 1180, NIGHT_IN_INCHES)
        tablet.goto(f"{url}/rigs/1/rolling?stage=2")
        take(tablet, "rolling-820-night")
        browser.close()
        server.kill()


if __name__ == "__main__":
    main()
