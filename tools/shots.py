"""All pictures of docs/screenshots anew, from the demo data on a day that stands still."""

import tempfile
from dataclasses import replace
from datetime import date
from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

from jorvak.core.load.records import Cargo, FoundTank, LoadPlace, Seat
from jorvak.core.stance.records import Gap
from jorvak.core.vehicle.records import Part
from jorvak.demo import BUILDS, SHOPS
from jorvak.formats.build_file import read_build, write_build
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


def take(page: Page, name: str, from_top: bool = True) -> None:
    """One picture, once the page has settled; ``from_top`` or where it is scrolled to."""
    page.get_by_role("heading", level=1).wait_for()
    page.evaluate("document.fonts.ready")
    if from_top:
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
    """The demo's thread on a rig of which nothing is planned, with a picture at each of its stations."""
    page.goto(f"{url}/rigs/4/rolling")
    type_line(page, "tyre 285/75R17")
    enter(page)
    page.get_by_role("button", name="take 4.10 rear to pull").click()
    page.get_by_text("turn 9.1 % apart").wait_for()
    take(page, "rolling")
    page.goto(f"{url}/rigs/1/plan")
    page.get_by_role("button", name="How does it get 40 mm?").click()
    page.get_by_role("button", name="Drawers or boxes in the load bed?").click()
    page.get_by_role("button", name="2 jobs").nth(1).click()
    take(page, "plan")
    page.goto(f"{url}/rigs/1/driveline")
    page.get_by_label("Rear shaft", exact=True).get_by_label("pinion up by").fill("-3")
    page.get_by_text("tried, not planned").wait_for()
    page.evaluate("scrollTo(0, 240)")
    take(page, "driveline", from_top=False)
    page.goto(f"{url}/rigs/1/trip?view=legs")
    page.get_by_role("img", name="17 legs").wait_for()
    take(page, "trip")
    page.goto(f"{url}/rigs/1/rig")
    page.get_by_role("button", name="wheelbase 2740", exact=True).click()
    take(page, "rig")


def build(page: Page, url: str) -> None:
    """Survey, measuring and parts of the demo builds."""
    page.goto(f"{url}/rigs/1/survey")
    page.get_by_role("button", name="sill, left").click()
    page.get_by_role("button", name="sill, left").scroll_into_view_if_needed()
    page.mouse.wheel(0, 420)
    page.get_by_text("speaks for it").wait_for()
    take(page, "survey", from_top=False)
    page.goto(f"{url}/rigs/1/measure")
    page.get_by_text("axle centre to ground, rear left, as found").first.wait_for()
    take(page, "measure")
    page.goto(f"{url}/rigs/2/parts")
    page.get_by_role("button", name="▸ donor case").click()
    page.get_by_label("donor case, input against gearbox, output").scroll_into_view_if_needed()
    page.mouse.wheel(0, 250)
    page.wait_for_timeout(400)
    take(page, "parts", from_top=False)


def stance(page: Page, url: str) -> None:
    """Height, and ground crossed on Plover."""
    page.goto(f"{url}/rigs/1/stance")
    page.get_by_text("Level with its load the rear comes up").wait_for()
    page.evaluate("scrollTo(0, 250)")
    take(page, "stance", from_top=False)
    page.goto(f"{url}/rigs/1/stance?view=crossing")
    page.get_by_role("main").get_by_role("combobox").first.select_option("kept dyke crest")
    page.get_by_role("row", name="as planned, loaded").get_by_text("case guard").wait_for()
    page.keyboard.press("t")
    page.evaluate("scrollTo(0, 300)")
    take(page, "crossing", from_top=False)


def load(page: Page, url: str) -> None:
    """Plover laden, a mass chosen."""
    page.goto(f"{url}/rigs/1/load")
    page.get_by_role("button", name="battery 105 Ah lead, 26 kg").click()
    page.get_by_label("Axle loads against their limits").wait_for()
    take(page, "load")


def recovery(page: Page, tablet: Page, url: str) -> None:
    """Plover mired on its slope, Tern on its long climb, and Plover's circuits on a tablet at night."""
    page.goto(f"{url}/rigs/1/recovery")
    page.get_by_label("What each part carries").wait_for()
    page.evaluate("scrollTo(0, 200)")
    take(page, "recovery", from_top=False)
    page.goto(f"{url}/rigs/3/recovery?view=heat")
    page.get_by_label("Coolant over grade and speed").wait_for()
    take(page, "heat")
    tablet.goto(f"{url}/rigs/1/recovery?view=power")
    tablet.get_by_label("Circuits from battery to consumer").wait_for()
    take(tablet, "power-820-night")


def frame(page: Page, url: str) -> None:
    """Skarv's ladder over the maker's sheet, and a plate of the adapter's mount."""
    page.goto(f"{url}/rigs/2/frame")
    page.get_by_role("table", name="Stations").wait_for()
    page.evaluate("scrollTo(0, 120)")
    take(page, "frame", from_top=False)
    page.goto(f"{url}/rigs/2/frame?view=cut")
    page.get_by_role("button", name="mount plate, left").click()
    page.get_by_label("The plate mount plate, left").wait_for()
    page.evaluate("scrollTo(0, 150)")
    take(page, "cut", from_top=False)


def work(page: Page, phone: Page, url: str) -> None:
    """The days of the work, and the job at hand on a phone."""
    page.goto(f"{url}/rigs/1/work")
    page.get_by_role("button", name="how likely is each day?").click()
    page.get_by_text("It hangs most on").wait_for()
    take(page, "work")
    phone.goto(f"{url}/rigs/1/work?view=today")
    phone.get_by_role("button", name="start the clock").wait_for()
    take(phone, "today-390")


def start(page: Page, url: str) -> None:
    """The start page, a vehicle typed of which four things are known."""
    page.goto(url)
    page.get_by_label("Name").fill("Sandpiper")
    page.get_by_label("Wheelbase, mm").fill("98 in")
    page.get_by_label("Size on the sidewall").fill("7.50R16")
    page.get_by_role("radio", name="open").click()
    take(page, "start")


def unplanned(folder: Path) -> Path:
    """Plover before anything is planned on it, as a build file."""
    build = read_build(BUILDS[0].read_bytes())
    bare = replace(
        build.rig,
        name="Plover as bought",
        brief=build.rig.brief.model_copy(update={"shop": None}),
        changes=(),
        records={kind: build.rig.all(kind) for kind in (Gap, Part, Seat, FoundTank, LoadPlace, Cargo)},
    )
    file = folder / "unplanned.json"
    file.write_text(write_build(bare, build.written_on or TODAY), encoding="utf-8")
    return file


def main() -> None:
    PICTURES.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as play:
        server = Server(Path(folder), TODAY)
        server.load(*SHOPS, *BUILDS, unplanned(Path(folder)))
        server.start()
        browser = launch(play)
        url = server.url
        story(window(browser), url)
        build(window(browser), url)
        stance(window(browser), url)
        load(window(browser), url)
        frame(window(browser), url)
        start(window(browser), url)
        work(window(browser), window(browser, 390, 844), url)
        recovery(window(browser), window(browser, 820, 1180, NIGHT_IN_INCHES), url)
        browser.close()
        server.kill()


if __name__ == "__main__":
    main()
