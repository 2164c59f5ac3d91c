"""A question asked, its options filled, compared and decided; what decides, what a job asks for, how a panel opens."""

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.journeys.conftest import Served, Window, draw_bare, to_sheet, type_line


@pytest.fixture
def page(server: Served, window: Window) -> Page:
    """The plan with tyres on it and nothing asked."""
    page = window.page
    page.goto(f"{server.url}/rigs/1/plan")
    type_line(page, "tyre 285/75R17")
    return page


@pytest.fixture
def demo_page(demo_server: Served, window: Window) -> Page:
    window.page.goto(f"{demo_server.url}/rigs/1/rolling")
    expect(window.page.get_by_role("heading", level=1)).to_be_visible()
    return window.page


def ask(page: Page, question: str, options: str) -> None:
    page.get_by_role("button", name="ask a question").click()
    form = page.get_by_role("form", name="Ask a question")
    form.get_by_label("what is to be decided").fill(question)
    form.get_by_label("options, with commas between").fill(options)
    form.get_by_role("button", name="ask it").click()


def add_spacer(page: Page, option: str, spacer_mm: str) -> None:
    """A coil spacer put into an option by its form."""
    column = page.get_by_role("main").locator("th, td").filter(has_text=f"choose {option}")
    expect(column.first).to_be_visible()
    heads = page.get_by_role("button", name="add a change to it")
    heads.nth(["thin", "thick"].index(option)).click()
    form = page.get_by_role("form")
    form.get_by_label("kind").select_option("coil-spacers")
    form.get_by_label("thickness").fill(spacer_mm)
    form.get_by_role("button", name="put it in").click()
    expect(form).to_have_count(0)


def height_in(page: Page, option: str) -> str:
    """What the comparison says of overall height with an option."""
    table = page.get_by_role("main").get_by_role("table").first
    heads = table.locator("thead th").all_inner_texts()
    at = next(i for i, head in enumerate(heads) if head.startswith(option))
    row = table.get_by_role("row").filter(has_text="overall height")
    return row.locator("th, td").nth(at).inner_text()


def test_a_question_is_asked_compared_and_decided(page: Page) -> None:
    ask(page, "How does it get height?", "thin, thick")
    main = page.get_by_role("main")
    expect(main).to_contain_text("open: none of its options is counted yet")
    add_spacer(page, "thin", "20")
    add_spacer(page, "thick", "60")
    expect(main.get_by_role("button", name="2 changes")).to_be_visible()
    assert height_in(page, "thin") != height_in(page, "thick")

    main.get_by_role("button", name="choose thick").click()
    main.get_by_role("button", name="choose it").click()
    expect(main.get_by_role("alert")).to_contain_text("Why this one?")
    main.get_by_label("because").fill("it clears the sill")
    main.get_by_role("button", name="choose it").click()
    expect(main).to_contain_text("“it clears the sill”")
    margin = page.get_by_label("What this affects")
    main.get_by_role("button", name="open it again").click()
    expect(main).to_contain_text("open: none of its options is counted yet")
    expect(margin).to_be_visible()


def test_a_question_that_cannot_be_asked_says_what_is_wanting(page: Page) -> None:
    form = page.get_by_role("form", name="Ask a question")
    for question, options, says in (
        ("", "thin, thick", "What is to be decided?"),
        ("Height?", "thin", "Give two options or more"),
        ("Height?", " , ,", "Give two options or more"),
        ("Height?", "thin, thin", "Two options have one name"),
        ("Height?", "coil/leaf, air", "1 to 40 characters with no / among them"),
    ):
        ask(page, question, options)
        expect(form.get_by_role("alert")).to_contain_text(says)
        form.get_by_role("button", name="cancel").click()
        expect(form).to_have_count(0)
    expect(page.get_by_role("main")).not_to_contain_text("open: none of its options")


def test_a_question_without_changes_is_taken_out_and_comes_back(page: Page) -> None:
    ask(page, "How does it get height?", "thin, thick")
    question = page.get_by_role("button", name="How does it get height?", exact=True)
    expect(question).to_be_visible()
    page.get_by_role("button", name="take it out").click()
    expect(question).to_have_count(0)
    page.locator("body").press("Control+z")
    expect(question).to_be_visible()


def test_a_card_of_a_job_has_its_steps_and_its_cautions(page: Page) -> None:
    page.get_by_role("button", name="jobs").first.click()
    card = page.locator(".job-card")
    expect(card.get_by_role("heading").first).to_contain_text("h")
    assert card.locator("article").first.locator("ul").first.get_by_role("listitem").count() > 1
    assert card.locator("article").first.locator("ul").last.get_by_role("listitem").count() >= 1
    title = card.get_by_role("heading").first.inner_text().split(" about")[0]
    card.get_by_role("link", name="its card, to print").click()
    expect(page.locator(".job-sheet").get_by_role("heading", name=title)).to_be_visible()


def unfold(page: Page, button: Locator) -> Locator:
    button.click()
    panel = page.get_by_role("dialog")
    expect(panel).to_be_visible()
    return panel


def test_a_panel_opens_closes_and_gives_the_focus_back(demo_page: Page) -> None:
    page = demo_page
    button = page.get_by_label("The rig").get_by_role("button", name="wheelbase 2740")
    button.press("Enter")
    panel = page.get_by_role("dialog", name="wheelbase")
    expect(panel.get_by_role("textbox").first).to_be_focused()
    expect(button).to_have_attribute("aria-expanded", "true")
    page.keyboard.press("Escape")
    expect(panel).to_have_count(0)
    expect(button).to_be_focused()
    unfold(page, button)
    button.click()
    expect(panel).to_have_count(0)
    expect(button).to_have_attribute("aria-expanded", "false")
    # What is pressed beside it has the focus, and its own panel where it has one.
    unfold(page, button)
    page.get_by_role("tab", name="Wheels").click()
    expect(panel).to_have_count(0)
    expect(button).not_to_be_focused()
    unfold(page, button)
    page.get_by_label("The rig").get_by_role("button", name="height 2041").click()
    expect(page.get_by_role("dialog", name="overall height")).to_be_visible()
    expect(panel).to_have_count(0)


def test_a_panel_over_a_panel_closes_alone(demo_page: Page) -> None:
    page = demo_page
    working = unfold(page, page.get_by_role("button", name="How crawl ratio comes about"))
    working.get_by_role("button", name="gearbox, first to top").click()
    figure = page.get_by_role("dialog", name="gearbox, first to top")
    expect(figure.get_by_role("textbox").first).to_be_focused()
    page.keyboard.press("Escape")
    expect(figure).to_have_count(0)
    expect(page.get_by_role("dialog", name="Working of crawl ratio")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_have_count(0)


def springs_or_spacers(page: Page) -> Locator:
    """What is compared for that question; another one is asked on the same plan."""
    return page.get_by_role("main").get_by_role("table").filter(has_text="choose B spacers")


def compared(page: Page) -> list[str]:
    """The figures of that comparison, in their order."""
    to_sheet(page, "Plan")
    heads = springs_or_spacers(page).get_by_role("rowheader")
    expect(heads.get_by_text("departure", exact=True)).to_be_visible()
    return heads.all_inner_texts()


def test_what_decides_stands_first_in_a_comparison(demo_page: Page) -> None:
    page = demo_page
    before = compared(page)
    assert before.index("departure") > before.index("ride height change, front")
    working = unfold(page, page.get_by_role("button", name="How departure comes about"))
    working.get_by_role("button", name="it decides").click()
    expect(working.get_by_role("button", name="it does not decide after all")).to_have_attribute(
        "aria-pressed", "true"
    )
    page.keyboard.press("Escape")
    fourth = springs_or_spacers(page).get_by_role("row").nth(3)
    expect(fourth).to_contain_text("departure")
    after = compared(page)
    assert after.index("departure") < after.index("ride height change, front")
    assert sorted(after) == sorted(before)
    page.locator("body").press("Control+z")
    expect(fourth).not_to_contain_text("departure")
    assert compared(page) == before


def test_a_figure_shows_what_it_was(demo_page: Page) -> None:
    page = demo_page
    strip = page.get_by_label("The rig")
    for value in ("2745", "2750"):
        panel = unfold(page, strip.get_by_role("button", name="wheelbase"))
        panel.get_by_role("textbox").first.fill(value)
        page.keyboard.press("Enter")
        expect(panel).to_have_count(0)
    panel = unfold(page, strip.get_by_role("button", name="wheelbase 2750"))
    was = panel.get_by_role("figure").get_by_role("listitem")
    expect(was).to_have_count(3)
    assert [text.split(",")[0] for text in was.all_inner_texts()] == ["2740 mm", "2745 mm", "2750 mm"]
    expect(panel.locator("figure svg circle")).to_have_count(3)


def test_a_bare_rig_begins_with_what_decides_most(empty_server: Served, window: Window) -> None:
    page = window.page
    page.goto(empty_server.url)
    page.get_by_label("Name").fill("Bare")
    draw_bare(page)
    expect(page.get_by_role("heading", name="Rig", level=1)).to_be_visible()
    to_sheet(page, "Measure")
    expect(page.get_by_role("textbox", name="wheelbase")).to_be_visible()
