"""What goes wrong in a shed: bad input, two windows, a server that is gone."""

import pytest
from playwright.sync_api import Browser, expect
from tools.running import Server

from tests.journeys.conftest import Served, Window, type_line


@pytest.mark.parametrize(
    ("typed", "says"),
    [
        ("tyre 285/57R17", "Perhaps 285/75R17"),
        ("tyre banana", "no tyre size that can be read"),
        ("gears 0", "between 1.5 and 12"),
        ("gears 4,100", "4.100 or 4100"),
        ("", "Type a change, for example"),
    ],
)
def test_a_line_that_cannot_be_read_says_what_would_work(
    server: Served, window: Window, typed: str, says: str
) -> None:
    page = window.page
    page.goto(f"{server.url}/rigs/1/plan")
    type_line(page, typed, enter=False)
    page.keyboard.press("Enter")
    line = page.get_by_label("Type a change", exact=True)
    expect(line).to_contain_text(says)
    expect(page.get_by_label("Type a change or a figure")).to_have_value(typed)
    expect(page.get_by_role("main").get_by_text("Nothing is planned yet")).to_be_visible()


def test_a_decimal_comma_is_read_to_the_teeth(server: Served, window: Window) -> None:
    window.page.goto(f"{server.url}/rigs/1/plan")
    type_line(window.page, "gears 4,56")
    expect(
        window.page.get_by_role("main").get_by_role("button", name="gears 4.56 front and rear", exact=True)
    ).to_be_visible()


def test_a_smaller_tyre_is_drawn_inside_the_old_one(server: Served, window: Window) -> None:
    page = window.page
    page.goto(f"{server.url}/rigs/1/rolling")
    type_line(page, "tyre 205/70R15 on 7 in")
    expect(
        page.get_by_label("The rig").locator("dl > div").filter(has_text="overall height").locator("b")
    ).to_have_text("1808")
    expect(page.get_by_label("What this affects")).to_contain_text("% high")


def test_a_rig_without_a_date_and_with_one_that_has_passed(server: Served, window: Window) -> None:
    page = window.page
    page.goto(f"{server.url}/rigs/1/trip")
    leaves = page.get_by_label("Leaves on")
    leaves.fill("2026-02-20")
    leaves.blur()
    expect(page.get_by_text("The day of leaving was 10 days ago. Set a new one.")).to_be_visible()
    expect(page.get_by_text("should have left 10 days ago")).to_be_visible()
    leaves.fill("")
    leaves.blur()
    expect(page.get_by_text("No day of leaving is set.")).to_be_visible()
    expect(page.get_by_text("no day of leaving yet")).to_be_visible()


def test_two_windows_on_one_rig_never_overwrite_each_other_in_silence(
    server: Served, window: Window, chromium: Browser
) -> None:
    mine = window.page
    other = Window(chromium, settings='{"person":"Ruben"}')
    for page in (mine, other.page):
        page.goto(f"{server.url}/rigs/1/rolling")
        page.get_by_role("button", name="wheelbase 2740", exact=True).click()
    theirs = other.page.get_by_role("dialog").get_by_role("textbox").first
    theirs.fill("2755")
    other.page.keyboard.press("Enter")
    expect(other.page.get_by_role("button", name="wheelbase 2755", exact=True)).to_be_visible()
    box = mine.get_by_role("dialog").get_by_role("textbox").first
    box.fill("2730")
    mine.keyboard.press("Enter")
    expect(mine.get_by_role("alert")).to_contain_text("Ruben noted it meanwhile")
    expect(mine.get_by_role("button", name="theirs: 2755")).to_be_visible()
    expect(box).to_have_value("2730")
    expect(mine.get_by_role("button", name="wheelbase 2755", exact=True)).to_be_attached()
    mine.get_by_role("button", name="yours: 2730").click()
    expect(mine.get_by_role("button", name="wheelbase 2730", exact=True)).to_be_visible()
    other.context.close()


def test_two_windows_on_one_record_choose_what_stands(
    demo_server: Served, window: Window, chromium: Browser
) -> None:
    mine = window.page
    other = Window(chromium, settings='{"person":"Ruben"}')
    for page in (mine, other.page):
        page.goto(f"{demo_server.url}/rigs/1/survey")
        expect(page.get_by_label("Decision on front hub bearings")).to_be_visible()
    decision = "Decision on front hub bearings"
    condition = "Condition of front hub bearings"
    # What only one of them has changed is kept, whoever was first.
    other.page.get_by_label(condition).select_option("leaking")
    expect(other.page.get_by_label(condition)).to_have_value("leaking")
    mine.get_by_label(decision).select_option("repair")
    expect(mine.get_by_label(condition)).to_have_value("leaking")
    expect(mine.get_by_label(decision)).to_have_value("repair")
    # What both have changed is shown twice.
    other.page.get_by_label(decision).select_option("leave")
    expect(other.page.get_by_role("alertdialog")).to_contain_text("repair")
    other.page.get_by_role("button", name="theirs stands").click()
    expect(other.page.get_by_label(decision)).to_have_value("repair")
    mine.get_by_label(decision).select_option("treat")
    other.page.get_by_label(decision).select_option("leave")
    expect(other.page.get_by_role("alertdialog")).to_contain_text("treat")
    other.page.get_by_role("button", name="yours stands").click()
    expect(other.page.get_by_label(decision)).to_have_value("leave")
    other.context.close()


def test_the_server_gone_while_typing_keeps_what_was_typed(process: Server, window: Window) -> None:
    page = window.page
    page.goto(f"{process.url}/rigs/1/plan")
    type_line(page, "tyre 285/75R17")
    process.kill()
    # Two things are entered while nobody answers, and the second builds on the first.
    cost = page.get_by_role("textbox", name="cost")
    cost.fill("1640")
    cost.press("Enter")
    expect(page.get_by_text("One entry is kept in this browser")).to_be_visible()
    page.keyboard.press("/")
    line = page.get_by_label("Type a change or a figure")
    line.fill("gears rear 4.10")
    expect(page.get_by_text("What you typed stays here")).to_be_visible()
    page.keyboard.press("Enter")
    expect(page.get_by_text("2 entries are kept in this browser")).to_be_visible()
    # The lid is closed and opened again before the server is back.
    process.start()
    expect(page.get_by_text("is not answering")).to_have_count(0)
    expect(page.get_by_role("main").get_by_role("button", name="gears 4.10 rear", exact=True)).to_be_visible()
    expect(page.get_by_role("textbox", name="cost").first).to_have_value("1640")
    page.reload()
    expect(page.get_by_role("main").get_by_role("listitem")).to_have_count(2)


def test_a_half_typed_line_survives_a_reload(server: Served, window: Window) -> None:
    page = window.page
    page.goto(f"{server.url}/rigs/1/plan")
    type_line(page, "tyre 285/7", enter=False)
    page.wait_for_timeout(200)
    page.reload()
    expect(page.get_by_role("heading", name="Plan", exact=True)).to_be_visible()
    page.keyboard.press("/")
    line = page.get_by_label("Type a change or a figure")
    # It opens empty, and what was half typed is the first that arrow up brings.
    expect(line).to_have_value("")
    line.press("ArrowUp")
    expect(line).to_have_value("tyre 285/7")
    line.press("ArrowDown")
    expect(line).to_have_value("")


def test_a_rig_that_is_not_there(server: Served, window: Window) -> None:
    window.page.goto(f"{server.url}/rigs/99/plan")
    expect(window.page.get_by_text("There is no rig 99 here.")).to_be_visible()
    window.page.get_by_role("link", name="all rigs").click()
    expect(window.page.get_by_text("Plover", exact=True).first).to_be_visible()


def test_an_edit_is_one_round_trip(server: Served, window: Window) -> None:
    """Its answer is the sheet: nothing is asked for again, and the poll from before it calls for nothing."""
    page = window.page
    page.goto(f"{server.url}/rigs/1/rolling")
    expect(page.get_by_role("heading", name="Rolling", exact=True)).to_be_visible()
    with page.expect_response(lambda answer: "/revision" in answer.url):
        page.evaluate("window.dispatchEvent(new Event('focus'))")
    asked: list[str] = []
    page.on("request", lambda request: asked.append(f"{request.method} {request.url.split('?')[0]}"))
    page.get_by_label("The rig").get_by_role("button", name="wheelbase 2740", exact=True).click()
    page.get_by_role("dialog").get_by_role("textbox").first.fill("2755")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="wheelbase 2755", exact=True)).to_be_visible()
    page.wait_for_timeout(500)
    of_the_rig = [each for each in asked if each.endswith(("/rigs/1", "/figures"))]
    assert of_the_rig == [f"PUT {server.url}/api/rigs/1/figures"]


def test_a_press_beside_a_dialog_keeps_what_was_typed(server: Served, window: Window) -> None:
    page = window.page
    page.goto(f"{server.url}/rigs/1/rig")
    page.get_by_role("button", name="wheelbase 2740", exact=True).click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_role("textbox").first.fill("2751")
    page.mouse.click(985, 700)
    expect(dialog).to_have_count(0)
    page.get_by_role("button", name="wheelbase 2740", exact=True).click()
    expect(dialog.get_by_role("textbox").first).to_have_value("2751")
    expect(dialog).to_contain_text("Typed before and not noted yet.")
    dialog.get_by_role("button", name="forget it").click()
    expect(dialog.get_by_role("textbox").first).to_have_value("2740")


def test_a_day_of_fitting_that_is_to_come_is_refused_in_words(server: Served, window: Window) -> None:
    page = window.page
    page.goto(f"{server.url}/rigs/1/plan")
    type_line(page, "tyre 285/75R17")
    page.get_by_role("main").get_by_role("button", name="fitted", exact=True).first.click()
    page.get_by_label("Fitted on").fill("2027-01-01")
    page.get_by_role("button", name="it is fitted").click()
    expect(page.get_by_role("alert")).to_contain_text("is still to come")
    expect(page.get_by_label("Fitted on")).to_have_value("2027-01-01")
