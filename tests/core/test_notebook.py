"""Lines as builders scratch them: each is read, or asked back; none wrongly, none half."""

import json
import re
from datetime import date
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.cli.read import answer_to
from jorvak.core.catalogue import checked
from jorvak.core.notebook.noting import noting
from jorvak.core.notebook.reader import read_note
from jorvak.core.notebook.skeleton import skeleton
from jorvak.core.notebook.typed import read_typed
from jorvak.core.plan.preview import figures_of
from jorvak.core.quantities import METRIC, PRESETS
from jorvak.core.rig import Figure, Rig

ON = date(2026, 3, 2)
FIRST, SECOND = (Path(__file__).parent / "notebook.txt").read_text(encoding="utf-8").split("# Part 2")
LINES = [
    tuple(line.split(" | ", 1)) for line in FIRST.splitlines() if line.strip() and not line.startswith("#")
]
EVENING = [line for line in SECOND.splitlines()[1:] if line.strip()]
WHEELS = ("front_left", "front_right", "rear_left", "rear_right", "spare")
IN_WORDS = {
    "DOT 2319 spare 4121": {**{f"wheels.{w}.date_code": "2319" for w in WHEELS[:4]}, "wheels.spare.date_code": "4121"},
    "offset 35, spare 25": {**{f"wheels.{w}.offset_mm": "35" for w in WHEELS[:4]}, "wheels.spare.offset_mm": "25"},
    "leaving 12 march": {"brief.leaves_on": "2026-03-12"},
    "ceiling 11 500": {"brief.ceiling": "11500"},
    "budget 11.5k": {"brief.ceiling": "11500"},
    "front bumper -790, 452": {"points.front bumper.x_mm": "-790", "points.front bumper.z_mm": "452"},
    "front diff 226": {"points.front differential.x_mm": "0", "points.front differential.z_mm": "226"},
    "case guard at 1340, 286": {"points.case guard.x_mm": "1340", "points.case guard.z_mm": "286"},
    "tow hitch 3640/418": {"points.tow hitch.x_mm": "3640", "points.tow hitch.z_mm": "418"},
    "sill 338 at 1560 on body": {"points.sill.x_mm": "1560", "points.sill.z_mm": "338"},
    "liner behind 470 95 88": {"gaps.liner behind.x_mm": "470", "gaps.liner behind.y_mm": "95", "gaps.liner behind.z_mm": "88"},
}  # fmt: skip
"""Answers that the table has in words."""
CHANGES: dict[str, tuple[str, dict[str, Any], float | None, float | None]] = {
    "tyres 285/75R17 on 8 in et20": ("tyres", {"size": "285/75R17", "rim_width_in": 8.0, "offset_mm": 20.0}, None, None),
    "lift 2 in": ("lift", {"height_mm": 50.8}, None, None),
    '2" lift front only': ("lift", {"height_mm": 50.8, "axle": "front"}, None, None),
    "springs front 448 38 n/mm for 46 kg": ("springs", {"axle": "front", "free_length_mm": 448.0, "rate_n_per_mm": 38.0, "added_corner_kg": 46.0}, None, None),
    "caster arms +2": ("arms", {"caster_deg": 2.0}, None, None),
    "adjustable track bar": ("track-bar", {"by": "adjustable"}, None, None),
    "drop the case 20": ("case-drop", {"down_mm": 20.0}, None, None),
    "regear 4.56 front and rear": ("gears", {"axle": "both", "ratio": 4.56}, None, None),
    "winch 38kg at -700": ("winch", {}, 38.0, -700.0),
    "bumper with winch 48 kg at -780": ("bumper", {"axle": "front", "with_winch": True}, 48.0, -780.0),
    "drawers 62 kg at 2650, 700 high": ("storage", {"name": "drawers"}, 62.0, 2650.0),
    "tank 90 diesel at 3100": ("tank", {"volume_l": 90.0, "holds": "diesel"}, None, 3100.0),
    "snorkel 6 kg at 300, 1500 high": ("snorkel", {}, 6.0, 300.0),
    "rock sliders 44 kg at 1370": ("sliders", {}, 44.0, 1370.0),
    "take the rear seats out, 38 kg at 2150": ("equipment", {"name": "rear seats"}, -38.0, 2150.0),
}  # fmt: skip


def wanted(line: str, answer: str) -> dict[str, str] | None:
    """The figures of a row of the table, written out; None where it says them in words or asks."""
    if line in IN_WORDS:
        return IN_WORDS[line]
    if not re.match(r"[a-z_]+\.", answer):
        return None
    found: dict[str, str] = {}
    for part in re.split(r", (?=[a-z_]+\.)", answer):
        path, _, value = re.sub(r" \(.*\)$", "", part.strip()).partition(" ")
        wheel = re.match(r"wheels\.(\*|front_\*|rear_\*)\.", path)
        some = {"*": WHEELS, "front_*": WHEELS[:2], "rear_*": WHEELS[2:4]}.get(wheel[1] if wheel else "", ())
        found |= {path.replace(wheel[1], each): value for each in some} if wheel else {path: value}
    return found


def same(got: Any, answer: str) -> bool:
    if isinstance(got, tuple):
        return [round(each, 6) for each in got] == [float(each) for each in answer.split()]
    if isinstance(got, float):
        return abs(got - float(answer)) <= 1e-4 * max(1.0, abs(float(answer)))
    return str(got) == answer


@pytest.mark.parametrize(("line", "answer"), LINES, ids=[line for line, _ in LINES])
def test_each_line_is_read_or_asked_back(line: str, answer: str) -> None:
    read = read_note(line, on=ON)
    figures = wanted(line, answer)
    if answer.startswith("ask") or ": ask " in answer or (figures is None and not read.change):
        assert read.ask, read
        assert read.ask.endswith((".", "?"))
    elif figures is not None:
        assert read.ask is None and set(read.figures) == set(figures)
        assert all(same(read.figures[path], value) for path, value in figures.items())
    else:
        assert read.change is not None and not read.figures


@pytest.mark.parametrize("line", CHANGES)
def test_changes_are_those_that_were_meant(line: str) -> None:
    kind, fields, mass, x = CHANGES[line]
    made = read_note(line, on=ON).change
    assert made is not None and made.kind == kind and (made.mass_kg, made.mass_x_mm) == (mass, x)
    assert {key: made.fields.get(key) for key in fields} == pytest.approx(fields)


def test_sliders_sit_in_the_middle_of_the_wheelbase_unless_it_is_said() -> None:
    rig = Rig(name="-", figures={"body.wheelbase_mm": Figure(2740.0, "measured")})
    made = read_note("rock sliders 44 kg", on=ON, rig=rig)
    assert made.ask is None and made.change is not None and made.change.mass_x_mm == 1370
    bare = read_note("rock sliders 44 kg", on=ON)
    assert bare.change is not None and bare.change.mass_x_mm is None and bare.ask
    said = read_note("rock sliders 44 kg at 1200", on=ON, rig=rig).change
    assert said is not None and said.mass_x_mm == 1200
    assert read_note("snorkel 6 kg", on=ON, rig=rig).ask


@pytest.mark.parametrize(
    ("line", "carrier"),
    [("step 300 at 1200 on body", "body"), ("step 1200, 300", "frame"), ("sill 338 at 1560 on the frame", "frame"),
     ("sill 1560, 338", "body")],
)  # fmt: skip
def test_what_a_point_sits_on_is_as_the_line_says(line: str, carrier: str) -> None:
    found = noting(Rig(name="-"), [read_note(line, on=ON)], ON, "Ines")
    assert list(found.points.values()) == [carrier]


def test_a_height_behind_the_place() -> None:
    made = read_note("drawers 62 kg at 2650, 700 high", on=ON).change
    assert made is not None and made.mass_z_mm == 700


@pytest.mark.parametrize("line", EVENING)
def test_an_evening_is_read_to_its_last_word(line: str) -> None:
    read = read_note(line, on=ON)
    assert read.ask is None and read.figures


def test_an_evening_is_a_rig_of_more_than_a_hundred_figures() -> None:
    found = noting(Rig(name="Dunlin"), [read_note(line, on=ON) for line in EVENING], ON, "Ines")
    assert len(found.figures) > 130 and len(found.points) == 6
    assert found.points["rear differential"] == "rear-axle" and found.points["case guard"] == "frame"
    assert found.brief == {"leaves_on": "2026-05-25", "ceiling": 6500.0}
    assert found.figures["body.permitted_kg"].known == "plate"
    assert found.figures["body.front_axle_kg"].known == "measured"
    assert found.figures["body.front_axle_kg"].note == "tank half; no one in it"


@pytest.mark.parametrize("between", [" ", "; ", ";", ",", ", ", ": "])
def test_a_row_of_a_spreadsheet_is_a_line(between: str) -> None:
    assert read_note(f"wheelbase{between}2740", on=ON).figures == {"body.wheelbase_mm": 2740.0}
    assert read_note(f"track front{between}1520", on=ON).figures == {"body.front_track_mm": 1520.0}


@pytest.mark.parametrize(
    ("line", "asks"),
    [
        ("track 12 spare", "front, rear or both"),
        ("front left bump 80", "front, rear or both"),("front 4", "Type for example"), ("axle 1200", "of which axle"), ("wheelbase 2740 and a half", "was read"), ("track 1540 1530 1520", "no change"),
     ("wheelbase 9", "lies between"), ("case guard 1340, 286, 12", ""), ("x" * 400, "at most"), ("leaving 31 february", "no 31 february"),
     ("track 1540, hello", "front, rear or both"), ("wheelbase 2740, hello", "“hello” was not understood"), ("kpi 12 caster", "")],
)  # fmt: skip
def test_what_is_only_half_understood_is_not_read(line: str, asks: str) -> None:
    read = read_note(line, on=ON)
    assert not read.figures and read.change is None and asks in str(read.ask)


def test_inches_where_inches_are_shown() -> None:
    inch = PRESETS["inch"]
    assert read_note("wheelbase 107 7/8", inch, ON).figures["body.wheelbase_mm"] == pytest.approx(2740.025)
    assert read_note("hub to arch front left 19 3/8", inch, ON).figures[
        "body.front_left_ride_mm"
    ] == pytest.approx(492.125)


@given(st.text(alphabet=st.characters(codec="utf-8"), max_size=80))
def test_whatever_is_typed_is_answered(text: str) -> None:
    read = read_note(text, METRIC, ON)
    assert read.ask or read.figures or read.change
    for path, value in read.figures.items():
        if not path.startswith("brief."):
            assert checked(path, value) == value
    json.dumps(answer_to(text, METRIC, ON))


@given(st.lists(st.sampled_from(["track", "front", "rear", "12", "2740", "/", ",", "shock", "closed", "falls", "in", "x", "at", "spare", "41/11"]), max_size=9))  # fmt: skip
def test_words_of_the_trade_in_any_order_never_fail(words: list[str]) -> None:
    read = read_note(" ".join(words), METRIC, ON)
    assert read.ask or read.figures or read.change


def test_the_skeleton_keeps_what_stands_between() -> None:
    found = skeleton("Axles 1200 / 1740 kg; 3° 24'")
    assert found.words == "axles #kg / #kg ; #"
    assert [value.typed for value in found.values] == ["1200 kg", "1740 kg", "3° 24'"]


@pytest.mark.parametrize(
    "line",
    [
        "wheelbase about 2740",
        "wheelbase ~2740",
        "wheelbase 2740?",
        "wheelbase ca. 2740",
        "wheelbase 2740 or so",
    ],
)
def test_what_the_line_calls_a_guess_is_assumed(line: str) -> None:
    read = read_note(line)
    figure = noting(Rig(name="-"), [read], ON, "Ruben").figures["body.wheelbase_mm"]
    assert (figure.value, figure.known) == (2740.0, "assumed")
    typed = read_typed(line, Rig(name="-"))
    assert (typed.value, typed.known) == (2740.0, "assumed")
    plain = noting(Rig(name="-"), [read_note("wheelbase 2740")], ON, "Ruben").figures["body.wheelbase_mm"]
    assert plain.known == "measured"


@pytest.mark.parametrize(
    ("line", "path", "known"),
    [("crew 3", "aims.crew_kg", "assumed"), ("goods 110 at 2500", "aims.goods_kg", "assumed"),
     ("wheelbase 2740, crew 3", "aims.crew_kg", "assumed"), ("crew 215 kg", "aims.crew_kg", "measured"),
     ("motion ratio rear 0.8", "rear_suspension.motion_ratio", "measured"),
     ("permitted front 1300", "body.permitted_front_kg", "plate")],
)  # fmt: skip
def test_one_line_is_known_alike_in_a_notebook_and_typed(line: str, path: str, known: str) -> None:
    rig = Rig(name="-")
    assert noting(rig, [read_note(line)], ON, "Ruben").figures[path].known == known
    assert figures_of(rig, read_typed(line, rig), ON)[path].known == known


@pytest.mark.parametrize("line", ["?", "~", "about", "wheelbase ?", "wheelbase about"])
def test_a_guess_of_nothing_is_asked_back(line: str) -> None:
    read = read_note(line)
    assert read.ask and not read.figures and read.change is None
