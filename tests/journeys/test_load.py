"""Load, through the real interface: a mass dragged, things stowed and packed, the weigh-in walked, statement and rule."""

import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import Page, expect

from tests.journeys.conftest import Served, Window, comes_to, draw_bare, to_sheet


@pytest.fixture
def page(window: Window, demo_server: Served) -> Iterator[Page]:
    window.page.goto(demo_server.url)
    window.page.get_by_role("link", name=re.compile("Plover")).click()
    expect(window.page.get_by_role("heading", name="Rolling", exact=True)).to_be_visible()
    to_sheet(window.page, "Load")
    yield window.page
    window.assert_quiet()


def note_line(page: Page, text: str) -> None:
    page.keyboard.press("/")
    line = page.get_by_label("Type a change or a figure")
    expect(line).to_be_focused()
    line.fill(text)
    page.keyboard.press("Enter")
    expect(line).to_have_count(0)


def test_a_mass_is_dragged_and_everything_follows(page: Page) -> None:
    left = page.get_by_role("region", name="What is left")
    expect(left).to_contain_text("25 kg over on the front axle")
    battery = page.get_by_role("region", name="Masses on the vehicle").get_by_role(
        "button", name=re.compile("battery 105 Ah lead, 26 kg")
    )
    box = battery.bounding_box()
    assert box is not None
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    page.mouse.down()
    page.mouse.move(box["x"] + 250, box["y"] + 10, steps=6)
    chosen = page.get_by_role("region", name="battery 105 Ah lead")
    expect(chosen).to_contain_text("front axle")
    page.mouse.up()
    expect(left).not_to_contain_text("25 kg over on the front axle")
    expect(page.get_by_role("button", name="undo")).to_contain_text("battery 105 Ah lead")
    page.get_by_role("button", name="undo").click()
    expect(left).to_contain_text("25 kg over on the front axle")
    # By the keyboard too: ten millimetres a press.
    battery.focus()
    page.keyboard.press("ArrowRight")
    expect(page.get_by_role("button", name="undo")).to_contain_text("battery 105 Ah lead")


def test_things_are_stowed_and_packed_so(page: Page) -> None:
    page.get_by_role("tab", name="Stow").click()
    page.get_by_role("button", name="where should each thing go?").click()
    expect(page.get_by_text("Proven: no other way is better.")).to_be_visible(timeout=20_000)
    expect(page.get_by_role("region", name="List to pack by")).to_contain_text("tools from footwell")
    page.get_by_role("button", name=re.compile("have it packed so")).click()
    expect(page.get_by_role("button", name="undo")).to_contain_text("packed elsewhere")
    page.get_by_role("tab", name="Masses").click()
    expect(page.get_by_role("region", name="What is left")).to_contain_text("2 kg over on the front axle")


def test_the_weigh_in_is_walked_and_contradicts(page: Page) -> None:
    page.get_by_role("tab", name="Weigh-in").click()
    page.get_by_role("button", name="listen", exact=True).click()
    page.get_by_role("button", name="zero all").click()
    page.get_by_role("button", name="it stands on them").click()
    note = page.get_by_role("button", name="note it, as it stands now")
    expect(note).to_be_visible(timeout=60_000)
    note.click()
    expect(page.get_by_role("region", name="Corner weights")).to_contain_text("cross")
    expect(page.get_by_role("region", name="What it says of the guesses")).to_contain_text(
        "kg more than expected"
    )
    expect(page.get_by_role("region", name="Weighings").get_by_role("listitem")).to_have_count(2)


def test_what_comes_along_is_added_and_laden_is_a_stage(page: Page) -> None:
    page.get_by_role("tab", name="What comes along").click()
    add = page.get_by_role("form", name="Add to Things to carry")
    add.get_by_label("what").fill("ice box")
    add.get_by_label("mass, kg").fill("17")
    add.get_by_label("packed into").select_option("rack")
    add.get_by_role("button", name="add it").click()
    things = page.get_by_role("region", name="Things to carry")
    expect(things.get_by_role("button", name="take out ice box")).to_be_visible()
    note_line(page, "crew 3")
    page.get_by_role("tab", name="Masses").click()
    expect(page.get_by_role("region", name="All masses")).to_contain_text("crew without a seat")
    page.get_by_role("button", name="laden", exact=True).click()
    expect(page.get_by_role("heading", name="Load", exact=True).locator("..")).to_contain_text("laden")
    comes_to(page, lambda: "stage=laden" in page.url, True)
    page.keyboard.press("[")
    comes_to(page, lambda: "stage=laden" in page.url, False)
    page.get_by_role("tab", name="Statement").click()
    expect(page.get_by_role("article", name="Weight statement")).to_contain_text("only the authority does")
    page.get_by_role("tab", name="Pressures and trailer").click()
    note_line(page, "trailer 900 nose 20")
    expect(page.get_by_role("region", name="Trailer")).to_contain_text("it sways")


def test_with_nothing_noted_it_says_what_it_waits_for(window: Window, empty_server: Served) -> None:
    page = window.page
    page.goto(empty_server.url)
    page.get_by_label("Name").fill("Bare")
    draw_bare(page)
    expect(page.get_by_role("heading", name="Rig", exact=True)).to_be_visible()
    to_sheet(page, "Load")
    expect(page.get_by_role("button", name="waits for wheelbase")).to_be_visible()
    for view in ("What comes along", "Stow", "Weigh-in", "Pressures and trailer", "Statement"):
        page.get_by_role("tab", name=view).click()
    page.get_by_role("tab", name="Stow").click()
    page.get_by_role("button", name="where should each thing go?").click()
    expect(page.get_by_role("alert")).to_contain_text("waits for the wheelbase")
    window.forgive("422")
    window.assert_quiet()
