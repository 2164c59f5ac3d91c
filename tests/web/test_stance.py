"""Stance over the API: ground driven and searched, files, cycling, ways up, weighing, the level."""

# ruff: noqa: F811

from typing import Any

import pytest

from jorvak.core.calculation import Refused
from jorvak.instruments.inclinometer import Inclinometer, Leaning
from tests.web.test_web import OWN, Browser, assert_problem, browser, client  # noqa: F401


def post(browser: Browser, address: str, body: Any, status: int = 200) -> Any:
    answer = browser.ask("POST", f"/rigs/1/{address}", body)
    assert answer.status_code == status, answer.text[:400]
    return answer.json


def get(browser: Browser, address: str, **query: Any) -> Any:
    answer = browser.ask("GET", f"/rigs/1/{address}", **query)
    assert answer.status_code == 200, answer.text[:400]
    return answer.json


def read(browser: Browser, name: str, data: bytes) -> Any:
    return browser.client.post("/api/rigs/1/grounds/read", data=data, headers={**OWN, "X-Name": name})


def test_an_obstacle_is_driven_in_every_stance(browser: Browser) -> None:
    got = post(browser, "crossing", {"obstacle": {"kind": "ledge", "sizes": {"height_mm": 300}}})
    assert [s["name"] for s in got["stances"]] == ["found", "today", "here", "loaded"]
    driven = got["stances"][0]["driven"]["value"]
    frames = driven["frames"]
    assert len(frames["front_x_mm"]) == len(frames["pitch_deg"]) <= 240
    clear = [touch["clearance_mm"] for touch in driven["closest"]]
    assert clear == sorted(clear) and driven["blocked_at_mm"] is None


@pytest.mark.parametrize(
    ("body", "field"),
    [
        ({"obstacle": {"kind": "moat"}}, "kind"),
        ({"obstacle": {"kind": "ledge", "sizes": {"height_mm": -5}}}, "height_mm"),
        ({"obstacle": {"kind": "ledge", "sizes": {"height_mm": "high"}}}, "height_mm"),
        ({"obstacle": {"kind": "ledge", "sizes": {"height_mm": ""}}}, "height_mm"),
        ({"corners": [[0, 0], [100, 50], [50, 0]]}, "corners.2"),
        ({"corners": [[0, 0], [0, 50], [0, 10]]}, "corners.2"),
        ({"corners": [[0, 0], [600_000, 0]]}, "corners"),
        ({}, "corners"),
    ],
)
def test_ground_that_cannot_be(browser: Browser, body: Any, field: str) -> None:
    assert post(browser, "crossing", body, 422)["field"] == field


def test_sizes_are_read_as_typed_in_the_units_that_are_shown(browser: Browser) -> None:
    def height(typed: Any, units: str) -> float:
        sizes = {"obstacle": {"kind": "ledge", "sizes": {"height_mm": typed}}}
        answer = browser.ask("POST", "/rigs/1/crossing", sizes, units=units)
        assert answer.status_code == 200, answer.text[:300]
        return float(max(z for _, z in answer.json["corners"]))

    assert height("300", "metric") == height(300, "metric") == height("30 cm", "metric") == 300
    assert height("11 13/16", "inch") == pytest.approx((11 + 13 / 16) * 25.4)
    assert height("1'", "inch") == pytest.approx(304.8)
    searched = browser.ask(
        "POST", "/rigs/1/crossing/largest", {"kind": "ditch", "sizes": {"width_mm": "40 in"}}
    )
    assert searched.status_code == 200


def test_axles_crossed_in_every_stance(browser: Browser) -> None:
    got = post(browser, "axles-crossed", {"ramp_deg": "25", "hump_mm": "20 cm"})
    assert (got["ramp_deg"], got["hump_mm"]) == (25, 200)
    assert [s["name"] for s in got["stances"]] == ["found", "today", "here", "loaded"]
    for stance in got["stances"]:
        assert stance["ramp"]["value"]["calculated"]["ramp_index"] > 100
        assert stance["twist"]["value"]["needs_deg"] > 10 and stance["twist"]["doubt"]["spare_deg"] > 0
    alone = post(browser, "axles-crossed", {"ramp_deg": "25"})
    assert all(s["twist"] is None and s["ramp"]["value"] for s in alone["stances"])
    for body, field in (
        ({"ramp_deg": "90", "hump_mm": "200"}, "ramp_deg"),
        ({"ramp_deg": "20", "hump_mm": "high"}, "hump_mm"),
        ({"ramp_deg": "20", "hump_mm": "-5"}, "hump_mm"),
    ):
        assert post(browser, "axles-crossed", body, 422)["field"] == field


def test_without_anything_under_it_it_says_what_it_waits_for(browser: Browser) -> None:
    rig = browser.ask("POST", "/rigs", {"name": "Bare", "vehicle": "", "form": "wagon"}).json["id"]
    answer = browser.ask("POST", f"/rigs/{rig}/crossing", {"corners": [[0, 0], [0, 200]]}).json
    assert all(s["driven"]["value"] is None and s["driven"]["waits_for"] for s in answer["stances"])
    found = browser.ask("POST", f"/rigs/{rig}/crossing/largest", {"kind": "ledge"}).json
    assert [s["largest"] for s in found["stances"]] == [None] * 4


def test_files_go_in_and_out(browser: Browser) -> None:
    for name in ("csv", "dxf"):
        out = browser.ask("POST", f"/rigs/1/grounds/{name}", {"corners": [[0, 0], [0, 300], [4000, 300]]})
        assert read(browser, f"g.{name}", out.data).json["corners"] == [[0, 0], [0, 300], [4000, 300]]
    many = "\n".join(f"{i},{i % 7}" for i in range(200_000)).encode()
    got = read(browser, "g.csv", many).json
    assert got["thinned"] and got["points"] == 200_000 and len(got["corners"]) <= 4000
    assert_problem(read(browser, "g.xyz", b"nothing"), 422, "file")


def test_ground_is_kept_undone_and_asked_for(browser: Browser) -> None:
    wall = {"name": "wall", "corners": [[0, 0], [0, 900]], "asked": True}
    kept = browser.ask("PUT", "/rigs/1/records/profile", {"record": wall, "version": None}).json
    assert [p["record"]["name"] for p in kept["records"]["profile"]] == ["wall"]
    found = [f for f in kept["here"]["findings"] if f["code"] == "touches-ground"]
    assert found and found[0]["severity"] == "watch" and "stopped" in found[0]["text"]
    low = {**wall, "corners": [[0, 0], [0, 60]]}
    settled = browser.ask(
        "PUT",
        "/rigs/1/records/profile",
        {**{key: kept["records"]["profile"][0][key] for key in ("id", "version")}, "record": low},
    ).json
    assert [f for f in settled["here"]["findings"] if f["code"] == "touches-ground"] == []


def test_angles_and_what_must_go(browser: Browser) -> None:
    got = get(browser, "angles", which="approach", wanted_deg="40")
    first = got["stances"][2]["points"][0]
    assert first["name"] == "front bumper" and first["up_mm"] > 10
    assert_problem(browser.ask("GET", "/rigs/1/angles", which="approach", wanted_deg="0"), 422, "wanted_deg")
    tried = get(
        browser, "angles", which="approach", point="front bumper", up_mm=f"{first['up_mm']}", wanted_deg="40"
    )
    bumper = next(p for p in tried["stances"][2]["points"] if p["name"] == "front bumper")
    assert bumper["deg"] == pytest.approx(40, abs=0.05) and bumper["up_mm"] < 0.2
    assert_problem(browser.ask("GET", "/rigs/1/angles", point="nothing"), 422, "point")


def test_a_cycle_ways_up_and_the_level(browser: Browser) -> None:
    rear = get(browser, "cycle/rear")["cycle"]["value"]
    assert rear["ups_mm"][0] == -110 and rear["shock_left_mm"][0]["opening_mm"] == pytest.approx(
        44.4, abs=0.1
    )
    ways = get(browser, "ways-up", front="4 cm", rear="")
    assert {way["end"] for way in ways["ways"]} == {"front"} and not ways["no_rake"]
    level = get(browser, "level", at_s="12")
    assert level["leaning"] == {
        "pitch_deg": Inclinometer().leaning_at(12).pitch_deg, "roll_deg": Inclinometer().leaning_at(12).roll_deg
    }  # fmt: skip
    assert level["margin_deg"] == pytest.approx(level["tip"]["value"]["calculated"]["tip_deg"] / 3)


def test_weighing_by_typed_readings(browser: Browser) -> None:
    typed = {"front_level_kg": "1090", "front_raised_kg": "1.13 t", "raise_mm": "42 cm"}
    got = post(browser, "centre-of-gravity", {"typed": typed})
    assert 650 < got["height_mm"] < 780 and got["off_mm"] > 5
    for key, text, field in (("raise_mm", "", "raise_mm"), ("front_raised_kg", "heavy", "front_raised_kg"),
                             ("front_raised_kg", "1000", "front_raised_kg")):  # fmt: skip
        assert post(browser, "centre-of-gravity", {"typed": {**typed, key: text}}, 422)["field"] == field
    assert post(browser, "centre-of-gravity", {"typed": {"colour": "red"}}, 422)["field"] == "colour"


def test_a_level_with_a_bad_checksum_is_not_believed() -> None:
    said = Inclinometer().sentence_at(5)
    assert Leaning.of(said) == Inclinometer().leaning_at(5)
    for words in (said.replace("PITCH", "PITCG"), "", "$GPRMC,1*00", said[:20]):
        with pytest.raises(Refused, match="cannot be read"):
            Leaning.of(words)


class TestSpanner:
    @pytest.mark.parametrize(
        ("body", "ride"),
        [
            ({"end": "front", "kind": "collar", "step": "10"}, 10),
            ({"end": "rear", "kind": "collar", "step": "-1/2 in"}, -12.7),
            ({"end": "front", "kind": "rod", "turns": "4", "pitch": "1.5", "lever": "5"}, 30),
        ],
    )
    def test_a_turn_and_what_it_does(self, browser: Browser, body: Any, ride: float) -> None:
        turned = browser.ask("POST", "/rigs/1/spanner", body).json
        assert turned["ride_mm"] == pytest.approx(ride)
        assert turned["line"].startswith(f"lift {body['end']}")

    def test_what_is_wanting_is_named(self, browser: Browser) -> None:
        assert_problem(
            browser.ask("POST", "/rigs/1/spanner", {"end": "front", "kind": "rod", "turns": "4"}),
            422,
            "pitch_mm",
        )
        assert_problem(
            browser.ask("POST", "/rigs/1/spanner", {"end": "front", "kind": "collar", "step": "far"}),
            422,
            "step",
        )


def test_arms_that_nobody_noted_wait(browser: Browser) -> None:
    arms = browser.ask("GET", "/rigs/1/front-arms").json
    assert arms["arms"]["value"] is None and arms["poses"] == []
    assert arms["arms"]["waits_for"]["path"] == "front_arms.lower_inner_y_mm"
