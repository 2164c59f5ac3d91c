"""The trip: legs typed and out of a file, brought to an answer, and noted on the way with no server there."""

from pathlib import Path

from playwright.sync_api import Browser, Page, expect
from tools.running import Server

from tests.journeys.conftest import Served, Window
from tests.journeys.test_look import assert_accessible

VIEWS = {"answer": "The answer", "legs": "The legs", "take": "Comes along", "evening": "tyres", "papers": "Papers",
         "home": "The trip's log"}  # fmt: skip

TWO_WAYS = """<gpx version="1.1" creator="x"><trk><name>hut track</name><trkseg>
<trkpt lat="61" lon="8"><ele>400</ele></trkpt><trkpt lat="61.02" lon="8"><ele>560</ele></trkpt></trkseg></trk>
<rte><name>valley road</name><rtept lat="61" lon="8"/><rtept lat="61.3" lon="8"/></rte></gpx>"""


def leg(page: Page, name: str, km: str, **more: str) -> None:
    form = page.get_by_role("form", name="A leg")
    form.locator("[name=name]").fill(name)
    form.locator("[name=km]").fill(km)
    for key, value in more.items():
        form.locator(f"[name={key}]").fill(value)
    form.get_by_role("button", name="add the leg").click()


def test_legs_are_typed_read_from_a_file_and_come_to_what_is_short(
    server: Served, window: Window, tmp_path: Path
) -> None:
    page = window.page
    page.goto(f"{server.url}/rigs/1/trip?view=legs")
    expect(page.get_by_text("No legs yet.")).to_be_visible()
    leg(page, "to the pass", "")
    expect(page.get_by_role("alert")).to_contain_text("Say how far it is")
    leg(page, "to the pass", "320", days="1")
    legs = page.get_by_role("region", name="The legs")
    expect(legs.get_by_role("listitem")).to_have_count(1)
    # What is missing is asked for where it is missed.
    expect(page.get_by_role("region", name="Along the way")).to_contain_text("waits for a tank for fuel")

    route = tmp_path / "two.gpx"
    route.write_text(TWO_WAYS)
    page.get_by_label("read legs from a GPX").set_input_files(route)
    found = page.get_by_role("region", name="Found in the file")
    expect(found.get_by_role("listitem")).to_have_count(2)
    expect(found).to_contain_text("No heights in it: no climbs.")
    found.get_by_role("button", name="they are legs of the trip").click()
    expect(found.get_by_role("alert")).to_contain_text("Say for each what it is driven on")
    found.get_by_role("combobox").nth(0).select_option("track")
    found.get_by_role("combobox").nth(1).select_option("road")
    found.get_by_role("button", name="they are legs of the trip").click()
    expect(legs.get_by_role("listitem")).to_have_count(3)
    legs.get_by_role("button", name="hut track").click()
    legs.get_by_role("button", name="earlier").click()
    expect(legs.get_by_role("listitem").first).to_contain_text("hut track")
    page.keyboard.press("Control+z")
    expect(legs.get_by_role("listitem").first).to_contain_text("to the pass")
    route.write_text("<html></html>")
    page.get_by_label("read legs from a GPX").set_input_files(route)
    expect(page.get_by_text("a GPX begins with gpx")).to_be_visible()
    window.forgive("422")
    window.assert_quiet()


def test_the_page_of_the_way_opens_without_a_server_and_gives_all_of_it_back(
    process: Server, chromium: Browser
) -> None:
    context = chromium.new_context(viewport={"width": 390, "height": 844}, locale="en-GB")
    page = context.new_page()
    page.goto(f"{process.url}/rigs/1/trip?view=legs")
    leg(page, "out", "120", days="1")
    expect(page.get_by_role("region", name="The legs").get_by_role("listitem")).to_have_count(1)
    page.goto(f"{process.url}/way/1")
    expect(page.get_by_text("This page opens without it from now on.")).to_be_visible()
    assert_accessible(page)
    process.kill()
    page.reload()
    expect(page.get_by_text("No application here")).to_be_visible()
    page.get_by_role("button", name="what happened").click()
    page.get_by_label("what", exact=True).fill("exhaust clamp broke")
    page.get_by_label("it is").select_option("went-wrong")
    page.get_by_role("button", name="keep it").click()
    page.get_by_role("button", name="odometer").click()
    page.get_by_label("it reads").fill("3")
    page.get_by_role("button", name="keep it").click()
    page.get_by_role("checkbox", name="out").check()
    expect(page.get_by_text("all legs are behind")).to_be_visible()
    # The tab is closed, and opened again with nobody there to answer.
    page.close()
    page = context.new_page()
    page.goto(f"{process.url}/way/1")
    expect(page.get_by_text("3 things wait to be given back")).to_be_visible()
    process.start()
    expect(page.get_by_text("The application is there.")).to_be_visible()
    expect(page.get_by_role("region", name="Noted")).to_contain_text("exhaust clamp broke")
    # What cannot be is refused by itself, with its reason; all else went.
    kept = page.get_by_role("region", name="Kept on this device")
    expect(kept.get_by_role("listitem")).to_have_count(1)
    expect(kept.get_by_role("alert")).to_contain_text("below the last reading")
    kept.get_by_role("button", name="out").click()
    expect(kept).to_have_count(0)
    expect(page.get_by_role("checkbox", name="out")).to_be_checked()
    # At home its line becomes a job.
    page.goto(f"{process.url}/rigs/1/trip?view=home")
    log = page.get_by_role("region", name="The trip's log")
    log.get_by_role("button", name="job").click()
    expect(log).to_contain_text("became job")
    context.close()


PUT_RIGHT = """async () => {
  const ask = (method, path, body) => fetch(`/api/rigs/1${path}?person=Ines`, {
    method, headers: {"Content-Type": "application/json"}, body: body && JSON.stringify(body)}).then((r) => r.json());
  let sheet = await ask("GET", "");
  for (const {id, version, record} of sheet.records.survey_item)
    if (["brake pipe, rear axle", "spare wheel", "wiring behind the dash"].includes(record.item))
      await ask("PUT", "/records/survey_item", {id, version, record: {...record, decision: "replace", condition: "replaced"}});
  const battery = sheet.changes.find(({title}) => title === "battery 105 Ah lead");
  await ask("PATCH", `/changes/${battery.id}`, {version: battery.version, x: "2300"});
  await ask("POST", "/load/pack", {places: {tools: "left drawer", "clothes, Ines": "behind the seats"}});
}"""


def test_plover_is_brought_to_go_with_limits(demo_server: Served, window: Window) -> None:
    page = window.page
    page.goto(f"{demo_server.url}/rigs/1/trip?view=papers")
    papers = page.get_by_role("region", name="Papers", exact=True)
    test = papers.get_by_role("listitem").filter(has_text="roadworthiness test")
    expect(test).to_contain_text("10 days before the trip ends")
    test.get_by_role("button", name="change roadworthiness test").click()
    test.get_by_label("last day").fill("2027-03-01")
    test.get_by_label("last day").blur()
    expect(test).to_contain_text("until 1 March 2027")
    page.get_by_role("tab", name="go or not").click()
    answer = page.get_by_role("region", name="The answer")
    expect(answer).to_contain_text("Do not go")
    expect(page.get_by_role("region", name="Against going")).to_contain_text("brake pipe")
    expect(page.get_by_role("region", name="If it left as it stands")).to_contain_text(
        "Fuel is short from outer flats on"
    )
    page.evaluate(PUT_RIGHT)
    page.reload()
    expect(answer).to_contain_text("Go, with these limits")
    expect(page.get_by_role("region", name="Against going")).to_have_count(0)
    expect(page.get_by_role("region", name="Keep to on the way")).to_contain_text(
        "New gears: a gentle first distance"
    )
    # Something is taken for what falls due, weighed, and ticked off as it goes in.
    page.get_by_role("tab", name="what to take").click()
    wanted = (
        page.get_by_role("region", name="Wanted").get_by_role("listitem").filter(has_text="for brake fluid")
    )
    wanted.get_by_role("button", name="take it").click()
    wanted.get_by_label("what", exact=True).fill("half a litre of brake fluid")
    wanted.get_by_label("weighs").fill("0.7")
    wanted.get_by_role("button", name="it comes along").click()
    expect(wanted).to_contain_text("comes along")
    page.get_by_role("checkbox", name="half a litre of brake fluid").check()
    expect(page.get_by_role("region", name="Comes along").get_by_role("status")).to_contain_text(
        "1 of 18 things"
    )
    for view, shows in VIEWS.items():
        page.goto(f"{demo_server.url}/rigs/1/trip?view={view}")
        expect(page.get_by_role("region", name=shows, exact=True)).to_be_visible()
        assert_accessible(page, "main")
    window.assert_quiet()
