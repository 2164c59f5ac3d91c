"""The whole thread, from tyre to trip, as a builder goes through it."""

import re

from playwright.sync_api import Page, expect
from tools.running import Server

from tests.journeys.conftest import Served, Window, comes_to, draw_bare, to_sheet, type_line


def findings(page: Page) -> list[str]:
    return (
        page.get_by_label("What this affects")
        .get_by_role("listitem")
        .locator("p.cond.font-semibold")
        .all_inner_texts()
    )


def headline(page: Page, label: str) -> str:
    row = page.get_by_label("The rig").locator("dl > div").filter(has_text=label)
    return row.locator("dd b").inner_text()


def test_from_tyre_to_trip(process: Server, window: Window) -> None:
    page = window.page
    page.goto(process.url)
    page.get_by_role("link", name=re.compile("Plover")).click()
    expect(page.get_by_role("heading", name="Rolling", exact=True)).to_be_visible()
    expect(page.get_by_text("leaves 15 June 2026 · 105 days")).to_be_visible()
    page.get_by_label("working").fill("Ruben")
    page.keyboard.press("Enter")
    expect(page.get_by_role("img", name="Plover in side elevation")).to_be_visible()
    before = page.get_by_label("The rig").locator(
        "path[stroke-dasharray='10 3 2 3'], g[stroke-dasharray='10 3 2 3']"
    )
    expect(before).to_have_count(0)

    # The line shows what it would do before Enter.
    type_line(page, "tyre 285/75R17", enter=False)
    line = page.get_by_label("Type a change", exact=True)
    expect(line).to_contain_text("The speedometer reads 6.6 % low (±2.4) and leaves the permitted band")
    expect(line).to_contain_text("Gearing is 7.0 % taller")
    for label, value in (
        ("more under the differentials", "26"),
        ("overall height", "1896"),
        ("gearing taller by", "7.0"),
    ):
        expect(line.locator("dl > div").filter(has_text=label).locator("b")).to_have_text(value)
    # Of five gears those that the engine can turn at that speed.
    expect(line.get_by_role("row")).to_have_count(3)
    expect(line.get_by_role("row").last).to_contain_text("1846")
    assert before.count() >= 3, "the larger wheels and the raised body are drawn over the present ones"
    assert "1896" in headline(page, "overall height")
    page.keyboard.press("Enter")
    expect(line).to_have_count(0)
    expect(page.get_by_label("What this affects")).to_contain_text("raised by tyres 285/75R17")

    # The five schools, side by side.
    for school in ("restore", "pull", "cruise", "engine speed", "crawl"):
        expect(page.get_by_role("heading", name=school, exact=True)).to_be_visible()
    page.get_by_role("button", name="take 4.10 rear to pull").click()
    margin = page.get_by_label("What this affects")
    expect(margin).to_contain_text("The axles turn 9.1 % apart, the rear one faster: front 3.73, rear 4.10")
    # Beside it the brakes' leverage and the spare's room.
    assert findings(page) == ["stop", "watch", "watch"]
    margin.get_by_role("button", name="rests on 5 figures").click()
    expect(margin).to_contain_text("rear axle ratio 4.10 by gears 4.10 rear")
    margin.get_by_role("button", name="add: gears 4.10 front").click()
    expect(margin).not_to_contain_text("apart")
    expect(page.get_by_text("Reads 2.8 % high, within the permitted band.")).to_be_visible()

    # The mark moves along the rule, and everything follows.
    page.locator("body").click(position={"x": 640, "y": 120})
    for expected in (
        (["stop", "watch", "watch"], "1896", "42.7"),
        (["watch"] * 4, "1896", "38.8"),
        ([], "1870", "38.8"),
    ):
        page.keyboard.press("[")
        comes_to(
            page,
            lambda: (findings(page), headline(page, "overall height"), headline(page, "crawl ratio")),
            expected,
        )
    slider = page.get_by_role("slider", name="Stage")
    slider.focus()
    page.keyboard.press("End")
    expect(slider).to_have_attribute("aria-valuetext", "laden")
    page.keyboard.press("ArrowLeft")
    expect(slider).to_have_attribute("aria-valuetext", "after gears 4.10 front")

    # Each change has brought its job, with its cautions.
    to_sheet(page, "Plan")
    page.get_by_role("button", name="2 jobs").nth(1).click()
    job = page.get_by_role("article").filter(has_text="Set up gears 4.10, rear axle")
    expect(job).to_contain_text("never under a jack alone")
    expect(job).to_contain_text("local code and a licensed engineer or inspector decide")

    # The tyres are ticked as fitted; today has moved on.
    page.get_by_role("button", name="fitted", exact=True).first.click()
    page.get_by_label("Fitted on").fill("2026-03-01")
    page.get_by_label("Odometer, km").fill("128 400")
    page.get_by_label("Hours it took").fill("4,5")
    # Roll-outs of the old tyres were noted today: were the new ones on by then?
    asked = page.get_by_role("group", name="Figures noted since that day")
    expect(asked).to_be_visible()
    for box in asked.get_by_role("checkbox").all():
        box.uncheck()
    page.get_by_role("button", name="it is fitted").click()
    expect(page.get_by_text("fitted 1 March 2026 at 128\u202f400 km in 4.5 h")).to_be_visible()
    expect(page.get_by_role("button", name="tyres 285/75R17 · today")).to_be_visible()

    # What still stands before the day of leaving.
    to_sheet(page, "Trip")
    expect(
        page.get_by_text("105 days left. 2 things still stand between, 17.0 h by the guess.")
    ).to_be_visible()
    expect(page.get_by_text("Here work took 1.4 times its guess so far: reckon with 23 h.")).to_be_visible()

    # The process is killed; everything is there when it starts again.
    process.kill()
    process.start()
    page.reload()
    expect(page.get_by_text("2 things still stand between").first).to_be_visible()
    window.forgive("Failed to load resource", "ERR_CONNECTION_REFUSED")

    # Ctrl Z takes back the last thing; the history says who did what and when.
    page.keyboard.press("Control+z")
    expect(page.get_by_text("3 things still stand between").first).to_be_visible()
    page.keyboard.press("h")
    history = page.get_by_role("dialog", name="History")
    expect(history.get_by_role("listitem").first).to_contain_text(
        "took back: tyres 285/75R17 fitted on 01 Mar 2026"
    )
    expect(history.get_by_role("listitem").first).to_contain_text("Ruben")
    expect(history.get_by_role("listitem").last).to_contain_text("Plover taken in from a build file")
    expect(history.get_by_role("listitem").last).to_contain_text("Ines")
    page.keyboard.press("Escape")
    expect(history).to_have_count(0)
    page.keyboard.press("Control+Shift+z")
    expect(page.get_by_text("2 things still stand between").first).to_be_visible()
    window.assert_quiet()


def test_a_builders_own_vehicle(empty_server: Served, window: Window) -> None:
    page = window.page
    page.goto(empty_server.url)
    expect(page.get_by_role("heading", name="Begin with your vehicle")).to_be_visible()
    draw_bare(page)
    expect(page.get_by_text("Give the rig a name")).to_be_visible()
    page.get_by_label("Name").fill("Sandpiper")
    page.get_by_label("Wheelbase, mm").fill("1,208")
    page.get_by_label("Size on the sidewall").fill("205/80R16")
    page.get_by_role("radio", name="open").click()
    draw_bare(page)
    expect(page.get_by_role("alert")).to_contain_text("could be 1.208 or 1208")
    window.forgive("422")
    page.get_by_label("Wheelbase, mm").fill("2050")
    draw_bare(page)

    # It draws what it knows and says what it does not.
    expect(page.get_by_role("heading", name="Rig", exact=True)).to_be_visible()
    expect(page.get_by_role("img", name="Sandpiper in side elevation")).to_be_visible()
    expect(page.get_by_role("button", name="front ?", exact=True)).to_be_visible()
    unknown = page.get_by_label("Not known yet")
    expect(unknown).to_contain_text("waits for gearbox, first to top")

    # The thread goes as far as its figures go: tyres without a gearbox.
    type_line(page, "tyre 235/85R16", enter=False)
    expect(page.get_by_text("Gearing is").first).to_be_visible()
    page.keyboard.press("Enter")
    expect(page.get_by_label("Type a change or a figure")).to_have_count(0)

    # A waiting result is a button that goes to what it waits for.
    to_sheet(page, "Rolling")
    for wanted, text in (("gearbox, first to top", "3.65 1.95 1.42 1.00 0.79"), ("rear axle ratio", "41/10")):
        page.get_by_role("main").get_by_role("button", name=f"waits for {wanted}").first.click()
        page.get_by_role("dialog").get_by_role("textbox").first.fill(text)
        page.keyboard.press("Enter")
        expect(page.get_by_role("dialog")).to_have_count(0)
    expect(page.get_by_role("img", name=re.compile("Engine speed in 5 gears"))).to_be_visible()
    page.get_by_role("button", name="waits for ratios that exist, rear").click()
    page.get_by_role("dialog").get_by_role("textbox").first.fill("4.10 4.30 4.56 4.88")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="take 4.88 rear to pull")).to_be_visible()

    # A dimension on the drawing is an input: the drawing moves.
    drawing = page.get_by_label("The rig")
    before = drawing.locator("svg path").first.get_attribute("d")
    page.get_by_role("button", name="height ?", exact=True).click()
    page.get_by_role("dialog").get_by_role("textbox").first.fill("5' 7 1/2\"")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="height 1747")).to_be_visible()
    assert drawing.locator("svg path").first.get_attribute("d") != before

    # An underside point brings the angles.
    to_sheet(page, "Rig")
    form = page.get_by_role("form", name="Add a point of the underside")
    form.get_by_label("point").fill("front bumper")
    form.get_by_label("behind the front axle").fill("-560")
    form.get_by_label("above the ground").fill("430")
    form.get_by_role("button", name="add the point").click()
    expect(
        page.get_by_label("The rig").locator("dl > div").filter(has_text="approach").locator("b")
    ).to_be_visible()
    window.assert_quiet()
