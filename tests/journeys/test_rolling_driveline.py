"""Rolling and driveline: a wheel dragged, sizes laid side by side, a drive driven and accepted, a shaft tried, a swap."""

from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from jorvak.instruments.receiver import Receiver
from tests.core.test_drive import BEGINS
from tests.journeys.conftest import Served, Window, pull


@pytest.fixture
def page(demo_server: Served, window: Window) -> Page:
    window.page.goto(demo_server.url)
    return window.page


def view(page: Page, rig: str, sheet: str, tab: str | None = None) -> None:
    page.get_by_role("link", name=f"{rig} as planned").click()
    page.get_by_role("link", name=sheet).click()
    if tab:
        page.get_by_role("tab", name=tab).click()


def test_wheels_by_position_and_an_offset_moved_by_keys(page: Page) -> None:
    view(page, "Plover", "7 Rolling", "Wheels")
    stand = page.get_by_label("Where the front wheels stand")
    expect(stand).to_contain_text("143 mm → 134 mm")
    slider = stand.get_by_role("slider")
    slider.focus()
    for _ in range(3):
        page.keyboard.press("Shift+ArrowRight")
    expect(slider).to_have_attribute("aria-valuenow", "5")
    expect(stand).to_contain_text("out 40 mm, in -20 mm, track 60 mm, cover -9 mm".replace("-", "−"))
    stand.get_by_role("button", name="plan these wheels").click()
    expect(page.get_by_label("What this affects")).to_contain_text("outside the body's cover")
    page.keyboard.press("Control+z")
    # As found the odd one of the five is named on the drawing of the set.
    page.get_by_role("button", name="as found").first.click()
    expect(page.get_by_label("The set of wheels from above")).to_contain_text("spare: offset")
    expect(page.get_by_label("What this affects")).to_contain_text("The spare differs in offset")


def test_a_wheel_is_dragged_further_out(page: Page) -> None:
    view(page, "Plover", "7 Rolling", "Wheels")
    stand = page.get_by_label("Where the front wheels stand")
    slider = stand.get_by_role("slider")
    offset = int(slider.get_attribute("aria-valuenow") or "")
    told = stand.inner_text()
    # Passed over without a press it stays.
    slider.hover()
    slider.hover(position={"x": 10, "y": 10})
    assert slider.get_attribute("aria-valuenow") == str(offset)
    pull(slider, right=30)
    assert int(slider.get_attribute("aria-valuenow") or "") < offset
    expect(stand).not_to_have_text(told, use_inner_text=True)


def test_sizes_side_by_side(page: Page) -> None:
    view(page, "Plover", "7 Rolling", "Size against size")
    field = page.get_by_label("size as moulded")
    field.fill("265/75R16 123/12")
    page.keyboard.press("Enter")
    expect(page.get_by_role("row", name="265/75R16")).to_be_visible()
    field.fill("2?5/7.R17")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_be_visible()
    page.get_by_role("button", name="take the last one away").click()
    page.get_by_role("button", name="spare's room left, mm").click()
    expect(page.get_by_role("main").get_by_role("row").nth(1)).to_contain_text("265/70R17")


def test_a_simulated_drive_is_fitted_as_it_goes_and_accepted(page: Page) -> None:
    view(page, "Plover", "7 Rolling", "Speedometer and distance")
    drive = page.get_by_label("A drive against satellite speed")
    drive.get_by_role("button", name="drive it, simulated").click()
    take = drive.get_by_role("button", name="take it for the rig")
    expect(drive.get_by_label("How far it is")).to_be_visible()
    expect(take).to_be_visible()
    expect(drive.get_by_label("How far it is")).to_have_count(0)
    expect(drive).to_contain_text("The dial reads 3.1 % high")
    take.click()
    expect(drive).to_contain_text("Taken: the rig’s speedometer stands as it was driven")
    page.get_by_role("button", name="history").click()
    expect(page.get_by_role("dialog", name="History")).to_contain_text(
        "speedometer by a drive: over-reads 3.1 %"
    )


def test_a_drive_that_was_recorded_is_read_and_left(page: Page) -> None:
    view(page, "Plover", "7 Rolling", "Speedometer and distance")
    drive = page.get_by_label("A drive against satellite speed")
    drive.get_by_role("button", name="recorded").click()
    expect(drive).to_contain_text("The dial reads")
    expect(drive.get_by_role("button", name="take it for the rig")).to_be_visible()
    page.get_by_role("button", name="history").click()
    expect(page.get_by_role("dialog", name="History")).not_to_contain_text("by a drive")


def test_a_receiver_at_the_wrong_speed_and_a_log_from_a_file(page: Page, tmp_path: Path) -> None:
    view(page, "Plover", "7 Rolling", "Speedometer and distance")
    drive = page.get_by_label("A drive against satellite speed")
    drive.get_by_label("the receiver’s fault").select_option("wrong speed of the port")
    drive.get_by_role("button", name="drive it, simulated").click()
    expect(drive).to_contain_text("is the port set to the receiver's speed?")
    drive.get_by_role("button", name="stop").click()
    log = tmp_path / "valley.nmea"
    speeds = [50.0] * 40 + [50.0 + i for i in range(0, 30, 2)] + [80.0] * 40
    log.write_bytes(Receiver(speeds, BEGINS).read(200))
    drive.locator("input[type=file]").set_input_files(log)
    dial = drive.get_by_role("group", name="What did the dial show, km/h?").get_by_role("textbox")
    dial.first.fill("52")
    dial.first.press("Enter")
    second = dial.last
    second.fill("83,2")
    second.press("Enter")
    expect(drive).to_contain_text("The dial reads 4.0 % high")
    picture = tmp_path / "picture.jpg"
    picture.write_bytes(b"\xff\xd8\xff")
    drive.locator("input[type=file]").set_input_files(picture)
    expect(drive.get_by_role("alert")).to_contain_text("That is no drive")
    expect(drive).to_contain_text("The dial reads 4.0 % high")


def test_a_shaft_is_tried_and_put_into_the_order(page: Page) -> None:
    view(page, "Plover", "8 Driveline")
    shaft = page.get_by_label("Rear shaft", exact=True)
    expect(shaft).to_contain_text("one joint at each end")
    shaft.get_by_label("pinion up by").fill("5")
    expect(shaft).to_contain_text("tried, not planned")
    rough = shaft.get_by_role("row", name="what does not cancel at speed")
    expect(rough).not_to_contain_text("109")
    shaft.get_by_role("button", name="put it into the order").click()
    expect(shaft.get_by_text("tried, not planned")).to_have_count(0)
    expect(page.get_by_label("What this affects")).to_contain_text("smooth up to 400")
    double = shaft.get_by_role("row", name="a double one at the case")
    expect(double).to_contain_text("pointed at the case’s joint")
    double.get_by_role("button", name="try it").click()
    expect(shaft).to_contain_text("double joint at the case")


def test_a_pinion_is_pulled_on_the_drawing(page: Page) -> None:
    view(page, "Plover", "8 Driveline")
    shaft = page.get_by_label("Rear shaft", exact=True)
    pull(shaft.locator("[data-pull='pinion up']"), down=6)
    expect(shaft).to_contain_text("tried, not planned")
    assert float(shaft.get_by_label("pinion up by").input_value()) > 0


def test_a_swap_side_by_side_and_what_shakes(page: Page) -> None:
    view(page, "Skarv", "8 Driveline")
    swap = page.get_by_label("Side by side")
    expect(swap.get_by_role("row", name="spline count")).to_contain_text("differs")
    expect(swap).to_contain_text("To measure in the yard, donor case")
    expect(swap).to_contain_text("rear output length, front output length")
    swap.get_by_label("what comes").select_option("donor rear axle")
    swap.get_by_label("what is there").select_option("rear axle")
    swap.get_by_role("button", name="plan axle rear 4.10").click()
    expect(page.get_by_label("What this affects")).to_contain_text("axle rear 4.10")
    shakes = page.get_by_label("What shakes")
    shakes.get_by_label("The same speed on other tyres").select_option("goes")
    expect(shakes.get_by_role("listitem").first).to_contain_text("a wheel or tyre")
    shakes.get_by_role("button", name="hear it").first.click()
    expect(shakes.get_by_role("button", name="stop").first).to_be_visible()
    shakes.get_by_role("button", name="stop").first.click()
    shakes.get_by_label("only after a bump, in the steering").select_option("yes")
    expect(shakes.get_by_role("listitem").first).to_contain_text("track bar")
    shakes.get_by_label("it shakes at").fill("far")
    expect(shakes.get_by_role("alert")).to_contain_text("speed")
    expect(shakes.get_by_role("listitem").first).to_contain_text("track bar")


def test_what_to_measure_in_the_yard_is_printed_alone(page: Page) -> None:
    view(page, "Skarv", "8 Driveline")
    page.evaluate("() => { window.print = () => { window.sheet = document.documentElement.dataset.print } }")
    swap = page.get_by_label("Side by side")
    swap.get_by_role("button", name="print the list").click()
    assert page.evaluate("window.sheet") == "yard"
    assert page.evaluate("document.documentElement.dataset.print") is None
    page.emulate_media(media="print")
    page.evaluate("document.documentElement.dataset.print = 'yard'")
    expect(swap.locator(".yard-list").get_by_role("listitem").first).to_be_visible()
    expect(page.get_by_label("What shakes")).not_to_be_visible()
