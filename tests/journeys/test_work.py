"""The work: planned on the tape, carded, done on a phone, signed off; brought to its date by what the sheet offers."""

import re

from playwright.sync_api import Browser, Page, expect

from tests.journeys.conftest import Served, Window, type_line
from tests.journeys.test_look import assert_accessible

MORE = {"days": "Jobs", "today": "start the clock", "card": "Cautions", "off": "Goes back", "log": "worked",
        "prove": "What to look at", "money": "the ceiling", "shop": "hours at the bench"}  # fmt: skip


ON_A_PHONE = ("days", "today")
ON_A_DESK = tuple(view for view in MORE if view not in ("today", "log"))


def add_by_hand(page: Page, title: str, hours: str) -> None:
    page.get_by_role("button", name="a job by hand").click()
    page.get_by_label("what is to be done").fill(title)
    page.get_by_label("hours of work").fill(hours)
    page.get_by_role("button", name="add it").click()
    expect(page.get_by_role("region", name="Jobs").get_by_text(title)).to_be_visible()


def test_an_invented_job_is_planned_carded_done_on_a_phone_and_signed_off(
    server: Served, window: Window, chromium: Browser
) -> None:
    page = window.page
    page.goto(f"{server.url}/rigs/1/work")
    expect(page.get_by_text("Nobody has said when there is somebody at the bench.")).to_be_visible()
    page.get_by_role("link", name="when is there somebody at the bench?").click()
    page.get_by_role("button", name="begin it").click()
    expect(page.get_by_label("Sat, hours at the bench")).to_have_value("6")
    page.get_by_role("tab", name="days").click()
    add_by_hand(page, "Bracket for the water filter", "3")
    tape = page.get_by_role("region", name="Bench days")
    piece = tape.get_by_role("button", name="Bracket for the water filter").first
    expect(piece).to_be_visible()
    # Held a week later by the keyboard, it goes there.
    piece.press("ArrowDown")
    expect(tape.get_by_label("held")).to_be_visible()
    expect(page.get_by_text("11 March", exact=True)).to_be_visible()

    tape.get_by_role("button", name="Bracket for the water filter").first.press("Enter")
    panel = page.get_by_role("dialog")
    panel.get_by_label("steps, a line each").fill("gate: Battery off.\nDrill, file, paint.\nBolt on.")
    panel.get_by_label("what is read, with its unit").fill("torque, Nm")
    panel.get_by_label("at least").fill("20")
    panel.get_by_role("button", name="read this too").click()
    expect(panel.get_by_text("torque, Nm").first).to_be_visible()
    panel.get_by_role("link", name="its card, to print").click()
    page.keyboard.press("Escape")
    card = page.locator(".job-sheet")
    expect(card).to_contain_text("gate: nothing below before this. Battery off.")
    page.emulate_media(media="print")
    expect(card).to_be_visible()
    expect(page.get_by_role("form", name="What came back on paper")).to_be_hidden()
    page.emulate_media(media="screen")

    phone = Window(chromium, width=390, height=844)
    bay = phone.page
    bay.goto(f"{server.url}/rigs/1/work?view=today")
    expect(bay.get_by_role("heading", name="Bracket for the water filter")).to_be_visible()
    expect(bay.get_by_label("Bolt on.")).to_be_disabled()
    bay.get_by_role("button", name="start the clock").click()
    expect(bay.get_by_text("runs since")).to_be_visible()
    for step in ("Battery off.", "Drill, file, paint.", "Bolt on."):
        bay.get_by_label(step).check()
        expect(bay.get_by_label(step)).to_be_checked()
    bay.get_by_role("region", name="Readings").get_by_label("torque, Nm").fill("18")
    bay.get_by_role("button", name="this went wrong").click()
    expect(bay.get_by_text("outside")).to_be_visible()
    bay.get_by_label("What it is").fill("Hole 2 mm too far back.")
    bay.get_by_role("button", name="write it down").click()
    bay.get_by_role("button", name="stop the clock").click()
    expect(bay.get_by_text("runs since")).to_have_count(0)
    bay.get_by_label("took, h").fill("4")
    bay.get_by_role("button", name="sign it off").click()
    expect(bay.get_by_text("Nothing is left to do on Plover.")).to_be_visible()
    assert bay.evaluate("document.documentElement.scrollWidth <= innerWidth")
    phone.assert_quiet()
    phone.context.close()

    page.goto(f"{server.url}/rigs/1/work?view=log")
    expect(page.get_by_text("Hole 2 mm too far back.")).to_be_visible()
    expect(page.get_by_text("Bracket for the water filter, signed off")).to_be_visible()
    page.goto(f"{server.url}/rigs/1/work")
    expect(page.get_by_text("in the middle of 1 job")).to_be_visible()
    window.assert_quiet()


def test_plover_is_brought_to_its_date_with_what_the_sheet_offers(
    demo_server: Served, window: Window
) -> None:
    page = window.page
    page.goto(f"{demo_server.url}/rigs/1/work")
    page.get_by_role("button", name="how likely is each day?").click()
    really = page.get_by_role("region", name="When really")
    expect(really.get_by_text("that all is ready by 15 Jun")).to_be_visible()

    def chance() -> int:
        return int(re.search(r"(\d+) %", really.locator("b").first.inner_text())[1])

    before = chance()
    assert 60 <= before <= 80
    page.get_by_role("button", name="what could wait until after the trip?").click()
    offers = really.get_by_role("button", name="put it off")
    expect(offers.first).to_be_visible()
    expect(really.get_by_text("Better not these")).to_be_visible()
    for _ in range(2):
        count = offers.count()
        offers.first.click()
        expect(offers).to_have_count(count - 1)
    expect(page.get_by_role("complementary")).to_contain_text("is put off until after the trip")
    expect(really.get_by_text("The work has moved on since.")).to_be_visible()
    # A pair is put off by two writes, and one may come after the counting was asked for: then it is asked again.
    again = page.get_by_role("button", name="count again")
    for _ in range(3):
        again.click()
        expect(really.get_by_role("progressbar", name="Runs are counted")).to_have_count(0)
        if not really.get_by_text("The work has moved on since.").count():
            break
    expect(really.get_by_text("The work has moved on since.")).to_have_count(0)
    assert chance() >= 90
    window.assert_quiet()


def test_what_the_plan_breaks_is_said_mended_and_overruled(demo_server: Served, window: Window) -> None:
    page = window.page
    page.goto(f"{demo_server.url}/rigs/1/work")
    jobs = page.get_by_role("region", name="Jobs")
    jobs.get_by_role("button", name="Work lamps and cabin sockets").click()
    panel = page.get_by_role("dialog")
    panel.get_by_label("held on").fill("2026-03-02")
    panel.get_by_label("hours guessed").click()
    page.keyboard.press("Escape")
    order = page.get_by_role("complementary")
    broken = order.get_by_text(
        "Work lamps and cabin sockets is held on 2 Mar, before Weld the bumper's mounts"
    )
    expect(broken).to_be_visible()
    order.get_by_role("button", name="let it go from that day").click()
    expect(broken).to_have_count(0)
    rules = order.get_by_role("button", name="the order, and why")
    before = rules.inner_text()
    rules.click()
    order.get_by_role("button", name="not here, because…").first.click()
    order.get_by_label("not here, because").fill("the battery is out until then")
    order.get_by_role("button", name="overrule it").click()
    expect(rules).not_to_have_text(before)
    expect(page.get_by_role("button", name=re.compile("undo job: .*overruled"))).to_be_visible()


def test_a_part_is_ordered_at_the_counter_and_checked_off(server: Served, window: Window) -> None:
    page = window.page
    page.goto(f"{server.url}/rigs/1/parts?view=ordered")
    page.get_by_label("also wanted").fill("coil springs")
    page.get_by_role("button", name="put it on the list").click()
    page.get_by_role("main").get_by_role("button", name="coil springs").click()
    page.get_by_role("button", name="what has it?").click()
    page.get_by_role("button", name="order it").click()
    expect(page.get_by_text("due 8 March 2026")).to_be_visible()
    page.get_by_label("what its kit should hold").fill("2 springs, 4 seats")
    page.get_by_role("button", name="onto its list").click()
    expect(page.get_by_text("2 of its kit not ticked")).to_be_visible()
    page.get_by_label("2 springs").check()
    expect(page.get_by_text("1 of its kit not ticked")).to_be_visible()
    page.get_by_label("How far coil springs is").select_option("here")
    expect(page.get_by_text("1 here, not checked")).to_be_visible()
    window.assert_quiet()


def test_axe_finds_nothing_in_any_view_of_the_work(demo_server: Served, chromium: Browser) -> None:
    for width, theme, views in ((1280, "light", ON_A_DESK), (390, "night", ON_A_PHONE)):
        window = Window(chromium, width=width, settings=f'{{"theme":"{theme}"}}')
        for view in views:
            settled = MORE[view]
            window.page.goto(f"{demo_server.url}/rigs/1/work?view={view}")
            expect(window.page.get_by_role("main").get_by_text(settled).first).to_be_visible()
            assert_accessible(window.page, "main")
            assert window.page.evaluate("document.documentElement.scrollWidth <= innerWidth"), view
        window.assert_quiet()
        window.context.close()


def test_a_finding_becomes_a_job(server: Served, window: Window) -> None:
    page = window.page
    page.goto(f"{server.url}/rigs/1/plan")
    type_line(page, "gears rear 4.10")
    margin = page.get_by_label("What this affects")
    margin.get_by_role("button", name="make a job of it").first.click()
    expect(margin.get_by_text("It is among the jobs now.")).to_be_visible()
    page.goto(f"{server.url}/rigs/1/work")
    expect(page.get_by_role("region", name="Jobs").get_by_text("1 h usual").first).to_be_visible()
