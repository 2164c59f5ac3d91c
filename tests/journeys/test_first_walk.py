"""From a new vehicle to the tape: which few measurements come first, and the walk that comes back to its place."""

from pathlib import Path

from PIL import Image
from playwright.sync_api import expect

from tests.journeys.conftest import Served, Window, draw_bare


def test_the_walk_begins_from_a_new_rig_and_comes_back_to_its_place(
    empty_server: Served, window: Window, tmp_path: Path
) -> None:
    page = window.page
    page.goto(empty_server.url)
    page.get_by_label("Name").fill("Fen")
    page.get_by_label("Size on the sidewall").fill("265/70R17 121/118S")
    page.get_by_role("button", name="draw it").click()
    # What passes on guesses says nothing, once, with what would tell.
    guesses = page.get_by_label("Only on assumed figures")
    expect(guesses).to_contain_text("pass on assumed figures alone")
    expect(guesses).to_contain_text("front light")
    page.get_by_text("take most doubt away").wait_for()
    page.get_by_role("link", name="begin the walk").click()
    expect(page.get_by_text("1 of ")).to_contain_text("at the plate and the papers")
    page.get_by_role("textbox", name="permitted mass kg").fill("2850")
    page.keyboard.press("Enter")
    # What is noted drops out, and the next one at the same station comes up.
    expect(page.get_by_role("textbox", name="permitted on the front axle")).to_be_visible()
    # The tape is photographed where it lies; undo takes that back as well.
    picture = tmp_path / "tape.png"
    Image.new("RGB", (1600, 1200), (120, 90, 60)).save(picture)
    page.get_by_label("photograph the tape").set_input_files(picture)
    expect(page.get_by_role("img", name="the tape, permitted on the front axle")).to_be_visible()
    page.get_by_role("button", name="later").click()
    second = page.get_by_text("2 of ")
    expect(second).to_be_visible()
    where = second.text_content()
    # The field has the keys, so by the spine.
    page.get_by_role("link", name="9 Stance").click()
    page.get_by_role("link", name="3 Measure").click()
    expect(page.get_by_text(where or "?", exact=True)).to_be_visible()


def test_a_vehicle_is_put_away_and_brought_back(server: Served, window: Window) -> None:
    page = window.page
    page.goto(server.url)
    page.get_by_role("button", name="delete Plover").click()
    away = page.get_by_label("Put away")
    expect(away).to_contain_text("deleted")
    expect(page.get_by_role("button", name="rename Plover")).to_have_count(0)
    away.get_by_role("button", name="bring back Plover").click()
    page.get_by_role("button", name="rename Plover").click()
    page.get_by_label("name", exact=True).fill("Dunlin")
    page.keyboard.press("Enter")
    page.get_by_role("button", name="copy Dunlin").click()
    page.get_by_label("name of the copy").fill("Dunlin, sand")
    page.get_by_role("radio", name="its figures alone").click()
    page.get_by_role("button", name="copy it").click()
    expect(page.get_by_role("heading", level=1, name="Rig")).to_be_visible()
    expect(page.get_by_text("nothing is planned yet")).to_be_visible()


def test_five_wheels_in_one_go_and_the_odd_one(empty_server: Served, window: Window) -> None:
    page = window.page
    page.goto(empty_server.url)
    page.get_by_label("Name").fill("Fen")
    draw_bare(page)
    page.get_by_role("button", name="wheels and tyres").click()
    form = page.get_by_role("form", name="wheels and tyres")
    form.get_by_label("tyre size, all five").fill("265/70R17")
    page.keyboard.press("Enter")
    page.keyboard.press("Enter")
    form.get_by_label("offset, all five").fill("35")
    form.get_by_label("offset, spare").fill("25")
    form.get_by_role("button", name="note 10 figures").click()
    expect(form).to_have_count(0)
    expect(page.get_by_label("What this affects")).to_contain_text("spare differs in offset")
    # What a result waits for, all of it, in one go.
    page.get_by_label("Not known yet").get_by_role("button", name="all 3 in one go").first.click()
    waits = page.get_by_role("form", name="for axle loads and payload")
    waits.get_by_label("weight on the front axle").fill("1090")
    page.keyboard.press("Enter")
    page.keyboard.type("975")
    page.keyboard.press("Enter")
    page.keyboard.type("2740")
    page.keyboard.press("Enter")
    expect(waits).to_have_count(0)
    expect(page.get_by_label("Not known yet")).not_to_contain_text("axle loads")
    page.get_by_role("button", name="undo 3 figures in one go").click()
    expect(page.get_by_label("Not known yet")).to_contain_text("axle loads")
