"""Recovery, through the real interface: a pull rigged until it is enough, circuits wired, a climb driven."""

import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import Page, expect

from tests.journeys.conftest import Served, Window, to_sheet


@pytest.fixture
def page(window: Window, demo_server: Served) -> Iterator[Page]:
    window.page.goto(demo_server.url)
    window.page.get_by_role("link", name=re.compile("Plover")).click()
    expect(window.page.get_by_role("heading", name="Rolling", exact=True)).to_be_visible()
    to_sheet(window.page, "Recovery")
    yield window.page
    window.assert_quiet()


def test_a_pull_is_rigged_until_it_is_enough_and_nothing_is_over(page: Page) -> None:
    expect(page.get_by_role("list", name="Cautions")).to_contain_text("never step over it")
    takes = page.get_by_role("region", name="What it takes")
    expect(takes).to_contain_text("Enough, with 452 kg left on the rope.")
    carries = page.get_by_role("region", name="What each part carries")
    expect(carries).to_contain_text("nobody knows what it may carry")
    lines = page.get_by_role("region", name="With more lines")
    lines.get_by_role("button", name="rig 1").click()
    expect(takes).to_contain_text("Not enough: with 2 lines the winch is.")
    expect(page.get_by_text("tried, not noted")).to_be_visible()
    # The ground is turned by the keyboard as by the pointer.
    ground = page.get_by_role("slider", name="slope").first
    ground.focus()
    for _ in range(4):
        page.keyboard.press("ArrowUp")
    expect(ground).to_have_attribute("aria-valuetext", "8.0°")
    lines.get_by_role("button", name="rig 2").click()
    page.get_by_role("button", name="note it so").click()
    expect(page.get_by_text("tried, not noted")).to_have_count(0)
    expect(ground).to_have_attribute("aria-valuetext", "8.0°")
    carries.get_by_role("button", name="leave it out").click()
    expect(carries).not_to_contain_text("nobody knows")
    expect(page.get_by_role("complementary", name="What this affects")).not_to_contain_text(
        "shackle from the shed"
    )
    page.keyboard.press("Control+z")
    expect(carries).to_contain_text("nobody knows")
    # A faster pull is no answer.
    page.get_by_role("button", name="sand, by the other vehicle", exact=True).click()
    expect(takes).to_contain_text("peak of the stretching rope, at most")
    expect(page.get_by_role("region", name="Where nobody stands")).to_contain_text("nobody within 9.8 m")


def test_a_circuit_is_mended_on_paper(page: Page) -> None:
    page.get_by_role("tab", name="power").click()
    drawing = page.get_by_role("group", name="Circuits from battery to consumer")
    expect(drawing).to_contain_text("no fuse")
    drawing.get_by_role("button", name=re.compile("^work lamps, found")).click()
    lamps = page.get_by_role("region", name="work lamps, found")
    expect(lamps).to_contain_text("It wants 6 mm²")
    for name, typed in (("cable", "6"), ("fuse", "15")):
        lamps.get_by_role("button", name=re.compile(f"^{name}")).click()
        page.get_by_role("dialog").get_by_role("textbox").first.fill(typed)
        page.get_by_role("dialog").get_by_role("button", name="note it").click()
    expect(drawing).not_to_contain_text("no fuse")
    margin = page.get_by_role("complementary", name="What this affects")
    expect(margin).not_to_contain_text("work lamps")
    page.get_by_role("radio", name="standing, in camp").click()
    expect(page.get_by_role("region", name="Circuits")).to_contain_text("13.3 A together")
    expect(page.get_by_role("region", name="Days without driving")).to_contain_text("1.2")
    # More in store, from the line; the battery takes the place of none.
    page.keyboard.press("/")
    page.get_by_label("Type a change or a figure").fill("solar 200 W")
    page.keyboard.press("Enter")
    expect(page.get_by_role("region", name="Days without driving")).to_contain_text("sun, in")
    book = page.get_by_role("region", name="Connector book")
    book.get_by_label("pin 4 of engine loom, plug A, tested").select_option("continuity")
    expect(book).to_contain_text("1 pin of 5 not tested")


def test_a_climb_is_driven_and_the_others_follow(page: Page) -> None:
    page.get_by_role("tab", name="heat").click()
    chart = page.get_by_role("img", name=re.compile("Coolant over grade and speed"))
    expect(chart).to_be_visible()
    longest = page.get_by_role("region", name="The longest climb of the brief")
    expect(longest).to_contain_text("left to the limit")
    climb = page.get_by_role("slider", name=re.compile("the climb"))
    climb.focus()
    for _ in range(6):
        page.keyboard.press("ArrowRight")
    expect(page.get_by_text("tried, not noted")).to_be_visible()
    page.get_by_role("button", name="as the brief has it").click()
    expect(page.get_by_text("tried, not noted")).to_have_count(0)
    bus = page.get_by_role("form", name="A climb with the bus")
    bus.get_by_label("behind others").check()
    bus.get_by_role("button", name="drive it with the bus").click()
    expect(page.get_by_text("Nowhere do speed and coolant stand still")).to_be_visible()
    bus.get_by_label("behind others").uncheck()
    bus.get_by_label("grade, %").fill("9")
    bus.get_by_label("speed, km/h").fill("85")
    bus.get_by_role("button", name="drive it with the bus").click()
    keep = page.get_by_role("form", name="Keep the climb")
    keep.get_by_label("called").fill("by the bus")
    keep.get_by_role("button", name="note it").click()
    runs = page.get_by_role("region", name="Climbs that were driven")
    expect(runs).to_contain_text("by the bus")


def test_a_connector_book_is_taken_in_whole_or_not_at_all(page: Page, window: Window) -> None:
    page.get_by_role("tab", name="power").click()
    book = page.get_by_role("region", name="Connector book")

    def take(text: str) -> None:
        book.locator("input[type=file]").set_input_files(
            {"name": "book.csv", "mimeType": "text/csv", "buffer": text.encode()}
        )

    take("connector,pin,signal,tested\nloom A,1,coolant,no\nloom A,2,earth,perhaps\n")
    expect(book.get_by_role("alert")).to_contain_text("book.csv: Line 3: tested is")
    expect(book.get_by_role("alert")).to_contain_text("Nothing was taken in.")
    expect(book).not_to_contain_text("loom A")
    take("connector,pin,signal,tested\nloom A,1,coolant,no\nloom A,2,earth,continuity\n")
    expect(book).to_contain_text("loom A")
    expect(book.get_by_role("alert")).to_have_count(0)
    window.forgive("422")
