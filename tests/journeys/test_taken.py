"""Measuring again what was lifted: what is fitted does not count twice."""

from playwright.sync_api import Page, expect

from tests.journeys.conftest import Served, Window, to_sheet, type_line


def height(page: Page) -> str:
    row = page.get_by_label("The rig").locator("dl > div").filter(has_text="overall height")
    return row.locator("dd b").inner_text()


def test_a_height_measured_with_the_springs_in(server: Served, window: Window) -> None:
    page = window.page
    page.goto(f"{server.url}/rigs/1/plan")
    page.get_by_role("heading", name="Plan", exact=True).wait_for()
    type_line(page, "springs front 448 38")
    page.get_by_role("button", name="fitted", exact=True).first.click()
    page.get_by_role("button", name="it is fitted").click()
    expect(page.get_by_text("fitted 2 March 2026")).to_be_visible()
    worked_out = height(page)

    # Typed anew it is as it stands; whoever only looks leaves it as it was.
    to_sheet(page, "Rig")
    row = page.get_by_role("main").get_by_role("button", name="overall height")
    row.click()
    panel = page.get_by_role("dialog")
    stood = panel.get_by_label("How the vehicle stood")
    expect(stood.get_by_role("radio", name="as found")).to_be_checked()
    panel.get_by_role("textbox").first.fill("1918")
    expect(stood.get_by_role("radio", name="as it stands")).to_be_checked()
    expect(panel.get_by_label("on", exact=False).first).to_have_value("2026-03-02")
    expect(panel.get_by_text("fitted by then")).to_be_visible()
    page.keyboard.press("Enter")
    expect(panel).to_have_count(0)
    expect(row).to_contain_text("as it stood 2 March 2026")
    assert height(page) == "1918" != worked_out

    # Before the springs were in it would have been another, and by keyboard alone.
    row.focus()
    page.keyboard.press("Enter")
    expect(panel).to_contain_text("as it stood then")
    stood.get_by_role("radio", name="as it stands").focus()
    page.keyboard.press("ArrowLeft")
    # The focus moves a moment after the key: Space on the one before would choose that again.
    expect(stood.get_by_role("radio", name="as found")).to_be_focused()
    page.keyboard.press("Space")
    expect(stood.get_by_role("radio", name="as found")).to_be_checked()
    panel.get_by_role("button", name="note it").press("Enter")
    expect(panel).to_have_count(0)
    expect(row).not_to_contain_text("as it stood")
    assert int(height(page)) > 1918 + 20
    page.get_by_role("button", name="undo overall height").click()
    expect(row).to_contain_text("as it stood 2 March 2026")
    assert height(page) == "1918"


def test_a_change_ticked_with_an_earlier_day_asks_of_what_was_noted_since(
    server: Served, window: Window
) -> None:
    page = window.page
    page.goto(f"{server.url}/rigs/1/plan")
    page.get_by_role("heading", name="Plan", exact=True).wait_for()
    type_line(page, "height 1871", enter=False)
    page.keyboard.press("Enter")
    expect(page.get_by_label("Type a change or a figure")).to_have_count(0)
    type_line(page, "tyre 285/75R17")
    page.get_by_role("button", name="fitted", exact=True).first.click()
    asked = page.get_by_role("group", name="Figures noted since that day")
    expect(asked).to_have_count(0)
    page.get_by_label("Fitted on").fill("2026-02-28")
    noted = asked.get_by_role("checkbox", name="overall height 1871 mm, noted 2 March 2026")
    expect(noted).to_be_checked()
    noted.press("Space")
    expect(noted).not_to_be_checked()
    page.get_by_role("button", name="it is fitted").click()
    expect(page.get_by_text("fitted 28 February 2026")).to_be_visible()
    assert int(height(page)) > 1871 + 20
