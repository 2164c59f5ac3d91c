"""Working on the plan: order, states, money and hours, build files out and in, the brief."""

import json
import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.journeys.conftest import Served, Window, to_sheet, type_line


@pytest.fixture
def page(server: Served, window: Window) -> Page:
    """The plan of three changes."""
    page = window.page
    page.goto(f"{server.url}/rigs/1/plan")
    for line in ("tyre 285/75R17", "gears rear 4.10", "gears front 4.10"):
        type_line(page, line)
    return page


def titles(page: Page) -> list[str]:
    rows = page.get_by_role("main").locator("ol > li")
    return [row.locator("button.flex-1").inner_text() for row in rows.all()]


def test_the_order_is_rearranged_and_the_findings_follow(page: Page) -> None:
    margin = page.get_by_label("What this affects")
    page.get_by_role("button", name="gears 4.10 front: earlier").click()
    expect(page.locator("button.flex-1").nth(1)).to_have_text("gears 4.10 front")
    assert titles(page) == ["tyres 285/75R17", "gears 4.10 front", "gears 4.10 rear"]
    page.get_by_role("region", name="Stages").get_by_role("button", name="gears 4.10 front").click()
    expect(margin).to_contain_text("the front one faster")
    margin.get_by_role("button", name="rests on 5 figures").first.click()
    expect(margin).to_contain_text("front axle ratio 4.10 by gears 4.10 front")
    page.get_by_role("button", name="gears 4.10 rear", exact=True).first.click()
    expect(margin).not_to_contain_text("apart")


def test_a_change_goes_through_its_states(page: Page) -> None:
    state = page.get_by_label("State of gears 4.10 rear")
    state.select_option("bought")
    expect(page.get_by_role("button", name="undo gears 4.10 rear: state bought")).to_be_visible()
    state.select_option("idea")
    expect(page.get_by_label("What this affects")).to_contain_text("the front one faster")
    expect(page.get_by_role("region", name="Stages")).to_contain_text("gears 4.10 rear?")
    state.select_option("dropped")
    expect(page.get_by_role("button", name="undo gears 4.10 rear: state dropped")).to_be_visible()
    for said in ("state idea", "state bought"):
        page.get_by_role("button", name="undo gears 4.10 rear").click()
        expect(page.get_by_role("button", name=f"undo gears 4.10 rear: {said}")).to_be_visible()
    page.get_by_role("button", name="redo").click()
    expect(state).to_have_value("idea")


def test_money_and_hours_are_kept_as_they_are_left(page: Page) -> None:
    cost = page.get_by_role("textbox", name="cost").first
    hours = page.get_by_role("textbox", name="h", exact=True).first
    cost.fill("1,640")
    cost.blur()
    expect(page.get_by_role("alert")).to_contain_text("“1,640” could be 1.64 or 1640")
    cost.fill("1640,5")
    cost.blur()
    expect(page.get_by_role("button", name="undo tyres 285/75R17: cost 1640.5")).to_be_visible()
    hours.fill("4.5")
    hours.press("Enter")
    expect(page.get_by_role("button", name="undo tyres 285/75R17: hours 4.5")).to_be_visible()
    page.reload()
    expect(cost).to_have_value("1640.5")
    to_sheet(page, "Trip")
    expect(page.get_by_role("main").get_by_text("4.5 h")).to_be_visible()


def test_a_day_that_is_still_to_come_is_refused_beside_the_field(page: Page) -> None:
    page.get_by_role("button", name="fitted", exact=True).first.click()
    page.get_by_label("Fitted on").fill("2026-03-02")
    page.get_by_label("Odometer, km").fill("far away")
    page.get_by_role("button", name="it is fitted").click()
    expect(page.get_by_role("alert")).to_contain_text("odometer: No number is readable in “far away”")
    expect(page.get_by_label("Odometer, km")).to_have_value("far away")
    page.get_by_role("button", name="not yet").click()
    expect(page.get_by_label("Fitted on")).to_have_count(0)


def test_fitted_by_mistake_is_taken_back(page: Page) -> None:
    page.get_by_role("button", name="fitted", exact=True).nth(1).click()
    page.get_by_role("button", name="it is fitted").click()
    expect(page.get_by_text("fitted 2 March 2026")).to_be_visible()
    assert titles(page)[0] == "gears 4.10 rear"
    page.get_by_role("button", name="edit").first.click()
    page.get_by_role("button", name="not fitted after all").click()
    expect(page.get_by_text("fitted 2 March 2026")).to_have_count(0)


def test_a_build_goes_out_and_comes_in_through_the_browser(
    page: Page, server: Served, tmp_path: Path
) -> None:
    to_sheet(page, "Rig")
    with page.expect_download() as download:
        page.get_by_role("link", name="save as a build file").click()
    file = tmp_path / download.value.suggested_filename
    download.value.save_as(file)
    build = json.loads(file.read_text())
    assert [change["kind"] for change in build["rig"]["changes"]] == ["tyres", "gears", "gears"]

    build["rig"]["name"] = "Plover the second"
    file.write_text(json.dumps(build))
    page.goto(server.url)
    page.get_by_label("choose a file").set_input_files(file)
    expect(page.get_by_role("banner").get_by_text("Plover the second")).to_be_visible()
    to_sheet(page, "Plan")
    expect(page.locator("button.flex-1")).to_have_count(3)
    assert titles(page) == ["tyres 285/75R17", "gears 4.10 rear", "gears 4.10 front"]

    build["rig"]["body"]["wheelbase_mm"]["value"] = -3
    file.write_text(json.dumps(build))
    page.goto(server.url)
    page.get_by_label("choose a file").set_input_files(file)
    expect(page.get_by_role("alert")).to_contain_text("The wheelbase would be -3 mm")
    expect(page.get_by_role("alert")).to_contain_text("Nothing was taken in")
    assert len(page.get_by_role("main").locator("section").first.get_by_role("listitem").all()) == 2


def test_the_brief_is_kept_as_it_is_left(page: Page) -> None:
    to_sheet(page, "Trip")
    purpose = page.get_by_label("What it is for")
    purpose.fill("Snow")
    purpose.blur()
    ceiling = page.get_by_label("Ceiling")
    ceiling.fill("-5")
    ceiling.blur()
    expect(page.get_by_role("alert")).to_contain_text("ceiling is a number from 0 up")
    page.reload()
    expect(purpose).to_have_value("Snow")
    expect(ceiling).to_have_value("11500")


def test_units_turn_everywhere_and_change_nothing(page: Page) -> None:
    strip = page.get_by_label("The rig")
    expect(strip).to_contain_text("1896")
    page.locator("body").press("u")
    expect(strip).to_contain_text("74 5/8")
    expect(page.get_by_role("button", name="wheelbase 107 7/8")).to_be_visible()
    page.locator("body").press("u")
    expect(strip).to_contain_text("1896")
    page.get_by_role("button", name="wheelbase 2740").click()
    expect(page.get_by_role("dialog").get_by_role("textbox").first).to_have_value("2740")


def test_what_is_typed_shows_in_the_drawing_and_in_the_workings(page: Page) -> None:
    strip = page.get_by_label("The rig")
    outlines = strip.get_by_role("img").first.locator("[stroke-dasharray='10 3 2 3']")
    expect(strip.get_by_role("button", name="height 1896")).to_be_visible()
    type_line(page, "springs rear 460 52", enter=False)
    expect(page.get_by_text("would be step")).to_be_visible()
    # The roof comes up with the springs: the headline, the dimension and the outline say the same.
    dimension = strip.get_by_role("button", name=re.compile("^height 19[0-9]{2}"))
    expect(dimension).to_be_visible()
    height = (dimension.inner_text()).split()[-1]
    row = strip.locator("dl > div").filter(has_text="overall height")
    expect(row).to_contain_text(height)
    assert outlines.count() > 0
    working = row.get_by_role("button", name="How overall height comes about")
    working.click()
    panel = page.get_by_role("dialog", name="Working of overall height")
    expect(panel.locator("h3")).to_contain_text(height)
    expect(panel).to_contain_text("rear spring")
