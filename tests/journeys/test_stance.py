"""Stance: ground crossed, kept and read from a file, an angle pulled, the suspension cycled, ways up, weighing."""

import re
from contextlib import suppress
from pathlib import Path

import pytest
from playwright.sync_api import Error, Page, Route, expect

from tests.journeys.conftest import Served, Window, pull
from tests.journeys.test_rolling_driveline import view


@pytest.fixture
def page(demo_server: Served, window: Window) -> Page:
    window.page.goto(demo_server.url)
    return window.page


def test_ground_is_crossed_in_every_stance_and_kept(page: Page, tmp_path: Path) -> None:
    view(page, "Plover", "9 Stance", "Crossing")
    main = page.get_by_role("main")
    ground = main.get_by_role("combobox").first
    ground.select_option("kept old railway bank")
    loaded = main.get_by_role("row", name="as planned, loaded")
    expect(loaded).to_contain_text("case guard")
    expect(loaded.locator(".text-oxide").first).to_contain_text("mm")
    expect(main.get_by_role("row", name="as found").locator("b.text-oxide")).to_have_count(0)
    lane = main.locator("[data-lane=here]")
    before = lane.inner_html()
    slider = main.get_by_label("how far it has driven")
    slider.focus()
    for _ in range(5):
        page.keyboard.press("PageDown")
    assert lane.inner_html() != before
    slider.blur()
    page.keyboard.press("t")
    expect(lane).to_have_attribute("aria-label", "as planned: pitch 0 degrees; nothing touches")

    # An obstacle by its size, the largest that passes, and one that is none.
    ground.select_option("ledge")
    height = main.get_by_label("height, mm")
    height.fill("340")
    expect(main.get_by_role("row", name="as found")).to_contain_text("; above that a wheel catches")
    height.fill("-3")
    expect(height).to_have_attribute("aria-invalid", "true")
    height.fill("600")
    expect(main.get_by_role("row", name="as found")).to_contain_text("a wheel is stopped")
    main.get_by_role("button", name="the brief asks for it").click()
    expect(page.get_by_label("What this affects")).to_contain_text("Over ledge 600")
    main.get_by_role("button", name="take it out").click()
    expect(page.get_by_label("What this affects")).not_to_contain_text("Over ledge 600")

    # Out of a file and into one, and drawn by its points.
    file = tmp_path / "track.csv"
    file.write_text("x_m,z_m\n0,0\n0.5,-0.3\n1.4,-0.3\n1.9,0\n")
    main.locator("input[type=file]").set_input_files(file)
    expect(main.get_by_text("4 points read.")).to_be_visible()
    with page.expect_download() as download:
        main.get_by_role("button", name="ground as DXF").click()
    assert "LWPOLYLINE" in Path(download.value.path()).read_text()
    with page.expect_download() as picture:
        main.get_by_role("button", name="SVG").click()
    assert "<svg" in Path(picture.value.path()).read_text()
    main.get_by_role("button", name="draw or type the ground").click()
    main.get_by_role("button", name="point 2: 500 along, -300 up").focus()
    page.keyboard.press("Shift+ArrowUp")
    expect(main.get_by_role("button", name="point 2: 500 along, -200 up")).to_be_visible()
    typed = main.get_by_label("along, up, in mm")
    typed.fill("0, 0\n100, high")
    main.get_by_role("button", name="drive over this").click()
    expect(main.get_by_role("alert")).to_contain_text("Line 2: two numbers in mm")
    typed.fill("0, 0\n0, 150")
    main.get_by_role("button", name="drive over this").click()
    expect(main.get_by_role("button", name="point 2: 0 along, 150 up")).to_be_visible()
    file.write_text("nothing")
    main.locator("input[type=file]").set_input_files(file)
    expect(main.get_by_role("alert")).to_contain_text("names no x")


def test_ground_is_drawn_point_by_point(page: Page, tmp_path: Path) -> None:
    view(page, "Plover", "9 Stance", "Crossing")
    main = page.get_by_role("main")
    main.get_by_role("combobox").first.select_option("kept old railway bank")
    expect(main.get_by_role("row", name="as planned, loaded").locator(".text-oxide").first).to_contain_text(
        "mm"
    )
    main.get_by_role("button", name="draw or type the ground").click()
    points = main.get_by_role("button", name=re.compile(r"^point \d+:"))
    expect(points).to_have_count(3)
    second = points.nth(1).get_attribute("aria-label") or ""
    here = main.get_by_role("row", name=re.compile("^as planned(?!,)"))
    driven = here.inner_text()

    pull(points.nth(1), down=30)
    expect(points.nth(1)).not_to_have_attribute("aria-label", second)
    expect(here).not_to_have_text(driven, use_inner_text=True)

    # Drawn on from one that is kept it is another, and can be kept beside it.
    expect(main.get_by_role("button", name="in the place of old railway bank")).to_be_visible()
    main.get_by_role("button", name="keep this ground").click()
    expect(main.get_by_role("combobox").first).to_have_value("kept old railway bank 2")
    expect(main.get_by_role("button", name="keep this ground")).to_have_count(0)

    main.get_by_role("button", name="a point after it").click()
    expect(points).to_have_count(4)
    points.nth(2).focus()
    page.keyboard.press("Delete")
    expect(points).to_have_count(3)
    points.nth(1).focus()
    main.get_by_role("button", name="take it out").last.click()
    expect(points).to_have_count(2)
    typed = main.get_by_label("along, up, in mm")
    typed.fill("500, 0\n0, 150")
    main.get_by_role("button", name="drive over this").click()
    expect(main.get_by_role("alert")).to_contain_text("Line 2 goes back")
    typed.fill(" \n")
    main.get_by_role("button", name="drive over this").click()
    expect(main.get_by_role("alert")).to_contain_text("Give at least one point")
    expect(points).to_have_count(2)
    with page.expect_download() as picture:
        main.get_by_role("button", name="PNG").click()
    assert Path(picture.value.path()).read_bytes().startswith(b"\x89PNG")


def test_an_angle_is_pulled_and_what_must_go_is_planned(page: Page) -> None:
    view(page, "Plover", "9 Stance", "Angles")
    main = page.get_by_role("main")
    expect(main).to_contain_text("What must go for 36.0°")
    bumper = main.get_by_role("row", name="front bumper decides it")
    expect(bumper).to_contain_text("up by")
    for_36 = bumper.inner_text()
    pull(main.locator("[data-pull=approach]"), down=-20)
    # What was answered for 36° stays until the angle that was pulled is answered, and plans nothing until then.
    expect(bumper).not_to_have_text(for_36, use_inner_text=True)
    expect(bumper).to_contain_text("up by")
    bumper.get_by_role("button", name="plan to trim it").click()
    expect(main.get_by_role("row", name=re.compile("^front bumper"))).to_contain_text("may stay")
    # A point tried higher by keys, and let go again.
    main.get_by_role("slider", name="steering damper guard, tried higher").focus()
    for _ in range(3):
        page.keyboard.press("ArrowDown")
    expect(main).to_contain_text("steering damper guard down 15 mm, tried: approach")
    main.get_by_role("button", name="as it was").click()
    main.get_by_role("button", name="departure").click()
    expect(main).to_contain_text("What must go for 29.0°")


def test_an_answer_to_another_angle_plans_nothing(page: Page) -> None:
    view(page, "Plover", "9 Stance", "Angles")
    main = page.get_by_role("main")
    plan = main.get_by_role("row", name="front bumper decides it").get_by_role(
        "button", name="plan to trim it"
    )
    expect(plan).to_be_enabled()
    slow: list[Route] = []
    page.route("**/angles?*", lambda route: slow.append(route))
    pull(main.locator("[data-pull=approach]"), down=-20)
    expect(plan).to_be_disabled()
    page.unroute("**/angles?*")
    for route in slow:
        # One that was asked and is wanted no more has gone already.
        with suppress(Error):
            route.continue_()
    expect(plan).to_be_enabled()


def test_the_suspension_is_cycled_and_stopped_at_what_comes_close(page: Page) -> None:
    view(page, "Plover", "9 Stance", "Cycling")
    main = page.get_by_role("main")
    front = main.get_by_label("front axle on its way")
    expect(front).to_contain_text("too close to call")
    front.get_by_role("button", name="liner behind comes within").click()
    assert float(main.get_by_label("travel, left wheel").input_value()) > 0.8
    row = front.get_by_role("row", name="liner behind")
    least = row.inner_text().split("least ")[1].split(" ")[0]
    expect(row).to_contain_text(f"{least} mm")
    page.keyboard.press("e")
    page.keyboard.press("e")
    expect(main.get_by_role("slider", name=re.compile("^lock"))).not_to_have_value("0")
    side = main.get_by_label("from the side")
    still = side.inner_html()
    main.get_by_role("button", name="cycle it").click()
    page.wait_for_function(
        "still => document.querySelector(\"[aria-label='from the side']\").innerHTML !== still", arg=still
    )
    main.get_by_role("button", name="stop").click()


def test_axles_crossed_on_a_ramp_and_on_humps(page: Page) -> None:
    view(page, "Tern", "9 Stance", "Crossing")
    main = page.get_by_role("main")
    ground = main.get_by_role("combobox").first
    ground.select_option("twist")
    here = main.get_by_role("row", name="as planned", exact=True)
    expect(here).to_contain_text("a wheel hangs")
    main.get_by_label("humps, mm").fill("100")
    expect(here).to_contain_text("all four stand")
    main.get_by_label("humps, mm").fill("very")
    expect(main.get_by_role("alert")).to_be_visible()
    expect(main.get_by_label("humps, mm")).to_have_attribute("aria-invalid", "true")
    expect(here).to_contain_text("all four stand")
    ground.select_option("ramp for articulation")
    expect(here).to_contain_text("947 mm")
    main.get_by_label("ramp, °").fill("30")
    expect(here).not_to_contain_text("947 mm")
    ground.select_option("ledge")
    expect(main.get_by_label("height, mm")).to_have_value("300")
    # In inches sizes are read as they are typed on a tape.
    page.keyboard.press("Escape")
    page.keyboard.press("u")
    main.get_by_label("height, in").fill("9 1/2")
    expect(main.get_by_label("height, in")).to_have_attribute("aria-invalid", "false")


def test_played_it_stops_where_something_ends(page: Page) -> None:
    view(page, "Tern", "9 Stance", "Cycling")
    main = page.get_by_role("main")
    front = main.get_by_label("front axle on its way")
    hose = front.get_by_role("row", name="brake hose keeps, at the worst lock")
    at_ride = hose.inner_text()
    main.get_by_role("button", name="cycle it").click()
    expect(main.get_by_role("status")).to_have_text("Stopped: half shaft bends beyond 20°.")
    expect(main.get_by_label("travel, left wheel")).not_to_have_value("0")
    assert hose.inner_text() != at_ride
    # Once round it would stop there again, which a busy machine may reach before anybody looks.
    main.get_by_label("stop at touches").uncheck()
    main.get_by_role("button", name="go on").click()
    expect(main.get_by_role("status")).to_be_empty()
    main.get_by_role("button", name="stop").click()
    front.get_by_role("button", name="brake hose keeps 18 mm").click()
    expect(hose).to_contain_text("18 mm")


def test_ways_up_links_and_weighing(page: Page) -> None:
    view(page, "Plover", "9 Stance")
    ways = page.get_by_label("Ways up")
    expect(ways).to_contain_text("Level with its load the rear comes up")
    ways.get_by_role("button", name=re.compile("plan it.*coil spacers 50, front")).click()
    expect(page.get_by_label("What this affects")).to_contain_text("before its coils touch at full bump")
    page.get_by_role("tab", name="Links").click()
    expect(page.get_by_label("Caster against the pinion")).to_contain_text(
        "arms, wedges and shackles turn it by"
    )
    expect(page.get_by_label("Rear links")).to_contain_text("anti-squat")
    page.get_by_role("tab", name="Tip and room above").click()
    weigh = page.get_by_label("Centre of gravity by weighing")
    weigh.get_by_label("front axle, level, kg").fill("1090")
    weigh.get_by_label("front axle, rear raised, kg").fill("1080")
    weigh.get_by_label("rear raised by, mm").fill("420")
    weigh.get_by_role("button", name="work it out").click()
    expect(weigh.get_by_role("alert")).to_contain_text("weigh again")
    weigh.get_by_label("front axle, rear raised, kg").fill("1132")
    weigh.get_by_role("button", name="work it out").click()
    weigh.get_by_role("button", name="note it on the rig").click()
    expect(weigh.get_by_role("button", name="note it on the rig")).to_have_count(0)
    level = page.get_by_label("Level on the dash")
    level.get_by_role("button", name="listen to it, simulated").click()
    expect(level).to_contain_text("$YXXDR")


def test_tern_is_told_how_much_droop_must_go(page: Page) -> None:
    view(page, "Tern", "9 Stance", "Links")
    half = page.get_by_label("Half shafts")
    expect(half).to_contain_text("droop 20.7°")
    half.get_by_role("button", name="6 mm less droop clears it").click()
    expect(half).not_to_contain_text("less droop clears it")


def test_what_is_not_known_is_named(page: Page) -> None:
    view(page, "Skarv", "9 Stance", "Cycling")
    expect(page.get_by_role("main")).to_contain_text("waits for front travel, bump")
