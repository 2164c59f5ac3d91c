"""A notebook typed on the Rig sheet: understood line by line, noted at a press, its questions left."""

from playwright.sync_api import expect

from tests.journeys.conftest import Served, Window, draw_bare, to_sheet

PAGE = """wheelbase 2740, track 1540/1530
265/70R17 all five
springs fresh
gears rear 4.10"""


def test_an_evenings_notebook_becomes_the_rig(empty_server: Served, window: Window) -> None:
    page = window.page
    page.goto(empty_server.url)
    page.get_by_label("Name").fill("Evening")
    draw_bare(page)
    to_sheet(page, "Rig")
    page.get_by_role("button", name="type or paste a notebook").click()
    lines = page.get_by_label("Lines of a notebook")
    lines.fill(PAGE)
    understood = page.get_by_label("What was understood").get_by_role("listitem")
    expect(understood).to_have_count(4)
    expect(understood.nth(0)).to_contain_text("track, rear 1530 mm")
    expect(understood.nth(1)).to_contain_text("all five")
    expect(understood.nth(2)).to_contain_text("was not understood")
    expect(understood.nth(3)).to_contain_text("plan:")
    page.get_by_role("button", name="note 8 figures and plan 1 change").click()
    # What asks stays, to be mended.
    expect(lines).to_have_value("springs fresh")
    expect(page.get_by_label("The rig")).to_contain_text("wheelbase")
    page.get_by_role("button", name="close", exact=True).click()
    page.reload()
    expect(page.get_by_role("button", name="wheelbase 2740 mm measured")).to_be_visible()


def test_a_tape_beats_what_is_usual(empty_server: Served, window: Window) -> None:
    page = window.page
    page.goto(empty_server.url)
    page.get_by_label("Name").fill("Usual")
    page.get_by_role("button", name="draw it").click()
    page.get_by_role("button", name="wheelbase 2750", exact=True).click()
    figure = page.get_by_role("dialog")
    known = figure.get_by_role("radio", checked=True)
    expect(known).to_have_text("assumed")
    assert figure.get_by_label("note").input_value() != ""
    figure.get_by_role("textbox").first.fill("2743")
    expect(known).to_have_text("measured")
    expect(figure.get_by_label("±")).to_have_value("")
    expect(figure.get_by_label("note")).to_have_value("")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="wheelbase 2743 mm measured")).to_be_visible()
