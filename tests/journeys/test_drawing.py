"""The drawing: to scale from the rig's own figures, old and new told apart without colour, labels apart."""

import json
import re
import urllib.request
from typing import Any

import pytest
from playwright._impl._api_structures import FloatRect
from playwright.sync_api import Browser, Page, expect

from tests.journeys.conftest import Served, Window

LONG_VAN = {
    "wheelbase": 3980,
    "front_overhang": 1010,
    "rear_overhang": 1480,
    "height": 2780,
    "size": "225/75R16C",
}
SMALL_OPEN = {
    "wheelbase": 1950,
    "front_overhang": 480,
    "rear_overhang": 560,
    "height": 1650,
    "size": "195/80R15",
}
RIGS: dict[str, dict[str, Any]] = {
    "van": LONG_VAN,
    "open": SMALL_OPEN,
    "wagon": {
        "wheelbase": 2740,
        "front_overhang": 790,
        "rear_overhang": 950,
        "height": 1870,
        "size": "265/70R17",
    },
    "pickup": {
        "wheelbase": 3180,
        "front_overhang": 820,
        "rear_overhang": 1180,
        "height": 1840,
        "size": "7.50R16",
    },
    "cab-chassis": {
        "wheelbase": 3300,
        "front_overhang": 850,
        "rear_overhang": 1250,
        "height": 2250,
        "size": "265/70R19.5",
    },
}
DIAMETER = {"van": 743.9, "open": 693.0, "wagon": 802.8, "pickup": 806.45, "cab-chassis": 866.3}


def ask(server: Served, method: str, path: str, body: dict[str, Any]) -> Any:
    raw = json.dumps(body).encode()
    request = urllib.request.Request(
        f"{server.url}/api{path}", raw, {"Content-Type": "application/json"}, method=method
    )
    with urllib.request.urlopen(request) as answer:
        return json.load(answer)


def build(server: Served, form: str, *lines: str) -> int:
    """A rig of that form with its four dimensions, and those changes."""
    figures = RIGS[form]
    head = {"name": form, "form": form, "wheelbase": str(figures["wheelbase"]), "size": figures["size"]}
    rig = int(ask(server, "POST", "/rigs", head)["id"])
    for key in ("front_overhang", "rear_overhang", "height"):
        body = {"path": f"body.{key}_mm", "typed": str(figures[key]), "version": None}
        ask(server, "PUT", f"/rigs/{rig}/figures", body)
    for line in lines:
        ask(server, "POST", f"/rigs/{rig}/changes", {"line": line})
    return rig


def circles(page: Page) -> list[tuple[float, float]]:
    """Centre x and radius, in pixels, of the tyres as drawn at the stage, front first."""
    drawing = page.get_by_role("img", name=re.compile("in side elevation"))
    found = []
    for path in drawing.locator("path[fill='var(--strip-tyre)']").all():
        numbers = [float(n) for n in re.findall(r"-?[0-9.]+", path.get_attribute("d") or "")]
        left, _, radius, _, _, _, _, right, _ = numbers
        found.append(((left + right) / 2, radius))
    return found


def boxes(page: Page, selector: str) -> list[FloatRect]:
    return [box for element in page.locator(selector).all() if (box := element.bounding_box())]


def assert_apart(all_boxes: list[FloatRect]) -> None:
    for i, a in enumerate(all_boxes):
        for b in all_boxes[i + 1 :]:
            apart = (
                a["x"] + a["width"] <= b["x"] + 0.5
                or b["x"] + b["width"] <= a["x"] + 0.5
                or a["y"] + a["height"] <= b["y"] + 0.5
                or b["y"] + b["height"] <= a["y"] + 0.5
            )
            assert apart, (a, b)


@pytest.mark.parametrize("form", RIGS)
def test_it_is_to_scale(empty_server: Served, window: Window, form: str) -> None:
    rig = build(empty_server, form)
    window.page.goto(f"{empty_server.url}/rigs/{rig}/rolling")
    expect(window.page.get_by_role("heading", level=1)).to_be_visible()
    window.page.wait_for_timeout(200)
    (front, radius), (rear, other) = circles(window.page)
    scale = (rear - front) / RIGS[form]["wheelbase"]
    assert radius == other
    assert radius / scale == pytest.approx(DIAMETER[form] / 2, rel=1e-3)


def test_a_larger_tyre_grows_on_the_drawing_by_as_much_as_it_is_larger(
    empty_server: Served, window: Window
) -> None:
    rig = build(empty_server, "wagon", "tyre 285/75R17")
    for stage, diameter in (("as-found", 802.8), ("planned", 859.3)):
        window.page.goto(f"{empty_server.url}/rigs/{rig}/rolling?stage={stage}")
        expect(window.page.get_by_role("heading", level=1)).to_be_visible()
        window.page.wait_for_timeout(200)
        (front, radius), (rear, _) = circles(window.page)
        assert 2 * radius / (rear - front) * 2740 == pytest.approx(diameter, rel=1e-3)


def test_old_and_new_are_told_apart_without_colour(server: Served, window: Window) -> None:
    page = window.page
    ask(server, "POST", "/rigs/1/changes", {"line": "tyre 285/75R17"})
    ask(server, "POST", "/rigs/1/changes", {"line": "tyre 37x12.50R17"})
    page.goto(f"{server.url}/rigs/1/rolling?stage=1")
    drawing = page.get_by_role("img", name="Plover in side elevation")
    expect(drawing).to_be_visible()
    page.wait_for_timeout(200)
    dashes = {e.get_attribute("stroke-dasharray") for e in drawing.locator("path").all()}
    assert {"1.5 3.5", "9 4", None} <= dashes, "as found dotted, planned in long dashes, the stage solid"
    page.keyboard.press("/")
    page.get_by_label("Type a change or a figure").fill("tyre 40x13.50R17")
    expect(drawing.locator("path[stroke-dasharray='10 3 2 3']").first).to_be_attached()


@pytest.mark.parametrize("width", [1280, 820])
@pytest.mark.parametrize("form", ["van", "open"])
def test_labels_never_collide(empty_server: Served, chromium: Browser, form: str, width: int) -> None:
    tyre = "tyre 235/85R16 on 7 in"
    lines = [f"{what} {i}" for i, what in enumerate([tyre, "gears 4.56", "gears rear 4.30"] * 4)]
    rig = build(empty_server, form, *(line.rsplit(" ", 1)[0] for line in lines))
    window = Window(chromium, width=width, height=1100)
    page = window.page
    for stage in ("as-found", "5", "planned"):
        page.goto(f"{empty_server.url}/rigs/{rig}/rolling?stage={stage}")
        expect(page.get_by_role("heading", level=1)).to_be_visible()
        page.wait_for_timeout(200)
        assert_apart(boxes(page, "[aria-label='The rig'] button.cond"))
        assert_apart(boxes(page, "[aria-label='Stages'] button"))
    window.context.close()


def test_what_is_not_known_is_drawn_by_proportion_and_said_so(empty_server: Served, window: Window) -> None:
    page = window.page
    rig = ask(empty_server, "POST", "/rigs", {"name": "Bare", "form": "wagon"})["id"]
    page.goto(f"{empty_server.url}/rigs/{rig}/rolling")
    for what in ("front ?", "wheelbase ?", "rear ?", "height ?"):
        expect(page.get_by_role("button", name=what, exact=True).first).to_be_visible()
    drawing = page.get_by_role("img", name="Bare in side elevation")
    expect(drawing.locator("g[stroke-dasharray='5 4']")).to_have_count(1)
    expect(drawing.locator("circle[stroke-dasharray='3 5']")).to_have_count(2)
