"""The build of the demo rigs through the real interface: options, survey, measuring, parts, money."""

from pathlib import Path

import pytest
from PIL import Image
from playwright.sync_api import Page, expect

from tests.journeys.conftest import Served, Window, to_sheet


@pytest.fixture
def page(demo_server: Served, window: Window) -> Page:
    window.page.goto(demo_server.url)
    return window.page


def test_a_question_is_decided_between_its_options(page: Page, window: Window) -> None:
    # The start page: each rig's own drawing, its date, its money, its worst.
    plover = page.get_by_role("link", name="Plover as planned")
    expect(plover).to_contain_text("105 days")
    expect(plover).to_contain_text("left of 11\u202f500")
    expect(page.get_by_role("link", name="Tern as planned")).to_contain_text("stop")
    plover.click()
    page.get_by_role("link", name="4 Plan").click()

    # Options side by side, those figures first that the brief makes matter.
    expect(page.get_by_text("open: none of its options is counted yet").first).to_be_visible()
    table = page.get_by_role("table").first
    expect(table.get_by_role("columnheader", name="A springs")).to_be_visible()
    expect(table.get_by_role("rowheader").first).to_have_text("approach")
    expect(page.get_by_text("How the trade sees it: how to get lift")).to_be_visible()

    # A reason is wanted, and kept; then the rig counts it.
    page.get_by_role("button", name="choose A springs").click()
    page.get_by_role("button", name="choose it").click()
    expect(page.get_by_role("alert")).to_contain_text("Why this one?")
    page.get_by_label("because").fill("it will carry drawers and water")
    page.keyboard.press("Enter")
    expect(page.get_by_text("“it will carry drawers and water” bench")).to_be_visible()
    margin = page.get_by_label("What this affects")
    expect(
        page.get_by_label("The rig").locator("dl > div").filter(has_text="approach").locator("b")
    ).to_have_text("37.8")
    expect(margin).not_to_contain_text("Approach is")
    page.keyboard.press("Control+z")
    expect(margin).to_contain_text("Approach is")

    # A finding is lived with, and stands among those that are.
    margin.get_by_role("button", name="live with it").first.click()
    margin.get_by_role("textbox").fill("flat country, short descents")
    page.keyboard.press("Enter")
    expect(margin.get_by_role("button", name="1 lived with")).to_be_visible()
    window.forgive("Failed to load resource")
    window.assert_quiet()


def test_a_change_by_its_form_and_money_against_the_ceiling(page: Page) -> None:
    page.get_by_role("link", name="Tern as planned").click()
    page.get_by_role("link", name="4 Plan").click()
    money = page.get_by_role("region", name="Money")
    expect(money).to_contain_text("left 480 cr of 3\u202f600")
    page.get_by_role("button", name="add a change").click()
    form = page.get_by_role("form", name="Add a change")
    form.get_by_label("kind").select_option("springs")
    form.get_by_role("button", name="put it into the order").click()
    expect(form.get_by_role("alert")).to_contain_text("axle is missing")
    form.get_by_role("combobox").nth(1).select_option("rear")
    form.get_by_label("free length").fill("15 1/2 in")
    form.get_by_label("rate").fill("240 lb/in")
    form.get_by_label("cost").fill("610")
    form.get_by_role("button", name="put it into the order").click()
    expect(form.get_by_role("alert")).to_contain_text("the rear axle has leaf springs: blocks")
    form.get_by_role("combobox").nth(1).select_option("front")
    form.get_by_role("button", name="put it into the order").click()
    expect(page.get_by_role("button", name="springs front 393.7, 42.0", exact=False).first).to_be_visible()
    expect(money).to_contain_text("over by 130 cr")

    # Any moment beside any other.
    page.get_by_role("button", name="Compare two moments").click()
    page.get_by_label("with").select_option("1")
    table = page.get_by_role("table").last
    expect(table.get_by_role("columnheader", name="after 1, tyres 235/85R16")).to_be_visible()
    expect(table.get_by_role("row", name="overall height")).to_contain_text("2339")


def test_the_survey_with_a_photograph_and_undo(page: Page, tmp_path: Path) -> None:
    page.get_by_role("link", name="Plover as planned").click()
    page.get_by_role("link", name="2 Survey").click()
    expect(page.get_by_text("Before any lift:")).to_be_visible()
    form = page.get_by_role("form", name="Add to the survey")
    page.get_by_role("button", name="cabin").click()
    form.get_by_label("looked at").fill("seat belt, driver")
    form.get_by_label("condition").select_option("worn")
    form.get_by_label("touches").select_option("safety")
    form.get_by_role("button", name="add it, cabin").click()
    row = page.get_by_role("listitem").filter(has_text="seat belt, driver")
    row.get_by_role("button", name="seat belt, driver").click()

    # The numbers that matter, and both ways side by side.
    for label, number in (
        ("hours to replace", "1"),
        ("price of the new part", "140"),
        ("hours to repair", "3"),
    ):
        row.get_by_label(label).fill(number)
        row.get_by_label(label).press("Enter")
    expect(row.get_by_role("row", name="replace")).to_contain_text("175")
    expect(row).to_contain_text("It carries safety")

    # A photograph comes in small; undo takes it away and brings it back.
    picture = tmp_path / "belt.png"
    Image.new("RGB", (2400, 1800), (120, 90, 60)).save(picture)
    row.get_by_label("add a photograph").set_input_files(picture)
    expect(row.get_by_role("img", name="photograph of seat belt, driver")).to_be_visible()
    page.keyboard.press("Control+z")
    expect(row.get_by_role("img")).to_have_count(0)
    page.keyboard.press("Control+Shift+z")
    expect(row.get_by_role("img", name="photograph of seat belt, driver")).to_be_visible()
    row.get_by_label("Decision on seat belt, driver").select_option("replace")
    expect(page.get_by_text("13 looked at, 5 still to be decided")).to_be_visible()


def test_the_walk_with_the_tape_by_keyboard_alone(page: Page) -> None:
    page.get_by_role("link", name="Plover as planned").click()
    page.get_by_role("heading", level=1, name="Rolling").wait_for()
    to_sheet(page, "Measure")
    # What is too close to call comes first: the liner that nobody has measured.
    field = page.get_by_role("textbox", name="liner behind, behind the wheel's centre")
    expect(field).to_be_focused()
    page.keyboard.type("far")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("No number is readable in “far”")
    field.fill("471")
    page.keyboard.press("Enter")
    expect(
        page.get_by_role("button", name="undo liner behind, behind the wheel's centre 471 mm")
    ).to_be_visible()
    expect(page.get_by_role("main").get_by_role("textbox").first).to_be_focused()
    expect(field).to_have_count(0)

    # A figure unfolds its working, says whose doubt it is, and how it changed.
    page.get_by_role("link", name="1 Rig", exact=True).click()
    page.get_by_role("button", name="How approach comes about").first.click()
    working = page.get_by_role("dialog", name="Working of approach")
    expect(working).to_contain_text("SAE J1100")
    expect(working).to_contain_text("Where its ± comes from")
    working.get_by_role("button", name="catalogue size 285/75R17, diameter").click()
    expect(page.get_by_role("dialog", name="tyre size, rear left")).to_be_visible()


def test_a_donors_case_is_settled_face_by_face(page: Page) -> None:
    page.get_by_role("link", name="Skarv as planned").click()
    margin = page.get_by_label("What this affects")
    expect(margin).to_contain_text("sensor cable against two-wire")
    expect(margin).to_contain_text("pilot is not known on both sides")
    to_sheet(page, "Parts")
    page.get_by_role("button", name="▸ donor case").click()
    # Face against face, each side typed where it stands; told apart without colour.
    spline = page.get_by_label("donor case, input against gearbox, output")
    expect(spline.get_by_role("listitem").filter(has_text="differs")).to_have_count(2)
    expect(spline).to_contain_text("adapter 62 goes between them")
    flange = page.get_by_label("donor case, rear flange against rear shaft, case flange")
    expect(flange).to_contain_text("not known whether it mates")
    pilot = flange.get_by_label("pilot, mm of donor case")
    pilot.fill("63.5")
    pilot.press("Enter")
    expect(margin).not_to_contain_text("pilot is not known")
    expect(flange).to_contain_text("mates, as far as it is noted")
    page.get_by_label("Where donor case is").select_option("shelf")
    expect(page.get_by_label("How good donor case is")).to_be_visible()
    form = page.get_by_role("form", name="Add a part", exact=True)
    form.get_by_label("part").fill("donor case")
    form.get_by_role("button", name="add the part").click()
    expect(form.get_by_role("alert")).to_contain_text("There is a part “donor case” already")


def test_the_survey_by_keyboard_alone(page: Page) -> None:
    page.get_by_role("link", name="Plover as planned").click()
    page.get_by_role("heading", level=1, name="Rolling").wait_for()
    to_sheet(page, "Survey")
    page.get_by_role("button", name="engine", exact=False).first.focus()
    page.keyboard.press("Enter")
    looked_at = page.get_by_label("looked at")
    for _ in range(30):
        page.keyboard.press("Tab")
        if looked_at.evaluate("element => element === document.activeElement"):
            break
    page.keyboard.type("coolant hose, lower")
    page.keyboard.press("Tab")
    page.keyboard.type("leaking")
    page.keyboard.press("Tab")
    page.keyboard.type("engine")
    page.keyboard.press("Tab")
    page.keyboard.type("soft, seeps when warm")
    page.keyboard.press("Enter")
    row = page.get_by_role("listitem").filter(has_text="coolant hose, lower")
    expect(row).to_contain_text("soft, seeps when warm")
    expect(looked_at).to_be_focused()
    expect(page.get_by_label("Condition of coolant hose, lower")).to_have_value("leaking")
    decision = page.get_by_label("Decision on coolant hose, lower")
    decision.focus()
    page.keyboard.type("replace")
    expect(decision).to_have_value("replace")
