"""The frame as its builder uses it: a bent horn found, a plate drawn and sent into Load, a box dragged until it fits."""

import re
from pathlib import Path

from playwright.sync_api import expect

from tests.journeys.conftest import Served, Window, pull, walk_to

BOARD = """front eye 0 -381 610 0 381 610
belly 1200 -430 610 1200 430 610
rear eye 2500 -452 610 2500 452 610"""


def test_a_frame_is_measured_and_a_bent_horn_found(server: Served, window: Window) -> None:
    page = window.page
    page.goto(f"{server.url}/rigs/1/frame")
    form = page.get_by_role("form", name="A ladder or points")
    form.get_by_label("name").fill("as found")
    form.get_by_role("button", name="begin it").click()
    # Reading by reading: the point that is meant is drawn; on the left what is read outwards counts to the left.
    step_by_step = page.get_by_role("form", name="Reading by reading")
    for typed, asked in (
        ("front horn", "The left point, back"),
        ("-420", "The left point, out"),
        ("somewhere", "The left point, out"),
        ("368", "The left point, up"),
        ("610", "The right point, back"),
        ("-420", "The right point, out"),
        ("392", "The right point, up"),
        ("610", "The frame as far as it is read"),
    ):
        step_by_step.get_by_role("textbox").fill(typed)
        page.keyboard.press("Enter")
        expect(step_by_step.get_by_role("img", name=asked)).to_be_visible()
    # One station says nothing yet, and says so.
    expect(page.get_by_text("three stations")).to_be_visible()
    page.get_by_role("button", name="paste a whole board").click()
    walk = page.get_by_role("form", name="The next station")
    walk.get_by_role("textbox").fill(f"{BOARD}\nturned 2700 400 610 2700 -400 610")
    walk.get_by_role("button", name="read it").click()
    expect(page.get_by_text("were the two exchanged?")).to_be_visible()
    walk.get_by_role("textbox").fill(BOARD)
    walk.get_by_role("button", name="read it").click()
    table = page.get_by_role("table", name="Stations")
    expect(table.get_by_role("cell", name="4 rear eye")).to_be_visible()
    # Left out of the base it shows whole.
    page.get_by_role("checkbox", name="front horn is sound").uncheck()
    horn = table.get_by_role("row", name=re.compile("front horn"))
    expect(horn).to_contain_text("12.0 mm")
    expect(page.get_by_role("complementary")).to_contain_text("front horn is 12 mm")
    expect(page.get_by_role("img", name=re.compile("The ladder from above"))).to_be_visible()
    window.assert_quiet()


def test_a_plate_is_drawn_printed_and_goes_into_load(
    demo_server: Served, window: Window, tmp_path: Path
) -> None:
    page = window.page
    page.goto(f"{demo_server.url}/rigs/2/frame?view=cut")
    page.get_by_role("button", name="mount plate, left").click()
    piece = page.get_by_role("region", name="mount plate, left")
    piece.get_by_label("thickness").fill("3/8 in")
    expect(piece.get_by_text("tried, not kept")).to_be_visible()
    expect(piece.get_by_text("Steel, 9.525 mm")).to_be_visible()
    piece.get_by_label("corner or hole").select_option("hole 1")
    piece.get_by_label("diameter", exact=True).fill("400")
    expect(piece.get_by_role("alert")).to_contain_text("not wholly inside")
    expect(piece.get_by_role("button", name="keep it so").first).to_be_disabled()
    piece.get_by_label("diameter", exact=True).fill("14.5")
    expect(piece.get_by_role("alert")).to_have_count(0)
    piece.get_by_role("button", name="keep it so").click()
    expect(piece.get_by_text("tried, not kept")).to_have_count(0)
    with page.expect_download() as taken:
        piece.get_by_role("link", name="template 1:1, A4").click()
    assert Path(taken.value.path()).read_bytes().startswith(b"%PDF")
    with page.expect_download() as drawn:
        piece.get_by_role("link", name="DXF for the cutter").click()
    dxf = tmp_path / "plate.dxf"
    drawn.value.save_as(dxf)
    piece.get_by_role("button", name="put it into Load").click()
    expect(piece.get_by_text("in Load as bracket mount plate, left")).to_be_visible()
    page.goto(f"{demo_server.url}/rigs/2/load")
    expect(page.get_by_text("bracket mount plate, left").first).to_be_visible()
    # Read from the drawing it is the same plate.
    page.goto(f"{demo_server.url}/rigs/2/frame?view=cut")
    page.get_by_role("button", name="mount plate, right").click()
    right = page.get_by_role("region", name="mount plate, right")
    right.locator("input[type=file]").set_input_files(dxf)
    expect(right.get_by_text("6 corners, 3 holes, drawn in mm")).to_be_visible()
    window.forgive("422")
    window.assert_quiet()


def test_what_is_too_close_is_dragged_apart_and_a_look_says_what_it_does_not_know(
    demo_server: Served, window: Window
) -> None:
    page = window.page
    page.goto(f"{demo_server.url}/rigs/2/frame?view=room")
    page.get_by_role("button", name="frame", exact=True).click()
    close = page.get_by_role("list", name="Too close")
    expect(close).to_contain_text("donor case and exhaust")
    side = page.get_by_role("img", name="The bay from the side")
    pull(side.locator("rect.cursor-move").last, down=40)
    expect(close.get_by_text("donor case and exhaust")).to_have_count(0)
    page.get_by_label("back by (forward: −)").fill("-150")
    expect(page.get_by_role("row", name=re.compile("^wheelbase"))).to_contain_text("3030 mm")
    page.get_by_role("tab", name="strength").click()
    spare = page.get_by_role("region", name="spare on the tailgate")
    expect(spare.get_by_text("nobody has noted what one hinge is rated for")).to_be_visible()
    spare.get_by_label("one is rated, N").fill("2000")
    spare.get_by_role("button", name="keep it so").click()
    expect(spare.get_by_text("too weak")).to_be_visible()
    expect(page.get_by_role("complementary")).to_contain_text("Spare on the tailgate holds")
    rail = page.get_by_role("region", name="bottle rail")
    expect(rail.get_by_text("not ruled out by this look")).to_be_visible()
    window.assert_quiet()


def test_shelf_parts_close_a_line_and_a_front_end_is_read(demo_server: Served, window: Window) -> None:
    page = window.page
    page.goto(f"{demo_server.url}/rigs/2/parts?view=chains")
    page.get_by_label("from the face").select_option("donor case/rear flange")
    page.get_by_label("to the face").select_option("rear axle/pinion flange")
    page.get_by_label("apart").fill("4 ft 7 1/2 in")
    chains = page.get_by_role("region", name="Chains")
    expect(chains.get_by_role("img").first).to_have_attribute("aria-label", re.compile("short shaft"))
    expect(chains.get_by_text("measure them first").first).to_be_visible()
    page.get_by_label("apart").fill("2000")
    expect(chains.get_by_text("Nothing that is at hand closes it.")).to_be_visible()
    walk_to(page, "/rigs/2/driveline")
    page.get_by_label("only after a bump, in the steering").select_option("yes")
    suspects = page.get_by_role("list", name="Suspects of a wobble")
    tie_rod = suspects.get_by_role("listitem").filter(has_text="tie rod")
    expect(tie_rod).to_contain_text("not read")
    tie_rod.get_by_role("button", name="read it").click()
    page.keyboard.type("1.2")
    page.keyboard.press("Enter")
    expect(suspects.get_by_role("listitem").first).to_contain_text("1. tie rod")
    expect(page.get_by_role("complementary")).to_contain_text("Tie rod: 1.2")
    walk_to(page, "/rigs/2/stance")
    spanner = page.get_by_role("region", name="From the spanner")
    spanner.get_by_label("what is turned").select_option("rod")
    for label, typed in (("turns", "4"), ("pitch of its thread", "1.5"), ("wheel over bolt", "5")):
        spanner.get_by_label(label).fill(typed)
    expect(spanner.get_by_text("30 mm")).to_be_visible()
    spanner.get_by_role("button", name="plan it").click()
    # Skarv stands on leaves: it has no bars to turn.
    expect(spanner.get_by_role("alert")).to_contain_text("Torsion bars are turned where there are some")
    window.forgive("422")
    window.assert_quiet()
